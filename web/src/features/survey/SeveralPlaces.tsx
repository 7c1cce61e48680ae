import { removeWithDependents } from '@neat-sill/core/job';
import { countOf } from '@neat-sill/core/units';
import { Trash2 } from 'lucide-react';
import { useJob, useUnit } from '../job/index.ts';
import { Button } from '../../ui/Button.tsx';
import { LengthField } from '../../ui/LengthField.tsx';
import { patchAll, type PaneWithId } from './GlassAndFrame.tsx';

/** How high several panes stand, and the way to remove them together. */
export function SeveralPlaces({ panes }: { panes: readonly PaneWithId[] }) {
  const job = useJob();
  const unit = useUnit();
  const [first] = panes;
  const labels = panes.map(({ label }) => label).join(', ');
  const same = first && panes.every(({ sillMm }) => sillMm === first.sillMm);
  const ids = panes.map(({ id }) => id);
  return (
    <>
      <div className="grid grid-cols-3 gap-4">
        <LengthField
          key={ids.join(' ')}
          label="Sill over floor"
          valueMm={same ? first.sillMm : null}
          unit={unit}
          expects="any"
          draftKey={`${job.jobId} ${ids.join(' ')} sill`}
          mayBeEmpty
          onTake={(length) => {
            if (length) job.edit(`Sill of panes ${labels}`, patchAll(job, panes, { sillMm: length.mm }));
          }}
        />
      </div>
      <Button
        weight="danger"
        className="self-end"
        onClick={() =>
          job.edit(
            `Remove panes ${labels}`,
            ids.flatMap((id) => removeWithDependents(job.records, 'pane', id)),
          )
        }
      >
        <Trash2 size={17} aria-hidden /> Remove {countOf(panes.length, 'pane')}
      </Button>
    </>
  );
}
