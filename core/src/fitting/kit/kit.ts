import type { KnownEntry } from '../log/state.ts';
import type { RuleSet } from '../../rules/index.ts';
import { isTrimmed, topMm, type PaneToFit } from '../plan/paneAtHand.ts';
import type { FittingPlan } from '../plan/fittingPlan.ts';
import { mixed, type Solution } from '../plan/solution.ts';
import type { StepCode } from '../plan/steps.ts';

/* What a crew loads for some panes: tools that come back, and what is used up, by the rates of the house. */

export const USED_UP = [
  'snapBlades',
  'scraperBlades',
  'cloths',
  'dropSheets',
  'maskingTape',
  'sealant300',
  'sealant600',
  'sealantTips',
  'edgeSealer',
  'wasteBags',
] as const;
export type UsedUp = (typeof USED_UP)[number];

export const TOOLS = [
  'sprayBottle',
  'squeegee',
  'scraper',
  'scrubPad',
  'card',
  'edgeTool',
  'straightEdge',
  'hardRoller',
  'workTable',
  'tape',
  'thermometer',
  'step',
  'ladder',
  'sealantGun',
] as const;
export type Tool = (typeof TOOLS)[number];

export interface KitLine {
  readonly item: UsedUp | Tool;
  readonly amount: number;
  readonly unit: 'pieces' | 'm' | 'ml';
  readonly kind: 'usedUp' | 'tool';
}

export interface Kit {
  readonly lines: readonly KitLine[];
  readonly solution: Solution;
  /** How often the sprayer is filled. */
  readonly fills: number;
  /** The most people that any of the panes wants. */
  readonly hands: 1 | 2;
}

export interface PlannedPane {
  readonly toFit: PaneToFit;
  readonly plan: FittingPlan;
}

const codesOf = ({ plan }: PlannedPane): readonly StepCode[] =>
  plan.visits.flatMap(({ steps }) => steps.map(({ code }) => code));

/** Length of all cuts made on the glass, m: what is trimmed, and each seam. */
export function cutLengthM({ toFit, plan }: PlannedPane): number {
  const { widthMm, heightMm } = toFit.asked.pane;
  const seams = plan.visits
    .flatMap(({ steps }) => steps)
    .reduce(
      (sum, { code, figures }) =>
        code === 'seamCut' && typeof figures['lengthMm'] === 'number' ? sum + figures['lengthMm'] : sum,
      0,
    );
  return ((isTrimmed(toFit.asked.piece) ? 2 * (widthMm + heightMm) : 0) + seams) / 1000;
}

/** What these panes take, together; nothing for no panes. */
export function kitFor(panes: readonly PlannedPane[], { fitting }: Pick<RuleSet, 'fitting'>): Kit {
  const { kit } = fitting;
  const sum = (of: (pane: PlannedPane) => number) => panes.reduce((total, pane) => total + of(pane), 0);
  const has = (...codes: StepCode[]) =>
    panes.some((pane) => codesOf(pane).some((code) => codes.includes(code)));
  const count = (code: StepCode) => sum((pane) => codesOf(pane).filter((each) => each === code).length);
  const areaM2 = sum(({ toFit }) => (toFit.glass.widthMm * toFit.glass.heightMm) / 1e6);
  const cutM = sum(cutLengthM);
  const beadM = sum(({ plan }) => (plan.anchor?.lengthMm ?? 0) / 1000);
  const sealed = panes.filter((pane) => codesOf(pane).includes('sealEdge'));
  const sealedM = sealed.reduce(
    (total, { toFit }) => total + (2 * (toFit.glass.widthMm + toFit.glass.heightMm)) / 1000,
    0,
  );
  const cartridges = (size: '300' | '600') =>
    sum(({ plan }) => (plan.anchor?.chosen === size ? (plan.anchor.cartridges?.[size] ?? 0) : 0));
  const highest = Math.max(0, ...panes.map(({ toFit }) => topMm(toFit.asked)));
  const used: readonly (readonly [UsedUp, number, KitLine['unit']])[] = [
    // A new blade for each seam, and one for so many metres of trim.
    ['snapBlades', Math.ceil(cutM / kit.bladeCutM) + count('seamCut'), 'pieces'],
    ['scraperBlades', Math.ceil(count('scrape') / kit.scraperBladePanes), 'pieces'],
    ['cloths', Math.ceil(areaM2 * kit.clothsPerM2), 'pieces'],
    ['dropSheets', panes.length > 0 ? Math.max(1, Math.ceil(panes.length / kit.panesPerSheet)) : 0, 'pieces'],
    ['maskingTape', Math.ceil(has('maskFrame') ? 2 * beadM : 0), 'm'],
    ['sealant300', cartridges('300'), 'pieces'],
    ['sealant600', cartridges('600'), 'pieces'],
    ['sealantTips', sum(({ plan }) => plan.anchor?.tips ?? 0), 'pieces'],
    ['edgeSealer', Math.ceil(sealedM * kit.edgeSealerMlPerM), 'ml'],
    ['wasteBags', Math.ceil(areaM2 / kit.bagM2), 'pieces'],
  ];
  const any = panes.length > 0;
  const tools: readonly (readonly [boolean, Tool])[] = [
    [has('wetGlass'), 'sprayBottle'],
    [any, 'squeegee'],
    [has('scrape', 'listen'), 'scraper'],
    [any, 'scrubPad'],
    [has('wick'), 'card'],
    [has('trim'), 'edgeTool'],
    [has('seamCut'), 'straightEdge'],
    [has('hardRoll'), 'hardRoller'],
    [panes.some(({ plan }) => plan.ways.hang === 'tapeToTable'), 'workTable'],
    [panes.some(({ plan }) => plan.ways.part === 'tape'), 'tape'],
    [any, 'thermometer'],
    [highest > fitting.ladderAboveMm && highest <= fitting.secondPersonAboveMm, 'step'],
    [highest > fitting.secondPersonAboveMm, 'ladder'],
    [has('bead') && beadM > 0, 'sealantGun'],
  ];
  const ml = sum(({ plan }) => plan.solution.ml);
  const solution: Solution =
    ml > 0 ? mixed(ml, fitting) : { ml: 0, school: 'none', soap: { amount: 0, unit: 'drops' }, waterMl: 0 };
  return {
    lines: [
      ...used.flatMap(([item, amount, unit]) =>
        amount > 0 ? [{ item, amount, unit, kind: 'usedUp' as const }] : [],
      ),
      ...tools.flatMap(([wanted, item]) =>
        wanted ? [{ item, amount: 1, unit: 'pieces' as const, kind: 'tool' as const }] : [],
      ),
    ],
    solution,
    fills: Math.ceil(ml / fitting.mixing.bottleMl),
    hands: panes.some(({ plan }) => plan.hands === 2) ? 2 : 1,
  };
}

/** Which items were said to be loaded, by the entries of the whole job in the order of their time. */
export function loadedItems(entries: readonly KnownEntry[]): ReadonlySet<string> {
  const loaded = new Set<string>();
  for (const { says } of entries) {
    if (says.kind !== 'loaded') continue;
    if (says.loaded) loaded.add(says.item);
    else loaded.delete(says.item);
  }
  return loaded;
}
