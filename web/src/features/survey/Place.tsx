import type { Pane } from '@neat-sill/core/survey';
import { useJob, useUnit } from '../job/index.ts';
import { TextField } from '../../ui/Field.tsx';
import { LengthField } from '../../ui/LengthField.tsx';
import { patchAll, type PaneWithId } from './GlassAndFrame.tsx';

/** Its number, and where it stands on the wall. */
export function Place({ pane }: { pane: PaneWithId }) {
  const job = useJob();
  const unit = useUnit();
  const set = (what: string, patch: Partial<Pane>) =>
    job.edit(`${what} of pane ${pane.label}`, patchAll(job, [pane], patch));
  return (
    <div className="grid grid-cols-3 gap-4">
      <TextField
        key={pane.label}
        label="Number"
        defaultValue={pane.label}
        maxLength={12}
        onBlur={(event) => {
          const label = event.target.value.trim();
          if (label) set('Number', { label });
          else event.target.value = pane.label;
        }}
      />
      <LengthField
        label="Gap before it"
        valueMm={pane.gapBeforeMm}
        unit={unit}
        expects="any"
        draftKey={`${job.jobId} ${pane.id} gap`}
        onTake={(length) => set('Gap', { gapBeforeMm: length.mm })}
      />
      <LengthField
        label="Sill over floor"
        valueMm={pane.sillMm}
        unit={unit}
        expects="any"
        draftKey={`${job.jobId} ${pane.id} sill`}
        onTake={(length) => set('Sill', { sillMm: length.mm })}
      />
    </div>
  );
}
