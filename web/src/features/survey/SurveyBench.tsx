import { countOf } from '@neat-sill/core/units';
import { Plus, TableProperties } from 'lucide-react';
import { useRef, useState } from 'react';
import { DeferredJob, useAddOpening, useJob } from '../job/index.ts';
import { Button } from '../../ui/Button.tsx';
import { useIsPhone } from '../../ui/useMedia.ts';
import { AboutPane } from './AboutPane.tsx';
import { GlassAndFrame } from './GlassAndFrame.tsx';
import { ListSheet } from './ListSheet.tsx';
import { OpeningLineField } from './OpeningLineField.tsx';
import { PhoneReading } from './PhoneReading.tsx';
import { ShapeOfPane } from './ShapeOfPane.tsx';
import { ReadingFields } from './ReadingFields.tsx';
import { UnevenNote } from './UnevenNote.tsx';
import { SeveralPlaces } from './SeveralPlaces.tsx';

/** Survey: the tape in one hand, the other at the keys. */
export function SurveyBench() {
  const { wall, wallPanes, selected } = useJob();
  const addOpening = useAddOpening();
  const phone = useIsPhone();
  const addButton = useRef<HTMLButtonElement>(null);
  const [listOpen, setListOpen] = useState(false);
  const [pane] = selected;
  const list = (
    <>
      <Button className="self-start" onClick={() => setListOpen(true)}>
        <TableProperties size={17} aria-hidden /> Panes as a list
      </Button>
      {listOpen && <ListSheet onClose={() => setListOpen(false)} />}
    </>
  );
  if (!wall)
    return (
      <>
        <p className="text-quiet">A wall first, then its openings; or read a list that has them.</p>
        {list}
      </>
    );
  return (
    <>
      {!phone && <OpeningLineField />}
      {selected.length === 0 || !pane ? (
        <div className="flex flex-col items-start gap-4">
          <h2 className="text-xl font-bold">
            {wallPanes.length === 0
              ? 'The first opening'
              : `${countOf(wallPanes.length, 'opening')} on this wall`}
          </h2>
          <p>
            {wallPanes.length === 0
              ? 'Go along the wall from left to right, as you stand in the room. Type what the tape says: 819, 81.9 cm, 32 1/4 or 2\' 8 1/4".'
              : 'Choose a pane on the wall to read it off, or go on with the next opening.'}
          </p>
          <UnevenNote />
          <Button weight="act" onClick={addOpening}>
            <Plus size={18} aria-hidden /> Add an opening
          </Button>
          {list}
        </div>
      ) : selected.length > 1 ? (
        <>
          <h2 className="text-xl font-bold">{countOf(selected.length, 'pane')} together</h2>
          <ShapeOfPane panes={selected} />
          <GlassAndFrame panes={selected} />
          <SeveralPlaces panes={selected} />
          {list}
        </>
      ) : (
        <>
          {phone ? (
            <PhoneReading key={pane.id} pane={pane} />
          ) : (
            <>
              <h2 className="text-xl font-bold">Pane {pane.label}</h2>
              <ReadingFields key={pane.id} pane={pane} onLast={() => addButton.current?.focus()} />
              <DeferredJob>
                <AboutPane addButton={addButton} />
              </DeferredJob>
              {list}
            </>
          )}
        </>
      )}
    </>
  );
}
