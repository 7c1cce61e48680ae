import { NEW_WALL, type Wall } from '@neat-sill/core/survey';
import { recordsForTest } from '@neat-sill/core/testing';
import {
  correctedBearing,
  readBearing,
  readHorizon,
  wallFormOf,
  wallFormSchema,
  wallOfForm,
  type WallForm,
} from './wallForm.ts';

const [site] = Object.values(recordsForTest().job).map((header) => header.site);
const DAY = new Date('2026-05-04T12:00:00Z');
const fresh = { room: 'Kitchen', widthMm: 6000, heightMm: 2800 };
const shaded: Wall = {
  ...NEW_WALL,
  roomId: 'r1',
  name: 'West wall',
  order: 0,
  bearingDeg: 268,
  bearingSource: 'map',
  bearingUncertaintyDeg: 3,
  widthMm: 5200,
  heightMm: 2700,
  floorMm: 3100,
  shade: {
    overhang: { depthMm: 600, aboveMm: 150 },
    finLeft: null,
    finRight: { depthMm: 300, besideMm: 40 },
    horizon: [
      { bearingDeg: 180, altitudeDeg: 12 },
      { bearingDeg: 225, altitudeDeg: 25.5 },
    ],
    trees: [{ bearingDeg: 260, altitudeDeg: 30 }],
  },
};
const filled = (patch: Partial<WallForm> = {}) => ({
  ...wallFormOf({ ...shaded, room: 'Hall' }, fresh),
  ...patch,
});
const faults = (patch: Partial<WallForm>) => {
  const read = wallFormSchema.safeParse(filled(patch));
  return read.success ? [] : read.error.issues.map(({ path, message }) => [path[0], message]);
};

test('a wall comes back from its form as it was', () => {
  expect(wallOfForm(wallFormSchema.parse(filled()), null)).toMatchObject({
    name: 'West wall',
    bearingDeg: 268,
    bearingSource: 'map',
    compassDeg: null,
    bearingUncertaintyDeg: 3,
    widthMm: 5200,
    heightMm: 2700,
    floorMm: 3100,
    shade: shaded.shade,
  });
});

test('a new wall has the size of the house rules and no shade', () => {
  const form = wallFormOf(null, fresh);
  expect(form).toMatchObject({ room: 'Kitchen', name: '', bearing: '180', widthMm: 6000, heightMm: 2800 });
  expect(wallOfForm({ ...form, name: 'North' }, null).shade).toEqual(NEW_WALL.shade);
});

test('what is no deeper than nothing gives no shade', () => {
  const { shade } = wallOfForm(filled({ overhangDepthMm: 0, finLeftDepthMm: 200, finRightDepthMm: 0 }), null);
  expect([shade.overhang, shade.finLeft, shade.finRight]).toEqual([
    null,
    { depthMm: 200, besideMm: 0 },
    null,
  ]);
});

test('a compass reading is kept as it was read, beside the true bearing', () => {
  if (!site) throw new Error('no site');
  const form = filled({ source: 'compass', bearing: '270°' });
  const corrected = correctedBearing(form, site, DAY);
  const wall = wallOfForm(form, corrected);
  expect(wall).toMatchObject({ compassDeg: 270, bearingSource: 'compass', bearingUncertaintyDeg: 5 });
  expect(wall.bearingDeg).toBeCloseTo(270 + (corrected?.declinationDeg ?? 0), 6);
  expect(corrected?.declinationDeg).not.toBe(0);
  expect(correctedBearing({ source: 'map', bearing: '270' }, site, DAY)).toBeNull();
  expect(correctedBearing({ source: 'compass', bearing: 'west' }, site, DAY)).toBeNull();
});

test.each<[string, number | null]>([
  ['225', 225],
  [' 225° ', 225],
  ['0', 0],
  ['360', 360],
  ['360.5', null],
  ['-1', null],
  ['', null],
  ['SW', null],
])('the bearing %p', (text, degrees) => {
  expect(readBearing(text)).toBe(degrees);
});

test('neighbours are pairs of bearing and height', () => {
  expect(readHorizon(' 0 0, 360  90,')).toEqual([
    { bearingDeg: 0, altitudeDeg: 0 },
    { bearingDeg: 360, altitudeDeg: 90 },
  ]);
  expect(readHorizon('')).toEqual([]);
  for (const wrong of ['180', '180 12 4', '361 10', '180 91', '-1 10', '10 -1', 'south 12'])
    expect(readHorizon(wrong)).toBeNull();
});

test('what is missing or can’t be is said at its field', () => {
  expect(faults({})).toEqual([]);
  expect(faults({ room: ' ', name: '', bearing: 'SW', horizon: '180' })).toEqual([
    ['room', 'Name the room.'],
    ['name', 'Name the wall.'],
    ['bearing', 'Type degrees from 0 (north) to 360.'],
    ['horizon', 'Write a bearing (0 to 360) and a height (0 to 90), as 180 12, 225 25.'],
  ]);
});
