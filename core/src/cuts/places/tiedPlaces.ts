import { masterOf, wayKey, type Programme } from '../cost/crossSections.ts';
import { withWays, type Demand, type Way } from '../cost/demand.ts';
import type { LinearModel, LinearSolver } from '../cost/linearSolver.ts';
import { placeInGroup, samePlace, type SeamPlace } from '../looks/looks.ts';

/** Groups of panes that are alike, each with the kinds that are divided and the places any of them can take. */
export interface PlaceGroup {
  readonly alike: string;
  readonly kinds: readonly number[];
  readonly copies: number;
  readonly places: readonly SeamPlace[];
}

/** Places of panes that are alike are one place within this. */
const SAME_MM = 0.1;

/** The place of a way as its group tells it. */
function inGroup({ kinds }: Demand, kind: number, { place }: Way): SeamPlace | null {
  const pane = kinds[kind]?.pane;
  return place && pane ? placeInGroup(pane, place) : null;
}

const isAt = (demand: Demand, kind: number, way: Way, place: SeamPlace) => {
  const own = inGroup(demand, kind, way);
  return own !== null && samePlace(own, place, SAME_MM);
};

/** The groups of a demand that have a choice, the largest first; the places of each in rising cost of film area and looks. */
export function placeGroups(demand: Demand): PlaceGroup[] {
  const byWord = new Map<string, number[]>();
  demand.kinds.forEach(({ alike }, at) => {
    if (alike !== null) byWord.set(alike, [...(byWord.get(alike) ?? []), at]);
  });
  const rates = demand.supplies
    .filter(({ costPerMm }) => costPerMm > 0)
    .map(({ costPerMm, widthMm }) => costPerMm / widthMm);
  const rate = rates.length > 0 ? Math.min(...rates) : 0;
  const filmOf = (part: number) =>
    rate * Math.min(...(demand.parts[part]?.forms ?? []).map(({ acrossMm, alongMm }) => acrossMm * alongMm));
  const countsAt = (kinds: readonly number[], place: SeamPlace) =>
    kinds.reduce((sum, kind) => {
      const found = demand.kinds[kind];
      const costs = (found?.ways ?? [])
        .filter((way) => isAt(demand, kind, way, place))
        .map(({ parts, looks }) => looks + parts.reduce((film, part) => film + filmOf(part), 0));
      return sum + (found?.copies.length ?? 0) * Math.min(...costs);
    }, 0);
  const groups = [...byWord].map(([alike, kinds]): PlaceGroup => {
    const places: SeamPlace[] = [];
    for (const kind of kinds)
      for (const way of demand.kinds[kind]?.ways ?? []) {
        const place = inGroup(demand, kind, way);
        if (place && !places.some((known) => samePlace(known, place, SAME_MM))) places.push(place);
      }
    const common = places.filter((place) =>
      kinds.every((kind) => demand.kinds[kind]?.ways.some((way) => isAt(demand, kind, way, place))),
    );
    const copies = kinds.reduce((sum, kind) => sum + (demand.kinds[kind]?.copies.length ?? 0), 0);
    const counted = common.map((place) => ({ place, counts: countsAt(kinds, place) }));
    counted.sort((a, b) => a.counts - b.counts);
    return { alike, kinds, copies, places: counted.map(({ place }) => place) };
  });
  return groups
    .filter(({ places, copies }) => places.length > 0 && copies > 1)
    .sort((a, b) => b.copies - a.copies);
}

/** Nodes and seconds of the programme that decides between places. */
const MOST_NODES = 2000;
const LONGEST_S = 2;

/**
 * Which place each group of panes that are alike takes: the cheapest in film (by the cross-sections that were found), work
 * and looks together, where all panes of a group take one place, or each its own for what an unlike one counts. By group;
 * null where its panes are better each for itself. Empty without groups, or where it was not solved.
 */
export function tiedPlaces(
  demand: Demand,
  programme: Programme,
  solver: LinearSolver,
  secondsLeft: number,
): ReadonlyMap<string, SeamPlace | null> {
  const groups = placeGroups(demand);
  const unlike = demand.counting?.seams?.unlikePane ?? 0;
  if (groups.length === 0 || unlike === 0) return new Map();
  const { model, wayColumn } = masterOf(demand, programme);
  const rows = [...model.rows];
  const columns: LinearModel['columns'][number][] = model.columns.map((column) => ({
    ...column,
    entries: [...column.entries],
  }));
  const enter = (column: number, row: number, coefficient: number) => {
    const at = columns[column];
    if (at) columns[column] = { ...at, entries: [...at.entries, [row, coefficient]] };
  };
  const chosenColumn = groups.map(({ kinds, places, copies }) => {
    const one = rows.push({ sense: '>=', bound: 1 }) - 1;
    const forItself = columns.push({ cost: unlike * (copies - 1), entries: [[one, 1]], whole: true }) - 1;
    const byPlace = places.map((place) => {
      const column = columns.push({ cost: 0, entries: [[one, 1]], whole: true }) - 1;
      for (const kind of kinds) {
        const found = demand.kinds[kind];
        if (!found || found.ways.length < 2) continue;
        const row = rows.push({ sense: '>=', bound: 0 }) - 1;
        enter(column, row, -found.copies.length);
        found.ways.forEach((way, at) => {
          const own = wayColumn.get(wayKey(kind, at));
          if (own !== undefined && isAt(demand, kind, way, place)) enter(own, row, 1);
        });
      }
      return column;
    });
    return { forItself, byPlace };
  });
  const answer = solver.solve(
    { columns, rows },
    { seconds: Math.min(LONGEST_S, secondsLeft), nodes: MOST_NODES },
  );
  if (!answer) return new Map();
  return new Map(
    groups.flatMap(({ alike, places }, at): [string, SeamPlace | null][] => {
      const { forItself, byPlace } = chosenColumn[at] ?? { forItself: -1, byPlace: [] };
      const taken = byPlace.findIndex((column) => (answer.values[column] ?? 0) > 0.5);
      const place = places[taken];
      if (place) return [[alike, place]];
      return (answer.values[forItself] ?? 0) > 0.5 ? [[alike, null]] : [];
    }),
  );
}

/** The demand with only those ways of each kind that go at its group's place. */
export function atPlaces(demand: Demand, chosen: ReadonlyMap<string, SeamPlace | null>): Demand {
  return withWays(demand, (way, { alike }, at) => {
    const place = alike === null ? null : chosen.get(alike);
    return !place || isAt(demand, at, way, place);
  });
}
