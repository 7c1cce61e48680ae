import { SMALLEST_LACK_MM } from '../../units/index.ts';
import { costPerMm, weightPerMm } from './cost.ts';
import { countingFor, type Counting } from './counting.ts';
import type { PlanSource } from '../format/cutPlan.ts';
import { divide, panelLayouts, phaseOf, type Layout } from '../lay/layouts.ts';
import { wholeShapes, type Lane, type Shape } from '../lay/shapes.ts';
import type { FilmForPlan, PaneForPlan, PlanJob, RollEdge } from '../format/planJob.ts';
import { middleOf, seamsBetween } from '../lay/seams.ts';
import { looksOf, type SeamPlace } from '../looks/looks.ts';

/** One way in which a part may lie on a roll. */
export interface Form {
  readonly part: number;
  readonly acrossMm: number;
  readonly alongMm: number;
  readonly lane: Lane;
  readonly shape: Shape;
  /** A panel that follows a pattern: where it lies within what it takes, and the repeat its pull has to begin on; else null. */
  readonly onPattern: {
    readonly insetMm: number;
    readonly offsetMm: number;
    readonly repeatMm: number;
  } | null;
}

/** Something that is cut as one piece: a pane, or one panel of a way to divide it. */
export interface Part {
  readonly index: number;
  readonly kind: number;
  readonly way: number;
  readonly panel: number;
  readonly panels: number;
  readonly forms: readonly Form[];
}

/** One way to make a kind of pane: its parts, and for panels the one supply off which they all come (null: any). */
export interface Way {
  readonly parts: readonly number[];
  readonly supply: number | null;
  /** Where its seams are; null for a pane that goes whole. */
  readonly place: SeamPlace | null;
  /** What they count by their looks, for each copy. */
  readonly looks: number;
}

/** Panes that are alike in all that planning looks at. */
export interface Kind {
  /** Panes that want their seams at the same place; null where each is for itself. */
  readonly alike: string | null;
  readonly mirrored: boolean;
  /** One of them. */
  readonly pane: PaneForPlan;
  readonly copies: readonly { readonly paneId: string; readonly copy: number; readonly key: string }[];
  readonly ways: readonly Way[];
}

/** A roll or offcut on hand, or a width that is sold. */
export interface Supply {
  readonly index: number;
  readonly kind: 'new' | 'roll' | 'offcut';
  /** On hand: its id. Sold: null, as many as wanted. */
  readonly id: string | null;
  readonly widthMm: number;
  readonly lengthMm: number;
  /** No pull off it is longer: its own length, or the clear floor there is. */
  readonly longestPullMm: number;
  /** What its film costs; offcuts nothing. */
  readonly costPerMm: number;
  /** What its film counts by the rules, offcuts at their worth, new film once its roll is bought. */
  readonly countPerMm: number;
  /** What buying one more of it counts. */
  readonly opening: number;
  readonly factoryEdges: readonly RollEdge[];
}

export interface Demand {
  readonly film: FilmForPlan;
  readonly kinds: readonly Kind[];
  readonly parts: readonly Part[];
  readonly supplies: readonly Supply[];
  /** What counts beside film; null: nothing. */
  readonly counting: Counting | null;
  /** No pull is slit at more places. */
  readonly mostSlits: number;
  /** Panels that must follow a pattern and hang on the roll's right edge: no work for this planner. */
  readonly patterned: boolean;
  /** Whether panels follow a pattern: they take whole repeats, so that nothing is proven by their sizes. */
  readonly repeats: boolean;
}

const BOTH: readonly RollEdge[] = ['left', 'right'];

function suppliesOf(
  film: FilmForPlan,
  job: PlanJob,
  counting: Counting | null,
  only: (supply: Omit<Supply, 'index'>) => boolean,
): Supply[] {
  const longestPull = job.rules.longestPull ?? Infinity;
  const onHand = job.stock
    .filter((entry) => entry.filmId === film.id)
    .map(({ id, kind, width, length, factoryEdges }) => {
      const costsPerMm = weightPerMm(film, { kind, width }, job);
      const countPerMm = counting && kind === 'offcut' ? counting.offcutPerMm({ width, length }) : costsPerMm;
      return {
        kind,
        id,
        widthMm: width,
        lengthMm: length,
        longestPullMm: Math.min(length, longestPull),
        costPerMm: costsPerMm,
        countPerMm,
        opening: 0,
        factoryEdges,
      };
    });
  const sold = film.rolls.map((roll) => {
    const costsPerMm = costPerMm(film, { kind: 'new', ...roll });
    return {
      kind: 'new' as const,
      id: null,
      widthMm: roll.width,
      lengthMm: roll.length,
      longestPullMm: Math.min(roll.length, longestPull),
      costPerMm: costsPerMm,
      countPerMm: counting?.newPerMm(roll) ?? costsPerMm,
      opening: counting?.opening(roll) ?? 0,
      factoryEdges: BOTH,
    };
  });
  return [...onHand, ...sold].filter(only).map((supply, index) => ({ ...supply, index }));
}

/** The only supply off which a form may be cut, since the other panels of its pane come off it; null: any. */
export function boundTo(
  { kinds, parts }: Pick<Demand, 'kinds' | 'parts'>,
  { part }: Pick<Form, 'part'>,
): number | null {
  const found = parts[part];
  return kinds[found?.kind ?? -1]?.ways[found?.way ?? -1]?.supply ?? null;
}

/** Whether a form can be cut from a supply at all. */
export function goesOn(
  form: Pick<Form, 'acrossMm' | 'alongMm' | 'lane'>,
  supply: Pick<Supply, 'widthMm' | 'longestPullMm' | 'factoryEdges'>,
): boolean {
  if (
    form.acrossMm > supply.widthMm + SMALLEST_LACK_MM ||
    form.alongMm > supply.longestPullMm + SMALLEST_LACK_MM
  )
    return false;
  const has = (edge: RollEdge) => supply.factoryEdges.includes(edge);
  switch (form.lane) {
    case 'free':
      return true;
    case 'both':
      return has('left') && has('right') && Math.abs(form.acrossMm - supply.widthMm) <= SMALLEST_LACK_MM;
    case 'left':
    case 'right':
      return has(form.lane);
  }
}

const sameLayout = (layout: Layout) =>
  layout
    .map((shapes) =>
      shapes.map(({ turn, acrossMm: w, alongMm: l, lane }) => `${turn} ${w} ${l} ${lane}`).join(';'),
    )
    .join('|');

const rollOf = ({ widthMm, longestPullMm }: Supply) => ({ width: widthMm, length: longestPullMm });

/** Further places for the seams of a pane off a supply, beside those that its wishes and equal panels give. */
export type PlacesOf = (
  pane: PaneForPlan,
  supply: Supply,
) => readonly { readonly axis: 'vertical' | 'horizontal'; readonly at: readonly number[] }[];

function waysOf(
  pane: PaneForPlan,
  film: FilmForPlan,
  job: PlanJob,
  supplies: readonly Supply[],
  places: PlacesOf,
) {
  const division = divide(pane, film, job.rules);
  if (division.kind === 'impossible') return [];
  const place: SeamPlace | null = null;
  if (division.kind === 'whole') {
    const shapes = wholeShapes(pane, film, job.rules);
    const able = supplies.filter(
      (supply) => mayComeOff(pane, supply) && shapes.some((shape) => goesOn(shape, supply)),
    );
    const going = shapes.filter((shape) => able.some((supply) => goesOn(shape, supply)));
    const layout: Layout = [going];
    if (pane.from) return able.map(({ index: at }) => ({ layout, place, supply: at as number | null }));
    return going.length > 0 ? [{ layout, place, supply: null }] : [];
  }
  return supplies.flatMap((supply) => {
    if (!mayComeOff(pane, supply)) return [];
    const seen = new Set<string>();
    const further = places(pane, supply).flatMap(({ axis, at }) =>
      panelLayouts(
        { ...pane, seams: { ...pane.seams, at: [...at] } },
        film,
        job.rules,
        rollOf(supply),
        division.ways.filter((way) => way.axis === axis),
      ),
    );
    const layouts = [...panelLayouts(pane, film, job.rules, rollOf(supply), division.ways), ...further];
    return layouts.flatMap((layout) => {
      const key = sameLayout(layout);
      const goes = layout.every((shapes) => shapes.some((shape) => goesOn(takenBy(shape), supply)));
      if (seen.has(key) || !goes) return [];
      seen.add(key);
      return [{ layout, place: placeOfLayout(layout), supply: supply.index as number | null }];
    });
  });
}

/**
 * What a shape takes of a roll. A panel that follows a pattern begins at the roll's left edge, where its lines are, and takes whole
 * repeats along it: so everything that comes one behind the other stays in phase.
 */
function takenBy({
  acrossMm,
  alongMm,
  lane,
  phase,
}: Shape): Pick<Form, 'acrossMm' | 'alongMm' | 'lane' | 'onPattern'> {
  if (!phase) return { acrossMm, alongMm, lane, onPattern: null };
  const { x: insetMm, repeatAlong: repeatMm } = phase;
  const offsetMm = phaseOf(phase.along, repeatMm);
  const repeats = Math.ceil((offsetMm + alongMm) / repeatMm - 1e-9);
  return {
    acrossMm: insetMm + acrossMm,
    alongMm: repeats * repeatMm,
    lane: lane === 'free' ? 'left' : lane,
    onPattern: { insetMm, offsetMm, repeatMm },
  };
}

/** A panel that follows a pattern while it hangs on the roll's right edge: its lines are told from the left. */
export const isBeyondSearch = ({ shape: { phase, lane } }: Pick<Form, 'shape'>): boolean =>
  phase !== null && lane !== 'free' && lane !== 'left';

/** Panes that are alike in all that planning looks at have the same key. */
export function kindKey(
  { width, height, factoryEdge, seams, from, allowances }: PaneForPlan,
  counting: Counting | null,
): string {
  const { allowed, axis, at } = seams;
  const looks = counting?.seams
    ? seams.alike === undefined
      ? [seams.about ?? null]
      : [seams.alike, seams.mirrored ?? false]
    : [];
  return JSON.stringify([
    width,
    height,
    factoryEdge,
    allowed,
    axis,
    at ?? null,
    from ?? null,
    allowances ?? null,
    looks,
  ]);
}

/** Where the seams of a layout are. */
function placeOfLayout(layout: Layout): SeamPlace | null {
  const covers = layout.flatMap(([first]) => (first ? [first.cover] : []));
  const seams = seamsBetween(covers);
  const [first] = seams;
  return first ? { axis: first.axis, atMm: seams.map(middleOf) } : null;
}

/** What a place counts by its looks, on the average of the panes that go this way. */
function meanLooks(
  panes: readonly PaneForPlan[],
  film: FilmForPlan,
  place: SeamPlace | null,
  job: PlanJob,
  counting: Counting | null,
): number {
  const looks = counting?.seams;
  if (!looks || !place) return 0;
  const copies = panes.reduce((sum, { count }) => sum + count, 0);
  const all = panes.reduce(
    (sum, pane) => sum + pane.count * looksOf(pane, film, place, job.rules, looks).total,
    0,
  );
  return all / copies;
}

/** Whether somebody's wish lets a pane come off a supply. */
export function mayComeOff(
  { from }: Pick<PaneForPlan, 'from'>,
  source: { readonly id: string | null; readonly kind: Supply['kind']; readonly widthMm: number },
): boolean {
  if (!from) return true;
  return from.kind === 'onHand'
    ? source.id === from.id
    : source.kind === 'new' && Math.abs(source.widthMm - from.width) <= SMALLEST_LACK_MM;
}

/** The parts of one way, numbered from `from` on. */
function partsOf(layout: Layout, from: number, kind: number, way: number): Part[] {
  return layout.map((shapes, panel) => {
    const index = from + panel;
    const forms = shapes.map((shape): Form => ({ part: index, ...takenBy(shape), shape }));
    return { index, kind, way, panel: panel + 1, panels: layout.length, forms };
  });
}

/** Places so near to each other are one. */
const SAME_PLACE_MM = 0.01;

const isSamePlace = (one: SeamPlace, other: SeamPlace) =>
  one.axis === other.axis &&
  one.atMm.length === other.atMm.length &&
  one.atMm.every((mm, at) => Math.abs(mm - (other.atMm[at] ?? NaN)) < SAME_PLACE_MM);

/** The panes of a film by kind, with every way to make them, and what there is to cut them from: all, or some of it. */
export function demandOf(
  film: FilmForPlan,
  job: PlanJob,
  only: (supply: Omit<Supply, 'index'>) => boolean = () => true,
  places: PlacesOf = () => [],
): Demand {
  const counting = countingFor(film, job);
  const supplies = suppliesOf(film, job, counting, only);
  const groups = new Map<string, PaneForPlan[]>();
  for (const pane of job.panes) {
    if (pane.filmId !== film.id) continue;
    const key = kindKey(pane, counting);
    groups.set(key, [...(groups.get(key) ?? []), pane]);
  }
  const kinds: Kind[] = [];
  const parts: Part[] = [];
  for (const panes of groups.values()) {
    const [first] = panes;
    if (!first) continue;
    const found = waysOf(first, film, job, supplies, places);
    if (found.length === 0) continue;
    const kind = kinds.length;
    const ways = found.map(({ layout, supply, place }, way): Way => {
      const made = partsOf(layout, parts.length, kind, way);
      parts.push(...made);
      return {
        supply,
        place,
        looks: meanLooks(panes, film, place, job, counting),
        parts: made.map(({ index }) => index),
      };
    });
    // Room by room, so that the copies of a room come off one roll where they can.
    const byRoom = [...panes].sort((a, b) => (a.room ?? '').localeCompare(b.room ?? ''));
    const copies = byRoom.flatMap((pane) =>
      Array.from({ length: pane.count }, (_, copy) => ({
        paneId: pane.id,
        copy: copy + 1,
        key: `${pane.id}\n${copy + 1}`,
      })),
    );
    const alike = counting?.seams && ways.some(({ place }) => place) ? (first.seams.alike ?? null) : null;
    kinds.push({ copies, ways, alike, mirrored: first.seams.mirrored ?? false, pane: first });
  }
  const all = parts.flatMap(({ forms }) => forms);
  const patterned = all.some(isBeyondSearch);
  const repeats = all.some(({ onPattern }) => onPattern !== null);
  const mostSlits = job.rules.work?.mostSlits ?? Infinity;
  return { film, kinds, parts, supplies, counting, mostSlits, patterned, repeats };
}

/** The demand with further ways to divide its panes: its parts and ways so far stay what they were. */
export function withMorePlaces(demand: Demand, job: PlanJob, places: PlacesOf): Demand {
  const { film, supplies, counting } = demand;
  const parts = [...demand.parts];
  const paneOf = new Map(job.panes.map((pane) => [pane.id, pane]));
  const kinds = demand.kinds.map((kind, kindAt): Kind => {
    const panes = [...new Set(kind.copies.map(({ paneId }) => paneId))].flatMap((id) => paneOf.get(id) ?? []);
    const ways = [...kind.ways];
    const isKnown = (supply: number | null, place: SeamPlace) =>
      ways.some((way) => way.supply === supply && way.place !== null && isSamePlace(way.place, place));
    for (const supply of supplies) {
      const wanted = places(kind.pane, supply);
      if (wanted.length === 0) continue;
      for (const { layout, place } of waysOf(kind.pane, film, job, [supply], () => wanted)) {
        const isWanted = wanted.some(({ axis, at }) => place && isSamePlace(place, { axis, atMm: at }));
        if (!place || !isWanted || isKnown(supply.index, place)) continue;
        const made = partsOf(layout, parts.length, kindAt, ways.length);
        parts.push(...made);
        ways.push({
          supply: supply.index,
          place,
          looks: meanLooks(panes, film, place, job, counting),
          parts: made.map(({ index }) => index),
        });
      }
    }
    return { ...kind, ways };
  });
  return { ...demand, kinds, parts };
}

/** The demand as if only film counted: what is proven of it holds for film alone. */
export const filmAlone = (demand: Demand): Demand => ({
  ...demand,
  kinds: demand.kinds.map((kind) => ({ ...kind, ways: kind.ways.map((way) => ({ ...way, looks: 0 })) })),
});

/** The demand with some of its ways only; kinds that have none of them left are left out. */
export function withWays(demand: Demand, isKept: (way: Way, kind: Kind, at: number) => boolean): Demand {
  const parts: Part[] = [];
  const kinds: Kind[] = [];
  demand.kinds.forEach((kind, kindAt) => {
    const kept = kind.ways.filter((way) => isKept(way, kind, kindAt));
    if (kept.length === 0) return;
    const ways = kept.map((way, index) => ({
      ...way,
      parts: way.parts.flatMap((part) => {
        const found = demand.parts[part];
        if (!found) return [];
        const next = parts.length;
        const forms = found.forms.map((form) => ({ ...form, part: next }));
        parts.push({ ...found, index: next, kind: kinds.length, way: index, forms });
        return [next];
      }),
    }));
    kinds.push({ ...kind, ways });
  });
  return { ...demand, kinds, parts };
}

/** The demand cut from some of what there is only. */
export function onlyFrom(demand: Demand, only: (supply: Supply) => boolean): Demand {
  const supplies = demand.supplies.filter(only);
  const indexOf = new Map(supplies.map(({ index }, at) => [index, at]));
  const goes = (part: number) =>
    (demand.parts[part]?.forms ?? []).some((form) => supplies.some((supply) => goesOn(form, supply)));
  const kept = withWays(
    demand,
    ({ supply, parts }) => (supply === null || indexOf.has(supply)) && parts.every(goes),
  );
  const kinds = kept.kinds.map((kind) => ({
    ...kind,
    ways: kind.ways.map((way) => ({
      ...way,
      supply: way.supply === null ? null : (indexOf.get(way.supply) ?? null),
    })),
  }));
  return { ...kept, kinds, supplies: supplies.map((supply, index) => ({ ...supply, index })) };
}

/** Used lengths and widths: the source of a plan that stands for a supply. */
export function sourceOf(supply: Supply, filmId: string, newId: string): PlanSource {
  const { kind, widthMm: width, lengthMm: length } = supply;
  return { id: supply.id ?? newId, filmId, kind, width, length };
}
