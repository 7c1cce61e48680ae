import { MM_PER_INCH } from '../../units/index.ts';
import { describeDoubt } from '../../words/index.ts';
import { NO_READINGS, READING_PLACES, readingOf, type Reading, type Readings } from '../pane.ts';
import { RECTANGLE } from '../shape.ts';
import { doubtsOfSurvey } from './doubts.ts';
import type { SurveyedPane } from './surveyed.ts';

const rules = { sisterToleranceMm: 4, agreementMm: 2, twinToleranceMm: 4 };

/** Readings in the order of the tape; text is kept as typed, in inches. */
function read(...lengths: readonly (number | string | null)[]): Readings {
  const entries = READING_PLACES.map((place, at) => {
    const length = lengths[at] ?? null;
    if (length === null) return [place, null];
    const [whole = 0, fraction = '0/1'] = String(length).split(' ');
    const [over = 0, under = 1] = fraction.split('/').map(Number);
    const mm = typeof length === 'number' ? length : (Number(whole) + over / under) * MM_PER_INCH;
    return [place, readingOf(mm, String(length))];
  });
  return { ...NO_READINGS, ...Object.fromEntries(entries) };
}

let ids = 0;
function pane(readings: Readings, changes: Partial<SurveyedPane> = {}): SurveyedPane {
  ids += 1;
  return {
    id: `p${ids}`,
    wallId: 'w1',
    opening: 'fixed',
    readings,
    shape: RECTANGLE,
    twinSet: null,
    sillMm: 900,
    wall: { widthMm: 9000, heightMm: 3600 },
    hole: null,
    gridLeaves: null,
    ...changes,
  };
}

const about = (
  readings: Readings,
  changes: Partial<SurveyedPane> = {},
  others: readonly SurveyedPane[] = [],
) => {
  const own = pane(readings, changes);
  return doubtsOfSurvey([...others, own], rules).filter(({ paneId }) => paneId === own.id);
};
const twins = (count: number, ...lengths: readonly (number | string | null)[]) =>
  Array.from({ length: count }, () => pane(read(...lengths)));

describe('a reading against its sisters', () => {
  test.each([
    ['two digits swapped', read(891, 819, 820, 1300, 1301, 1302), 'widthTop', 'swappedDigits', 819],
    [
      'centimetres among millimetres',
      read(819, 81.9, 820, 1300, 1301, 1302),
      'widthMiddle',
      'otherUnit',
      819,
    ],
    ['inches among millimetres', read(819, 820, 32.25, 1300, 1301, 1302), 'widthBottom', 'otherUnit', 819.15],
    ['ten centimetres off', read(819, 820, 919, 1300, 1301, 1302), 'widthBottom', 'offBy10cm', 819],
    [
      'a foot off',
      read('32 1/4', '32 1/4', '44 1/4', '51 0/1', null, null),
      'widthBottom',
      'offByOneFoot',
      819.15,
    ],
    [
      'an eighth as a sixteenth',
      read('32 7/16', '32 7/8', '32 7/8', '51 0/1', null, null),
      'widthTop',
      'fraction',
      32.875 * MM_PER_INCH,
    ],
    ['no known slip', read(819, 820, 860, 1300, 1301, 1302), 'widthBottom', 'unknown', 821],
  ])('%s is asked about and the likely value named', (_name, readings, place, slip, likelyMm) => {
    const [doubt, ...more] = about(readings);
    expect(more).toEqual([]);
    expect(doubt).toMatchObject({ code: 'reading.apartFromSisters', place, slip });
    expect(doubt?.likelyMm).toBeCloseTo(likelyMm, 1);
  });

  test('a pane that leans evenly is not in doubt, nor is one read once', () => {
    expect(about(read(819, 824, 829, 1300, 1301, 1302))).toEqual([]);
    expect(about(read(819, null, null, 1300))).toEqual([]);
    expect(about(NO_READINGS)).toEqual([]);
  });

  test('of two that disagree the one that does not fit the twins, else the later, until it is kept with a reason', () => {
    const two = read(800, null, 810, 1300);
    expect(about(two)).toMatchObject([{ place: 'widthBottom' }]);
    expect(about(two, {}, twins(3, 810, null, 810, 1300))).toMatchObject([{ place: 'widthTop' }]);
    const kept = { ...(two.widthBottom as Reading), keptBecause: 'the frame leans' };
    expect(about({ ...two, widthBottom: kept })).toEqual([]);
  });
});

describe('a reading against what else is known', () => {
  const third = (reading: Reading | null, mm: number): Reading => ({
    ...(reading as Reading),
    again: [{ mm, typed: String(mm), by: 'Tove Lind', at: null, how: 'tape' }],
  });

  test('a second reading must agree within the rule', () => {
    const readings = read(819, 820, 819, 1300);
    expect(about({ ...readings, widthTop: third(readings.widthTop, 821) })).toEqual([]);
    expect(about({ ...readings, widthTop: third(readings.widthTop, 821.5) })).toMatchObject([
      { code: 'reading.secondDisagrees', place: 'widthTop', expectedMm: 821.5 },
    ]);
  });

  test('width and height that changed places show by the twins, and on what stands upright', () => {
    const found = about(read(1120, 1120, 1121, 640, 640, 640), {}, twins(2, 640, 640, 640, 1120, 1120, 1120));
    expect(found).toMatchObject([{ code: 'pane.exchanged', slip: 'exchanged', likelyMm: 640 }]);
    expect(about(read(2000, null, null, 700), { opening: 'frenchDoor' })).toMatchObject([
      { code: 'pane.exchanged' },
    ]);
    expect(about(read(2000, null, null, 700))).toEqual([]);
    expect(about(read(900, 900, 900, 600), { opening: 'casement' })).toEqual([]);
    const upright = twins(5, 640, 640, 640, 1120, 1120, 1120);
    const level = twins(5, 1120, 1120, 1121, 640, 640, 640);
    expect(doubtsOfSurvey([...upright, ...level], rules)).toEqual([]);
  });

  test('a pane said to be a twin is asked about when it is odd; a pane that is odd in all its readings is not', () => {
    const said = { twinSet: 'front' };
    const others = twins(3, 640, 640, 641, 1120).map((each) => ({ ...each, ...said }));
    expect(about(read(680, 680, 680, 1120), said, others)).toMatchObject([
      { code: 'reading.apartFromTwins', expectedMm: 640 },
    ]);
    expect(about(read(680, 680, 680, 1120), {}, others)).toEqual([]);
    expect(about(read(740, null, null, 1120), {}, others)).toMatchObject([
      { slip: 'offBy10cm', likelyMm: 640 },
    ]);
  });

  test('it is larger than the hole, the wall, or what the grid leaves', () => {
    expect(about(read(819, null, null, 1300), { hole: { widthMm: 815, heightMm: 1320 } })).toMatchObject([
      { code: 'pane.largerThanHole', place: 'widthTop' },
    ]);
    expect(about(read(819, null, null, 2800))).toMatchObject([{ code: 'pane.offWall', place: 'heightLeft' }]);
    expect(about(read(419, null, null, 600), { gridLeaves: { widthMm: 400, heightMm: null } })).toMatchObject(
      [{ code: 'reading.offGrid', expectedMm: 400 }],
    );
  });

  test('what is around it bounds it to the millimetre, each way for itself', () => {
    const codes = (readings: Readings, changes: Partial<SurveyedPane>) =>
      about(readings, changes).map(({ code, place }) => `${code} ${place}`);
    const hole = { widthMm: 819, heightMm: 1300 };
    expect(codes(read(819, null, null, 1300), { hole })).toEqual([]);
    expect(codes(read(819.1, null, null, 1300.1), { hole })).toEqual([
      'pane.largerThanHole widthTop',
      'pane.largerThanHole heightLeft',
    ]);
    // A tape on a wall may be off by 20 mm; the sill takes of the height, not of the width.
    const wall = { widthMm: 2000, heightMm: 2500 };
    expect(codes(read(2020, null, null, 1620), { wall, sillMm: 900 })).toEqual([]);
    expect(codes(read(2021, null, null, 1500), { wall, sillMm: 900 })).toEqual(['pane.offWall widthTop']);
    expect(codes(read(1500, null, null, 1621), { wall, sillMm: 900 })).toEqual(['pane.offWall heightLeft']);
    // Six readings off the wall are one question.
    expect(codes(read(2100, 2100, 2100, 1700, 1700, 1700), { wall, sillMm: 900 })).toEqual([
      'pane.offWall widthTop',
    ]);
    const gridLeaves = { widthMm: 400, heightMm: 600 };
    expect(codes(read(404, null, null, 596), { gridLeaves })).toEqual([]);
    expect(codes(read(404.1, null, null, 595.9), { gridLeaves })).toEqual([
      'reading.offGrid widthTop',
      'reading.offGrid heightLeft',
    ]);
    const open = { wall: null };
    expect(codes(read(6000, null, null, 1300), open)).toEqual([]);
    expect(codes(read(6001, null, null, 1300), open)).toEqual(['reading.implausible widthTop']);
    expect(codes(read(30, null, null, 1300), open)).toEqual(['reading.implausible widthTop']);
  });

  test('one diagonal alone may show a lean, within 15 mm; two together close within 5', () => {
    const sides = read(800, 800, 800, 600, 600, 600);
    const off = (down: number | null, up: number | null) =>
      about({
        ...sides,
        diagonalDown: down === null ? null : readingOf(down, String(down)),
        diagonalUp: up === null ? null : readingOf(up, String(up)),
      }).map(({ place, expectedMm, toleranceMm }) => [place, Math.round(expectedMm), toleranceMm]);
    expect(off(1015, null)).toEqual([]);
    expect(off(1016, null)).toEqual([['diagonalDown', 1000, 15]]);
    expect(off(null, 984)).toEqual([['diagonalUp', 1000, 15]]);
    expect(off(1014, 986)).toEqual([]);
    expect(off(1006, 1000)).toEqual([['diagonalDown', 1000, 5]]);
    expect(off(1000, 994)).toEqual([['diagonalUp', 1000, 5]]);
    expect(off(1004, 1000)).toEqual([]);
    // Both are what a lean of 20 mm makes of them: possible, but too far to be believed unasked.
    expect(off(1020, 979.6)).toEqual([['diagonalUp', 1000, 15]]);
  });

  test('width and height that changed places show by the wall, and by many in the building', () => {
    const upright = (count: number, wallId: string) =>
      twins(count, 640, 640, 640, 1120, 1120, 1120).map((each) => ({ ...each, wallId }));
    const level = read(1120, 1120, 1120, 640, 640, 640);
    const codes = (others: readonly SurveyedPane[], changes: Partial<SurveyedPane> = {}) =>
      about(level, changes, others).map(({ code }) => code);
    expect(codes(upright(1, 'w1'))).toEqual([]);
    expect(codes(upright(2, 'w1'))).toEqual(['pane.exchanged']);
    expect(codes(upright(2, 'w2'))).toEqual([]);
    expect(codes(upright(3, 'w2'))).toEqual(['pane.exchanged']);
    // Another of its kind that lies the same way speaks for both; openings of another kind for nothing.
    const lying = pane(level, { wallId: 'w3' });
    expect(codes([...upright(3, 'w2'), lying])).toEqual([]);
    expect(codes(upright(3, 'w2').map((each) => ({ ...each, opening: 'slider' as const })))).toEqual([]);
    // Said to be alike, one that stands otherwise is asked about, but of two it can't be said which.
    const set = { twinSet: 'front' };
    const pair = upright(2, 'w2').map((each) => ({ ...each, ...set }));
    expect(codes(pair, set)).toEqual(['pane.exchanged']);
    const apart = 'reading.apartFromTwins';
    expect(codes(pair.slice(0, 1), set)).toEqual([apart, apart]);
    // Nearly square panes have nothing to exchange.
    expect(about(read(642, 642, 642, 640, 640, 640), {}, twins(4, 640, 640, 640, 642, 642, 642))).toEqual([]);
    // What stands upright is asked about from a quarter wider than tall.
    const door = (width: number) => about(read(width, null, null, 800), { opening: 'frenchDoor' });
    expect(door(1000)).toEqual([]);
    // A light of a sash is wide as often as not.
    expect(about(read(1100, null, null, 800), { opening: 'sash' })).toEqual([]);
    expect(door(1001)).toMatchObject([{ code: 'pane.exchanged', place: 'widthTop', likelyMm: 800 }]);
    expect(about(read(null, null, null, 800), { opening: 'frenchDoor' })).toEqual([]);
  });

  test('one reading of a pane is held against its neighbours, a slip also against the building', () => {
    const others = (count: number, changes: Partial<SurveyedPane> = {}) =>
      twins(count, 640, 640, 641, 1120).map((each) => ({ ...each, ...changes }));
    const one = (width: number, group: readonly SurveyedPane[], changes: Partial<SurveyedPane> = {}) =>
      about(read(width, null, null, 1120), changes, group).map(({ code, slip, expectedMm }) => [
        code,
        slip,
        expectedMm,
      ]);
    const odd = [['reading.apartFromTwins', 'unknown', 640]];
    expect(one(680, others(2))).toEqual(odd);
    expect(one(680, others(1))).toEqual([]);
    expect(one(644, others(2))).toEqual([]);
    expect(one(645, others(2))).toEqual([['reading.apartFromTwins', 'unknown', 640]]);
    // In another room only a slip that chance hardly makes is asked about, and only where more than one says so.
    expect(one(680, others(2, { wallId: 'w2' }))).toEqual([]);
    expect(one(740, others(2, { wallId: 'w2' }))).toEqual([['reading.apartFromTwins', 'offBy10cm', 640]]);
    expect(one(740, others(1, { wallId: 'w2' }))).toEqual([]);
    const both = [
      ...others(2, { wallId: 'w2' }),
      ...twins(1, 740, 740, 740, 1120).map((each) => ({ ...each, wallId: 'w2' })),
    ];
    expect(one(740, both)).toEqual([]);
    // Said to be a twin of one that is enough, and the furthest of three readings is named.
    expect(one(680, others(1, { twinSet: 's' }), { twinSet: 's' })).toEqual(odd);
    expect(
      about(read(652, 660, 656, 1120), { twinSet: 's' }, others(1, { twinSet: 's' })).map(
        ({ place }) => place,
      ),
    ).toEqual(['widthMiddle']);
    // One end like the twins is a lean, not a slip.
    expect(about(read(641, 644, 647, 1120), { twinSet: 's' }, others(1, { twinSet: 's' }))).toEqual([]);
    // Panes that differ in the other dimension, in kind or shape are no twins.
    expect(one(680, twins(3, 640, null, null, 1300))).toEqual([]);
    expect(one(680, others(3, { opening: 'slider' }))).toEqual([]);
  });

  test('a fraction misread by an eighth shows where more than three readings pin the length down', () => {
    // 32 1/16 in of 32 1/8 in: 1.6 mm can't be told; 32 1/8 for 32 1/4 can.
    const sure = (count: number) => twins(count, '32 1/4', '32 1/4', '32 1/4', '51 0/1');
    const asked = (typed: string, others: readonly SurveyedPane[]) =>
      about(read(typed, '32 1/4', null, '51 0/1'), {}, others).map(({ code, place, slip }) => [
        code,
        place,
        slip,
      ]);
    expect(asked('32 1/8', sure(2))).toEqual([['reading.apartFromTwins', 'widthTop', 'fraction']]);
    expect(asked('32 1/8', [])).toEqual([]);
    expect(asked('32 5/16', sure(2))).toEqual([]);
    expect(asked('32 1/4', sure(2))).toEqual([]);
  });

  test('diagonals that no pane with these sides can have', () => {
    const sides = read(800, 800, 800, 600, 600, 600);
    const with2 = (down: number, up: number) =>
      about({ ...sides, diagonalDown: readingOf(down, String(down)), diagonalUp: readingOf(up, String(up)) });
    expect(with2(1000, 1001)).toEqual([]);
    // Leaning by 10 mm: one diagonal longer, the other shorter.
    expect(with2(1008, 992)).toEqual([]);
    expect(with2(1000, 1100)).toMatchObject([
      { code: 'diagonal.impossible', place: 'diagonalUp', slip: 'offBy10cm' },
    ]);
  });

  test('a shape is held against itself, not against a rectangle', () => {
    const raked = { shape: { kind: 'trapezium', parallel: 'upright', offsetMm: 0 } } as const;
    expect(about(read(null, null, 760, 640, null, 1180), raked)).toEqual([]);
    const arch = { shape: { kind: 'arch', riseMm: null } } as const;
    expect(about(read(null, null, 900, 1410, 1860, 1409), arch)).toEqual([]);
    expect(about(read(null, null, 900, 1410, 1860, 1419), arch)).toMatchObject([
      { code: 'reading.apartFromSisters', place: 'heightRight' },
    ]);
    const blocks = {
      kind: 'blocks',
      columns: 6,
      rows: 5,
      block: { widthMm: 190, heightMm: 190 },
      jointMm: 10,
      cornerRadiusMm: 0,
    } as const;
    expect(about(read(1190, null, null, 1190), { shape: blocks })).toMatchObject([
      { code: 'pane.offBlocks', place: 'heightLeft', expectedMm: 990 },
    ]);
  });

  test('of four sides and two diagonals the one that does not close is asked about', () => {
    const four = read(1000, null, 1000, 800, null, 800);
    const diagonal = (mm: number) => readingOf(mm, String(mm));
    const readings = { ...four, diagonalDown: diagonal(1380), diagonalUp: diagonal(1281) };
    const lone = { shape: { kind: 'quadrilateral' } } as const;
    expect(about({ ...readings, diagonalDown: diagonal(1281) }, lone)).toEqual([]);
    expect(about(readings, lone).map(({ code }) => code)).not.toContain('reading.apartFromSisters');
  });

  test('the sentence says what speaks against it and what it may have been', () => {
    const [doubt] = about(read(891, 819, 820, 1300, 1301, 1302));
    expect(doubt && describeDoubt(doubt, 'mm')).toBe(
      'Width at top is 891 mm, the other readings say 819.5 mm; up to 4 mm is usual here. Perhaps two digits changed places: 819 mm.',
    );
  });
});
