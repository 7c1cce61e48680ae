import { readingsForTest } from '../../testing/jobs.ts';
import { RECTANGLE } from '../shape.ts';
import { readOnceAlone } from './readOnce.ts';

type Asked = Parameters<typeof readOnceAlone>[0][string];
const paneForTest = (changes: Pick<Asked, 'readings'>): Asked => ({ shape: RECTANGLE, ...changes });

const once = (width: number, height: number) =>
  paneForTest({ readings: { ...readingsForTest([width]), heightLeft: readingsForTest([height]).widthTop } });
const alone = (panes: Parameters<typeof readOnceAlone>[0]) => readOnceAlone(panes, 4);

test('a pane that was read once each way and is like no other is to be measured again', () => {
  expect(alone({ a: once(600, 900), b: once(700, 900), c: once(600, 1000) })).toEqual(['a', 'b', 'c']);
  expect(alone({})).toEqual([]);
  const half = paneForTest({ readings: readingsForTest([600]) });
  expect(alone({ half })).toEqual([]);
});

test('three others of its size speak for it, two do not; borders of the tolerance count', () => {
  const alike = { a: once(600, 900), b: once(604, 900), c: once(600, 896), d: once(597, 903) };
  expect(alone({ a: alike.a, b: alike.b, c: alike.c })).toEqual(['a', 'b', 'c']);
  expect(alone(alike)).not.toContain('a');
  // 7 mm from one another, two of them are no longer alike.
  expect(alone(alike)).toContain('b');
  expect(alone({ ...alike, b: once(605, 900) })).toContain('a');
});

test('another place, a second reading, a diagonal or another shape speak for themselves', () => {
  const sound = once(600, 900);
  const [width] = [sound.readings.widthTop];
  if (!width) throw new Error('it has a width');
  const { readings } = sound;
  expect(alone({ a: { ...sound, readings: { ...readings, widthMiddle: width } } })).toEqual([]);
  const taken = { mm: 600, typed: '600', by: null, at: null, how: 'tape' as const };
  expect(
    alone({ a: { ...sound, readings: { ...readings, widthTop: { ...width, again: [taken] } } } }),
  ).toEqual([]);
  expect(alone({ a: { ...sound, readings: { ...readings, diagonalUp: width } } })).toEqual([]);
  expect(alone({ a: { ...sound, readings: { ...readings, diagonalDown: width } } })).toEqual([]);
  expect(alone({ a: { ...sound, shape: { kind: 'circle' } } as typeof sound })).toEqual([]);
});
