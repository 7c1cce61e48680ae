import { addRecord } from '../record/index.ts';
import { recordsForTest, silverForTest } from '../testing/jobs.ts';
import {
  NEW_ROOM,
  NO_READINGS,
  copyOfRoom,
  copyOfWall,
  doubtsOfPanes,
  gridsOfPanes,
  openingsOfLine,
  likelyDrawingUnit,
  missingPaneColumns,
  openingsOfOutlines,
  unitOfList,
  paneListOf,
  paneSizes,
  panesOfRows,
  parseOpeningLine,
  paneColumnNames,
  readPaneLines,
  sameAsPane,
  wallNames,
  wallTitle,
  type Pane,
} from './index.ts';
import { guessColumns, sheetLines, type SheetUnit } from '../sheet/index.ts';
import { PANE_WORDS, describeCellProblem } from '../words/index.ts';
import { EMPTY_RECORDS, applyEdit, danglingRecords, type Change, type JobRecords } from '../job/index.ts';
import { DEFAULT_RULE_SETS } from '../rules/index.ts';

const rules = DEFAULT_RULE_SETS[0];
const sizesOf = ({ readings, shape }: Pane) => paneSizes(readings, rules.cutting, shape);

let ids = 0;
const newId = () => `id${(ids += 1)}`;
const applied = (records: JobRecords, changes: readonly Change[]) => {
  const result = applyEdit(records, { id: newId(), label: '', changes });
  if (!result.ok) throw new Error(JSON.stringify(result.problem));
  return result.value;
};
const readList = (table: readonly (readonly string[])[], unit: 'mm' | 'in') =>
  readPaneLines(
    sheetLines(table, guessColumns(table[0] ?? [], paneColumnNames(PANE_WORDS))),
    unit,
    PANE_WORDS,
    [silverForTest],
  );
const takeOff = (records: JobRecords) => ({
  records,
  rules,
  wallId: 'w1',
  taken: { by: 'Osei Rook', at: '2026-05-04T15:00:00Z' },
  unit: 'mm' as const,
  newId,
});

describe('a pane list', () => {
  test.each(['mm', 'in'] as const)(
    'written in %s it reads back with the same sizes, rooms and walls',
    (unit) => {
      const records = recordsForTest();
      const { good, bad } = readList(
        paneListOf(records, rules.cutting, unit, PANE_WORDS, [silverForTest]),
        unit,
      );
      expect(bad).toEqual([]);
      const copy = applied(
        { ...EMPTY_RECORDS, job: records.job },
        panesOfRows({ ...takeOff({ ...EMPTY_RECORDS, job: records.job }), wallId: null }, good),
      );
      expect(danglingRecords(copy)).toEqual([]);
      expect(Object.values(copy.wall).map(({ name }) => name)).toEqual(['South-west wall']);
      const widths = (of: JobRecords) =>
        Object.values(of.pane).map((pane) => sizesOf(pane)?.cutting.widthMm ?? 0);
      const step = unit === 'mm' ? 0.001 : 25.4 / 16;
      widths(copy).forEach((mm, at) =>
        expect(Math.abs(mm - (widths(records)[at] ?? 0))).toBeLessThanOrEqual(step + 1),
      );
    },
  );

  test('good rows are taken, bad ones come back with line, column and reason', () => {
    const heading = ['Ref', 'W', 'H', 'Qty', 'Kind', 'Glazing'];
    const rows = [
      ['K1', '640', '1120', '3', 'sash', 'Laminated'],
      ['K2', '64o', '1120', '', 'sash', ''],
      ['', '', '', '', '', ''],
      ['K3', '32 1/4"', '44.125 in', '0', 'porthole', ''],
    ];
    const { good, bad } = readList([heading, ...rows], 'mm');
    expect(good).toMatchObject([{ number: 'K1', count: 3, opening: 'sash', glass: 'laminated' }]);
    expect(bad.map(({ line }) => line)).toEqual([3, 5]);
    expect(
      bad.flatMap(({ problems }) =>
        problems.map((problem) => describeCellProblem(problem, PANE_WORDS.columns[problem.column], 'mm')),
      ),
    ).toEqual([
      expect.stringMatching(/^Width: .*letter where a digit/),
      expect.stringMatching(/^How many: “0” is not a count; write a whole number from 1/),
      expect.stringMatching(/^Opening: “porthole” is not known; write one such as Fixed light, /),
    ]);
    const records = recordsForTest();
    const after = applied(records, panesOfRows(takeOff(records), good));
    expect(Object.values(after.pane).filter(({ wallId }) => wallId === 'w1')).toHaveLength(6);
    expect(new Set(Object.values(after.pane).map(({ label }) => label)).size).toBe(6);
  });
});

describe('what a list carries both ways', () => {
  const films = [{ id: 'gannet-silver-20', name: 'Gannet Silver 20' }];
  const read = (table: readonly (readonly string[])[], unit: SheetUnit = 'mm') =>
    readPaneLines(
      sheetLines(table, guessColumns(table[0] ?? [], paneColumnNames(PANE_WORDS))),
      unit,
      PANE_WORDS,
      films,
    );
  const empty = { ...EMPTY_RECORDS, job: recordsForTest().job };
  const made = (rows: Parameters<typeof panesOfRows>[1]) =>
    applied(empty, panesOfRows({ ...takeOff(empty), wallId: null }, rows));

  test('shape, film, direction and what stands above another come back as they went', () => {
    const records = recordsForTest({
      panes: {
        p1: { filmId: 'gannet-silver-20', over: { paneId: 'p2', fromLeftMm: 0 } },
        p2: { shape: { kind: 'arch', riseMm: 300 }, filmId: null },
        p3: { shape: { kind: 'circle' }, filmId: null },
      },
    });
    const { good, bad } = read(paneListOf(records, rules.cutting, 'mm', PANE_WORDS, films));
    expect(bad).toEqual([]);
    const copy = made(good);
    const byLabel = new Map(Object.entries(copy.pane).map(([id, pane]) => [pane.label, { ...pane, id }]));
    expect(byLabel.get('1')).toMatchObject({ filmId: 'gannet-silver-20', shape: { kind: 'rectangle' } });
    expect(byLabel.get('1')?.over?.paneId).toBe(byLabel.get('2')?.id);
    expect(byLabel.get('2')?.shape).toEqual({ kind: 'arch', riseMm: 300 });
    expect(byLabel.get('2')?.readings.heightMiddle?.mm).toBeGreaterThan(1000);
    expect(byLabel.get('3')?.shape).toEqual({ kind: 'circle' });
    const [wall] = Object.values(copy.wall);
    expect(wall).toMatchObject({ bearingDeg: 225, bearingSource: 'map' });
  });

  test('is written cell by cell, lengths in the person’s unit', () => {
    const records = recordsForTest({
      panes: {
        p1: {
          filmId: 'gannet-silver-20',
          handle: 'left',
          over: { paneId: 'p2', fromLeftMm: 0 },
          sillMm: 609.6,
        },
        p2: { filmId: 'gone-film', readings: NO_READINGS },
        p3: { filmId: null, opening: 'sash', over: { paneId: 'nobody', fromLeftMm: 0 } },
      },
    });
    const table = (unit: 'mm' | 'in') => paneListOf(records, rules.cutting, unit, PANE_WORDS, films);
    const [heading, first, second, third] = table('mm');
    expect(heading).toEqual([
      'Number',
      'Room',
      'Wall',
      'Faces (degrees)',
      'Width (mm)',
      'Height (mm)',
      'How many',
      'Opening',
      'Glass',
      'Frame',
      'Handle at',
      'Sill over floor (mm)',
      'Above pane',
      'Shape',
      'Film',
    ]);
    const common = ['Reading room', 'South-west wall', '225'];
    const glass = ['Sealed double unit', 'Timber'];
    expect(first).toEqual([
      '1',
      ...common,
      '820',
      '1326',
      '1',
      'Fixed light',
      ...glass,
      'left',
      '609.6',
      '2',
      '',
      'Gannet Silver 20',
    ]);
    expect(second).toEqual([
      '2',
      ...common,
      '',
      '',
      '1',
      'Fixed light',
      ...glass,
      '',
      '900',
      '',
      '',
      'gone-film',
    ]);
    expect(third).toEqual(['3', ...common, '820', '1326', '1', 'Sash', ...glass, '', '900', '', '', '']);
    const [inches, row] = table('in');
    expect([inches?.[4], inches?.[11], row?.[11]]).toEqual(['Width (in)', 'Sill over floor (in)', '24']);
  });

  test('goes into rooms, walls and numbers that are there, after what is there', () => {
    const records = recordsForTest();
    const { good } = read([
      ['No', 'Room', 'Wall', 'W', 'H', 'Qty'],
      ['9', ' reading ROOM', 'South-west wall', '640', '1120', '1'],
      ['1', 'Reading room', 'New wall', '640', '1120', '2'],
      ['ABCDEFGHIJKLMNOP', 'Kitchen', '', '640', '1120', '1'],
      ['', '', '', '640', '1120', '1'],
      ['10', 'Kitchen', 'Wall', '640', '1120', '1'],
    ]);
    const after = applied(records, panesOfRows(takeOff(records), good));
    const before = new Set(Object.keys(records.pane));
    const added = Object.entries(after.pane).flatMap(([id, pane]) => (before.has(id) ? [] : [pane]));
    const wallOf = (pane: Pane) => wallTitle(after, after.wall[pane.wallId]);
    expect(added.map((pane) => [pane.label, wallOf(pane), pane.order])).toEqual([
      ['9', 'Reading room, South-west wall', 3],
      ['4', 'Reading room, New wall', 4],
      ['5', 'Reading room, New wall', 5],
      ['ABCDEFGHIJKL', 'Kitchen, Wall', 6],
      ['6', 'Reading room, South-west wall', 7],
      ['10', 'Kitchen, Wall', 8],
    ]);
    expect(Object.values(after.room).map(({ name, order }) => [name, order])).toEqual([
      ['Reading room', 0],
      ['Kitchen', 2],
    ]);
    expect(Object.values(after.wall).map(({ name, order }) => [name, order])).toEqual([
      ['South-west wall', 0],
      ['New wall', 3],
      ['Wall', 4],
    ]);
    const [single, twin, other] = added;
    expect([single?.twinSet, twin?.twinSet === other?.twinSet, twin?.twinSet === null]).toEqual([
      null,
      true,
      false,
    ]);
    const { defaultGapMm, defaultSillMm, newWallWidthMm } = rules.survey;
    expect(single).toMatchObject({ gapBeforeMm: defaultGapMm, sillMm: defaultSillMm });
    expect(Object.values(after.wall)[1]).toMatchObject({ widthMm: newWallWidthMm });
  });

  test('a line without one of its sides says which', () => {
    const { bad } = read([
      ['W', 'H', 'Sill'],
      ['640', '', '900'],
      ['', '1120', '900'],
    ]);
    expect(bad.map(({ problems }) => problems.map(({ column }) => column))).toEqual([['height'], ['width']]);
  });

  test('a direction that is not in the list is guessed from the wall’s name, and marked', () => {
    const { good } = read([
      ['Wall', 'W', 'H', 'Faces'],
      ['North wall', '640', '1120', ''],
      ['Street', '640', '1120', ''],
      ['Back', '640', '1120', 'SW'],
      ['Side', '640', '1120', '100°'],
    ]);
    expect(
      Object.values(made(good).wall).map(({ bearingDeg, bearingSource, bearingUncertaintyDeg }) => [
        bearingDeg,
        bearingSource,
        bearingUncertaintyDeg,
      ]),
    ).toEqual([
      [0, 'rough', 45],
      [180, 'rough', 90],
      [225, 'map', 5],
      [100, 'map', 5],
    ]);
  });

  test('width and height may stand in one column, or be missed by name', () => {
    const { good, bad } = read([
      ['Ref', 'Dimensions'],
      ['1', '819 x 1120'],
      ['2', '819×1120 mm'],
      ['3', '819'],
      ['4', ''],
      ['5', '81o x 90'],
    ]);
    expect(good.map(({ width, height }) => [width.mm, height.mm])).toEqual([
      [819, 1120],
      [819, 1120],
    ]);
    expect(bad.map(({ line, problems }) => [line, ...problems.map(({ code }) => code)])).toEqual([
      [4, 'cell.notSize'],
      [5, 'cell.missing', 'cell.missing'],
      [6, 'cell.length'],
    ]);
    const columns = (heading: readonly string[]) =>
      missingPaneColumns(guessColumns(heading, paneColumnNames(PANE_WORDS)));
    expect(columns(['Size'])).toEqual([]);
    expect(columns(['Width'])).toEqual(['height']);
    expect(
      read([
        ['W', 'H', 'Film', 'Shape'],
        ['640', '1120', 'Osprey', 'wobbly'],
      ]).bad[0]?.problems,
    ).toMatchObject([{ code: 'cell.notShape' }, { code: 'cell.notOneOf', known: ['Gannet Silver 20'] }]);
  });

  test('the unit of a list is what its heading says, else what makes glass of its sizes', () => {
    const unitOf = (table: readonly (readonly string[])[], own: 'mm' | 'in' = 'mm') => {
      const [heading = []] = table;
      const map = guessColumns(heading, paneColumnNames(PANE_WORDS));
      return unitOfList(heading, sheetLines(table, map), map, own);
    };
    const rows = (heading: readonly string[], ...lines: readonly string[][]) => [heading, ...lines];
    expect(unitOf(rows(['Width (cm)', 'Height'], ['640', '1120']))).toEqual({ unit: 'cm', said: true });
    expect(unitOf(rows(['Width in', 'Height'], ['24', '36']))).toEqual({ unit: 'in', said: true });
    expect(unitOf(rows(['Width', 'Height'], ['61', '91'], ['70', '120']))).toEqual({
      unit: 'cm',
      said: false,
    });
    expect(unitOf(rows(['Width', 'Height'], ['0,61', '0,91']))).toEqual({ unit: 'm', said: false });
    expect(unitOf(rows(['Width', 'Height'], ['640', '1120']), 'in')).toEqual({ unit: 'mm', said: false });
    expect(unitOf(rows(['Width', 'Height'], ['24', '36']), 'in')).toEqual({ unit: 'in', said: true });
    expect(unitOf(rows(['Size'], ['61 x 91']))).toEqual({ unit: 'cm', said: false });
    expect(unitOf(rows(['Width', 'Height'], ['', '']))).toEqual({ unit: 'mm', said: true });
  });

  test('a drawing without a unit is in the one that makes openings of its outlines', () => {
    const box = (w: number, h: number) => [
      { x: 0, y: 0 },
      { x: w, y: 0 },
      { x: w, y: h },
      { x: 0, y: h },
    ];
    expect(likelyDrawingUnit([box(0.8, 1.2), box(1, 2.1)])).toBe('m');
    expect(likelyDrawingUnit([box(80, 120), box(100, 210)])).toBe('cm');
    expect(likelyDrawingUnit([box(800, 1200), box(5, 5)])).toBe('mm');
    expect(likelyDrawingUnit([])).toBe('mm');
  });
});

describe('taking off', () => {
  test('the same as another takes over its measure, not its place, film or marks', () => {
    const records = recordsForTest({ panes: { p3: { shape: { kind: 'circle' }, filmId: null } } });
    const after = applied(records, sameAsPane(takeOff(records), 'p3', 'p1'));
    const { p1, p3 } = after.pane;
    expect(p3).toMatchObject({ readings: p1?.readings, shape: p1?.shape, label: '3', filmId: null });
    expect(p3?.twinSet).toBe(p1?.twinSet);
    expect(p3?.twinSet).not.toBeNull();
  });

  test('a room is copied with its walls and openings, without what was found or done there', () => {
    const mark = { x: 0.5, y: 0.5, note: '', pictureId: null, remedy: null, notedAt: '2026-05-04T15:00:00Z' };
    const records = recordsForTest({
      panes: { p1: { condition: [{ ...mark, id: 'm1', kind: 'scratch', notedBy: null }] } },
    });
    const copied = copyOfRoom(takeOff(records), 'r1', 'Upper floor');
    const after = applied(records, copied?.changes ?? []);
    expect(danglingRecords(after)).toEqual([]);
    const walls = Object.entries(after.wall).filter(([, { roomId }]) => roomId === copied?.id);
    expect(walls.map(([, { name }]) => name)).toEqual(['South-west wall']);
    const copies = Object.values(after.pane).filter(({ wallId }) => wallId === walls[0]?.[0]);
    expect(copies.map(({ label, condition }) => [label, condition])).toEqual([
      ['4', []],
      ['5', []],
      ['6', []],
    ]);
    expect(new Set(Object.values(after.pane).map(({ twinSet }) => twinSet)).size).toBe(3);
  });

  test('panes that turn out to have bars become grids of equal lights that add up', () => {
    const records = recordsForTest({ panes: { p2: { shape: { kind: 'circle' } } } });
    const changes = gridsOfPanes(takeOff(records), ['p1', 'p2'], { columns: 3, rows: 2, barMm: 30 });
    const after = applied(records, changes);
    const lights = Object.values(after.pane).filter(({ cell }) => cell !== null);
    expect(lights).toHaveLength(6);
    expect(after.pane['p2']).toEqual(records.pane['p2']);
    const before = records.pane['p1'];
    const whole = before ? sizesOf(before)?.cutting : null;
    const [light] = lights;
    const widthMm = light?.readings.widthTop?.mm ?? 0;
    expect(3 * widthMm + 2 * 30).toBeCloseTo(whole?.widthMm ?? 0);
    expect(new Set(Object.values(after.pane).map(({ label }) => label)).size).toBe(8);
    const asked = [...doubtsOfPanes(after, rules.survey).values()].flat();
    expect(asked.filter(({ code }) => code === 'reading.offGrid')).toEqual([]);
    expect(gridsOfPanes(takeOff(after), ['p1'], { columns: 2, rows: 1, barMm: null })).toEqual([]);
  });

  test('an arch said in one line has its height at the crown; blocks need no reading', () => {
    const start = { ...recordsForTest(), pane: {} };
    const lineOf = (text: string) => {
      const line = parseOpeningLine(text, 'mm');
      if (!line.ok) throw new Error(line.problem.code);
      const { changes, ids: made } = openingsOfLine(takeOff(start), line.value);
      return applied(start, changes).pane[made[0] ?? ''];
    };
    const arch = lineOf('900 x 1850 arch rise 450');
    expect(arch?.readings).toMatchObject({
      widthTop: null,
      widthBottom: { mm: 900 },
      heightMiddle: { mm: 1850 },
    });
    const blocks = lineOf('190 x 190 blocks 6 by 5 joint 10');
    expect(blocks && sizesOf(blocks)?.cutting).toEqual({ widthMm: 1190, heightMm: 990 });
  });

  test('a grid that does not add up is asked about at the light that is off', () => {
    const start = { ...recordsForTest(), pane: {} };
    const size = { mm: 0, typed: '' };
    const { changes, ids: lights } = openingsOfLine(takeOff(start), {
      width: { ...size, mm: 1200 },
      height: { ...size, mm: 900 },
      count: 1,
      opening: null,
      glass: null,
      frame: null,
      handle: null,
      shape: null,
      above: null,
      grid: { columns: 3, rows: 2, barMm: 30 },
    });
    let records = applied(start, changes);
    expect(Object.values(records.pane).map((pane) => pane.readings.widthTop?.mm)).toEqual(Array(6).fill(380));
    expect(Object.values(records.pane).map((pane) => pane.readings.heightLeft?.mm)).toEqual(
      Array(6).fill(435),
    );
    expect(doubtsOfPanes(records, rules.survey).size).toBe(0);
    const odd = lights[1] ?? '';
    const pane = records.pane[odd];
    if (!pane?.readings.widthTop) throw new Error('no light');
    const widthTop = { ...pane.readings.widthTop, mm: 395 };
    const after = { ...pane, twinSet: null, readings: { ...pane.readings, widthTop } };
    records = applied(records, [{ kind: 'pane', id: odd, before: pane, after }]);
    expect(
      doubtsOfPanes(records, rules.survey)
        .get(odd)
        ?.map(({ likelyMm }) => likelyMm),
    ).toEqual([380]);
  });

  test('a wall is copied with its openings as twins, and nothing of the first is changed but that word', () => {
    const records = recordsForTest();
    const copied = copyOfWall({ records, newId }, 'w1', 'Upstairs');
    if (!copied) throw new Error('not copied');
    const after = applied(records, copied.changes);
    expect(Object.values(after.pane).filter(({ wallId }) => wallId === copied.id)).toHaveLength(3);
    expect(after.pane['p1']).toEqual({ ...records.pane['p1'], twinSet: after.pane['p1']?.twinSet });
    expect(after.pane['p1']?.twinSet).not.toBeNull();
    expect(addRecord('room', 'x', { name: 'x', order: 0, ...NEW_ROOM }).before).toBeNull();
  });

  test('closed outlines of an elevation become openings from left to right; a pane inside its frame counts once', () => {
    const box = (x: number, y: number, w: number, h: number) => [
      { x, y },
      { x: x + w, y },
      { x: x + w, y: y + h },
      { x, y: y + h },
    ];
    const openings = openingsOfOutlines(
      [box(2, 0.9, 0.64, 1.12), box(0.5, 0.2, 0.9, 2.1), box(0.45, 0.15, 1, 2.2), box(0, 0, 0.01, 0.01)],
      1000,
    );
    expect(
      openings.map(({ leftMm, sillMm, widthMm, gapBeforeMm }) =>
        [leftMm, sillMm, widthMm, gapBeforeMm].map(Math.round),
      ),
    ).toEqual([
      [500, 200, 900, 500],
      [2000, 900, 640, 600],
    ]);
  });
});

describe('where a new opening stands', () => {
  const sills = (...lines: string[]) => {
    let records: JobRecords = { ...recordsForTest(), pane: {} };
    const stands: number[] = [];
    for (const text of lines) {
      const line = parseOpeningLine(text, 'mm');
      if (!line.ok) throw new Error(text);
      const { changes, ids: made } = openingsOfLine(takeOff(records), line.value);
      records = applied(records, changes);
      stands.push(records.pane[made[0] ?? '']?.sillMm ?? NaN);
    }
    return { stands, records };
  };

  test('doors on the floor, windows at the sill of the house rules, whatever was before', () => {
    const { defaultSillMm } = rules.survey;
    expect(sills('900 x 2100 slider', '800 x 1200 sash', '700 x 2100 french door').stands).toEqual([
      0,
      defaultSillMm,
      0,
    ]);
  });

  test('as the last of its like on the wall', () => {
    const { records } = sills('800 x 1200 sash', '900 x 2100 slider');
    const [sash = ''] = Object.keys(records.pane);
    const moved = {
      ...records,
      pane: { ...records.pane, [sash]: { ...(records.pane[sash] as Pane), sillMm: 1100 } },
    };
    const line = parseOpeningLine('800 x 1200 casement', 'mm');
    if (!line.ok) throw new Error('casement');
    const { changes } = openingsOfLine(takeOff(moved), line.value);
    expect(changes.map(({ after }) => (after as Pane).sillMm)).toEqual([1100]);
  });

  test('a wall is called with its room where there are several', () => {
    const records = recordsForTest();
    const [wall] = Object.values(records.wall);
    expect(wallTitle(records, wall)).toBe('South-west wall');
    const more = { room: { ...records.room, r2: { ...NEW_ROOM, name: 'Kitchen', order: 1 } } };
    expect(wallTitle(more, wall)).toBe('Reading room, South-west wall');
    expect(wallTitle(more, undefined)).toBe('');
    if (!wall) throw new Error('no wall');
    const walls = [
      { ...wall, id: 'a' },
      { ...wall, id: 'b', roomId: 'r2' },
      { ...wall, id: 'c', name: 'Gable' },
    ];
    expect([...wallNames(more, walls).values()]).toEqual([
      'Reading room, South-west wall',
      'Kitchen, South-west wall',
      'Gable',
    ]);
  });
});

test('on a drawing, what most of an opening stands over holds it up', () => {
  const box = (left: number, low: number, right: number, high: number) => [
    { x: left, y: low },
    { x: right, y: low },
    { x: right, y: high },
    { x: left, y: high },
  ];
  const openings = openingsOfOutlines(
    [
      box(100, 2040, 900, 2440), // a light over the door
      box(100, 0, 900, 2000), // the door
      box(850, 2040, 1600, 2300), // reaches over the door with its corner only
      box(1200, 900, 1800, 1800), // a window
      box(1250, 1850, 1750, 2020), // over the window
      box(1300, 2400, 1700, 2600), // over that
    ],
    1,
  );
  const at = (leftMm: number) => openings.find((opening) => opening.leftMm === leftMm);
  const over = (leftMm: number) => {
    const found = at(leftMm)?.over;
    return found && [openings[found.at]?.leftMm, openings[found.at]?.sillMm, found.fromLeftMm];
  };
  expect(over(100)).toBeNull();
  expect(openings.filter(({ leftMm }) => leftMm === 100).map((each) => each.over?.fromLeftMm)).toEqual([
    undefined,
    0,
  ]);
  expect(over(850)).toEqual([1200, 900, -350]);
  expect(over(1200)).toBeNull();
  expect(at(1200)?.gapBeforeMm).toBe(300);
  expect(over(1250)).toEqual([1200, 900, 50]);
  expect(over(1300)).toEqual([850, 2040, 450]);
});
