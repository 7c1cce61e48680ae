import {
  handAt,
  handsWay,
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

const LOOKS: Readonly<
  Record<
    Stroke['role'],
    { readonly colour: string; readonly least: number; readonly dash?: string; readonly see?: number }
  >
> = {
  wet: { colour: GREEN, least: 4, see: 0.28 },
  scrape: { colour: GREEN, least: 4, see: 0.35 },
  set: { colour: GREEN, least: 9, see: 0.75 },
  squeegee: { colour: GREEN, least: 5, see: 0.42 },
  relief: { colour: RED, least: 3.5 },
  cut: { colour: RED, least: 3 },
  meet: { colour: RED, least: 3, dash: '3 4' },
  level: { colour: RED, least: 3, dash: '10 3' },
  seam: { colour: RED, least: 3 },
  wick: { colour: GREEN, least: 5, see: 0.7 },
  bead: { colour: 'var(--ochre)', least: 6, see: 0.85 },
  start: { colour: 'var(--ink)', least: 5 },
  stop: { colour: RED, least: 1.4, dash: '7 4' },
  gap: { colour: RED, least: 1.6, dash: '7 4' },
  look: { colour: 'var(--ochre)', least: 4, dash: '10 6' },
  lead: { colour: 'var(--ink)', least: 3 },
  roll: { colour: GREEN, least: 4 },
};

/** How broad a tool is drawn at most, so that lanes can still be told apart. */
const BROADEST = 12;

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
      <Labels marks={marks} at={at} size={{ width, height }} unit={unit} />
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
  const look = LOOKS[mark.role];
  const broad = Math.min(BROADEST, Math.max(look.least, mark.widthMm * px * 0.45));
  return (
    <path
      d={d(path)}
      fill="none"
      stroke={look.colour}
      strokeWidth={broad}
      strokeOpacity={look.see ?? 1}
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

/** Texts beside the marks, kept within the picture and apart from each other. */
function Labels({
  marks,
  at,
  size,
  unit,
}: {
  marks: readonly Mark[];
  at: (point: Point) => Point;
  size: { width: number; height: number };
  unit: LengthUnit;
}) {
  const taken: number[] = [];
  return marks.flatMap((mark, number) => {
    if (mark.kind !== 'label') return [];
    const text = describeMark(mark.says, unit);
    const wide = text.length * 6.9 + 10;
    const point = at(mark.at);
    const x = Math.min(size.width - wide / 2 - 2, Math.max(wide / 2 + 2, point.x));
    let y = Math.min(size.height - 12, Math.max(12, point.y + (mark.at.y <= 0 ? -16 : -14)));
    while (taken.some((other) => Math.abs(other - y) < 20)) y += 21;
    taken.push(y);
    return [
      <g key={number}>
        <rect
          x={x - wide / 2}
          y={y - 10}
          width={wide}
          height="20"
          rx="2"
          fill="var(--sheet)"
          fillOpacity="0.92"
        />
        <text x={x} y={y + 4.5} textAnchor="middle" fontSize="13" fontWeight="700" fill="var(--ink)">
          {text}
        </text>
      </g>,
    ];
  });
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
