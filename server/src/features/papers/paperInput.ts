import type { DerivedJob, JobHeader } from '@neat-sill/core/job';
import type { LengthUnit } from '@neat-sill/core/units';
import { format, parseISO } from 'date-fns';
import type { PaperShop } from './letterhead.ts';

/** A day, `YYYY-MM-DD`, as papers say it. */
export const showDay = (day: string) => format(parseISO(day), 'd MMMM yyyy');

export interface PaperInput {
  readonly job: DerivedJob;
  readonly unit: LengthUnit;
  /** `YYYY-MM-DD` where the asker is. */
  readonly today: string;
  readonly shop: PaperShop;
}

/** Why a paper can't be made yet, in a sentence for the person who asked for it. */
export class PaperProblem extends Error {}

export function headerFor({ job: { header } }: PaperInput): JobHeader {
  if (!header) throw new PaperProblem('The job has no name and customer yet; fill them in first.');
  return header;
}

/** The plan a paper goes by; one that no longer holds is refused, so that nobody cuts or writes labels by it. */
export function heldPlan({ job: { kept } }: PaperInput, paper: string) {
  switch (kept.kind) {
    case 'none':
      throw new PaperProblem(`No plan is kept yet: open Cuts and keep a plan, then make the ${paper}.`);
    case 'changed':
      throw new PaperProblem(
        'The job has changed since the plan was kept: open Cuts, look at the new plan and keep it.',
      );
    case 'holds':
      return kept.kept;
  }
}
