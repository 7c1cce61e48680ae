import { filmOnPane, paneCase } from '@neat-sill/core/advice';
import { DEFAULT_RULE_SETS } from '@neat-sill/core/rules';
import { filmsForTest, southWestPane } from '@neat-sill/core/testing';
import { printTable, timed } from './table.ts';

/** A whole catalogue against one pane over the hours of a year. */
export function benchFilm(): void {
  const rules = DEFAULT_RULE_SETS[0].film;
  const rows = [26, 100, 500, 5000].map((count) => {
    const films = Array.from({ length: count }, (_, at) => filmsForTest[at % filmsForTest.length]).flatMap(
      (film) => film ?? [],
    );
    const sun = timed(() => paneCase(southWestPane, rules, 2027));
    const all = timed(() => films.map((film) => filmOnPane(sun.value, film, rules)));
    return {
      films: count,
      hours: 8760,
      'ms for the sun': sun.ms.toFixed(0),
      'ms for all': (sun.ms + all.ms).toFixed(0),
    };
  });
  printTable('Film: a catalogue against one pane over the hours of a year', rows);
}
