import type { CutStep } from '@neat-sill/core/cuts';
import type { Film } from '@neat-sill/core/film';
import { formatBareLength, type LengthUnit } from '@neat-sill/core/units';
import { scaleLinear } from 'd3';
import { FilmHatches, filmFill } from './FilmHatches.tsx';

export const ROLL_PX = 176;

interface Laid {
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly l: number;
}

/** One pull to scale as it hangs out of its box: free end below, the roll's left edge left, film face up. */
export function PullDrawing({
  step,
  film,
  unit,
  cut,
}: {
  step: CutStep;
  film: Film | undefined;
  unit: LengthUnit;
  cut: boolean;
}) {
  const { pull, source, strips, keep, knifeAtMm } = step;
  const across = scaleLinear([0, source.width], [0, ROLL_PX]);
  const height = Math.max(36, across(pull.length));
  const up = scaleLinear([0, pull.length], [height, 0]);
  const box = ({ x, y, w, l }: Laid) => ({
    x: across(x),
    y: up(y + l),
    width: across(w),
    height: up(y) - up(y + l),
  });
  const pieces = strips.flatMap((strip) => strip.pieces);
  return (
    <svg
      width={ROLL_PX + 4}
      height={height + 2}
      viewBox={`-2 0 ${ROLL_PX + 4} ${height + 2}`}
      className={cut ? 'opacity-50' : ''}
      aria-hidden
    >
      {film && <FilmHatches films={[{ ...film, id: `pull-${pull.id}` }]} />}
      <rect width={ROLL_PX} height={height} fill="var(--putty)" stroke="var(--hairline)" />
      {keep.map((offcut) => {
        const place = box(offcut);
        const text = `${formatBareLength(offcut.w, { unit })} × ${formatBareLength(offcut.l, { unit })}`;
        const wide = place.width > text.length * 5.6 && place.height > 34;
        return (
          <g key={`${offcut.x} ${offcut.y}`}>
            <rect {...place} fill="var(--timber)" stroke="var(--hairline)" strokeDasharray="4 3" />
            {place.width > 30 && place.height > 16 && (
              <text
                x={place.x + place.width / 2}
                y={place.y + place.height / 2 + (wide ? -3 : 4)}
                textAnchor="middle"
                fontSize="11"
                fill="var(--quiet)"
              >
                keep
                {wide && (
                  <tspan x={place.x + place.width / 2} dy="14">
                    {text}
                  </tspan>
                )}
              </text>
            )}
          </g>
        );
      })}
      {pieces.map(({ piece, name, factoryEdge, seams }) => {
        const place = box(piece);
        const edges = new Set([factoryEdge?.rollEdge, ...seams.map(({ rollEdge }) => rollEdge)]);
        const width = Math.min(place.width - 4, name.length * 8.5 + 12);
        return (
          <g key={piece.id}>
            <rect
              {...place}
              fill={film ? filmFill({ id: `pull-${pull.id}` }) : 'var(--glass)'}
              stroke="var(--ink)"
            />
            {edges.has('left') && (
              <path d={`M${place.x} ${place.y}v${place.height}`} stroke="var(--ink)" strokeWidth="4" />
            )}
            {edges.has('right') && (
              <path
                d={`M${place.x + place.width} ${place.y}v${place.height}`}
                stroke="var(--ink)"
                strokeWidth="4"
              />
            )}
            <rect
              x={place.x + (place.width - width) / 2}
              y={place.y + place.height / 2 - 10}
              width={width}
              height="20"
              fill="var(--sheet)"
            />
            <text
              x={place.x + place.width / 2}
              y={place.y + place.height / 2 + 5}
              textAnchor="middle"
              fontSize="13"
              fontWeight="700"
              fill="var(--ink)"
            >
              {name}
            </text>
          </g>
        );
      })}
      {knifeAtMm.map((at) => (
        <path key={at} d={`M${across(at)} 0V${height}`} stroke="var(--brick)" strokeWidth="1.5" />
      ))}
      <path d={`M0 ${height}H${ROLL_PX}`} stroke="var(--brick)" strokeWidth="1.5" strokeDasharray="6 3" />
    </svg>
  );
}

/** The box from which the roll hangs, with what it is. */
export function RollBox({ name }: { name: string }) {
  return (
    <div
      className="flex h-7 items-center gap-2 rounded-full border border-ink bg-timber px-2 text-xs font-semibold"
      style={{ width: ROLL_PX + 20, marginLeft: -10 }}
    >
      <span className="size-3 shrink-0 rounded-full border border-ink" aria-hidden />
      <span className="truncate">{name}</span>
    </div>
  );
}
