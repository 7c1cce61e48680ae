import type { PlannedJobs } from '@neat-sill/core/contract';
import { daysOfPlan, letterOf } from './severalRows.ts';

const people = [
  { id: 'm', name: 'Marit' },
  { id: 'o', name: 'Osei' },
];
type Put = readonly [string, readonly string[], number];
/** Every task takes half an hour. */
const job = (puts: readonly Put[], workers = people) =>
  ({
    ...{ jobId: '', job: '' },
    visit: {
      workers,
      day: {
        people: workers.map(({ id }) => ({ id, pace: 1 })),
        tasks: puts.map(([id]) => ({ id, minutes: 30 })),
      },
      plan: { assignments: puts.map(([taskId, by, start]) => ({ taskId, people: by, start })) },
    },
  }) as unknown as PlannedJobs['jobs'][number];

test('everybody is told from job to job, by day; tasks at one job are one stretch until another job comes between', () => {
  const jobs = [
    job([
      ['a', ['m', 'o'], 480],
      ['b', ['m'], 540],
      ['c', ['m'], 900],
      ['d', ['o'], 1440 + 500],
    ]),
    job([['a', ['m'], 700]], people.slice(0, 1)),
  ];
  const local = (moment: number) => ({ day: Math.floor(moment / 1440), minute: moment % 1440 });
  expect(daysOfPlan({ jobs }, local)).toEqual([
    {
      day: 0,
      people: [
        {
          ...{ personId: 'm', name: 'Marit' },
          atJobs: [
            { key: '480', at: 0, fromMinute: 480, toMinute: 570, tasks: 2 },
            { key: '700', at: 1, fromMinute: 700, toMinute: 730, tasks: 1 },
            { key: '900', at: 0, fromMinute: 900, toMinute: 930, tasks: 1 },
          ],
        },
        {
          ...{ personId: 'o', name: 'Osei' },
          atJobs: [{ key: '480', at: 0, fromMinute: 480, toMinute: 510, tasks: 1 }],
        },
      ],
    },
    {
      day: 1,
      people: [
        {
          ...{ personId: 'o', name: 'Osei' },
          atJobs: [{ key: '1940', at: 0, fromMinute: 500, toMinute: 530, tasks: 1 }],
        },
      ],
    },
  ]);
  expect(daysOfPlan({ jobs: [] }, local)).toEqual([]);
});

test('each job has a letter of its own, however many there are', () => {
  expect([0, 25, 26, 27, 51, 52, 701, 702].map(letterOf)).toEqual([
    ...['A', 'Z', 'AA', 'AB', 'AZ', 'BA', 'ZZ', 'AAA'],
  ]);
});
