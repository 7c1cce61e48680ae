/** All ways to part a list into groups. */
function* partings<Item>(items: readonly Item[]): Generator<Item[][]> {
  const [first, ...others] = items;
  if (first === undefined) {
    yield [];
    return;
  }
  for (const groups of partings(others)) {
    yield [[first], ...groups];
    for (let at = 0; at < groups.length; at += 1)
      yield groups.map((group, each) => (each === at ? [first, ...group] : group));
  }
}

/** The least length for a few pieces, by trying everything: turns, strips, and which strips share a pull. */
export function leastLength(pieces: readonly (readonly [number, number])[], rollMm: number): number {
  let least = Infinity;
  for (let turns = 0; turns < 2 ** pieces.length; turns += 1) {
    const lying = pieces.map(([a, b], at) => ((turns >> at) & 1 ? { w: b, l: a } : { w: a, l: b }));
    if (lying.some(({ w }) => w > rollMm)) continue;
    for (const strips of partings(lying)) {
      const sizes = strips.map((strip) => ({
        w: Math.max(...strip.map(({ w }) => w)),
        l: strip.reduce((sum, { l }) => sum + l, 0),
      }));
      for (const pulls of partings(sizes)) {
        if (pulls.some((pull) => pull.reduce((sum, { w }) => sum + w, 0) > rollMm)) continue;
        least = Math.min(
          least,
          pulls.reduce((sum, pull) => sum + Math.max(...pull.map(({ l }) => l)), 0),
        );
      }
    }
  }
  return least;
}
