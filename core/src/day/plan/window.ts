import type { Span } from './intervals.ts';
import type { ModelTask } from './model.ts';
import type { Schedule } from './schedule.ts';

/** When a task of some minutes may begin by the gaps to what is placed of that which comes before and after it. */
export function windowOf(schedule: Schedule, { before, after }: ModelTask, minutes: number): Span {
  let [first, last] = [-Number.MAX_SAFE_INTEGER, Number.MAX_SAFE_INTEGER];
  for (const { task, minGap, maxGap } of before) {
    if (!schedule.isPlaced(task)) continue;
    const end = schedule.end[task] ?? 0;
    first = Math.max(first, end + minGap);
    if (maxGap !== null) last = Math.min(last, end + maxGap);
  }
  for (const { task, minGap, maxGap } of after) {
    const start = schedule.start[task] ?? null;
    if (start === null) continue;
    last = Math.min(last, start - minGap - minutes);
    if (maxGap !== null) first = Math.max(first, start - maxGap - minutes);
  }
  return [first, last];
}
