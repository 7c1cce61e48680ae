import { DIAGNOSIS, FAULT_KINDS, type DiagnosisEnd, type FaultKind } from '@neat-sill/core/fitting';
import { FAULT_NAMES } from '@neat-sill/core/words';
import { Camera } from 'lucide-react';
import { useState, type ReactNode } from 'react';
import { queuePicture, smallPicture } from '../../device/pictures.ts';
import { Button } from '../../ui/Button.tsx';
import { TextField } from '../../ui/Field.tsx';
import { FileButton } from '../../ui/FileButton.tsx';
import { OneOf } from '../../ui/OneOf.tsx';
import { PlacePicker, type Place } from '../../ui/PlacePicker.tsx';
import { Sheet } from '../../ui/Sheet.tsx';
import { useJob } from '../job/index.ts';
import { Diagnose, EndOfDiagnosis } from './Diagnose.tsx';

export interface NotedFault {
  readonly kind: FaultKind;
  readonly place: Place;
  readonly note: string;
  readonly sizeMm: number | null;
  readonly pictureId: string | null;
}

interface FaultSheetProps {
  readonly figure: (place: Place | null, onPlace: (place: Place) => void) => ReactNode;
  readonly onClose: () => void;
  readonly onNote: (fault: NotedFault) => void;
}

/** Causes of a kind of fault, where there is but one. */
const endsOf = (kind: FaultKind): readonly DiagnosisEnd[] =>
  Object.values(DIAGNOSIS.ends).filter(({ fault }) => fault === kind);

/** Notes a fault: where on the pane, and what it is; whoever does not know is asked a few questions. */
export function FaultSheet({ figure, onClose, onNote }: FaultSheetProps) {
  const [place, setPlace] = useState<Place | null>(null);
  const [kind, setKind] = useState<FaultKind | null>(null);
  const [end, setEnd] = useState<DiagnosisEnd | null>(null);
  const [asking, setAsking] = useState(false);
  const [size, setSize] = useState('');
  const [note, setNote] = useState('');
  const [picture, setPicture] = useState<Blob | null>(null);
  const { jobId } = useJob();
  const save = async () => {
    if (!kind || !place) return;
    const pictureId = picture ? await queuePicture(jobId, picture) : null;
    onNote({ kind, place, note: note.trim(), sizeMm: size === '' ? null : sizeMm, pictureId });
  };
  const missing = !kind ? 'Say what it is.' : !place ? 'Tap where it is.' : null;
  const sizeMm = Number(size.replace(',', '.'));
  if (asking)
    return (
      <Sheet title="What is it?" open onClose={() => setAsking(false)}>
        <Diagnose
          onEnd={(found) => {
            setEnd(found);
            setKind(found.fault);
            setAsking(false);
          }}
          onLeave={() => setAsking(false)}
        />
      </Sheet>
    );
  const told = end ?? (kind && endsOf(kind).length === 1 ? (endsOf(kind)[0] ?? null) : null);
  return (
    <Sheet title="A fault on this pane" open onClose={onClose}>
      <div className="mx-auto h-52 w-64">{figure(place, setPlace)}</div>
      <PlacePicker place={place} onPlace={setPlace} />
      <OneOf
        label="What it is"
        look="key"
        className="grid grid-cols-2 gap-1"
        options={FAULT_KINDS.map((each) => [each, FAULT_NAMES[each]])}
        value={kind}
        onChoose={(each) => {
          setKind(each);
          setEnd(null);
        }}
      />
      <Button className="min-h-12" onClick={() => setAsking(true)}>
        Not sure? A few questions
      </Button>
      {told && <EndOfDiagnosis end={told} />}
      <div className="grid grid-cols-[7rem_1fr] gap-2">
        <TextField
          label="Size, mm"
          inputMode="decimal"
          value={size}
          problem={size !== '' && !(sizeMm >= 0 && sizeMm <= 5000) ? 'A number of mm up to 5000.' : undefined}
          onChange={(event) => setSize(event.target.value)}
        />
        <TextField
          label="Note, if you like"
          maxLength={400}
          value={note}
          onChange={(event) => setNote(event.target.value)}
        />
      </div>
      <FileButton
        className="min-h-12"
        asks="Photograph of the fault"
        accept="image/jpeg,image/png,image/webp"
        capture="environment"
        onFile={async (file) => setPicture(await smallPicture(file))}
      >
        <Camera size={18} aria-hidden /> {picture ? 'Another photograph' : 'Photograph'}
      </FileButton>
      <div className="flex items-center justify-end gap-3">
        {missing && <span className="text-sm text-quiet">{missing}</span>}
        <Button className="min-h-12" onClick={onClose}>
          Cancel
        </Button>
        <Button
          className="min-h-12"
          weight="act"
          disabled={missing !== null || (size !== '' && !(sizeMm >= 0 && sizeMm <= 5000))}
          onClick={() => void save()}
        >
          Save fault
        </Button>
      </div>
    </Sheet>
  );
}
