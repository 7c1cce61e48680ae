import { minutesBySteps, type KnownEntry, type LogSays } from '@neat-sill/core/fitting';
import type { DerivedPane } from '@neat-sill/core/job';
import { formatTemperature, listOf, type LengthUnit } from '@neat-sill/core/units';
import { FAULT_NAMES, FAULT_STANDING_NAMES, HANG_NAMES, STEP_NAMES } from '@neat-sill/core/words';
import { Sheet } from '../../ui/Sheet.tsx';
import { showMoment } from '../../ui/format.ts';
import { useJob, useUnit } from '../job/index.ts';

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
