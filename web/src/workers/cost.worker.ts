import { planCuts, type PlanJob } from '@neat-sill/core/cuts';
import { seededRandom } from '@neat-sill/core/units';

/** What films would cost on the same panes, with what is cut away. */
export interface CostOrder {
  readonly turn: number;
  readonly jobs: readonly { readonly filmId: string; readonly job: PlanJob }[];
}

export interface FilmCost {
  readonly filmId: string;
  /** For the length used at the price of its roll; null without a price. */
  readonly cost: number | null;
  readonly wasteShare: number;
  readonly seams: number;
  readonly unplaced: number;
}

export interface CostAnswer {
  readonly turn: number;
  readonly costs: readonly FilmCost[];
}

const ROUNDS = 40;
const SEED = 7;

self.onmessage = ({ data }: MessageEvent<CostOrder>) => {
  const costs = data.jobs.map(({ filmId, job }): FilmCost => {
    const plan = planCuts(job, { random: seededRandom(SEED), rounds: ROUNDS, shouldStop: () => false });
    const of = plan.summary.byFilm.find((film) => film.filmId === filmId);
    const seams = plan.pulls
      .flatMap(({ pieces }) => pieces)
      .reduce((sum, { panel, panels }) => sum + (panel > 1 && panels > 1 ? 1 : 0), 0);
    return {
      filmId,
      cost: plan.summary.cost,
      wasteShare: of && of.usedArea > 0 ? 1 - of.netArea / of.usedArea : 0,
      seams,
      unplaced: plan.unplaced.length,
    };
  });
  const answer: CostAnswer = { turn: data.turn, costs };
  self.postMessage(answer);
};
