import type { RuleSet } from '../../rules/index.ts';
import type { Side } from '../../survey/index.ts';
import { lightGapOf } from '../../film/index.ts';
import { anchoringOf, type Anchoring } from './anchoring.ts';
import type { FittingCase } from './fittingCase.ts';

/** The steps at a pane, in the order in which they come where they come at all (docs/formats). */
export const STEP_CODES = [
  'protect',
  'recordCondition',
  'mix',
  'removeOldFilm',
  'listen',
  'scrape',
  'scrub',
  'wipeFrame',
  'testFit',
  'rinse',
  'wetGlass',
  'partLiner',
  'wetAdhesive',
  'hang',
  'square',
  'wetFace',
  'anchorStroke',
  'squeegeeFirst',
  'hardRoll',
  'comeBack',
  'reliefCut',
  'dryBeforeTrim',
  'trim',
  'seamCut',
  'seamClose',
  'seamButt',
  'squeegeeSecond',
  'wick',
  'washFace',
  'drySill',
  'lookAgain',
  'inspect',
  'brief',
  'dryEdge',
  'maskFrame',
  'bead',
  'beadCheck',
  'sealEdge',
  'seamCoat',
  'leadStrips',
] as const;
export type StepCode = (typeof STEP_CODES)[number];

export const CAUTIONS = ['ladder', 'blade', 'oldPaint', 'wetFloor', 'solvent', 'lifting'] as const;
export type Caution = (typeof CAUTIONS)[number];

export interface PlannedStep {
  readonly code: StepCode;
  /** Why it comes, or comes so, by code. */
  readonly because: readonly string[];
  readonly figures: Readonly<Record<string, number | string | readonly string[]>>;
  readonly cautions: readonly Caution[];
  /** How long must have passed since the step before, minutes. */
  readonly waitMin: number;
}

export const REFUSALS = [
  'textured.adhesive',
  'wired.absorbing',
  'block.inside',
  'cling.outside',
  'lowE.outside',
  'glassTooCold',
  'glassTooHot',
  'sun.direct',
] as const;
export type RefusalCode = (typeof REFUSALS)[number];

export interface Ways {
  readonly part: 'tape' | 'tab' | 'creased' | 'none';
  readonly hang:
    'tapeToTable' | 'twoPersonPeel' | 'reverseRoll' | 'creasedLiner' | 'peelOff' | 'blockByBlock';
  readonly squeegee: 'tThenMiddleOut' | 'middleUpThenDown' | 'withTheLiner';
  readonly trim: 'wetOnGlass' | 'dryOnGlass' | 'none';
}

export interface Solution {
  readonly ml: number;
  readonly school: 'drops' | 'none';
  readonly soap: { readonly amount: number; readonly unit: 'drops' };
  readonly waterMl: number;
}

export interface FittingPlan {
  /** Why the work must not go on, until somebody takes it on. */
  readonly refused: readonly RefusalCode[];
  readonly hands: 1 | 2;
  readonly ways: Ways;
  readonly solution: Solution;
  /** Minutes from laying on until it grabs, an estimate. */
  readonly graceMin: number;
  readonly visits: readonly { readonly afterDays: number; readonly steps: readonly PlannedStep[] }[];
  readonly anchor: Anchoring | null;
  readonly cureDays: number;
  readonly washFromDays: number;
}

type Asked = Omit<FittingCase, 'format' | 'version' | 'id' | 'rules'>;

/** Absorbing film on wired glass starts cracks at its rusted ends. */
const ABSORBING: ReadonlySet<Asked['film']['kind']> = new Set(['solar']);
/** Decorative vinyl from this thickness on is pressed down with a hard roller, µm. */
const HEAVY_VINYL_UM = 150;
const DECORATIVE: ReadonlySet<Asked['film']['kind']> = new Set(['patterned', 'frosted']);
const HOURS_A_DAY = 24;

/** Hung without water: perforated film, and what its maker says. */
const isDry = ({ kind, dry }: Asked['film']) => kind === 'perforated' || dry;
const isCling = ({ hold }: Asked['film']) => hold === 'cling';
const isTrimmed = ({ school }: Asked['piece']) => school !== 'bench' && school !== 'plotted';

function refusalsOf({ pane, film, site }: Asked, { fitting }: RuleSet): RefusalCode[] {
  const found: [boolean, RefusalCode][] = [
    [pane.surface === 'textured' && !isCling(film), 'textured.adhesive'],
    [pane.strength === 'wired' && ABSORBING.has(film.kind), 'wired.absorbing'],
    [pane.glass === 'glassBlock' && pane.side === 'inside', 'block.inside'],
    [isCling(film) && pane.side === 'outside', 'cling.outside'],
    [film.kind === 'lowE' && pane.side === 'outside', 'lowE.outside'],
    [site.glassC < fitting.glassFromC, 'glassTooCold'],
    [site.glassC > fitting.glassToC, 'glassTooHot'],
    [site.directSun && site.skill === 'learner', 'sun.direct'],
  ];
  return found.flatMap(([holds, code]) => (holds ? [code] : []));
}

/** What one piece of film covers: a panel, or the face of a block. */
function pieceOf({ pane, piece }: Asked): { readonly widthMm: number; readonly areaM2: number } {
  if (pane.glass === 'glassBlock' && pane.blocks)
    return { widthMm: pane.blocks.faceMm, areaM2: pane.blocks.faceMm ** 2 / 1e6 };
  const widthMm = pane.widthMm / piece.panels;
  return { widthMm, areaM2: (widthMm * pane.heightMm) / 1e6 };
}

const topMm = ({ pane }: Asked) => pane.sillOverFloorMm + pane.heightMm;

/** Hands follow from the way, not from the area alone. */
function handsAndHang(
  asked: Asked,
  { fitting }: RuleSet,
): { readonly hands: 1 | 2; readonly hang: Ways['hang'] } {
  const { film, site, pane } = asked;
  const { widthMm, areaM2 } = pieceOf(asked);
  const large = areaM2 > fitting.oneHandUpToM2;
  const rolls = site.skill !== 'learner' && widthMm <= fitting.rollDownUpToMm;
  const heavy = film.thicknessUm >= fitting.twoHandsFromUm;
  const wide = film.kind === 'printed' && areaM2 > fitting.printedOneHandUpToM2;
  const high = topMm(asked) > fitting.secondPersonAboveMm;
  const alone = pane.glass === 'glassBlock' || !large || rolls || (isDry(film) && site.skill !== 'learner');
  const hands = heavy || wide || high || !alone ? 2 : 1;
  if (pane.glass === 'glassBlock') return { hands, hang: 'blockByBlock' };
  if (isDry(film)) return { hands, hang: 'creasedLiner' };
  if (isCling(film)) return { hands, hang: 'peelOff' };
  if (heavy || wide || !alone) return { hands, hang: 'twoPersonPeel' };
  return { hands, hang: rolls ? 'reverseRoll' : 'tapeToTable' };
}

function waysOf(asked: Asked, hang: Ways['hang']): Ways {
  const { film, piece } = asked;
  return {
    part: !film.liner ? 'none' : isDry(film) ? 'creased' : isCling(film) ? 'tab' : 'tape',
    hang,
    squeegee: isDry(film) ? 'withTheLiner' : film.kind === 'printed' ? 'middleUpThenDown' : 'tThenMiddleOut',
    trim: !isTrimmed(piece) ? 'none' : film.kind === 'printed' || isDry(film) ? 'dryOnGlass' : 'wetOnGlass',
  };
}

function solutionOf(asked: Asked, { fitting }: RuleSet): Solution {
  const { pane, film } = asked;
  if (isDry(film)) return { ml: 0, school: 'none', soap: { amount: 0, unit: 'drops' }, waterMl: 0 };
  const areaM2 =
    pane.glass === 'glassBlock' && pane.blocks
      ? pieceOf(asked).areaM2 * pane.blocks.across * pane.blocks.down
      : (pane.widthMm * pane.heightMm) / 1e6;
  const ml = Math.round(areaM2 * fitting.solutionLitresPerM2 * 1000);
  const amount = Math.ceil((ml / 1000) * fitting.soapDropsPerLitre);
  return { ml, school: 'drops', soap: { amount, unit: 'drops' }, waterMl: ml };
}

/** At this temperature of the glass film grabs after so many minutes; half as long for each 10 K more, and in the sun. */
const GRACE = { atC: 18, minutes: 2.5, halvesPerK: 10, least: 0.5, most: 6 } as const;

function graceOf({ site, film }: Asked): number {
  if (isDry(film)) return 0;
  const warm = 2 ** ((GRACE.atC - site.glassC) / GRACE.halvesPerK);
  const minutes = GRACE.minutes * warm * (site.directSun ? 0.5 : 1);
  return Math.round(Math.min(GRACE.most, Math.max(GRACE.least, minutes)) * 10) / 10;
}

function cureOf({ film }: Asked, { cure }: RuleSet): number {
  if (isCling(film)) return cure.clingDays;
  if (isDry(film)) return cure.dryDays;
  const step = cure.byThickness.find(({ upToUm }) => film.thicknessUm <= upToUm) ?? cure.byThickness.at(-1);
  return step?.days ?? 0;
}

/** The sides of a panel that are trimmed: not where it meets another, nor where it hangs on the factory edge. */
function trimmedSides({ piece }: Asked, panel: number): readonly Side[] {
  const meets = new Set<Side>([
    ...(panel > 1 ? (['left'] as const) : []),
    ...(panel < piece.panels ? (['right'] as const) : []),
  ]);
  const onEdge = piece.school === 'factoryEdge' ? piece.factoryEdge : null;
  return (['left', 'top', 'right', 'bottom'] as const).filter((side) => !meets.has(side) && side !== onEdge);
}

type Making = Partial<Omit<PlannedStep, 'code'>>;

/** The plan of one pane: which way, how many hands, which steps on which visit, and what they take. */
export function fittingPlan(asked: Asked, rules: RuleSet): FittingPlan {
  const { pane, film, piece, site } = asked;
  const { fitting } = rules;
  const { hands, hang } = handsAndHang(asked, rules);
  const [dry, cling, trimmed] = [isDry(film), isCling(film), isTrimmed(piece)];
  const wet = !dry;
  const block = pane.glass === 'glassBlock';
  const anchor = asked.anchor ? anchoringOf(pane, asked.anchor, fitting) : null;
  const solution = solutionOf(asked, rules);
  const cureDays = cureOf(asked, rules);
  const ladder: readonly Caution[] = topMm(asked) > fitting.ladderAboveMm ? ['ladder'] : [];
  // A bead has to sit on film, so heavy film is trimmed as close as any.
  const gapMm = anchor ? fitting.lightGapMm : lightGapOf(film, fitting);
  const step = (code: StepCode, making: Making = {}): PlannedStep => ({
    code,
    because: [],
    figures: {},
    cautions: [],
    waitMin: 0,
    ...making,
  });
  const when = (holds: boolean, code: StepCode, making: Making = {}) => (holds ? [step(code, making)] : []);
  const panels = Array.from({ length: piece.panels }, (_, at) => at + 1);
  const ofPanel = (panel: number): PlannedStep['figures'] => (piece.panels > 1 ? { panel } : {});

  const before = [
    step('protect', { cautions: ladder }),
    step('recordCondition'),
    ...when(wet, 'mix', {
      figures: { ml: solution.ml, soap: solution.soap.amount },
      cautions: ['wetFloor'],
    }),
    ...when(pane.oldFilm, 'removeOldFilm', { because: ['oldFilm'], cautions: ['blade'] }),
    ...when(pane.strength === 'tempered' && pane.fusedParticles !== true, 'listen', {
      because: ['tempered'],
    }),
    ...when(pane.surface === 'smooth' && pane.fusedParticles !== true, 'scrape', { cautions: ['blade'] }),
    step('scrub'),
    step('wipeFrame'),
    ...panels.flatMap((panel) =>
      when(!trimmed, 'testFit', {
        because: [piece.school],
        figures: { ...ofPanel(panel), clearanceMm: rules.cutting.benchClearanceMm },
      }),
    ),
    step('rinse', { because: dry ? ['dry'] : [] }),
  ];
  const hungPanel = (panel: number): PlannedStep[] => {
    const own = ofPanel(panel);
    const heavyVinyl = DECORATIVE.has(film.kind) && !cling && film.thicknessUm >= HEAVY_VINYL_UM;
    return [
      ...when(wet, 'wetGlass', { figures: own, because: block ? ['blockByBlock'] : [] }),
      ...when(film.liner || !cling, 'partLiner', { figures: own }),
      ...when(wet, 'wetAdhesive', { figures: own }),
      step('hang', {
        figures: { ...own, hands },
        because: [hang],
        cautions: [...ladder, ...(hands === 2 ? (['lifting'] as const) : [])],
      }),
      step('square', { figures: { ...own, gapMm } }),
      ...when(wet, 'wetFace', { figures: own }),
      ...when(wet, 'anchorStroke', { figures: own }),
      step('squeegeeFirst', { figures: { ...own, stopShortMm: trimmed ? fitting.stopShortMm : 0 } }),
      ...when(film.kind === 'printed' || heavyVinyl, 'hardRoll', { figures: own }),
      ...when(block || (pane.side === 'outside' && site.directSun), 'comeBack', {
        figures: own,
        waitMin: fitting.comeBackMin,
      }),
      ...when(trimmed, 'reliefCut', { figures: own, cautions: ['blade'] }),
      ...when(trimmed && film.kind === 'printed', 'dryBeforeTrim', {
        figures: own,
        because: ['printed'],
        waitMin: fitting.dryTrimMin,
      }),
      ...when(trimmed, 'trim', {
        figures: {
          ...own,
          gapMm,
          sides: trimmedSides(asked, panel),
          meetFromCornerMm: fitting.cornerStopMm,
        },
        cautions: ['blade'],
      }),
    ];
  };
  const seam = (panel: number): PlannedStep[] => {
    const figures = { panel, lengthMm: pane.heightMm };
    if (piece.seamWay === 'butt') return [step('seamButt', { figures })];
    return [
      step('seamCut', {
        figures: { ...figures, overlapMm: rules.cutting.seamOverlapMm },
        cautions: ['blade'],
      }),
      step('seamClose', { figures }),
    ];
  };
  const sealed = pane.side === 'outside' || pane.wetRoom;
  const first = [
    ...before,
    ...panels.flatMap((panel) => [...hungPanel(panel), ...(panel > 1 ? seam(panel) : [])]),
    ...when(wet, 'squeegeeSecond'),
    ...when(wet, 'wick', { figures: { fromEdgeMm: fitting.wickFromMm, first: 'top' } }),
    ...when(wet, 'washFace'),
    ...when(wet, 'drySill'),
    step('lookAgain', { figures: { afterPanes: 2 } }),
    step('inspect', { figures: { fromM: fitting.inspectFromM } }),
    step('brief', { figures: { washFromDays: cureDays } }),
    ...when(sealed, 'sealEdge', { because: [pane.side === 'outside' ? 'outside' : 'wetRoom'] }),
  ];
  const beadAfterDays = Math.max(1, Math.ceil((anchor?.dryBeforeH ?? 0) / HOURS_A_DAY));
  const later: (readonly [number, PlannedStep])[] = [
    ...(anchor
      ? ([
          [beadAfterDays, step('dryEdge', { waitMin: anchor.dryBeforeH * 60 })],
          ...when(anchor.bead !== 'profile', 'maskFrame').map((each) => [beadAfterDays, each] as const),
          [
            beadAfterDays,
            step('bead', {
              figures: { lengthMm: anchor.lengthMm },
              because: [anchor.bead],
              cautions: ['solvent'],
            }),
          ],
          [beadAfterDays + Math.ceil(anchor.cureH / HOURS_A_DAY), step('beadCheck')],
        ] as const)
      : []),
    ...when(piece.panels > 1 && pane.wetRoom, 'seamCoat', { because: ['wetRoom'] }).map(
      (each) => [fitting.seamCoatDays, each] as const,
    ),
    ...when(film.leadStrips, 'leadStrips').map((each) => [Math.max(1, cureDays), each] as const),
  ];
  const days = [...new Set(later.map(([afterDays]) => afterDays))].sort((a, b) => a - b);
  return {
    refused: refusalsOf(asked, rules),
    hands,
    ways: waysOf(asked, hang),
    solution,
    graceMin: graceOf(asked),
    visits: [
      { afterDays: 0, steps: first },
      ...days.map((afterDays) => ({
        afterDays,
        steps: later
          .flatMap(([day, each]) => (day === afterDays ? [each] : []))
          .sort((a, b) => STEP_CODES.indexOf(a.code) - STEP_CODES.indexOf(b.code)),
      })),
    ],
    anchor,
    cureDays,
    washFromDays: cureDays,
  };
}
