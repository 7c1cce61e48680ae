/** A place on the earth, degrees, north and east positive. */
export interface MapPosition {
  readonly latitude: number;
  readonly longitude: number;
}

const AXES = { latitude: { most: 90, letters: 'NS' }, longitude: { most: 180, letters: 'EWO' } } as const;
type Axis = keyof typeof AXES;

/** Degrees, minutes and seconds with any of the signs that are written after them, and a letter before or after. */
const PART =
  /([NSEWO])?\s*([+-])?\s*(\d+(?:\.\d+)?)\s*(?:°|º|deg|d|\s)?\s*(?:(\d+(?:\.\d+)?)\s*(?:['′’]|min|m|\s)?\s*)?(?:(\d+(?:\.\d+)?)\s*(?:["″”]|''|′′|sec|s)?\s*)?([NSEWO])?/y;

interface Part {
  readonly degrees: number;
  readonly letter: string;
}

function partAt(text: string, at: number): (Part & { readonly end: number }) | null {
  PART.lastIndex = at;
  const found = PART.exec(text);
  if (!found) return null;
  const [whole, before = '', sign, degrees, minutes = '0', seconds = '0', after = ''] = found;
  if (Number(minutes) >= 60 || Number(seconds) >= 60 || (before && after)) return null;
  const size = Number(degrees) + Number(minutes) / 60 + Number(seconds) / 3600;
  const letter = before || after;
  const isMinus = sign === '-' || letter === 'S' || letter === 'W';
  return { degrees: isMinus ? -size : size, letter, end: at + whole.length };
}

function twoParts(text: string): readonly [Part, Part] | null {
  // A comma with a space, a semicolon or a slash parts the two for certain.
  const parted = text.split(/\s*(?:;|\/|,\s)\s*/);
  if (parted.length === 2) {
    const [one, other] = parted.map((half) => {
      const part = partAt(half.replace(',', '.'), 0);
      return part && half.slice(part.end).trim() === '' ? part : null;
    });
    return one && other ? [one, other] : null;
  }
  if (parted.length !== 1) return null;
  const commas = text.split(',').length - 1;
  // `51.96,7.62` parts at its comma; `51,96 7,62` has decimal commas.
  const plain = commas === 1 ? text.replace(',', ' , ') : text.replaceAll(',', '.');
  const halves = plain.includes(' , ') ? plain.split(' , ') : splitInHalf(plain);
  const [one, other] = halves.map((half) => {
    const part = partAt(half.trim(), 0);
    return part && half.trim().slice(part.end).trim() === '' ? part : null;
  });
  return halves.length === 2 && one && other ? [one, other] : null;
}

/** Where no sign parts them: after the first letter, or in the middle of the numbers. */
function splitInHalf(text: string): string[] {
  const letters = [...text.matchAll(/[NSEWO]/g)].map(({ index }) => index);
  const [first, second] = letters;
  if (letters.length === 2 && first !== undefined && second !== undefined) {
    const at = first === 0 ? second : first + 1;
    return [text.slice(0, at), text.slice(at)];
  }
  const words = text.split(/\s+/);
  return words.length % 2 === 0
    ? [words.slice(0, words.length / 2).join(' '), words.slice(words.length / 2).join(' ')]
    : [text];
}

/**
 * Reads a pair from a map in any usual spelling: `51.96, 7.62`, `51,96 7,62`, `51°57′36″N 7°37′12″E`, `N 51 57.6 E 7 37.2`,
 * north first unless letters say otherwise. Answers null for what is none, or lies off the earth.
 */
export function readMapPosition(typed: string): MapPosition | null {
  const text = typed
    .trim()
    .toUpperCase()
    .replaceAll('−', '-')
    .replace(/^\((.*)\)$/, '$1');
  const parts = twoParts(text);
  if (!parts) return null;
  const axisOf = (part: Part): Axis | null =>
    part.letter === '' ? null : AXES.latitude.letters.includes(part.letter) ? 'latitude' : 'longitude';
  const [one, other] = parts;
  const [first, second] = [axisOf(one), axisOf(other)];
  if (first !== null && first === second) return null;
  const isTurned = first === 'longitude' || second === 'latitude';
  const [north, east] = isTurned ? [other, one] : [one, other];
  const position = { latitude: north.degrees, longitude: east.degrees };
  const isOn = (axis: Axis) => Math.abs(position[axis]) <= AXES[axis].most;
  return isOn('latitude') && isOn('longitude') ? position : null;
}

/** `43.6° N, 70.3° W`, to about ten metres. */
export function formatMapPosition({ latitude, longitude }: MapPosition): string {
  const show = (degrees: number, letters: string) =>
    `${Math.abs(Number(degrees.toFixed(4)))}° ${letters[degrees < 0 ? 1 : 0]}`;
  return `${show(latitude, 'NS')}, ${show(longitude, 'EW')}`;
}
