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

/** What tells a step of a pane from its others: its code, with the panel where it is done a panel. */
export function stepKey({ code, figures }: Pick<PlannedStep, 'code' | 'figures'>): string {
  const panel = figures['panel'];
  return typeof panel === 'number' ? `${code}.${panel}` : code;
}

/** Steps that an old hand takes as one: the glass is made ready, film hung, trimmed, and looked at. */
export const STEP_GROUPS = ['prepared', 'hung', 'trimmed', 'lookedAt', 'later'] as const;
export type StepGroup = (typeof STEP_GROUPS)[number];

const GROUP_BEGINS: Readonly<Partial<Record<StepCode, StepGroup>>> = {
  protect: 'prepared',
  wetGlass: 'hung',
  reliefCut: 'trimmed',
  squeegeeSecond: 'lookedAt',
  dryEdge: 'later',
};

/** The group that a step belongs to. */
export function groupOf(code: StepCode): StepGroup {
  if (code === 'sealEdge') return 'lookedAt';
  const place = STEP_CODES.indexOf(code);
  return STEP_CODES.slice(0, place + 1).reduce<StepGroup>(
    (group, each) => GROUP_BEGINS[each] ?? group,
    'prepared',
  );
}
