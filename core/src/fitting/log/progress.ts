import type { RuleSet } from '../../rules/index.ts';
import { groupOf, stepKey, type PlannedStep, type StepGroup } from '../plan/steps.ts';
import type { FittingPlan } from '../plan/fittingPlan.ts';
import type { LogSays } from './entries.ts';
import { tickOf, workedMinutes, type FittingState } from './state.ts';

/* How far a pane is on its plan. */

/** A step with where it stands: its key, the visit it belongs to, and whether it is done. */
export interface StepToDo {
  readonly key: string;
  readonly step: PlannedStep;
  readonly afterDays: number;
  readonly group: StepGroup;
  readonly isDone: boolean;
}

/** All steps of a pane, visit by visit in their order. */
export function stepsToDo(plan: FittingPlan, state: FittingState): readonly StepToDo[] {
  return plan.visits.flatMap(({ afterDays, steps }) =>
    steps.map((step) => {
      const key = stepKey(step);
      return {
        key,
        step,
        afterDays,
        group: afterDays > 0 ? ('later' as const) : groupOf(step.code),
        isDone: tickOf(state, key) !== null,
      };
    }),
  );
}

/**
 * Whether a step is part of the first visit as it goes. Looking again is not: it comes when more panes hang, and is asked
 * for then.
 */
export const isForNow = ({ step, afterDays }: Pick<StepToDo, 'step' | 'afterDays'>): boolean =>
  afterDays === 0 && step.code !== 'lookAgain';

/** Steps that an old hand ticks as one, in the order of the work. */
export interface GroupToDo {
  readonly group: StepGroup;
  readonly afterDays: number;
  /** The panel it is hung for, where there are several; null otherwise. */
  readonly panel: number | null;
  readonly steps: readonly StepToDo[];
  readonly isDone: boolean;
}

const panelOf = ({ step }: StepToDo): number | null =>
  typeof step.figures['panel'] === 'number' && step.code !== 'testFit' ? step.figures['panel'] : null;

/** The steps in groups; each panel of a spliced pane is hung and trimmed in its turn. */
export function groupsToDo(steps: readonly StepToDo[]): readonly GroupToDo[] {
  const groups: { group: StepGroup; afterDays: number; panel: number | null; steps: StepToDo[] }[] = [];
  for (const each of steps.filter(({ step }) => step.code !== 'lookAgain')) {
    const last = groups.at(-1);
    const panel = panelOf(each);
    if (last && last.group === each.group && last.afterDays === each.afterDays && last.panel === panel)
      last.steps.push(each);
    else groups.push({ group: each.group, afterDays: each.afterDays, panel, steps: [each] });
  }
  return groups.map((group) => ({ ...group, isDone: group.steps.every(({ isDone }) => isDone) }));
}

/** Whether all of a pane was ticked so fast that its times can’t be those of the work. */
export function tickedAfterwards(
  state: FittingState,
  now: string,
  { leastPaneMin }: Pick<RuleSet['fitting'], 'leastPaneMin'>,
): boolean {
  const first = Object.values(state.ticks)
    .map(({ at }) => at)
    .sort((one, other) => Date.parse(one) - Date.parse(other))[0];
  return workedMinutes(state, first ?? now, now) < leastPaneMin;
}

/** That a pane is done: with who takes it where faults are open, and whether its times teach anything. */
export function doneSays(
  state: FittingState,
  timesCount: boolean,
  takenBy: string | null,
): Extract<LogSays, { kind: 'done' }> {
  return { kind: 'done', timesCount, openFaults: state.openFaults.map(({ id }) => id), takenBy };
}

/**
 * The pane that is to be looked at again now: hung `lookAgainAfterPanes` panes before the last one that was hung, and not
 * looked at since that. Once all panes hang each of them is asked for. Null while there is none.
 */
export function paneToLookAt(
  panes: readonly { readonly id: string; readonly fitting: FittingState }[],
  { lookAgainAfterPanes }: Pick<RuleSet['fitting'], 'lookAgainAfterPanes'>,
): string | null {
  const hungAt = ({ fitting }: (typeof panes)[number]) =>
    Object.entries(fitting.ticks)
      .flatMap(([key, { at }]) => (key === 'hang' || key.startsWith('hang.') ? [Date.parse(at)] : []))
      .sort((a, b) => b - a)[0];
  const hung = panes
    .flatMap((pane) => {
      const at = hungAt(pane);
      return at === undefined ? [] : [{ id: pane.id, fitting: pane.fitting, at }];
    })
    .sort((a, b) => a.at - b.at);
  const isLast = hung.length === panes.length;
  const due = isLast ? hung : hung.slice(0, Math.max(0, hung.length - lookAgainAfterPanes));
  return due.find(({ fitting, at }) => !fitting.looks.some((look) => Date.parse(look.at) >= at))?.id ?? null;
}
