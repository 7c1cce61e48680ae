import type { BeforeFilm, Remedy } from '../survey/index.ts';

/** What is to be put right or decided before film, in a word or two: `3, 45 min`, `1 to decide`. */
export function describeBeforeFilm({ undecided, toFix, minutes }: BeforeFilm): string {
  if (toFix === 0) return `${undecided} to decide`;
  return undecided > 0 ? `${toFix}, ${undecided} to decide` : `${toFix}, ${minutes} min`;
}

/** What became of a defect, as a sentence without its full stop. */
export function describeRemedy(remedy: Remedy): string {
  if (remedy.kind === 'accepted') return `accepted as it is by ${remedy.by}`;
  return remedy.doneAt === null
    ? `to be put right before film, about ${remedy.minutes} min`
    : `put right${remedy.doneBy ? ` by ${remedy.doneBy}` : ''}`;
}

/** Nearer to an edge than this share of the glass is at that edge. */
const AT_THE_EDGE = 1 / 3;

/** Where on a pane something is, in words: `top left`, `left`, `middle`. Shares from its left and its top. */
export function describePlaceOnPane({ x, y }: { readonly x: number; readonly y: number }): string {
  const along = (share: number, low: string, high: string) =>
    share < AT_THE_EDGE ? low : share > 1 - AT_THE_EDGE ? high : '';
  const words = [along(y, 'top', 'bottom'), along(x, 'left', 'right')].filter((word) => word !== '');
  return words.join(' ') || 'middle';
}
