import type { VisitPlan } from '../job/index.ts';
import { daysToKeep } from './daysToKeep.ts';
import type { DaysOfJob } from './manyJobs.ts';

type Found = DaysOfJob['visit'];

const KEPT_AT = '2027-06-20T09:00:00Z';
const found = (from: string, days: number, tasks: readonly string[]): Found =>
  ({
    ...{ from, days, workers: [], splits: [], around: { busy: [], glassNotFit: [] }, day: {} },
    plan: { assignments: tasks.map((taskId) => ({ taskId, people: ['m'], start: 480 })), unplaced: [] },
  }) as unknown as Found;
const had = (from: string, days: number) => ({ from, days }) as unknown as VisitPlan;

test('days with something in them are kept as new ones, whatever there was', () => {
  const days = found('2027-06-21', 5, ['film p1']);
  const kept = { ...days, keptAt: KEPT_AT, happened: null, pins: [] };
  expect(daysToKeep(undefined, days, KEPT_AT)).toEqual(kept);
  expect(daysToKeep(had('2027-06-21', 2), days, KEPT_AT)).toEqual(kept);
});

test.each([
  ['had none', undefined, undefined],
  ['ended the day before', had('2027-06-19', 2), undefined],
  ['ends on the first', had('2027-06-20', 2), null],
  ['lies within', had('2027-06-22', 1), null],
  ['begins on the last', had('2027-06-25', 3), null],
  ['begins the day after', had('2027-06-26', 3), undefined],
])(
  'of a job that finds no place nothing is left in these days, and all beside them: %s',
  (_what, before, after) => {
    expect(daysToKeep(before, found('2027-06-21', 5, []), KEPT_AT)).toBe(after);
  },
);
