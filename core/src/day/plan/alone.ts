import { firstFrom, joined, within, type Span } from './intervals.ts';
import type { Crew, Model, ModelTask } from './model.ts';

/* When a task could be done if there were nothing else to do. */

/** When all of a crew can begin a task together; in order. */
export function startsTogether(model: Model, task: ModelTask, { people, minutes }: Crew): readonly Span[] {
  const startsOf = (person: number) =>
    joined(
      (model.shiftsOf[person] ?? []).flatMap(({ number }) => [...model.starts(task.number, number, minutes)]),
    );
  return people.map(startsOf).reduce((all, own) => within(all, own));
}

/** When a task can end at the earliest that begins no earlier than a minute; null where it can't be done at all. */
export function earliestAlone(model: Model, task: ModelTask, from = -Number.MAX_SAFE_INTEGER): number | null {
  const ends = task.crews.flatMap((crew) => {
    const start = firstFrom(startsTogether(model, task, crew), from);
    return start === null ? [] : [start + crew.minutes];
  });
  return ends.length > 0 ? Math.min(...ends) : null;
}
