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
  'staticCling',
  'perforated',
  'clearUv',
  'clearSecurity',
  'solarSecurity',
  'antiGraffiti',
] as const;
export type FilmKind = (typeof FILM_KINDS)[number];

/** A roll that can be bought. */
export interface RollOnSale {
  readonly widthMm: number;
  readonly lengthMm: number;
  /** For the whole roll; null while the supplier has not named one. */
  readonly price: number | null;
}

/** How a piece may lie on the roll against how it hangs: see docs/formats (films.turn). */
export type FilmTurn = 'any' | 'half' | 'none';

export interface Pattern {
  readonly acrossMm: number;
  readonly alongMm: number;
  readonly drop: 'straight' | 'half';
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
  readonly optics: {
    readonly visibleTransmitted: number;
    readonly visibleReflectedOut: number;
    readonly visibleReflectedIn: number;
    readonly solarTransmitted: number;
    readonly solarReflectedOut: number;
    readonly solarReflectedIn: number;
    readonly uvTransmitted: number;
    /** Of the film's bare face, for long-wave radiation. */
    readonly emissivity: number;
  };
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
