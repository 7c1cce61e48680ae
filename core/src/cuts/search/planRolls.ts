import { assemblePlan, type CopyOfPane } from './assemblePlan.ts';
import type { CutPlan } from '../format/cutPlan.ts';
import { copiesOf, layoutTable, pack, packingOrder } from './firstPlan.ts';
import { improve, totalOf, type FilmState } from './improve.ts';
import type { PlanEffort } from './planEffort.ts';
import type { PlanJob } from '../format/planJob.ts';

/**
 * Lays the panes of a job on rolls in cuts that hands can make: pulls across the roll, slits along the whole pull,
 * cross cuts in a strip, a last trim (formats: cut plan). A first plan puts the longest pulls first, each piece where it
 * costs least; then each film gets a proven bound and a search for cheaper pulls (optimise/). Better plans are told as
 * they come. What cannot be laid is in `unplaced` with its reason.
 */
export function planRolls(job: PlanJob, effort: PlanEffort): CutPlan {
  const films = job.films.filter((film) => job.panes.some((pane) => pane.filmId === film.id));
  const states = films.map((film): FilmState => {
    const copies = copiesOf(film, job);
    const layouts = layoutTable(film, job);
    const packed = pack(film, job, packingOrder(copies, film, effort.random, 0), layouts);
    const counted = job.rules.work ? totalOf(film, job, copies, packed.sources) : packed.cost;
    return { film, copies, layouts, packed, total: counted, bound: null };
  });
  const allCopies = new Map<string, CopyOfPane>(
    states.flatMap(({ copies }) => copies.map((copy) => [copy.key, copy])),
  );
  let told = 0;
  const planNow = () =>
    assemblePlan(
      job,
      states.map(({ film, packed, bound }) => ({ film, sources: packed.sources, bound })),
      allCopies,
      states.flatMap(({ packed }) => packed.unplaced),
    );
  const tell = () => effort.onProgress?.(planNow(), (told += 1));
  effort.onProgress?.(planNow(), 0);
  const work = states.reduce((sum, { copies }) => sum + copies.length, 0);
  // A film of few pieces is settled in no time: it does not wait for one that is never done.
  const smallFirst = [...states].sort((a, b) => a.copies.length - b.copies.length);
  smallFirst.forEach((state, at) => {
    if (effort.rounds === 0 || effort.shouldStop()) return;
    const before = smallFirst.slice(0, at).reduce((sum, { copies }) => sum + copies.length, 0);
    const from = before / Math.max(1, work);
    const share = (before + state.copies.length) / Math.max(1, work);
    // A share of this film's own share of the time.
    const shouldStop = (own = 1) => effort.shouldStop(from + own * (share - from));
    improve(state, job, { ...effort, shouldStop }, tell);
  });
  return planNow();
}
