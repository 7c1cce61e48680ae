/** What people want of a film, in plain words. */
export const WANTS = [
  'heat',
  'glare',
  'fading',
  'privacyDay',
  'privacyNight',
  'decoration',
  'safety',
  'burglary',
  'warmth',
  'marking',
  'front',
  'view',
  'removable',
  'budget',
] as const;
export type Want = (typeof WANTS)[number];

export const WANT_LEVELS = ['must', 'nice'] as const;
export type WantLevel = (typeof WANT_LEVELS)[number];

/** Wants that are not named do not matter. Limits are shares from 0 to 1. */
export interface Wants {
  readonly levels: Readonly<Partial<Record<Want, WantLevel>>>;
  readonly leastLight: number | null;
  readonly mostShine: number | null;
}

export const NO_WANTS: Wants = { levels: {}, leastLight: null, mostShine: null };
