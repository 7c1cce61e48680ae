import { NOTHING_MORE, USUAL_SITE, type Asked, type MoreAtHand, type PaneToFit } from '../fitting/index.ts';
import { silverForTest } from './jobs.ts';

type Changes = { readonly [Part in 'pane' | 'film' | 'piece' | 'site']?: Partial<Asked[Part]> } & {
  readonly anchor?: Asked['anchor'];
  readonly more?: Partial<MoreAtHand>;
};

/** A plain pane of 900 by 1400 mm with solar film, as the fitter meets it, but for what is said of it. */
export function paneToFitForTest({ pane, film, piece, site, anchor = null, more }: Changes = {}): PaneToFit {
  const asked: Asked = {
    pane: {
      ...{ widthMm: 900, heightMm: 1400, cornerRadiusMm: 0, sillOverFloorMm: 600, recessMm: 12 },
      ...{ glass: 'sealedUnit', strength: 'annealed', surface: 'smooth', fusedParticles: null },
      ...{ frame: 'timber', joint: 'putty', handle: 'right', side: 'inside', wetRoom: false },
      ...{ oldFilm: false, blocks: null },
      ...pane,
    },
    film: {
      ...{ kind: 'solar', hold: 'pressureSensitive', thicknessUm: 50, dry: false, liner: true },
      ...{ pattern: false, leadStrips: false },
      ...film,
    },
    piece: { school: 'margin', factoryEdge: null, panels: 1, seamWay: 'doubleCut', ...piece },
    anchor,
    site: { ...USUAL_SITE, ...site },
  };
  return {
    label: '4',
    film: silverForTest,
    glass: { widthMm: asked.pane.widthMm, heightMm: asked.pane.heightMm },
    asked,
    more: { ...NOTHING_MORE, ...more },
  };
}
