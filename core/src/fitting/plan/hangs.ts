/** Ways of getting a piece onto the glass (docs/formats, fitting plan). */
export const HANGS = [
  'tapeToTable',
  'twoPersonPeel',
  'reverseRoll',
  'creasedLiner',
  'peelOff',
  'blockByBlock',
] as const;
export type Hang = (typeof HANGS)[number];
