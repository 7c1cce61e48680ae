import { canBeDone, earliestAlone } from './alone.ts';
import { leastWays } from './leastWays.ts';
import { MOST_CREWS, type Model, type ModelTask, type Shift } from './model.ts';

/*
 * What no plan that leaves out no more can cost less than: work by the cheapest who can do it, ways that must be gone, and
 * how late the last task ends at the earliest.
 */

/** Tasks in no circle that some crew can do in some shift, as if there were nothing else; the others can be in no plan. */
export function possibleTasks(model: Model, circular: (task: number) => boolean): ReadonlySet<number> {
  const can = new Set(
    model.tasks
      .filter((task) => !circular(task.number) && canBeDone(model, task))
      .map(({ number }) => number),
  );
  // What waits for something impossible, or is tied to it, is impossible too.
  for (let changed = true; changed;) {
    changed = false;
    for (const { number, before, after } of model.tasks) {
      if (!can.has(number)) continue;
      const isStuck =
        before.some(({ task }) => !can.has(task)) ||
        after.some(({ task, maxGap }) => maxGap !== null && !can.has(task));
      if (isStuck) {
        can.delete(number);
        changed = true;
      }
    }
  }
  return can;
}

/** How late the last task ends at the earliest, by what comes before each. */
function earliestEnd(model: Model, included: ReadonlySet<number>): number {
  const ends = new Map<number, number>();
  const endOf = (number: number, open: ReadonlySet<number>): number => {
    const known = ends.get(number);
    if (known !== undefined) return known;
    const task = model.tasks[number] as ModelTask;
    const from = task.before.reduce(
      (latest, { task: other, minGap }) =>
        included.has(other) && !open.has(other)
          ? Math.max(latest, endOf(other, new Set([...open, number])) + minGap)
          : latest,
      -Number.MAX_SAFE_INTEGER,
    );
    const end = earliestAlone(model, task, from) ?? from;
    ends.set(number, end);
    return end;
  };
  return [...included].reduce((latest, number, at) => {
    const end = endOf(number, new Set());
    return at === 0 ? end : Math.max(latest, end);
  }, 0);
}

/** The least pay for a task: by the cheapest of those who can do it together. */
function leastPay(model: Model, { crews, task, hands }: ModelTask): number {
  const ratesOf = (people: readonly number[]) =>
    people.map((person) => model.day.people[person]?.costPerMin ?? 0);
  const sum = (rates: readonly number[]) => rates.reduce((all, rate) => all + rate, 0);
  const pays = crews.map(({ people, minutes }) => sum(ratesOf(people)) * minutes);
  if (crews.length < MOST_CREWS) return Math.min(...pays);
  // Not all sets of people are known: whoever is cheapest, at the pace of whoever is quickest.
  const { people } = model.day;
  const cheapest = people.map(({ costPerMin }) => costPerMin).sort((a, b) => a - b);
  const quickest = Math.min(...people.map(({ pace }) => pace));
  return Math.min(...pays, sum(cheapest.slice(0, hands)) * Math.ceil(task.minutes * quickest - 1e-9));
}

interface Fewest {
  readonly cheapest: number;
  readonly out: number;
  readonly home: number;
  /** Shifts that are used at the least. */
  readonly shifts: number;
}

/** What any plan needs of shifts and ways for so much work of these tasks. */
function fewestShifts(model: Model, included: readonly ModelTask[], workMinutes: number): Fewest {
  const { day, shifts } = model;
  const way = model.ways.least;
  const usable = new Set(included.flatMap(({ crews }) => crews.flatMap(({ people }) => people)));
  const cheapest = Math.min(...[...usable].map((person) => day.people[person]?.costPerMin ?? 0));
  const places = [...new Set(included.map(({ place }) => place))];
  const home = Math.min(...places.map((place) => way(place, 0)));
  const out = Math.min(...places.map((place) => way(0, place)));
  const roomiest = shifts
    .filter(({ person }) => usable.has(person))
    .map(({ from, to }) => Math.max(0, to - from - out - home))
    .sort((a, b) => b - a);
  let [count, room] = [0, 0];
  while (room < workMinutes && count < roomiest.length) {
    room += roomiest[count] ?? 0;
    count += 1;
  }
  return { cheapest, out, home, shifts: count };
}

/** Minutes that all hands together work at the least. */
const handMinutes = ({ crews, hands }: ModelTask) => hands * Math.min(...crews.map(({ minutes }) => minutes));

/** Minutes of a shift in which somebody can work: without breaks, and without the way there and back. */
const roomIn = ({ from, to, breaks }: Shift, out: number, home: number) =>
  Math.max(
    0,
    to -
      from -
      out -
      home -
      breaks.reduce((sum, [low, high]) => sum + Math.max(0, Math.min(high, to) - Math.max(low, from)), 0),
  );

/**
 * The least pay for so many minutes of hands when nobody works more than there is room in the shifts: the cheapest by pace
 * and pay first.
 */
function payByRoom(model: Model, minutes: number, out: number, home: number): number {
  const people = model.day.people
    .map(({ pace, costPerMin }, person) => ({
      pay: pace * costPerMin,
      room: (model.shiftsOf[person] ?? []).reduce((sum, shift) => sum + roomIn(shift, out, home), 0) / pace,
    }))
    .sort((a, b) => a.pay - b.pay);
  let [left, pay] = [minutes, 0];
  for (const each of people) {
    const taken = Math.min(left, each.room);
    left -= taken;
    pay += taken * each.pay;
  }
  return pay;
}

/** When so many minutes of hands can be done at the earliest, everybody working all the time. */
function endByRoom(model: Model, minutes: number): number {
  const shifts = model.shifts.map((shift) => ({ ...shift, pace: model.day.people[shift.person]?.pace ?? 1 }));
  const doneBy = (moment: number) =>
    shifts.reduce((sum, { from, to, pace }) => sum + Math.max(0, Math.min(to, moment) - from) / pace, 0);
  let [low, high] = [Math.min(...shifts.map(({ from }) => from)), Math.max(...shifts.map(({ to }) => to))];
  while (high - low > 1) {
    const middle = Math.floor((low + high) / 2);
    if (doneBy(middle) >= minutes) high = middle;
    else low = middle;
  }
  return low;
}

/** How often somebody has to come to a place: by its work, by hands at once, and where a task waits longer than a shift. */
function visitsTo(
  tasks: readonly ModelTask[],
  included: ReadonlySet<number>,
  model: Model,
  room: number,
): number {
  const longest = Math.max(...model.shifts.map(({ from, to }) => to - from));
  const minutes = tasks.reduce((sum, task) => sum + handMinutes(task), 0);
  const place = tasks[0]?.place;
  const waits = tasks.some(({ before }) =>
    before.some(
      ({ task, minGap }) => minGap >= longest && included.has(task) && model.tasks[task]?.place === place,
    ),
  );
  return Math.max(Math.ceil(minutes / Math.max(1, room)), waits ? 2 : 1, ...tasks.map(({ hands }) => hands));
}

/** What plans of all these tasks can't cost less than. */
export function lowerBound(model: Model, included: ReadonlySet<number>): number {
  const tasks = model.tasks.filter(({ number }) => included.has(number));
  if (tasks.length === 0) return 0;
  const { day } = model;
  const way = model.ways.least;
  const minutes = tasks.reduce((sum, task) => sum + handMinutes(task), 0);
  const nominal = tasks.reduce((sum, { task }) => sum + task.minutes * task.hands, 0);
  const { cheapest, out, home, shifts } = fewestShifts(model, tasks, minutes);
  const work = Math.max(
    tasks.reduce((sum, task) => sum + leastPay(model, task), 0),
    payByRoom(model, nominal, out, home),
  );
  const used = Math.max(shifts, ...tasks.map(({ hands }) => hands));
  const places = [...new Set(tasks.map(({ place }) => place))].filter((place) => place !== 0);
  const room = Math.max(...model.shifts.map((shift) => roomIn(shift, 0, 0)));
  // Each further visit comes from somewhere else.
  const again = places.reduce((sum, place) => {
    const own = tasks.filter((task) => task.place === place);
    const nearest = Math.min(
      ...[0, ...places].filter((from) => from !== place).map((from) => way(from, place)),
    );
    return sum + (visitsTo(own, included, model, room) - 1) * nearest;
  }, 0);
  const ways = Math.max(leastWays(places, way) + again, used * out) + used * home;
  const end = Math.max(earliestEnd(model, included), endByRoom(model, nominal));
  return work + ways * cheapest + end * day.lateCostPerMin;
}

/** What plans can't cost less than that leave out so many minutes times hands of these tasks, whichever they are. */
export function lowerBoundWithout(model: Model, possible: ReadonlySet<number>, leftOut: number): number {
  const tasks = model.tasks.filter(({ number }) => possible.has(number));
  if (tasks.length === 0) return 0;
  const dear = tasks
    .map((task) => ({
      pay: leastPay(model, task),
      weight: task.task.minutes * task.hands,
      minutes: handMinutes(task),
    }))
    .sort((a, b) => b.pay / b.weight - a.pay / a.weight);
  let [left, work] = [leftOut, 0];
  for (const { pay, weight } of dear) {
    const out = Math.min(left, weight);
    left -= out;
    work += (pay * (weight - out)) / weight;
  }
  const kept = dear.reduce((sum, { weight }) => sum + weight, 0) - leftOut;
  const longest = Math.max(...dear.map(({ minutes, weight }) => minutes / weight));
  const minutes = dear.reduce((sum, each) => sum + each.minutes, 0) - leftOut * longest;
  const { cheapest, out, home, shifts } = fewestShifts(model, tasks, minutes);
  const end = kept > 0 ? endByRoom(model, kept) : 0;
  return (
    Math.max(work, payByRoom(model, kept, out, home)) +
    shifts * (out + home) * cheapest +
    end * model.day.lateCostPerMin
  );
}
