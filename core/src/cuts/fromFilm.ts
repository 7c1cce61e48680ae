import type { FilmForPlan } from './format/index.ts';
import { isSheet, type Film } from '../film/index.ts';

/** A film of the catalogue as cut planning knows it. */
export function filmForPlan(film: Film): FilmForPlan {
  const { id, name, turn, matchEdges, pattern } = film;
  const sheets = film.rolls.filter(isSheet);
  return {
    id,
    name,
    rolls: film.rolls
      .filter((roll) => !isSheet(roll))
      .map(({ widthMm, lengthMm, price, soldBy }) => ({
        width: widthMm,
        length: lengthMm,
        price,
        ...(soldBy === 'metre' ? { soldBy } : {}),
      })),
    ...(sheets.length > 0
      ? {
          sheets: sheets.map(({ widthMm: width, lengthMm: height, price, soldBy }) => ({
            ...{ width, height, price },
            ...(soldBy === 'motif' ? { motif: true } : {}),
          })),
        }
      : {}),
    turn,
    matchEdges,
    pattern: pattern && { across: pattern.acrossMm, along: pattern.alongMm, drop: pattern.drop },
  };
}
