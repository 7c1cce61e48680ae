import {
  needed,
  number,
  oneOf,
  orElse,
  plainName,
  readCells,
  several,
  textUpTo,
  type BadLine,
  type ReadCell,
  type SheetLine,
} from '../sheet/index.ts';
import { fail, succeed } from '../units/index.ts';
import { RACK_COLUMN_NAMES, type RackColumn, type RackLineProblem } from '../words/index.ts';
import { MOST_LETTERS_OF_PLACE, type RackEntry, type SaveRack } from './rack.ts';

/** Columns of a stock list, in the order in which they are written. */
export const RACK_COLUMNS = Object.keys(RACK_COLUMN_NAMES) as readonly RackColumn[];

type Entry = SaveRack['entries'][number];

interface NamedFilm {
  readonly id: string;
  readonly name: string;
}

/** A film of the shop, by its id or name. */
const filmAmong =
  (films: readonly NamedFilm[]): ReadCell<NamedFilm> =>
  (typed) => {
    const film = films.find(({ id, name }) => [id, name].map(plainName).includes(plainName(typed)));
    return film
      ? succeed(film)
      : fail({ code: 'cell.notOneOf', typed, known: films.map(({ name }) => name) });
  };

const rackCells = (films: readonly NamedFilm[]) => ({
  name: needed(textUpTo(200)),
  film: needed(filmAmong(films)),
  kind: needed(oneOf(['roll', 'offcut'])),
  widthMm: needed(number(1, 5000)),
  lengthMm: needed(number(1, 200_000)),
  factoryEdges: several(oneOf(['left', 'right']), /[ ,;]+/),
  lot: orElse(textUpTo(MOST_LETTERS_OF_PLACE), null),
  place: orElse(textUpTo(MOST_LETTERS_OF_PLACE), null),
});

/** The rack as rows of a sheet that reads back. */
export function linesOfRack(rack: readonly RackEntry[]): string[][] {
  return rack.map(({ entry, lot, place }) => [
    entry.id,
    entry.filmId,
    entry.kind,
    String(entry.width),
    String(entry.length),
    entry.factoryEdges.join(' '),
    lot ?? '',
    place ?? '',
  ]);
}

export interface ReadRack {
  readonly entries: readonly Entry[];
  readonly bad: readonly BadLine<RackLineProblem>[];
}

/** Reads a stock list line by line: good ones are taken on the version that stands, bad ones said. */
export function readRackLines(
  lines: readonly SheetLine<RackColumn>[],
  films: readonly NamedFilm[],
  rack: readonly RackEntry[],
): ReadRack {
  const cells = rackCells(films);
  const entries: Entry[] = [];
  const bad: BadLine<RackLineProblem>[] = [];
  for (const { line, text: typed } of lines) {
    const read = readCells(cells, typed);
    if (!read.ok) {
      bad.push({ line, text: typed, problems: read.problem });
      continue;
    }
    const { name: id, film, kind, widthMm, lengthMm, factoryEdges, lot, place } = read.value;
    if (entries.some(({ entry }) => entry.id === id)) {
      bad.push({ line, text: typed, problems: [{ code: 'rack.twice', name: id }] });
      continue;
    }
    const edges = (['left', 'right'] as const).filter((edge) => factoryEdges.includes(edge));
    entries.push({
      entry: { id, filmId: film.id, kind, width: widthMm, length: lengthMm, factoryEdges: edges },
      lot,
      place,
      baseVersion: rack.find(({ entry }) => entry.id === id)?.version ?? 0,
    });
  }
  return { entries, bad };
}
