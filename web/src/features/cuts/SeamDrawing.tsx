import { moveSeam, snapSeam, type PlaceCost, type PlaceCosts, type SeamPlaces } from '@neat-sill/core/cuts';
import { formatLength } from '@neat-sill/core/units';
import { extent, line, scaleLinear } from 'd3';
import { useRef, useState } from 'react';
import { useMoney } from '../../api/useMoney.ts';
import { useDrag } from '../../drawing/useDrag.ts';
import { useUnit } from '../job/index.ts';

const STEP_MM = 10;
/** The pane is drawn as large as this lets it; the curve lies along the side that is divided. */
const LONGEST = 420;
const HIGHEST = 260;
const CURVE = 96;
const ROUND = 10;

type Axis = 'vertical' | 'horizontal';

interface Frame {
  readonly axis: Axis;
  /** From mm along the divided side to the drawing. */
  readonly scale: number;
  readonly w: number;
  readonly h: number;
}

interface SeamInHandProps {
  readonly splice: SeamPlaces;
  readonly label: string;
  readonly frame: Frame;
  readonly places: readonly number[];
  readonly index: number;
  readonly onMove: (places: readonly number[]) => void;
  readonly onHold: (places: readonly number[] | null) => void;
}

/** One seam: dragged, or moved by arrow keys; it snaps to lines and hidden strips. */
function SeamInHand({ splice, label, frame, places, index, onMove, onHold }: SeamInHandProps) {
  const unit = useUnit();
  const node = useRef<SVGGElement>(null);
  const held = useRef<number | null>(null);
  const [dragged, setDragged] = useState<number | null>(null);
  const { axis, scale, w, h } = frame;
  const span = axis === 'vertical' ? splice.pane.width : splice.pane.height;
  const atMm = places[index] ?? 0;
  const moveTo = (mm: number) => onMove(moveSeam(splice, axis, places, index, mm));
  const hold = (mm: number | null) => {
    held.current = mm;
    setDragged(mm);
    onHold(mm === null ? null : moveSeam(splice, axis, places, index, mm));
  };
  useDrag(node, {
    onMove: ({ x, y }) => hold(snapSeam(splice, axis, (axis === 'vertical' ? x : y) / scale)),
    onDrop: () => {
      if (held.current !== null) moveTo(held.current);
      hold(null);
    },
  });
  const at = dragged ?? atMm;
  const place = at * scale;
  const path = axis === 'vertical' ? `M${place} -6V${h + 6}` : `M-6 ${place}H${w + 6}`;
  return (
    <g
      ref={node}
      tabIndex={0}
      role="slider"
      aria-label={`Seam ${places.length > 1 ? `${index + 1} ` : ''}of pane ${label}; move it by arrow keys`}
      aria-valuemin={0}
      aria-valuemax={Math.round(span)}
      aria-valuenow={Math.round(at)}
      aria-valuetext={`${formatLength(at, { unit })} from the ${axis === 'vertical' ? 'left' : 'top'}`}
      className="cursor-grab"
      onKeyDown={(event) => {
        const step = { ArrowLeft: -1, ArrowUp: -1, ArrowRight: 1, ArrowDown: 1 }[event.key];
        if (step === undefined) return;
        event.preventDefault();
        moveTo(Math.round(Math.min(span - 1, Math.max(1, atMm + step * STEP_MM))));
      }}
    >
      <path d={path} stroke="transparent" strokeWidth="24" />
      <path d={path} stroke="var(--brick)" strokeWidth="2" strokeDasharray="7 4" />
    </g>
  );
}

/** What each place along the divided side counts, with the named ones; a tap goes to the nearest place. */
function CostCurve({
  costs,
  frame: { axis, scale, w, h },
  at,
  onMove,
}: {
  costs: PlaceCosts;
  frame: Frame;
  at: PlaceCost | null;
  onMove: (places: readonly number[]) => void;
}) {
  const money = useMoney();
  const node = useRef<SVGGElement>(null);
  const points = costs.curves.find((curve) => curve.axis === axis)?.points ?? [];
  const [least = 0, most = 1] = extent(points, ({ total }) => total);
  const away = scaleLinear([least, Math.max(most, least + 1)], [CURVE - 12, 8]);
  const upright = axis === 'vertical';
  const x = (point: PlaceCost) => (upright ? (point.atMm[0] ?? 0) * scale : CURVE - away(point.total));
  const y = (point: PlaceCost) => (upright ? away(point.total) : (point.atMm[0] ?? 0) * scale);
  const nearest = (mm: number) =>
    points.reduce<PlaceCost | null>(
      (best, point) =>
        best && Math.abs((best.atMm[0] ?? 0) - mm) <= Math.abs((point.atMm[0] ?? 0) - mm) ? best : point,
      null,
    );
  const held = useRef<PlaceCost | null>(null);
  const [shown, setShown] = useState<PlaceCost | null>(null);
  const offset = upright ? h + ROUND : w + ROUND;
  useDrag(node, {
    onMove: (pointer) => {
      held.current = nearest((upright ? pointer.x : pointer.y) / scale);
      setShown(held.current);
    },
    onDrop: () => {
      if (held.current) onMove(held.current.atMm);
      held.current = null;
      setShown(null);
    },
  });
  if (points.length === 0) return null;
  const named = costs.named.filter((place) => place.axis === axis);
  const here = shown ?? at;
  return (
    <g
      ref={node}
      transform={upright ? `translate(0 ${offset})` : `translate(${offset} 0)`}
      className="cursor-ew-resize"
    >
      <rect
        width={upright ? w : CURVE}
        height={upright ? CURVE : h}
        fill="var(--sheet)"
        stroke="var(--hairline-soft)"
      />
      <path d={line<PlaceCost>(x, y)(points) ?? ''} fill="none" stroke="var(--dusk)" strokeWidth="1.6" />
      {named.map((place) => (
        <circle key={place.atMm.join()} cx={x(place)} cy={y(place)} r="3" fill="var(--dusk)" />
      ))}
      {here && (
        <>
          <circle cx={x(here)} cy={y(here)} r="5" fill="var(--brick)" />
          <text
            x={upright ? Math.min(w - 4, Math.max(4, x(here))) : 4}
            y={upright ? Math.max(12, y(here) - 9) : Math.max(12, y(here) - 9)}
            textAnchor={upright ? (x(here) > w / 2 ? 'end' : 'start') : 'start'}
            className="fill-ink text-[12px] font-semibold"
          >
            {money(here.total)}
          </text>
        </>
      )}
    </g>
  );
}

/** The pane with what is about it, its seams, and along it what each place counts. */
export function SeamDrawing({
  splice,
  costs,
  label,
  axis,
  places,
  onMove,
}: {
  splice: SeamPlaces;
  costs: PlaceCosts | null;
  label: string;
  axis: Axis;
  places: readonly number[];
  onMove: (places: readonly number[]) => void;
}) {
  const { width, height } = splice.pane;
  const [held, setHeld] = useState<readonly number[] | null>(null);
  const upright = axis === 'vertical';
  const room = costs ? CURVE + ROUND : 0;
  const scale = Math.min((LONGEST - (upright ? 0 : room)) / width, HIGHEST / height);
  const frame: Frame = { axis, scale, w: width * scale, h: height * scale };
  const { w, h } = frame;
  const [allW, allH] = upright ? [w, h + room] : [w + room, h];
  const now = held ?? places;
  const points = costs?.curves.find((curve) => curve.axis === axis)?.points ?? [];
  const at = points.reduce<PlaceCost | null>((best, point) => {
    const apart = (each: PlaceCost) => Math.abs((each.atMm[0] ?? 0) - (now[0] ?? 0));
    return best && apart(best) <= apart(point) ? best : point;
  }, null);
  return (
    <svg
      viewBox={`-8 -8 ${allW + 16} ${allH + 16}`}
      className="w-full"
      style={{ maxWidth: allW + 16 }}
      role="group"
      aria-label={`Pane ${label} with its seams`}
    >
      <rect width={w} height={h} fill="var(--glass)" stroke="var(--ink)" strokeWidth="1.4" />
      {splice.about.hidden.map((strip) => {
        const along = strip.axis === 'vertical';
        const span = along ? width : height;
        const [from, to] = [Math.max(0, strip.from), Math.min(span, strip.to)];
        return (
          <rect
            key={`${strip.axis} ${strip.from}`}
            x={along ? from * scale : 0}
            y={along ? 0 : from * scale}
            width={along ? (to - from) * scale : w}
            height={along ? h : (to - from) * scale}
            fill="var(--hairline)"
          />
        );
      })}
      {splice.about.lines
        .filter((each) => each.axis === axis)
        .map((each) => (
          <path
            key={each.at}
            d={upright ? `M${each.at * scale} 0V${h}` : `M0 ${each.at * scale}H${w}`}
            stroke="var(--dusk)"
            strokeDasharray="2 4"
          />
        ))}
      {costs?.named
        .filter((place) => place.axis === axis)
        .flatMap(({ atMm }) => atMm)
        .map((mm) => (
          <path
            key={mm}
            d={upright ? `M${mm * scale} ${h - 8}V${h}` : `M${w - 8} ${mm * scale}H${w}`}
            stroke="var(--dusk)"
            strokeWidth="2"
          />
        ))}
      {costs && <CostCurve costs={costs} frame={frame} at={at} onMove={onMove} />}
      {places.map((_, index) => (
        <SeamInHand
          key={index}
          splice={splice}
          label={label}
          frame={frame}
          places={places}
          index={index}
          onMove={onMove}
          onHold={setHeld}
        />
      ))}
    </svg>
  );
}
