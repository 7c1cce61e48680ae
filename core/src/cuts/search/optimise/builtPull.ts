import { SMALLEST_LACK_MM } from '../../../units/index.ts';
import type { Demand, Form, Supply } from '../../cost/demand.ts';

/** A strip of a pull: forms one behind the other, none wider than the strip. */
export interface Strip {
  readonly widthMm: number;
  /** On a factory edge for a piece that wants it; null where it may stand anywhere. */
  readonly lane: 'left' | 'right' | 'both' | null;
  readonly stack: readonly Form[];
}

/** A pull off a supply, not yet numbered: its length follows from its longest stack. */
export interface BuiltPull {
  readonly supply: number;
  readonly lengthMm: number;
  /** What its film costs; the bound is one of these. */
  readonly film: number;
  /** What it counts by the rules: film, hands, leftovers. */
  readonly cost: number;
  readonly strips: readonly Strip[];
}

/** A full set of pulls for a film, with how many copies of each kind are made which way. */
export interface Arrangement {
  readonly pulls: readonly BuiltPull[];
  /** By kind, by way: how many copies. */
  readonly ways: readonly (readonly number[])[];
  /** What its film costs. */
  readonly film: number;
  /** What it counts by the rules. */
  readonly cost: number;
}

export const formsOf = ({ strips }: BuiltPull): Form[] => strips.flatMap(({ stack }) => stack);
const stackLength = (stack: readonly Form[]) => stack.reduce((sum, { alongMm: l }) => sum + l, 0);

/** What is left over of a pull: beside its strips, behind their pieces, and beside those in their strip. */
function leftovers(width: number, length: number, strips: readonly Strip[]): [number, number][] {
  const found: [number, number][] = strips.flatMap(({ widthMm: w, stack }) => [
    [w, length - stackLength(stack)] as [number, number],
    ...stack.map((form): [number, number] => [w - form.acrossMm, form.alongMm]),
  ]);
  found.push([width - strips.reduce((sum, { widthMm: w }) => sum + w, 0), length]);
  return found.filter(([w, l]) => w > SMALLEST_LACK_MM && l > SMALLEST_LACK_MM);
}

/** A pull off a supply: as long as its longest stack, with what it counts by the rules. */
export function pullOf(
  { counting }: Pick<Demand, 'counting'>,
  supply: Supply,
  strips: readonly Strip[],
): BuiltPull {
  const length = Math.max(0, ...strips.map(({ stack }) => stackLength(stack)));
  const film = supply.costPerMm * length;
  if (!counting) return { supply: supply.index, lengthMm: length, film, cost: film, strips };
  const over = leftovers(supply.widthMm, length, strips).reduce(
    (sum, [w, l]) => sum + counting.leftover(w, l),
    0,
  );
  // Worth is never made by cutting: a pull counts something, however much of it is left over.
  const cost =
    counting.perPull + Math.max(supply.countPerMm * length * 0.05, supply.countPerMm * length + over);
  return { supply: supply.index, lengthMm: length, film, cost, strips };
}

const settingKey = ({ supply, strips }: BuiltPull) =>
  `${supply}:${strips
    .map(({ widthMm: w }) => w.toFixed(1))
    .sort()
    .join(' ')}`;

/** What the seams of divided panes count by their looks, made these ways. */
const looksOfWays = ({ kinds }: Demand, ways: Arrangement['ways']) =>
  kinds.reduce(
    (sum, kind, at) =>
      sum + kind.ways.reduce((all, { looks }, way) => all + looks * (ways[at]?.[way] ?? 0), 0),
    0,
  );

/** What a full set of pulls counts: its pulls, knife settings, seams, and the rolls that have to be bought for it. */
export function countOf(
  demand: Demand,
  pulls: readonly BuiltPull[],
  ways: Arrangement['ways'],
): { film: number; cost: number } {
  const { counting, supplies } = demand;
  const film = pulls.reduce((sum, pull) => sum + pull.film, 0);
  let cost = pulls.reduce((sum, pull) => sum + pull.cost, 0);
  if (!counting) return { film, cost };
  cost += looksOfWays(demand, ways);
  if (counting.perKnifeSetting > 0) cost += counting.perKnifeSetting * new Set(pulls.map(settingKey)).size;
  for (const supply of supplies) {
    if (supply.opening === 0) continue;
    const length = pulls.reduce((sum, pull) => sum + (pull.supply === supply.index ? pull.lengthMm : 0), 0);
    cost += supply.opening * Math.ceil(length / supply.lengthMm - 1e-9);
  }
  return { film, cost };
}

/** Pulls that make every kind of pane in the one way it has. */
export function arrangementOf(demand: Demand, pulls: readonly BuiltPull[]): Arrangement {
  const ways = demand.kinds.map(({ copies, ways: all }) =>
    all.map((_, at) => (at === 0 ? copies.length : 0)),
  );
  return { pulls, ways, ...countOf(demand, pulls, ways) };
}
