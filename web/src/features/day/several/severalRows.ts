import type { PlannedJobs } from '@neat-sill/core/contract';
import { endsIn } from '@neat-sill/core/day';

/** Somebody at one job without another in between. */
export interface AtJob {
  readonly key: string;
  /** Which of the jobs, by its place in the plan. */
  readonly at: number;
  readonly fromMinute: number;
  readonly toMinute: number;
  readonly tasks: number;
}

/** One day of somebody, from job to job. */
export interface DayOfPerson {
  readonly personId: string;
  readonly name: string;
  readonly atJobs: readonly AtJob[];
}

/** A day of the plan, 0 the first, with everybody who works on it. */
export interface PlannedDay {
  readonly day: number;
  readonly people: readonly DayOfPerson[];
}

const LETTERS = 26;

/** Jobs are told apart by their letter, in the list and on the board: A to Z, then AA and so on. */
export function letterOf(at: number): string {
  const letter = String.fromCharCode('A'.charCodeAt(0) + (at % LETTERS));
  return at < LETTERS ? letter : `${letterOf(Math.floor(at / LETTERS) - 1)}${letter}`;
}

interface Put {
  readonly at: number;
  readonly personId: string;
  readonly start: number;
  readonly end: number;
}

/** Where everybody is on each day of a plan of several jobs; `local` tells the day and its minute of a moment. */
export function daysOfPlan(
  { jobs }: Pick<PlannedJobs, 'jobs'>,
  local: (moment: number) => { readonly day: number; readonly minute: number },
): PlannedDay[] {
  const names = new Map(
    jobs.flatMap(({ visit: { workers } }) => workers.map(({ id, name }) => [id, name] as const)),
  );
  const puts = jobs.flatMap(({ visit: { day, plan } }, at) => {
    const endOf = endsIn(day);
    return plan.assignments.flatMap((put) =>
      put.people.map((personId): Put => ({ at, personId, start: put.start, end: endOf(put) ?? put.start })),
    );
  });
  const days = [...new Set(puts.map(({ start }) => local(start).day))].sort((a, b) => a - b);
  return days.map((day) => ({
    day,
    people: [...names].flatMap(([personId, name]): DayOfPerson[] => {
      const own = puts
        .filter((put) => put.personId === personId && local(put.start).day === day)
        .sort((a, b) => a.start - b.start);
      const atJobs = own.reduce<AtJob[]>((runs, { at, start, end }) => {
        const last = runs.at(-1);
        const [fromMinute, toMinute] = [local(start).minute, local(start).minute + end - start];
        return last?.at === at
          ? [...runs.slice(0, -1), { ...last, toMinute, tasks: last.tasks + 1 }]
          : [...runs, { key: `${start}`, at, fromMinute, toMinute, tasks: 1 }];
      }, []);
      return atJobs.length > 0 ? [{ personId, name, atJobs }] : [];
    }),
  }));
}
