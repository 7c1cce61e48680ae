import { FAULT_KINDS, type FaultKind } from '@neat-sill/core/fitting';
import { FAULT_NAMES } from '@neat-sill/core/words';
import { useState, type ReactNode } from 'react';
import { Button } from '../../ui/Button.tsx';
import { PlacePicker, type Place } from '../../ui/PlacePicker.tsx';
import { Sheet } from '../../ui/Sheet.tsx';

interface FaultSheetProps {
  readonly figure: (place: Place | null, onPlace: (place: Place) => void) => ReactNode;
  readonly onClose: () => void;
  readonly onNote: (kind: FaultKind, place: Place, note: string) => void;
}

/** Notes a fault: what it is and where on the pane, by a tap on the figure or by naming the place. */
export function FaultSheet({ figure, onClose, onNote }: FaultSheetProps) {
  const [place, setPlace] = useState<Place | null>(null);
  const [kind, setKind] = useState<FaultKind | null>(null);
  const [note, setNote] = useState('');
  const missing = !kind ? 'Say what it is.' : !place ? 'Tap where it is.' : null;
  return (
    <Sheet title="A fault on this pane" open onClose={onClose}>
      <div className="mx-auto w-64">{figure(place, setPlace)}</div>
      <PlacePicker place={place} onPlace={setPlace} />
      <div className="grid grid-cols-2 gap-1" role="group" aria-label="What it is">
        {FAULT_KINDS.map((each) => (
          <Button
            key={each}
            className="min-h-12"
            aria-pressed={kind === each}
            weight={kind === each ? 'act' : 'plain'}
            onClick={() => setKind(each)}
          >
            {FAULT_NAMES[each]}
          </Button>
        ))}
      </div>
      <label className="flex flex-col gap-1 text-sm text-quiet">
        Note, if you like
        <input
          className="min-h-12 rounded-sm border border-hairline bg-sheet px-3 text-base text-ink"
          maxLength={400}
          value={note}
          onChange={(event) => setNote(event.target.value)}
        />
      </label>
      <div className="flex items-center justify-end gap-3">
        {missing && <span className="text-sm text-quiet">{missing}</span>}
        <Button className="min-h-12" onClick={onClose}>
          Leave it
        </Button>
        <Button
          className="min-h-12"
          weight="act"
          disabled={missing !== null}
          onClick={() => kind && place && onNote(kind, place, note)}
        >
          Note the fault
        </Button>
      </div>
    </Sheet>
  );
}
