import type { Model } from './model.ts';

/** Who does which task when, while it is being made; a task that is not placed has no start. */
export class Schedule {
  /** Tasks of each shift in their order. */
  readonly order: number[][];
  readonly start: (number | null)[];
  readonly end: number[];
  /** Shifts that do a task together. */
  readonly crew: (readonly number[])[];

  constructor(readonly model: Model) {
    this.order = model.shifts.map(() => []);
    this.start = model.tasks.map(() => null);
    this.end = model.tasks.map(() => 0);
    this.crew = model.tasks.map(() => []);
  }

  copy(): Schedule {
    const other = new Schedule(this.model);
    other.take(this);
    return other;
  }

  /** Becomes as another is. */
  take(from: Schedule): void {
    from.order.forEach((tasks, shift) => (this.order[shift] = [...tasks]));
    from.start.forEach((start, task) => {
      this.start[task] = start;
      this.end[task] = from.end[task] ?? 0;
      this.crew[task] = from.crew[task] ?? [];
    });
  }

  isPlaced(task: number): boolean {
    return this.start[task] !== null;
  }

  place(task: number, shifts: readonly number[], start: number, minutes: number): void {
    this.start[task] = start;
    this.end[task] = start + minutes;
    this.crew[task] = shifts;
    for (const shift of shifts) {
      const order = this.order[shift] ?? [];
      let at = order.length;
      while (at > 0 && (this.start[order[at - 1] ?? 0] ?? 0) > start) at -= 1;
      order.splice(at, 0, task);
    }
  }

  remove(task: number): void {
    for (const shift of this.crew[task] ?? []) {
      const order = this.order[shift] ?? [];
      order.splice(order.indexOf(task), 1);
    }
    this.start[task] = null;
    this.crew[task] = [];
  }

  /** When whoever works a shift leaves the depot and is back; null where it is not used. */
  paidSpan(shift: number): readonly [number, number] | null {
    const order = this.order[shift] ?? [];
    const [first, last] = [order[0], order.at(-1)];
    if (first === undefined || last === undefined) return null;
    const { ways, tasks } = this.model;
    return [
      ways.leaveBy(0, tasks[first]?.place ?? 0, this.start[first] ?? 0),
      ways.there(tasks[last]?.place ?? 0, 0, this.end[last] ?? 0),
    ];
  }

  /** When the last task ends; 0 where there is none. */
  lastEnd(): number {
    const ends = this.order.flatMap((order) => {
      const last = order.at(-1);
      return last === undefined ? [] : [this.end[last] ?? 0];
    });
    return ends.length > 0 ? Math.max(...ends) : 0;
  }

  /** What it costs: paid minutes of the shifts that are used, and how late the last task ends. */
  cost(): number {
    const { shifts, day } = this.model;
    const paid = shifts.reduce((sum, { number, costPerMin }) => {
      const span = this.paidSpan(number);
      return span ? sum + (span[1] - span[0]) * costPerMin : sum;
    }, 0);
    return paid + this.lastEnd() * day.lateCostPerMin;
  }

  /** Minutes times hands of what is not placed. */
  unplaced(): number {
    return this.model.tasks.reduce(
      (sum, { number, task }) => (this.isPlaced(number) ? sum : sum + task.minutes * task.hands),
      0,
    );
  }
}
