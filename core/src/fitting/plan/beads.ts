/** Beads that anchor film to its frame: a full and a small fillet, or a profile. */
export const BEADS = ['full', 'small', 'profile'] as const;
