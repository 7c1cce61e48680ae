import { CONDITION_KINDS, type ConditionKind } from '@neat-sill/core/survey';
import { sizesOf } from '@neat-sill/core/job';
import { CONDITION_NAMES } from '@neat-sill/core/words';
import { Camera } from 'lucide-react';
import { useRef, useState, type ChangeEvent, type MouseEvent } from 'react';
import { UnreadablePicture, keepWaiting, smallPicture } from '../../device/pictures.ts';
import { useJob } from '../job/index.ts';
import { Button } from '../../ui/Button.tsx';
import { TextField } from '../../ui/Field.tsx';
import { Note } from '../../ui/Note.tsx';
import { PlacePicker, type Place } from '../../ui/PlacePicker.tsx';
import { Sheet } from '../../ui/Sheet.tsx';
import type { PaneWithId } from './GlassAndFrame.tsx';

interface NewMark extends Place {
  readonly kind: ConditionKind;
  readonly note: string;
  readonly pictureId: string | null;
}

/** Notes how a pane was found: what, where, and a photograph if one likes. */
export function MarkSheet({
  pane,
  onClose,
  onNote,
}: {
  pane: PaneWithId;
  onClose: () => void;
  onNote: (mark: NewMark) => void;
}) {
  const { jobId, rules } = useJob();
  const [place, setPlace] = useState<Place | null>(null);
  const [kind, setKind] = useState<ConditionKind | null>(null);
  const [note, setNote] = useState('');
  const [picture, setPicture] = useState<Blob | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const input = useRef<HTMLInputElement>(null);
  const glass = sizesOf(pane, rules)?.cutting ?? { widthMm: 3, heightMm: 4 };
  const scale = Math.min(250 / glass.widthMm, 170 / glass.heightMm);
  const [width, height] = [glass.widthMm * scale, glass.heightMm * scale];
  const missing = !kind ? 'Say what it is.' : !place ? 'Tap where it is.' : null;
  const choose = async (event: ChangeEvent<HTMLInputElement>) => {
    const [file] = event.target.files ?? [];
    event.target.value = '';
    if (!file) return;
    setProblem(null);
    try {
      setPicture(await smallPicture(file));
    } catch (error) {
      if (!(error instanceof UnreadablePicture)) throw error;
      setProblem(error.message);
    }
  };
  const tap = (event: MouseEvent<SVGSVGElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    const share = (at: number) => Math.min(1, Math.max(0, at));
    setPlace({
      x: share((event.clientX - box.left) / box.width),
      y: share((event.clientY - box.top) / box.height),
    });
  };
  return (
    <Sheet title={`How pane ${pane.label} was found`} open onClose={onClose}>
      <svg
        width={width}
        height={height}
        className="mx-auto shrink-0 border-8 border-timber bg-glass"
        onClick={tap}
        aria-hidden
      >
        {place && (
          <circle
            cx={place.x * width}
            cy={place.y * height}
            r="9"
            fill="var(--ochre-tint)"
            stroke="var(--ochre)"
            strokeWidth="3"
          />
        )}
      </svg>
      <PlacePicker place={place} onPlace={setPlace} />
      <div className="grid grid-cols-3 gap-1" role="group" aria-label="What it is">
        {CONDITION_KINDS.map((each) => (
          <Button
            key={each}
            className="min-h-12 px-1 text-sm"
            aria-pressed={kind === each}
            weight={kind === each ? 'act' : 'plain'}
            onClick={() => setKind(each)}
          >
            {CONDITION_NAMES[each]}
          </Button>
        ))}
      </div>
      <TextField
        label="Note, if you like"
        maxLength={400}
        value={note}
        onChange={(event) => setNote(event.target.value)}
      />
      <div className="flex items-center gap-3">
        <Button className="min-h-12" onClick={() => input.current?.click()}>
          <Camera size={18} aria-hidden /> {picture ? 'Another photograph' : 'Photograph'}
        </Button>
        {picture && (
          <span className="text-sm text-quiet">{Math.round(picture.size / 1024)} kB, place left out</span>
        )}
        <input
          ref={input}
          type="file"
          accept="image/jpeg,image/png,image/webp"
          capture="environment"
          className="sr-only"
          tabIndex={-1}
          aria-label="Photograph"
          onChange={(event) => void choose(event)}
        />
      </div>
      {problem && (
        <Note tone="no" role="alert">
          {problem}
        </Note>
      )}
      <div className="flex items-center justify-end gap-3">
        {missing && <span className="text-sm text-quiet">{missing}</span>}
        <Button className="min-h-12" onClick={onClose}>
          Leave it
        </Button>
        <Button
          className="min-h-12"
          weight="act"
          disabled={missing !== null}
          onClick={() => {
            if (!kind || !place) return;
            const kept = picture ? keepWaiting(jobId, picture) : Promise.resolve(null);
            void kept.then((pictureId) => onNote({ kind, ...place, note: note.trim(), pictureId }));
          }}
        >
          Note it
        </Button>
      </div>
    </Sheet>
  );
}
