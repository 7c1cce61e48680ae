import { checkDay, endsIn, planDay, type DayCase } from '../day/index.ts';
import { deriveJob, type DerivedJob, type JobRecords } from '../job/index.ts';
import { timesDefaults } from '../quote/index.ts';
import { bookForTest, readingsForTest, recordsForTest } from '../testing/index.ts';
import { fitTimes } from '../times/index.ts';
import { seededRandom } from '../units/index.ts';
import type { ForecastHour } from '../weather/index.ts';
import {
  earliestSlots,
  factsOfLog,
  factsSoFar,
  forecastReaches,
  glassNotFit,
  visitCase,
  visitTaskOf,
  type VisitAsked,
} from './index.ts';

/* What stands around a visit: other work, weather, parts of a room, days off, what was done already, and when it could be. */

const plain = readingsForTest([820, 820, 820, 1326, 1326, 1326]);
const panes = { p1: { readings: plain }, p2: { readings: plain }, p3: { readings: plain } };
const workers = [
  { id: 'm', name: 'Marit Brindle' },
  { id: 'o', name: 'Osei Rook' },
];
const jobOf = (changes: (records: JobRecords) => JobRecords = (records) => records): DerivedJob =>
  deriveJob(changes(recordsForTest({ panes })), bookForTest);
const times = (job: DerivedJob) => fitTimes(timesDefaults(job.rules), []);
const caseOf = (job: DerivedJob, more: Partial<VisitAsked> = {}) => {
  const visit = visitCase({ job, times: times(job), workers, from: '2027-06-21', days: 1, ...more });
  if (!visit) throw new Error('no case');
  return visit;
};
const plan = (day: DayCase) => {
  const found = planDay(day, { random: seededRandom(1), rounds: 60, shouldStop: () => false });
  expect(checkDay(day, found)).toEqual([]);
  return found;
};

describe('small panes that are cleaned together', () => {
  const small = readingsForTest([300, 300, 300, 400, 400, 400]);
  const readings = { p1: small, p2: small, p3: small };
  const job = (
    of: Record<string, typeof small> = readings,
    day: Partial<DerivedJob['rules']['day']> = {},
  ) => {
    const found = deriveJob(
      recordsForTest({
        panes: Object.fromEntries(Object.entries(of).map(([id, each]) => [id, { readings: each }])),
      }),
      bookForTest,
    );
    return { ...found, rules: { ...found.rules, day: { ...found.rules.day, ...day } } };
  };
  const batches = (...of: Parameters<typeof job>) =>
    caseOf(job(...of)).day.tasks.flatMap(({ id }) => (id.startsWith('clean') ? [id] : []));

  test('are no more than the rules let be, each filmed while its glass is clean', () => {
    const { day, tasks } = caseOf(job());
    expect(batches()).toEqual(['clean p1+p2+p3']);
    expect(tasks.get('clean p1+p2+p3')).toEqual({ kind: 'clean', paneIds: ['p1', 'p2', 'p3'] });
    expect(visitTaskOf('clean p1+p2+p3')).toEqual({ kind: 'clean', paneIds: ['p1', 'p2', 'p3'] });
    const minutes = (id: string, within: DayCase) =>
      within.tasks.find((each) => each.id === id)?.minutes ?? 0;
    expect(day.tasks.find(({ id }) => id === 'film p2')?.after).toEqual([
      { taskId: 'clean p1+p2+p3', minGap: 0, maxGap: 20 },
    ]);
    expect(plan(day).unplaced).toEqual([]);
    expect(batches(readings, { cleanTogether: 2 })).toEqual(['clean p1+p2', 'clean p3']);
    const single = caseOf(job(readings, { cleanTogether: 1 })).day;
    expect(single.tasks.filter(({ id }) => id.startsWith('clean'))).toHaveLength(3);
    expect(minutes('clean p1+p2+p3', day)).toBe(3 * minutes('clean p1', single));
  });

  test('are small, beside each other, of one part of the room, and all in the time that glass stays clean', () => {
    const film = caseOf(job()).day.tasks.find(({ id }) => id === 'film p1')?.minutes ?? 0;
    expect(film).toBeGreaterThan(1);
    expect(batches({ ...readings, p2: plain })).toEqual(['clean p1', 'clean p2', 'clean p3']);
    // Twice the time of one film: the third can still begin when two are done; with less it can’t.
    expect(batches(readings, { cleanStaysMinutes: 2 * film })).toEqual(['clean p1+p2+p3']);
    expect(batches(readings, { cleanStaysMinutes: 2 * film - 1 })).toEqual(['clean p1+p2', 'clean p3']);
    expect(batches(readings, { smallPaneMinutes: film })).toEqual(['clean p1+p2+p3']);
    expect(batches(readings, { smallPaneMinutes: film - 1 })).toHaveLength(3);
    const roomId = job().walls[0]?.record.roomId ?? '';
    const split = caseOf(job(), { splits: [{ roomId, paneIds: ['p2', 'p3'] }] });
    expect([...split.tasks.keys()].filter((id) => id.startsWith('clean'))).toEqual([
      'clean p1',
      'clean p2+p3',
    ]);
  });

  test('are clean by the log when the first of them gets its film', () => {
    const { day } = caseOf(job());
    const iso = (minute: number) => new Date(Date.parse(day.start) + minute * 60_000).toISOString();
    const done = (from: number, to: number) => ({
      ...{ ticks: { clean: iso(from) }, faults: [], doneAt: iso(to) },
    });
    const logged = deriveJob(
      {
        ...recordsForTest({
          panes: Object.fromEntries(Object.keys(readings).map((id) => [id, { readings: small }])),
        }),
        fitting: { p1: done(600, 620), p2: done(602, 640) } as unknown as JobRecords['fitting'],
      },
      bookForTest,
    );
    const share = logged.rules.day.cleanShare;
    const facts = factsOfLog({ job: logged, day, plan: plan(day), workers, now: iso(700) });
    const of = (id: string) => facts.filter(({ taskId }) => taskId === id).map(({ from, to }) => [from, to]);
    const clean = 600 + 20 * share;
    expect(of('clean p1+p2+p3')).toEqual([[600, clean]]);
    expect(of('film p1')).toEqual([[clean, 620]]);
    expect(of('film p2')).toEqual([[Math.max(clean, 602), 640]]);
    expect(of('film p3')).toEqual([]);
    // Of one that goes on, its own share of the cleaning counts.
    const open = deriveJob(
      {
        ...recordsForTest({
          panes: Object.fromEntries(Object.keys(readings).map((id) => [id, { readings: small }])),
        }),
        fitting: { p3: { ...done(600, 0), doneAt: null } } as unknown as JobRecords['fitting'],
      },
      bookForTest,
    );
    const minutes = (id: string) => day.tasks.find((each) => each.id === id)?.minutes ?? 0;
    const going = factsOfLog({ job: open, day, plan: plan(day), workers, now: iso(601) });
    expect(going.at(-1)?.to).toBe(600 + Math.round(minutes('film p3') + minutes('clean p1+p2+p3') / 3));
  });
});

const siteZone = jobOf().header?.site.timeZone ?? 'UTC';

test('what people have elsewhere is a break of theirs, as far as it lies in their day', () => {
  const job = jobOf();
  const { day } = caseOf(job);
  const iso = (minute: number) => new Date(Date.parse(day.start) + minute * 60_000).toISOString();
  const busy = [
    { personId: 'm', from: iso(400), to: iso(600) },
    { personId: 'm', from: iso(1010), to: iso(1100) },
    { personId: 'o', from: iso(2000), to: iso(2100) },
    { personId: 'x', from: iso(500), to: iso(600) },
  ];
  const [m, o] = caseOf(job, { busy }).day.people.map(({ shifts }) => shifts[0]?.breaks);
  expect(m).toEqual([
    { from: 720, to: 750 },
    { from: 480, to: 600 },
    { from: 1010, to: 1020 },
  ]);
  expect(o).toEqual([{ from: 720, to: 750 }]);
});

test('a room in two parts is set up and looked at twice, each for its own panes', () => {
  const job = jobOf();
  const roomId = job.walls[0]?.record.roomId ?? '';
  const visit = caseOf(job, { splits: [{ roomId, paneIds: ['p3'] }] });
  const kinds = [...visit.tasks].filter(([, { kind }]) => kind === 'setUp' || kind === 'lookAgain');
  expect(kinds.map(([id]) => id)).toEqual([
    `set up ${roomId}`,
    `set up ${roomId}/2`,
    `look ${roomId}`,
    `look ${roomId}/2`,
  ]);
  const after = (id: string) =>
    visit.day.tasks.find((task) => task.id === id)?.after.map(({ taskId }) => taskId);
  expect(after('clean p3')).toEqual([`set up ${roomId}/2`]);
  expect(after(`look ${roomId}`)).toEqual(['film p1', 'film p2']);
  expect(after(`look ${roomId}/2`)).toEqual(['film p3']);
  expect(plan(visit.day).unplaced).toEqual([]);
});

test('of several days those off have no shift; one day that somebody names is worked whichever it is', () => {
  const job = jobOf();
  // 2027-06-25 is a Friday.
  const shifts = (days: number, from = '2027-06-25') =>
    caseOf(job, { days, from }).day.people[0]?.shifts.length;
  expect([shifts(1), shifts(2), shifts(3), shifts(4), shifts(1, '2027-06-26')]).toEqual([1, 1, 1, 2, 1]);
});

const doneAt =
  (iso: string) =>
  (records: JobRecords): JobRecords => ({
    ...records,
    fitting: { p1: { ticks: {}, faults: [], doneAt: iso } } as unknown as JobRecords['fitting'],
  });

test('what was done before a plan was kept is no part of it, what was done since is', () => {
  const job = jobOf(doneAt('2027-06-21T09:00:00Z'));
  expect(caseOf(job).tasks.has('film p1')).toBe(false);
  expect(caseOf(job, { keptAt: '2027-06-21T10:00:00Z' }).tasks.has('film p1')).toBe(false);
  expect(caseOf(job, { keptAt: '2027-06-21T08:00:00Z' }).tasks.has('film p1')).toBe(true);
});

describe('what the fitting log says of a day', () => {
  const bare = caseOf(jobOf());
  const planned = plan(bare.day);
  const start = Date.parse(bare.day.start);
  const iso = (minute: number) => new Date(start + minute * 60_000).toISOString();
  const logged = (ticks: readonly (readonly [number, string | null])[], done: number | null) =>
    jobOf((records) => ({
      ...records,
      fitting: {
        p1: {
          ticks: Object.fromEntries(
            ticks.map(([minute], at) => [(['clean', 'hang'] as const)[at] ?? 'clean', iso(minute)]),
          ),
          faults: [],
          doneAt: done === null ? null : iso(done),
        },
      } as unknown as JobRecords['fitting'],
    }));
  const facts = (job: DerivedJob, now: number) =>
    factsOfLog({ job, day: bare.day, plan: planned, workers, now: iso(now) }).map(({ taskId, from, to }) => [
      taskId,
      from,
      to,
    ]);

  test('of a pane that is done, cleaning and film share its time; its room was set up before', () => {
    const found = facts(logged([[600, null]], 660), 700);
    const share = jobOf().rules.day.cleanShare;
    expect(found.slice(1)).toEqual([
      ['clean p1', 600, Math.round(600 + 60 * share)],
      ['film p1', Math.round(600 + 60 * share), 660],
    ]);
    expect(found[0]?.[0]).toMatch(/^set up/);
    expect(found[0]?.[2]).toBeLessThanOrEqual(600);
  });

  test('of one that goes on the film lasts until it should be done, and longer where it is not', () => {
    const whole = bare.day.tasks
      .filter(({ id }) => id === 'clean p1' || id === 'film p1')
      .reduce((sum, { minutes }) => sum + minutes, 0);
    expect(facts(logged([[600, null]], null), 605).at(-1)).toEqual([
      'film p1',
      expect.any(Number),
      600 + whole,
    ]);
    expect(facts(logged([[600, null]], null), 900).at(-1)).toEqual(['film p1', expect.any(Number), 901]);
  });

  test('it was begun with its first tick, and what will be ticked later is not known yet', () => {
    const two = logged(
      [
        [600, null],
        [640, null],
      ],
      660,
    );
    expect(facts(two, 700).at(-2)?.[1]).toBe(600);
    expect(facts(two, 700).at(-1)?.[2]).toBe(660);
    expect(facts(logged([[650, null]], null), 649)).toEqual([]);
    expect(facts(logged([[650, null]], null), 650).map(([id]) => id)).toEqual([
      expect.stringMatching(/^set up/),
      'clean p1',
      'film p1',
    ]);
    expect(facts(logged([[0, null]], 30), 700).at(-1)).toEqual(['film p1', expect.any(Number), 30]);
  });

  test('a room was set up as planned where that is before its first pane, else the minute before', () => {
    const setUp = planned.assignments.find(({ taskId }) => taskId.startsWith('set up'));
    const minutes = bare.day.tasks.find(({ id }) => id === setUp?.taskId)?.minutes ?? 0;
    const start = setUp?.start ?? NaN;
    expect(facts(logged([[start + minutes + 60, null]], null), 1000)[0]).toEqual([
      setUp?.taskId,
      start,
      start + minutes,
    ]);
    expect(facts(logged([[start + minutes - 5, null]], null), 1000)[0]).toEqual([
      setUp?.taskId,
      start,
      start + minutes - 5,
    ]);
    expect(facts(logged([[start, null]], null), 1000)[0]).toEqual([setUp?.taskId, start - 1, start]);
  });

  test('what nobody has begun, or was begun on another day, is no fact', () => {
    expect(facts(jobOf(), 700)).toEqual([]);
    expect(facts(logged([[-3000, null]], -2900), 700)).toEqual([]);
  });
});

describe('who did it, by the log', () => {
  const bare = caseOf(jobOf());
  const planned = plan(bare.day);
  const start = Date.parse(bare.day.start);
  const iso = (minute: number) => new Date(start + minute * 60_000).toISOString();
  /** A job of which only the log is looked at. */
  const logged = (writers: readonly (string | null)[], doneAt: number | null) => {
    const ticks = Object.fromEntries(
      writers.map((id, at) => [`s${at}`, { at: iso(600 + at), by: id && { id, name: id }, entryId: null }]),
    );
    const pane = { id: 'p1', fitting: { ticks, doneAt: doneAt === null ? null : iso(doneAt) } };
    return {
      pane: (id: string) => (id === 'p1' ? pane : null),
      rules: jobOf().rules,
    } as unknown as DerivedJob;
  };
  const asPlanned = (id: string) => planned.assignments.find(({ taskId }) => taskId === id)?.people ?? [];
  const people = (writers: readonly (string | null)[], day: DayCase = bare.day) =>
    Object.fromEntries(
      factsOfLog({ job: logged(writers, 660), day, plan: planned, workers, now: iso(700) }).map((fact) => [
        fact.taskId,
        fact.people,
      ]),
    );
  const other = asPlanned('film p1')[0] === 'm' ? 'o' : 'm';

  test('whoever wrote it, where they come and are enough; else whom the plan names', () => {
    expect(people([other, other])).toMatchObject({ 'clean p1': [other], 'film p1': [other] });
    expect(people(['stranger', null])['film p1']).toEqual(asPlanned('film p1'));
    expect(people(['stranger', other])['film p1']).toEqual([other]);
    expect(people(['m', 'o'])['film p1']).toEqual(['m']);
    const two = {
      ...planned,
      assignments: planned.assignments.map((each) =>
        each.taskId === 'film p1' ? { ...each, people: ['m', 'o'] } : each,
      ),
    };
    const facts = (writers: readonly string[]) =>
      factsOfLog({ job: logged(writers, 660), day: bare.day, plan: two, workers, now: iso(700) });
    expect(facts(['o']).find(({ taskId }) => taskId === 'film p1')?.people).toEqual(['m', 'o']);
    expect(facts(['o', 'm']).find(({ taskId }) => taskId === 'film p1')?.people).toEqual(['o', 'm']);
    expect(facts(['o', 'm']).find(({ taskId }) => taskId === 'clean p1')?.people).toEqual(['o']);
  });

  test('a pane that was not planned is no fact, nor a task that the days have not', () => {
    const without = { ...bare.day, tasks: bare.day.tasks.filter(({ id }) => id !== 'clean p1') };
    expect(Object.keys(people(['m'], without))).not.toContain('clean p1');
    const none = { ...planned, assignments: [] };
    expect(
      factsOfLog({ job: logged(['m'], 660), day: bare.day, plan: none, workers, now: iso(700) }),
    ).toEqual([]);
  });

  test('done in no time, it still has a minute to each of the two', () => {
    const [, clean, film] = factsOfLog({
      job: logged(['m'], 600),
      day: bare.day,
      plan: planned,
      workers,
      now: iso(700),
    });
    expect([clean?.from, clean?.to, film?.from, film?.to]).toEqual([600, 601, 601, 602]);
  });
});

test('what nobody logs is done as planned once it is over; the log has the last word, what was known the one before', () => {
  const bare = caseOf(jobOf());
  const planned = plan(bare.day);
  const asked = { job: jobOf(), day: bare.day, plan: planned, workers, now: bare.day.start };
  const setUp = planned.assignments.find(({ taskId }) => taskId.startsWith('set up'));
  if (!setUp) throw new Error('no room is set up');
  const ends = endsIn(bare.day)(setUp) ?? 0;
  const as = (minute: number, before: Parameters<typeof factsSoFar>[2] = []) =>
    factsSoFar(asked, minute, before);
  expect(as(ends - 1)).toEqual([]);
  expect(as(ends)).toEqual([{ taskId: setUp.taskId, people: setUp.people, from: setUp.start, to: ends }]);
  const known = { taskId: setUp.taskId, people: ['o'], from: 1, to: 2 };
  expect(as(ends, [known])).toEqual([known]);
  expect(as(5000).map(({ taskId }) => taskId.split(' ')[0])).toEqual(['set', 'look']);
});

test('a forecast reaches to the last day that it tells whole, at the clock of the site', () => {
  const told = (hours: number) =>
    Array.from({ length: hours }, (_, hour) => ({
      at: new Date(Date.parse('2027-01-15T00:00:00Z') + hour * 3_600_000).toISOString(),
      ...{ airC: 5, airGiveC: 1, cloud: 1, rainChance: 0 },
    }));
  const reaches = (hours: number, timeZone: string, from = '2027-01-15', days = 2) =>
    forecastReaches(told(hours), { timeZone, from, days });
  // New York is five hours behind: its second day is told whole after 53 hours.
  expect([52, 53].map((hours) => reaches(hours, 'America/New_York'))).toEqual(['2027-01-15', null]);
  expect([28, 29].map((hours) => reaches(hours, 'America/New_York'))).toEqual(['2027-01-14', '2027-01-15']);
  expect([47, 48].map((hours) => reaches(hours, 'UTC'))).toEqual(['2027-01-15', null]);
  // None of them, however long before it ends; where nothing is told, none.
  expect(reaches(48, 'UTC', '2027-02-10')).toBe('2027-02-09');
  expect(reaches(0, 'UTC')).toBe('2027-01-14');
});

describe('glass by the forecast', () => {
  const hours = (airC: (hour: number) => number): ForecastHour[] =>
    Array.from({ length: 48 }, (_, hour) => ({
      at: new Date(Date.parse('2027-01-15T00:00:00Z') + hour * 3_600_000).toISOString(),
      ...{ airC: airC(hour), airGiveC: 0, cloud: 1, rainChance: 0 },
    }));
  const job = jobOf((records) => {
    const [[id = '', header] = []] = Object.entries(records.job);
    if (!header) throw new Error('no header');
    return {
      ...records,
      pane: Object.fromEntries(
        Object.entries(records.pane).map(([paneId, pane]) => [paneId, { ...pane, glass: 'single' as const }]),
      ),
      job: { [id]: header },
    };
  });
  const on = (airC: (hour: number) => number) =>
    glassNotFit(job, hours(airC), { from: '2027-01-15', days: 1 });

  test('too cold the whole day, each pane in one stretch of the hours people work; mild, none', () => {
    const { notFit } = on(() => -40);
    expect(notFit.map(({ paneId }) => paneId)).toEqual(['p1', 'p2', 'p3']);
    expect(notFit[0]?.stretches).toEqual([{ from: 300, to: 1320 }]);
    expect(on(() => 18)).toEqual({ notFit: [], perhaps: [] });
    expect(siteZone).not.toBe('');
  });

  test('hours that may be too cold stand apart', () => {
    const unsure = hours(() => 2).map((each) => ({ ...each, airGiveC: 25 }));
    const { notFit, perhaps } = glassNotFit(job, unsure, { from: '2027-01-15', days: 1 });
    expect([notFit, perhaps.length]).toEqual([[], 3]);
    const cold = glassNotFit(job, [], { from: '2027-01-15', days: 1 });
    expect(cold).toEqual({ notFit: [], perhaps: [] });
  });

  test('keeps film off then, as the sun does', () => {
    const { notFit } = on(() => -40);
    const map = new Map(notFit.map(({ paneId, stretches }) => [paneId, stretches]));
    const { day } = caseOf(job, { from: '2027-01-15', glassNotFit: map });
    expect(
      plan(day).unplaced.some(({ taskId, reason }) => taskId === 'film p1' && reason === 'avoid.always'),
    ).toBe(true);
  });
});

describe('when a job could be done', () => {
  const job = jobOf();
  const slots = (more: Partial<Parameters<typeof earliestSlots>[0]> = {}) =>
    earliestSlots({
      job,
      times: times(job),
      workers,
      from: '2027-06-25',
      days: 1,
      lookAhead: 20,
      most: 3,
      plan,
      ...more,
    });
  const whole = (personId: string, date: string) => ({
    ...{ personId, from: `${date}T00:00:00Z` },
    to: new Date(Date.parse(`${date}T00:00:00Z`) + 2 * 86_400_000).toISOString(),
  });

  test('the earliest working days on which all of it fits, with when they end', () => {
    const found = slots();
    expect(found.map(({ from }) => from)).toEqual(['2027-06-25', '2027-06-28', '2027-06-29']);
    for (const { ends, cost } of found)
      expect([ends > 480, ends <= 1020, cost > 0]).toEqual([true, true, true]);
  });

  test('days on which people are elsewhere are passed over; with nobody left there is none', () => {
    const elsewhere = ['m', 'o'].map((id) => whole(id, '2027-06-25'));
    expect(slots({ busy: elsewhere }).map(({ from }) => from)[0]).toBe('2027-06-28');
    const always = ['m', 'o'].map((personId) => ({
      personId,
      from: '2027-01-01T00:00:00Z',
      to: '2028-01-01T00:00:00Z',
    }));
    expect(slots({ busy: always, lookAhead: 5 })).toEqual([]);
    expect(slots({ most: 1 })).toHaveLength(1);
  });

  describe('by plans as they come', () => {
    /** A plan of the first tasks at these minutes of the case. */
    const stub =
      (starts: readonly number[], unplaced = 0) =>
      (day: DayCase) =>
        ({
          ...{
            assignments: starts.map((start, at) => ({
              taskId: day.tasks[at]?.id ?? '',
              people: ['m'],
              start,
            })),
          },
          ...{
            unplaced: day.tasks.slice(0, unplaced).map(({ id }) => ({ taskId: id, reason: 'time.none' })),
            cost: 7,
          },
        }) as unknown as ReturnType<typeof plan>;
    const found = (planned: ReturnType<typeof stub>, more: object = {}) =>
      slots({ days: 3, from: '2027-06-21', lookAhead: 12, plan: planned, ...more });
    const minutes = (at: number) => caseOf(job, { days: 3 }).day.tasks[at]?.minutes ?? 0;

    test('it ends with what ends last, and the next begins after its last day', () => {
      const two = found(stub([500, 1440 + 600]));
      expect(two.map(({ from }) => from)).toEqual(['2027-06-21', '2027-06-23', '2027-06-25']);
      expect(two[0]).toMatchObject({ ends: 1440 + 600 + minutes(1), cost: 7 });
      expect(found(stub([700, 500]))[0]?.ends).toBe(Math.max(700 + minutes(0), 500 + minutes(1)));
    });

    test('none where something is left out, or nothing begins on the first day; no day beyond those asked for', () => {
      expect(found(stub([500], 1))).toEqual([]);
      expect(found(stub([1440 + 500]))).toEqual([]);
      expect(found(stub([500]), { lookAhead: 1 })).toHaveLength(1);
      expect(found(stub([500]), { lookAhead: 0 })).toEqual([]);
      expect(found(stub([500]), { workers: [] })).toEqual([]);
    });
  });

  test('slots of several days lie one after the other', () => {
    const found = slots({ days: 2, from: '2027-06-28' });
    expect(new Set(found.map(({ from }) => from)).size).toBe(found.length);
    expect(found[0]?.from).toBe('2027-06-28');
  });
});
