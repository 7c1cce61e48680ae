import { coveredParts, pieceSize, type CoveredPart, type Film } from '../film/index.ts';
import type { RuleSet } from '../rules/index.ts';
import type { Pane, PaneSizes } from '../survey/index.ts';
import { RULE_MARK_MM, roundLength, type LengthUnit } from '../units/index.ts';
import type { HandRules } from './after/handCuts.ts';
import type { PaneForPlan, PlanJob, StockForPlan } from './format/index.ts';
import { filmForPlan } from './fromFilm.ts';
import { divide, type Division } from './lay/layouts.ts';

/* From a measured pane, its film and the house rules to what planning takes. */

/**
 * The rules of planning that follow from the house rules: what is added at trimmed sides, at the factory edge, at seams.
 * `longestPullMm`: the clear floor of this job, where somebody said it.
 */
export function planRulesOf({ cutting }: RuleSet, longestPullMm: number | null = null): PlanJob['rules'] {
  const { work } = cutting;
  const costOf = (seconds: number) => (work.hourlyRate * seconds) / 3600;
  return {
    allowance: cutting.school === 'benchCut' || cutting.school === 'roundedUp' ? 0 : cutting.marginMm,
    factoryEdgeAllowance: -cutting.factoryEdgeGapMm,
    seamOverlap: cutting.seam === 'butt' ? 0 : cutting.seamOverlapMm,
    minPanel: cutting.minPanelMm,
    seamPlaces: cutting.seamPlaces,
    longestPull: longestPullMm ?? cutting.longestPullMm,
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

/** How hands cut by the house rules, on the marks of the person's own rule; with the checked ends of the rolls on hand. */
export function handRulesOf(
  { cutting }: RuleSet,
  unit: LengthUnit,
  stock: readonly Pick<StockForPlan, 'id' | 'endCheck'>[],
): HandRules {
  return {
    stepMm: RULE_MARK_MM[unit],
    keepUnderMm: cutting.keepUnderMm,
    squaring:
      cutting.squareRollEnd === 'squaringCut' ? { by: 'cut', mm: cutting.squaringCutMm } : { by: 'add' },
    rollEnds: Object.fromEntries(
      stock.flatMap(({ id, endCheck }) => (endCheck ? [[id, endCheck.outMm]] : [])),
    ),
  };
}

/** A pane that has a size: its record, its sizes, and what film covers of its glass. */
export interface MeasuredPane {
  readonly pane: Pane;
  readonly sizes: PaneSizes;
  readonly covered: readonly CoveredPart[];
}

/** What a pane asks of a film: the size to cut for, its factory edge and its seams. */
export type AskedOfFilm = Pick<PaneForPlan, 'width' | 'height' | 'factoryEdge' | 'seams' | 'allowances'>;

/** What is added where each size goes up to the next multiple, half of it at each side. */
function roundedUp(
  { width, height }: { readonly width: number; readonly height: number },
  { cutting: { roundUpToMm } }: RuleSet,
): NonNullable<PaneForPlan['allowances']> {
  const more = (mm: number) => (Math.ceil(mm / roundUpToMm - 1e-9) * roundUpToMm - mm) / 2;
  const [beside, above] = [more(width), more(height)];
  return { left: beside, right: beside, top: above, bottom: above };
}

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
  if (school === 'roundedUp') return { ...size, factoryEdge, seams, allowances: roundedUp(size, rules) };
  if (school === 'twoEdgesKept') {
    // Both upright sides hang on a straight edge with a gap: one is the roll's own, the other as the knife leaves it.
    const { marginMm, factoryEdgeGapMm } = rules.cutting;
    const allowances = { left: 0, right: 0, top: marginMm, bottom: marginMm };
    return {
      width: size.width - factoryEdgeGapMm,
      height: size.height,
      factoryEdge: 'left',
      seams,
      allowances,
    };
  }
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
    ...(pane.motif ? { motif: { left: pane.motif.leftMm, top: pane.motif.topMm } } : {}),
    seams: { ...asked.seams, allowed: asked.seams.allowed && film.mayBeSeamed },
    // At a seam the factory edge belongs to the seam: a divided pane has no wish for its outer sides.
    factoryEdge: division.kind === 'panels' ? 'none' : asked.factoryEdge,
  };
}
