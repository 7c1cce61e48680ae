/** What may be wrong with a pane before anybody works on it, in the trade's words. */
export const CONDITION_KINDS = [
  'scratch',
  'chip',
  'failedSeal',
  'oldFilm',
  'looseGasket',
  'silicone',
  'paint',
] as const;
export type ConditionKind = (typeof CONDITION_KINDS)[number];

/** What sits on or beside the glass, to be worked around or left alone. */
export const FIXTURE_KINDS = [
  'hinge',
  'lever',
  'lock',
  'drainHole',
  'vent',
  'letterBox',
  'alarmContact',
  'sensor',
] as const;
export type FixtureKind = (typeof FIXTURE_KINDS)[number];
/** Fixtures that raise an alarm when they are touched. */
export const ALARMS: ReadonlySet<FixtureKind> = new Set(['alarmContact', 'sensor']);

/** What hides a strip of glass along one side, so that it needs no film or a seam can lie there. */
export const HIDING_THINGS = ['blindBox', 'outsideFrame', 'shelf', 'curtain'] as const;
export type HidingThing = (typeof HIDING_THINGS)[number];
