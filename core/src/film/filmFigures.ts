import type { FilmKind, FilmOptics } from './film.ts';

/** Figures of a film that contradict each other. */
export type FigureProblem =
  | { readonly code: 'film.sum'; readonly sum: number }
  | {
      readonly code: 'film.overOne';
      readonly band: 'visible' | 'solar';
      readonly side: 'out' | 'in';
      readonly sum: number;
    }
  | { readonly code: 'film.sidesMixed'; readonly out: number; readonly into: number }
  | {
      readonly code: 'film.visibleOverSolar';
      readonly visible: number;
      readonly solar: number;
      readonly least: number;
    }
  | {
      readonly code: 'film.solarOverVisible';
      readonly visible: number;
      readonly solar: number;
      readonly most: number;
    };

/** Visible light is a bit less than half of the sun's energy (EN 410 / ASTM E891): its share, and that of the ultraviolet. */
const VISIBLE_OF_SOLAR = 0.47;
const UV_OF_SOLAR = 0.04;
/** How far figures may be off before they are said to be impossible. */
const ROUNDING = 0.02;
const SPECTRUM_SLACK = 0.04;

/** What cannot be, whatever the film. */
export function impossibleFigures(
  optics: Partial<FilmOptics>,
  kind: FilmKind | null,
  absorbed: number | null,
): FigureProblem[] {
  const found: FigureProblem[] = [];
  const { visibleTransmitted: tv, visibleReflectedOut: rvo, visibleReflectedIn: rvi } = optics;
  const { solarTransmitted: ts, solarReflectedOut: rso, solarReflectedIn: rsi } = optics;
  const over = (band: 'visible' | 'solar', side: 'out' | 'in', t?: number, r?: number) => {
    if (t !== undefined && r !== undefined && t + r > 1 + ROUNDING / 2)
      found.push({ code: 'film.overOne', band, side, sum: t + r });
  };
  over('visible', 'out', tv, rvo);
  over('visible', 'in', tv, rvi);
  over('solar', 'out', ts, rso);
  over('solar', 'in', ts, rsi);
  if (absorbed !== null && ts !== undefined && rso !== undefined) {
    const sum = ts + rso + absorbed;
    if (Math.abs(sum - 1) > ROUNDING) found.push({ code: 'film.sum', sum });
  }
  if (tv !== undefined && ts !== undefined) {
    const least = tv * VISIBLE_OF_SOLAR;
    if (ts < least - SPECTRUM_SLACK / 2)
      found.push({ code: 'film.visibleOverSolar', visible: tv, solar: ts, least });
    const most = tv * VISIBLE_OF_SOLAR + UV_OF_SOLAR + (1 - VISIBLE_OF_SOLAR - UV_OF_SOLAR);
    if (ts > most + SPECTRUM_SLACK)
      found.push({ code: 'film.solarOverVisible', visible: tv, solar: ts, most });
  }
  if (kind === 'dualReflective' && rvo !== undefined && rvi !== undefined && rvi > rvo + ROUNDING)
    found.push({ code: 'film.sidesMixed', out: rvo, into: rvi });
  return found;
}

/** What stands for a figure that nobody has given, by kind where it matters. */
export function assumedFor(key: keyof FilmOptics, given: Partial<FilmOptics>, kind: FilmKind): number {
  switch (key) {
    case 'visibleReflectedOut':
      return Math.min(1 - (given.visibleTransmitted ?? 0), 0.09);
    case 'visibleReflectedIn':
      return given.visibleReflectedOut ?? assumedFor('visibleReflectedOut', given, kind);
    case 'solarReflectedIn':
      return given.solarReflectedOut ?? 0;
    case 'uvTransmitted':
      return 0.05;
    case 'emissivity':
      return 0.84;
    default:
      return 0;
  }
}
