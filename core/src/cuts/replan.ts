import { SAME_PLACE_MM } from '../units/index.ts';
import { costPerMm, hasPrices } from './cost.ts';
import type { CutPlan, FilmSummary, Piece, PlanSource, Pull } from './cutPlan.ts';
import type { PaneForPlan, PlanJob, RollEdge } from './planJob.ts';

/** What stays of a kept plan, and what has to be planned anew. */
export interface Rest {
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

function summaryOf(job: PlanJob, sources: readonly PlanSource[], pulls: readonly Pull[]): CutPlan['summary'] {
  const films = job.films.filter((film) => sources.some(({ filmId }) => filmId === film.id));
  const usedOf = (source: PlanSource) =>
    Math.max(
      0,
      ...pulls.filter(({ sourceId }) => sourceId === source.id).map(({ start, length }) => start + length),
    );
  const panes = new Map(job.panes.map((pane) => [pane.id, pane]));
  const laid = new Set(pulls.flatMap(({ pieces }) => pieces.map(copyKey)));
  const byFilm = films.map((film): FilmSummary => {
    const own = sources.filter(({ filmId }) => filmId === film.id);
    const netArea = [...laid].reduce((sum, key) => {
      const pane = panes.get(key.split('\n')[0] ?? '');
      return pane?.filmId === film.id ? sum + pane.width * pane.height : sum;
    }, 0);
    return {
      filmId: film.id,
      usedLength: own.reduce((sum, source) => sum + usedOf(source), 0),
      usedArea: own.reduce((sum, source) => sum + usedOf(source) * source.width, 0),
      netArea,
    };
  });
  const cost = films.every(hasPrices)
    ? sources.reduce((sum, source) => {
        const film = films.find(({ id }) => id === source.filmId);
        return sum + (film ? costPerMm(film, source) * usedOf(source) : 0);
      }, 0)
    : null;
  return { cost, byFilm };
}

/**
 * Freezes what was cut of a kept plan and says what is left to plan for the job as it is now: panes that changed, new
 * ones, pieces that were spoiled. Of a divided pane with one panel cut the others stay as well, so that seams still meet.
 * A spoiled or outdated piece stays in its pull as waste.
 */
export function restOf(
  kept: { readonly job: PlanJob; readonly plan: CutPlan; readonly cutPullIds: readonly string[] },
  now: PlanJob,
  spoiledPieceIds: readonly string[] = [],
): Rest {
  const cut = new Set(kept.cutPullIds);
  const good = goodCopies(kept, cut, now, new Set(spoiledPieceIds));
  const stays = (pull: Pull) => cut.has(pull.id) || pull.pieces.some((piece) => good.has(copyKey(piece)));
  const frozen = kept.plan.pulls.filter(stays).map((pull): Pull => {
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
  const stock = now.stock.flatMap((entry) => {
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
  const panes = now.panes.flatMap((pane) => {
    const count = freeCopies.get(pane.id)?.length ?? 0;
    return count > 0 ? [{ ...pane, count }] : [];
  });
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
      summary: summaryOf(job, sources, pulls),
    };
    return { job, plan };
  };
  return { frozen, job: { ...now, panes, stock }, merge };
}
