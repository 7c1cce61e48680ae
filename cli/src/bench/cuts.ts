import { checkPlan } from '@neat-sill/core/check';
import {
  planCuts,
  type CutPlan,
  type LinearSolver,
  type PaneForPlan,
  type PlanJob,
} from '@neat-sill/core/cuts';
import { jobForTest, paneForTest } from '@neat-sill/core/testing';
import { seededRandom } from '@neat-sill/core/units';
import { packer } from 'guillotine-packer';
import ShelfPack from '@mapbox/shelf-pack';
import { loadSolver } from '../solver.ts';
import { benchEveryOrder } from './everyOrder.ts';
import { benchEveryPlace } from './everyPlace.ts';
import { FAMILIES, type BenchJob, type Family } from './families.ts';
import { heapMb, printTable, timed } from './table.ts';

const SEED = 20261125;

export interface CutsBenchOptions {
  readonly seconds: number;
  readonly jobs: number;
  readonly families: readonly Family[];
  /** Also how the gap falls over 30 s, and how time grows with panes. */
  readonly long: boolean;
}

interface Run {
  readonly plan: CutPlan;
  /** Gap by the time it was reached, ms. */
  readonly reached: readonly { readonly ms: number; readonly gap: number }[];
  readonly firstMs: number;
  readonly ms: number;
}

/** How far a plan lies above the best there can be: the known one, else the proven bound. */
function gapOf(plan: CutPlan, best: number | null): number {
  const [film] = plan.summary.byFilm;
  if (!film) return 0;
  if (best !== null) return film.usedLength / best - 1;
  return film.gap ?? Infinity;
}

function run({ job, bestLengthMm }: BenchJob, solver: LinearSolver | null, seconds: number): Run {
  const start = performance.now();
  const now = () => performance.now() - start;
  const reached: { ms: number; gap: number; plan: CutPlan }[] = [];
  const plan = planCuts(job, {
    random: seededRandom(SEED),
    rounds: 1_000_000_000,
    solver,
    secondsLeft: () => seconds - now() / 1000,
    shouldStop: (share = 1) =>
      now() > seconds * 1000 * share ||
      // The planner does not know the best of a perfect job; once it is reached there is nothing to look for.
      (bestLengthMm !== null && gapOf(reached.at(-1)?.plan ?? noPlan, bestLengthMm) < 1e-6),
    onProgress: (better) => reached.push({ ms: now(), gap: gapOf(better, bestLengthMm), plan: better }),
  });
  const ms = now();
  const faults = checkPlan(job, plan);
  if (faults.length > 0) throw new Error(`The checker refuses a plan: ${JSON.stringify(faults.slice(0, 3))}`);
  // The bound comes after the first plan: earlier plans are held against the last bound.
  const last = plan.summary.byFilm[0];
  const bound = last?.lowerBoundLength ?? last?.lowerBoundCost ?? null;
  const over = (each: CutPlan) => {
    if (bestLengthMm !== null || bound === null || bound <= 0) return gapOf(each, bestLengthMm);
    const used = last?.lowerBoundLength
      ? (each.summary.byFilm[0]?.usedLength ?? 0)
      : (each.summary.cost ?? 0);
    return used / bound - 1;
  };
  return {
    plan,
    reached: reached.map(({ ms: at, plan: each }) => ({ ms: at, gap: over(each) })),
    firstMs: reached[0]?.ms ?? ms,
    ms,
  };
}

const noPlan: CutPlan = {
  format: 'neat-sill/cut-plan',
  version: 1,
  sources: [],
  pulls: [],
  unplaced: [],
  summary: { cost: null, byFilm: [{ filmId: '', usedLength: Infinity, usedArea: 0, netArea: 0 }] },
};

const percent = (share: number) => `${(share * 100).toFixed(2)} %`;
const mean = (all: readonly number[]) => all.reduce((sum, each) => sum + each, 0) / Math.max(1, all.length);

/** What general packers from the registry make of the same pieces, as lengths of roll; they know nothing of stages or stock. */
function general(job: PlanJob, bound: number): { shelf: number; guillotine: number } | null {
  const [film] = job.films;
  const width = film?.rolls[0]?.width;
  if (!film || width === undefined || film.rolls.length > 1 || job.stock.length > 0) return null;
  const add = 2 * job.rules.allowance;
  const pieces = job.panes.flatMap((pane) =>
    Array.from({ length: pane.count }, () => ({
      width: Math.ceil(pane.width + add),
      height: Math.ceil(pane.height + add),
    })),
  );
  if (pieces.some((piece) => Math.min(piece.width, film.turn === 'any' ? piece.height : piece.width) > width))
    return null;
  const length = Math.ceil(pieces.reduce((sum, piece) => sum + piece.height, 0));
  const lying = pieces.map(({ width: w, height: h }) => {
    const turned = film.turn === 'any' && h <= width && h < w;
    return turned || w > width ? { w: h, h: w } : { w, h };
  });
  const shelves = new ShelfPack(Math.floor(width), length);
  const packed = shelves.pack(
    [...lying].sort((one, other) => other.h - one.h),
    { inPlace: true },
  );
  const shelf = Math.max(0, ...packed.map(({ y, h }) => y + h));
  const bins =
    packer(
      {
        binWidth: width,
        binHeight: length,
        items: pieces.map((piece, at) => ({ ...piece, name: String(at) })),
      },
      { kerfSize: 0, allowRotation: film.turn === 'any' },
    ) ?? [];
  const guillotine = bins.reduce((sum, bin) => sum + Math.max(...bin.map((item) => item.y + item.height)), 0);
  return { shelf: shelf / bound - 1, guillotine: guillotine / bound - 1 };
}

function familyTable(options: CutsBenchOptions, solver: LinearSolver | null): void {
  const rows = options.families.map((family) => {
    const seeds = Array.from({ length: options.jobs }, (_, at) => at + 1);
    const runs = seeds.map((seed) => {
      const made = FAMILIES[family](seed);
      return { made, ...run(made, solver, options.seconds) };
    });
    const gaps = runs.map(({ reached }) => reached.at(-1)?.gap ?? 0);
    const others = runs.flatMap(({ made, plan }) => {
      const bound = made.bestLengthMm ?? plan.summary.byFilm[0]?.lowerBoundLength ?? 0;
      return bound > 0 && made.pieces <= 250 ? (general(made.job, bound) ?? []) : [];
    });
    const shown = (all: readonly number[]) => (all.length > 0 ? percent(mean(all)) : 'not theirs');
    return {
      family,
      jobs: runs.length,
      pieces: `${Math.min(...runs.map(({ made }) => made.pieces))}-${Math.max(...runs.map(({ made }) => made.pieces))}`,
      'first ms': Math.round(Math.max(...runs.map(({ firstMs }) => firstMs))),
      'first plan over': percent(mean(runs.map(({ reached }) => reached[0]?.gap ?? 0))),
      [`after ${options.seconds} s`]: percent(mean(gaps)),
      worst: percent(Math.max(...gaps)),
      's used': (mean(runs.map(({ ms }) => ms)) / 1000).toFixed(1),
      shelves: shown(others.map((other) => other.shelf)),
      guillotine: shown(others.map(({ guillotine }) => guillotine)),
      'heap MB': heapMb(),
    };
  });
  printTable(
    `Cuts: over the known best (perfect) or the proven bound, mean of ${options.jobs} jobs, ${options.seconds} s each`,
    rows,
  );
}

function timeTable(options: CutsBenchOptions, solver: LinearSolver | null): void {
  const rows = options.families.map((family) => {
    const runs = [1, 2].map((seed) => run(FAMILIES[family](seed), solver, 30));
    const at = (seconds: number) =>
      percent(
        mean(
          runs.map(({ reached }) => reached.filter(({ ms }) => ms <= seconds * 1000).at(-1)?.gap ?? Infinity),
        ),
      );
    return { family, '1 s': at(1), '3 s': at(3), '10 s': at(10), '30 s': at(30) };
  });
  printTable('Cuts: how the gap falls with time, mean of 2 jobs', rows);
}

const WIDTHS = [420, 560, 742, 819.15, 901, 1120, 1640];
const HEIGHTS = [610, 915, 1200, 1388, 1325.5, 2260];

/** A building of panes: most come in sets of twins, as windows do. */
function building(count: number): PlanJob {
  const random = seededRandom(count);
  const pick = (values: readonly number[]) => values[Math.floor(random() * values.length)] ?? 700;
  const panes: PaneForPlan[] = [];
  for (let left = count; left > 0;) {
    const twins = Math.min(left, 1 + Math.floor(random() * 6));
    const id = `P${panes.length + 1}`;
    panes.push(paneForTest({ id, label: id, width: pick(WIDTHS), height: pick(HEIGHTS), count: twins }));
    left -= twins;
  }
  return jobForTest({ panes });
}

function growthTable(solver: LinearSolver | null, counts: readonly number[], seconds: number): void {
  const rows = counts.map((count) => {
    const job = building(count);
    const { plan, reached, firstMs, ms } = run({ job, pieces: count, bestLengthMm: null }, solver, seconds);
    const check = timed(() => checkPlan(job, plan));
    return {
      panes: count,
      'first plan ms': Math.round(firstMs),
      over: percent(reached[0]?.gap ?? 0),
      's used': (ms / 1000).toFixed(1),
      'over then': percent(reached.at(-1)?.gap ?? 0),
      'check ms': Math.round(check.ms),
      'heap MB': heapMb(),
    };
  });
  printTable('Cuts: how time grows with panes', rows);
}

/** How near plans come to the best, how fast, and what it takes. */
export async function benchCuts(options: CutsBenchOptions): Promise<void> {
  const solver = await loadSolver();
  familyTable(options, solver);
  if (options.long) timeTable(options, solver);
  if (options.families.some((family) => family.startsWith('splice')))
    benchEveryPlace(solver, options.long ? 100 : 20);
  benchEveryOrder(solver, options.long ? 10_000 : 500);
  growthTable(solver, options.long ? [10, 30, 100, 300, 1000, 3000] : [10, 30, 100, 300], options.seconds);
}
