import type { Film } from '@neat-sill/core/film';
import type { FittingStep } from '@neat-sill/core/fitting';
import type { Side, Size } from '@neat-sill/core/survey';
import { formatBareLength, formatLength, type LengthUnit } from '@neat-sill/core/units';
import type { MouseEvent } from 'react';
import { FilmHatches, filmFill } from './FilmHatches.tsx';

interface PaneDrawingProps {
  readonly glass: Size;
  readonly film: Film;
  readonly step: FittingStep;
  readonly handle: Side | null;
  readonly factoryEdge: Side | null;
  readonly trimmedSides: readonly Side[];
  readonly stopShortMm: number;
  readonly cornerStopMm: number;
  readonly lightGapMm: number;
  readonly faults: readonly { readonly x: number; readonly y: number }[];
  readonly unit: LengthUnit;
  /** Where a fault is, as shares of the glass; null while none is being placed. */
  readonly onPlace: ((place: { x: number; y: number }) => void) | null;
  readonly placed: { readonly x: number; readonly y: number } | null;
  readonly width: number;
  readonly height: number;
}

const GREEN = '#1e7b62';
const STROKE = {
  stroke: GREEN,
  strokeWidth: 12,
  strokeLinecap: 'round',
  strokeOpacity: 0.85,
  fill: 'none',
} as const;

interface Area {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

function sideLine({ x, y, width, height }: Area, side: Side): string {
  switch (side) {
    case 'left':
      return `M${x} ${y}V${y + height}`;
    case 'right':
      return `M${x + width} ${y}V${y + height}`;
    case 'top':
      return `M${x} ${y}H${x + width}`;
    case 'bottom':
      return `M${x} ${y + height}H${x + width}`;
  }
}

const FILM_IS_ON: ReadonlySet<FittingStep> = new Set([
  'hang',
  'anchor',
  'squeegee',
  'reliefCuts',
  'trim',
  'wick',
  'inspect',
]);

/** What the hands do at a step, drawn on the pane. */
function StepStrokes({
  step,
  area,
  trimmedSides,
  stopPx,
  cornerPx,
}: {
  step: FittingStep;
  area: Area;
  trimmedSides: readonly Side[];
  stopPx: number;
  cornerPx: number;
}) {
  const { x, y, width, height } = area;
  const middle = x + width / 2;
  switch (step) {
    case 'clean':
    case 'wet':
      return (
        <g {...STROKE} strokeWidth="8" strokeOpacity="0.5">
          {[0.2, 0.4, 0.6, 0.8].map((at) => (
            <path key={at} d={`M${x + width * at} ${y + 10}V${y + height - 10}`} />
          ))}
        </g>
      );
    case 'anchor':
      return (
        <g {...STROKE}>
          <path d={`M${x + 16} ${y + 22}H${x + width - 16}`} />
          <path d={`M${middle} ${y + 22}V${y + height - stopPx - 12}`} />
          <path d={`M${middle - 7} ${y + height - stopPx - 18}l7 7 7-7`} stroke="#ffffff" strokeWidth="2.5" />
        </g>
      );
    case 'squeegee':
      return (
        <g {...STROKE} strokeWidth="9">
          {[0.16, 0.36, 0.56, 0.76].map((at) => (
            <path
              key={at}
              d={`M${middle} ${y + height * at}H${x + width - stopPx - 10}M${middle} ${y + height * at}H${x + stopPx + 10}`}
            />
          ))}
        </g>
      );
    case 'reliefCuts':
      return (
        <path
          d={`M${x} ${y}l16 16M${x + width} ${y}l-16 16M${x} ${y + height}l16-16M${x + width} ${y + height}l-16-16`}
          stroke="#a93f2b"
          strokeWidth="3"
        />
      );
    case 'trim':
      return (
        <g stroke="#a93f2b" strokeWidth="2.5" strokeDasharray="7 4" fill="none">
          {trimmedSides.map((side) => (
            <path
              key={side}
              d={sideLine({ x: x + 5, y: y + 5, width: width - 10, height: height - 10 }, side)}
            />
          ))}
          <path d={`M${x + width - cornerPx} ${y + 14}v-12`} strokeDasharray="none" />
        </g>
      );
    case 'wick':
      return (
        <g {...STROKE} strokeWidth="7">
          {[0.15, 0.38, 0.62, 0.85].map((at) => (
            <path
              key={at}
              d={`M${x + width * at} ${y + 34}V${y + 8}M${x + width * at} ${y + height - 34}V${y + height - 8}`}
            />
          ))}
        </g>
      );
    case 'prepare':
    case 'linerOff':
    case 'hang':
    case 'inspect':
      return null;
  }
}

/** One pane, large, with what to do at this step. */
export function PaneDrawing(props: PaneDrawingProps) {
  const { glass, film, step, handle, factoryEdge, trimmedSides, unit, onPlace, placed } = props;
  const room = { width: props.width - 104, height: props.height - 40 };
  const pxPerMm = Math.min(room.width / glass.widthMm, room.height / glass.heightMm);
  const width = glass.widthMm * pxPerMm;
  const height = glass.heightMm * pxPerMm;
  const area: Area = { x: (props.width - width) / 2, y: (props.height - height) / 2, width, height };
  const stopPx = Math.max(14, props.stopShortMm * pxPerMm);
  const filmOn = FILM_IS_ON.has(step);
  const stops = (step === 'anchor' || step === 'squeegee') && trimmedSides.includes('bottom');
  const place = (event: MouseEvent<SVGSVGElement>) => {
    if (!onPlace) return;
    const box = event.currentTarget.getBoundingClientRect();
    const scale = props.width / box.width;
    const x = ((event.clientX - box.left) * scale - area.x) / area.width;
    const y = ((event.clientY - box.top) * scale - area.y) / area.height;
    onPlace({ x: Math.min(1, Math.max(0, x)), y: Math.min(1, Math.max(0, y)) });
  };
  const edgeText: Readonly<Record<Side, { x: number; y: number; turn: number }>> = {
    left: { x: area.x - 22, y: props.height / 2, turn: -90 },
    right: { x: area.x + width + 24, y: props.height / 2, turn: 90 },
    top: { x: props.width / 2, y: area.y - 12, turn: 0 },
    bottom: { x: props.width / 2, y: area.y + height + 20, turn: 0 },
  };
  return (
    <svg
      viewBox={`0 0 ${props.width} ${props.height}`}
      className="block w-full"
      role="img"
      aria-label={`Pane of ${formatLength(glass.widthMm, { unit })} by ${formatLength(glass.heightMm, { unit })}`}
      onClick={place}
    >
      <FilmHatches films={[{ ...film, id: `fit-${film.id}` }]} />
      <rect
        x={area.x - 9}
        y={area.y - 9}
        width={width + 18}
        height={height + 18}
        fill="var(--timber)"
        stroke="var(--ink)"
        strokeWidth="1.5"
      />
      <rect {...area} fill="#e6efeb" />
      {filmOn && <rect {...area} fill={filmFill({ id: `fit-${film.id}` })} />}
      {filmOn && factoryEdge && (
        <>
          <path d={sideLine(area, factoryEdge)} stroke="#17332c" strokeWidth="5" />
          <text
            x={edgeText[factoryEdge].x}
            y={edgeText[factoryEdge].y}
            textAnchor="middle"
            fontSize="13"
            fontWeight="600"
            fill="var(--ink)"
            transform={`rotate(${edgeText[factoryEdge].turn} ${edgeText[factoryEdge].x} ${edgeText[factoryEdge].y})`}
          >
            factory edge
          </text>
        </>
      )}
      <StepStrokes
        step={step}
        area={area}
        trimmedSides={trimmedSides}
        stopPx={stopPx}
        cornerPx={Math.max(24, props.cornerStopMm * pxPerMm)}
      />
      {stops && (
        <>
          <path
            d={`M${area.x} ${area.y + height - stopPx}H${area.x + width}`}
            stroke="#a93f2b"
            strokeWidth="1.5"
            strokeDasharray="7 4"
          />
          <text
            x={area.x + width - 6}
            y={area.y + height - stopPx - 5}
            textAnchor="end"
            fontSize="13"
            fontWeight="700"
            fill="#a93f2b"
          >
            stop {formatBareLength(props.stopShortMm, { unit })} short
          </text>
        </>
      )}
      {step === 'trim' && (
        <text
          x={area.x + width / 2}
          y={area.y + height - 18}
          textAnchor="middle"
          fontSize="13"
          fontWeight="700"
          fill="#a93f2b"
        >
          {formatLength(props.lightGapMm, { unit })} gap
        </text>
      )}
      {handle && (
        <>
          <rect
            x={
              handle === 'left'
                ? area.x - 9
                : handle === 'right'
                  ? area.x + width - 3
                  : area.x + width / 2 - 22
            }
            y={
              handle === 'top'
                ? area.y - 9
                : handle === 'bottom'
                  ? area.y + height - 3
                  : area.y + height / 2 - 22
            }
            width={handle === 'left' || handle === 'right' ? 12 : 44}
            height={handle === 'left' || handle === 'right' ? 44 : 12}
            fill="#17332c"
          />
          <text
            x={
              handle === 'left'
                ? area.x - 14
                : handle === 'right'
                  ? area.x + width + 14
                  : area.x + width / 2 + 30
            }
            y={
              handle === 'top'
                ? area.y - 14
                : handle === 'bottom'
                  ? area.y + height + 22
                  : area.y + height / 2 + 5
            }
            textAnchor={handle === 'left' ? 'end' : 'start'}
            fontSize="12"
            fill="var(--quiet)"
          >
            handle
          </text>
        </>
      )}
      {[...props.faults, ...(placed ? [placed] : [])].map(({ x, y }) => (
        <circle
          key={`${x} ${y}`}
          cx={area.x + x * width}
          cy={area.y + y * height}
          r="10"
          fill="none"
          stroke="#a93f2b"
          strokeWidth="3.5"
        />
      ))}
    </svg>
  );
}
