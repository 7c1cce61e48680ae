import { coveredParts, pieceSize, type CoveredPart, type Film } from '../film/index.ts';
import type { RuleSet } from '../rules/index.ts';
import type { Pane, PaneSizes } from '../survey/index.ts';
import { roundLength } from '../units/index.ts';
import type { PaneForPlan, PlanJob } from './format/index.ts';
import { filmForPlan } from './fromFilm.ts';
import { divide, type Division } from './lay/layouts.ts';

/* From a measured pane, its film and the house rules to what planning takes. */

/** The rules of planning that follow from the house rules: what is added at trimmed sides, at the factory edge, at seams. */
export function planRulesOf({ cutting }: RuleSet): PlanJob['rules'] {
  const { work } = cutting;
  const costOf = (seconds: number) => (work.hourlyRate * seconds) / 3600;
  return {
    allowance: cutting.school === 'benchCut' ? 0 : cutting.marginMm,
    factoryEdgeAllowance: -cutting.factoryEdgeGapMm,
    seamOverlap: cutting.seam === 'butt' ? 0 : cutting.seamOverlapMm,
    minPanel: cutting.minPanelMm,
    seamPlaces: cutting.seamPlaces,
    minOffcut: { width: cutting.minOffcutWidthMm, length: cutting.minOffcutLengthMm },
    bookValue: cutting.bookValue,
    work: {
      perPull: costOf(work.pullSeconds),
      perKnifeSetting: costOf(work.knifeSeconds),
      mostSlits: work.mostSlits,
      leftoverWorth: work.leftoverWorth,
      sliver: { underMm: work.sliverUnderMm, cost: costOf(work.sliverSeconds) },
      perExtraLot: work.extraLotCost,
      seams: cutting.seamLooks,
    },
  };
}

/** A pane that has a size: its record, its sizes, and what film covers of its glass. */
export interface MeasuredPane {
  readonly pane: Pane;
  readonly sizes: PaneSizes;
  readonly covered: readonly CoveredPart[];
}

/** What a pane asks of a film: the size to cut for, its factory edge and its seams. */
export type AskedOfFilm = Pick<PaneForPlan, 'width' | 'height' | 'factoryEdge' | 'seams'>;

/** What a measured pane asks of a film by the house rules; a band that misses the glass asks for nothing: sizes of 0. */
export function askedOfFilm(
  { pane, sizes, covered }: MeasuredPane,
  film: Pick<Film, 'pattern'> | null,
  rules: RuleSet,
): AskedOfFilm {
  const { school, benchClearanceMm, roundingStepMm } = rules.cutting;
  if (pane.shape.kind === 'blocks') {
    // Each block is filmed for itself, with a piece cut to its face.
    const { widthMm, heightMm } = pane.shape.block;
    return { width: widthMm, height: heightMm, factoryEdge: 'none', seams: { allowed: false, axis: 'any' } };
  }
  const factoryEdge = school === 'factoryEdgeFirst' ? 'any' : 'none';
  const coveredSize = pieceSize(covered);
  // A pattern that has to start at a given place may need up to a repeat more, both ways.
  const repeat = pane.patternStart && film?.pattern ? film.pattern : { acrossMm: 0, alongMm: 0 };
  const size = {
    width: coveredSize.widthMm + repeat.acrossMm,
    height: coveredSize.heightMm + repeat.alongMm,
  };
  const { allowed, axis, atMm } = pane.seams;
  const seams = { allowed, axis, ...(atMm ? { at: [...atMm] } : {}) };
  if (school !== 'benchCut') return { ...size, factoryEdge, seams };
  const net = (mm: number) => roundLength(mm - benchClearanceMm, roundingStepMm, 'down');
  const whole = covered.length === 1 && covered[0]?.heightMm === sizes.cutting.heightMm;
  const fullWidth = coveredSize.widthMm === sizes.cutting.widthMm;
  return {
    width: net((fullWidth ? sizes.net.widthMm : coveredSize.widthMm) + repeat.acrossMm),
    height: net((whole ? sizes.net.heightMm : coveredSize.heightMm) + repeat.alongMm),
    factoryEdge,
    seams,
  };
}

/** How what is asked goes on the rolls of a film: whole, in panels, or not at all. */
export function divisionOf(asked: AskedOfFilm, film: Film, rules: PlanJob['rules']): Division {
  const seams = { ...asked.seams, allowed: asked.seams.allowed && film.mayBeSeamed };
  return divide(
    { id: 'pane', label: '', filmId: film.id, count: 1, ...asked, seams },
    filmForPlan(film),
    rules,
  );
}

/** The parts that film covers of a measured pane, by the heights of the house rules. */
export function coveredPartsOf(pane: Pane, sizes: PaneSizes, rules: RuleSet): readonly CoveredPart[] {
  return coveredParts(pane, sizes.cutting, rules.film);
}

function wishedRoll(from: NonNullable<Pane['fromRoll']>): NonNullable<PaneForPlan['from']> {
  return from.kind === 'onHand' ? from : { kind: 'new', width: from.widthMm };
}

/** A pane as planning takes it; null where the film misses the glass. */
export function paneForPlan(
  id: string,
  roomId: string,
  { pane, covered }: MeasuredPane,
  film: Film,
  asked: AskedOfFilm,
  division: Division,
): PaneForPlan | null {
  if (asked.width <= 0 || asked.height <= 0) return null;
  const { shape } = pane;
  return {
    id,
    label: pane.label,
    filmId: film.id,
    count: shape.kind === 'blocks' ? shape.columns * shape.rows : covered.length,
    ...asked,
    room: roomId,
    ...(pane.fromRoll ? { from: wishedRoll(pane.fromRoll) } : {}),
    seams: { ...asked.seams, allowed: asked.seams.allowed && film.mayBeSeamed },
    // At a seam the factory edge belongs to the seam: a divided pane has no wish for its outer sides.
    factoryEdge: division.kind === 'panels' ? 'none' : asked.factoryEdge,
  };
}
