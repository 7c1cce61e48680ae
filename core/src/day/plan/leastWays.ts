interface Way {
  readonly from: number;
  readonly to: number;
  readonly minutes: number;
}

/** The least weight of ways that reach every place from the depot, which is place 0 (Chu and Liu 1965, Edmonds 1967). */
export function leastWays(places: readonly number[], way: (from: number, to: number) => number): number {
  const sites = places.filter((place) => place !== 0);
  let ways: Way[] = [0, ...sites].flatMap((from) =>
    sites.flatMap((to) => (from === to ? [] : [{ from, to, minutes: way(from, to) }])),
  );
  let total = 0;
  for (let drawnTogether = Math.max(0, ...sites) + 1; ; drawnTogether += 1) {
    const into = new Map<number, Way>();
    for (const each of ways)
      if (each.minutes < (into.get(each.to)?.minutes ?? Infinity)) into.set(each.to, each);
    for (const { minutes } of into.values()) total += minutes;
    // A circle among the cheapest ways in is drawn together to one place.
    const circle = circleAmong(into);
    if (!circle) return total;
    const placeOf = (place: number) => (circle.has(place) ? drawnTogether : place);
    ways = ways.flatMap(({ from, to, minutes }): Way[] => {
      const left = minutes - (into.get(to)?.minutes ?? 0);
      return placeOf(from) === placeOf(to) ? [] : [{ from: placeOf(from), to: placeOf(to), minutes: left }];
    });
  }
}

/** Places that are reached from each other in a circle; null where all are reached from the depot. */
function circleAmong(into: ReadonlyMap<number, Way>): ReadonlySet<number> | null {
  for (const start of into.keys()) {
    const path: number[] = [];
    for (let at: number | undefined = start; at !== undefined; at = into.get(at)?.from) {
      const seen = path.indexOf(at);
      if (seen >= 0) return new Set(path.slice(seen));
      path.push(at);
    }
  }
  return null;
}
