import { syntheticDay, withFullRoads } from '../../testing/dayCases.ts';
import { seededRandom } from '../../units/index.ts';
import type { DayCase } from './dayCase.ts';
import { waysIn } from './ways.ts';

/** What a way takes that is begun at a moment, by the text of the format. */
const wayAt = ({ travelMin, travelAt = [] }: DayCase, from: number, to: number, moment: number) =>
  (travelAt.find((each) => each.from <= moment && moment < each.to)?.travelMin ?? travelMin)[from]?.[to] ??
  NaN;

test('arrivals are the earliest and departures the latest of all minutes, on roads that are full for a while', () => {
  const random = seededRandom(7);
  for (const seed of [1, 2, 3]) {
    const day = withFullRoads(
      syntheticDay(seed, { people: 2, sites: 3, days: 2, tasks: 4, sunny: 0 }),
      seed,
      1,
    );
    const { there, leaveBy, least } = waysIn(day);
    for (let probe = 0; probe < 300; probe += 1) {
      const [from, to] = [Math.floor(random() * 4), Math.floor(random() * 4)];
      const moment = Math.floor(random() * 2880);
      const after = Array.from({ length: 200 }, (_, at) => moment + at);
      expect(there(from, to, moment)).toBe(Math.min(...after.map((at) => at + wayAt(day, from, to, at))));
      const before = Array.from({ length: 200 }, (_, at) => moment - at);
      expect(leaveBy(from, to, moment)).toBe(before.find((at) => at + wayAt(day, from, to, at) <= moment));
      expect(least(from, to)).toBe(day.travelMin[from]?.[to]);
    }
  }
});

test('a stretch may be shorter too, and stretches may touch, in any order', () => {
  const table = (minutes: number) => [
    [0, minutes],
    [minutes, 0],
  ];
  const day = {
    places: [
      { id: 'depot', open: null },
      { id: 'site', open: null },
    ],
    travelMin: table(20),
    travelAt: [
      { from: 200, to: 300, travelMin: table(50) },
      { from: 100, to: 200, travelMin: table(5) },
    ],
  } as unknown as DayCase;
  const { there, leaveBy, least } = waysIn(day);
  expect(least(0, 1)).toBe(5);
  // At 90 it is 20 minutes at once, or 5 for who waits ten minutes.
  expect([there(0, 1, 80), there(0, 1, 90), there(0, 1, 199), there(0, 1, 200), there(0, 1, 290)]).toEqual([
    ...[100, 105, 204, 250, 320],
  ]);
  expect([
    leaveBy(0, 1, 104),
    leaveBy(0, 1, 105),
    leaveBy(0, 1, 204),
    leaveBy(0, 1, 249),
    leaveBy(0, 1, 250),
  ]).toEqual([84, 100, 199, 199, 200]);
  expect(leaveBy(0, 1, 320)).toBe(300);
  expect(there(1, 1, 250)).toBe(250);
  // Without other hours a way is a way.
  const plain = waysIn({ ...day, travelAt: undefined } as unknown as DayCase);
  expect([plain.least(0, 1), plain.there(0, 1, 250), plain.leaveBy(0, 1, 250)]).toEqual([20, 270, 230]);
});
