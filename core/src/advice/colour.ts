import type { Cast, Film } from '../film/index.ts';
import type { GlassKind } from '../survey/index.ts';

/** The cast that glass itself gives the light: body-tinted glass stands between bronze and grey. */
const GLASS_CAST: Readonly<Partial<Record<GlassKind, Cast>>> = {
  tintedSingle: { a: 2, b: 5 },
  tintedDouble: { a: 2, b: 5 },
  lowEDouble: { a: -2.5, b: 1.5 },
  triple: { a: -1.5, b: 0.5 },
  block: { a: -3, b: 1 },
};

export const TONES = ['red', 'orange', 'yellow', 'green', 'blueGreen', 'blue', 'violet'] as const;
export type Tone = (typeof TONES)[number];

export interface ColourShift {
  /** Cast of the light with glass and film. */
  readonly cast: Cast;
  /** Distance from the bare glass in the a*b* plane (CIE 1976). */
  readonly shift: number;
  readonly seen: 'none' | 'slight' | 'plain';
  readonly towards: Tone | null;
}

/** From these distances on a shift of colour is seen side by side, and at once. */
const SEEN_FROM = 2;
const PLAIN_FROM = 6;

/** How a film shifts the colour of the light behind a kind of glass. Casts of layers are taken to add. */
export function colourShift(glass: GlassKind, film: Pick<Film, 'cast'>): ColourShift {
  const own = GLASS_CAST[glass] ?? { a: 0, b: 0 };
  const shift = Math.hypot(film.cast.a, film.cast.b);
  const hueDeg = ((Math.atan2(film.cast.b, film.cast.a) * 180) / Math.PI + 360) % 360;
  const towards: Tone =
    hueDeg < 30 || hueDeg >= 345
      ? 'red'
      : hueDeg < 65
        ? 'orange'
        : hueDeg < 110
          ? 'yellow'
          : hueDeg < 175
            ? 'green'
            : hueDeg < 230
              ? 'blueGreen'
              : hueDeg < 295
                ? 'blue'
                : 'violet';
  const seen = shift < SEEN_FROM ? 'none' : shift < PLAIN_FROM ? 'slight' : 'plain';
  const cast = { a: own.a + film.cast.a, b: own.b + film.cast.b };
  return { cast, shift, seen, towards: seen === 'none' ? null : towards };
}
