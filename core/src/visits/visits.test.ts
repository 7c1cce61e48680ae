import { EARLIEST, checkDay, planDay, type DayPlan } from '../day/index.ts';
import { deriveJob } from '../job/index.ts';
import { timesDefaults } from '../quote/index.ts';
import { bookForTest, readingsForTest, recordsForTest } from '../testing/index.ts';
import { fitTimes } from '../times/index.ts';
import { seededRandom } from '../units/index.ts';
import {
  describeTask,
  describeUnplacedTask,
  describeWhyThere,
  nameOfRoom,
  nameOfTask,
} from '../words/index.ts';
import { avoidedShare, visitCase, visitClock, visitTaskOf, whyThere, type VisitCase } from './index.ts';

const plain = readingsForTest([820, 820, 820, 1326, 1326, 1326]);
const workers = [
  { id: 'm', name: 'Marit Brindle' },
  { id: 'o', name: 'Osei Rook' },
];
function visitOf(
  { from = '2027-06-21', days = 1, panes = {} }: { from?: string; days?: number; panes?: object } = {},
  changes: (records: ReturnType<typeof recordsForTest>) => ReturnType<typeof recordsForTest> = (records) =>
    records,
) {
  const all = { p1: { readings: plain }, p2: { readings: plain }, p3: { readings: plain }, ...panes };
  const job = deriveJob(changes(recordsForTest({ panes: all })), bookForTest);
  const visit = visitCase({ job, times: fitTimes(timesDefaults(job.rules), []), workers, from, days });
  return { job, visit };
}
const planned = ({ day }: VisitCase): DayPlan => {
  const plan = planDay(day, { random: seededRandom(1), rounds: 300, shouldStop: () => false });
  expect(checkDay(day, plan)).toEqual([]);
  return plan;
};

test('every pane is cleaned and gets its film out of the sun; a room is set up before and looked at again after', () => {
  const { job, visit } = visitOf();
  if (!visit) throw new Error('no case');
  expect([...visit.tasks.values()].map(({ kind }) => kind)).toEqual([
    'setUp',
    ...['clean', 'film', 'clean', 'film', 'clean', 'film'],
    'lookAgain',
  ]);
  // A kept plan tells what its tasks are by their ids.
  for (const [id, is] of visit.tasks) expect(visitTaskOf(id)).toEqual(is);
  expect(visitTaskOf('later 2 p1')).toEqual({ kind: 'later', paneId: 'p1', visit: 2 });
  expect(visitTaskOf('paint p1')).toBeNull();
  const { day } = visit;
  const [sun] = job.sunOf('w1', '2027-06-21');
  const film = day.tasks.find(({ id }) => id === 'film p1');
  expect(sun).toBeDefined();
  expect(film?.avoid).toEqual([
    { from: Math.floor(sun?.fromMinute ?? 0), to: Math.ceil(sun?.toMinute ?? 0) },
  ]);
  expect(film?.after).toEqual([{ taskId: 'clean p1', minGap: 0, maxGap: 20 }]);
  expect(day.tasks.find(({ id }) => id === 'clean p1')?.avoid).toEqual([]);
  expect(day.people.map(({ id, shifts }) => [id, shifts])).toEqual(
    workers.map(({ id }) => [id, [{ from: 480, to: 1020, breaks: [{ from: 720, to: 750 }] }]]),
  );
  const plan = planned(visit);
  expect(plan.unplaced).toEqual([]);
  const startOf = (id: string) => plan.assignments.find(({ taskId }) => taskId === id)?.start ?? NaN;
  expect(startOf('film p1')).toBeLessThanOrEqual(film?.avoid[0]?.from ?? 0);
  expect(startOf(`look ${job.walls[0]?.record.roomId}`)).toBeGreaterThan(
    Math.max(...['p1', 'p2', 'p3'].map((id) => startOf(`film ${id}`))),
  );
});

test('a pane’s minutes are divided into cleaning and film by the house rules, and hands are those of its steps', () => {
  const { job, visit } = visitOf({
    panes: { p2: { readings: readingsForTest([2300, 2300, 2300, 1326, 1326, 1326]) } },
  });
  const minutes = (id: string) => visit?.day.tasks.find((task) => task.id === id)?.minutes ?? 0;
  const share = minutes('clean p1') / (minutes('clean p1') + minutes('film p1'));
  expect(share).toBeCloseTo(job.rules.day.cleanShare, 1);
  expect(visit?.day.tasks.find(({ id }) => id === 'film p2')?.hands).toBe(job.pane('p2')?.fittingPlan?.hands);
  expect(visit?.day.people[0]?.costPerMin).toBe(job.rules.price.hourlyCost / 60);
});

test('panes that are done, not measured or without film ask for nothing; with none left there is no case', () => {
  const { visit } = visitOf({ panes: { p2: { readings: plain, filmId: null } } });
  expect(visit?.tasks.has('film p2')).toBe(false);
  const none = { p1: { filmId: null }, p2: { filmId: null }, p3: { filmId: null } };
  expect(visitOf({ panes: none }).visit).toBeNull();
  const { job } = visitOf();
  const asked = { job, times: fitTimes(timesDefaults(job.rules), []), from: '2027-06-21', days: 1 };
  expect(visitCase({ ...asked, workers: [] })).toBeNull();
});

test('days go on through a change of clocks, and moments come back as the clock shows them', () => {
  // Europe springs forward on 28 March 2027 at 1:00 UTC.
  const clock = visitClock('Europe/Oslo', '2027-03-27');
  expect(clock.start).toBe('2027-03-27T00:00:00+01:00');
  expect([clock.at(0, 480), clock.at(1, 480), clock.at(2, 480)]).toEqual([480, 1440 + 420, 2880 + 420]);
  for (const [day, minute] of [
    [0, 0],
    [0, 1439],
    [1, 480],
    [2, 1020],
  ] as const)
    expect(clock.local(clock.at(day, minute))).toEqual({ day, minute });
  expect([0, 1, 5].map(clock.dayOf)).toEqual(['2027-03-27', '2027-03-28', '2027-04-01']);
});

test('the way there is half of the way there and back, and costs its time', () => {
  const { visit } = visitOf({}, (records) => {
    const [[id = '', header] = []] = Object.entries(records.job);
    if (!header) throw new Error('no header');
    return { ...records, job: { [id]: { ...header, pricing: { ...header.pricing, minutes: 50 } } } };
  });
  expect(visit?.day.travelMin).toEqual([
    [0, 25],
    [25, 0],
  ]);
});

test('why a task stands where it does: the sun, what it comes after, somebody who is busy, a break, the shift', () => {
  const { visit } = visitOf();
  if (!visit) throw new Error('no case');
  const day = {
    ...visit.day,
    travelMin: [
      [0, 10],
      [10, 0],
    ],
    places: [
      { id: 'depot', open: null },
      { id: 'site', open: [{ from: 500, to: 1020 }] },
    ],
    tasks: ['a', 'b', 'c', 'd', 'e', 'f', 'g'].map((id) => ({
      ...{ id, placeId: 'site', minutes: 30, hands: 1, needs: '' },
      avoid: id === 'b' ? [{ from: 500, to: 640 }] : [],
      after: id === 'c' ? [{ taskId: 'b', minGap: 15, maxGap: null }] : [],
    })),
  };
  const put = (taskId: string, person: string, start: number) => ({ taskId, people: [person], start });
  const plan = {
    ...{
      format: 'neat-sill/day-plan',
      version: 1,
      id: 'job',
      unplaced: [],
      cost: 0,
      lowerBound: 0,
      proven: false,
    },
    assignments: [
      put('a', 'm', 490),
      put('b', 'm', 640),
      put('c', 'o', 685),
      put('d', 'o', 715),
      put('e', 'm', 750),
      put('f', 'o', 900),
      put('g', 'o', 500),
    ],
  } as DayPlan;
  const why = (id: string) => whyThere(day, plan, id);
  expect(why('a')).toEqual({ code: 'shift', personId: 'm' });
  expect(why('b')).toEqual({ code: 'sun', until: 640 });
  expect(why('c')).toEqual({ code: 'after', taskId: 'b', minutes: 15 });
  expect(why('d')).toEqual({ code: 'busy', personId: 'o', taskId: 'c' });
  expect(why('e')).toEqual({ code: 'break', personId: 'm' });
  expect(why('f')).toEqual({ code: 'noHurry' });
  expect(why('g')).toEqual({ code: 'opens', at: 500 });
  expect(why('nothing')).toEqual({ code: 'noHurry' });
  const avoided = [{ from: 500, to: 640 }];
  expect(whyThere(day, plan, 'b', { glass: avoided, keptOff: [] })).toEqual({ code: 'glass', until: 640 });
  expect(whyThere(day, plan, 'b', { glass: [{ from: 499, to: 640 }], keptOff: avoided })).toEqual({
    ...{ code: 'keptOff', until: 640 },
  });
  const past = {
    ...day,
    tasks: day.tasks.map((each) => ({ ...each, avoid: [{ from: EARLIEST, to: 640 }] })),
  };
  expect(whyThere(past, plan, 'b')).toEqual({ code: 'past', until: 640 });
  const says = {
    time: (moment: number) => `${Math.floor(moment / 60)}:${moment % 60}`,
    task: (id: string) => `task ${id}`,
    person: () => 'Marit',
  };
  expect(['b', 'c', 'd'].map((id) => describeWhyThere(why(id), says))).toEqual([
    'Not before 10:40: the sun is on it until then.',
    'Right after: task b, 15 min later.',
    'Marit is busy before: task c.',
  ]);
});

test('tasks are named short on a timeline and whole in a list', () => {
  const label = () => '4';
  const room = () => 'Reading room';
  expect(nameOfTask({ kind: 'film', paneId: 'p' }, label)).toBe('4');
  expect(nameOfTask({ kind: 'clean', paneIds: ['p', 'q'] }, label)).toBe('clean 4, 4');
  expect(describeTask({ kind: 'film', paneId: 'p' }, label, room)).toBe('Film on pane 4');
  expect(describeTask({ kind: 'setUp', roomId: 'r' }, label, room)).toBe('Set up Reading room');
  const rooms = { r: { name: 'Reading room' } };
  expect(['r', 'r/2', 'x'].map((id) => nameOfRoom(id, rooms))).toEqual([
    ...['Reading room', 'Reading room, second part', 'the room'],
  ]);
});

test('hours that are kept clear of are told apart from work that is too much', () => {
  const day = {
    people: [
      { shifts: [{ from: 480, to: 580, breaks: [] }] },
      { shifts: [{ from: 500, to: 600, breaks: [] }] },
    ],
    tasks: [
      {
        id: 'film p',
        avoid: [
          { from: 400, to: 530 },
          { from: 520, to: 550 },
        ],
      },
    ],
  } as unknown as VisitCase['day'];
  expect(avoidedShare(day, 'film p')).toBeCloseTo((70 + 50) / 200, 9);
  expect(avoidedShare(day, 'other')).toBe(0);
  expect(avoidedShare({ ...day, people: [] }, 'film p')).toBe(1);
  expect(describeUnplacedTask('time.none', 'Pane 1', 0.88)).toMatch(/leaves 12\s% of the hours/);
  expect(describeUnplacedTask('time.none', 'Pane 1', 0.4)).toMatch(/more work than time/);
  expect(describeUnplacedTask('skill.none', 'Pane 1', 0.9)).toMatch(/nobody here can do/);
});
