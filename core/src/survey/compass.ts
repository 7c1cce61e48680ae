/** The sixteen points of the compass, clockwise from north. */
const POINTS = [
  'n',
  'nne',
  'ne',
  'ene',
  'e',
  'ese',
  'se',
  'sse',
  's',
  'ssw',
  'sw',
  'wsw',
  'w',
  'wnw',
  'nw',
  'nnw',
];
const STEP_DEG = 360 / POINTS.length;
const LETTERS: Readonly<Record<string, string>> = { north: 'n', south: 's', east: 'e', west: 'w' };

/** A point of the compass by its letters or its words, in degrees from north: `SW`, `south-west`; null where it is none. */
export function bearingOfPoint(text: string): number | null {
  const letters = text
    .toLowerCase()
    .replaceAll(/north|south|east|west/g, (word) => LETTERS[word] ?? word)
    .replaceAll(/[\s-]+/g, '');
  const at = POINTS.indexOf(letters);
  return at < 0 ? null : at * STEP_DEG;
}

/** The direction that the name of a wall says, as `North wall` or `Garden side, south-west`; null where it says none. */
export function bearingInName(name: string): number | null {
  const words = /\b(?:north|south|east|west)(?:[\s-]?(?:north|south|east|west)){0,2}\b/i.exec(name)?.[0];
  const letters = words ?? /\b[NS][EW]\b/.exec(name)?.[0];
  return letters === undefined ? null : bearingOfPoint(letters);
}
