/* What the rounds go by in which pulls are made that a programme lacks: the lengths that are tried, and the worth of parts. */

/** Longer pulls are unhandy, and as a rule no cheaper. */
export const LONGEST_PULL_MM = 12_000;
/** How many lengths that paid are tried again. */
const LENGTHS_KEPT = 60;
/** How much of what the bound says parts are worth is used in the rounds instead of the programme's worth, which leaps. */
const SHARES_OF_CENTRE: readonly number[] = [0.8, 0.6, 0.4, 0.2];

/**
 * Lengths in mm at which a pull may end: those that paid before, or else of one piece each, and `tries` others of two or three
 * pieces behind each other.
 *
 * @param alongs how long pieces are along the roll
 */
export function lengthsToTry(
  alongs: readonly number[],
  longestMm: number,
  paid: readonly number[] | undefined,
  { tries, random }: { readonly tries: number; readonly random: () => number },
): number[] {
  const found = new Set(paid ?? alongs.filter((mm) => mm <= longestMm));
  if (alongs.length === 0) return [...found];
  const longest = Math.min(longestMm, LONGEST_PULL_MM);
  for (let at = 0; at < tries; at += 1) {
    const count = 2 + Math.floor(random() * 2);
    let sum = 0;
    for (let piece = 0; piece < count; piece += 1) sum += alongs[Math.floor(random() * alongs.length)] ?? 0;
    if (sum <= longest) found.add(sum);
  }
  return [...found];
}

/** A length that was tried, with what its pull costs above what its parts are worth, a mm of it. */
export interface TriedLength {
  readonly lengthMm: number;
  readonly overPerMm: number;
}

/** The lengths that paid best, the best first. */
export const lengthsThatPaid = (tried: readonly TriedLength[]): number[] =>
  [...tried]
    .sort((a, b) => a.overPerMm - b.overPerMm)
    .slice(0, LENGTHS_KEPT)
    .map(({ lengthMm }) => lengthMm);

/**
 * What parts count in a round: between what the programme says and a centre that leaps less (Wentges 1997), less of it each
 * round; where a round before lacked nothing, or there is no centre, what the programme says.
 */
export function worthOfRound(
  now: Float64Array,
  centre: ArrayLike<number> | null,
  round: number,
  isStill: boolean,
): Float64Array {
  if (isStill || !centre) return now;
  const share = SHARES_OF_CENTRE[round % SHARES_OF_CENTRE.length] ?? 0;
  return now.map((each, at) => (1 - share) * each + share * (centre[at] ?? each));
}
