import { endOfPlan, type DayCase, type DayPlan } from '@neat-sill/core/day';
import { rowsOf, rowsOfDays } from './board.ts';

const day: DayCase = {
  ...{ format: 'neat-sill/day-case', version: 1, id: 'D', start: '2027-06-21T00:00:00-05:00' },
  people: ['a', 'b'].map((id) => ({
    ...{ id, costPerMin: 60, pace: 1, can: [] },
    shifts: [
      { from: 480, to: 1020, breaks: [{ from: 720, to: 750 }] },
      { from: 1920, to: 2460, breaks: [] },
    ],
  })),
  places: [
    { id: 'depot', open: null },
    { id: 'site', open: null },
  ],
  travelMin: [
    [0, 20],
    [25, 0],
  ],
  tasks: [
    { id: 'one', placeId: 'site', minutes: 30, hands: 2, needs: '', avoid: [], after: [] },
    { id: 'two', placeId: 'site', minutes: 60, hands: 1, needs: '', avoid: [], after: [] },
    { id: 'next', placeId: 'site', minutes: 10, hands: 1, needs: '', avoid: [], after: [] },
  ],
  lateCostPerMin: 0,
};
const plan: DayPlan = {
  ...{
    format: 'neat-sill/day-plan',
    version: 1,
    id: 'D',
    unplaced: [],
    cost: 0,
    lowerBound: 0,
    proven: false,
  },
  assignments: [
    { taskId: 'one', people: ['a', 'b'], start: 500 },
    { taskId: 'two', people: ['a'], start: 760 },
    { taskId: 'next', people: ['b'], start: 2000 },
  ],
};
const workers = [
  { id: 'a', name: 'A' },
  { id: 'b', name: 'B' },
];

test('the timeline of a day has ways, tasks and breaks of each, and what is paid', () => {
  const [a, b] = rowsOf(day, plan, workers, { from: 0, to: 1440, breakFrom: 720 });
  expect(a?.blocks.map(({ kind, from, to }) => [kind, from, to])).toEqual([
    ['way', 480, 500],
    ['task', 500, 530],
    ['task', 760, 820],
    ['break', 720, 750],
    ['home', 820, 845],
  ]);
  expect(a?.paidMin).toBe(365);
  // Back before the break, there is none.
  expect(b?.blocks.map(({ kind }) => kind)).toEqual(['way', 'task', 'home']);
  expect(b?.blocks[1]?.hands).toBe(2);
});

test('another day shows its own, and who has nothing there stands empty', () => {
  const [a, b] = rowsOf(day, plan, workers, { from: 1440, to: 2880, breakFrom: 720 });
  expect(a).toMatchObject({ blocks: [], paidMin: 0 });
  expect(b?.blocks.map(({ from }) => from)).toEqual([1980, 2000, 2010]);
  expect(endOfPlan(day, plan)).toBe(2010);
  expect(endOfPlan(day, { ...plan, assignments: [] })).toBeNull();
});

test('rows of several days stand in one, each block under a key of its own', () => {
  const on = (at: number) =>
    rowsOf(day, plan, workers, { from: 1440 * at, to: 1440 * (at + 1), breakFrom: 720 });
  const [a, b] = rowsOfDays([on(0), on(1)]);
  expect(a?.blocks).toHaveLength(on(0)[0]?.blocks.length ?? -1);
  const [first, second] = [on(0)[1], on(1)[1]];
  expect(b?.blocks.map(({ from }) => from)).toEqual(
    [...(first?.blocks ?? []), ...(second?.blocks ?? [])].map(({ from }) => from),
  );
  expect(new Set(b?.blocks.map(({ key }) => key)).size).toBe(b?.blocks.length);
  expect(b?.paidMin).toBe((first?.paidMin ?? 0) + (second?.paidMin ?? 0));
  expect(rowsOfDays([])).toEqual([]);
});
