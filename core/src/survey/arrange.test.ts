import { withRecord } from '../record/index.ts';
import { readingsForTest, recordsForTest } from '../testing/index.ts';
import { DEFAULT_RULE_SETS } from '../rules/index.ts';
import {
  copyOfWall,
  droppedAt,
  insertedBefore,
  mayStandOver,
  movedAlong,
  openingsOfLine,
  panesOfWall,
  parseOpeningLine,
  placeOpenings,
  twinsOfPanes,
  type Pane,
  type SurveyChange,
  type SurveyRecords,
} from './index.ts';
import { paneSizes } from './sizes.ts';

const rules = DEFAULT_RULE_SETS[0];
const BAR = rules.survey.defaultBarMm;
const [wallId] = Object.keys(recordsForTest().wall) as [string];
/** A door of 800 by 2000 on the floor at 100 from the left, a window of 600 by 1000 beside it, another of 500. */
const pane = (order: number, widthMm: number, heightMm: number, rest: Partial<Pane>): Partial<Pane> => ({
  order,
  label: String(order + 1),
  gapBeforeMm: 100,
  sillMm: 900,
  readings: readingsForTest([widthMm, widthMm, widthMm, heightMm, heightMm, heightMm]),
  ...rest,
});
const start: SurveyRecords = recordsForTest({
  panes: {
    p1: pane(0, 800, 2000, { sillMm: 0 }),
    p2: pane(1, 600, 1000, {}),
    p3: pane(2, 500, 1000, {}),
  },
});
const done = (records: SurveyRecords, changes: readonly SurveyChange[]) =>
  changes.reduce<SurveyRecords>(withRecord, records);
const placed = (records: SurveyRecords, wall = wallId) =>
  placeOpenings(
    { widthMm: 0, heightMm: 0 },
    panesOfWall(records, wall).map((each) => ({
      ...each,
      size: paneSizes(each.readings, rules.cutting, each.shape)?.cutting ?? null,
    })),
  );
const at = (records: SurveyRecords, id: string) => {
  const found = placed(records).openings.find((each) => each.id === id);
  return found && [found.leftMm, found.sillMm];
};
const listed = (records: SurveyRecords) => panesOfWall(records, wallId).map(({ id }) => id);
let made = 0;
const takeOff = (records: SurveyRecords) => ({
  records,
  rules,
  wallId,
  taken: {},
  unit: 'mm' as const,
  newId: () => `new-${(made += 1)}`,
});
const withLine = (records: SurveyRecords, line: string) => {
  const read = parseOpeningLine(line, 'mm');
  if (!read.ok) throw new Error(line);
  const { ids, changes } = openingsOfLine(takeOff(records), read.value);
  return { ids, records: done(records, changes) };
};

describe('an opening over another', () => {
  test('takes no room along the wall and makes it as high as it needs', () => {
    const { ids, records } = withLine(start, '800 x 400 fanlight above 1');
    expect(at(records, ids[0] ?? '')).toEqual([100, 2000 + BAR]);
    expect(at(records, 'p2')).toEqual([1000, 900]);
    expect(placed(records).heightMm).toBe(2000 + BAR + 400);
    expect(placed(records).openings.find(({ id }) => id === ids[0])?.isOver).toBe(true);
  });

  test('stands beside what is over the same one already while there is room, else over that', () => {
    const { ids, records } = withLine(start, '380 x 400 fanlight above 1 x3');
    const [first = '', second = '', third = ''] = ids;
    expect(at(records, first)).toEqual([100, 2000 + BAR]);
    expect(at(records, second)).toEqual([100 + 380 + BAR, 2000 + BAR]);
    expect(at(records, third)).toEqual([100, 2000 + BAR + 400 + BAR]);
    // Without a number it goes over the last of the wall; after one that is over another, over the same.
    const over = withLine(start, '200 x 300 above');
    expect(over.records.pane[over.ids[0] ?? '']?.over?.paneId).toBe('p3');
    const again = withLine(over.records, '200 x 300 above');
    expect(again.records.pane[again.ids[0] ?? '']?.over).toEqual({ paneId: 'p3', fromLeftMm: 200 + BAR });
  });

  test('a light wider than the last stands over as many before it as it covers', () => {
    const doors = withLine(start, '700 x 2000 french door x2').records;
    const [, , , first, second] = placed(doors).openings;
    const span = (second?.leftMm ?? 0) + 700 - (first?.leftMm ?? 0);
    const wide = withLine(doors, `${span} x 300 above`);
    expect(wide.records.pane[wide.ids[0] ?? '']?.over).toEqual({ paneId: first?.id, fromLeftMm: 0 });
    const narrow = withLine(doors, `${span - 100} x 300 above`);
    expect(narrow.records.pane[narrow.ids[0] ?? '']?.over?.paneId).toBe(second?.id);
  });

  test('lends its height to no other: the next opening stands as those along the wall do', () => {
    const { records } = withLine(start, '800 x 400 above');
    const next = withLine(records, '700 x 900');
    expect(next.records.pane[next.ids[0] ?? '']?.sillMm).toBe(900);
  });

  test('never stands over itself, however many steps away, nor over another wall', () => {
    const { ids, records } = withLine(start, '800 x 400 above 1');
    const [fanlight = ''] = ids;
    expect(mayStandOver(records, fanlight, 'p2')).toBe(true);
    expect(mayStandOver(records, 'p1', fanlight)).toBe(false);
    expect(mayStandOver(records, 'p1', 'p1')).toBe(false);
    expect(mayStandOver(records, 'p1', 'nobody')).toBe(false);
    // Two people may each have put one over the other: both are still drawn.
    const crossed = {
      ...records,
      pane: {
        ...records.pane,
        p1: { ...records.pane['p1'], over: { paneId: fanlight, fromLeftMm: 0 } } as Pane,
      },
    };
    expect(placed(crossed).openings).toHaveLength(4);
  });

  test('comes along with a copied wall, and its twin stands beside it', () => {
    const { ids, records } = withLine(start, '380 x 400 above 1');
    const [fanlight = ''] = ids;
    const copy = copyOfWall(takeOff(records), wallId, 'Copy');
    const copied = done(records, copy?.changes ?? []);
    const onCopy = panesOfWall(copied, copy?.id ?? '');
    const over = onCopy.find((each) => each.over !== null)?.over;
    expect(onCopy.map(({ id }) => id)).toContain(over?.paneId);
    const twin = twinsOfPanes(takeOff(records), [fanlight]);
    const twins = done(records, twin.changes);
    expect(twins.pane[twin.ids[0] ?? '']?.over).toEqual({ paneId: 'p1', fromLeftMm: 380 + BAR });
  });
});

describe('along the wall', () => {
  test('an opening moves past its neighbour, and stays where there is none', () => {
    expect(listed(done(start, movedAlong(start, 'p2', 'left')))).toEqual(['p2', 'p1', 'p3']);
    expect(listed(done(start, movedAlong(start, 'p2', 'right')))).toEqual(['p1', 'p3', 'p2']);
    expect(movedAlong(start, 'p1', 'left')).toEqual([]);
    expect(movedAlong(start, 'p3', 'right')).toEqual([]);
    const fanlit = withLine(start, '800 x 400 above 1').records;
    expect(listed(done(fanlit, movedAlong(fanlit, 'p3', 'left'))).slice(0, 3)).toEqual(['p1', 'p3', 'p2']);
  });

  test('a grid moves as one', () => {
    const { ids, records } = withLine(start, '1200 x 900 lights 2 by 2');
    const moved = done(records, movedAlong(records, ids[1] ?? '', 'left'));
    expect(listed(moved)).toEqual(['p1', 'p2', ...ids, 'p3']);
  });

  test('a new one is put before another, the others keep their order', () => {
    const own = { ...(start.pane['p3'] as Pane), order: 7, label: '9' };
    const after = done(start, insertedBefore(start, { id: 'new', pane: own }, 'p2'));
    expect(listed(after)).toEqual(['p1', 'new', 'p2', 'p3']);
    expect(after.pane['new']).toMatchObject({ label: '9' });
    for (const id of ['p1', 'p2', 'p3'])
      expect({ ...after.pane[id], order: 0 }).toEqual({ ...start.pane[id], order: 0 });
    const orders = Object.values(after.pane).map(({ order }) => order);
    expect(new Set(orders).size).toBe(4);
    // Before the first, and before all lights of a grid.
    const first = done(start, insertedBefore(start, { id: 'new', pane: own }, 'p1'));
    expect(listed(first)).toEqual(['new', 'p1', 'p2', 'p3']);
    const grid = withLine(start, '1200 x 900 lights 2 by 2');
    const beforeGrid = insertedBefore(
      grid.records,
      { id: 'new', pane: { ...own, order: 20 } },
      grid.ids[2] ?? '',
    );
    expect(listed(done(grid.records, beforeGrid))).toEqual(['p1', 'p2', 'p3', 'new', ...grid.ids]);
    expect(listed(done(start, insertedBefore(start, { id: 'new', pane: own }, 'nobody')))).toEqual([
      'p1',
      'p2',
      'p3',
      'new',
    ]);
  });
});

describe('dropped by hand', () => {
  const drop = (records: SurveyRecords, id: string, xMm: number, yMm: number) =>
    done(records, droppedAt(records, placed(records).openings, id, { xMm, yMm }, BAR));

  test('nearby its gap becomes another, rounded, and what follows stays where it is', () => {
    const after = drop(start, 'p2', 1000 + 300 + 43, 1400);
    expect(at(after, 'p2')).toEqual([1040, 900]);
    expect(at(after, 'p3')).toEqual(at(start, 'p3'));
    expect(at(drop(start, 'p2', 1000, 1400), 'p2')?.[0]).toBe(900);
  });

  test('past the middle of a neighbour they change places', () => {
    expect(listed(drop(start, 'p2', 400, 1400))).toEqual(['p2', 'p1', 'p3']);
    expect(listed(drop(start, 'p2', 1960, 1400))).toEqual(['p1', 'p3', 'p2']);
  });

  test('over the upper edge of another it stands over it, and can be taken down again', () => {
    const over = drop(start, 'p3', 503, 2300);
    expect(over.pane['p3']?.over).toEqual({ paneId: 'p1', fromLeftMm: 150 });
    expect(at(over, 'p3')).toEqual([250, 2000 + BAR]);
    const higher = drop(over, 'p3', 503, 2800);
    expect(at(higher, 'p3')).toEqual([250, 2300]);
    // Near the edge of the one below it stands flush with it, left or right.
    expect(drop(start, 'p3', 400, 2300).pane['p3']?.over?.fromLeftMm).toBe(0);
    expect(drop(start, 'p3', 600, 2300).pane['p3']?.over?.fromLeftMm).toBe(300);
    expect(drop(over, 'p3', 1950, 1400).pane['p3']?.over).toBeNull();
  });

  test('over one only where its middle is above it; of several the highest', () => {
    // Above the wall's end, where nothing stands below.
    expect(drop(start, 'p2', 2900, 2500).pane['p2']?.over).toBeNull();
    const fanlit = withLine(start, '800 x 400 above 1');
    const [light = ''] = fanlit.ids;
    const higher = drop(fanlit.records, 'p3', 500, 2900);
    expect(higher.pane['p3']?.over?.paneId).toBe(light);
    expect(at(higher, 'p3')?.[1]).toBe(2000 + BAR + 400 + BAR);
    // A light moves with no neighbour along the wall, and moving past one that is over another passes the door below.
    expect(movedAlong(fanlit.records, light, 'left')).toEqual([]);
    expect(movedAlong(fanlit.records, 'nobody', 'left')).toEqual([]);
  });

  test('lights of a grid and panes that are not there stay', () => {
    const { ids, records } = withLine(start, '1200 x 900 lights 2 by 2');
    expect(droppedAt(records, placed(records).openings, ids[0] ?? '', { xMm: 0, yMm: 0 }, BAR)).toEqual([]);
    expect(droppedAt(start, placed(start).openings, 'nobody', { xMm: 0, yMm: 0 }, BAR)).toEqual([]);
  });
});
