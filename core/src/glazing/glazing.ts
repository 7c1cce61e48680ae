import { stackOptics, type Band, type BandName, type Bands, type StackOptics } from './bands.ts';
import { paneWithFilm, type FilmBand, type FilmBasis } from './filmOnGlass.ts';
import type { GasFill } from './gas.ts';

/** One pane of a glazing without film. Optical figures at right angles; emissivities of its faces, corrected. */
export interface GlassPane extends Bands {
  readonly thicknessMm: number;
  readonly conductivityWmK: number;
  readonly emissivityOut: number;
  readonly emissivityIn: number;
}

export interface Gap extends GasFill {
  readonly widthMm: number;
}

/** A film on a face: panes count from outdoors, from 1; `in` is the pane's room side. */
export interface LaidOn {
  readonly pane: number;
  readonly face: 'out' | 'in';
  readonly basis: FilmBasis;
  readonly emissivity: number;
  readonly solar: FilmBand;
  readonly visible: FilmBand;
  readonly uv: FilmBand;
}

export interface Glazing {
  readonly panes: readonly GlassPane[];
  /** Between the panes: one fewer than those. */
  readonly gaps: readonly Gap[];
  readonly films: readonly LaidOn[];
}

/** A pane as it stands, its films laid on. */
export function filmedPanes({ panes, films }: Pick<Glazing, 'panes' | 'films'>): GlassPane[] {
  return panes.map((pane, at) =>
    films
      .filter((film) => film.pane === at + 1)
      .reduce((done, film): GlassPane => {
        const laid = (band: BandName): Band =>
          paneWithFilm(done[band], film.face, { ...film[band], basis: film.basis }, band);
        const emissivity =
          film.face === 'out' ? { emissivityOut: film.emissivity } : { emissivityIn: film.emissivity };
        return { ...done, ...emissivity, solar: laid('solar'), visible: laid('visible'), uv: laid('uv') };
      }, pane),
  );
}

/** What a glazing with its films does with light of a band. */
export function glazingOptics(glazing: Pick<Glazing, 'panes' | 'films'>, band: BandName): StackOptics {
  return stackOptics(filmedPanes(glazing).map((pane) => pane[band]));
}
