import { atSeat, filmOnBuild, wallInView, type AtSeat, type PaneForFilm } from '@neat-sill/core/advice';
import type { Film } from '@neat-sill/core/film';
import { glassBuild } from '@neat-sill/core/glazing';
import { max } from 'd3';
import type { SunYear } from '@neat-sill/core/sun';
import { useJob, type PaneWithId } from '../job/index.ts';

export interface SeatBefore {
  /** Where the pane stands on its wall, for the plan of the room. */
  readonly pane: { readonly leftMm: number; readonly widthMm: number };
  /** What a film on all the wall's panes does at the seat; null while there is no seat. */
  readonly withFilm: ((film: Film | null) => AtSeat) | null;
}

/** The seat before the wall: all panes of the wall that it sees count, as if they had the same film. */
export function useSeat(pane: PaneWithId, place: PaneForFilm, sun: SunYear): SeatBefore | null {
  const { wall, derived, rules } = useJob();
  const placed = wall && derived.wall(wall.id)?.placed;
  if (!wall || !placed) return null;
  const own = placed.openings.find(({ id }) => id === pane.id);
  if (!own) return null;
  const onPlan = { leftMm: own.leftMm, widthMm: own.size.widthMm };
  const { seat } = wall;
  if (!seat) return { pane: onPlan, withFilm: null };
  const share = wallInView(seat, placed.openings);
  const build = glassBuild(place.glass, place.glassMm);
  const sunWm2 = max(sun.peakWm2) ?? 0;
  return {
    pane: onPlan,
    withFilm: (film) =>
      atSeat(
        { ...build, films: film ? [filmOnBuild(film, build)] : [] },
        { share, sunWm2, rules: rules.film },
      ),
  };
}
