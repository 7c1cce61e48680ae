import { MOST_CREWS, type Model, type ModelTask, type Shift } from './model.ts';

/*
 * What no plan that leaves out no more can cost less than: work by the cheapest who can do it, ways that must be gone, and
 * how late the last task ends at the earliest.
 */

/** Tasks in no circle that some crew can do in some shift, as if there were nothing else; the others can be in no plan. */
export function possibleTasks(model: Model, circular: (task: number) => boolean): ReadonlySet<number> {
  const can = new Set(
    model.tasks
      .filter((task) => !circular(task.number) && earliestAlone(model, task) !== null)
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

/** When a task can begin and end at the earliest with nobody else about; null where it can't at all. */
function earliestAlone(model: Model, task: ModelTask, from = -Number.MAX_SAFE_INTEGER): number | null {
  let best: number | null = null;
  for (const { people, minutes } of task.crews) {
    let spans: readonly (readonly [number, number])[][] = [];
    spans = people.map((person) =>
      (model.shiftsOf[person] ?? []).flatMap((shift) => [
        ...model.starts(task.number, shift.number, minutes),
      ]),
    );
    const sorted = spans.map((own) => [...own].sort((a, b) => a[0] - b[0]));
    const [first = [], ...others] = sorted;
    for (const [low, high] of first) {
      let at = Math.max(low, from);
      // The first minute that is in a span of everybody.
      for (let moved = true; moved && at <= high;) {
        moved = false;
        for (const own of others) {
          const next = own.find(([, last]) => last >= at);
          const to = next ? Math.max(at, next[0]) : Infinity;
          if (to > at) {
            at = to;
            moved = true;
          }
        }
      }
      if (at > high) continue;
      if (best === null || at + minutes < best) best = at + minutes;
      break;
    }
  }
  return best;
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

/** The least weight of ways that reach every place from the depot (Chu and Liu 1965, Edmonds 1967). */
export function leastWays(places: readonly number[], way: (from: number, to: number) => number): number {
  interface Edge {
    readonly from: number;
    readonly to: number;
    readonly minutes: number;
  }
  const nodes = [0, ...places.filter((place) => place !== 0)];
  let edges: Edge[] = nodes.flatMap((from) =>
    nodes.flatMap((to) => (to !== 0 && from !== to ? [{ from, to, minutes: way(from, to) }] : [])),
  );
  let open = new Set(nodes);
  let total = 0;
  let fresh = Math.max(...nodes) + 1;
  for (;;) {
    const into = new Map<number, Edge>();
    for (const edge of edges)
      if (edge.to !== 0 && edge.minutes < (into.get(edge.to)?.minutes ?? Infinity)) into.set(edge.to, edge);
    for (const { minutes } of into.values()) total += minutes;
    // A circle among the cheapest ways in is drawn together to one place.
    const circle = circleIn(open, into);
    if (!circle) return total;
    const merged = fresh;
    fresh += 1;
    const inCircle = new Set(circle);
    edges = edges.flatMap(({ from, to, minutes }): Edge[] => {
      const left = minutes - (into.get(to)?.minutes ?? 0);
      const [head, tail] = [inCircle.has(from) ? merged : from, inCircle.has(to) ? merged : to];
      return head === tail ? [] : [{ from: head, to: tail, minutes: left }];
    });
    open = new Set([...open].filter((node) => !inCircle.has(node)).concat(merged));
  }
}

function circleIn(
  open: ReadonlySet<number>,
  into: ReadonlyMap<number, { readonly from: number }>,
): number[] | null {
  const done = new Set<number>([0]);
  for (const start of open) {
    const path: number[] = [];
    for (let at: number | undefined = start; at !== undefined && !done.has(at); at = into.get(at)?.from) {
      const seen = path.indexOf(at);
      if (seen >= 0) return path.slice(seen);
      path.push(at);
    }
    path.forEach((node) => done.add(node));
  }
  return null;
}

/** The least pay for a task: by the cheapest of those who can do it together. */
function leastPay(model: Model, { crews, task, hands }: ModelTask): number {
  const rate = ({ costPerMin }: { readonly costPerMin: number }) => costPerMin;
  const pays = crews.map(
    ({ people, minutes }) =>
      people.reduce((sum, person) => sum + (model.day.people[person]?.costPerMin ?? 0), 0) * minutes,
  );
  if (crews.length < MOST_CREWS) return Math.min(...pays);
  // Not all sets of people are known: whoever is cheapest, at the pace of whoever is quickest.
  const able = [...model.day.people].sort((a, b) => rate(a) - rate(b)).slice(0, hands);
  const quickest = Math.min(...model.day.people.map(({ pace }) => pace));
  return Math.min(
    ...pays,
    able.reduce((sum, each) => sum + rate(each), 0) * Math.ceil(task.minutes * quickest - 1e-9),
  );
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
