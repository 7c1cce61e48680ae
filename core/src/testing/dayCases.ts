import type { DayCase, DayTask, Stretch } from '../day/index.ts';
import { seededRandom } from '../units/index.ts';

/* Made-up days: what varies is what varies in a trade that drives from site to site. */

const DAY = 1440;

interface DayTraits {
  readonly people: number;
  readonly sites: number;
  readonly days: number;
  readonly tasks: number;
  /** Share of panes that the sun is on for a while. */
  readonly sunny: number;
}

/** Ways between places on a map of some 40 minutes across, not the same there and back. */
function waysBetween(count: number, random: () => number): number[][] {
  const at = Array.from({ length: count }, () => [random() * 30, random() * 30] as const);
  const ways = at.map(([x, y], from) =>
    at.map(([u, v], to) =>
      from === to ? 0 : Math.round(4 + Math.hypot(x - u, y - v) * (1 + 0.2 * random())),
    ),
  );
  for (let over = 0; over < count; over += 1)
    for (const row of ways)
      for (let to = 0; to < count; to += 1)
        row[to] = Math.min(row[to] ?? 0, (row[over] ?? 0) + (ways[over]?.[to] ?? 0));
  return ways;
}

/** A crew with sites, panes to clean and hang, some with two, sun in between, and beads on a later day. */
export function syntheticDay(seed: number, { people, sites, days, tasks, sunny }: DayTraits): DayCase {
  const random = seededRandom(seed);
  const between = (from: number, to: number) => Math.round(from + random() * (to - from));
  const week = (from: number, to: number, jitter: number): Stretch[] =>
    Array.from({ length: days }, (_, day) => ({
      from: day * DAY + from + between(0, jitter),
      to: day * DAY + to - between(0, jitter),
    }));
  const made: DayTask[] = [];
  while (made.length < tasks) {
    const placeId = `site${1 + Math.floor(random() * sites)}`;
    const pane = `P${made.length + 1}`;
    const hands = people > 1 && random() < 0.2 ? 2 : 1;
    const sun: Stretch[] =
      random() < sunny
        ? Array.from({ length: days }, (_, day) => {
            const from = day * DAY + between(540, 840);
            return { from, to: from + between(60, 240) };
          })
        : [];
    const base = { placeId, hands, needs: 'film', after: [] };
    made.push({ ...base, id: `${pane}.clean`, minutes: between(6, 18), hands: 1, avoid: [] });
    made.push({
      ...base,
      ...{ id: `${pane}.film`, minutes: between(12, 55), avoid: sun },
      after: [{ taskId: `${pane}.clean`, minGap: 0, maxGap: 20 }],
    });
    if (random() < 0.15)
      made.push({
        ...base,
        ...{ id: `${pane}.look`, minutes: 4, hands: 1, avoid: [] },
        after: [{ taskId: `${pane}.film`, minGap: 30, maxGap: null }],
      });
    if (days > 1 && random() < 0.15)
      made.push({
        ...base,
        ...{ id: `${pane}.bead`, minutes: between(10, 25), hands: 1, needs: 'bead', avoid: [] },
        after: [{ taskId: `${pane}.film`, minGap: DAY, maxGap: null }],
      });
  }
  return {
    ...{ format: 'neat-sill/day-case', version: 1, id: `day ${seed}`, start: '2027-06-21T00:00:00-05:00' },
    people: Array.from({ length: people }, (_, at) => ({
      id: `p${at + 1}`,
      costPerMin: between(45, 80),
      pace: between(85, 130) / 100,
      can: at === 0 || random() < 0.5 ? ['film', 'bead'] : ['film'],
      shifts: week(480, 1020, 45).map((shift) => {
        const noon = Math.floor(shift.from / DAY) * DAY + between(700, 740);
        return { ...shift, breaks: [{ from: noon, to: noon + 30 }] };
      }),
    })),
    places: [
      { id: 'depot', open: null },
      ...Array.from({ length: sites }, (_, at) => ({
        id: `site${at + 1}`,
        open: random() < 0.5 ? null : week(500, 1000, 60),
      })),
    ],
    travelMin: waysBetween(sites + 1, random),
    tasks: made
      .slice(0, Math.max(tasks, 1) + 2)
      .filter(({ after }) => after.every(({ taskId }) => made.some(({ id }) => id === taskId))),
    lateCostPerMin: between(0, 6),
  };
}

/** The same days with roads that are full twice a day: ways begun then take up to twice as long, in whole steps. */
export function withFullRoads(day: DayCase, seed: number, stepMin: number): DayCase {
  const random = seededRandom(seed);
  const steps = (from: number, to: number) => stepMin * Math.round((from + random() * (to - from)) / stepMin);
  const shifts = day.people.flatMap((person) => person.shifts);
  const days = [...new Set(shifts.map(({ from }) => Math.floor(from / DAY)))].sort((a, b) => a - b);
  const travelAt = days.flatMap((each) => {
    const own = shifts.filter(({ from }) => Math.floor(from / DAY) === each);
    const [begin, end] = [Math.min(...own.map(({ from }) => from)), Math.max(...own.map(({ to }) => to))];
    const morning = { from: begin, to: begin + steps(20, 60) };
    const evening = { from: Math.max(morning.to, end - steps(40, 80)), to: end };
    return [morning, evening].flatMap((stretch) => {
      const slower = 1.2 + 0.8 * random();
      const travelMin = day.travelMin.map((row) =>
        row.map((minutes) => stepMin * Math.ceil((minutes * slower) / stepMin)),
      );
      return stretch.to > stretch.from ? [{ ...stretch, travelMin }] : [];
    });
  });
  return { ...day, id: `${day.id}, full roads`, travelAt };
}

/** A small day whose moments are all whole tens of minutes, so that trying everything ends. */
export function smallDay(seed: number): DayCase {
  const random = seededRandom(seed);
  const tens = (from: number, to: number) => 10 * Math.round((from + random() * (to - from)) / 10);
  const sites = 1 + Math.floor(random() * 2);
  const count = 2 + Math.floor(random() * 2);
  const people = 1 + Math.floor(random() * 2);
  const ways = waysBetween(sites + 1, random).map((row, from) =>
    row.map((minutes, to) => (from === to ? 0 : Math.max(10, 10 * Math.round(minutes / 10)))),
  );
  for (let over = 0; over <= sites; over += 1)
    for (const row of ways)
      for (let to = 0; to <= sites; to += 1)
        row[to] = Math.min(row[to] ?? 0, (row[over] ?? 0) + (ways[over]?.[to] ?? 0));
  return {
    ...{ format: 'neat-sill/day-case', version: 1, id: `small ${seed}`, start: '2027-06-21T00:00:00-05:00' },
    people: Array.from({ length: people }, (_, at) => ({
      id: `p${at + 1}`,
      costPerMin: 10 * (4 + Math.floor(random() * 5)),
      pace: 1,
      can: random() < 0.8 ? ['film', 'bead'] : ['film'],
      shifts: [
        { from: tens(0, 30), to: tens(150, 220), breaks: random() < 0.5 ? [{ from: 90, to: 110 }] : [] },
      ],
    })),
    places: [
      { id: 'depot', open: null },
      ...Array.from({ length: sites }, (_, at) => {
        const from = tens(0, 60);
        return { id: `site${at + 1}`, open: random() < 0.5 ? null : [{ from, to: from + tens(100, 150) }] };
      }),
    ],
    travelMin: ways,
    tasks: Array.from({ length: count }, (_, at): DayTask => {
      const from = tens(30, 120);
      const maxGap = random() < 0.5 ? null : tens(0, 40);
      return {
        id: `t${at + 1}`,
        placeId: random() < 0.15 ? 'depot' : `site${1 + Math.floor(random() * sites)}`,
        minutes: tens(10, 50),
        hands: people > 1 && random() < 0.25 ? 2 : 1,
        needs: random() < 0.25 ? 'bead' : 'film',
        avoid: random() < 0.5 ? [{ from, to: from + tens(20, 60) }] : [],
        after:
          at > 0 && random() < 0.5
            ? [{ taskId: `t${at}`, minGap: tens(0, 20), maxGap: maxGap === null ? null : maxGap + 20 }]
            : [],
      };
    }),
    lateCostPerMin: Math.round(random() * 8),
  };
}
