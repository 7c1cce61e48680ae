import type { LengthUnit } from '@neat-sill/core/units';
import { formatBareLength } from '@neat-sill/core/units';

interface DimensionLineProps {
  readonly along: 'x' | 'y';
  readonly from: number;
  readonly to: number;
  /** The other coordinate: y of a horizontal line, x of an upright one. */
  readonly atPx: number;
  readonly mm: number;
  readonly unit: LengthUnit;
}

const TICK = 4;

/** A dimension line as on a building drawing, with oblique ticks; its number in the person's unit. */
export function DimensionLine({ along, from, to, atPx: at, mm, unit }: DimensionLineProps) {
  const text = formatBareLength(mm, { unit });
  const middle = (from + to) / 2;
  const room = Math.max(16, text.length * 7.2 + 8) / 2;
  const tick = (place: number) =>
    along === 'x'
      ? `M${place - TICK} ${at + TICK}L${place + TICK} ${at - TICK}`
      : `M${at - TICK} ${place + TICK}L${at + TICK} ${place - TICK}`;
  const run = (a: number, b: number) => (along === 'x' ? `M${a} ${at}H${b}` : `M${at} ${a}V${b}`);
  const fits = to - from > 2 * room;
  return (
    <g aria-hidden>
      <path
        d={`${tick(from)}${tick(to)}${fits ? run(from, middle - room) + run(middle + room, to) : run(from, to)}`}
        stroke="var(--ink)"
        strokeWidth="0.9"
        fill="none"
      />
      <text
        x={along === 'x' ? middle : at}
        y={along === 'x' ? (fits ? at + 4.5 : at + 17) : middle}
        textAnchor="middle"
        dominantBaseline={along === 'y' ? 'central' : undefined}
        transform={along === 'y' ? `rotate(-90 ${at} ${middle})` : undefined}
        fontSize="13"
        fontWeight="600"
        fill="var(--ink)"
      >
        {text}
      </text>
    </g>
  );
}
