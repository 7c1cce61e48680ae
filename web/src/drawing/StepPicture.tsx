import {
  LABEL_HEIGHT_PX,
  STROKE_LOOKS,
  handAt,
  handsWay,
  placedLabels,
  strokeWidthPx,
  type Area,
  type Mark,
  type PaneToFit,
  type Point,
  type StepDrawing,
  type Stroke,
} from '@neat-sill/core/fitting';
import { formatLength, type LengthUnit } from '@neat-sill/core/units';
import { describeMark } from '@neat-sill/core/words';
import type { MouseEvent, ReactNode } from 'react';
import { FilmHatches, filmFill } from './FilmHatches.tsx';

interface StepPictureProps {
  readonly pane: PaneToFit;
  readonly drawing: StepDrawing;
  /** How far the hands are on their way, 0 to 1; null shows all of it. */
  readonly hands: number | null;
  /** Blocks that are done, by their number. */
  readonly blocksDone: ReadonlySet<number>;
  readonly faults: readonly Point[];
  readonly unit: LengthUnit;
  /** Where a fault is, as shares of the glass; null while none is being placed. */
  readonly onPlace: ((place: Point) => void) | null;
  readonly placed: Point | null;
  readonly width: number;
  readonly height: number;
}

const GREEN = 'var(--edge)';
const RED = 'var(--brick)';

function upTo(path: readonly Point[], share: number): readonly Point[] {
  if (share >= 1) return path;
  const hand = handAt([{ kind: 'stroke', role: 'cut', path, widthMm: 0, order: 0 }], share);
  const lengths = path
    .slice(1)
    .map(({ x, y }, at) => Math.hypot(x - (path[at]?.x ?? x), y - (path[at]?.y ?? y)));
  let left = share * lengths.reduce((sum, each) => sum + each, 0);
  const whole = lengths.findIndex((length) => (left -= length) < 0);
  return hand ? [...path.slice(0, Math.max(1, whole + 1)), hand.at] : path;
}

/** This pane, large, with what hands and tools do at a step. */
export function StepPicture(props: StepPictureProps) {
  const { pane, drawing, hands, blocksDone, unit, onPlace, placed, width, height } = props;
  const { glass, film, outline, blocks, marks } = drawing;
  const room = { width: width - 96, height: height - 40 };
  const px = Math.min(room.width / glass.width, room.height / glass.height);
  const origin = { x: (width - glass.width * px) / 2, y: (height - glass.height * px) / 2 };
  const at = ({ x, y }: Point) => ({ x: origin.x + x * px, y: origin.y + y * px });
  const d = (path: readonly Point[]) =>
    path
      .map(at)
      .map(({ x, y }, step) => `${step === 0 ? 'M' : 'L'}${x.toFixed(1)} ${y.toFixed(1)}`)
      .join('');
  const rect = ({ left, top, width: w, height: h }: Area) => ({
    ...at({ x: left, y: top }),
    width: w * px,
    height: h * px,
  });
  const hand = hands === null ? null : handAt(marks, hands);
  const way = handsWay(marks);
  const place = (event: MouseEvent<SVGSVGElement>) => {
    if (!onPlace) return;
    const box = event.currentTarget.getBoundingClientRect();
    const scale = Math.max(width / box.width, height / box.height);
    const [offX, offY] = [(box.width * scale - width) / 2, (box.height * scale - height) / 2];
    const share = (value: number) => Math.min(1, Math.max(0, value));
    onPlace({
      x: share(((event.clientX - box.left) * scale - offX - origin.x) / (glass.width * px)),
      y: share(((event.clientY - box.top) * scale - offY - origin.y) / (glass.height * px)),
    });
  };
  const shownOf = (mark: Stroke): readonly Point[] | null => {
    if (!hand || mark.order === null) return mark.path;
    const number = way.indexOf(mark);
    if (number > hand.stroke) return null;
    return number === hand.stroke ? upTo(mark.path, hand.shareOfStroke) : mark.path;
  };
  const excess = film.some(({ left, top }) => left < 0 || top < 0);
  const curved = pane.more.outline?.corners.some(({ bulge }) => bulge !== 0) ?? false;
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      className="block h-full w-full"
      role="img"
      aria-label={`Pane of ${formatLength(glass.width, { unit })} by ${formatLength(glass.height, { unit })}`}
      onClick={place}
    >
      <FilmHatches films={[{ ...pane.film, id: `fit-${pane.film.id}` }]} />
      <path
        d={`${d(outline)}Z`}
        fill="var(--timber)"
        stroke="var(--ink)"
        strokeWidth="19"
        strokeLinejoin={curved ? 'round' : 'miter'}
      />
      <path
        d={`${d(outline)}Z`}
        fill="var(--glass)"
        stroke="var(--timber)"
        strokeWidth="16"
        strokeLinejoin={curved ? 'round' : 'miter'}
        paintOrder="stroke"
      />
      {film.map((area, number) => (
        <rect
          key={number}
          {...rect(area)}
          fill={filmFill({ id: `fit-${pane.film.id}` })}
          fillOpacity={excess ? 0.85 : 1}
          stroke="var(--quiet)"
          strokeWidth={excess ? 1 : 0}
          strokeDasharray="4 3"
        />
      ))}
      {blocks.map((area, number) => (
        <rect
          key={number}
          {...rect(area)}
          rx={(pane.asked.pane.blocks?.cornerRadiusMm ?? 0) * px}
          fill={blocksDone.has(number) ? filmFill({ id: `fit-${pane.film.id}` }) : 'var(--glass)'}
          stroke="var(--quiet)"
        />
      ))}
      {pane.asked.pane.handle && <Handle side={pane.asked.pane.handle} box={rect(glass)} />}
      {marks.map((mark, number) =>
        mark.kind === 'stroke' ? (
          <StrokeMark key={number} mark={mark} path={shownOf(mark)} px={px} d={d} />
        ) : null,
      )}
      {marks.map((mark, number) =>
        mark.kind === 'spot' ? <SpotMark key={number} role={mark.role} {...at(mark.at)} /> : null,
      )}
      {placedLabels(marks, at, { width, height }, (says) => describeMark(says, unit)).map((label) => (
        <g key={`${label.text} ${label.y}`}>
          <rect
            x={label.x - label.widthPx / 2}
            y={label.y - LABEL_HEIGHT_PX / 2}
            width={label.widthPx}
            height={LABEL_HEIGHT_PX}
            rx="2"
            fill="var(--sheet)"
            fillOpacity="0.92"
          />
          <text
            x={label.x}
            y={label.y + 4.5}
            textAnchor="middle"
            fontSize="13"
            fontWeight="700"
            fill="var(--ink)"
          >
            {label.text}
          </text>
        </g>
      ))}
      {hand && (
        <g pointerEvents="none">
          <circle {...centre(at(hand.at))} r="13" fill="var(--sheet)" stroke={GREEN} strokeWidth="3" />
          <circle {...centre(at(hand.at))} r="5" fill={GREEN} />
        </g>
      )}
      {[...props.faults, ...(placed ? [placed] : [])].map(({ x, y }) => (
        <circle
          key={`${x} ${y}`}
          {...centre(at({ x: x * glass.width, y: y * glass.height }))}
          r="10"
          fill="none"
          stroke={RED}
          strokeWidth="3.5"
        />
      ))}
    </svg>
  );
}

const centre = ({ x, y }: Point) => ({ cx: x, cy: y });

function StrokeMark({
  mark,
  path,
  px,
  d,
}: {
  mark: Stroke;
  path: readonly Point[] | null;
  px: number;
  d: (path: readonly Point[]) => string;
}): ReactNode {
  if (!path) return null;
  const look = STROKE_LOOKS[mark.role];
  return (
    <path
      d={d(path)}
      fill="none"
      stroke={`var(--${look.colour})`}
      strokeWidth={strokeWidthPx(mark.role, mark.widthMm, px)}
      strokeOpacity={look.opacity ?? 1}
      strokeLinecap={look.dash ? 'butt' : 'round'}
      strokeLinejoin="round"
      {...(look.dash ? { strokeDasharray: look.dash } : {})}
    />
  );
}

function SpotMark({ role, x, y }: { role: Extract<Mark, { kind: 'spot' }>['role'] } & Point) {
  switch (role) {
    case 'tape':
      return (
        <g fill="var(--ochre)" stroke="var(--ink)">
          <rect x={x - 4} y={y - 14} width="26" height="9" transform={`rotate(-32 ${x} ${y})`} />
          <rect x={x - 14} y={y - 4} width="9" height="26" transform={`rotate(-32 ${x} ${y})`} />
        </g>
      );
    case 'mark':
      return (
        <path d={`M${x - 6} ${y - 8}L${x} ${y}L${x + 6} ${y - 8}`} fill="none" stroke={RED} strokeWidth="3" />
      );
    case 'moveStraightEdge':
      return <path d={`M${x - 9} ${y}h18`} stroke="var(--ink)" strokeWidth="2" />;
    case 'changeHands':
    case 'patternStart':
      return <circle cx={x} cy={y} r="6" fill="var(--ochre)" stroke="var(--ink)" strokeWidth="1.5" />;
  }
}

function Handle({
  side,
  box,
}: {
  side: NonNullable<PaneToFit['asked']['pane']['handle']>;
  box: { x: number; y: number; width: number; height: number };
}) {
  const upright = side === 'left' || side === 'right';
  const x = side === 'left' ? box.x - 12 : side === 'right' ? box.x + box.width : box.x + box.width / 2 - 20;
  const y =
    side === 'top' ? box.y - 12 : side === 'bottom' ? box.y + box.height : box.y + box.height / 2 - 20;
  return <rect x={x} y={y} width={upright ? 12 : 40} height={upright ? 40 : 12} rx="3" fill="var(--ink)" />;
}
