import { CONDITION_KINDS, type ConditionKind } from '@neat-sill/core/survey';
import { CONDITION_NAMES } from '@neat-sill/core/words';
import { Camera } from 'lucide-react';
import { useState, type MouseEvent } from 'react';
import { queuePicture, smallPicture } from '../../device/pictures.ts';
import { useJob } from '../job/index.ts';
import { FileButton } from '../../ui/FileButton.tsx';
import { NoteAtPlace } from '../../ui/NoteAtPlace.tsx';
import type { Place } from '../../ui/PlacePicker.tsx';
import type { PaneWithId } from './GlassAndFrame.tsx';

interface NewMark extends Place {
  readonly kind: ConditionKind;
  readonly note: string;
  readonly pictureId: string | null;
}

/** The pane, small, to be tapped where the mark is. */
function TappedPane({
  pane,
  place,
  onPlace,
}: {
  pane: PaneWithId;
  place: Place | null;
  onPlace: (place: Place) => void;
}) {
  const { derived } = useJob();
  const glass = derived.pane(pane.id)?.sizes?.cutting ?? { widthMm: 3, heightMm: 4 };
  const scale = Math.min(250 / glass.widthMm, 170 / glass.heightMm);
  const [width, height] = [glass.widthMm * scale, glass.heightMm * scale];
  const tap = (event: MouseEvent<SVGSVGElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    const share = (at: number) => Math.min(1, Math.max(0, at));
    onPlace({
      x: share((event.clientX - box.left) / box.width),
      y: share((event.clientY - box.top) / box.height),
    });
  };
  return (
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
  );
}

interface MarkSheetProps {
  readonly pane: PaneWithId;
  readonly onClose: () => void;
  readonly onNote: (mark: NewMark) => void;
}

/** Notes how a pane was found: what, where, and a photograph if one likes. */
export function MarkSheet({ pane, onClose, onNote }: MarkSheetProps) {
  const { jobId } = useJob();
  const [picture, setPicture] = useState<Blob | null>(null);
  return (
    <NoteAtPlace
      title={`How pane ${pane.label} was found`}
      kinds={CONDITION_KINDS}
      names={CONDITION_NAMES}
      columns={3}
      act="Note it"
      drawing={(place, onPlace) => <TappedPane pane={pane} place={place} onPlace={onPlace} />}
      onClose={onClose}
      onNote={(kind, place, note) => {
        const kept = picture ? queuePicture(jobId, picture) : Promise.resolve(null);
        void kept.then((pictureId) => onNote({ kind, ...place, note, pictureId }));
      }}
    >
      <div className="flex flex-wrap items-center gap-3">
        <FileButton
          className="min-h-12"
          asks="Photograph"
          accept="image/jpeg,image/png,image/webp"
          capture="environment"
          onFile={async (file) => setPicture(await smallPicture(file))}
        >
          <Camera size={18} aria-hidden /> {picture ? 'Another photograph' : 'Photograph'}
        </FileButton>
        {picture && (
          <span className="text-sm text-quiet">{Math.round(picture.size / 1024)} kB, place left out</span>
        )}
      </div>
    </NoteAtPlace>
  );
}
