import type { SeamLooksRules } from '../../rules/index.ts';
import { SMALLEST_LACK_MM } from '../../units/index.ts';
import { costPerMm, weightPerMm } from './cost.ts';
import { hasPrices, pricePerMm2 } from '../format/prices.ts';
import { isUsefulOffcut } from '../lay/lay.ts';
import type { FilmForPlan, PlanJob, StockForPlan } from '../format/planJob.ts';

/** What counts beside the length of film used, in money, for one film of a job. */
export interface Counting {
  readonly perPull: number;
  readonly perKnifeSetting: number;
  readonly perExtraLot: number;
  /** What seams count by their looks; null: nothing. */
  readonly seams: SeamLooksRules | null;
  /** No leftover is worth more than this, per mm². */
  readonly mostWorthPerMm2: number;
  /** What a leftover counts: less than nothing where it is worth keeping, more where it is a sliver. */
  readonly leftover: (w: number, l: number) => number;
  /** What buying a whole roll for the first piece of it ties up: its price less the book value of all of it. */
  readonly opening: (roll: FilmForPlan['rolls'][number]) => number;
  /** What a millimetre of an offcut on hand counts. */
  readonly offcutPerMm: (offcut: Pick<StockForPlan, 'width' | 'length'>) => number;
  /** What a millimetre of new film counts once its roll is bought. */
  readonly newPerMm: (roll: FilmForPlan['rolls'][number]) => number;
}

/** How likely a leftover finds a use: the share of sizes wanted before that could be cut from it; 1 with none known. */
function usability(film: FilmForPlan, w: number, l: number): number {
  const sizes = film.wantedBefore ?? [];
  const all = sizes.reduce((sum, { times }) => sum + times, 0);
  if (all === 0) return 1;
  const goes = (width: number, length: number) =>
    width <= w + SMALLEST_LACK_MM && length <= l + SMALLEST_LACK_MM;
  const fitting = sizes.filter(
    ({ width, length }) => goes(width, length) || (film.turn === 'any' && goes(length, width)),
  );
  return fitting.reduce((sum, { times }) => sum + times, 0) / all;
}

/**
 * What counts for a film beside its length, by the job's rules; null where nothing does: without such rules, and for
 * films without prices, whose film and work cannot be held against each other.
 */
export function countingFor(film: FilmForPlan, { rules }: Pick<PlanJob, 'rules'>): Counting | null {
  const { work } = rules;
  if (!work || !hasPrices(film)) return null;
  const perMm2 = pricePerMm2(film);
  const bookValue = rules.bookValue ?? 1;
  const worth = (w: number, l: number) =>
    isUsefulOffcut({ w, l }, rules.minOffcut, film.turn)
      ? work.leftoverWorth * perMm2 * w * l * usability(film, w, l)
      : 0;
  const whole = ({ soldBy }: { soldBy?: 'roll' | 'metre' | undefined }) => soldBy !== 'metre';
  return {
    perPull: work.perPull,
    perKnifeSetting: work.perKnifeSetting,
    perExtraLot: work.perExtraLot,
    seams: work.seams ?? null,
    mostWorthPerMm2: work.leftoverWorth * perMm2,
    leftover: (w, l) => {
      const kept = worth(w, l);
      if (kept > 0) return -kept;
      return Math.min(w, l) < work.sliver.underMm ? work.sliver.cost : 0;
    },
    opening: (roll) => (whole(roll) ? (roll.price ?? 0) * (1 - bookValue) : 0),
    offcutPerMm: ({ width, length }) => worth(width, length) / length,
    newPerMm: (roll) => costPerMm(film, { kind: 'new', ...roll }) * (whole(roll) ? bookValue : 1),
  };
}

/** What film on hand counts in all: a roll at its book value, an offcut at its worth; null without prices. */
export function worthOnHand(
  film: FilmForPlan,
  entry: Pick<StockForPlan, 'kind' | 'width' | 'length'>,
  job: Pick<PlanJob, 'rules'>,
): number | null {
  if (!hasPrices(film)) return null;
  const perMm =
    entry.kind === 'roll' ? weightPerMm(film, entry, job) : (countingFor(film, job)?.offcutPerMm(entry) ?? 0);
  return perMm * entry.length;
}
