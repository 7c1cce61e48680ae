import type { RuleSet } from '../rules/index.ts';
import type { SunYear } from '../sun/index.ts';
import type { GlassFigures } from './filmOnPane.ts';

const DAYS = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31] as const;

/** What a pane gains by the sun and loses by the cold in a month, kWh a square metre. */
export interface MonthOfHeat {
  readonly gain: number;
  readonly loss: number;
}

/**
 * Heat through a pane by month from January: the sun that counts as if it came at right angles, times SHGC; and the loss
 * by U value and degree days to the month's mean temperature of the house rules (ISO 52016 in its simplest form).
 */
export function heatOfYear(
  { shgc, uValue }: Pick<GlassFigures, 'shgc' | 'uValue'>,
  normalKWhM2: SunYear['normalEquivalentKWhM2']['clear'],
  { indoorC, monthlyC }: Pick<RuleSet['film'], 'indoorC' | 'monthlyC'>,
): MonthOfHeat[] {
  return normalKWhM2.map((kWh, month) => ({
    gain: kWh * shgc,
    loss: (uValue * Math.max(0, indoorC - (monthlyC[month] ?? 0)) * 24 * (DAYS[month] ?? 30)) / 1000,
  }));
}
