import type { DerivedPane } from '@neat-sill/core/job';
import { patchRecord } from '@neat-sill/core/record';
import { Button } from '../../ui/Button.tsx';
import { LengthField } from '../../ui/LengthField.tsx';
import { useJob, useUnit } from '../job/index.ts';

const MOST_IN_MM = 5000;

/** The panes whose film comes in sheets that bear a motif. */
export function useMotifPanes(): readonly DerivedPane[] {
  return useJob().derived.panes.filter(({ film }) => film?.rolls.some(({ soldBy }) => soldBy === 'motif'));
}

function MotifOf({ pane }: { pane: DerivedPane }) {
  const job = useJob();
  const unit = useUnit();
  const { label, motif } = pane.record;
  const put = (next: typeof motif) =>
    job.edit(`Motif of pane ${label}`, [patchRecord(job.records, 'pane', pane.id, { motif: next })]);
  const field = (name: string, side: 'leftMm' | 'topMm') => (
    <div className="min-w-0 flex-1">
      <LengthField
        label={`Pane ${label}: glass begins from the sheet’s ${name}`}
        valueMm={motif?.[side] ?? null}
        unit={unit}
        expects="any"
        draftKey={`motif ${pane.id} ${side}`}
        refuse={(mm) => (mm > MOST_IN_MM ? 'No sheet is as large.' : null)}
        onTake={({ mm }) => put({ leftMm: 0, topMm: 0, ...motif, [side]: mm })}
      />
    </div>
  );
  return (
    <li className="flex flex-wrap items-end gap-2 border-t border-hairline-soft pt-2">
      {field('left', 'leftMm')}
      {field('top', 'topMm')}
      {motif ? (
        <Button onClick={() => put(null)}>In the middle</Button>
      ) : (
        <span className="pb-2.5 text-sm text-quiet">in the middle of the sheet</span>
      )}
    </li>
  );
}

/** Where on its sheet each pane takes its piece, so that the motif comes where it is wanted. */
export function Motifs({ panes }: { panes: readonly DerivedPane[] }) {
  return (
    <ul className="flex flex-col gap-2">
      {panes.map((pane) => (
        <MotifOf key={pane.id} pane={pane} />
      ))}
    </ul>
  );
}
