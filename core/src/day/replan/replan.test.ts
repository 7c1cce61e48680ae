import { syntheticDay } from '../../testing/dayCases.ts';
import { seededRandom } from '../../units/index.ts';
import {
  checkDay,
  costOfDay,
  happenedSchema,
  moveTask,
  planDay,
  replanDay,
  withPins,
  type DayCase,
  type DayPlan,
  type DayTask,
  type Happened,
} from '../index.ts';

const effort = (rounds = 150) => ({ random: seededRandom(1), rounds, shouldStop: () => false });
const task = (id: string, minutes: number, more: Partial<DayTask> = {}): DayTask => ({
  ...{ id, placeId: 'site', minutes, hands: 1, needs: '', avoid: [], after: [] },
  ...more,
});
const shift = { from: 480, to: 1020, breaks: [{ from: 720, to: 750 }] };
/** Two people, one site ten minutes away. */
const dayOf = (tasks: readonly DayTask[], more: Partial<DayCase> = {}): DayCase => ({
  ...{
    format: 'neat-sill/day-case',
    version: 1,
    id: 'D',
    start: '2027-06-21T00:00:00Z',
    lateCostPerMin: 0.1,
  },
  people: ['m', 'o'].map((id) => ({ id, costPerMin: 1, pace: 1, can: [], shifts: [shift] })),
  places: [
    { id: 'depot', open: null },
    { id: 'site', open: null },
  ],
  travelMin: [
    [0, 10],
    [10, 0],
  ],
  tasks,
  ...more,
});
const planOf = (day: DayCase, put: Readonly<Record<string, readonly [string, number]>>): DayPlan => {
  const assignments = Object.entries(put).map(([taskId, [people, start]]) => ({
    taskId,
    people: people.split('+'),
    start,
  }));
  const cost = costOfDay(day, assignments);
  const plan: DayPlan = {
    ...{ format: 'neat-sill/day-plan', version: 1, id: 'D', assignments, unplaced: [], cost },
    ...{ lowerBound: 0, proven: false },
  };
  expect(checkDay(day, plan)).toEqual([]);
  return plan;
};
const nothing: Happened = { now: 0, facts: [], events: [] };
const again = (
  day: DayCase,
  plan: DayPlan,
  happened: Partial<Happened>,
  more: { pinned?: readonly string[]; costPerMove?: number; rounds?: number } = {},
) => {
  const found = replanDay({
    ...{ day, plan, happened: happenedSchema.parse({ ...nothing, ...happened }) },
    pinned: new Set(more.pinned ?? []),
    costPerMove: more.costPerMove ?? 5,
    effort: () => effort(more.rounds),
  });
  expect(checkDay(found.day, found.plan)).toEqual([]);
  return found;
};
const startsOf = ({ assignments }: DayPlan) =>
  Object.fromEntries(
    assignments.map(({ taskId, people, start }) => [taskId, `${people.join('+')} ${start}`]),
  );
const movedIn = ({ moved }: ReturnType<typeof again>) => moved.map(({ taskId }) => taskId).sort();

describe('the rest of a day planned anew', () => {
  const day = dayOf([task('a', 60), task('b', 60), task('c', 60), task('d', 60)]);
  const plan = planOf(day, { a: ['m', 490], b: ['m', 550], c: ['o', 490], d: ['o', 550] });

  test('where nothing happened nothing moves', () => {
    const found = again(day, plan, {});
    expect(found.moved).toEqual([]);
    expect(startsOf(found.plan)).toEqual(startsOf(plan));
    expect(found.plan.lowerBound).toBeGreaterThan(0);
  });

  test('a task that took twice as long moves what its person does after it, and nobody else', () => {
    const found = again(day, plan, {
      now: 600,
      facts: [
        { taskId: 'a', people: ['m'], from: 490, to: 610 },
        { taskId: 'c', people: ['o'], from: 490, to: 550 },
        { taskId: 'd', people: ['o'], from: 550, to: 610 },
      ],
    });
    expect(found.moved).toEqual([
      {
        taskId: 'b',
        before: { taskId: 'b', people: ['m'], start: 550 },
        after: { taskId: 'b', people: [expect.any(String)], start: 610 },
      },
    ]);
    expect(startsOf(found.plan)).toMatchObject({ a: 'm 490', c: 'o 490', d: 'o 550' });
    expect(found.day.tasks.find(({ id }) => id === 'a')?.minutes).toBe(120);
  });

  test('somebody who is ill from now on leaves their work to the others', () => {
    const found = again(day, plan, {
      now: 540,
      facts: [
        { taskId: 'a', people: ['m'], from: 490, to: 540 },
        { taskId: 'c', people: ['o'], from: 490, to: 550 },
      ],
      events: [{ kind: 'away', personId: 'm', from: 540, to: 1020 }],
    });
    expect(movedIn(found)).toEqual(['b']);
    expect(found.plan.assignments.find(({ taskId }) => taskId === 'b')?.people).toEqual(['o']);
  });

  test('nobody is let in before ten: nothing begins there before, and all of it is still done', () => {
    const events = [{ kind: 'closed' as const, placeId: 'site', from: 0, to: 600 }];
    const found = again(day, plan, { events });
    expect(found.plan.unplaced).toEqual([]);
    expect(Math.min(...found.plan.assignments.map(({ start }) => start))).toBe(600);
    expect(movedIn(found)).toEqual(['a', 'b', 'c', 'd']);
  });

  test('rain keeps only what is outside off, and a longer task is reckoned with', () => {
    const found = again(
      day,
      plan,
      {
        events: [
          { kind: 'avoid', taskIds: ['b'], from: 540, to: 700 },
          { kind: 'takes', taskId: 'c', minutes: 30 },
        ],
      },
      { costPerMove: 500 },
    );
    expect(movedIn(found)).toEqual(['b']);
    const at = found.plan.assignments.find(({ taskId }) => taskId === 'b')?.start ?? 0;
    expect(at >= 700 || at + 60 <= 540).toBe(true);
    expect(found.day.tasks.find(({ id }) => id === 'c')?.minutes).toBe(30);
  });

  test('a move that saves little is not made; one that saves much is', () => {
    // o could do it all in one go: m stays at home, which saves 20 minutes of way and costs two moves.
    const short = dayOf([task('a', 30), task('c', 30), task('late', 30)]);
    const before = planOf(short, { a: ['m', 490], c: ['o', 490], late: ['m', 900] });
    const after = (costPerMove: number) => movedIn(again(short, before, {}, { costPerMove }));
    expect(after(1000)).toEqual([]);
    expect(after(0)).toContain('late');
  });

  test('what is pinned stays as long as it can', () => {
    const found = again(day, plan, { now: 545 }, { pinned: ['d'] });
    expect(startsOf(found.plan)['d']).toBe('o 550');
    const ill = again(
      day,
      plan,
      { now: 500, events: [{ kind: 'away', personId: 'o', from: 0, to: 1020 }] },
      { pinned: ['d', 'b'] },
    );
    expect(startsOf(ill.plan)['b']).toBe('m 550');
    expect(startsOf(ill.plan)['d']).toMatch(/^m /);
  });

  test('what does not fit any more is left out with its reason', () => {
    const found = again(day, plan, {
      now: 400,
      events: [
        { kind: 'away', personId: 'm', from: 0, to: 1020 },
        { kind: 'closed', placeId: 'site', from: 620, to: 1020 },
      ],
    });
    expect(found.plan.unplaced).toHaveLength(2);
    expect(movedIn(found)).toHaveLength(2);
    expect(found.moved.every(({ after }) => after === null)).toBe(true);
  });
});

describe('what was done', () => {
  const tied = [
    task('clean', 20),
    task('film', 30, {
      after: [{ taskId: 'clean', minGap: 0, maxGap: 20 }],
      avoid: [{ from: 600, to: 700 }],
    }),
    task('look', 10, { after: [{ taskId: 'film', minGap: 15, maxGap: null }] }),
  ];
  const day = dayOf(tied);
  const plan = planOf(day, { clean: ['m', 490], film: ['m', 510], look: ['m', 560] });

  test('is not judged, though it lay in the sun, in a break and after the shift', () => {
    const found = again(day, plan, {
      now: 1100,
      facts: [
        { taskId: 'clean', people: ['m'], from: 640, to: 660 },
        { taskId: 'film', people: ['m'], from: 660, to: 740 },
        { taskId: 'look', people: ['o'], from: 1000, to: 1050 },
      ],
    });
    expect(startsOf(found.plan)).toEqual({ clean: 'm 640', film: 'm 660', look: 'o 1000' });
    expect(found.moved).toEqual([]);
  });

  test('glass that was cleaned too long ago is cleaned again; in time it is not', () => {
    const facts = [{ taskId: 'clean', people: ['m'], from: 490, to: 510 }];
    const late = again(day, plan, { now: 540, facts });
    expect(late.facts).toEqual([]);
    expect(late.plan.assignments.find(({ taskId }) => taskId === 'clean')?.start).toBeGreaterThanOrEqual(540);
    const inTime = again(day, plan, { now: 525, facts });
    expect(inTime.facts).toHaveLength(1);
    expect(inTime.plan.assignments.find(({ taskId }) => taskId === 'film')?.start).toBeLessThanOrEqual(530);
  });

  test('of two at once by one person the later begins when the first is over; inside it, it is none', () => {
    const three = dayOf([task('a', 30), task('b', 30), task('c', 30)]);
    const before = planOf(three, { a: ['m', 490], b: ['m', 520], c: ['o', 490] });
    const found = again(three, before, {
      now: 600,
      facts: [
        { taskId: 'a', people: ['m'], from: 490, to: 560 },
        { taskId: 'b', people: ['m'], from: 500, to: 540 },
        { taskId: 'c', people: ['m', 'nobody'], from: 550, to: 590 },
      ],
    });
    expect(found.facts.map(({ taskId, from, to, people }) => [taskId, from, to, people])).toEqual([
      ['a', 490, 560, ['m']],
      ['c', 560, 590, ['m']],
    ]);
    expect(found.plan.assignments.find(({ taskId }) => taskId === 'b')?.start).toBeGreaterThanOrEqual(600);
  });
});

test('whatever happens, what is done stands, nothing begins in the past, and the plan holds', () => {
  for (let seed = 1; seed <= 12; seed += 1) {
    const random = seededRandom(seed);
    const day = syntheticDay(seed, { people: 3, sites: 3, days: 1, tasks: 18, sunny: 0.3 });
    const plan = planDay(day, effort(60));
    expect(costOfDay(day, plan.assignments)).toBeCloseTo(plan.cost, 6);
    const now = 480 + Math.floor(random() * 400);
    const minutesOf = (id: string) => day.tasks.find((each) => each.id === id)?.minutes ?? 1;
    const facts = plan.assignments
      .filter(({ start }) => start < now)
      .map(({ taskId, people, start }) => {
        const from = start + Math.floor(random() * 20);
        return { taskId, people, from, to: from + Math.ceil(minutesOf(taskId) * (0.6 + random())) };
      });
    const personId = day.people[seed % 3]?.id ?? '';
    const found = again(
      day,
      plan,
      { now, facts, events: seed % 2 ? [{ kind: 'away', personId, from: now + 60, to: now + 240 }] : [] },
      { rounds: 30 },
    );
    const done = new Map(found.facts.map((fact) => [fact.taskId, fact]));
    for (const { taskId, people, start } of found.plan.assignments) {
      const fact = done.get(taskId);
      if (fact) expect([taskId, start, people]).toEqual([taskId, fact.from, fact.people]);
      else expect(start).toBeGreaterThanOrEqual(now);
    }
    for (const { taskId } of found.moved) expect(done.has(taskId)).toBe(false);
  }
});

describe('a task moved by hand', () => {
  const day = dayOf([
    task('a', 60, { avoid: [{ from: 700, to: 900 }] }),
    task('b', 60),
    task('two', 30, { hands: 2 }),
  ]);
  const plan = planOf(day, { a: ['m', 490], b: ['o', 490], two: ['m+o', 550] });

  test('stands where it was put, with what that costs, or it is said why not', () => {
    const moved = moveTask(day, plan, 'a', { people: ['o'], start: 600 });
    expect(moved.faults).toEqual([]);
    expect(startsOf(moved.plan)).toEqual({ a: 'o 600', b: 'o 490', two: 'm+o 550' });
    expect(moved.plan.cost).toBeCloseTo(costOfDay(day, moved.plan.assignments), 9);
    const codes = (people: readonly string[], start: number) =>
      moveTask(day, plan, 'a', { people, start }).faults.map(({ code }) => code);
    expect(codes(['m'], 650)).toContain('avoid');
    expect(codes(['m'], 700)).toEqual(expect.arrayContaining(['avoid', 'break']));
    expect(codes(['o'], 500)).toContain('person.twice');
    expect(codes(['m'], 480)).toContain('shift.leaves');
    expect(codes(['m', 'o'], 600)).toContain('hands.count');
  });

  test('with pins the planner keeps them, by the same people', () => {
    const pins = new Map([['b', { people: ['m'], start: 800 }]]);
    const found = planDay(withPins(day, pins), effort());
    expect(startsOf(found)['b']).toBe('m 800');
    expect(found.unplaced).toEqual([]);
    expect(checkDay(day, found)).toEqual([]);
  });
});
