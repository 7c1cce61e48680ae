import { SMALLEST_LACK_MM } from '../../units/index.ts';

/** A panel's share of a divided pane, along the divided dimension; mm. */
export interface Share {
  /** Where the share of the pane begins and how much of it is covered, along the divided dimension. */
  readonly from: number;
  readonly covered: number;
  /** The piece's own length along the divided dimension, and where it begins (the first lies over the frame). */
  readonly piece: number;
  readonly pieceFrom: number;
}

export interface ShareInput {
  readonly span: number;
  readonly count: number;
  readonly firstMargin: number;
  readonly lastMargin: number;
  readonly overlap: number;
  readonly longest: number;
  /** Panels that must be exactly as wide as the roll. */
  readonly full: readonly boolean[];
  readonly minPanel: number;
  /** Where seams are wanted, middles of the overlaps; null: equal panels. */
  readonly atMm: readonly number[] | null;
}

function sharesFrom(input: ShareInput, covers: readonly number[]): Share[] {
  const { count, firstMargin, lastMargin, overlap } = input;
  let from = 0;
  return covers.map((covered, at) => {
    const before = at === 0 ? firstMargin : 0;
    const after = at === count - 1 ? lastMargin : 0;
    const share = { from, covered, piece: covered + before + after, pieceFrom: from - before };
    from += covered - overlap;
    return share;
  });
}

/** Divides a span at the seams that are wanted; null where a panel would be too narrow, or broader than the roll. */
function shareAt(input: ShareInput, at: readonly number[]): Share[] | null {
  const { span, count, firstMargin, lastMargin, overlap, longest, full, minPanel } = input;
  const edges = [0, ...[...at].sort((a, b) => a - b), span];
  const covers = Array.from({ length: count }, (_, panel) => {
    const from = (edges[panel] ?? 0) - (panel === 0 ? 0 : overlap / 2);
    const to = (edges[panel + 1] ?? span) + (panel === count - 1 ? 0 : overlap / 2);
    return to - from;
  });
  const fits = covers.every((cover, panel) => {
    const piece = cover + (panel === 0 ? firstMargin : 0) + (panel === count - 1 ? lastMargin : 0);
    const asFull = !full[panel] || Math.abs(piece - longest) <= SMALLEST_LACK_MM;
    return cover >= minPanel && cover > 0 && piece <= longest + SMALLEST_LACK_MM && asFull;
  });
  return fits ? sharesFrom(input, covers) : null;
}

/** Divides a span: the full panels take the roll's width, the others share the rest equally. */
export function shareSpan(input: ShareInput): Share[] | null {
  if (input.atMm) return shareAt(input, input.atMm);
  const { span, count, firstMargin, lastMargin, overlap, longest, full, minPanel } = input;
  const margin = (at: number) => (at === 0 ? firstMargin : 0) + (at === count - 1 ? lastMargin : 0);
  const others = full.filter((isFull) => !isFull).length;
  const fullCovers = full.reduce((sum, isFull, at) => sum + (isFull ? longest - margin(at) : 0), 0);
  const restCover = span + (count - 1) * overlap - fullCovers;
  if (others === 0 && Math.abs(restCover) > SMALLEST_LACK_MM) return null;
  const restPieces = restCover + full.reduce((sum, isFull, at) => sum + (isFull ? 0 : margin(at)), 0);
  const equalCovers = full.map((isFull, at) => (isFull ? longest - margin(at) : restCover / others));
  const equalPieces = full.map((isFull, at) => (isFull ? longest : restPieces / others) - margin(at));
  const fits = (covers: readonly number[]) =>
    covers.every(
      (cover, at) => cover >= minPanel && cover > 0 && cover + margin(at) <= longest + SMALLEST_LACK_MM,
    );
  const covers = [equalCovers, equalPieces].find(fits);
  return covers ? sharesFrom(input, covers) : null;
}

/**
 * Divides a span so that the middle of each overlap lies on a line of the pattern, half of it to either side; null where no such
 * lines are near. Lines are told from where the first piece begins. `lies`: with `edge` it is the panels' edges that lie on lines. `shift`: so many lines
 * from those nearest to equal panels.
 */
export function shareOnPattern(
  input: ShareInput,
  repeat: number,
  lies: 'middle' | 'edge',
  shift: number,
): Share[] | null {
  const { span, count, firstMargin, lastMargin, overlap, longest, minPanel } = input;
  const whole = span + firstMargin + lastMargin;
  const before = lies === 'middle' ? overlap / 2 : 0;
  const starts = Array.from({ length: count }, (_, at) =>
    at === 0 ? 0 : (Math.round((at * whole) / count / repeat) + shift) * repeat - before,
  );
  const covers = starts.map((start, at) => {
    const from = at === 0 ? 0 : start - firstMargin;
    const to = at === count - 1 ? span : (starts[at + 1] ?? 0) - firstMargin + overlap;
    return to - from;
  });
  const shares = sharesFrom(input, covers);
  return shares.every(({ covered, piece }) => covered >= minPanel && piece <= longest + SMALLEST_LACK_MM)
    ? shares
    : null;
}
