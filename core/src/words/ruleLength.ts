import { MM_PER_UNIT, formatLength, type LengthUnit } from '../units/index.ts';

/** In what steps people say a rule's length in inches, from this length on, mm. */
const INCH_STEPS: readonly (readonly [fromMm: number, step: number])[] = [
  [40, 1 / 2],
  [12, 1 / 4],
  [6, 1 / 8],
  [0, 1 / 16],
];

/**
 * A length of the house rules, said as people say it: whole mm (tenths below 3), or inches in the steps of a rule of thumb,
 * as 2 in for 50 mm. Only for what is held by eye; what is measured is told exactly.
 */
export function formatRuleLength(mm: number, unit: LengthUnit): string {
  if (unit === 'mm') return formatLength(mm < 3 ? mm : Math.round(mm), { unit });
  const step = INCH_STEPS.find(([fromMm]) => mm >= fromMm)?.[1] ?? 1 / 16;
  const inches = Math.max(step, Math.round(mm / MM_PER_UNIT.in / step) * step);
  return formatLength(inches * MM_PER_UNIT.in, { unit });
}
