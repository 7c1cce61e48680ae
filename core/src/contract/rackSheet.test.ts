import { RACK_COLUMNS, linesOfRack, readRackRows, type RackEntry } from './index.ts';

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
};
const offcut: RackEntry = {
  ...roll,
  entry: { ...roll.entry, id: 'G-119', kind: 'offcut', width: 610, length: 1450, factoryEdges: ['right'] },
  lot: null,
  version: 1,
};
const read = (...rows: readonly (readonly string[])[]) =>
  readRackRows([[...RACK_COLUMNS], ...rows], films, [roll]);

test('a stock list reads back as it was written, on the version that stands', () => {
  const { entries, problems } = read(...linesOfRack([roll, offcut]));
  expect(problems).toEqual([]);
  expect(entries).toEqual([
    { entry: roll.entry, lot: 'B7', place: 'bay 2', baseVersion: 3 },
    { entry: offcut.entry, lot: null, place: 'bay 2', baseVersion: 0 },
  ]);
});

test('columns may stand in any order, films go by name or id', () => {
  const { entries } = readRackRows(
    [
      ['lengthMm', 'kind', 'film', 'widthMm', 'name'],
      ['900', 'Offcut', 'plover FROST', '600', 'P-9'],
    ],
    films,
    [],
  );
  expect(entries).toMatchObject([{ entry: { id: 'P-9', filmId: 'plover-frost', length: 900 }, lot: null }]);
});

test.each([
  ['no name', ['', 'Plover Frost', 'roll', '914', '900', '', '', ''], 'no name'],
  ['a film the shop does not have', ['X', 'Osprey', 'roll', '914', '900', '', '', ''], 'no film “Osprey”'],
  [
    'neither roll nor offcut',
    ['X', 'Plover Frost', 'sheet', '914', '900', '', '', ''],
    'neither roll nor offcut',
  ],
  ['a negative length', ['X', 'Plover Frost', 'roll', '914', '-1', '', '', ''], 'no length in mm above 0'],
  ['no width', ['X', 'Plover Frost', 'roll', 'wide', '900', '', '', ''], 'no width in mm'],
  [
    'an edge there is not',
    ['X', 'Plover Frost', 'roll', '914', '900', 'top', '', ''],
    'factory edges are left, right',
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
