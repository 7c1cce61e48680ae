import {
  filmForPlan,
  planRulesOf,
  withSurroundings,
  type FilmForPlan,
  type KeptPlan,
  type PlanJob,
  type StockForPlan,
  type WallOfPanes,
} from '../../cuts/index.ts';
import { sameData } from '../../record/index.ts';
import type { RuleSet } from '../../rules/index.ts';
import { headerOf, type JobRecords } from '../records.ts';
import type { ShopData } from '../shopData.ts';
import type { LeftOutReason, PaneByItself } from './pane.ts';

/** A pane that cannot be planned yet, and why. */
export interface LeftOut {
  readonly paneId: string;
  readonly reason: LeftOutReason;
}

/** What planning takes of a job, and the panes that cannot be planned yet. */
export interface PlanInput {
  readonly job: PlanJob;
  readonly leftOut: readonly LeftOut[];
}

/** The rolls of a film that this job may buy: all, or the one width somebody has chosen. */
function chosenRolls(film: FilmForPlan, rollWidths: Readonly<Record<string, number>>): FilmForPlan {
  const width = rollWidths[film.id];
  const rolls = film.rolls.filter((roll) => roll.width === width);
  return width === undefined || rolls.length === 0 ? film : { ...film, rolls };
}

function isChosen(entry: StockForPlan, rollWidths: Readonly<Record<string, number>>): boolean {
  const width = rollWidths[entry.filmId];
  return width === undefined || entry.kind === 'offcut' || entry.width === width;
}

/** Turns the panes of a job, in the order people gave them, into what planning takes. */
export function planInputOf(
  records: Pick<JobRecords, 'job'>,
  shop: ShopData,
  rules: RuleSet,
  panes: readonly (PaneByItself & { readonly id: string })[],
  walls: () => readonly WallOfPanes[],
): PlanInput {
  const header = headerOf(records);
  const rollWidths = header?.rollWidths ?? {};
  const planned = panes.flatMap((pane) => pane.planned ?? []);
  const used = new Set(planned.map(({ filmId }) => filmId));
  const films = shop.films
    .filter((film) => used.has(film.id))
    .map((film): FilmForPlan => {
      const forPlan = chosenRolls(filmForPlan(film), rollWidths);
      const wanted = shop.cutBefore[film.id] ?? [];
      return wanted.length > 0 ? { ...forPlan, wantedBefore: [...wanted] } : forPlan;
    });
  const asAsked: PlanJob = {
    format: 'neat-sill/job',
    version: 1,
    name: header?.name ?? '',
    films,
    stock: shop.stock.filter((entry) => used.has(entry.filmId) && isChosen(entry, rollWidths)),
    panes: planned,
    rules: planRulesOf(rules, header?.longestPullMm ?? null),
  };
  const mayDivide = panes.some(({ division }) => division?.kind === 'panels');
  return {
    job: mayDivide ? withSurroundings(asAsked, walls()) : asAsked,
    leftOut: panes.flatMap(({ id, leftOut }) => (leftOut ? [{ paneId: id, reason: leftOut }] : [])),
  };
}

/** Whether a kept plan still fits what planning would take now. */
export type PlanStanding =
  | { readonly kind: 'none' }
  | { readonly kind: 'holds'; readonly kept: KeptPlan }
  | { readonly kind: 'changed'; readonly kept: KeptPlan };

const withoutLooks = ({ work }: PlanJob['rules']) => (work ? { work: { ...work, seams: undefined } } : {});

/**
 * Holds a kept plan against the job as it is now. Cutting changes the rack, not what is wanted: a plan holds while the
 * panes, films and rules are the same.
 */
export function planStanding(kept: KeptPlan | null, now: PlanJob): PlanStanding {
  if (!kept) return { kind: 'none' };
  // A plan that was kept before rules said what counts beside film does not end because they say so now.
  const isOlder = kept.job.rules.work === undefined;
  const isBeforeLooks = kept.job.rules.work?.seams === undefined;
  const wanted = ({ rules, panes, ...job }: PlanJob) => ({
    ...job,
    stock: [],
    films: job.films.map((film) => ({ ...film, wantedBefore: [] })),
    rules: {
      ...rules,
      ...(isOlder ? { work: undefined } : isBeforeLooks ? withoutLooks(rules) : {}),
      ...(isBeforeLooks ? { seamPlaces: undefined, longestPull: undefined } : {}),
    },
    // What stands about a pane, and which are alike, weighs where seams go: it does not end a plan.
    panes: panes.map(({ seams: { allowed, axis, at }, ...pane }) => ({
      ...pane,
      ...(isOlder ? { room: undefined } : {}),
      seams: { allowed, axis, at },
    })),
  });
  return { kind: sameData(wanted(kept.job), wanted(now)) ? 'holds' : 'changed', kept };
}
