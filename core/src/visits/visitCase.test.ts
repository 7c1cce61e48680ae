import { deriveJob, type DerivedJob, type DerivedPane } from '../job/index.ts';
import { timesDefaults } from '../quote/index.ts';
import { bookForTest, readingsForTest, recordsForTest } from '../testing/index.ts';
import { fitTimes } from '../times/index.ts';
import { panesToFilm, visitCase, visitTaskOf, type VisitAsked } from './visitCase.ts';

/* The tasks of a visit by what the rules and the fitting plan say; nothing is planned here. */

const readings = readingsForTest([820, 820, 820, 1326, 1326, 1326]);
const plain = deriveJob(
  recordsForTest({ panes: { p1: { readings }, p2: { readings }, p3: { readings } } }),
  bookForTest,
);
const roomId = plain.walls[0]?.record.roomId ?? '';

interface Changes {
  readonly day?: Partial<DerivedJob['rules']['day']>;
  readonly price?: Partial<DerivedJob['rules']['price']>;
  /** Days after which each visit of the first pane is. */
  readonly visits?: readonly number[];
  readonly doneAt?: string;
}
function jobWith({ day = {}, price = {}, visits, doneAt }: Changes): DerivedJob {
  const { rules } = plain;
  const changed = {
    ...rules,
    day: { ...rules.day, ...day },
    price: { ...rules.price, ...price },
  };
  const panes = plain.panes.map((pane) => {
    const { fittingPlan } = pane;
    const [visit] = fittingPlan?.visits ?? [];
    const isFirst = pane.id === 'p1';
    return {
      ...pane,
      // What a pane derives is reckoned when it is asked for, and so is no part of what is spread.
      toFit: pane.toFit,
      rules: { ...pane.rules, price: changed.price },
      fitting: { ...pane.fitting, ...(doneAt && isFirst ? { doneAt } : {}) },
      fittingPlan:
        visits && isFirst && fittingPlan && visit
          ? { ...fittingPlan, visits: visits.map((afterDays) => ({ ...visit, afterDays })) }
          : fittingPlan,
    } as DerivedPane;
  });
  return { ...plain, rules: changed, panes };
}
const asked = (changes: Changes, more: Partial<VisitAsked> = {}): VisitAsked => {
  const job = jobWith(changes);
  const workers = [{ id: 'm', name: 'Marit Brindle' }];
  return {
    job,
    times: fitTimes(timesDefaults(job.rules), []),
    workers,
    from: '2027-06-21',
    days: 1,
    ...more,
  };
};
function caseOf(changes: Changes, more: Partial<VisitAsked> = {}) {
  const visit = visitCase(asked(changes, more));
  if (!visit) throw new Error('no case');
  const taskOf = (id: string) => visit.day.tasks.find((task) => task.id === id);
  return { ...visit, taskOf };
}

test('later visits of these days follow the film by so many days, and share the minutes of a visit', () => {
  const { taskOf, afterwards, tasks } = caseOf(
    { visits: [0, 2, 9, 20], price: { laterVisitMinutes: 45 } },
    { days: 3 },
  );
  expect(taskOf('later 1 p1')).toMatchObject({
    ...{ minutes: 15, hands: 1, avoid: [] },
    after: [{ taskId: 'film p1', minGap: 2 * 1440, maxGap: null }],
  });
  expect(tasks.get('later 1 p1')).toEqual({ kind: 'later', paneId: 'p1', visit: 1 });
  expect(taskOf('later 0 p1') ?? taskOf('later 2 p1')).toBeUndefined();
  // Of those behind these days the first is told.
  expect(afterwards).toEqual([{ paneId: 'p1', from: '2027-06-30' }]);
  const short = caseOf({ visits: [2, 5], price: { laterVisitMinutes: 0 } }, { days: 2 });
  expect(short.afterwards).toEqual([{ paneId: 'p1', from: '2027-06-23' }]);
  expect(
    caseOf({ visits: [1], price: { laterVisitMinutes: 0 } }, { days: 2 }).taskOf('later 0 p1')?.minutes,
  ).toBe(1);
  expect(caseOf({ visits: [0] }).afterwards).toEqual([]);
});

test('rooms are set up and looked at as long as the rules say, a minute at the least', () => {
  const minutes = (setUpMinutes: number, lookMinutes: number) => {
    const { taskOf } = caseOf({ price: { setUpMinutes }, day: { lookMinutes } });
    return [taskOf(`set up ${roomId}`)?.minutes, taskOf(`look ${roomId}`)?.minutes];
  };
  expect(minutes(25, 4)).toEqual([25, 12]);
  expect(minutes(0, 0)).toEqual([1, 1]);
  const { taskOf } = caseOf({ day: { lookAfterMinutes: 35, cleanStaysMinutes: 12 } });
  expect(taskOf(`look ${roomId}`)).toMatchObject({
    hands: 1,
    after: ['p1', 'p2', 'p3'].map((id) => ({ taskId: `film ${id}`, minGap: 35, maxGap: null })),
  });
  expect(taskOf('film p1')?.after).toEqual([{ taskId: 'clean p1', minGap: 0, maxGap: 12 }]);
  expect(taskOf('clean p1')).toMatchObject({
    ...{ hands: 1, placeId: 'site', needs: '' },
    after: [{ taskId: `set up ${roomId}`, minGap: 0, maxGap: null }],
  });
});

test('cleaning takes its share of a pane’s minutes, and each of the two a minute at the least', () => {
  const minutes = (cleanShare: number) => {
    const { taskOf } = caseOf({ day: { cleanShare } });
    return [taskOf('clean p1')?.minutes ?? 0, taskOf('film p1')?.minutes ?? 0] as const;
  };
  const [clean, film] = minutes(0.5);
  expect(Math.abs(clean - film)).toBeLessThanOrEqual(1);
  expect(minutes(0)).toEqual([1, clean + film - 1]);
  expect(minutes(1)[1]).toBe(1);
});

test('people work from hour to hour with a break, on working days, for what their hour costs', () => {
  const day = { beginHour: 7, endHour: 16, breakHour: 11, breakMinutes: 45, workDays: 5, lateShare: 0.5 };
  const { day: made } = caseOf({ day, price: { hourlyCost: 90 } }, { days: 7 });
  const [person] = made.people;
  expect(person?.costPerMin).toBe(1.5);
  expect(made.lateCostPerMin).toBe(0.75);
  expect(person?.shifts).toHaveLength(5);
  expect(person?.shifts[1]).toEqual({
    ...{ from: 1440 + 420, to: 1440 + 960 },
    breaks: [{ from: 1440 + 660, to: 1440 + 705 }],
  });
  expect(caseOf({ day: { breakMinutes: 0 } }).day.people[0]?.shifts[0]?.breaks).toEqual([]);
  expect(caseOf({ day: { workDays: 7 } }, { days: 7 }).day.people[0]?.shifts).toHaveLength(7);
});

test('what they have elsewhere is theirs alone, and what only touches their hours is no break', () => {
  const { day } = caseOf({ day: { breakMinutes: 0 } });
  const iso = (minute: number) => new Date(Date.parse(day.start) + minute * 60_000).toISOString();
  const busy = [
    { personId: 'm', from: iso(400), to: iso(480) },
    { personId: 'm', from: iso(1020), to: iso(1100) },
    { personId: 'm', from: iso(600), to: iso(601) },
    { personId: 'o', from: iso(700), to: iso(800) },
  ];
  expect(caseOf({ day: { breakMinutes: 0 } }, { busy }).day.people[0]?.shifts[0]?.breaks).toEqual([
    { from: 600, to: 601 },
  ]);
});

test('the sun is kept clear of on each of the days, and glass that does not fit beside it', () => {
  const glassNotFit = new Map([['p1', [{ from: 500, to: 560 }]]]);
  const { taskOf } = caseOf({}, { days: 2, glassNotFit });
  const sun = ['2027-06-21', '2027-06-22'].flatMap((date, day) =>
    plain.sunOf('w1', date).map(({ fromMinute, toMinute }) => ({
      from: day * 1440 + Math.floor(fromMinute),
      to: day * 1440 + Math.ceil(toMinute),
    })),
  );
  expect(sun.length).toBeGreaterThan(1);
  expect(taskOf('film p2')?.avoid).toEqual(sun);
  expect(taskOf('film p1')?.avoid).toEqual([...sun, { from: 500, to: 560 }]);
});

test('nothing is asked without days, people or panes; what was done as a plan was kept is done', () => {
  expect(visitCase(asked({}, { days: 0 }))).toBeNull();
  expect(visitCase(asked({}, { workers: [] }))).toBeNull();
  expect(visitCase({ ...asked({}), job: { ...plain, panes: [] } })).toBeNull();
  expect(visitCase({ ...asked({}), job: { ...plain, header: null } })).toBeNull();
  const doneAt = '2027-06-21T10:00:00Z';
  const left = (keptAt: string | null) =>
    panesToFilm({ job: jobWith({ doneAt }), keptAt }).map(({ id }) => id);
  expect([left(null), left(doneAt), left('2027-06-21T09:59:59Z')]).toEqual([
    ['p2', 'p3'],
    ['p2', 'p3'],
    ['p1', 'p2', 'p3'],
  ]);
});

test('tasks are known by their ids, and others are of no visit', () => {
  expect(visitTaskOf('set up r1/2')).toEqual({ kind: 'setUp', roomId: 'r1/2' });
  expect(visitTaskOf('film p 1')).toEqual({ kind: 'film', paneId: 'p 1' });
  expect(visitTaskOf('look a room')).toEqual({ kind: 'lookAgain', roomId: 'a room' });
  expect(visitTaskOf('clean p1+p 2')).toEqual({ kind: 'clean', paneIds: ['p1', 'p 2'] });
  expect(visitTaskOf('later 12 p1')).toEqual({ kind: 'later', paneId: 'p1', visit: 12 });
  expect(['film ', 'a film p1', 'later p1', 'later x p1', 'set p1'].map(visitTaskOf)).toEqual([
    ...[null, null, null, null, null],
  ]);
});
