import { removeWithDependents } from '@neat-sill/core/job';
import type { Wall } from '@neat-sill/core/survey';
import { countOf } from '@neat-sill/core/units';
import { Trash2 } from 'lucide-react';
import { useState } from 'react';
import { Button } from '../../ui/Button.tsx';
import { Confirm } from '../../ui/Confirm.tsx';
import type { OpenJob } from '../job/index.ts';

/** Removes a wall; asks first where its panes would go with it. */
export function RemoveWall({ job, wall }: { job: OpenJob; wall: Wall & { readonly id: string } }) {
  const [asking, setAsking] = useState(false);
  const panes = job.derived.wall(wall.id)?.panes.length ?? 0;
  const remove = () => {
    setAsking(false);
    job.edit(`Remove ${wall.name}`, removeWithDependents(job.records, 'wall', wall.id));
  };
  return (
    <>
      <Button size="low" title="Remove the wall" onClick={() => (panes > 0 ? setAsking(true) : remove())}>
        <Trash2 size={18} aria-hidden />
        <span className="sr-only">Remove the wall</span>
      </Button>
      <Confirm
        title={`Remove ${wall.name}`}
        open={asking}
        act="Remove the wall"
        onClose={() => setAsking(false)}
        onAct={remove}
      >
        {countOf(panes, 'pane')} with {panes === 1 ? 'its' : 'their'} readings, films and fitting{' '}
        {panes === 1 ? 'goes' : 'go'} with it. Undo brings all of it back.
      </Confirm>
    </>
  );
}
