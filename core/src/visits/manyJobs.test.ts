import { checkDay, endsIn, planDay, type DayPlan } from '../day/index.ts';
import { deriveJob, type DerivedJob, type JobRecords } from '../job/index.ts';
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

interface JobTraits {
  readonly minutes?: number;
  readonly timeZone?: string;
  readonly day?: Partial<DerivedJob['rules']['day']>;
  readonly hourlyCost?: number;
  readonly panes?: object;
}
function jobOf(
  jobId: string,
  { minutes = 40, timeZone = 'America/New_York', day = {}, hourlyCost = 60, panes = {} }: JobTraits = {},
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
  const ruleSets = bookForTest.ruleSets.map((set) => ({
    ...set,
    day: { ...set.day, ...day },
    price: { ...set.price, hourlyCost },
  }));
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
  const of = asked([jobOf('early', { day: { beginHour: 7 } }), jobOf('late', { day: { beginHour: 10 } })], {
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

test('tasks and places are told by their job, whatever ids these have', () => {
  const many = manyJobsCase(asked([jobOf('one'), jobOf('two')], { days: 1 }));
  expect(many?.day.places.map(({ id, open }) => [id, open])).toEqual([
    ['depot', null],
    ['site 0', null],
    ['site 1', null],
  ]);
  const film = many?.day.tasks.find(({ id }) => id === '1 film p2');
  expect(film).toMatchObject({ placeId: 'site 1', after: [{ taskId: '1 clean p2', minGap: 0, maxGap: 20 }] });
  expect(many?.day.tasks.filter(({ placeId }) => placeId === 'site 0')).toHaveLength(
    (many?.day.tasks.length ?? 0) / 2,
  );
});

test('where rules of jobs differ the dearest hour counts, and breaks of each job that lie in the hours of all', () => {
  const hours = (from: number, to: number, breakHour: number) => ({
    day: { beginHour: from, endHour: to, breakHour, breakMinutes: 30, lateShare: 0.5 },
  });
  const many = manyJobsCase(
    asked([jobOf('one', { ...hours(8, 17, 12), hourlyCost: 90 }), jobOf('two', hours(9, 15, 11))], {
      days: 1,
    }),
  );
  const [person] = many?.day.people ?? [];
  expect([person?.costPerMin, many?.day.lateCostPerMin]).toEqual([1.5, 0.75]);
  expect(person?.shifts).toEqual([
    {
      ...{ from: 540, to: 900 },
      breaks: [
        { from: 720, to: 750 },
        { from: 660, to: 690 },
      ],
    },
  ]);
  // A break before or after the hours of all is none of them, and hours that only touch are no shift.
  const shifts = (one: ReturnType<typeof hours>, two: ReturnType<typeof hours>) =>
    manyJobsCase(asked([jobOf('one', one), jobOf('two', two)], { days: 1 }))?.day.people[0]?.shifts;
  expect(shifts(hours(7, 17, 8), hours(9, 16, 15))).toEqual([
    { from: 540, to: 960, breaks: [{ from: 900, to: 930 }] },
  ]);
  expect(shifts(hours(7, 12, 11), hours(12, 16, 15))).toEqual([]);
});

test('while people are at one job they are elsewhere for the others, from the first to the last task of a run', () => {
  const glassNotFit = [{ paneId: 'p1', stretches: [{ from: 0, to: 60 }] }];
  const of = asked([{ ...jobOf('one'), glassNotFit }, jobOf('two')]);
  const many = manyJobsCase(of);
  if (!many) throw new Error('no case');
  const put = (taskId: string, start: number, person = 'm') => ({ taskId, people: [person], start });
  const assignments = [
    put('0 film p1', 700),
    put('0 set up r1', 500),
    put('0 clean p1', 530),
    put('1 set up r1', 600),
    put('1 clean p1', 1440 + 500),
    put('1 clean p2', 1440 + 540),
    put('1 clean p3', 800, 'o'),
  ];
  const plan: DayPlan = {
    ...{ format: 'neat-sill/day-plan', version: 1, id: 'jobs', assignments, cost: 0 },
    ...{ lowerBound: 0, proven: false },
    unplaced: [{ taskId: '1 film p1', reason: 'time.none' }],
  };
  const ends = endsIn(many.day);
  const iso = (minute: number) => new Date(Date.parse(many.day.start) + minute * 60_000).toISOString();
  const away = (personId: string, first: number, last: number) => ({
    personId,
    from: iso(assignments[first]?.start ?? NaN),
    to: iso(ends(assignments[last] ?? put('', 0)) ?? NaN),
  });
  const [one, two] = daysOfJobs(of, many, plan);
  // Nobody but m comes to the first job; o is of no account there.
  expect(one?.visit.workers).toEqual([workers[0]]);
  expect(one?.visit.around.busy).toEqual([away('m', 3, 3), away('m', 4, 5)]);
  expect(two?.visit.workers).toEqual(workers);
  expect(two?.visit.around.busy).toEqual([away('m', 1, 2), away('m', 0, 0)]);
  expect(one?.visit.around.glassNotFit).toBe(glassNotFit);
  expect(one?.visit.day.tasks.find(({ id }) => id === 'film p1')?.avoid).toContainEqual({ from: 0, to: 60 });
  expect(two?.visit.plan.unplaced).toEqual([{ taskId: 'film p1', reason: 'time.none' }]);
  expect(one?.visit.plan.unplaced).toEqual([]);
  expect(one?.visit.plan.assignments.map(({ taskId, start }) => [taskId, start])).toEqual([
    ['film p1', 700],
    ['set up r1', 500],
    ['clean p1', 530],
  ]);
  expect(one?.visit).toMatchObject({ from: '2027-06-21', days: 2, splits: [] });
});
