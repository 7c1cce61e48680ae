import { endsIn, type DayCase, type DayPlan, type Fact } from '../day/index.ts';
import type { DerivedJob } from '../job/index.ts';
import { visitTaskOf, type Worker } from './visitCase.ts';

/* What the fitting log says of the tasks of a day: which are done, which go on, by whom and since when. */

export interface LogAsked {
  readonly job: DerivedJob;
  readonly day: DayCase;
  readonly plan: DayPlan;
  readonly workers: readonly Worker[];
  /** ISO moment. */
  readonly now: string;
}

const MINUTE_MS = 60_000;

/**
 * Facts of the panes that were begun since the day began: cleaning and film share the pane’s time as the house rules divide
 * it, those of panes cleaned together once; what is not done yet goes on until it should be done, or until now. A room that has a pane begun is set up. Whoever
 * wrote the log of a pane did it, where that is one of those who come; else whom the plan names.
 */
export function factsOfLog({ job, day, plan, workers, now }: LogAsked): Fact[] {
  const at = (iso: string) => Math.round((Date.parse(iso) - Date.parse(day.start)) / MINUTE_MS);
  const moment = at(now);
  const planned = new Map(plan.assignments.map((each) => [each.taskId, each]));
  const minutesOf = new Map(day.tasks.map(({ id, minutes }) => [id, minutes]));
  const isWorker = (id: string) => workers.some((worker) => worker.id === id);
  /** What the log says of a pane with its film on the plan: since when, and to when it goes. */
  const begun = day.tasks.flatMap((task) => {
    const is = visitTaskOf(task.id);
    const pane = is?.kind === 'film' ? job.pane(is.paneId) : null;
    const as = planned.get(task.id);
    if (!pane || !as) return [];
    const ticks = Object.values(pane.fitting.ticks);
    const stamps = ticks.map((tick) => at(tick.at)).filter((each) => each >= 0 && each <= moment);
    const [from, doneAt] = [Math.min(...stamps), pane.fitting.doneAt];
    if (!Number.isFinite(from)) return [];
    const clean = task.after.map(({ taskId }) => taskId).find((id) => visitTaskOf(id)?.kind === 'clean');
    const cleaned = clean === undefined ? null : visitTaskOf(clean);
    const together = cleaned?.kind === 'clean' ? cleaned.paneIds.length : 1;
    const whole = task.minutes + (minutesOf.get(clean ?? '') ?? 0) / together;
    const to =
      doneAt === null ? Math.max(moment + 1, from + Math.round(whole)) : Math.max(from + 2, at(doneAt));
    const between = Math.min(
      to - 1,
      Math.max(from + 1, from + Math.round((to - from) * job.rules.day.cleanShare)),
    );
    const wrote = [...new Set(ticks.flatMap(({ by }) => (by && isWorker(by.id) ? [by.id] : [])))];
    const people = wrote.length >= as.people.length ? wrote.slice(0, as.people.length) : as.people;
    return [{ taskId: task.id, clean, people, from, between, to }];
  });
  const ofPanes = begun.flatMap(({ taskId, clean, people, from, between, to }): Fact[] => {
    // Panes that are cleaned together are all clean when the first of them gets its film.
    const batch = begun.filter((each) => each.clean === clean);
    const since = Math.min(...batch.map((each) => each.from));
    const cleanTo = Math.min(...batch.map((each) => each.between));
    const isFirst = batch[0]?.taskId === taskId;
    const film = { taskId, people, from: between === cleanTo ? between : Math.max(cleanTo, from), to };
    if (clean === undefined || !minutesOf.has(clean) || !isFirst) return [film];
    return [{ taskId: clean, people: people.slice(0, 1), from: since, to: cleanTo }, film];
  });
  const setUps = day.tasks.flatMap((task): Fact[] => {
    const is = visitTaskOf(task.id);
    const as = planned.get(task.id);
    if (is?.kind !== 'setUp' || !as) return [];
    const inRoom = new Set(
      day.tasks.flatMap(({ id, after }) => (after.some(({ taskId }) => taskId === task.id) ? [id] : [])),
    );
    const first = Math.min(...ofPanes.flatMap(({ taskId, from }) => (inRoom.has(taskId) ? [from] : [])));
    if (!Number.isFinite(first)) return [];
    return [
      {
        taskId: task.id,
        people: as.people,
        from: Math.min(as.start, first - 1),
        to: Math.min(as.start + task.minutes, first),
      },
    ];
  });
  return [...setUps, ...ofPanes];
}

/**
 * All that is known of a day at one of its minutes: what the log says, what was known before, and what nobody logs (setting a
 * room up, looking again) as it was planned, where it should be over by then. The log has the last word.
 */
export function factsSoFar(asked: LogAsked, minute: number, before: readonly Fact[]): Fact[] {
  const { day, plan } = asked;
  const logged = factsOfLog(asked);
  const endOf = endsIn(day);
  const asPlanned = plan.assignments.flatMap((put): Fact[] => {
    const kind = visitTaskOf(put.taskId)?.kind;
    const to = endOf(put);
    const isOver = to !== null && to <= minute;
    return isOver && (kind === 'setUp' || kind === 'lookAgain')
      ? [{ taskId: put.taskId, people: put.people, from: put.start, to }]
      : [];
  });
  return [...new Map([...asPlanned, ...before, ...logged].map((fact) => [fact.taskId, fact])).values()];
}
