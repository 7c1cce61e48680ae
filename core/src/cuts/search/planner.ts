import { costPlan } from '../cost/costPlan.ts';
import type { CutPlan } from '../format/cutPlan.ts';
import type { FilmForPlan, PaneForPlan, PlanJob } from '../format/planJob.ts';
import { divide } from '../lay/layouts.ts';
import { waysOnSheets } from '../lay/onSheets.ts';
import { withSheets } from '../sheets/withSheets.ts';
import type { PlanEffort } from './planEffort.ts';
import { planRolls } from './planRolls.ts';

const copiesIn = ({ unplaced }: CutPlan) => unplaced.length;

/** The same job without what is to be cut of sheets; sheets are no rolls. */
function withoutSheets(job: PlanJob, onSheets: ReadonlySet<string>): PlanJob {
  return {
    ...job,
    films: job.films.map(({ sheets: _, ...film }) => film),
    panes: job.panes.filter(({ id }) => !onSheets.has(id)),
  };
}

/** Panes that the rolls and leftovers of their film could take undivided, were there no sheets. */
function mayComeOffRolls(pane: PaneForPlan, { sheets: _, ...film }: FilmForPlan, job: PlanJob): boolean {
  if (pane.motif) return false;
  return film.rolls.length > 0
    ? divide(pane, film, job.rules).kind === 'whole'
    : job.stock.some(({ filmId }) => filmId === film.id);
}

/** A first plan shakes no order. */
const UNSHAKEN = () => 0.5;

/**
 * Which panes are cut of sheets: where a film is sold both ways, all that go on its sheets, or only what no roll takes, or
 * those whose sheet is cheaper than their area of roll; whichever makes the cheapest first plan.
 */
function choiceOfSheets(job: PlanJob): ReadonlySet<string> {
  const chosen = new Set<string>();
  for (const film of job.films.filter(({ sheets }) => (sheets ?? []).length > 0)) {
    const panes = job.panes.filter(({ filmId }) => filmId === film.id);
    const goes = panes.flatMap((pane) => {
      const ways = waysOnSheets(pane, film, job.rules);
      const [first] = ways;
      return first ? [{ pane, ways }] : [];
    });
    const must = goes.filter(({ pane }) => !mayComeOffRolls(pane, film, job)).map(({ pane }) => pane.id);
    const perMm2 = Math.min(
      ...film.rolls.map(({ width, length, price }) => (price ?? width * length) / width / length),
    );
    const cheaper = goes.filter(({ ways }) => {
      const sheet = Math.min(...ways.map(({ sheet: { width, height, price } }) => price ?? width * height));
      const area = Math.min(...ways.map(({ shape }) => shape.acrossMm * shape.alongMm));
      return sheet < perMm2 * area;
    });
    const own: PlanJob = {
      ...job,
      films: [film],
      panes,
      stock: job.stock.filter(({ filmId }) => filmId === film.id),
    };
    const tried = [[], cheaper, goes].map((those) => {
      const ids = new Set([...must, ...those.map(({ pane }) => pane.id)]);
      const first = planRolls(withoutSheets(own, ids), {
        random: UNSHAKEN,
        rounds: 0,
        shouldStop: () => true,
      });
      const plan = withSheets(own, first, ids, 0);
      return { ids, plan, counts: costPlan(own, plan).total };
    });
    const [best] = tried.sort((a, b) => copiesIn(a.plan) - copiesIn(b.plan) || a.counts - b.counts);
    for (const id of best?.ids ?? []) chosen.add(id);
  }
  return chosen;
}

/** How many orders are tried in which pieces are laid on sheets. */
const SHEET_ROUNDS = 40;

/**
 * Plans a job: rolls by search (`planRolls`), sheets of fixed sizes by packing, both in one plan. What rolls and leftovers
 * cannot take goes on sheets where it fits one. Better plans are told as they come.
 */
export function planCuts(job: PlanJob, effort: PlanEffort): CutPlan {
  if (job.films.every(({ sheets }) => (sheets ?? []).length === 0)) return planRolls(job, effort);
  const onSheets = choiceOfSheets(job);
  const whole = (rolls: CutPlan) => withSheets(job, rolls, onSheets, effort.rounds > 0 ? SHEET_ROUNDS : 0);
  const { onProgress } = effort;
  return whole(
    planRolls(withoutSheets(job, onSheets), {
      ...effort,
      ...(onProgress ? { onProgress: (best, round) => onProgress(whole(best), round) } : {}),
    }),
  );
}
