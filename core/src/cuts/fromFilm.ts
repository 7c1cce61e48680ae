import type { FilmForPlan } from './format/index.ts';
import type { Film } from '../film/index.ts';

/** A film of the catalogue as cut planning knows it. */
export function filmForPlan(film: Film): FilmForPlan {
  const { id, name, turn, matchEdges, pattern } = film;
  return {
    id,
    name,
    rolls: film.rolls.map(({ widthMm, lengthMm, price, soldBy }) => ({
      width: widthMm,
      length: lengthMm,
      price,
      ...(soldBy === 'metre' ? { soldBy } : {}),
    })),
    turn,
    matchEdges,
    pattern: pattern && { across: pattern.acrossMm, along: pattern.alongMm, drop: pattern.drop },
  };
}
