import { countOf, formatRun, formatShare, type LengthUnit } from '../units/index.ts';

/** How a plan stands, for one line above its rolls. */
export interface PlanVerdict {
  readonly pieces: number;
  readonly pulls: number;
  /** Film off the rolls, mm. */
  readonly lengthMm: number;
  /** What it costs by the house rules, as it is shown; null without prices. */
  readonly cost: string | null;
  /** How much less any plan could cost at the most, a share of this one; null where that is not proven. */
  readonly atMostCheaper: number | null;
}

/** A bound further off than this is no news of the plan. */
const WORTH_SAYING = 0.5;
/** Below this nobody would look further. */
const NOTHING = 0.0005;

/** How much cheaper any other plan could be, as a share of this one; null where that is not proven. */
export function describeCheaper(atMostCheaper: number | null): string {
  if (atMostCheaper === null || atMostCheaper > WORTH_SAYING) return 'not optimised yet';
  return atMostCheaper < NOTHING
    ? 'no plan is cheaper'
    : `could be at most ${formatShare(atMostCheaper, atMostCheaper < 0.0995 ? 1 : 0)} cheaper`;
}

/** A plan in one line: pieces, pulls, length, cost, and how much cheaper another could be. */
export function describePlan(verdict: PlanVerdict, unit: LengthUnit): string {
  const { pieces, pulls, lengthMm, cost, atMostCheaper } = verdict;
  const counts = `${countOf(pieces, 'piece')} in ${countOf(pulls, 'pull')}`;
  const sums = [counts, formatRun(lengthMm, unit), ...(cost === null ? [] : [cost])].join(', ');
  return `${sums}; ${describeCheaper(atMostCheaper)}`;
}
