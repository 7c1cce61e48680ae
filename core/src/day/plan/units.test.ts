import { dayForTest, personForTest, taskForTest as task } from '../../testing/dayOfTasks.ts';
import { modelOf } from './model.ts';
import { unitsOf } from './units.ts';

const after = (...links: readonly (readonly [string, number | null])[]) => ({
  after: links.map(([taskId, maxGap]) => ({ taskId, minGap: 0, maxGap })),
});

test('what longest gaps tie is one unit, with what it waits for and what waits for it', () => {
  const tasks = [
    task('clean', { minutes: 10 }),
    task('film', { minutes: 40, hands: 2, avoid: [{ from: 0, to: 600 }], ...after(['clean', 20]) }),
    task('look', { minutes: 5, ...after(['film', null], ['clean', null]) }),
    task('bead', after(['look', null])),
  ];
  const people = [personForTest('o'), personForTest('i', { shifts: [{ from: 480, to: 700, breaks: [] }] })];
  const { units, unitOf, circular } = unitsOf(modelOf(dayForTest(tasks, { people })));
  expect(unitOf).toEqual([0, 0, 1, 2]);
  expect(circular.size).toBe(0);
  expect(units.map(({ tasks: own, before, after: next, work }) => ({ own, before, next, work }))).toEqual([
    { own: [0, 1], before: [], next: [1], work: 10 + 80 },
    { own: [2], before: [0], next: [2], work: 5 },
    { own: [3], before: [1], next: [], work: 30 },
  ]);
  // Film may begin from 600 on: up to 905 in the one shift and 645 in the other, on average; clean from 495 up to 935 or 675.
  expect(units[0]?.byRoom).toEqual([1, 0]);
  expect(units[0]?.room).toBe((306 + 46) / 2);
  expect(units[2]?.room).toBe(421 + 161);
});

test('a circle, and what is tied into one, is in no unit; what only waits for it is a unit that waits in vain', () => {
  const tasks = [
    task('a', after(['b', null])),
    task('b', after(['a', null])),
    task('tied', after(['a', 10])),
    task('waits', after(['b', null])),
    task('free'),
  ];
  const { units, unitOf, circular } = unitsOf(modelOf(dayForTest(tasks)));
  expect(unitOf).toEqual([-1, -1, -1, -1, 0]);
  expect([...circular]).toEqual([0, 1, 2, 3]);
  expect(units).toHaveLength(1);
});

test('groups that wait for each other crosswise are one, in an order that can be; others beside them stay apart', () => {
  const tasks = [
    task('a1'),
    task('a2', after(['a1', 60], ['b1', null])),
    task('b1'),
    task('b2', after(['b1', 60], ['a1', null])),
    task('c', after(['a2', null])),
    task('z'),
    task('a0', after(['z', null])),
    task('a1 too', after(['a0', null])),
  ];
  const { units, unitOf } = unitsOf(modelOf(dayForTest(tasks)));
  expect(new Set([unitOf[0], unitOf[1], unitOf[2], unitOf[3]]).size).toBe(1);
  expect(units.find(({ tasks: own }) => own.includes(0))?.tasks).toEqual([0, 2, 1, 3]);
  expect(new Set(unitOf).size).toBe(5);
});
