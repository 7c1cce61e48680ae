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

/** What hides a strip of glass along one side, so that it needs no film or a seam can lie there. */
export const HIDING_THINGS = ['blindBox', 'outsideFrame', 'shelf', 'curtain'] as const;
export type HidingThing = (typeof HIDING_THINGS)[number];
