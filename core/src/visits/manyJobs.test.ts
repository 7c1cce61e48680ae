import { checkDay, endsIn, planDay, type DayPlan } from '../day/index.ts';
import { deriveJob, type JobRecords } from '../job/index.ts';
import { timesDefaults } from '../quote/index.ts';
import { bookForTest, readingsForTest, recordsForTest } from '../testing/index.ts';
import { fitTimes } from '../times/index.ts';
import { seededRandom } from '../units/index.ts';
import { daysOfJobs, manyJobsCase, visitCase, type JobOfMany, type ManyAsked } from './index.ts';

const plain = readingsForTest([820, 820, 820, 1326, 1326, 1326]);
const large = readingsForTest([2300, 2300, 2300, 1326, 1326, 1326]);
const workers = [
  { id: 'm', name: 'Marit Brindle' },
  { id: 'o', name: 'Osei Rook' },
];

function jobOf(
  jobId: string,
  { minutes = 40, timeZone = 'America/New_York', beginHour = 8, panes = {} } = {},
): JobOfMany {
  const all = { p1: { readings: plain }, p2: { readings: plain }, p3: { readings: plain }, ...panes };
  const records = recordsForTest({ panes: all });
  const header = records.job['job'];
  if (!header) throw new Error('no header');
  const changed: JobRecords = {
    ...records,
    job: {
      job: {
        ...header,
        site: { ...header.site, timeZone },
        pricing: { ...header.pricing, minutes },
      },
    },
  };
  const ruleSets = bookForTest.ruleSets.map((set) => ({ ...set, day: { ...set.day, beginHour } }));
  const job = deriveJob(changed, { ...bookForTest, ruleSets });
  return { jobId, job, times: fitTimes(timesDefaults(job.rules), []), glassNotFit: [], splits: [] };
}

const asked = (jobs: readonly JobOfMany[], changes: Partial<ManyAsked> = {}): ManyAsked => ({
  ...{ jobs, workers, from: '2027-06-21', days: 2, busy: [], wayBetween: () => 9 },
  ...changes,
});

function planned(of: ManyAsked) {
  const many = manyJobsCase(of);
  if (!many) throw new Error('no case');
  const plan: DayPlan = planDay(many.day, {
    ...{ random: seededRandom(1), rounds: 400 },
    shouldStop: () => false,
  });
  expect(checkDay(many.day, plan)).toEqual([]);
  return { many, plan, days: daysOfJobs(of, many, plan) };
}

test('a plan of several jobs is taken apart into days that each job can keep, with nobody at two of them at once', () => {
  const of = asked([
    jobOf('one'),
    jobOf('two', { panes: { p2: { readings: large } } }),
    jobOf('three', { minutes: 70 }),
  ]);
  const { many, plan, days } = planned(of);
  expect(plan.unplaced).toEqual([]);
  expect(days.map(({ jobId }) => jobId)).toEqual(['one', 'two', 'three']);
  const spans = days.flatMap(({ jobId, visit }) => {
    expect(checkDay(visit.day, visit.plan)).toEqual([]);
    expect(visit.plan.lowerBound).toBeGreaterThan(0);
    const endOf = endsIn(visit.day);
    return visit.plan.assignments.flatMap((put) =>
      put.people.map((person) => ({ jobId, person, from: put.start, to: endOf(put) ?? NaN })),
    );
  });
  for (const one of spans)
    for (const other of spans)
      if (one.jobId !== other.jobId && one.person === other.person)
        expect(one.to + 9 <= other.from || other.to + 9 <= one.from).toBe(true);
  const all = days.reduce((sum, { visit }) => sum + visit.plan.assignments.length, 0);
  expect(all).toBe(many.day.tasks.length);
  // The page of each job makes the same case of what it keeps, so that its plan holds there.
  for (const [at, { visit }] of days.entries()) {
    const { job, times } = of.jobs[at] ?? jobOf('none');
    const again = visitCase({
      ...{ job, times, workers: visit.workers, from: visit.from, days: visit.days },
      busy: visit.around.busy,
    });
    expect(again?.day).toEqual(visit.day);
  }
});

test('the way from site to site is never longer than over the depot, nor shorter than their ways from it differ', () => {
  const jobs = [
    jobOf('near', { minutes: 20 }),
    jobOf('far', { minutes: 80 }),
    jobOf('other', { minutes: 80 }),
  ];
  const ways = (wayBetween: ManyAsked['wayBetween']) =>
    manyJobsCase(asked(jobs, { wayBetween }))?.day.travelMin;
  expect(ways(() => null)).toEqual([
    [0, 10, 40, 40],
    [10, 0, 50, 50],
    [40, 50, 0, 80],
    [40, 50, 80, 0],
  ]);
  expect(ways(() => 3)).toEqual([
    [0, 10, 40, 40],
    [10, 0, 30, 30],
    [40, 30, 0, 10],
    [40, 30, 10, 0],
  ]);
  // Over the near one it is shorter.
  const [near] = jobs;
  expect(ways((one, other) => (one === near?.job || other === near?.job ? 35 : 75))?.[2]?.[3]).toBe(70);
});

test('from site to site it takes as long as at the hour of the clock there at which somebody leaves', () => {
  const rush = (_: unknown, __: unknown, hour: number) => (hour === 8 || hour === 17 ? 31 : 15);
  // Clocks are put forward in the night to the second day.
  const many = manyJobsCase(
    asked([jobOf('one'), jobOf('two')], { from: '2027-03-13', days: 2, wayBetween: rush }),
  );
  const full = [
    [0, 20, 20],
    [20, 0, 31],
    [20, 31, 0],
  ];
  expect(many?.day.travelMin[1]).toEqual([20, 0, 15]);
  expect(many?.day.travelAt).toEqual(
    [480, 1020, 1440 + 420, 1440 + 960].map((from) => ({ from, to: from + 60, travelMin: full })),
  );
  expect(manyJobsCase(asked([jobOf('one'), jobOf('two')]))?.day.travelAt).toBeUndefined();
});

test('nobody is taken from a job that is left out, nor kept from one that is planned', () => {
  const away = jobOf('away', { timeZone: 'Europe/Vienna' });
  const at = (jobId: string | null, hour: number) => ({
    ...{ personId: 'o', jobId },
    ...{ from: `2027-06-21T${hour}:00:00Z`, to: `2027-06-21T${hour + 1}:00:00Z` },
  });
  const many = manyJobsCase(
    asked([jobOf('one'), away], { days: 1, busy: [at('one', 13), at('away', 14), at('elsewhere', 15)] }),
  );
  expect(many?.day.people[1]?.shifts[0]?.breaks).toEqual([
    { from: 720, to: 750 },
    { from: 600, to: 660 },
    { from: 660, to: 720 },
  ]);
  expect(many?.busy.map(({ from }) => from.slice(11, 13))).toEqual(['14', '15']);
});

test('what is not to be done, or at another clock, is left out by name; where nothing is left there is no case', () => {
  const none = jobOf('none', { panes: { p1: { filmId: null }, p2: { filmId: null }, p3: { filmId: null } } });
  const away = jobOf('away', { timeZone: 'Europe/Vienna' });
  const many = manyJobsCase(asked([jobOf('one'), none, away]));
  expect(many?.leftOut).toEqual([
    { jobId: 'none', why: 'nothingToFilm' },
    { jobId: 'away', why: 'otherZone' },
  ]);
  expect(many?.jobs.map(({ of }) => of.jobId)).toEqual(['one']);
  expect(manyJobsCase(asked([none]))).toBeNull();
  expect(manyJobsCase(asked([jobOf('one')], { workers: [] }))).toBeNull();
});

test('people work by the hours of all jobs and keep clear of what else they have; to a job without a place nobody comes', () => {
  const of = asked([jobOf('early', { beginHour: 7 }), jobOf('late', { beginHour: 10 })], {
    days: 1,
    busy: [{ personId: 'm', jobId: null, from: '2027-06-21T15:00:00Z', to: '2027-06-21T17:00:00Z' }],
  });
  const { many, plan, days } = planned(of);
  expect(many.day.people.map(({ shifts }) => shifts)).toEqual([
    [
      {
        ...{ from: 600, to: 1020 },
        breaks: [
          { from: 720, to: 750 },
          { from: 660, to: 780 },
        ],
      },
    ],
    [{ from: 600, to: 1020, breaks: [{ from: 720, to: 750 }] }],
  ]);
  const left = { ...plan, assignments: plan.assignments.filter(({ taskId }) => taskId.startsWith('0 ')) };
  const [early, late] = daysOfJobs(of, many, left);
  expect([early?.jobId, late?.jobId]).toEqual(['early', 'late']);
  expect(late?.visit).toMatchObject({ workers, plan: { assignments: [], cost: 0, lowerBound: 0 } });
  expect(days.every(({ visit }) => checkDay(visit.day, visit.plan).length === 0)).toBe(true);
});
