import type { Band, BandName } from './bands.ts';
import {
  REFERENCE_GLASS,
  bandFrom,
  faceOfPlate,
  addLayer,
  referenceFace,
  seenFrom,
  withoutFace,
} from './surface.ts';

/** A film's figures in one band: `rGlass` seen through the glass, `rFace` from its bare face. */
export interface FilmBand {
  readonly t: number;
  readonly rGlass: number;
  readonly rFace: number;
}

/** `on3mm`: measured on 3 mm clear glass, the trade's convention. `alone`: of the film by itself, in air. */
export type FilmBasis = 'on3mm' | 'alone';

/** A film laid on glass, without the glass: `rAir` from its bare face, `rGlass` from within the glass. */
interface LaidFilm {
  readonly t: number;
  readonly rAir: number;
  readonly rGlass: number;
}

/** A pane is uncoated when both its sides throw back the same, within what is measured. */
export const UNCOATED_TOLERANCE = 0.005;

/** The bare face of a pane that film is to take the place of; coated panes have that of the reference glass. */
export function faceOf(pane: Band, band: BandName): number {
  const alike = Math.abs(pane.rOut - pane.rIn) <= UNCOATED_TOLERANCE;
  const own = alike ? faceOfPlate({ t: pane.t, r: (pane.rOut + pane.rIn) / 2 }) : null;
  return own ?? referenceFace(band);
}

/** The film by itself on a face of glass, out of its figures on 3 mm clear glass. */
function laidOnReference(film: FilmBand, band: BandName, face: number): LaidFilm {
  const reference = REFERENCE_GLASS[band];
  const bare = referenceFace(band);
  const glass = withoutFace({ t: reference.t, rHere: reference.r, rThere: reference.r }, bare);
  // Seen through the glass: rGlass = glass.rOther + t_g² r / (1 - glass.rFace r), solved for r; then t and the air side.
  const beyond = film.rGlass - glass.rOther;
  const rGlass = beyond / (glass.t * glass.t + glass.rFace * beyond);
  const between = 1 - glass.rFace * rGlass;
  const t = (film.t * between) / glass.t;
  const rAir = film.rFace - (t * t * glass.rFace) / between;
  // The face it replaces here may differ a little from that of the reference: what the film lets of it be seen differs too.
  const apart = face - bare;
  const seen = (t / (1 - bare)) ** 2;
  return {
    t: t * (1 - (apart * Math.sqrt(seen)) / (1 - bare)),
    rAir: rAir + apart * seen,
    rGlass: rGlass + apart * seen,
  };
}

/**
 * The film by itself on a face of glass, out of its figures in air. Where glass and adhesive meet, their two bare faces
 * become none: as much of the face as the film's adhesive side can have had is left out.
 */
function laidFromAir(film: FilmBand, face: number): LaidFilm {
  const merged = Math.min(face, Math.max(0, film.rGlass));
  const body = withoutFace({ t: film.t, rHere: film.rGlass, rThere: film.rFace }, merged);
  const left = face - merged;
  const onFace = addLayer({ t: 1 - left, rAir: left, rGlass: left }, body);
  return { t: onFace.t, rAir: onFace.rThere, rGlass: onFace.rHere };
}

/**
 * A pane with film on one of its faces, in one band: the face is taken off, the film laid in its place. On its own 3 mm
 * reference a film gives back its own figures, and a film that does nothing changes nothing.
 */
export function paneWithFilm(
  pane: Band,
  side: 'out' | 'in',
  film: FilmBand & { readonly basis: FilmBasis },
  band: BandName,
): Band {
  const face = faceOf(pane, band);
  const rest = withoutFace(seenFrom(side, pane), face);
  return bandFrom(side, addLayer(laidFilm(film, band, face), rest));
}

function laidFilm(film: FilmBand & { readonly basis: FilmBasis }, band: BandName, face: number): LaidFilm {
  return film.basis === 'on3mm' ? laidOnReference(film, band, face) : laidFromAir(film, face);
}

/** Rounding of measured figures may leave this much too little or too much. */
const MEASURED_WITHIN = 0.02;

/** Whether a film can have these figures: taken off its reference glass it makes no light and reflects no less than none. */
export function isPossible(film: FilmBand & { readonly basis: FilmBasis }, band: BandName): boolean {
  const { t, rAir, rGlass } = laidFilm(film, band, referenceFace(band));
  return Math.min(t, rAir, rGlass) >= -MEASURED_WITHIN && t + Math.max(rAir, rGlass) <= 1 + MEASURED_WITHIN;
}
