import { SAME_PLACE_MM } from '../../units/index.ts';
import type { CutPlan, FilmSummary, Piece, PlanSource, Pull } from '../format/cutPlan.ts';
import { summaryOfPulls } from '../cost/planSummary.ts';
import type { PaneForPlan, PlanJob, RollEdge, StockForPlan } from '../format/planJob.ts';
import { divide } from '../lay/layouts.ts';
import { wholeShapes } from '../lay/shapes.ts';
import { goesOn } from '../cost/demand.ts';
import { inLine } from './rearrange.ts';

/** What stays of a kept plan, and what has to be planned anew. */
export interface Remainder {
  /** Pulls that stay as they are: those that were cut, and those of panels whose sisters were. */
  readonly frozen: readonly Pull[];
  /** The panes that are still to be laid, on what is left of the rack. */
  readonly job: PlanJob;
  /** Puts a plan of the rest behind what stays; with the job that the whole can be checked against. */
  readonly merge: (rest: CutPlan) => { readonly job: PlanJob; readonly plan: CutPlan };
}

const copyKey = ({ paneId, copy }: Pick<Piece, 'paneId' | 'copy'>) => `${paneId}\n${copy}`;

const sameSize = (one: PaneForPlan | undefined, other: PaneForPlan | undefined) =>
  one !== undefined &&
  other !== undefined &&
  one.width === other.width &&
  one.height === other.height &&
  one.filmId === other.filmId &&
  one.factoryEdge === other.factoryEdge;

/** Pieces that are still good: their pane is as it was when they were cut, and nobody has spoiled them. */
function goodCopies(
  kept: { job: PlanJob; plan: CutPlan },
  cut: ReadonlySet<string>,
  now: PlanJob,
  spoiled: ReadonlySet<string>,
) {
  const before = new Map(kept.job.panes.map((pane) => [pane.id, pane]));
  const wanted = new Map(now.panes.map((pane) => [pane.id, pane]));
  const touched = new Set<string>();
  const bad = new Set<string>();
  for (const pull of kept.plan.pulls)
    for (const piece of pull.pieces) {
      const key = copyKey(piece);
      if (cut.has(pull.id)) touched.add(key);
      const pane = wanted.get(piece.paneId);
      if (
        !sameSize(before.get(piece.paneId), pane) ||
        piece.copy > (pane?.count ?? 0) ||
        spoiled.has(piece.id)
      )
        bad.add(key);
    }
  return new Set([...touched].filter((key) => !bad.has(key)));
}

/** The factory edges of a source on which something lies. */
function edgesOf(kept: { job: PlanJob; plan: CutPlan }, sourceId: string, x: number, w: number): RollEdge[] {
  const source = kept.plan.sources.find(({ id }) => id === sourceId);
  const edges: readonly RollEdge[] = kept.job.stock.find(({ id }) => id === sourceId)?.factoryEdges ?? [
    'left',
    'right',
  ];
  return edges.filter((edge) =>
    edge === 'left'
      ? x < SAME_PLACE_MM
      : source !== undefined && Math.abs(x + w - source.width) < SAME_PLACE_MM,
  );
}

/** What no plan can beat that keeps what is frozen: its length, and what was proven for the rest. Same width only. */
function boundsBehind(
  frozen: readonly Pull[],
  frozenSources: readonly PlanSource[],
  rest: CutPlan,
): FilmSummary[] {
  return rest.summary.byFilm.map((film) => {
    const own = frozenSources.filter(({ filmId }) => filmId === film.filmId);
    const ids = new Set(own.map(({ id }) => id));
    const length = frozen.reduce((sum, pull) => sum + (ids.has(pull.sourceId) ? pull.length : 0), 0);
    const { lowerBoundLength } = film;
    return typeof lowerBoundLength === 'number'
      ? { ...film, lowerBoundLength: lowerBoundLength + length }
      : { ...film, lowerBoundLength: null, lowerBoundCost: null };
  });
}

/** What is made again comes off the smallest offcut that takes it, where there is one: before plans are weighed. */
function offOffcuts(
  panes: readonly PaneForPlan[],
  remade: ReadonlySet<string>,
  { films, stock, rules }: PlanJob,
): PaneForPlan[] {
  const offcuts = stock
    .filter(({ kind }) => kind === 'offcut')
    .sort((a, b) => a.width * a.length - b.width * b.length);
  return panes.map((pane) => {
    const film = films.find(({ id }) => id === pane.filmId);
    if (!film || !remade.has(pane.id) || pane.count > 1 || pane.from) return pane;
    const shapes = divide(pane, film, rules).kind === 'whole' ? wholeShapes(pane, film, rules) : [];
    const at = offcuts.findIndex(
      (offcut) =>
        offcut.filmId === film.id &&
        shapes.some((shape) =>
          goesOn(shape, {
            ...offcut,
            widthMm: offcut.width,
            longestPullMm: Math.min(offcut.length, rules.longestPull ?? Infinity),
          }),
        ),
    );
    const [offcut] = at >= 0 ? offcuts.splice(at, 1) : [];
    return offcut ? { ...pane, from: { kind: 'onHand', id: offcut.id } } : pane;
  });
}

/**
 * Freezes what was cut of a kept plan and says what is left to plan for the job as it is now: panes that changed, new
 * ones, pieces that were spoiled. Of a divided pane with one panel cut the others stay as well, so that seams still meet.
 * A spoiled or outdated piece stays in its pull as waste; what is made again is looked for among the offcuts first.
 */
export function freezeAndReplan(
  kept: {
    readonly job: PlanJob;
    readonly plan: CutPlan;
    readonly cutPullIds: readonly string[];
    /** Pulls that somebody wants left as they are. */
    readonly lockedPullIds?: readonly string[];
  },
  now: PlanJob,
  spoiledPieceIds: readonly string[] = [],
): Remainder {
  const isCut = new Set(kept.cutPullIds);
  const cut = new Set([...kept.cutPullIds, ...(kept.lockedPullIds ?? [])]);
  const good = goodCopies(kept, cut, now, new Set(spoiledPieceIds));
  const stays = (pull: Pull) => cut.has(pull.id) || pull.pieces.some((piece) => good.has(copyKey(piece)));
  const staying = kept.plan.pulls.filter(stays);
  const cutFirst = [
    ...staying.filter(({ id }) => isCut.has(id)),
    ...staying.filter(({ id }) => !isCut.has(id)),
  ];
  const frozen = inLine(cutFirst).map((pull): Pull => {
    const waste = pull.pieces.filter((piece) => !good.has(copyKey(piece)));
    // What lies in a pull that stays only for a sister panel is kept with it, unless it is no good any more.
    return {
      ...pull,
      pieces: pull.pieces.filter((piece) => good.has(copyKey(piece))),
      offcuts: [
        ...pull.offcuts,
        ...waste.map(({ x, y, w, l }) => ({
          x,
          y,
          w,
          l,
          factoryEdges: edgesOf(kept, pull.sourceId, x, w),
          keep: false,
        })),
      ],
    };
  });
  const used = new Map<string, number>();
  for (const { sourceId, start, length } of frozen)
    used.set(sourceId, Math.max(used.get(sourceId) ?? 0, start + length));
  const frozenSources = kept.plan.sources.filter(({ id }) => used.has(id));
  const before = new Map(kept.job.stock.map((entry) => [entry.id, entry]));
  // A roll that is to be bought and of which nothing is cut yet goes on where its locked pulls end.
  const goingOn = frozenSources.flatMap(({ id, filmId, kind, width, length }): StockForPlan[] => {
    const rest = length - (used.get(id) ?? 0);
    const begun = frozen.some((pull) => pull.sourceId === id && isCut.has(pull.id));
    return kind === 'new' && !begun && rest > 1
      ? [{ id, filmId, kind: 'roll', width, length: rest, factoryEdges: ['left', 'right'] }]
      : [];
  });
  const onHand = now.stock.flatMap((entry) => {
    const whole = before.get(entry.id);
    const taken = used.get(entry.id);
    if (taken === undefined || !whole) return [entry];
    const length = whole.length - taken;
    return length > 1 ? [{ ...entry, length }] : [];
  });
  const freeCopies = new Map(
    now.panes.map((pane) => [
      pane.id,
      Array.from({ length: pane.count }, (_, at) => at + 1).filter(
        (copy) => !good.has(copyKey({ paneId: pane.id, copy })),
      ),
    ]),
  );
  const open = now.panes.flatMap((pane) => {
    const count = freeCopies.get(pane.id)?.length ?? 0;
    return count > 0 ? [{ ...pane, count }] : [];
  });
  const spoiled = new Set(spoiledPieceIds);
  const panes = offOffcuts(
    open,
    new Set(
      kept.plan.pulls.flatMap(({ pieces }) =>
        pieces.flatMap(({ id, paneId }) => (spoiled.has(id) ? [paneId] : [])),
      ),
    ),
    { ...now, stock: onHand },
  );
  const merge = (rest: CutPlan) => {
    const named = (sourceId: string) =>
      rest.sources.some(({ id, kind }) => id === sourceId && kind === 'new') && used.has(sourceId)
        ? `${sourceId}-more`
        : sourceId;
    const copyOf = (piece: Piece): Piece => {
      const copy = freeCopies.get(piece.paneId)?.[piece.copy - 1] ?? piece.copy;
      return { ...piece, copy, id: `${piece.paneId}.${copy}${piece.panels > 1 ? `-${piece.panel}` : ''}` };
    };
    const taken = new Set(frozen.map(({ id }) => id));
    let last = 0;
    const nextId = () => {
      do last += 1;
      while (taken.has(String(last)));
      taken.add(String(last));
      return String(last);
    };
    const later = rest.pulls.map((pull): Pull => ({
      ...pull,
      id: nextId(),
      sourceId: named(pull.sourceId),
      start:
        pull.start +
        (rest.sources.some(({ id, kind }) => id === pull.sourceId && kind === 'new')
          ? 0
          : (used.get(pull.sourceId) ?? 0)),
      pieces: pull.pieces.map(copyOf),
    }));
    const pulls = [...frozen, ...later];
    const sources = [
      ...frozenSources,
      ...rest.sources
        .map((source) => ({ ...source, id: named(source.id) }))
        .filter(({ id }) => !frozenSources.some((source) => source.id === id)),
    ];
    const whole = frozenSources.flatMap(({ id }) => before.get(id) ?? []);
    const job: PlanJob = {
      ...now,
      stock: [...whole, ...now.stock.filter(({ id }) => !whole.some((entry) => entry.id === id))],
    };
    const unplaced = rest.unplaced.map(({ paneId, copy, reason }) => ({
      paneId,
      copy: freeCopies.get(paneId)?.[copy - 1] ?? copy,
      reason,
    }));
    const plan: CutPlan = {
      format: 'neat-sill/cut-plan',
      version: 1,
      sources,
      pulls,
      unplaced,
      summary: summaryOfPulls(job, sources, pulls, boundsBehind(frozen, frozenSources, rest)),
    };
    return { job, plan };
  };
  return { frozen, job: { ...now, panes, stock: [...onHand, ...goingOn] }, merge };
}
