import type { SoldBy } from '../film/index.ts';
import type { Offer } from './shoppingList.ts';

/** What a film is known by at a supplier's. */
export interface FilmAsked {
  readonly filmId: string;
  readonly rolls: readonly {
    readonly widthMm: number;
    readonly rollMm: number;
    readonly price: number | null;
    readonly soldBy: SoldBy;
  }[];
}

export type FeedAnswer =
  | { readonly kind: 'offers'; readonly offers: readonly Offer[] }
  /** It answered that it will not, now. */
  | { readonly kind: 'refused' }
  /** No answer came. */
  | { readonly kind: 'away' };

export interface StandInSupplier {
  readonly id: string;
  readonly name: string;
  /** Its prices against those of the catalogue. */
  readonly priceFactor: number;
  /** Share of films it keeps. */
  readonly keeps: number;
  /** How often it refuses and is away, as shares. */
  readonly refuses: number;
  readonly away: number;
}

/** Two suppliers that do not exist; they stand in for price and stock feeds. */
export const STAND_IN_SUPPLIERS: readonly StandInSupplier[] = [
  {
    id: 'harbour-film',
    name: 'Harbour Film Store',
    priceFactor: 0.97,
    keeps: 0.8,
    refuses: 0.05,
    away: 0.03,
  },
  { id: 'gull-point', name: 'Gull Point Supply', priceFactor: 1.04, keeps: 1, refuses: 0.03, away: 0.05 },
];

/** A number from 0 to 1 that belongs to a text: the same film has the same stock each time it is asked for. */
function fixedChance(text: string): number {
  let hash = 2166136261;
  for (let at = 0; at < text.length; at += 1) hash = Math.imul(hash ^ text.charCodeAt(at), 16777619);
  return (hash >>> 0) / 2 ** 32;
}

/** How long the stand-in takes to answer, ms. */
export const standInDelayMs = (random: () => number) => 120 + random() * 500;

/**
 * What a supplier that does not exist answers: prices near those of the catalogue, stock and lots that belong to the film,
 * now and then a refusal or nothing at all. Films without a price it does not offer.
 */
export function standInFeed(
  supplier: StandInSupplier,
  films: readonly FilmAsked[],
  random: () => number,
): FeedAnswer {
  const mood = random();
  if (mood < supplier.away) return { kind: 'away' };
  if (mood < supplier.away + supplier.refuses) return { kind: 'refused' };
  const offers = films.flatMap(({ filmId, rolls }) =>
    rolls.flatMap(({ widthMm, rollMm, price, soldBy }): Offer[] => {
      const own = fixedChance(`${supplier.id} ${filmId} ${widthMm}`);
      if (price === null || fixedChance(`${supplier.id} keeps ${filmId}`) > supplier.keeps) return [];
      const whole = Math.round(price * supplier.priceFactor * (0.98 + 0.05 * own) * 100) / 100;
      const rollsThere = Math.floor(own * 5);
      return [
        {
          filmId,
          widthMm,
          rollMm,
          soldBy,
          price: soldBy !== 'metre' ? whole : Math.round((whole / rollMm) * 1000 * 1.1 * 100) / 100,
          inStock: soldBy !== 'metre' ? rollsThere : Math.floor((rollsThere * rollMm) / 1000),
          days: 1 + Math.floor(own * 2),
          daysIfNot: 6 + Math.floor(own * 9),
          lot: `${supplier.id.slice(0, 1).toUpperCase()}${Math.floor(100 + own * 899)}`,
        },
      ];
    }),
  );
  return { kind: 'offers', offers };
}
