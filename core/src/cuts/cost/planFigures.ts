import type { CutPlan, PlanJob } from '../format/index.ts';
import { hasPrices, soldAs } from '../format/prices.ts';
import { sheetOfSource } from '../lay/onSheets.ts';
import { costPlan } from './costPlan.ts';

/** What a plan comes to, to hold it beside another. */
export interface PlanFigures {
  /** All that it counts by the house rules: film, work, seams, what is left; null without a price. */
  readonly counts: number | null;
  /** Its film, for the length used at the price of its roll; null without a price. */
  readonly cost: number | null;
  /** What has to be bought for it, in whole rolls; null without prices. */
  readonly toBuy: number | null;
  readonly newRolls: number;
  readonly newSheets: number;
  readonly wasteShare: number;
  /** Panes that were planned: those that are measured, and where the film may go. */
  readonly panes: number;
  readonly pulls: number;
  readonly seams: number;
  readonly unplaced: number;
}

/** The figures of a plan of a job. Money in that of the film prices. */
export function planFigures(job: PlanJob, plan: CutPlan): PlanFigures {
  const used = plan.summary.byFilm.reduce((sum, film) => sum + film.usedArea, 0);
  const net = plan.summary.byFilm.reduce((sum, film) => sum + film.netArea, 0);
  const bought = plan.sources.filter(({ kind }) => kind === 'new');
  const prices = bought.map(({ filmId, width, length }) => {
    const film = job.films.find(({ id }) => id === filmId);
    return (
      (film && soldAs(film).find((sold) => sold.width === width && sold.length === length)?.price) ?? null
    );
  });
  const sheets = bought.filter((source) =>
    sheetOfSource(
      source,
      job.films.find(({ id }) => id === source.filmId),
    ),
  ).length;
  const pieces = plan.pulls.flatMap((pull) => pull.pieces);
  return {
    counts: job.films.every(hasPrices) && plan.summary.cost !== null ? costPlan(job, plan).total : null,
    cost: plan.summary.cost,
    toBuy: prices.some((price) => price === null)
      ? null
      : prices.reduce((sum: number, price) => sum + (price ?? 0), 0),
    newRolls: bought.length - sheets,
    newSheets: sheets,
    wasteShare: used > 0 ? 1 - net / used : 0,
    panes: job.panes.length,
    pulls: plan.pulls.length,
    seams: pieces.filter(({ panel, panels }) => panel > 1 && panels > 1).length,
    unplaced: plan.unplaced.length,
  };
}
