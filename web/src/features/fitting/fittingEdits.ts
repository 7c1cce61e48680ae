import { NO_FITTING, type Fitting, type FittingStep } from '@neat-sill/core/fitting';
import { recordAt } from '@neat-sill/core/record';
import { type Change, type JobRecords } from '@neat-sill/core/job';

/** A change of a pane's fitting record, made when it is first needed. */
export function fittingChange(
  records: JobRecords,
  paneId: string,
  alter: (fitting: Fitting) => Fitting,
): Change {
  const before = recordAt(records, 'fitting', paneId);
  return { kind: 'fitting', id: paneId, before, after: alter(before ?? NO_FITTING) };
}

/** Ticks a step; the last one also notes when the pane was done. */
export function tickStep(
  fitting: Fitting,
  step: FittingStep,
  steps: readonly FittingStep[],
  now: string,
): Fitting {
  const ticks = { ...fitting.ticks, [step]: now };
  return { ...fitting, ticks, doneAt: steps.every((each) => each in ticks) ? now : null };
}

export function untickStep(fitting: Fitting, step: FittingStep): Fitting {
  const ticks = { ...fitting.ticks };
  Reflect.deleteProperty(ticks, step);
  return { ...fitting, ticks, doneAt: null };
}
