import { CONDITION_KINDS, type ConditionKind } from '@neat-sill/core/survey';
import { CONDITION_NAMES } from '@neat-sill/core/words';
import { Camera } from 'lucide-react';
import { useState } from 'react';
import { queuePicture, smallPicture } from '../../device/pictures.ts';
import { useJob } from '../job/index.ts';
import { FileButton } from '../../ui/FileButton.tsx';
import { NoteAtPlace } from '../../ui/NoteAtPlace.tsx';
import type { Place } from '../../ui/PlacePicker.tsx';
import type { PaneWithId } from './GlassAndFrame.tsx';
import { TappedPane } from './TappedPane.tsx';

interface NewMark extends Place {
  readonly kind: ConditionKind;
  readonly note: string;
  readonly pictureId: string | null;
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
