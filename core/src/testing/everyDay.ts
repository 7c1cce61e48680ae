import type { DayCase } from '../day/index.ts';

/** The best there is, found by trying every crew and every start; only for days whose moments are all whole steps. */
export function everyDay(
  day: DayCase,
  stepMin: number,
): { readonly unplaced: number; readonly cost: number } {
  const place = new Map(day.places.map(({ id }, at) => [id, at]));
  const wayAt = (from: number, to: number, moment: number) => {
    const own = day.travelAt?.find((each) => each.from <= moment && moment < each.to);
    return (own?.travelMin ?? day.travelMin)[from]?.[to] ?? 0;
  };
  const known = new Map<string, number>();
  const once = (key: string, find: () => number): number => {
    const found = known.get(key) ?? find();
    known.set(key, found);
    return found;
  };
  /** Leaving at any minute from a moment on: when somebody is there at the earliest. */
  const there = (from: number, to: number, moment: number) =>
    once(`there ${from} ${to} ${moment}`, () => {
      let best = Infinity;
      for (let leaves = moment; leaves <= best; leaves += 1)
        best = Math.min(best, leaves + wayAt(from, to, leaves));
      return best;
    });
  /** The last minute at which somebody leaves who is there at a moment. */
  const leaves = (from: number, to: number, moment: number) =>
    once(`leaves ${from} ${to} ${moment}`, () => {
      let at = moment;
      while (at + wayAt(from, to, at) > moment) at -= 1;
      return at;
    });
  interface Put {
    readonly task: number;
    readonly people: readonly number[];
    readonly start: number;
    readonly end: number;
  }
  const crews = (hands: number, from = 0): number[][] =>
    hands === 0
      ? [[]]
      : day.people.flatMap((_, at) =>
          at < from ? [] : crews(hands - 1, at + 1).map((rest) => [at, ...rest]),
        );
  const placeOf = (task: number) => place.get(day.tasks[task]?.placeId ?? '') ?? 0;
  const fitsPerson = (person: number, put: Put, puts: readonly Put[]) => {
    const { shifts = [] } = day.people[person] ?? {};
    const at = placeOf(put.task);
    const shift = shifts.find(
      ({ from, to }) => from <= leaves(0, at, put.start) && there(at, 0, put.end) <= to,
    );
    if (!shift || shift.breaks.some(({ from, to }) => put.start < to && from < put.end)) return false;
    return puts.every((other) => {
      if (!other.people.includes(person)) return true;
      const its = placeOf(other.task);
      return other.start < put.start
        ? there(its, at, other.end) <= put.start
        : there(at, its, put.end) <= other.start;
    });
  };
  const costOf = (puts: readonly Put[]) => {
    let cost = puts.length > 0 ? Math.max(...puts.map(({ end }) => end)) * day.lateCostPerMin : 0;
    day.people.forEach(({ shifts, costPerMin }, person) =>
      shifts.forEach(({ from, to }) => {
        const own = puts
          .filter(({ people, start, end }) => people.includes(person) && from <= start && end <= to)
          .sort((a, b) => a.start - b.start);
        const [first, last] = [own[0], own.at(-1)];
        if (first && last)
          cost +=
            costPerMin *
            (there(placeOf(last.task), 0, last.end) - leaves(0, placeOf(first.task), first.start));
      }),
    );
    return cost;
  };
  const isInOrder = (puts: readonly Put[]) => {
    const byId = new Map(puts.map((put) => [day.tasks[put.task]?.id ?? '', put]));
    return day.tasks.every(({ id, after }) =>
      after.every(({ taskId, minGap, maxGap }) => {
        const [own, before] = [byId.get(id), byId.get(taskId)];
        if (maxGap !== null && (own === undefined) !== (before === undefined)) return false;
        if (!own) return true;
        if (!before) return false;
        const gap = own.start - before.end;
        return gap >= minGap && (maxGap === null || gap <= maxGap);
      }),
    );
  };
  const ends = day.people.flatMap(({ shifts }) => shifts.map(({ to }) => to));
  const begins = day.people.flatMap(({ shifts }) => shifts.map(({ from }) => from));
  let best = { unplaced: Infinity, cost: Infinity };
  const go = (task: number, puts: readonly Put[], unplaced: number) => {
    if (unplaced > best.unplaced) return;
    const of = day.tasks[task];
    if (!of) {
      if (!isInOrder(puts)) return;
      const cost = costOf(puts);
      if (unplaced < best.unplaced || cost < best.cost) best = { unplaced, cost };
      return;
    }
    for (const people of crews(of.hands)) {
      if (people.some((person) => !day.people[person]?.can.includes(of.needs))) continue;
      const minutes = Math.max(
        ...people.map((person) => Math.ceil(of.minutes * (day.people[person]?.pace ?? 1))),
      );
      for (let start = Math.min(...begins); start + minutes <= Math.max(...ends); start += stepMin) {
        const put = { task, people, start, end: start + minutes };
        const open = day.places[placeOf(task)]?.open ?? null;
        if (open && !open.some(({ from, to }) => from <= start && put.end <= to)) continue;
        if (of.avoid.some(({ from, to }) => start < to && from < put.end)) continue;
        if (people.every((person) => fitsPerson(person, put, puts))) go(task + 1, [...puts, put], unplaced);
      }
    }
    go(task + 1, puts, unplaced + of.minutes * of.hands);
  };
  go(0, [], 0);
  return best;
}
