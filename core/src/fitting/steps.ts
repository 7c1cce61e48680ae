import { isHeavy, lightGapOf, type Film } from '../film/index.ts';
import type { RuleSet } from '../rules/index.ts';
import type { GlassKind, Side, Size } from '../survey/index.ts';

/** The steps at a pane, in the order of the work. */
export const FITTING_STEPS = [
  'prepare',
  'clean',
  'wet',
  'linerOff',
  'hang',
  'anchor',
  'squeegee',
  'reliefCuts',
  'trim',
  'wick',
  'inspect',
] as const;
export type FittingStep = (typeof FITTING_STEPS)[number];

export const FAULT_KINDS = [
  'finger',
  'speck',
  'crease',
  'bubble',
  'lightLine',
  'scratch',
  'corner',
  'seam',
] as const;
export type FaultKind = (typeof FAULT_KINDS)[number];

export interface PaneToFit {
  readonly label: string;
  readonly glass: Size;
  readonly glassKind: GlassKind;
  readonly handle: Side | null;
  /** Height of the glass's upper edge over the floor. */
  readonly topOverFloorMm: number;
  readonly film: Film;
  readonly panels: number;
  readonly factoryEdge: Side | null;
  /** Its seams, where the panel hung first ends and by how much the next comes over it. */
  readonly seams: readonly {
    readonly axis: 'vertical' | 'horizontal';
    readonly edgeMm: number;
    readonly overlapMm: number;
  }[];
}

export type HandsReason = 'size' | 'height' | 'heavyFilm';

/** The figures of one pane that its steps go by: lengths mm, area m², volume litres. */
export interface FittingFigures {
  readonly areaM2: number;
  readonly lightGapMm: number;
  readonly hands: 1 | 2;
  readonly handsBecause: readonly HandsReason[];
  readonly solutionLitres: number;
  readonly soapDrops: number;
  readonly trimmedSides: readonly Side[];
}

/** The steps that this film under these rules needs: nothing is wetted for a film hung dry, bench cuts need no trim. */
export function stepsFor(pane: PaneToFit, rules: RuleSet): FittingStep[] {
  const dry = isHungDry(pane.film);
  const benchCut = rules.cutting.school === 'benchCut';
  const left = new Set<FittingStep>([
    ...(dry ? (['wet', 'wick'] as const) : []),
    ...(benchCut ? (['reliefCuts', 'trim'] as const) : []),
  ]);
  return FITTING_STEPS.filter((step) => !left.has(step));
}

export function isHungDry(film: Pick<Film, 'kind'>): boolean {
  return film.kind === 'perforated';
}

/** Works out gap, hands, mixing quantity and trimmed sides of a pane by the house rules. */
export function fittingFigures(pane: PaneToFit, rules: RuleSet): FittingFigures {
  const { fitting, cutting } = rules;
  const areaM2 = (pane.glass.widthMm * pane.glass.heightMm) / 1e6;
  const handsBecause: HandsReason[] = [
    ...(areaM2 > fitting.oneHandUpToM2 ? (['size'] as const) : []),
    ...(pane.topOverFloorMm > fitting.reachMm ? (['height'] as const) : []),
    ...(isHeavy(pane.film, fitting) ? (['heavyFilm'] as const) : []),
  ];
  const solutionLitres = isHungDry(pane.film) ? 0 : areaM2 * fitting.solutionLitresPerM2;
  const sides: readonly Side[] = ['top', 'right', 'bottom', 'left'];
  return {
    areaM2,
    lightGapMm: lightGapOf(pane.film, fitting),
    hands: handsBecause.length > 0 ? 2 : 1,
    handsBecause,
    solutionLitres,
    soapDrops: Math.ceil(solutionLitres * fitting.soapDropsPerLitre),
    trimmedSides: cutting.school === 'benchCut' ? [] : sides.filter((side) => side !== pane.factoryEdge),
  };
}
