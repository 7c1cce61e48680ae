import type { ChangeOfKind } from '../record/index.ts';
import { NO_FITTING, type Fitting, type PaneFault } from './records.ts';
import type { FittingStep } from './steps.ts';

/* What a fitter does at a pane, as changes of its record. */

/** A change of a pane's fitting record, made when it is first needed. */
export function fittingChange(
  records: { readonly fitting: Readonly<Record<string, Fitting>> },
  paneId: string,
  alter: (fitting: Fitting) => Fitting,
): ChangeOfKind<'fitting', Fitting> {
  const before = records.fitting[paneId] ?? null;
  return { kind: 'fitting', id: paneId, before, after: alter(before ?? NO_FITTING) };
}

/** Ticks a step at a moment (ISO 8601); the last of the steps also notes when the pane was done. */
export function tickStep(
  fitting: Fitting,
  step: FittingStep,
  steps: readonly FittingStep[],
  now: string,
): Fitting {
  const ticks = { ...fitting.ticks, [step]: now };
  return { ...fitting, ticks, doneAt: steps.every((each) => each in ticks) ? now : null };
}

/** Goes back behind a step: the pane is not done any more. */
export function untickStep(fitting: Fitting, step: FittingStep): Fitting {
  const ticks = { ...fitting.ticks };
  Reflect.deleteProperty(ticks, step);
  return { ...fitting, ticks, doneAt: null };
}

export function noteFault(fitting: Fitting, fault: PaneFault): Fitting {
  return { ...fitting, faults: [...fitting.faults, fault] };
}

export function faultFixed(fitting: Fitting, faultId: string): Fitting {
  return { ...fitting, faults: fitting.faults.filter(({ id }) => id !== faultId) };
}

/** The step at which a pane stands: the first that is not ticked, else the last. */
export function stepNow(fitting: Fitting, steps: readonly FittingStep[]): FittingStep {
  return steps.find((step) => !(step in fitting.ticks)) ?? steps.at(-1) ?? 'inspect';
}
