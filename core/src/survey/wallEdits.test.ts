import { recordsForTest } from '../testing/jobs.ts';
import { NEW_WALL, wallAdded, wallChanged, type WallSaid } from './index.ts';

let ids = 0;
const newId = () => `new-${(ids += 1)}`;
const said: WallSaid = { ...NEW_WALL, name: 'North wall', bearingDeg: 350, widthMm: 4200, heightMm: 2500 };

test('a new wall comes after the others, in the room of its name', () => {
  const records = recordsForTest();
  const { id, changes } = wallAdded(records, said, 'Reading room', newId);
  expect(changes).toHaveLength(1);
  expect(changes[0]).toMatchObject({
    kind: 'wall',
    id,
    before: null,
    after: { name: 'North wall', roomId: 'r1', order: 1, plan: null, grids: {} },
  });
});

test('a room that is not there yet is made with it', () => {
  const records = recordsForTest();
  const { changes } = wallAdded(records, said, 'Hall', newId);
  const [room, wall] = changes;
  expect(room).toMatchObject({ kind: 'room', before: null, after: { name: 'Hall', order: 1 } });
  expect(wall).toMatchObject({ kind: 'wall', after: { roomId: room?.id } });
  expect(wallAdded({ room: {}, wall: {} }, said, 'Hall', newId).changes[1]).toMatchObject({
    after: { order: 0 },
  });
});

test('a wall said anew keeps its openings, and turns on the site’s plan with its bearing', () => {
  const records = recordsForTest();
  const wall = records.wall['w1'];
  if (!wall) throw new Error('no wall');
  const grids = { g1: { columns: 2, rows: 1, barMm: 24, whole: null } };
  const drawn = { ...wall, grids, plan: { xMm: 100, yMm: 200, facesDeg: 225 } };
  const before = { ...records, wall: { w1: drawn } };
  const without = Object.fromEntries(
    Object.entries(said).filter(([name]) => name !== 'grids' && name !== 'plan'),
  ) as unknown as WallSaid;
  const [change] = wallChanged(before, 'w1', without, 'Reading room', 30, newId);
  expect(change).toMatchObject({
    kind: 'wall',
    id: 'w1',
    before: drawn,
    after: {
      name: 'North wall',
      bearingDeg: 350,
      grids,
      order: 0,
      plan: { xMm: 100, yMm: 200, facesDeg: 20 },
    },
  });
  expect(wallChanged(before, 'gone', without, 'Hall', 0, newId)).toEqual([]);
});
