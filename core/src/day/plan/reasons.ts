import { canBeDone } from './alone.ts';
import type { WhyUnplaced } from '../format/index.ts';
import { NO_SKILL, type Stretch } from '../format/index.ts';
import type { Model, ModelTask } from './model.ts';
import type { Schedule } from './schedule.ts';
import type { Units } from './units.ts';

const isTied = (model: Model, { before, after }: ModelTask, is: (task: number) => boolean) =>
  [...before, ...after].some(
    ({ task, maxGap }) => maxGap !== null && is(task) && model.tasks[task] !== undefined,
  );

const clash = (stretch: Stretch, from: number, to: number) => from < stretch.to && stretch.from < to;

/** What keeps a task from being done at all, whatever else there is to do; null where nothing does. */
function byItself(model: Model, task: ModelTask): WhyUnplaced | null {
  const { day, shiftsOf, ways } = model;
  const { needs, hands, avoid } = task.task;
  const able = day.people.flatMap(({ can }, person) =>
    needs === NO_SKILL || can.includes(needs) ? [person] : [],
  );
  if (able.length === 0) return 'skill.none';
  if (task.crews.length === 0) return 'hands.tooFew';
  const there = ways.least(0, task.place) + ways.least(task.place, 0);
  const longEnough = task.crews.flatMap(({ people, minutes }) => {
    const lengths = people.map((person) =>
      Math.max(0, ...(shiftsOf[person] ?? []).map(({ from, to }) => to - from)),
    );
    return Math.min(...lengths) >= minutes + there ? [{ people, minutes }] : [];
  });
  if (longEnough.length === 0) return 'shift.tooShort';
  if (canBeDone(model, task)) return null;
  // Without the sun it could be done; else the hours of its place, or of those who work together, are to blame.
  const open = day.places[task.place]?.open ?? null;
  const opens = ({ from, to }: { from: number; to: number }, minutes: number) =>
    open === null || open.some((each) => Math.min(each.to, to) - Math.max(each.from, from) >= minutes);
  const someOpen = longEnough.some(({ people, minutes }) =>
    (shiftsOf[people[0] ?? -1] ?? []).some((shift) => opens(shift, minutes)),
  );
  if (!someOpen) return 'place.closed';
  const meets = (shiftsOf[longEnough[0]?.people[0] ?? -1] ?? []).some(({ from, to }) =>
    avoid.some((each) => clash(each, from, to)),
  );
  if (meets) return 'avoid.always';
  return hands > 1 ? 'hands.tooFew' : 'shift.tooShort';
}

/** Why each task that is not placed is not. */
export function reasonsFor(
  schedule: Schedule,
  { circular, unitOf, units }: Units,
): readonly { readonly taskId: string; readonly reason: WhyUnplaced }[] {
  const { model } = schedule;
  const own = new Map<number, WhyUnplaced | null>();
  const ownOf = (task: ModelTask) => {
    const known = own.get(task.number);
    if (known !== undefined) return known;
    const found = byItself(model, task);
    own.set(task.number, found);
    return found;
  };
  return model.tasks.flatMap((task) => {
    if (schedule.isPlaced(task.number)) return [];
    const reason = (): WhyUnplaced => {
      const itself = ownOf(task);
      if (itself) return itself;
      if (circular.has(task.number))
        return isInCircle(model, task.number) ? 'after.circular' : 'after.unplaced';
      const mates = units[unitOf[task.number] ?? -1]?.tasks ?? [];
      const stops = (number: number) => {
        const other = model.tasks[number];
        return other !== undefined && (ownOf(other) !== null || circular.has(number));
      };
      if (mates.some(stops) || isTied(model, task, stops)) return 'gap.broken';
      const waits = task.before.some(
        ({ task: other }) => !schedule.isPlaced(other) && !mates.includes(other),
      );
      if (
        waits ||
        mates.some((mate) =>
          model.tasks[mate]?.before.some(
            ({ task: other }) => !schedule.isPlaced(other) && !mates.includes(other),
          ),
        )
      )
        return 'after.unplaced';
      return 'time.none';
    };
    return [{ taskId: task.task.id, reason: reason() }];
  });
}

function isInCircle({ tasks }: Model, start: number): boolean {
  const seen = new Set<number>();
  const open = [start];
  for (let at = open.pop(); at !== undefined; at = open.pop())
    for (const { task } of tasks[at]?.before ?? []) {
      if (task === start) return true;
      if (!seen.has(task)) {
        seen.add(task);
        open.push(task);
      }
    }
  return false;
}
