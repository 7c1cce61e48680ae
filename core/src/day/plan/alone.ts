import { firstFrom, joined, within, type Span } from './intervals.ts';
import type { Crew, Model, ModelTask } from './model.ts';

/* When a task could be done if there were nothing else to do. */

/** When all of a crew can begin a task together; in order. */
function startsTogether(model: Model, task: ModelTask, { people, minutes }: Crew): readonly Span[] {
  const startsOf = (person: number) =>
    joined(
      (model.shiftsOf[person] ?? []).flatMap(({ number }) => [...model.starts(task.number, number, minutes)]),
    );
  return people.map(startsOf).reduce((all, own) => within(all, own));
}

/** Whether some crew can do a task at all. */
export const canBeDone = (model: Model, task: ModelTask): boolean =>
  task.crews.some((crew) => startsTogether(model, task, crew).length > 0);

/** When a task can end at the earliest that begins no earlier than a minute; null where it can't be done at all. */
export function earliestAlone(model: Model, task: ModelTask, from: number): number | null {
  const ends = task.crews.flatMap((crew) => {
    const start = firstFrom(startsTogether(model, task, crew), from);
    return start === null ? [] : [start + crew.minutes];
  });
  return ends.length > 0 ? Math.min(...ends) : null;
}
