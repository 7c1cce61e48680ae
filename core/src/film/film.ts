/** A film as the shop knows it. Optical figures are on 3 mm clear glass, sun at right angles (film data convention). */

export const FILM_KINDS = [
  'silverSolar',
  'neutralSolar',
  'selective',
  'dualReflective',
  'dyed',
  'ceramic',
  'lowE',
  'outsideSilver',
  'outsideNeutral',
  'frosted',
  'whiteout',
  'blackout',
  'patterned',
  'stainedLook',
  'printed',
  'vinyl',
  'perforated',
  'clearUv',
  'clearSecurity',
  'solarSecurity',
  'antiGraffiti',
] as const;
export type FilmKind = (typeof FILM_KINDS)[number];

/**
 * How film is sold: whole rolls, by the metre, in sheets of one size, or in sheets that bear one motif, of which one piece
 * is cut.
 */
export const SOLD_BY = ['roll', 'metre', 'sheet', 'motif'] as const;
export type SoldBy = (typeof SOLD_BY)[number];

/** A roll that can be bought, or a sheet: the length of one is its height. */
export interface RollOnSale {
  readonly widthMm: number;
  readonly lengthMm: number;
  /** For the whole roll; null while the supplier has not named one. */
  readonly price: number | null;
  /** By the metre: the supplier cuts off what is wanted, at the price of the roll for its share of it. */
  readonly soldBy: SoldBy;
  /** Prices that are named already and hold from a day on, `YYYY-MM-DD`. */
  readonly later: readonly { readonly from: string; readonly price: number }[];
}

/** Whether it is a sheet of fixed size, which is bought whole and not pulled off a roll. */
export const isSheet = ({ soldBy }: Pick<RollOnSale, 'soldBy'>): boolean =>
  soldBy === 'sheet' || soldBy === 'motif';

/** Whether a film is sold as a sheet of this size. */
export const isSoldAsSheet = ({ rolls }: Film, widthMm: number, lengthMm: number): boolean =>
  rolls.some((each) => isSheet(each) && each.widthMm === widthMm && each.lengthMm === lengthMm);

/** How a piece may lie on the roll against how it hangs: see docs/formats (films.turn). */
export type FilmTurn = 'any' | 'half' | 'none';

export interface Pattern {
  readonly acrossMm: number;
  readonly alongMm: number;
  readonly drop: 'straight' | 'half';
}

/** What the light is like that comes through: CIELAB a* and b* of daylight seen through film and clear glass; 0, 0 is neutral. */
export interface Cast {
  readonly a: number;
  readonly b: number;
}

export interface FilmOptics {
  readonly visibleTransmitted: number;
  readonly visibleReflectedOut: number;
  readonly visibleReflectedIn: number;
  readonly solarTransmitted: number;
  readonly solarReflectedOut: number;
  readonly solarReflectedIn: number;
  readonly uvTransmitted: number;
  /** Of the film's bare face, for long-wave radiation. */
  readonly emissivity: number;
}

export interface Film {
  readonly id: string;
  readonly name: string;
  /** One letter by which drawings tell the film apart, beside its hatch. */
  readonly letter: string;
  readonly kind: FilmKind;
  readonly hold: 'pressureSensitive' | 'dryAdhesive' | 'cling';
  readonly mount: 'inside' | 'outside';
  readonly thicknessUm: number;
  readonly optics: FilmOptics;
  /** Figures nobody has given: they stand for the usual of the kind and are never shown as sure. */
  readonly assumed: readonly (keyof FilmOptics)[];
  readonly cast: Cast;
  /** Film made for vehicles does not belong on a building. */
  readonly madeFor: 'glazing' | 'vehicle';
  /** Its metal lies open at cut edges and corrodes in damp unless it is sealed. */
  readonly openMetal: boolean;
  readonly lifeYears: number | null;
  readonly warrantyYears: number | null;
  /** Drying time the maker names, days at 20 °C; null where the house rules tell it by thickness. */
  readonly cureDays: number | null;
  /** From this day, `YYYY-MM-DD`, it is not offered any more; null while it is. Jobs that have it keep it. */
  readonly discontinuedOn: string | null;
  /** Lots on hand, the newest first. */
  readonly lots: readonly string[];
  /** Counts how often the figures were changed; a job keeps the version it was sold with. */
  readonly version: number;
  readonly rolls: readonly RollOnSale[];
  readonly turn: FilmTurn;
  readonly matchEdges: boolean;
  /** False where a spliced sheet is not what was sold, as with security film. */
  readonly mayBeSeamed: boolean;
  readonly pattern: Pattern | null;
}

/** Share of the sun's energy taken up by film and glass: what is neither let through nor thrown back. */
export function solarAbsorptance({ optics }: Pick<Film, 'optics'>): number {
  return 1 - optics.solarTransmitted - optics.solarReflectedOut;
}

/** Whether a film is offered for new panes on a day, `YYYY-MM-DD`. */
export function isOffered({ discontinuedOn }: Pick<Film, 'discontinuedOn'>, day: string): boolean {
  return discontinuedOn === null || day < discontinuedOn;
}

/** A film with the prices that hold on a day, `YYYY-MM-DD`. */
export function pricedOn(film: Film, day: string): Film {
  if (film.rolls.every(({ later }) => later.length === 0)) return film;
  return {
    ...film,
    rolls: film.rolls.map((roll) => {
      const held = roll.later
        .filter(({ from }) => from <= day)
        .sort((a, b) => a.from.localeCompare(b.from))
        .at(-1);
      return { ...roll, price: held?.price ?? roll.price };
    }),
  };
}
