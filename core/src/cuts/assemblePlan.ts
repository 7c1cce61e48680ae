import { SMALLEST_LACK_MM } from '../units/index.ts';
import { filmBound, type FilmBound } from './bound.ts';
import { costPerMm, hasPrices } from './cost.ts';
import type { CutPlan, FilmSummary, Piece, PlanOffcut, PlanSource, Pull } from './cutPlan.ts';
import { stripsOf } from './knives.ts';
import { isUsefulOffcut } from './lay.ts';
import type { UnplacedReason } from './layouts.ts';
import type { FilmForPlan, PlanJob, RollEdge } from './planJob.ts';
import type { OpenPull, OpenSource, OpenStrip } from './rollPacking.ts';

export interface CopyOfPane {
  readonly key: string;
  readonly paneId: string;
  readonly copy: number;
}

export interface UnplacedCopy extends CopyOfPane {
  readonly reason: UnplacedReason;
}

const cents = (mm: number) => Number(mm.toFixed(4));

interface Rect {
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly l: number;
}

/** What is left of a strip beside and behind its pieces. */
function leftoversOfStrip(strip: OpenStrip, pullLength: number): Rect[] {
  const first = strip.pieces[0]?.y ?? 0;
  const beside = strip.pieces.map(({ shape, x, y }) => ({
    x: strip.lineUp === 'left' ? x + shape.w : strip.x,
    y,
    w: strip.w - shape.w,
    l: shape.l,
  }));
  return [
    { x: strip.x, y: 0, w: strip.w, l: first },
    ...beside,
    { x: strip.x, y: strip.filled, w: strip.w, l: pullLength - strip.filled },
  ];
}

function leftoversOfPull(pull: OpenPull, width: number): Rect[] {
  const strips = [...pull.left, ...pull.right].sort((a, b) => a.x - b.x);
  const between: Rect[] = [];
  let from = 0;
  for (const strip of strips) {
    between.push({ x: from, y: 0, w: strip.x - from, l: pull.length });
    from = strip.x + strip.w;
  }
  between.push({ x: from, y: 0, w: width - from, l: pull.length });
  return [...strips.flatMap((strip) => leftoversOfStrip(strip, pull.length)), ...between].filter(
    ({ w, l }) => w > SMALLEST_LACK_MM && l > SMALLEST_LACK_MM,
  );
}

function offcutOf(
  rect: Rect,
  source: Pick<OpenSource, 'source' | 'factoryEdges'>,
  film: FilmForPlan,
  job: PlanJob,
): PlanOffcut {
  const touches = (edge: RollEdge) =>
    edge === 'left' ? rect.x < SMALLEST_LACK_MM : rect.x + rect.w > source.source.width - SMALLEST_LACK_MM;
  return {
    x: cents(rect.x),
    y: cents(rect.y),
    w: cents(rect.w),
    l: cents(rect.l),
    factoryEdges: source.factoryEdges.filter(touches),
    keep: isUsefulOffcut(rect, job.rules.minOffcut, film.turn),
  };
}

function pullsOf(
  source: OpenSource,
  film: FilmForPlan,
  job: PlanJob,
  copies: ReadonlyMap<string, CopyOfPane>,
): Pull[] {
  return source.pulls.map((pull) => {
    const placed = [...pull.left, ...pull.right].sort((a, b) => a.x - b.x).flatMap((strip) => strip.pieces);
    const pieces = placed.flatMap(({ copyKey, panel, panels, shape, x, y }): Piece[] => {
      const copy = copies.get(copyKey);
      if (!copy) return [];
      const { turn, w, l, cover, factoryEdge, seamEdges } = shape;
      const id = `${copy.paneId}.${copy.copy}${panels > 1 ? `-${panel}` : ''}`;
      const place = { x: cents(x), y: cents(y), w: cents(w), l: cents(l) };
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
    });
    const offcuts = leftoversOfPull(pull, source.source.width).map((rect) =>
      offcutOf(rect, source, film, job),
    );
    return {
      id: '',
      sourceId: source.source.id,
      start: cents(pull.start),
      length: cents(pull.length),
      pieces,
      offcuts,
    };
  });
}

/** What is left over of a pull around its pieces, with what is worth keeping marked. */
export function leftoversOf(
  { length, pieces }: Pick<Pull, 'length' | 'pieces'>,
  source: PlanSource,
  job: PlanJob,
): PlanOffcut[] {
  const film = job.films.find(({ id }) => id === source.filmId);
  if (!film) return [];
  const factoryEdges: readonly RollEdge[] =
    source.kind === 'new'
      ? ['left', 'right']
      : (job.stock.find(({ id }) => id === source.id)?.factoryEdges ?? []);
  const strips = stripsOf({ pieces }).map(({ fromMm, widthMm, pieces: stack }) => ({
    x: fromMm,
    w: widthMm,
    filled: Math.max(...stack.map(({ y, l }) => y + l)),
    pieces: stack,
  }));
  const beside = strips.flatMap((strip) =>
    strip.pieces.flatMap(({ x, y, w, l }): Rect[] => [
      { x: strip.x, y, w: x - strip.x, l },
      { x: x + w, y, w: strip.x + strip.w - x - w, l },
    ]),
  );
  const behind = strips.map((strip) => ({
    x: strip.x,
    y: strip.filled,
    w: strip.w,
    l: length - strip.filled,
  }));
  const ends = [...strips.map(({ x }) => x), source.width];
  const between = ends.map((to, at): Rect => {
    const from = at === 0 ? 0 : (strips[at - 1]?.x ?? 0) + (strips[at - 1]?.w ?? 0);
    return { x: from, y: 0, w: to - from, l: length };
  });
  return [...beside, ...behind, ...between]
    .filter(({ w, l }) => w > SMALLEST_LACK_MM && l > SMALLEST_LACK_MM)
    .map((rect) => offcutOf(rect, { source, factoryEdges }, film, job));
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
  const usedLength = sources.reduce((sum, source) => sum + source.used, 0);
  const cost = sources.reduce((sum, { source, used }) => sum + costPerMm(film, source) * used, 0);
  const bound = withProven(filmBound(film, panes, job), proven, sources);
  // Where film on hand counts less than to buy it again, the bound is one of what counts, not of money or length.
  const weighed =
    (job.rules.bookValue ?? 1) < 1 &&
    job.stock.some((entry) => entry.filmId === film.id && entry.kind === 'roll');
  const counts = sources.reduce((sum, { costPerMm: each, used: mm }) => sum + each * mm, 0);
  const best = weighed ? (proven ?? 0) : (bound.lowerBoundLength ?? bound.lowerBoundCost ?? 0);
  const used = weighed ? counts : bound.lowerBoundLength === null ? cost : usedLength;
  const summary: FilmSummary = {
    filmId: film.id,
    usedLength: cents(usedLength),
    usedArea: cents(sources.reduce((sum, { source, used: mm }) => sum + mm * source.width, 0)),
    netArea: cents(panes.reduce((sum, pane) => sum + pane.width * pane.height * pane.copies, 0)),
    ...(weighed
      ? {}
      : bound.lowerBoundLength === null
        ? { lowerBoundCost: cents(bound.lowerBoundCost ?? 0) }
        : { lowerBoundLength: cents(bound.lowerBoundLength) }),
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
      cost: priced ? cents(summaries.reduce((sum, { cost }) => sum + cost, 0)) : null,
      byFilm: summaries.map(({ summary }) => summary),
    },
  };
}
