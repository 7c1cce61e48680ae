import type { DoubtRules } from './doubt/surveyed.ts';

/** What the survey goes by; the house rules hold it. Lengths mm. */
export interface SurveyRules extends DoubtRules {
  /** Bar between two panes of a grid until it is measured. */
  readonly defaultBarMm: number;
  /** A wall that still has this size counts as not measured. */
  readonly newWallWidthMm: number;
  readonly newWallHeightMm: number;
  readonly defaultGapMm: number;
  readonly defaultSillMm: number;
}
