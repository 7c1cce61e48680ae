/** The least weight of ways that reach every place from the depot (Chu and Liu 1965, Edmonds 1967). */
export function leastWays(places: readonly number[], way: (from: number, to: number) => number): number {
  interface Edge {
    readonly from: number;
    readonly to: number;
    readonly minutes: number;
  }
  const nodes = [0, ...places.filter((place) => place !== 0)];
  let edges: Edge[] = nodes.flatMap((from) =>
    nodes.flatMap((to) => (to !== 0 && from !== to ? [{ from, to, minutes: way(from, to) }] : [])),
  );
  let open = new Set(nodes);
  let total = 0;
  let fresh = Math.max(...nodes) + 1;
  for (;;) {
    const into = new Map<number, Edge>();
    for (const edge of edges)
      if (edge.to !== 0 && edge.minutes < (into.get(edge.to)?.minutes ?? Infinity)) into.set(edge.to, edge);
    for (const { minutes } of into.values()) total += minutes;
    // A circle among the cheapest ways in is drawn together to one place.
    const circle = circleIn(open, into);
    if (!circle) return total;
    const merged = fresh;
    fresh += 1;
    const inCircle = new Set(circle);
    edges = edges.flatMap(({ from, to, minutes }): Edge[] => {
      const left = minutes - (into.get(to)?.minutes ?? 0);
      const [head, tail] = [inCircle.has(from) ? merged : from, inCircle.has(to) ? merged : to];
      return head === tail ? [] : [{ from: head, to: tail, minutes: left }];
    });
    open = new Set([...open].filter((node) => !inCircle.has(node)).concat(merged));
  }
}

function circleIn(
  open: ReadonlySet<number>,
  into: ReadonlyMap<number, { readonly from: number }>,
): number[] | null {
  const done = new Set<number>([0]);
  for (const start of open) {
    const path: number[] = [];
    for (let at: number | undefined = start; at !== undefined && !done.has(at); at = into.get(at)?.from) {
      const seen = path.indexOf(at);
      if (seen >= 0) return path.slice(seen);
      path.push(at);
    }
    path.forEach((node) => done.add(node));
  }
  return null;
}
