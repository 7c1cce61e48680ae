/** Whole minutes from the first to the last, both of them in. */
export type Span = readonly [first: number, last: number];

/** What is left of spans once others are taken out of them; all in order. */
export function without(spans: readonly Span[], out: readonly Span[]): Span[] {
  let left: Span[] = [...spans];
  for (const [first, last] of out) {
    if (last < first) continue;
    left = left.flatMap(([from, to]): Span[] => {
      if (last < from || first > to) return [[from, to]];
      const parts: Span[] = [];
      if (from < first) parts.push([from, first - 1]);
      if (to > last) parts.push([last + 1, to]);
      return parts;
    });
  }
  return left;
}

/** What is in both; all in order. */
export function within(one: readonly Span[], other: readonly Span[]): Span[] {
  const both: Span[] = [];
  let at = 0;
  for (const [from, to] of one) {
    while (at < other.length && (other[at]?.[1] ?? 0) < from) at += 1;
    for (let next = at; next < other.length; next += 1) {
      const [first, last] = other[next] as Span;
      if (first > to) break;
      both.push([Math.max(from, first), Math.min(to, last)]);
    }
  }
  return both;
}

/** Spans in order that touch or overlap, as one. */
export function joined(spans: readonly Span[]): Span[] {
  const all: Span[] = [];
  for (const [from, to] of [...spans].sort((a, b) => a[0] - b[0])) {
    const last = all.at(-1);
    if (last && from <= last[1] + 1) all[all.length - 1] = [last[0], Math.max(last[1], to)];
    else all.push([from, to]);
  }
  return all;
}

/** The first minute at or after one that is in spans; null where there is none. */
export function firstFrom(spans: readonly Span[], minute: number): number | null {
  for (const [from, to] of spans) if (to >= minute) return Math.max(from, minute);
  return null;
}

/** The last minute at or before one that is in spans; null where there is none. */
export function lastUpTo(spans: readonly Span[], minute: number): number | null {
  for (let at = spans.length - 1; at >= 0; at -= 1) {
    const [from, to] = spans[at] as Span;
    if (from <= minute) return Math.min(to, minute);
  }
  return null;
}

/** Those of some moments, in order, that lie between two others and are neither. */
export function between(moments: readonly number[], from: number, to: number): readonly number[] {
  if (moments.length === 0) return moments;
  let [low, high] = [0, moments.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((moments[middle] ?? 0) <= from) low = middle + 1;
    else high = middle;
  }
  let last = low;
  while ((moments[last] ?? Infinity) < to) last += 1;
  return moments.slice(low, last);
}
