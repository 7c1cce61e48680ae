import { FAULT_KINDS, type FaultKind } from '@neat-sill/core/fitting';
import { FAULT_NAMES } from '@neat-sill/core/words';
import type { ReactNode } from 'react';
import { NoteAtPlace } from '../../ui/NoteAtPlace.tsx';
import type { Place } from '../../ui/PlacePicker.tsx';

interface FaultSheetProps {
  readonly figure: (place: Place | null, onPlace: (place: Place) => void) => ReactNode;
  readonly onClose: () => void;
  readonly onNote: (kind: FaultKind, place: Place, note: string) => void;
}

/** Notes a fault: what it is and where on the pane, by a tap on the figure or by naming the place. */
export function FaultSheet({ figure, onClose, onNote }: FaultSheetProps) {
  return (
    <NoteAtPlace
      title="A fault on this pane"
      kinds={FAULT_KINDS}
      names={FAULT_NAMES}
      columns={2}
      act="Save fault"
      drawing={(place, onPlace) => <div className="mx-auto w-64">{figure(place, onPlace)}</div>}
      onClose={onClose}
      onNote={onNote}
    />
  );
}
