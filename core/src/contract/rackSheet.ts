import type { RackEntry, SaveRack } from './rack.ts';

/** Columns of a stock list; lengths in mm. */
export const RACK_COLUMNS = [
  'name',
  'film',
  'kind',
  'widthMm',
  'lengthMm',
  'factoryEdges',
  'lot',
  'place',
] as const;

type Entry = SaveRack['entries'][number];

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
  readonly entries: Entry[];
  readonly problems: readonly { readonly line: number; readonly problem: string }[];
}

/** Reads a stock list row by row: good rows are taken, bad ones said with their line. */
export function readRackRows(
  [heading = [], ...rows]: readonly (readonly string[])[],
  films: readonly { id: string; name: string }[],
  rack: readonly RackEntry[],
): ReadRack {
  const plain = (text: string) => text.trim().toLowerCase();
  const columns = heading.map((title) => RACK_COLUMNS.find((column) => plain(column) === plain(title)));
  const entries: Entry[] = [];
  const problems: { line: number; problem: string }[] = [];
  rows.forEach((row, at) => {
    const cell = (column: (typeof RACK_COLUMNS)[number]) => row[columns.indexOf(column)]?.trim() ?? '';
    const say = (problem: string) => void problems.push({ line: at + 2, problem });
    const id = cell('name');
    const film = films.find(
      (each) => plain(each.id) === plain(cell('film')) || plain(each.name) === plain(cell('film')),
    );
    const kind = plain(cell('kind'));
    const [width, length] = [Number(cell('widthMm')), Number(cell('lengthMm'))];
    const edges = cell('factoryEdges')
      .split(/[ ,;]+/)
      .filter(Boolean)
      .map(plain);
    if (id === '') return say('there is no name; write what stands on it.');
    if (entries.some(({ entry }) => entry.id === id))
      return say(`“${id}” stands in the sheet twice; take one line out.`);
    if (!film) return say(`the shop has no film “${cell('film')}”; write its name or id as in Films.`);
    if (kind !== 'roll' && kind !== 'offcut')
      return say(`“${cell('kind')}” is neither roll nor offcut; write one of the two.`);
    if (!(width > 0 && width <= 5000))
      return say(`“${cell('widthMm')}” is no width in mm from 1 to 5000; write it again.`);
    if (!(length > 0 && length <= 200_000))
      return say(`“${cell('lengthMm')}” is no length in mm above 0; measure what is left.`);
    const factoryEdges = (['left', 'right'] as const).filter((edge) => edges.includes(edge));
    if (factoryEdges.length !== edges.length)
      return say(`“${cell('factoryEdges')}”: factory edges are left, right, or both.`);
    entries.push({
      entry: { id, filmId: film.id, kind, width, length, factoryEdges },
      lot: cell('lot') || null,
      place: cell('place') || null,
      baseVersion: rack.find(({ entry }) => entry.id === id)?.version ?? 0,
    });
  });
  return { entries, problems };
}
