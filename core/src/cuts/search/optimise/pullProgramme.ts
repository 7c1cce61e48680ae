import type { Demand } from '../../cost/demand.ts';
import type { LinearModel } from '../../cost/linearSolver.ts';
import { formsOf, type BuiltPull } from './builtPull.ts';

type Column = LinearModel['columns'][number];

/** Which pulls are cut how often, and which ways panes go: all that is wanted is made, at the least cost. */
export interface PullProgramme {
  readonly model: LinearModel;
  /** The row of each part, by its index. */
  readonly partRow: readonly number[];
  /** The row that wants all copies of a kind that goes several ways; null for others. */
  readonly kindRow: readonly (number | null)[];
  /** What the first columns stand for; those of the pulls follow in their order. */
  readonly wayColumns: readonly { readonly kind: number; readonly way: number }[];
  readonly columnOf: (pull: BuiltPull) => Column;
}

/** How many copies go which way, for kinds of which that is settled. */
export type FixedWays = ReadonlyMap<number, readonly number[]>;

const NONE_FIXED: FixedWays = new Map();

/** The programme over some pulls, in whole numbers or in fractions. Rolls that are bought whole are counted by the lengths taken. */
export function programmeOver(
  { kinds, supplies, parts }: Demand,
  pulls: readonly BuiltPull[],
  whole: boolean,
  fixed: FixedWays = NONE_FIXED,
): PullProgramme {
  const rows: { sense: '>=' | '<='; bound: number }[] = [];
  const row = (sense: '>=' | '<=', bound: number) => rows.push({ sense, bound }) - 1;
  const partRow = parts.map((part) => {
    const kind = kinds[part.kind];
    const counts = fixed.get(part.kind);
    if (counts) return row('>=', counts[part.way] ?? 0);
    const single = kind?.ways.length === 1 && part.panels === 1;
    return row('>=', single ? kind.copies.length : 0);
  });
  const wayColumns: { kind: number; way: number }[] = [];
  const columns: Column[] = [];
  const kindRow = kinds.map((kind, at) => {
    if (fixed.has(at) || (kind.ways.length === 1 && kind.ways[0]?.parts.length === 1)) return null;
    const ofKind = row('>=', kind.copies.length);
    kind.ways.forEach((way, index) => {
      wayColumns.push({ kind: at, way: index });
      columns.push({
        cost: way.looks,
        whole,
        entries: [[ofKind, 1], ...way.parts.map((part): [number, number] => [partRow[part] ?? 0, -1])],
      });
    });
    return ofKind;
  });
  const lengthRow = supplies.map(({ kind, lengthMm: length }) => (kind === 'new' ? null : row('<=', length)));
  const rollRow = supplies.map(({ opening }) => (opening > 0 ? row('<=', 0) : null));
  const columnOf = (pull: BuiltPull): Column => {
    const counts = new Map<number, number>();
    for (const { part } of formsOf(pull)) counts.set(part, (counts.get(part) ?? 0) + 1);
    const entries = [...counts].map(([part, count]): [number, number] => [partRow[part] ?? 0, count]);
    const limit = lengthRow[pull.supply];
    if (limit !== null && limit !== undefined) entries.push([limit, pull.lengthMm]);
    const ofRolls = rollRow[pull.supply];
    if (ofRolls !== null && ofRolls !== undefined) entries.push([ofRolls, pull.lengthMm]);
    return { cost: pull.cost, entries, whole };
  };
  columns.push(...pulls.map(columnOf));
  for (const { index: at, opening, lengthMm: length } of supplies) {
    const ofRolls = rollRow[at];
    if (ofRolls !== null && ofRolls !== undefined)
      columns.push({ cost: opening, entries: [[ofRolls, -length]], whole });
  }
  return { model: { columns, rows }, partRow, kindRow, wayColumns, columnOf };
}
