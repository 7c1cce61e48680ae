import type { Assignment, DayCase, DayPlan, DayTask, Person } from '../format/index.ts';

/* Proves a plan of days by the text of the format. It shares nothing with what makes plans. */

export interface DayFault {
  readonly code: string;
  readonly path: string;
  readonly sentence: string;
}

interface Done {
  readonly task: DayTask;
  readonly people: readonly Person[];
  readonly start: number;
  readonly end: number;
  readonly place: number;
  readonly path: string;
}

type Say = (code: string, path: string, sentence: string) => void;

/** What a way takes that is begun at a moment. */
const wayAt = ({ travelMin, travelAt = [] }: DayCase, from: number, to: number, moment: number): number => {
  const own = travelAt.find((each) => each.from <= moment && moment < each.to);
  return (own?.travelMin ?? travelMin)[from]?.[to] ?? 0;
};

/** When somebody can be at the other place at the earliest: leaving at once or, where that is sooner, later. */
function arrival(day: DayCase, from: number, to: number, moment: number): number {
  let best = moment + wayAt(day, from, to, moment);
  if (day.travelAt)
    for (let leaves = moment + 1; leaves < best; leaves += 1)
      best = Math.min(best, leaves + wayAt(day, from, to, leaves));
  return best;
}

/** When somebody has to leave at the latest to be at the other place at a moment. */
function departure(day: DayCase, from: number, to: number, moment: number): number {
  if (!day.travelAt) return moment - wayAt(day, from, to, moment);
  let leaves = moment;
  while (leaves + wayAt(day, from, to, leaves) > moment) leaves -= 1;
  return leaves;
}

const thousandths = (pace: number) => Math.round(pace * 1000);

function readAssignment(
  { taskId, people: names, start }: Assignment,
  at: number,
  day: DayCase,
  say: Say,
): Done | null {
  const path = `assignments[${at}]`;
  const task = day.tasks.find(({ id }) => id === taskId);
  if (!task) {
    say('task.unknown', `${path}.taskId`, `There is no task "${taskId}".`);
    return null;
  }
  const people = names.flatMap((name) => day.people.find(({ id }) => id === name) ?? []);
  if (people.length !== names.length)
    say('person.unknown', `${path}.people`, `${taskId} names somebody who is not there.`);
  if (new Set(names).size !== names.length || names.length !== task.hands)
    say('hands.count', `${path}.people`, `${taskId} wants exactly ${task.hands} different people.`);
  for (const person of people)
    if (task.needs !== '' && !person.can.includes(task.needs))
      say('skill.missing', `${path}.people`, `${person.id} can't do what ${taskId} needs: ${task.needs}.`);
  if (people.length === 0) return null;
  const slowest = Math.max(...people.map(({ pace }) => thousandths(pace)));
  const minutes = Math.ceil((task.minutes * slowest) / 1000);
  const place = day.places.findIndex(({ id }) => id === task.placeId);
  return { task, people, start, end: start + minutes, place, path };
}

/** What one task has to keep by itself: its place's hours, the sun, and the shifts and breaks of who does it. */
function checkAlone({ task, people, start, end, place, path }: Done, day: DayCase, say: Say): void {
  const open = day.places[place]?.open ?? null;
  if (open && !open.some(({ from, to }) => from <= start && end <= to))
    say('place.closed', path, `${task.placeId} is not open from ${start} to ${end} for ${task.id}.`);
  for (const { from, to } of task.avoid)
    if (start < to && from < end)
      say(
        'avoid',
        path,
        `${task.id} goes on from ${start} to ${end}, which meets what is avoided, ${from} to ${to}.`,
      );
  for (const person of people) {
    const shift = person.shifts.find(({ from, to }) => from <= start && end <= to);
    if (!shift)
      say('shift.outside', path, `${task.id}, ${start} to ${end}, lies in no shift of ${person.id}.`);
    for (const { from, to } of shift?.breaks ?? [])
      if (start < to && from < end)
        say('break', path, `${task.id} goes on in the break of ${person.id}, ${from} to ${to}.`);
  }
}

interface Worked {
  readonly shift: { readonly from: number; readonly to: number };
  readonly tasks: readonly Done[];
}

/** The shifts of somebody that are used, each with its tasks in their order. */
function workedShifts(person: Person, done: readonly Done[]): Worked[] {
  const own = done.filter(({ people }) => people.includes(person));
  return person.shifts.flatMap((shift) => {
    const tasks = own
      .filter(({ start, end }) => shift.from <= start && end <= shift.to)
      .sort((a, b) => a.start - b.start || a.end - b.end);
    return tasks.length > 0 ? [{ shift, tasks }] : [];
  });
}

/** Nobody is at two places at once, and all ways lie inside the shift; gives the paid minutes of each used shift. */
function checkWays(person: Person, done: readonly Done[], day: DayCase, say: Say): number {
  let paid = 0;
  for (const { shift, tasks } of workedShifts(person, done)) {
    tasks.forEach((task, at) => {
      const before = tasks[at - 1];
      if (!before) return;
      const ready = arrival(day, before.place, task.place, before.end);
      if (task.start < ready)
        say(
          task.start < before.end ? 'person.twice' : 'travel',
          task.path,
          `${person.id} is ready for ${task.task.id} at ${ready}, after ${before.task.id} and the way; it begins at ${task.start}.`,
        );
    });
    const [first, last] = [tasks[0], tasks.at(-1)];
    if (!first || !last) continue;
    const leaves = departure(day, 0, first.place, first.start);
    const back = arrival(day, last.place, 0, last.end);
    if (leaves < shift.from)
      say(
        'shift.leaves',
        first.path,
        `${person.id} would leave at ${leaves}, before the shift begins at ${shift.from}.`,
      );
    if (back > shift.to)
      say(
        'shift.back',
        last.path,
        `${person.id} would be back at ${back}, after the shift ends at ${shift.to}.`,
      );
    paid += back - leaves;
  }
  return paid;
}

function checkOrder(done: readonly Done[], say: Say): void {
  const byId = new Map(done.map((each) => [each.task.id, each]));
  for (const { task, start, path } of done)
    for (const { taskId, minGap, maxGap } of task.after) {
      const before = byId.get(taskId);
      if (!before) {
        say('after.unplaced', path, `${task.id} comes after ${taskId}, which is not placed.`);
        continue;
      }
      const gap = start - before.end;
      if (gap < minGap)
        say(
          'gap.short',
          path,
          `${task.id} begins ${gap} minutes after ${taskId} ends; ${minGap} are wanted.`,
        );
      if (maxGap !== null && gap > maxGap)
        say(
          'gap.long',
          path,
          `${task.id} begins ${gap} minutes after ${taskId} ends; ${maxGap} are the most.`,
        );
    }
}

/** Each task stands exactly once, placed or not, and what is tied by a longest gap is placed together or not at all. */
function checkWhole(day: DayCase, plan: DayPlan, say: Say): void {
  const placed = plan.assignments.map(({ taskId }) => taskId);
  const out = plan.unplaced.map(({ taskId }) => taskId);
  for (const { id } of day.tasks) {
    const times = [...placed, ...out].filter((each) => each === id).length;
    if (times !== 1)
      say('task.count', '', `Task ${id} stands ${times} times in the plan; it must stand once.`);
  }
  plan.unplaced.forEach(({ taskId }, at) => {
    if (!day.tasks.some(({ id }) => id === taskId))
      say('task.unknown', `unplaced[${at}].taskId`, `There is no task "${taskId}".`);
  });
  const isPlaced = new Set(placed);
  for (const { id, after } of day.tasks)
    for (const { taskId, maxGap } of after)
      if (maxGap !== null && isPlaced.has(id) !== isPlaced.has(taskId))
        say('gap.half', '', `${id} and ${taskId} are tied by a longest gap: both are placed, or neither.`);
}

const SAME_COST = 1e-6;

/** Every breach of a plan, each with where and what; none where it can be done as it stands. */
export function checkDay(day: DayCase, plan: DayPlan): DayFault[] {
  const faults: DayFault[] = [];
  const say: Say = (code, path, sentence) => void faults.push({ code, path, sentence });
  if (plan.id !== day.id) say('plan.other', 'id', `The plan is of case "${plan.id}", not of "${day.id}".`);
  checkWhole(day, plan, say);
  const done = plan.assignments.flatMap((each, at) => readAssignment(each, at, day, say) ?? []);
  for (const each of done) checkAlone(each, day, say);
  checkOrder(done, say);
  const paid = day.people.reduce(
    (sum, person) => sum + checkWays(person, done, day, say) * person.costPerMin,
    0,
  );
  const late =
    day.lateCostPerMin * done.reduce((last, { end }, at) => (at === 0 ? end : Math.max(last, end)), 0);
  const cost = paid + late;
  const near = SAME_COST * Math.max(1, cost);
  if (Math.abs(cost - plan.cost) > near)
    say('cost', 'cost', `The plan says it costs ${plan.cost}; reckoned anew it is ${cost}.`);
  if (plan.lowerBound > plan.cost + near)
    say(
      'bound',
      'lowerBound',
      `No plan could cost less than ${plan.lowerBound}, but this one costs ${plan.cost}.`,
    );
  if (plan.proven && Math.abs(plan.lowerBound - plan.cost) > near)
    say('proven', 'proven', 'The plan is called proven, but its bound is below its cost.');
  return faults;
}
