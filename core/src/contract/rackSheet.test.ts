import { guessColumns, sheetLines } from '../sheet/index.ts';
import { RACK_COLUMN_NAMES, describeRackProblem } from '../words/index.ts';
import { RACK_COLUMNS, linesOfRack, readRackLines, type RackEntry } from './index.ts';

const films = [
  { id: 'gannet-silver-20', name: 'Gannet Silver 20' },
  { id: 'plover-frost', name: 'Plover Frost' },
];
const roll: RackEntry = {
  entry: {
    id: 'G-118',
    filmId: 'gannet-silver-20',
    kind: 'roll',
    width: 1524,
    length: 22_400,
    factoryEdges: ['left', 'right'],
  },
  lot: 'B7',
  place: 'bay 2',
  version: 3,
  reservedBy: null,
  reservedFor: null,
};
const offcut: RackEntry = {
  ...roll,
  entry: { ...roll.entry, id: 'G-119', kind: 'offcut', width: 610, length: 1450, factoryEdges: ['right'] },
  lot: null,
  version: 1,
};
const names = Object.fromEntries(
  RACK_COLUMNS.map((column) => [column, [RACK_COLUMN_NAMES[column]]]),
) as Record<keyof typeof RACK_COLUMN_NAMES, string[]>;
const readTable = (table: readonly (readonly string[])[], rack: readonly RackEntry[]) => {
  const { entries, bad } = readRackLines(sheetLines(table, guessColumns(table[0] ?? [], names)), films, rack);
  const problems = bad.map(({ line, problems: all }) => ({
    line,
    problem: all.map(describeRackProblem).join(' '),
  }));
  return { entries, problems };
};
const read = (...rows: readonly (readonly string[])[]) => readTable([[...RACK_COLUMNS], ...rows], [roll]);

test('a stock list reads back as it was written, on the version that stands', () => {
  const { entries, problems } = read(...linesOfRack([roll, offcut]));
  expect(problems).toEqual([]);
  expect(entries).toEqual([
    { entry: roll.entry, lot: 'B7', place: 'bay 2', baseVersion: 3 },
    { entry: offcut.entry, lot: null, place: 'bay 2', baseVersion: 0 },
  ]);
});

test('columns may stand in any order, films go by name or id', () => {
  const { entries } = readTable(
    [
      ['Length (mm)', 'kind', 'film', 'widthMm', 'name'],
      ['900', 'Offcut', 'plover FROST', '600', 'P-9'],
    ],
    [],
  );
  expect(entries).toMatchObject([{ entry: { id: 'P-9', filmId: 'plover-frost', length: 900 }, lot: null }]);
});

test.each([
  ['no name', ['', 'Plover Frost', 'roll', '914', '900', '', '', ''], 'Roll number: nothing stands there'],
  [
    'a film the shop does not have',
    ['X', 'Osprey', 'roll', '914', '900', '', '', ''],
    'Film: “Osprey” is not known; write Gannet Silver 20 or Plover Frost.',
  ],
  [
    'neither roll nor offcut',
    ['X', 'Plover Frost', 'sheet', '914', '900', '', '', ''],
    'Roll or offcut: “sheet” is not known; write roll or offcut.',
  ],
  [
    'a negative length',
    ['X', 'Plover Frost', 'roll', '914', '-1', '', '', ''],
    'Length (mm): -1 cannot be; write a number from 1 to 200000.',
  ],
  [
    'no width',
    ['X', 'Plover Frost', 'roll', 'wide', '900', '', '', ''],
    'Width (mm): “wide” is not a number',
  ],
  [
    'an edge there is not',
    ['X', 'Plover Frost', 'roll', '914', '900', 'top', '', ''],
    'Factory edges: “top” is not known; write left or right.',
  ],
  [
    'a place of more letters than are kept',
    ['X', 'Plover Frost', 'roll', '914', '900', '', '', 'behind the door of the cellar '.repeat(3).trim()],
    '“behind the door of the c…” has 89 letters; 60 are kept at the most.',
  ],
])('%s is left out with its line, and the others are taken', (_name, row, says) => {
  const good = ['P-1', 'Plover Frost', 'roll', '914', '900', '', '', ''];
  const { entries, problems } = read(good, row, [...good.slice(0, 0), 'P-2', ...good.slice(1)]);
  expect(entries.map(({ entry }) => entry.id)).toEqual(['P-1', 'P-2']);
  expect(problems).toMatchObject([{ line: 3 }]);
  expect(problems[0]?.problem).toContain(says);
});

test('a name that stands twice is taken once', () => {
  const row = ['P-1', 'Plover Frost', 'roll', '914', '900', '', '', ''];
  expect(read(row, row).problems).toMatchObject([{ line: 3 }]);
});
