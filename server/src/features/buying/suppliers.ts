import {
  STAND_IN_SUPPLIERS,
  standInDelayMs,
  standInFeed,
  type FeedAnswer,
  type FilmAsked,
} from '@neat-sill/core/buying';

/** A supplier's feed of prices and stock. */
export interface SupplierFeed {
  readonly id: string;
  readonly name: string;
  readonly standIn: boolean;
  readonly ask: (films: readonly FilmAsked[]) => Promise<FeedAnswer>;
}

/** The feeds that ship: suppliers that do not exist, and behave like ones that do. */
export function standInFeeds(
  random: () => number,
  wait: (ms: number) => Promise<void>,
): readonly SupplierFeed[] {
  return STAND_IN_SUPPLIERS.map((supplier) => ({
    id: supplier.id,
    name: supplier.name,
    standIn: true,
    ask: async (films) => {
      await wait(standInDelayMs(random));
      return standInFeed(supplier, films, random);
    },
  }));
}
