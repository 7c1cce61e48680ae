import { planCuts, type PlanJob } from '@neat-sill/core/cuts';
import { seededRandom } from '@neat-sill/core/units';
import { loadSolver } from './solver.ts';

/** The same panes in several ways: with another film, roll width or school. */
export interface CostOrder {
  readonly variants: readonly { readonly key: string; readonly job: PlanJob }[];
}

export interface VariantCost {
  readonly key: string;
  /** For the length used at the price of its roll; null without a price. */
  readonly cost: number | null;
  /** What has to be bought for it, in whole rolls; null without prices. */
  readonly toBuy: number | null;
  readonly newRolls: number;
  readonly wasteShare: number;
  /** Panes that were planned: those that are measured, and where the film may go. */
  readonly panes: number;
  readonly pulls: number;
  readonly seams: number;
  readonly unplaced: number;
}

export interface CostAnswer {
  readonly costs: readonly VariantCost[];
}

const STEPS = 200;
const LONGEST_MS = 700;
const SEED = 7;

async function weigh({ variants }: CostOrder): Promise<void> {
  const solver = await loadSolver();
  const costs: VariantCost[] = [];
  for (const { key, job } of variants) {
    const end = performance.now() + LONGEST_MS;
    const plan = planCuts(job, {
      random: seededRandom(SEED),
      rounds: STEPS,
      solver,
      secondsLeft: () => (end - performance.now()) / 1000,
      shouldStop: () => performance.now() > end,
    });
    const used = plan.summary.byFilm.reduce((sum, film) => sum + film.usedArea, 0);
    const net = plan.summary.byFilm.reduce((sum, film) => sum + film.netArea, 0);
    const bought = plan.sources.filter(({ kind }) => kind === 'new');
    const prices = bought.map(({ filmId, width, length }) => {
      const film = job.films.find(({ id }) => id === filmId);
      return film?.rolls.find((roll) => roll.width === width && roll.length === length)?.price ?? null;
    });
    costs.push({
      key,
      cost: plan.summary.cost,
      toBuy: prices.some((price) => price === null)
        ? null
        : prices.reduce((sum: number, price) => sum + (price ?? 0), 0),
      newRolls: bought.length,
      wasteShare: used > 0 ? 1 - net / used : 0,
      panes: job.panes.length,
      pulls: plan.pulls.length,
      seams: plan.pulls.flatMap(({ pieces }) => pieces).filter(({ panel, panels }) => panel > 1 && panels > 1)
        .length,
      unplaced: plan.unplaced.length,
    });
    const answer: CostAnswer = { costs: [...costs] };
    self.postMessage(answer);
  }
}

self.onmessage = ({ data }: MessageEvent<CostOrder>) => void weigh(data);
