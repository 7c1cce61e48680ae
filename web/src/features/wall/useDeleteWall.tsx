import { removeWithDependents } from '@neat-sill/core/job';
import type { Wall } from '@neat-sill/core/survey';
import { countOf } from '@neat-sill/core/units';
import { useState, type ReactNode } from 'react';
import { Confirm } from '../../ui/Confirm.tsx';
import type { OpenJob } from '../job/index.ts';

/** Deletes a wall; asks first where its panes would go with it. */
export function useDeleteWall(
  job: OpenJob,
  wall: (Wall & { readonly id: string }) | null,
): { readonly ask: () => void; readonly question: ReactNode } {
  const [asking, setAsking] = useState(false);
  if (!wall) return { ask: () => undefined, question: null };
  const panes = job.derived.wall(wall.id)?.panes.length ?? 0;
  const remove = () => {
    setAsking(false);
    job.edit(`Delete ${wall.name}`, removeWithDependents(job.records, 'wall', wall.id));
  };
  return {
    ask: () => (panes > 0 ? setAsking(true) : remove()),
    question: (
      <Confirm
        title={`Delete ${wall.name}`}
        open={asking}
        act="Delete wall"
        onClose={() => setAsking(false)}
        onAct={remove}
      >
        {countOf(panes, 'pane')} with {panes === 1 ? 'its' : 'their'} readings, films and fitting{' '}
        {panes === 1 ? 'goes' : 'go'} with it. Undo brings all of it back.
      </Confirm>
    ),
  };
}
