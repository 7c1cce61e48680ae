import { sameAsPane } from '@neat-sill/core/survey';
import { useState } from 'react';
import { useJob, type PaneWithId } from '../job/index.ts';

/** Takes over everything that was measured of another pane, as its twin. */
export function SameAs({ pane }: { pane: PaneWithId }) {
  const job = useJob();
  // A large job has hundreds of panes: they are listed when somebody goes to choose, not at every key.
  const [open, setOpen] = useState(false);
  if (job.allPanes.length < 2) return null;
  const others = open ? job.allPanes.filter(({ id }) => id !== pane.id) : [];
  const take = (likeId: string) => {
    const like = others.find(({ id }) => id === likeId);
    if (!like) return;
    job.edit(
      `Pane ${pane.label} the same as ${like.label}`,
      sameAsPane({ records: job.records, newId: () => crypto.randomUUID() }, pane.id, likeId),
    );
  };
  return (
    <select
      aria-label={`Pane ${pane.label} is the same as`}
      className="min-h-9 rounded-sm border border-transparent bg-transparent px-2.5 font-semibold text-edge"
      value=""
      onFocus={() => setOpen(true)}
      onPointerDown={() => setOpen(true)}
      onBlur={() => setOpen(false)}
      onChange={(event) => take(event.target.value)}
    >
      <option value="">Same as…</option>
      {others.map(({ id, label }) => (
        <option key={id} value={id}>
          pane {label}
        </option>
      ))}
    </select>
  );
}
