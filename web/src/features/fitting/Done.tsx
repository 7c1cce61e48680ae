import { doneSays, tickedAfterwards, type LogSays } from '@neat-sill/core/fitting';
import type { DerivedPane } from '@neat-sill/core/job';
import { countOf } from '@neat-sill/core/units';
import { FAULT_NAMES } from '@neat-sill/core/words';
import { useState } from 'react';
import { Button } from '../../ui/Button.tsx';
import { TextField } from '../../ui/Field.tsx';
import { Sheet } from '../../ui/Sheet.tsx';
import { useMyName } from './useFittingLog.ts';

interface DoneSheetProps {
  readonly pane: DerivedPane;
  readonly onClose: () => void;
  readonly onDone: (says: LogSays) => void;
}

/** Whether anything has to be asked before a pane counts as done: an open fault, or times that can’t be. */
export function asksBeforeDone(pane: DerivedPane, leastPaneMin: number): boolean {
  return (
    pane.fitting.openFaults.length > 0 ||
    tickedAfterwards(pane.fitting, new Date().toISOString(), { leastPaneMin })
  );
}

/** Asks what stands against calling a pane done: faults go by name, and times of ticks that came afterwards teach nothing. */
export function DoneSheet({ pane, onClose, onDone }: DoneSheetProps) {
  const { rules } = pane;
  const mine = useMyName();
  const [name, setName] = useState(mine);
  const { openFaults } = pane.fitting;
  const [late] = useState(() => tickedAfterwards(pane.fitting, new Date().toISOString(), rules.fitting));
  const needsName = openFaults.length > 0;
  return (
    <Sheet title={`Is pane ${pane.record.label} done?`} open onClose={onClose}>
      {needsName && (
        <>
          <p>
            It has {countOf(openFaults.length, 'open fault')}:{' '}
            {openFaults.map(({ kind }) => FAULT_NAMES[kind].toLowerCase()).join(', ')}. It stays on Today
            until it is mended or accepted.
          </p>
          <TextField
            label="Who calls it done"
            value={name}
            maxLength={120}
            onChange={(event) => setName(event.target.value)}
          />
        </>
      )}
      {late && (
        <p>
          All of it was ticked in less than {countOf(rules.fitting.leastPaneMin, 'minute')}. It can be done,
          but these times are not counted for how long such a pane takes.
        </p>
      )}
      <div className="flex justify-end gap-2">
        <Button className="min-h-12" onClick={onClose}>
          Not yet
        </Button>
        <Button
          className="min-h-12"
          weight="act"
          disabled={needsName && name.trim() === ''}
          onClick={() => onDone(doneSays(pane.fitting, !late, needsName ? name.trim() : null))}
        >
          Done
        </Button>
      </div>
    </Sheet>
  );
}
