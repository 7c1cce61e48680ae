import type { Ranked } from '@neat-sill/core/advice';
import { professionalFor } from '@neat-sill/core/job';
import { describeProfessional } from '@neat-sill/core/words';
import { group } from 'd3';
import { useJob, useUnit, type PaneWithId } from '../job/index.ts';

/** Which of the measured panes a householder may fit with a film, and which to leave to a professional: items of a list. */
export function Householder({ ranked, panes }: { ranked: Ranked; panes: readonly PaneWithId[] }) {
  const job = useJob();
  const unit = useUnit();
  const told = panes.flatMap((pane) => {
    const derived = job.derived.pane(pane.id);
    if (!derived?.sizes) return [];
    const floorMm = job.records.wall[pane.wallId]?.floorMm ?? 0;
    const reason = professionalFor(derived, ranked.figures, floorMm, job.rules);
    return [{ label: pane.label, why: reason && describeProfessional(reason, unit) }];
  });
  return [...group(told, ({ why }) => why)].map(([why, alike]) => (
    <li key={why ?? ''}>
      {why === null
        ? `A householder can fit pane ${alike.map(({ label }) => label).join(', ')}.`
        : `Leave pane ${alike.map(({ label }) => label).join(', ')} to a professional: ${why}.`}
    </li>
  ));
}
