import { minutesBySteps, type KnownEntry, type LogSays } from '@neat-sill/core/fitting';
import type { DerivedPane } from '@neat-sill/core/job';
import { formatTemperature, listOf, type LengthUnit } from '@neat-sill/core/units';
import { FAULT_NAMES, FAULT_STANDING_NAMES, HANG_NAMES, SIDE_NAMES, STEP_NAMES } from '@neat-sill/core/words';
import { useState } from 'react';
import { Button } from '../../ui/Button.tsx';
import { TextField } from '../../ui/Field.tsx';
import { Sheet } from '../../ui/Sheet.tsx';
import { showMoment } from '../../ui/format.ts';
import { useJob, useUnit } from '../job/index.ts';
import { useFittingLog } from './useFittingLog.ts';

const nameOfKey = (key: string) => {
  const [code = '', panel] = key.split('.');
  const name = STEP_NAMES[code as keyof typeof STEP_NAMES] ?? code;
  return panel ? `${name} ${panel}` : name;
};

function sayOf(says: LogSays, pane: DerivedPane, unit: LengthUnit): string {
  switch (says.kind) {
    case 'steps':
      return listOf(says.steps.map(nameOfKey));
    case 'block':
      return `Block ${says.number + 1}`;
    case 'done':
      return says.takenBy ? `Done, with an open fault, by ${says.takenBy}` : 'Done';
    case 'takenBack':
      return 'Taken back';
    case 'doneAt':
      return `${nameOfKey(says.step)}: really ${showMoment(says.doneAt)}`;
    case 'paused':
      return 'Pause';
    case 'resumed':
      return 'Go on';
    case 'fault':
      return `${FAULT_NAMES[says.fault]} noted`;
    case 'faultIs': {
      const kind = pane.fitting.faults.find(({ id }) => id === says.faultId)?.kind;
      return `${kind ? FAULT_NAMES[kind] : 'Fault'} ${FAULT_STANDING_NAMES[says.standing]} by ${says.by}${says.how && `: ${says.how}`}`;
    }
    case 'look':
      return says.found === 'clean' ? 'Looked again: clean' : 'Looked again: something found';
    case 'listened':
      return says.fusedParticles ? 'Listened: rough, no blade' : 'Listened: smooth';
    case 'triedDry':
      return says.bindsAt.length === 0
        ? 'Tried dry: it fits'
        : `Tried dry: it binds at the ${listOf(says.bindsAt.map((side) => SIDE_NAMES[side]))}`;
    case 'anchor':
      return says.anchor ? 'Anchored' : 'Not anchored';
    case 'conditions':
      return `Glass ${formatTemperature(says.glassC, unit)}, air ${formatTemperature(says.airC, unit)}${says.directSun ? ', sun on it' : ''}`;
    case 'takenOn':
      return `${says.by} goes on`;
    case 'way':
      return says.hang ? HANG_NAMES[says.hang] : 'Hung as planned';
    case 'meter':
      return `Metered ${says.when}`;
    case 'picture':
      return `Photograph ${says.when}`;
    case 'lot':
      return `Lot ${says.lot}`;
    case 'loaded':
      return 'Loaded';
    case 'tookOffRack':
      return 'Taken off the rack';
    case 'signed':
      return `Signed by ${says.name}`;
  }
}

/** The lot of the film that hangs here, as its box says. */
function Lot({ pane }: { pane: DerivedPane }) {
  const write = useFittingLog();
  const known = pane.fitting.lot ?? '';
  const [lot, setLot] = useState(known);
  return (
    <div className="flex items-end gap-2">
      <div className="flex-1">
        <TextField
          label="Lot of the film"
          maxLength={60}
          list="lots-of-film"
          value={lot}
          onChange={(event) => setLot(event.target.value)}
        />
        <datalist id="lots-of-film">
          {pane.film?.lots.map((each) => (
            <option key={each} value={each} />
          ))}
        </datalist>
      </div>
      <Button
        className="min-h-12"
        disabled={lot.trim() === '' || lot.trim() === known}
        onClick={() =>
          write(`Lot of pane ${pane.record.label}`, [[pane.id, { kind: 'lot', lot: lot.trim() }]])
        }
      >
        Save lot
      </Button>
    </div>
  );
}

/** All that was written about a pane, the last first, and what its steps took. */
export function LogSheet({ pane, onClose }: { pane: DerivedPane; onClose: () => void }) {
  const { derived } = useJob();
  const unit = useUnit();
  const entries: readonly KnownEntry[] = [...(derived.log.get(pane.id) ?? [])].reverse();
  const minutes = minutesBySteps(pane.fitting);
  const all = minutes.reduce((sum, each) => sum + each.minutes, 0);
  return (
    <Sheet title={`What was done at pane ${pane.record.label}`} open onClose={onClose}>
      {minutes.length > 0 && (
        <p>
          {Math.round(all)} min of work from its first step to its last
          {pane.fitting.timesCount ? '' : ', not counted, as it was ticked afterwards'}.
        </p>
      )}
      <Lot pane={pane} />
      {entries.length === 0 && <p className="text-quiet">Nothing yet.</p>}
      <ol className="flex flex-col">
        {entries.map((entry) => (
          <li key={entry.id} className="border-t border-hairline-soft py-1">
            <span className="text-sm text-quiet">
              {showMoment(entry.at)}
              {entry.by && `, ${entry.by.name}`}
            </span>
            <br />
            {sayOf(entry.says, pane, unit)}
          </li>
        ))}
      </ol>
    </Sheet>
  );
}
