import { asClock, initialsOf, isAtWork, leftOf } from './paneWork.ts';

const at = '2027-03-01T09:00:00Z';
const later = (minutes: number) => Date.parse(at) + minutes * 60_000;

test('a clock counts down from its moment and stays at nothing', () => {
  const clock = { from: at, lengthMin: 2.5 };
  expect([0, 1, 2.5, 90].map((minutes) => asClock(leftOf(clock, later(minutes))))).toEqual([
    '2:30',
    '1:30',
    '0:00',
    '0:00',
  ]);
  expect(asClock(3_725_900)).toBe('1:02:05');
});

test('who has written within half an hour is at work', () => {
  expect([29.9, 30, 300].map((minutes) => isAtWork({ at }, later(minutes)))).toEqual([true, false, false]);
});

test('a name is told by the first letters of its first and last word', () => {
  expect(['Ada Okoro', 'ada de la Cruz', 'Ada', ' '].map(initialsOf)).toEqual(['AO', 'AC', 'A', '']);
});
