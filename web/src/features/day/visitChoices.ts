import type { Assignment } from '@neat-sill/core/day';
import type { RoomSplit } from '@neat-sill/core/job';

/** What is asked of the days beside the job: which, who comes, and rooms worked in two parts. */
export interface VisitChoices {
  readonly from: string;
  readonly days: number;
  /** Null: as many as the job wants hands. */
  readonly comes: readonly string[] | null;
  readonly splits: readonly RoomSplit[];
}

export const isDay = (text: string) => /^\d{4}-\d{2}-\d{2}$/.test(text);

/** In whose hands a task is after it was dragged from one row to another. */
export function handsAfter(put: Assignment, fromPerson: string, toPerson: string): readonly string[] {
  // Dragged onto somebody who does it already, the two change nothing.
  if (fromPerson === toPerson || put.people.includes(toPerson)) return put.people;
  return put.people.map((id) => (id === fromPerson ? toPerson : id));
}
