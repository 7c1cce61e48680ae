import type { PaneForPlan } from '../format/planJob.ts';
import { spanOf } from './looks.ts';

/** Hidden strips that lie outside their pane: they hide nothing there, so somebody has mistaken a side or a figure. */
export function strayStrips(
  panes: readonly PaneForPlan[],
): { readonly paneId: string; readonly at: number; readonly fromMm: number; readonly toMm: number }[] {
  return panes.flatMap((pane) =>
    (pane.seams.about?.hidden ?? []).flatMap(({ axis, from, to }, at) =>
      to <= 0 || from >= spanOf(pane, axis) || to <= from
        ? [{ paneId: pane.id, at, fromMm: from, toMm: to }]
        : [],
    ),
  );
}
