import { masterOf, wayKey, type Programme } from '../cost/crossSections.ts';
import { withWays, type Demand, type Kind, type Way } from '../cost/demand.ts';
import { filmOfParts } from '../cost/filmOfParts.ts';
import type { LinearModel, LinearSolver } from '../cost/linearSolver.ts';
import { placeInGroup, samePlace, type SeamPlace } from '../looks/looks.ts';

/** Groups of panes that are alike, each with its kinds and the places that all of them can take. */
export interface PlaceGroup {
  readonly alike: string;
  readonly kinds: readonly { readonly number: number; readonly kind: Kind }[];
  readonly copies: number;
  readonly places: readonly SeamPlace[];
}

/** Places of panes that are alike are one place within this. */
const SAME_MM = 0.1;

/** The place of a way as its group tells it. */
const inGroup = ({ pane }: Kind, { place }: Way): SeamPlace | null => place && placeInGroup(pane, place);

const isAt = (kind: Kind, way: Way, place: SeamPlace) => {
  const own = inGroup(kind, way);
  return own !== null && samePlace(own, place, SAME_MM);
};

/** The groups of a demand that have a choice, the largest first; the places of each in rising cost of film area and looks. */
export function placeGroups(demand: Demand): PlaceGroup[] {
  const film = filmOfParts(demand);
  const byWord = new Map<string, { readonly number: number; readonly kind: Kind }[]>();
  demand.kinds.forEach((kind, number) => {
    if (kind.alike !== null) byWord.set(kind.alike, [...(byWord.get(kind.alike) ?? []), { number, kind }]);
  });
  const countsAt = (kinds: PlaceGroup['kinds'], place: SeamPlace) =>
    kinds.reduce((sum, { kind }) => {
      const costs = kind.ways
        .filter((way) => isAt(kind, way, place))
        .map(({ parts, looks }) => looks + parts.reduce((all, part) => all + (film[part] ?? 0), 0));
      return sum + kind.copies.length * Math.min(...costs);
    }, 0);
  return [...byWord]
    .map(([alike, kinds]): PlaceGroup => {
      const places: SeamPlace[] = [];
      for (const { kind } of kinds)
        for (const way of kind.ways) {
          const place = inGroup(kind, way);
          if (place && !places.some((known) => samePlace(known, place, SAME_MM))) places.push(place);
        }
      return {
        ...{ alike, kinds },
        copies: kinds.reduce((sum, { kind }) => sum + kind.copies.length, 0),
        places: places
          .filter((place) => kinds.every(({ kind }) => kind.ways.some((way) => isAt(kind, way, place))))
          .map((place) => ({ place, counts: countsAt(kinds, place) }))
          .sort((a, b) => a.counts - b.counts)
          .map(({ place }) => place),
      };
    })
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
  const choices = groups.map(({ alike, kinds, places, copies }) => {
    const one = rows.push({ sense: '>=', bound: 1 }) - 1;
    const forItself = columns.push({ cost: unlike * (copies - 1), entries: [[one, 1]], whole: true }) - 1;
    const byPlace = places.map((place) => {
      const column = columns.push({ cost: 0, entries: [[one, 1]], whole: true }) - 1;
      for (const { number, kind } of kinds) {
        if (kind.ways.length < 2) continue;
        const row = rows.push({ sense: '>=', bound: 0 }) - 1;
        enter(column, row, -kind.copies.length);
        kind.ways.forEach((way, at) => {
          const own = wayColumn.get(wayKey(number, at));
          if (own !== undefined && isAt(kind, way, place)) enter(own, row, 1);
        });
      }
      return { place, column };
    });
    return { alike, forItself, byPlace };
  });
  const answer = solver.solve(
    { columns, rows },
    { seconds: Math.min(LONGEST_S, secondsLeft), nodes: MOST_NODES },
  );
  if (!answer) return new Map();
  return new Map(
    choices.flatMap(({ alike, forItself, byPlace }): [string, SeamPlace | null][] => {
      const isTaken = (column: number) => (answer.values[column] ?? 0) > 0.5;
      const taken = byPlace.find(({ column }) => isTaken(column));
      if (taken) return [[alike, taken.place]];
      return isTaken(forItself) ? [[alike, null]] : [];
    }),
  );
}

/** The demand with only those ways of each kind that go at its group's place. */
export function atPlaces(demand: Demand, chosen: ReadonlyMap<string, SeamPlace | null>): Demand {
  return withWays(demand, (way, kind) => {
    const place = kind.alike === null ? null : chosen.get(kind.alike);
    return !place || isAt(kind, way, place);
  });
}
