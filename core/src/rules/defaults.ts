import { USUAL_CUTTING_WORK } from './cuttingWork.ts';
import { USUAL_FILM_RULES } from './filmRules.ts';
import { USUAL_ANCHOR, USUAL_FIX_MINUTES, type RuleSet } from './ruleSet.ts';

const cautious: RuleSet = {
  id: 'margin-all-round',
  name: 'Margin all round',
  reason: 'Every side is trimmed on the glass: nothing depends on a square pane or a straight roll edge.',
  survey: {
    sisterToleranceMm: 4,
    agreementMm: 2,
    twinToleranceMm: 4,
    fixMinutes: USUAL_FIX_MINUTES,
    defaultBarMm: 24,
    newWallWidthMm: 4000,
    newWallHeightMm: 2500,
    defaultGapMm: 120,
    defaultSillMm: 900,
  },
  film: USUAL_FILM_RULES,
  cutting: {
    school: 'marginAllRound',
    marginMm: 25,
    factoryEdgeGapMm: 1.5,
    benchClearanceMm: 1,
    roundingStepMm: 1,
    seamOverlapMm: 20,
    minPanelMm: 150,
    bookValue: 0.6,
    minOffcutWidthMm: 300,
    minOffcutLengthMm: 600,
    seam: 'double',
    work: USUAL_CUTTING_WORK,
  },
  fitting: {
    lightGapMm: 1.5,
    heavyLightGapMm: 3,
    heavyFromUm: 200,
    stopShortMm: 25,
    cornerStopMm: 135,
    wickFromMm: 50,
    oneHandUpToM2: 1,
    reachMm: 2000,
    solutionLitresPerM2: 0.35,
    soapDropsPerLitre: 20,
    glassFromC: 4,
    glassToC: 38,
    recheckAfterSeconds: 30,
    inspectFromM: 2,
    rollDownUpToMm: 1300,
    twoHandsFromUm: 175,
    printedOneHandUpToM2: 0.5,
    ladderAboveMm: 2100,
    secondPersonAboveMm: 2600,
    comeBackMin: 0.5,
    dryTrimMin: 60,
    seamCoatDays: 7,
    anchor: USUAL_ANCHOR,
  },
  cure: {
    clingDays: 1,
    dryDays: 1,
    byThickness: [
      { upToUm: 80, days: 30 },
      { upToUm: 125, days: 45 },
      { upToUm: 250, days: 90 },
      { upToUm: 340, days: 130 },
      { upToUm: 400, days: 150 },
    ],
  },
};

/** The house rules a new shop starts with; the first is its default. Every figure can be changed by the owner. */
export const DEFAULT_RULE_SETS: readonly [RuleSet, ...RuleSet[]] = [
  cautious,
  {
    ...cautious,
    id: 'factory-edge-first',
    name: 'Factory edge first',
    reason:
      'One side hangs on the roll’s own edge and needs no trim: quicker, for square panes and a steady hand.',
    cutting: { ...cautious.cutting, school: 'factoryEdgeFirst' },
  },
  {
    ...cautious,
    id: 'bench-cut',
    name: 'Bench cut',
    reason: 'Pieces are cut to net size on the bench and tried dry: no blade on the glass.',
    cutting: { ...cautious.cutting, school: 'benchCut' },
  },
];
