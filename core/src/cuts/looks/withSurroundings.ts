import type { PlacedOpening } from '../../survey/index.ts';
import type { PaneForPlan, PlanJob } from '../format/index.ts';
import { divide } from '../lay/layouts.ts';
import { placeInGroup } from './looks.ts';
import { alikePanes, surroundingsOf, type PaneAmongOthers } from './surroundings.ts';

/** The panes of a wall, and where the openings stand on it. */
export interface WallOfPanes {
  readonly panes: readonly PaneAmongOthers[];
  readonly openings: readonly PlacedOpening<string>[];
}

/** What somebody put for one pane holds for those that are alike and have no wish of their own. */
function withWishOfGroup(pane: PaneForPlan, all: readonly PaneForPlan[]): PaneForPlan {
  const { alike, at } = pane.seams;
  if (alike === undefined || at) return pane;
  const wished = all.find(
    ({ seams }) => seams.alike === alike && seams.at !== undefined && seams.axis !== 'any',
  );
  if (!wished?.seams.at || wished.seams.axis === 'any') return pane;
  const told = placeInGroup(wished, { axis: wished.seams.axis, atMm: wished.seams.at });
  const { axis, atMm } = placeInGroup(pane, told);
  return { ...pane, seams: { ...pane.seams, axis, at: [...atMm] } };
}

/**
 * A job's panes that are divided with what is about them on their walls, and with those that are alike: what the planner
 * and people weigh the places of seams by. Panes that go whole stay as they are.
 */
export function withSurroundings(job: PlanJob, walls: readonly WallOfPanes[]): PlanJob {
  const films = new Map(job.films.map((film) => [film.id, film]));
  const isDivided = (pane: PaneForPlan) => {
    const film = films.get(pane.filmId);
    return film !== undefined && divide(pane, film, job.rules).kind === 'panels';
  };
  const divided = new Set(job.panes.filter(isDivided).map(({ id }) => id));
  if (divided.size === 0) return job;
  const seamsOf = new Map<string, Pick<PaneForPlan['seams'], 'about' | 'alike' | 'mirrored'>>();
  for (const { panes, openings } of walls) {
    const own = panes.filter(({ id }) => divided.has(id));
    const alike = alikePanes(own, openings);
    for (const pane of own) {
      const about = surroundingsOf(pane, openings);
      const group = alike.get(pane.id);
      seamsOf.set(pane.id, {
        ...(about ? { about } : {}),
        ...(group ? { alike: group.alike, ...(group.mirrored ? { mirrored: true } : {}) } : {}),
      });
    }
  }
  const placed = job.panes.map((pane) => {
    const found = seamsOf.get(pane.id);
    return found ? { ...pane, seams: { ...pane.seams, ...found } } : pane;
  });
  return { ...job, panes: placed.map((pane) => withWishOfGroup(pane, placed)) };
}
