import { dayForTest, personForTest, taskForTest as task } from '../../testing/dayOfTasks.ts';
import type { DayCase } from '../format/index.ts';
import { withPins } from './byHand.ts';
import { afterWhatHappened, dayEventSchema, EARLIEST, LATEST, type DayEvent, type Fact } from './happened.ts';

/* The case as it is after what happened, reckoned by hand; nothing is planned here. */

const shift = (from: number, to: number, ...breaks: readonly (readonly [number, number])[]) => ({
  ...{ from, to },
  breaks: breaks.map(([begins, ends]) => ({ from: begins, to: ends })),
});
const people = [
  personForTest('o', { shifts: [shift(480, 960, [720, 750]), shift(1920, 2400)] }),
  personForTest('i', { pace: 1.5 }),
];
const places = ['depot', 'site', 'far'].map((id) => ({
  id,
  open:
    id === 'far'
      ? [
          { from: 500, to: 700 },
          { from: 800, to: 900 },
        ]
      : null,
}));
const travelMin = [
  [0, 15, 40],
  [20, 0, 30],
  [45, 35, 0],
];
const tasks = [task('a'), task('b'), task('away', { placeId: 'far', avoid: [{ from: 600, to: 620 }] })];
const day = dayForTest(tasks, { people, places, travelMin });
const after = (
  of: DayCase,
  { now = 0, facts = [], events = [] }: { now?: number; facts?: Fact[]; events?: DayEvent[] },
) => afterWhatHappened(of, { now, facts, events });
const fact = (taskId: string, from: number, to: number, ...by: string[]): Fact => ({
  ...{ taskId, from, to },
  people: by.length > 0 ? by : ['o'],
});
const span = (from: number, to: number) => ({ from, to });

describe('events', () => {
  const afterEvent = (event: DayEvent) => after(day, { now: EARLIEST, events: [event] }).day;

  test('somebody away has a break as far as it lies in their shifts, and nobody else has', () => {
    const found = afterEvent({ kind: 'away', personId: 'o', from: 900, to: 2000 });
    expect(found.people[0]?.shifts.map(({ breaks }) => breaks)).toEqual([
      [span(720, 750), span(900, 960)],
      [span(1920, 2000)],
    ]);
    expect(found.people[1]).toEqual(day.people[1]);
    // What only touches a shift is no break.
    for (const [from, to] of [
      [960, 1920],
      [2400, 3000],
      [100, 480],
    ] as const)
      expect(afterEvent({ kind: 'away', personId: 'o', from, to })).toEqual(day);
  });

  test('a closed place is open for what is left of its hours; one that was always open has two', () => {
    const openOf = (placeId: string, from: number, to: number) =>
      afterEvent({ kind: 'closed', placeId, from, to }).places.map(({ open }) => open);
    expect(openOf('far', 600, 850)).toEqual([null, null, [span(500, 600), span(850, 900)]]);
    expect(openOf('far', 550, 560)[2]).toEqual([span(500, 550), span(560, 700), span(800, 900)]);
    expect(openOf('far', 700, 800)[2]).toEqual(day.places[2]?.open);
    expect(openOf('far', 500, 700)[2]).toEqual([span(800, 900)]);
    expect(openOf('site', 600, 700)[1]).toEqual([span(EARLIEST, 600), span(700, LATEST)]);
  });

  test('what is kept off and what takes longer is said of the tasks that are named', () => {
    const avoided = afterEvent({ kind: 'avoid', taskIds: ['away', 'b'], from: 800, to: 900 }).tasks;
    expect(avoided.map(({ avoid }) => avoid)).toEqual([
      [],
      [span(800, 900)],
      [span(600, 620), span(800, 900)],
    ]);
    const longer = afterEvent({ kind: 'takes', taskId: 'b', minutes: 55 }).tasks;
    expect(longer.map(({ minutes }) => minutes)).toEqual([30, 55, 30]);
  });

  test('what ends before it begins is refused', () => {
    const reads = (event: object) => dayEventSchema.safeParse(event).success;
    expect(reads({ kind: 'away', personId: 'o', from: 500, to: 500 })).toBe(false);
    expect(reads({ kind: 'away', personId: 'o', from: 500, to: 501 })).toBe(true);
    expect(reads({ kind: 'takes', taskId: 'a', minutes: 1 })).toBe(true);
    expect(reads({ kind: 'takes', taskId: 'a', minutes: 0 })).toBe(false);
  });
});

describe('what is not done', () => {
  test('begins no earlier than now, beside what it keeps clear of already', () => {
    const avoids = (now: number) => after(day, { now }).day.tasks.map(({ avoid }) => avoid);
    expect(avoids(540)).toEqual([
      [span(EARLIEST, 540)],
      [span(EARLIEST, 540)],
      [span(EARLIEST, 540), span(600, 620)],
    ]);
    expect(avoids(EARLIEST)).toEqual(day.tasks.map(({ avoid }) => avoid));
  });
});

describe('what is done', () => {
  test('is asked nothing more: as long, by as many and where it was', () => {
    const bead = {
      ...day,
      tasks: [task('a', { needs: 'bead', avoid: [span(0, 900)], hands: 2 }), task('b')],
    };
    const found = after(bead, { now: 700, facts: [fact('a', 500, 545, 'o', 'i')] });
    expect(found.facts).toEqual([fact('a', 500, 545, 'o', 'i')]);
    // 45 minutes of the slower are 30 of a task’s.
    expect(found.day.tasks[0]).toMatchObject({ minutes: 30, hands: 2, needs: '', avoid: [], after: [] });
    const alone = after(bead, { now: 700, facts: [fact('a', 500, 546, 'o')] });
    expect(alone.day.tasks[0]).toMatchObject({ minutes: 46, hands: 1 });
    expect(after(day, { now: 700, facts: [fact('a', 500, 501, 'i')] }).day.tasks[0]?.minutes).toBe(1);
  });

  test('makes a shift as long as it took with its ways, and takes breaks away in which it was done', () => {
    const shifts = (...facts: Fact[]) => after(day, { now: 3000, facts }).day.people[0]?.shifts;
    expect(shifts(fact('a', 470, 730))?.[0]).toEqual(shift(455, 960, [730, 750]));
    expect(shifts(fact('a', 740, 950))?.[0]).toEqual(shift(480, 970, [720, 740]));
    expect(shifts(fact('a', 700, 800))?.[0]).toEqual(shift(480, 960));
    expect(shifts(fact('away', 600, 940))?.[0]).toEqual(shift(480, 985));
    // The other day’s shift is its own.
    expect(shifts(fact('a', 470, 500))?.[1]).toEqual(shift(1920, 2400));
    expect(shifts(fact('a', 1900, 1930))).toEqual([shift(480, 960, [720, 750]), shift(1920, 2400)]);
    expect(shifts(fact('a', 1920, 2390))?.[1]).toEqual(shift(1905, 2410));
    expect(shifts(fact('a', 500, 530, 'i'))).toEqual(day.people[0]?.shifts);
  });

  test('its place was open then', () => {
    const open = (...facts: Fact[]) => after(day, { now: 3000, facts }).day.places.map((place) => place.open);
    expect(open(fact('away', 710, 790))).toEqual([
      null,
      null,
      [span(500, 700), span(800, 900), span(710, 790)],
    ]);
    expect(open(fact('a', 710, 790))).toEqual(day.places.map((place) => place.open));
  });

  test('nobody did two at once, nor was anywhere before they could be there', () => {
    const stands = (...facts: Fact[]) =>
      after(day, { now: 3000, facts }).facts.map(({ taskId, from, to }) => [taskId, from, to]);
    expect(stands(fact('b', 520, 560), fact('a', 500, 530))).toEqual([
      ['a', 500, 530],
      ['b', 530, 560],
    ]);
    // The way from the site to the far place is 30 minutes.
    expect(stands(fact('a', 500, 530), fact('away', 540, 600))).toEqual([
      ['a', 500, 530],
      ['away', 560, 600],
    ]);
    expect(stands(fact('a', 500, 530), fact('away', 540, 560))).toEqual([['a', 500, 530]]);
    // Of two that began together the shorter was first; others may be at it at once.
    expect(stands(fact('a', 500, 560), fact('b', 500, 520))).toEqual([
      ['b', 500, 520],
      ['a', 520, 560],
    ]);
    expect(stands(fact('a', 500, 530), fact('b', 510, 540, 'i'))).toEqual([
      ['a', 500, 530],
      ['b', 510, 540],
    ]);
    expect(stands(fact('no such', 500, 530), fact('b', 510, 540, 'nobody'))).toEqual([]);
    expect(after(day, { facts: [fact('a', 500, 530, 'nobody', 'i')] }).facts).toEqual([
      fact('a', 500, 530, 'i'),
    ]);
  });

  test('what was to be followed in time, and is not, is no use any more', () => {
    const tied = dayForTest([
      task('clean'),
      task('film', { after: [{ taskId: 'clean', minGap: 0, maxGap: 20 }] }),
      task('look', { after: [{ taskId: 'clean', minGap: 0, maxGap: null }] }),
    ]);
    const stands = (now: number, ...facts: Fact[]) =>
      after(tied, { now, facts }).facts.map(({ taskId }) => taskId);
    const clean = fact('clean', 500, 530);
    expect([stands(550, clean), stands(551, clean)]).toEqual([['clean'], []]);
    expect(stands(900, clean, fact('film', 545, 600))).toEqual(['clean', 'film']);
    expect(stands(900, fact('look', 545, 600))).toEqual(['look']);
  });
});

test('a pinned task is done by these people from this minute on, as long as they take', () => {
  const pinned = withPins(day, new Map([['a', { people: ['o', 'i'], start: 600 }]]));
  expect(pinned.people.map(({ can }) => can)).toEqual([
    ['film', 'does a'],
    ['film', 'does a'],
  ]);
  expect(pinned.tasks[0]).toMatchObject({
    needs: 'does a',
    avoid: [span(EARLIEST, 600), span(645, LATEST)],
  });
  expect(pinned.tasks[1]).toEqual(day.tasks[1]);
  const by = withPins(day, new Map([['a', { people: ['o'], start: 600 }]]));
  expect(by.people.map(({ can }) => can)).toEqual([['film', 'does a'], ['film']]);
  expect(by.tasks[0]?.avoid[1]).toEqual(span(630, LATEST));
});
