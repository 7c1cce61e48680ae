import { filmBound, type FilmBound } from '../cost/bound.ts';
import { costPerMm } from '../cost/cost.ts';
import { hasPrices } from '../format/prices.ts';
import type { CutPlan, FilmSummary, Piece, Pull } from '../format/cutPlan.ts';
import { leftoversOf, tidyMm } from '../lay/leftovers.ts';
import type { UnplacedReason } from '../lay/layouts.ts';
import type { FilmForPlan, PlanJob } from '../format/planJob.ts';
import type { OpenSource } from '../lay/rollPacking.ts';

export interface CopyOfPane {
  readonly key: string;
  readonly paneId: string;
  readonly copy: number;
}

export interface UnplacedCopy extends CopyOfPane {
  readonly reason: UnplacedReason;
}

function pullsOf(
  source: OpenSource,
  film: FilmForPlan,
  job: PlanJob,
  copies: ReadonlyMap<string, CopyOfPane>,
): Pull[] {
  return source.pulls.map((pull) => {
    const placed = [...pull.left, ...pull.right]
      .sort((a, b) => a.fromMm - b.fromMm)
      .flatMap((strip) => strip.pieces);
    const pieces = placed.flatMap(
      ({ copyKey, panel, panels, shape, acrossAtMm: x, alongAtMm: y }): Piece[] => {
        const copy = copies.get(copyKey);
        if (!copy) return [];
        const { turn, acrossMm: w, alongMm: l, cover, factoryEdge, seamEdges } = shape;
        const id = `${copy.paneId}.${copy.copy}${panels > 1 ? `-${panel}` : ''}`;
        const place = { x: tidyMm(x), y: tidyMm(y), w: tidyMm(w), l: tidyMm(l) };
        return [
          {
            id,
            paneId: copy.paneId,
            copy: copy.copy,
            panel,
            panels,
            ...place,
            turn,
            cover,
            factoryEdge,
            seamEdges,
          },
        ];
      },
    );
    return {
      id: '',
      sourceId: source.source.id,
      start: tidyMm(pull.startMm),
      length: tidyMm(pull.lengthMm),
      pieces,
      offcuts: leftoversOf({ length: pull.lengthMm, pieces }, source.source, film, job),
    };
  });
}

/** The pulls of packed rolls, not numbered yet. */
export function pullsOfSources(
  film: FilmForPlan,
  sources: readonly OpenSource[],
  job: PlanJob,
  copies: ReadonlyMap<string, CopyOfPane>,
): Pull[] {
  return sources.flatMap((source) => pullsOf(source, film, job, copies));
}

/** The better of two bounds. A proven cost is a length where all film of the plan costs the same by its length. */
function withProven(bound: FilmBound, proven: number | null, sources: readonly OpenSource[]): FilmBound {
  if (proven === null) return bound;
  const { lowerBoundLength, lowerBoundCost } = bound;
  if (lowerBoundLength === null) return { ...bound, lowerBoundCost: Math.max(lowerBoundCost ?? 0, proven) };
  const rate = sources[0]?.costPerMm ?? 0;
  return rate > 0 && sources.every(({ costPerMm: each }) => each === rate)
    ? { ...bound, lowerBoundLength: Math.max(lowerBoundLength, proven / rate) }
    : bound;
}

function summaryOf(
  film: FilmForPlan,
  sources: readonly OpenSource[],
  job: PlanJob,
  placed: ReadonlyMap<string, number>,
  proven: number | null,
) {
  const panes = job.panes
    .filter((pane) => pane.filmId === film.id && (placed.get(pane.id) ?? 0) > 0)
    .map((pane) => ({ ...pane, copies: placed.get(pane.id) ?? 0 }));
  const usedLength = sources.reduce((sum, source) => sum + source.usedMm, 0);
  const cost = sources.reduce((sum, { source, usedMm: used }) => sum + costPerMm(film, source) * used, 0);
  const bound = withProven(filmBound(film, panes, job), proven, sources);
  // Where film on hand counts less than to buy it again, the bound is one of what counts, not of money or length.
  const weighed =
    (job.rules.bookValue ?? 1) < 1 &&
    job.stock.some((entry) => entry.filmId === film.id && entry.kind === 'roll');
  const counts = sources.reduce((sum, { costPerMm: each, usedMm: mm }) => sum + each * mm, 0);
  const best = weighed ? (proven ?? 0) : (bound.lowerBoundLength ?? bound.lowerBoundCost ?? 0);
  const used = weighed ? counts : bound.lowerBoundLength === null ? cost : usedLength;
  const summary: FilmSummary = {
    filmId: film.id,
    usedLength: tidyMm(usedLength),
    usedArea: tidyMm(sources.reduce((sum, { source, usedMm: mm }) => sum + mm * source.width, 0)),
    netArea: tidyMm(panes.reduce((sum, pane) => sum + pane.width * pane.height * pane.copies, 0)),
    ...(weighed
      ? {}
      : bound.lowerBoundLength === null
        ? { lowerBoundCost: tidyMm(bound.lowerBoundCost ?? 0) }
        : { lowerBoundLength: tidyMm(bound.lowerBoundLength) }),
    gap: best > 0 ? Math.max(0, used / best - 1) : used > 0 ? null : 0,
  };
  return { summary, cost };
}

/** Writes packed rolls down as a cut plan: numbered pulls, leftovers with their factory edges, and the figures. */
export function assemblePlan(
  job: PlanJob,
  packed: readonly {
    readonly film: FilmForPlan;
    readonly sources: readonly OpenSource[];
    /** Proven: no plan of these panes costs less. */
    readonly bound: number | null;
  }[],
  copies: ReadonlyMap<string, CopyOfPane>,
  unplaced: readonly UnplacedCopy[],
): CutPlan {
  const pulls = packed
    .flatMap(({ film, sources }) => pullsOfSources(film, sources, job, copies))
    .map((pull, at) => ({ ...pull, id: String(at + 1) }));
  const placed = new Map<string, number>();
  for (const piece of pulls.flatMap((pull) => pull.pieces))
    if (piece.panel === 1) placed.set(piece.paneId, (placed.get(piece.paneId) ?? 0) + 1);
  const summaries = packed.map(({ film, sources, bound }) => summaryOf(film, sources, job, placed, bound));
  const priced = packed.every(({ film, sources }) => sources.length === 0 || hasPrices(film));
  return {
    format: 'neat-sill/cut-plan',
    version: 1,
    sources: packed.flatMap(({ sources }) => sources.map(({ source }) => source)),
    pulls,
    unplaced: unplaced.map(({ paneId, copy, reason }) => ({ paneId, copy, reason })),
    summary: {
      cost: priced ? tidyMm(summaries.reduce((sum, { cost }) => sum + cost, 0)) : null,
      byFilm: summaries.map(({ summary }) => summary),
    },
  };
}
