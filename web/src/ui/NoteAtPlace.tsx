import { useState, type ReactNode } from 'react';
import { Button } from './Button.tsx';
import { TextField } from './Field.tsx';
import { OneOf } from './OneOf.tsx';
import { PlacePicker, type Place } from './PlacePicker.tsx';
import { Sheet } from './Sheet.tsx';

interface NoteAtPlaceProps<Kind extends string> {
  readonly title: string;
  readonly kinds: readonly Kind[];
  readonly names: Readonly<Record<Kind, string>>;
  readonly columns: 2 | 3;
  readonly act: string;
  /** The pane on which the place is tapped. */
  readonly drawing: (place: Place | null, onPlace: (place: Place) => void) => ReactNode;
  readonly onClose: () => void;
  readonly onNote: (kind: Kind, place: Place, note: string) => void;
  /** What else may be noted. */
  readonly children?: ReactNode;
}

/** What is seen on a pane: where, what it is, and a word about it. */
export function NoteAtPlace<Kind extends string>(props: NoteAtPlaceProps<Kind>) {
  const { title, kinds, names, columns, act, drawing: figure, onClose, onNote, children } = props;
  const [place, setPlace] = useState<Place | null>(null);
  const [kind, setKind] = useState<Kind | null>(null);
  const [note, setNote] = useState('');
  const missing = !kind ? 'Say what it is.' : !place ? 'Tap where it is.' : null;
  return (
    <Sheet title={title} open onClose={onClose}>
      {figure(place, setPlace)}
      <PlacePicker place={place} onPlace={setPlace} />
      <OneOf
        label="What it is"
        look="key"
        className={`grid gap-1 ${columns === 2 ? 'grid-cols-2' : 'grid-cols-3'}`}
        options={kinds.map((each) => [each, names[each]])}
        value={kind}
        onChoose={setKind}
      />
      <TextField
        label="Note, if you like"
        className="min-h-12 rounded-sm border border-hairline bg-sheet px-3 text-ink"
        maxLength={400}
        value={note}
        onChange={(event) => setNote(event.target.value)}
      />
      {children}
      <div className="flex items-center justify-end gap-3">
        {missing && <span className="text-sm text-quiet">{missing}</span>}
        <Button className="min-h-12" onClick={onClose}>
          Cancel
        </Button>
        <Button
          className="min-h-12"
          weight="act"
          disabled={missing !== null}
          onClick={() => kind && place && onNote(kind, place, note.trim())}
        >
          {act}
        </Button>
      </div>
    </Sheet>
  );
}
