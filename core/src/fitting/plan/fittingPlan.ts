import { lightGapOf } from '../../film/index.ts';
import type { RuleSet } from '../../rules/index.ts';
import type { Side } from '../../survey/index.ts';
import { daysUntilDry } from '../cure.ts';
import { anchoringOf, type Anchoring } from './anchoring.ts';
import { graceOf } from './grace.ts';
import { NOTHING_MORE, isCling, isDry, isTrimmed, topMm, type Asked, type MoreAtHand } from './paneAtHand.ts';
import { refusalsOf, type RefusalCode } from './refusals.ts';
import { solutionOf, type Solution } from './solution.ts';
import { STEP_CODES, type Caution, type PlannedStep, type StepCode } from './steps.ts';
import { hangingOf, otherHangings, waysOf, type Hanging, type HandsReason, type Ways } from './ways.ts';

export interface FittingPlan {
  /** Why the work must not go on, until somebody takes it on. */
  readonly refused: readonly RefusalCode[];
  readonly hands: 1 | 2;
  /** Why two; empty where one will do. */
  readonly handsBecause: readonly HandsReason[];
  readonly ways: Ways;
  /** The other schools of hanging, with what they would change. */
  readonly otherWays: readonly Hanging[];
  readonly solution: Solution;
  /** Minutes from laying on until it grabs, an estimate. */
  readonly graceMin: number;
  readonly visits: readonly { readonly afterDays: number; readonly steps: readonly PlannedStep[] }[];
  readonly anchor: Anchoring | null;
  readonly cureDays: number;
  readonly washFromDays: number;
}

const DECORATIVE: ReadonlySet<Asked['film']['kind']> = new Set(['patterned', 'frosted']);
const HOURS_A_DAY = 24;

/** The sides of a panel that are trimmed: not where it meets another, nor where it hangs on the factory edge. */
function trimmedSides(
  { piece }: Asked,
  { seams, factoryEdges, keptSides }: MoreAtHand,
  panel: number,
): readonly Side[] {
  const [before, after] = seams.some(({ axis }) => axis === 'horizontal')
    ? (['top', 'bottom'] as const)
    : (['left', 'right'] as const);
  const meets = new Set<Side>([...(panel > 1 ? [before] : []), ...(panel < piece.panels ? [after] : [])]);
  const onEdge = factoryEdges[panel - 1] ?? (piece.school === 'factoryEdge' ? piece.factoryEdge : null);
  return (['left', 'top', 'right', 'bottom'] as const).filter(
    (side) => !meets.has(side) && side !== onEdge && !keptSides.includes(side),
  );
}

/** Where the film has no frame to keep a gap from, with the height and the distance it is cut level at. */
function levelFigures({ freeSides }: MoreAtHand, sides: readonly Side[]): PlannedStep['figures'] {
  const level = freeSides.filter(({ side }) => sides.includes(side));
  if (level.length === 0) return {};
  return {
    levelSides: level.map(({ side }) => side),
    ...Object.fromEntries(
      level.flatMap(({ side, fromEdgeMm, overFloorMm }) => [
        [`${side}FromEdgeMm`, fromEdgeMm],
        ...(overFloorMm === null ? [] : [[`${side}OverFloorMm`, overFloorMm]]),
      ]),
    ),
  };
}

type Making = Partial<Omit<PlannedStep, 'code'>>;

/**
 * The plan of one pane: which way, how many hands, which steps on which visit, and what they take. What a job knows beyond
 * a case of the file format comes beside it.
 */
export function fittingPlan(asked: Asked, rules: RuleSet, more: MoreAtHand = NOTHING_MORE): FittingPlan {
  const { pane, film, piece, site } = asked;
  const { fitting } = rules;
  const hanging = hangingOf(asked, more, rules);
  const { hands, hang } = hanging;
  const [dry, cling, trimmed] = [isDry(film), isCling(film), isTrimmed(piece)];
  const wet = !dry;
  const block = pane.glass === 'glassBlock';
  const bladed = pane.fusedParticles !== true && more.bladeForbidden === null;
  const noBlade = more.bladeForbidden === null ? [] : [more.bladeForbidden];
  const anchor = asked.anchor ? anchoringOf(pane, asked.anchor, fitting, more.outline) : null;
  const solution = solutionOf(asked, more, rules);
  const { days: cureDays } = daysUntilDry(
    { ...film, hungDry: isDry(film), makerDays: more.makerCureDays },
    rules,
  );
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
    ...when(bladed && pane.strength === 'tempered', 'listen', {
      because: ['tempered'],
    }),
    ...when(bladed && pane.surface === 'smooth', 'scrape', { cautions: ['blade'] }),
    step('scrub', {
      because: pane.fusedParticles === true ? ['fusedParticles'] : noBlade,
    }),
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
    const heavyVinyl = DECORATIVE.has(film.kind) && !cling && film.thicknessUm >= fitting.hardRollFromUm;
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
          sides: trimmedSides(asked, more, panel),
          meetFromCornerMm: fitting.cornerStopMm,
          ...levelFigures(more, trimmedSides(asked, more, panel)),
        },
        cautions: ['blade'],
      }),
    ];
  };
  const seam = (panel: number): PlannedStep[] => {
    const seamAt = more.seams[panel - 2];
    const lengthMm = seamAt?.axis === 'horizontal' ? pane.widthMm : pane.heightMm;
    const figures = { panel, lengthMm, ...(seamAt ? { atMm: seamAt.seamMm } : {}) };
    if (piece.seamWay === 'butt') return [step('seamButt', { figures })];
    return [
      step('seamCut', {
        figures: { ...figures, overlapMm: seamAt?.overlapMm ?? rules.cutting.seamOverlapMm },
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
    step('lookAgain', { figures: { afterPanes: fitting.lookAgainAfterPanes } }),
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
    handsBecause: hanging.because,
    otherWays: otherHangings(asked, more, rules, hang),
    ways: waysOf(asked, hang),
    solution,
    graceMin: graceOf(asked, rules),
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
