/** What is found wrong with film that hangs (docs/formats; the rows of the inspection table). */
export const FAULT_KINDS = [
  'finger',
  'corner',
  'shred',
  'speck',
  'crease',
  'lightLine',
  'nick',
  'haze',
  'bubble',
  'scratch',
  'seam',
  'bead',
] as const;
export type FaultKind = (typeof FAULT_KINDS)[number];
