/** States in which what was asked of a worker is still to be done. */
export const OPEN_STATES = ['waiting', 'working'] as const;
