import type { CopyOfPane, UnplacedCopy } from './assemblePlan.ts';
import { costPerMm, weightPerMm } from '../cost/cost.ts';
import { divide, panelLayouts, type Division, type Layout, type UnplacedReason } from '../lay/layouts.ts';
import { wholeShapes, type Shape } from '../lay/shapes.ts';
import { mayComeOff } from '../cost/demand.ts';
import type { FilmForPlan, PaneForPlan, PlanJob, RollEdge } from '../format/planJob.ts';
import { SMALLEST_LACK_MM } from '../../units/index.ts';
import { isBetter, layCopy, type OpenSource, type PlacedCopy } from '../lay/rollPacking.ts';

/* The first plan: the longest pulls first, each piece where it costs least. */

export interface Copy extends CopyOfPane {
  readonly pane: PaneForPlan;
  readonly division: Division;
  /** The longest way the roll must be pulled for it, at its best: long ones are laid first. */
  readonly pullMm: number;
}

export interface Packed {
  readonly sources: readonly OpenSource[];
  readonly unplaced: readonly UnplacedCopy[];
  /** What its film costs. */
  readonly cost: number;
}

const BOTH_EDGES: readonly RollEdge[] = ['left', 'right'];

function layoutsOn(
  copy: Copy,
  film: FilmForPlan,
  job: PlanJob,
  roll: { width: number; length: number },
): Layout[] {
  switch (copy.division.kind) {
    case 'whole':
      return [[wholeShapes(copy.pane, film, job.rules)]];
    case 'panels': {
      const length = Math.min(roll.length, job.rules.longestPull ?? Infinity);
      return panelLayouts(copy.pane, film, job.rules, { ...roll, length }, copy.division.ways);
    }
    case 'impossible':
      return [];
  }
}

/** Layouts by pane and roll size, worked out once. */
export function layoutTable(film: FilmForPlan, job: PlanJob) {
  const known = new Map<string, Layout[]>();
  return (copy: Copy, roll: { width: number; length: number }): Layout[] => {
    const key = `${copy.paneId}\n${roll.width}\n${roll.length}`;
    const found = known.get(key) ?? layoutsOn(copy, film, job, roll);
    known.set(key, found);
    return found;
  };
}

export function copiesOf(film: FilmForPlan, job: PlanJob): Copy[] {
  const widest = Math.max(0, ...film.rolls.map((roll) => roll.width));
  return job.panes
    .filter((pane) => pane.filmId === film.id)
    .flatMap((pane) => {
      const division = divide(pane, film, job.rules);
      const fitting = wholeShapes(pane, film, job.rules).filter((shape) => shape.acrossMm <= widest);
      const pullMm = fitting.length > 0 ? Math.min(...fitting.map((shape) => shape.alongMm)) : pane.height;
      return Array.from({ length: pane.count }, (_, at) => ({
        key: `${pane.id}\n${at + 1}`,
        paneId: pane.id,
        copy: at + 1,
        pane,
        division,
        pullMm,
      }));
    });
}

function stockSources(film: FilmForPlan, job: PlanJob): OpenSource[] {
  return job.stock
    .filter((entry) => entry.filmId === film.id)
    .map(({ id, filmId, kind, width, length, factoryEdges }) => ({
      source: { id, filmId, kind, width, length },
      factoryEdges,
      costPerMm: weightPerMm(film, { kind, width }, job),
      mostSlits: job.rules.work?.mostSlits ?? Infinity,
      longestPullMm: job.rules.longestPull ?? Infinity,
      usedMm: 0,
      pulls: [],
    }));
}

function newSource(film: FilmForPlan, roll: { width: number; length: number }, job: PlanJob): OpenSource {
  const source = { id: '', filmId: film.id, kind: 'new', width: roll.width, length: roll.length } as const;
  const mostSlits = job.rules.work?.mostSlits ?? Infinity;
  return {
    source,
    factoryEdges: BOTH_EDGES,
    costPerMm: costPerMm(film, source),
    mostSlits,
    longestPullMm: job.rules.longestPull ?? Infinity,
    usedMm: 0,
    pulls: [],
  };
}

/** Whether a pane would go on a roll that is sold, were there more floor to pull it out on. */
function isTooLongToPull(copy: Copy, film: FilmForPlan, job: PlanJob): boolean {
  const { longestPull } = job.rules;
  if (longestPull === undefined) return false;
  const fits = (most: number) =>
    film.rolls.some(({ width, length }) =>
      layoutsOn(copy, film, { ...job, rules: { ...job.rules, longestPull: most } }, { width, length }).some(
        (layout) =>
          layout.every((shapes) =>
            shapes.some(
              ({ acrossMm: w, alongMm: l }) =>
                w <= width + SMALLEST_LACK_MM && l <= Math.min(length, most) + SMALLEST_LACK_MM,
            ),
          ),
      ),
    );
  return !fits(longestPull) && fits(Infinity);
}

function reasonNotPlaced(copy: Copy, film: FilmForPlan, job: PlanJob): UnplacedReason {
  const { division, pane } = copy;
  if (division.kind === 'impossible') return division.reason;
  if (pane.from) return 'pane.fromTooSmall';
  if (isTooLongToPull(copy, film, job)) return 'pull.tooLong';
  if (film.rolls.length === 0)
    return job.stock.some((entry) => entry.filmId === film.id) ? 'stock.short' : 'film.noRolls';
  if (division.kind === 'whole') return 'edge.notAvailable';
  if (film.pattern) return 'seam.pattern';
  const without = film.rolls.some(
    (roll) => panelLayouts({ ...pane, factoryEdge: 'none' }, film, job.rules, roll, division.ways).length > 0,
  );
  return without && pane.factoryEdge !== 'none' ? 'edge.notAvailable' : 'seam.minPanel';
}

export interface PackingOrder {
  readonly order: readonly Copy[];
  readonly rolls: FilmForPlan['rolls'];
  readonly favour: (copy: Copy, shape: Shape) => number;
}

export function pack(
  film: FilmForPlan,
  job: PlanJob,
  order: PackingOrder,
  layouts: ReturnType<typeof layoutTable>,
  takenIds: readonly string[] = [],
): Packed {
  const stockIds = new Set([...job.stock.map((entry) => entry.id), ...takenIds]);
  let sources = stockSources(film, job);
  const unplaced: UnplacedCopy[] = [];
  let opened = 0;
  const nextId = () => {
    do opened += 1;
    while (stockIds.has(`${film.id}-new-${opened}`));
    return `${film.id}-new-${opened}`;
  };
  for (const copy of order.order) {
    const favour = (shape: Shape) => order.favour(copy, shape);
    let best: (PlacedCopy & { at: number }) | null = null;
    const tryOn = (source: OpenSource, at: number) => {
      if (!mayComeOff(copy.pane, { ...source.source, widthMm: source.source.width })) return;
      for (const layout of layouts(copy, source.source)) {
        const placed = layCopy(source, copy.key, layout, favour);
        if (placed && (!best || isBetter(placed, best))) best = { ...placed, at };
      }
    };
    sources.forEach(tryOn);
    for (const roll of order.rolls) tryOn(newSource(film, roll, job), -1);
    const chosen = best as (PlacedCopy & { at: number }) | null;
    if (!chosen) unplaced.push({ ...copy, reason: reasonNotPlaced(copy, film, job) });
    else if (chosen.at >= 0)
      sources = sources.map((source, at) => (at === chosen.at ? chosen.source : source));
    else sources.push({ ...chosen.source, source: { ...chosen.source.source, id: nextId() } });
  }
  const used = sources.filter((source) => source.usedMm > 0);
  const cost = used.reduce((sum, source) => sum + source.costPerMm * source.usedMm, 0);
  return { sources: used, unplaced, cost };
}

export function isBetterPacking(one: Packed, other: Packed): boolean {
  const run = ({ sources }: Packed) =>
    sources.reduce((sum, { usedMm: used, source }) => sum + used * source.width, 0);
  const figures = (packed: Packed) => [
    packed.unplaced.length,
    packed.cost,
    run(packed),
    packed.sources.length,
  ];
  const [a, b] = [figures(one), figures(other)];
  const at = a.findIndex((figure, index) => Math.abs(figure - (b[index] ?? 0)) > 1e-6);
  return at >= 0 && (a[at] ?? 0) < (b[at] ?? 0);
}

export function packingOrder(
  copies: readonly Copy[],
  film: FilmForPlan,
  random: () => number,
  round: number,
): PackingOrder {
  const choices = [film.rolls, ...(film.rolls.length > 1 ? film.rolls.map((roll) => [roll]) : [])];
  const rolls = choices[round % choices.length] ?? film.rolls;
  const shaken = round < choices.length ? 0 : 0.05 + 0.35 * random();
  const weights = new Map(copies.map((copy) => [copy.key, copy.pullMm * (1 + shaken * (random() - 0.5))]));
  const order = [...copies].sort((a, b) => (weights.get(b.key) ?? 0) - (weights.get(a.key) ?? 0));
  const favoured = new Map(copies.map((copy) => [copy.paneId, 1 + shaken * (random() - 0.5) * 3]));
  const favour = (copy: Copy, shape: Shape) =>
    shape.turn % 180 === 0 ? 1 : Math.max(0.2, favoured.get(copy.paneId) ?? 1);
  return { order, rolls, favour };
}
