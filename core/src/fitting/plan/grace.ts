import type { RuleSet } from '../../rules/index.ts';
import { isDry, type Asked } from './paneAtHand.ts';

/**
 * Minutes from laying film on until it grabs: an estimate, so long at one temperature of the glass, half as long for each
 * so many K more, and half again in the sun; 0 for film that is hung dry.
 */
export function graceOf({ site, film }: Pick<Asked, 'site' | 'film'>, { fitting }: RuleSet): number {
  if (isDry(film)) return 0;
  const { atC, minutes, halvesPerK, leastMin, mostMin } = fitting.grace;
  const warm = 2 ** ((atC - site.glassC) / halvesPerK);
  const held = minutes * warm * (site.directSun ? 0.5 : 1);
  return Math.round(Math.min(mostMin, Math.max(leastMin, held)) * 10) / 10;
}
