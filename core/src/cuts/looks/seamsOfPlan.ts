import type { CutPlan, Piece } from '../format/cutPlan.ts';
import type { FilmForPlan, PaneForPlan, PlanJob } from '../format/planJob.ts';
import { middleOf, seamsBetween } from '../lay/seams.ts';
import { looksOf, placeInGroup, samePlace, type SeamPlace } from './looks.ts';

/** Where the seams of one copy of a divided pane are in a plan. */
export interface PlacedSeams {
  readonly pane: PaneForPlan;
  readonly copy: number;
  readonly place: SeamPlace;
}

/** The seams of all divided panes of a film in a plan, copy by copy. */
export function seamsOfPlan(
  film: Pick<FilmForPlan, 'id'>,
  job: Pick<PlanJob, 'panes'>,
  plan: Pick<CutPlan, 'pulls'>,
): PlacedSeams[] {
  const panes = new Map(job.panes.flatMap((pane) => (pane.filmId === film.id ? [[pane.id, pane]] : [])));
  const copies = new Map<string, Piece[]>();
  for (const { pieces } of plan.pulls)
    for (const piece of pieces) {
      if (piece.panels < 2 || !panes.has(piece.paneId)) continue;
      const key = `${piece.paneId}\n${piece.copy}`;
      copies.set(key, [...(copies.get(key) ?? []), piece]);
    }
  return [...copies.values()].flatMap((pieces): PlacedSeams[] => {
    const sorted = [...pieces].sort((a, b) => a.panel - b.panel);
    const seams = seamsBetween(sorted.map(({ cover }) => cover));
    const [first] = seams;
    const pane = panes.get(sorted[0]?.paneId ?? '');
    if (!first || !pane) return [];
    const place = { axis: first.axis, atMm: seams.map(middleOf) };
    return [{ pane, copy: sorted[0]?.copy ?? 1, place }];
  });
}

/** How many copies of panes that are alike have their seam elsewhere than most of their group. */
export function unlikeSeams(placed: readonly PlacedSeams[]): number {
  const groups = new Map<string, SeamPlace[]>();
  for (const { pane, place } of placed) {
    const { alike } = pane.seams;
    if (alike === undefined) continue;
    groups.set(alike, [...(groups.get(alike) ?? []), placeInGroup(pane, place)]);
  }
  return [...groups.values()].reduce((sum, places) => {
    const sameAs = (one: SeamPlace) => places.filter((other) => samePlace(one, other)).length;
    return sum + places.length - Math.max(0, ...places.map(sameAs));
  }, 0);
}

/** What the seams of a plan count by their looks, and for panes that are alike and have them elsewhere. Money. */
export function looksOfPlan(
  film: FilmForPlan,
  job: PlanJob,
  plan: Pick<CutPlan, 'pulls'>,
): { readonly count: number; readonly looks: number; readonly unlike: number; readonly cost: number } {
  const rules = job.rules.work?.seams;
  if (!rules) return { count: 0, looks: 0, unlike: 0, cost: 0 };
  const placed = seamsOfPlan(film, job, plan);
  const looks = placed.reduce(
    (sum, { pane, place }) => sum + looksOf(pane, film, place, job.rules, rules).total,
    0,
  );
  const unlike = unlikeSeams(placed) * rules.unlikePane;
  return {
    count: placed.reduce((sum, { place }) => sum + place.atMm.length, 0),
    looks,
    unlike,
    cost: looks + unlike,
  };
}
