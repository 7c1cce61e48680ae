import { boundTo, goesOn, type Demand, type Form, type Part, type Supply } from './demand.ts';
import type { LinearModel, LinearSolver } from './linearSolver.ts';

/** What no plan of a film can beat, and what each part is worth in it. */
export interface ProvenBound {
  /** The cross-sections that were looked at, to put together anew. */
  readonly programme: Programme;
  /** Money (or mm² without prices): no plan that lays all panes costs less. */
  readonly cost: number;
  /** Worth of each part, by its index: what it adds to the bound. */
  readonly worth: readonly number[];
  /** Ways of kinds that have several which the programme goes, by kind and way (`wayKey`). */
  readonly taken: ReadonlySet<string>;
}

/** Stretches of rolls with cross-sections of them. */
export interface Programme {
  readonly stretches: readonly Stretch[];
  readonly sections: readonly Section[];
}

/** Rolls of one width at one price that are interchangeable for the bound. */
export interface Stretch {
  readonly supply: Supply;
  readonly width: number;
  readonly costPerMm: number;
  /** Length there is; Infinity for what is sold. */
  readonly length: number;
  readonly forms: readonly Form[];
}

/** A cross-section of a roll: forms side by side, and how much of each part a millimetre of it makes. */
export interface Section {
  readonly stretch: number;
  readonly parts: ReadonlyMap<number, number>;
}

/** Widths are counted in steps of this size, rounded down, so that the bound stays below every plan; coarser where near enough. */
const FINE_MM = 0.25;
const COARSE_MM = 1;
const TOLERANCE_MM = 0.05;

function stretchesOf(demand: Demand): Stretch[] {
  const groups = new Map<string, Stretch>();
  for (const supply of demand.supplies) {
    const sold = supply.kind === 'new';
    const key = `${supply.widthMm} ${supply.costPerMm} ${sold ? 'sold' : supply.lengthMm} ${supply.factoryEdges.join()}`;
    const before = groups.get(key);
    const forms = demand.parts.flatMap(({ forms: all }) =>
      all.filter((form) => {
        const only = boundTo(demand, form);
        return (only === null || only === supply.index) && goesOn(form, supply);
      }),
    );
    const known = new Set(before?.forms);
    const length = sold ? Infinity : supply.lengthMm + (before?.length ?? 0);
    groups.set(key, {
      supply,
      width: supply.widthMm,
      costPerMm: supply.costPerMm,
      length,
      forms: [...(before?.forms ?? []), ...forms.filter((form) => !known.has(form))],
    });
  }
  return [...groups.values()].filter(({ forms }) => forms.length > 0);
}

interface Knapsack {
  readonly value: number;
  readonly parts: ReadonlyMap<number, number>;
}

interface Entry {
  readonly form: Form;
  readonly steps: number;
  readonly value: number;
  readonly most: number;
}

/**
 * The cross-section of a stretch that is worth most at these worths: a bounded knapsack over its width, with at most one
 * piece on each factory edge. Also one good section around each form, to speed the columns up.
 */
function bestSections(
  stretch: Stretch,
  worth: readonly number[],
  counts: readonly number[],
  stepMm: number,
): Knapsack[] {
  const steps = Math.floor((stretch.width + TOLERANCE_MM) / stepMm);
  const entries = stretch.forms
    .map((form): Entry => ({
      form,
      steps: Math.max(1, Math.floor(form.acrossMm / stepMm)),
      value: (worth[form.part] ?? 0) / form.alongMm,
      most: counts[form.part] ?? 0,
    }))
    .filter(({ value, most }) => value > 1e-12 && most > 0);
  const free = entries.filter(({ form }) => form.lane === 'free');
  const best = new Float64Array(steps + 1);
  const items: Entry[] = [];
  for (const entry of free) {
    const most = Math.min(entry.most, Math.floor(steps / entry.steps));
    for (let left = most, size = 1; left > 0; size *= 2) {
      const taken = Math.min(size, left);
      items.push({ ...entry, steps: entry.steps * taken, value: entry.value * taken, most: taken });
      left -= taken;
    }
  }
  const takes = items.map(() => new Uint8Array(steps + 1));
  items.forEach((item, at) => {
    const take = takes[at];
    if (!take) return;
    for (let room = steps; room >= item.steps; room -= 1) {
      const with_ = (best[room - item.steps] ?? 0) + item.value;
      if (with_ > (best[room] ?? 0) + 1e-15) {
        best[room] = with_;
        take[room] = 1;
      }
    }
  });
  const filled = (room: number): Map<number, number> => {
    const parts = new Map<number, number>();
    let left = room;
    for (let at = items.length - 1; at >= 0; at -= 1) {
      const item = items[at];
      if (!item || takes[at]?.[left] !== 1) continue;
      const { part, alongMm: l } = item.form;
      parts.set(part, (parts.get(part) ?? 0) + item.most / l);
      left -= item.steps;
    }
    return parts;
  };
  const edged = (lane: 'left' | 'right'): (Entry | null)[] => [
    null,
    ...entries.filter(({ form }) => form.lane === lane),
  ];
  const found: Knapsack[] = [];
  const withEdges = (chosen: readonly Entry[], value: number, room: number) => {
    const parts = filled(room);
    for (const { form } of chosen) parts.set(form.part, (parts.get(form.part) ?? 0) + 1 / form.alongMm);
    found.push({ value, parts });
  };
  let most = -1;
  interface Pair {
    readonly chosen: readonly Entry[];
    readonly value: number;
    readonly room: number;
  }
  // The best beside each piece on an edge, not the very best alone: they come at once instead of one a round.
  const pairs = new Map<Entry | null, Pair>();
  const keep = (of: Entry | null, pair: Pair) => {
    if (pair.value > (pairs.get(of)?.value ?? -1)) pairs.set(of, pair);
  };
  for (const left of edged('left'))
    for (const right of edged('right')) {
      const room = steps - (left?.steps ?? 0) - (right?.steps ?? 0);
      if (room < 0) continue;
      const value = (left?.value ?? 0) + (right?.value ?? 0) + (best[room] ?? 0);
      const pair = { chosen: [left, right].filter((each) => each !== null), value, room };
      keep(left, pair);
      keep(right, pair);
      most = Math.max(most, value);
    }
  for (const { chosen, value, room } of new Set(pairs.values())) withEdges(chosen, value, room);
  for (const entry of entries.filter(({ form }) => form.lane === 'both')) {
    const only = { value: entry.value, parts: new Map([[entry.form.part, 1 / entry.form.alongMm]]) };
    if (entry.value > most) {
      most = entry.value;
      found.unshift(only);
    } else found.push(only);
  }
  for (const entry of entries) {
    if (entry.form.lane !== 'free') continue;
    const room = steps - entry.steps;
    if (room < 0) continue;
    // Beside its own best filling a piece may stand once too often; such a section is none.
    const beside = (filled(room).get(entry.form.part) ?? 0) * entry.form.alongMm;
    if (beside + 1 <= entry.most + 1e-9) withEdges([entry], entry.value + (best[room] ?? 0), room);
  }
  return found.sort((a, b) => b.value - a.value);
}

interface Lagrange {
  readonly cost: number;
  readonly worth: readonly number[];
}

/** The bound that worths of parts prove, scaled so that no cross-section is worth more than its film costs. */
function provedBy(
  demand: Demand,
  stretches: readonly Stretch[],
  worth: readonly number[],
  best: readonly number[],
): Lagrange {
  let scale = Infinity;
  stretches.forEach(({ length, costPerMm }, at) => {
    const value = best[at] ?? 0;
    if (length === Infinity && value > 0) scale = Math.min(scale, costPerMm / value);
  });
  if (!Number.isFinite(scale)) scale = 1;
  const scaled = worth.map((each) => each * scale);
  const wanted = demand.kinds.reduce((sum, { copies, ways }) => {
    const cheapest = Math.min(
      ...ways.map(({ parts, looks }) => parts.reduce((all, part) => all + (scaled[part] ?? 0), looks)),
    );
    return sum + copies.length * cheapest;
  }, 0);
  const onHand = stretches.reduce(
    (sum, { length, costPerMm }, at) =>
      length === Infinity ? sum : sum + Math.max(0, scale * (best[at] ?? 0) - costPerMm) * length,
    0,
  );
  return { cost: wanted - onHand, worth: scaled };
}

export interface Master {
  readonly model: LinearModel;
  readonly partRow: ReadonlyMap<number, number>;
  /** The column of each way of kinds that have several, by kind and way. */
  readonly wayColumn: ReadonlyMap<string, number>;
}

export const wayKey = (kind: number, way: number): string => `${kind} ${way}`;

export function masterOf(demand: Demand, { stretches, sections }: Programme): Master {
  const rows: { sense: '>=' | '<='; bound: number }[] = [];
  const partRow = new Map<number, number>();
  const kindRow: (number | null)[] = demand.kinds.map((kind) => {
    const [only, ...others] = kind.ways;
    const single = only?.parts.length === 1 && others.length === 0 ? only.parts[0] : undefined;
    rows.push({ sense: '>=', bound: kind.copies.length });
    if (single !== undefined) {
      partRow.set(single, rows.length - 1);
      return null;
    }
    return rows.length - 1;
  });
  const columns: LinearModel['columns'][number][] = [];
  const wayColumn = new Map<string, number>();
  demand.kinds.forEach((kind, at) => {
    const row = kindRow[at];
    if (row === null || row === undefined) return;
    for (const [index, way] of kind.ways.entries()) {
      wayColumn.set(wayKey(at, index), columns.length);
      const entries: [number, number][] = [[row, 1]];
      for (const part of way.parts) {
        rows.push({ sense: '>=', bound: 0 });
        partRow.set(part, rows.length - 1);
        entries.push([rows.length - 1, -1]);
      }
      columns.push({ cost: way.looks, entries, whole: false });
    }
  });
  const lengthRow = stretches.map(({ length }) => {
    if (length === Infinity) return null;
    rows.push({ sense: '<=', bound: length });
    return rows.length - 1;
  });
  for (const { stretch, parts } of sections) {
    const entries = [...parts].flatMap(([part, rate]): [number, number][] => {
      const row = partRow.get(part);
      return row === undefined ? [] : [[row, rate]];
    });
    const limit = lengthRow[stretch];
    if (limit !== null && limit !== undefined) entries.push([limit, 1]);
    columns.push({ cost: stretches[stretch]?.costPerMm ?? 0, entries, whole: false });
  }
  return { model: { columns, rows }, partRow, wayColumn };
}

const NEAR = 1e-4;
const MOST_ROUNDS = 60;
const COLUMNS_A_ROUND = 40;
/** Sections whose parts were worth so much of their film are gone on with. */
const NEARLY_PAYS = 0.97;
/** How near to the best worths so far sections are sought: the last ones leap (Wentges 1997). */
const SMOOTHING = 0.3;

/** A part as another demand of the same panes would have it too. */
const partName = ({ kind, panel, panels, forms }: Part): string =>
  `${kind} ${panel}/${panels} ${forms.map(({ acrossMm, alongMm, lane }) => `${acrossMm.toFixed(3)}x${alongMm.toFixed(3)}${lane}`).join()}`;

/** A programme of the same panes with other ways to divide them, and what it came to. */
export interface Before {
  readonly demand: Demand;
  readonly proven: ProvenBound;
}

/** Sections of an earlier programme that pay or nearly pay, with the parts there are now. */
function sectionsFrom(
  { demand: earlier, proven }: Before,
  demand: Demand,
  stretches: readonly Stretch[],
): Section[] {
  const now = new Map(demand.parts.map((part) => [partName(part), part.index]));
  const indexOf = new Map(earlier.parts.map((part) => [part.index, now.get(partName(part))]));
  return proven.programme.sections.flatMap(({ stretch, parts }): Section[] => {
    const was = proven.programme.stretches[stretch];
    const at = stretches.findIndex((each) => each.supply.index === was?.supply.index);
    if (!was || at < 0) return [];
    const worth = [...parts].reduce((sum, [part, rate]) => sum + rate * (proven.worth[part] ?? 0), 0);
    if (worth < NEARLY_PAYS * was.costPerMm) return [];
    const found = new Map<number, number>();
    for (const [part, rate] of parts) {
      const index = indexOf.get(part);
      if (index === undefined) return [];
      found.set(index, (found.get(index) ?? 0) + rate);
    }
    return [{ stretch: at, parts: found }];
  });
}

/**
 * The bound of the cross-sections: at each place along a roll the pieces beside each other fit its width, so the length
 * used is at least that of the linear programme which cuts every piece from cross-sections in fractions (the bar
 * relaxation of strip packing: Scheithauer 1999; columns by Gilmore and Gomory 1961, each round's bound by Farley 1990).
 * Offcuts and part rolls come in with the length they have. Null without a solution. `near`: how near to it, as a share, is
 * near enough; `before`: what to go on from.
 */
export function boundBySections(
  demand: Demand,
  solver: LinearSolver,
  shouldStop: () => boolean,
  near = NEAR,
  before: Before | null = null,
): ProvenBound | null {
  const stretches = stretchesOf(demand);
  if (stretches.length === 0 || demand.parts.length === 0) return null;
  const counts = demand.parts.map(({ kind }) => demand.kinds[kind]?.copies.length ?? 0);
  const sections: Section[] = stretches.flatMap(({ forms, width }, stretch) =>
    forms.map((form): Section => {
      const beside =
        form.lane === 'free'
          ? Math.min(counts[form.part] ?? 1, Math.max(1, Math.floor(width / form.acrossMm)))
          : 1;
      return { stretch, parts: new Map([[form.part, beside / form.alongMm]]) };
    }),
  );
  if (before) sections.push(...sectionsFrom(before, demand, stretches));
  const programme = { stretches, sections };
  let proved: Lagrange = { cost: 0, worth: demand.parts.map(() => 0) };
  let latest: readonly number[] = proved.worth;
  let taken: ReadonlySet<string> = new Set();
  for (let round = 0; round < MOST_ROUNDS && !shouldStop(); round += 1) {
    const { model, partRow, wayColumn } = masterOf(demand, { stretches, sections });
    const answer = solver.solve(model, { seconds: 10, nodes: 0 });
    if (!answer) return proved.cost > 0 ? { ...proved, programme, taken } : null;
    const worth = demand.parts.map(({ index: at }) => Math.max(0, answer.duals[partRow.get(at) ?? -1] ?? 0));
    latest = worth;
    taken = new Set([...wayColumn].flatMap(([key, at]) => ((answer.values[at] ?? 0) > 1e-6 ? [key] : [])));
    // Sections are sought at a point between the best worths so far and the last ones, else at the last ones.
    const points = proved.cost > 0 ? [SMOOTHING, 0] : [0];
    let added = 0;
    for (const share of points) {
      const at = worth.map((each, part) => share * (proved.worth[part] ?? 0) + (1 - share) * each);
      const found = stretches.map((stretch) =>
        bestSections(stretch, at, counts, near > NEAR ? COARSE_MM : FINE_MM),
      );
      const now = provedBy(
        demand,
        stretches,
        at,
        found.map(([first]) => first?.value ?? 0),
      );
      if (now.cost > proved.cost) proved = now;
      found.forEach((list, index) => {
        const stretch = stretches[index];
        if (!stretch) return;
        const best = list[0]?.value ?? 0;
        const lengthDual = stretch.length === Infinity ? 0 : Math.max(0, best - stretch.costPerMm);
        for (const { value, parts } of list.slice(0, COLUMNS_A_ROUND)) {
          const lastValue = [...parts].reduce((sum, [part, rate]) => sum + rate * (worth[part] ?? 0), 0);
          if (Math.max(value, lastValue) <= stretch.costPerMm + 1e-9 && lengthDual === 0) continue;
          sections.push({ stretch: index, parts });
          if (lastValue > stretch.costPerMm + 1e-9) added += 1;
        }
      });
      if (added > 0) break;
    }
    if (answer.objective - proved.cost <= near * answer.objective) break;
    if (added === 0) break;
  }
  return { cost: proved.cost, worth: latest, programme, taken };
}
