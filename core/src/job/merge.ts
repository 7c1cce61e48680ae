import { deepEqual } from 'fast-equals';

/** A field that both sides have changed, each to something else. The path runs from the record inward. */
export interface MergeConflict {
  readonly path: readonly string[];
  readonly mine: unknown;
  readonly theirs: unknown;
}

export interface Merged {
  readonly conflicts: readonly MergeConflict[];
  readonly preferMine: unknown;
  readonly preferTheirs: unknown;
  readonly same: (one: unknown, other: unknown) => boolean;
}

type Fields = Readonly<Record<string, unknown>>;

function isFields(value: unknown): value is Fields {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}

function merge(
  before: unknown,
  mine: unknown,
  theirs: unknown,
  path: readonly string[],
  conflicts: MergeConflict[],
): [unknown, unknown] {
  if (deepEqual(mine, theirs) || deepEqual(before, theirs)) return [mine, mine];
  if (deepEqual(before, mine)) return [theirs, theirs];
  // A single reading is one thing: half of mine and half of theirs would be nobody's.
  const oneThing = path.at(-2) === 'readings';
  if (isFields(before) && isFields(mine) && isFields(theirs) && !oneThing) {
    const [a, b, c] = [before, mine, theirs];
    const names = [...new Set([...Object.keys(a), ...Object.keys(b), ...Object.keys(c)])];
    const merged = names.map(
      (name) => [name, merge(a[name], b[name], c[name], [...path, name], conflicts)] as const,
    );
    const pick = (side: 0 | 1) =>
      Object.fromEntries(
        merged.flatMap(([name, both]) => (both[side] === undefined ? [] : [[name, both[side]]])),
      );
    return [pick(0), pick(1)];
  }
  conflicts.push({ path, mine, theirs });
  return [mine, theirs];
}

/**
 * Merges a record that two people changed from the same state, field by field: what only one of them changed is kept,
 * what both changed is a conflict. Null is a record taken away.
 */
export function mergeData(before: unknown, mine: unknown, theirs: unknown): Merged {
  const conflicts: MergeConflict[] = [];
  const [preferMine, preferTheirs] = merge(before, mine, theirs, [], conflicts);
  return { conflicts, preferMine, preferTheirs, same: deepEqual };
}
