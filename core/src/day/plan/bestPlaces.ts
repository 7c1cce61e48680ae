import type { Shift } from './model.ts';

/** A place for a task among what is placed already. */
export interface Candidate {
  readonly shifts: readonly Shift[];
  readonly start: number;
  readonly minutes: number;
  /** What it costs more, as it looks. */
  readonly more: number;
}

/** Of the places offered for a task the cheapest, in rising cost: so many, and no more than some of one shift. */
export class BestPlaces {
  private readonly best: Candidate[] = [];

  constructor(
    private readonly most: number,
    private readonly mostOfAShift: number,
  ) {}

  get list(): readonly Candidate[] {
    return this.best;
  }

  /** Whether a place that costs so much more is looked at: not where as many are kept and none of them is dearer. */
  wants(more: number): boolean {
    const { best, most } = this;
    return best.length < most || (best[most - 1]?.more ?? 0) > more;
  }

  /** Of two that cost the same, the one that came first is the better. */
  offer(place: Candidate): void {
    const { best, most, mostOfAShift } = this;
    if (!this.wants(place.more)) return;
    if (mostOfAShift < Infinity) {
      const ofShift = best.filter(({ shifts }) => shifts[0] === place.shifts[0]);
      const last = ofShift[mostOfAShift - 1];
      if (last && last.more <= place.more) return;
      if (last) best.splice(best.indexOf(last), 1);
    }
    let at = best.length;
    while (at > 0 && (best[at - 1]?.more ?? 0) > place.more) at -= 1;
    best.splice(at, 0, place);
    if (best.length > most) best.pop();
  }
}
