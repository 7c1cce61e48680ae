import type { FittingPlan } from '../plan/fittingPlan.ts';
import { isForNow, stepsToDo, type StepToDo } from './progress.ts';
import { tickOf, type FittingState } from './state.ts';

/* What counts at a pane, from its log: it outlives a lock, a reload and a lost network. */

/** A clock that counts down from a moment: until one may go on, or until film grabs. */
export interface StepClock {
  readonly kind: 'wait' | 'grabs';
  readonly from: string;
  readonly lengthMin: number;
}

const LAID: readonly string[] = ['wetAdhesive', 'hang', 'square', 'wetFace', 'anchorStroke'];

/** The clock that counts at a step of `todo`; null where none does. */
export function clockOfStep(
  todo: readonly StepToDo[],
  at: StepToDo,
  plan: FittingPlan,
  state: FittingState,
): StepClock | null {
  if (at.isDone) return null;
  const place = todo.indexOf(at);
  const before = todo[place - 1];
  const since = before && tickOf(state, before.key);
  if (at.step.waitMin > 0 && since) return { kind: 'wait', from: since.at, lengthMin: at.step.waitMin };
  const { code } = at.step;
  if (plan.graceMin === 0 || !(LAID.includes(code) || code === 'squeegeeFirst')) return null;
  const laid = todo
    .slice(0, place)
    .filter(({ step }) => LAID.includes(step.code) && step.figures['panel'] === at.step.figures['panel'])
    .flatMap(({ key }) => tickOf(state, key)?.at ?? [])[0];
  return laid ? { kind: 'grabs', from: laid, lengthMin: plan.graceMin } : null;
}

/** How many of a pane's steps are done, and the clock that counts there. */
export interface PaneProgress {
  readonly done: number;
  readonly of: number;
  readonly clock: StepClock | null;
}

/** Null for a pane that is not begun. One that is done has all its steps done, whatever was ticked, and no clock. */
export function paneProgress(plan: FittingPlan, state: FittingState): PaneProgress | null {
  const todo = stepsToDo(plan, state);
  if (state.doneAt !== null) return { done: todo.length, of: todo.length, clock: null };
  if (Object.keys(state.ticks).length === 0) return null;
  const at = todo.find((each) => !each.isDone && isForNow(each));
  const done = todo.filter(({ isDone }) => isDone).length;
  return { done, of: todo.length, clock: at ? clockOfStep(todo, at, plan, state) : null };
}
