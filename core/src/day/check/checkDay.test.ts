import { checkDay, type DayCase, type DayPlan } from '../index.ts';

/* Each rule of the format, by a plan that keeps all of them and one step over each. */

const day: DayCase = {
  ...{ format: 'neat-sill/day-case', version: 1, id: 'D', start: '2027-06-21T00:00:00-05:00' },
  people: [
    {
      ...{ id: 'o', costPerMin: 70, pace: 1.1, can: ['film', 'bead'] },
      shifts: [{ from: 480, to: 1020, breaks: [{ from: 720, to: 750 }] }],
    },
    { id: 'i', costPerMin: 50, pace: 1, can: ['film'], shifts: [{ from: 500, to: 900, breaks: [] }] },
  ],
  places: [
    { id: 'depot', open: null },
    { id: 'reading', open: [{ from: 510, to: 880 }] },
    { id: 'shop', open: null },
  ],
  travelMin: [
    [0, 18, 10],
    [20, 0, 12],
    [10, 14, 0],
  ],
  tasks: [
    { id: 'clean', placeId: 'reading', minutes: 20, hands: 1, needs: 'film', avoid: [], after: [] },
    {
      ...{ id: 'film', placeId: 'reading', minutes: 50, hands: 2, needs: 'film' },
      avoid: [{ from: 600, to: 640 }],
      after: [{ taskId: 'clean', minGap: 5, maxGap: 40 }],
    },
    { id: 'bead', placeId: 'shop', minutes: 30, hands: 1, needs: 'bead', avoid: [], after: [] },
  ],
  lateCostPerMin: 5,
};
const put = (taskId: string, people: readonly string[], start: number) => ({ taskId, people, start });
/** Both go to reading; the one that can comes by the shop. 50 × 1.1 is 55 minutes for two. */
const good: DayPlan = {
  ...{ format: 'neat-sill/day-plan', version: 1, id: 'D' },
  assignments: [put('clean', ['i'], 520), put('film', ['i', 'o'], 545), put('bead', ['o'], 640)],
  unplaced: [],
  // i: 502 to 620; o: 527 to 683; the last ends at 673.
  cost: 118 * 50 + 156 * 70 + 673 * 5,
  lowerBound: 0,
  proven: false,
};
const codes = (plan: Partial<DayPlan>, of: Partial<DayCase> = {}) =>
  checkDay({ ...day, ...of }, { ...good, ...plan }).map(({ code }) => code);
const withPut = (...puts: readonly ReturnType<typeof put>[]) => ({
  assignments: good.assignments.map((each) => puts.find(({ taskId }) => taskId === each.taskId) ?? each),
});

test('a plan that keeps all has nothing against it, and its cost is reckoned anew', () => {
  expect(checkDay(day, good)).toEqual([]);
  expect(codes({ cost: good.cost - 1 })).toEqual(['cost']);
  expect(codes({ lowerBound: good.cost + 1 })).toEqual(['bound']);
  expect(codes({ lowerBound: good.cost, proven: true })).toEqual([]);
  expect(codes({ lowerBound: good.cost - 1, proven: true })).toEqual(['proven']);
  expect(codes({ id: 'other' })).toEqual(['plan.other']);
});

test('stretches are half open: what touches does not meet', () => {
  // film ends at 600, where the sun begins; with a minute more it meets it, and ends with it at 640 otherwise.
  expect(codes(withPut(put('film', ['i', 'o'], 546)))).toContain('avoid');
  expect(
    codes({}, { tasks: day.tasks.map((task) => ({ ...task, avoid: [{ from: 600, to: 700 }] })) }),
  ).toContain('avoid');
  const late = withPut(put('clean', ['i'], 595), put('film', ['i', 'o'], 640), put('bead', ['o'], 750));
  expect(codes(late).filter((code) => code !== 'cost')).toEqual([]);
  expect(
    codes(withPut(put('clean', ['i'], 594), put('film', ['i', 'o'], 639), put('bead', ['o'], 750))),
  ).toContain('avoid');
  // The break ends at 750; a bead that begins a minute before is in it, one that ends at 720 is not.
  expect(codes({ ...late, ...withPut(put('bead', ['o'], 749)) })).toContain('break');
  const end = day.tasks.map((task) => (task.id === 'bead' ? { ...task, minutes: 100 } : task));
  expect(codes(withPut(put('bead', ['o'], 610)), { tasks: end }).filter((code) => code !== 'cost')).toEqual([
    'travel',
  ]);
  expect(codes(withPut(put('bead', ['o'], 612)), { tasks: end })).toContain('break');
});

test.each([
  ['somebody who can’t', withPut(put('bead', ['i'], 640)), 'skill.missing'],
  ['too few hands', withPut(put('film', ['i'], 545)), 'hands.count'],
  ['the same hand twice', withPut(put('film', ['i', 'i'], 545)), 'hands.count'],
  ['nobody there is', withPut(put('film', ['i', 'x'], 545)), 'person.unknown'],
  ['before the place opens', withPut(put('clean', ['i'], 509)), 'place.closed'],
  ['before the gap', withPut(put('film', ['i', 'o'], 544)), 'gap.short'],
  ['two at once', withPut(put('bead', ['o'], 590)), 'person.twice'],
  ['before the way is gone', withPut(put('bead', ['o'], 611)), 'travel'],
  ['leaving before the shift', withPut(put('clean', ['i'], 517)), 'shift.leaves'],
  ['in no shift', withPut(put('bead', ['o'], 1000)), 'shift.outside'],
  ['back after the shift', withPut(put('bead', ['o'], 985)), 'shift.back'],
] as const)('refused: %s', (_what, plan, code) => {
  expect(codes(plan)).toContain(code);
});

test('the gap is kept from both sides, and what is tied is placed together or not at all', () => {
  const early = withPut(put('clean', ['i'], 518));
  expect(codes(early).filter((code) => code !== 'cost')).toEqual([]);
  const tight = {
    ...day.tasks[1],
    after: [{ taskId: 'clean', minGap: 5, maxGap: 6 }],
  } as DayCase['tasks'][number];
  const tasks = day.tasks.map((task) => (task.id === 'film' ? tight : task));
  expect(codes({}, { tasks })).toEqual([]);
  expect(codes(early, { tasks })).toContain('gap.long');
  const without = (taskId: string) => ({
    assignments: good.assignments.filter((each) => each.taskId !== taskId),
    unplaced: [{ taskId, reason: 'time.none' }],
  });
  expect(codes(without('film'))).toContain('gap.half');
  expect(codes(without('clean'))).toEqual(expect.arrayContaining(['gap.half', 'after.unplaced']));
  const bead = without('bead');
  expect(codes({ ...bead, cost: 118 * 50 + (620 - 527) * 70 + 600 * 5 })).toEqual([]);
});

test('ways take as long as at the moment at which they are begun, and who waits for a clear road may', () => {
  /** From 500 to 640 every way takes half an hour more. */
  const slow = [
    { from: 500, to: 640, travelMin: day.travelMin.map((row) => row.map((min) => (min ? min + 30 : 0))) },
  ];
  const at = (more: Partial<DayPlan>, from = 500, to = 640) =>
    codes(more, { travelAt: slow.map((each) => ({ ...each, from, to })) });
  // Who leaves at 500, when the shift begins, comes at 548: i would have to leave at 499.
  expect(at({})).toContain('shift.leaves');
  // It is slow from 510 on only: o leaves at 509, i in time at 502. Back: i would be at 650, and waits till 620 for 640.
  const paid = (640 - 502) * 50 + (683 - 509) * 70 + 673 * 5;
  expect(at({ cost: paid }, 510, 620)).toEqual([]);
  expect(at({ cost: paid + 50 }, 510, 620)).toEqual(['cost']);
  // After 600 the shop is 42 minutes away for who leaves at once, 12 for who waits till 620.
  expect(at({ ...withPut(put('bead', ['o'], 632)), cost: 0 }, 510, 620)).toEqual(['cost']);
  expect(at({ ...withPut(put('bead', ['o'], 631)), cost: 0 }, 510, 620)).toEqual(['travel', 'cost']);
});

test('each task stands exactly once', () => {
  expect(codes({ unplaced: [{ taskId: 'bead', reason: 'time.none' }] })).toContain('task.count');
  expect(codes({ assignments: good.assignments.slice(0, 2) })).toContain('task.count');
  expect(codes({ assignments: [...good.assignments, put('paint', ['o'], 800)] })).toContain('task.unknown');
  expect(codes({ unplaced: [{ taskId: 'paint', reason: 'time.none' }] })).toContain('task.unknown');
});

test('of nothing placed the cost is nothing', () => {
  const unplaced = day.tasks.map(({ id }) => ({ taskId: id, reason: 'time.none' }));
  expect(codes({ assignments: [], unplaced, cost: 0 })).toEqual([]);
});
