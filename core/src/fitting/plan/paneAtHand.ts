import type { Film } from '../../film/index.ts';
import type { FittingCase } from './fittingCase.ts';
import type { Leading, Outline, Side, Size } from '../../survey/index.ts';
import type { Hang } from './hangs.ts';

/** A pane with its film, piece and site, as a case of the file format says it. */
export type Asked = Omit<FittingCase, 'format' | 'version' | 'id' | 'rules'>;

/** A side of the film that ends on the glass and not at a frame: it is cut level by measure. Lengths mm. */
export interface FreeSide {
  readonly side: Side;
  /** From the glass's edge on that side. */
  readonly fromEdgeMm: number;
  /** Over the floor; for the sides left and right null. */
  readonly overFloorMm: number | null;
}

/** A seam as it is marked: where its edge lies, from the left or the top of the glass. Lengths mm. */
export interface SeamAtHand {
  readonly axis: 'vertical' | 'horizontal';
  readonly seamMm: number;
  readonly edgeMm: number;
  readonly overlapMm: number;
}

/** What a job knows of a pane beyond a case of the file format. */
export interface MoreAtHand {
  readonly freeSides: readonly FreeSide[];
  readonly seams: readonly SeamAtHand[];
  /** The roll's edge that each panel is hung on, from the first; null where none is. */
  readonly factoryEdges: readonly (Side | null)[];
  /** Sides that end at a straight edge as they come, with a gap, and are not trimmed. */
  readonly keptSides: readonly Side[];
  /** Why no blade may touch the face; null where one may. */
  readonly bladeForbidden: 'plastic' | 'coated' | null;
  readonly opens: boolean;
  /** Where the pattern starts, mm from the left and top edge of the glass. */
  readonly patternStart: { readonly acrossMm: number; readonly alongMm: number } | null;
  /** Lead that is applied on top, by its pattern. */
  readonly leading: Omit<Leading, 'stripMm'> | null;
  /** The glass as it is. */
  readonly outline: Outline | null;
  /** How long the film's maker says it takes to dry; null where the house rules tell. */
  readonly makerCureDays: number | null;
  /** A way of hanging somebody has chosen in place of the planner's. */
  readonly hang: Hang | null;
}

export const NOTHING_MORE: MoreAtHand = {
  freeSides: [],
  seams: [],
  factoryEdges: [],
  keptSides: [],
  bladeForbidden: null,
  opens: true,
  patternStart: null,
  leading: null,
  outline: null,
  makerCureDays: null,
  hang: null,
};

/** A pane of a job as the fitter meets it. */
export interface PaneToFit {
  readonly label: string;
  readonly film: Film;
  /** What film covers of its glass. */
  readonly glass: Size;
  readonly asked: Asked;
  readonly more: MoreAtHand;
}

/** A site of which nobody has said more. */
export const USUAL_SITE: Asked['site'] = {
  people: 1,
  skill: 'installer',
  glassC: 18,
  directSun: false,
  roomC: 20,
  season: 'summer',
};

/** Hung without water: perforated film, and what its maker says. */
export const isDry = ({ kind, dry }: Asked['film']) => kind === 'perforated' || dry;
export const isCling = ({ hold }: Asked['film']) => hold === 'cling';
export const isTrimmed = ({ school }: Asked['piece']) => school !== 'bench' && school !== 'plotted';
/** Height of the glass's upper edge over the floor, mm. */
export const topMm = ({ pane }: Asked) => pane.sillOverFloorMm + pane.heightMm;

/** What one piece of film covers: the widest panel, or the face of a block. */
export function pieceOf(
  { pane, piece }: Asked,
  { seams }: Pick<MoreAtHand, 'seams'>,
): { readonly widthMm: number; readonly areaM2: number } {
  if (pane.glass === 'glassBlock' && pane.blocks)
    return { widthMm: pane.blocks.faceMm, areaM2: pane.blocks.faceMm ** 2 / 1e6 };
  const level = seams.some(({ axis }) => axis === 'horizontal');
  const along = level ? pane.heightMm : pane.widthMm;
  const places = [0, ...seams.map(({ seamMm }) => seamMm), along];
  const parts =
    seams.length > 0 ? places.slice(1).map((to, at) => to - (places[at] ?? 0)) : [along / piece.panels];
  const most = Math.max(...parts);
  return level
    ? { widthMm: pane.widthMm, areaM2: (pane.widthMm * most) / 1e6 }
    : { widthMm: most, areaM2: (most * pane.heightMm) / 1e6 };
}
