import type { FilmForPlan, PaneForPlan, PlanJob } from '../cuts/index.ts';
import type { SeamLooksRules } from '../rules/index.ts';
import { filmForTest, jobForTest } from './planJobs.ts';

/* Jobs whose film can be reckoned in the head: rows of a roll 1000 wide, no margins, no overlap, no work. */

/** Without a price: a row counts its area. */
export const rowFilm: FilmForPlan = {
  ...filmForTest,
  ...{ turn: 'none', matchEdges: false, rolls: [{ width: 1000, length: 50_000 }] },
};
/** At 10 a m²: a row 1000 high counts 10. */
export const pricedRowFilm: FilmForPlan = {
  ...rowFilm,
  rolls: [{ width: 1000, length: 50_000, price: 500 }],
};

/** Counts nothing but film, and looks where they are given. */
export const NO_WORK = {
  ...{ perPull: 0, perKnifeSetting: 0, mostSlits: 8, leftoverWorth: 0, perExtraLot: 0 },
  sliver: { underMm: 0, cost: 0 },
};

/** A job of one film; `work` counts beside film, null: nothing does. */
export function rowJob(
  panes: readonly PaneForPlan[],
  film: FilmForPlan,
  work: PlanJob['rules']['work'] | null = null,
  rules: Partial<PlanJob['rules']> = {},
  more: Partial<PlanJob> = {},
): PlanJob {
  const job = jobForTest({ films: [film], panes: [...panes], ...more });
  const none = { allowance: 0, factoryEdgeAllowance: 0, seamOverlap: 0, minPanel: 150, bookValue: 1 };
  return { ...job, rules: { ...job.rules, ...none, ...(work ? { work } : {}), ...rules } };
}

/** The same, counting how seams look. */
export const withLooks = (seams: SeamLooksRules) => ({ ...NO_WORK, seams });
