import type { Change } from '@neat-sill/core/job';
import { addRecord } from '@neat-sill/core/record';
import {
  DRAWING_UNITS,
  emptyOpening,
  likelyDrawingUnit,
  openingsOfOutlines,
  readingOf,
  type DrawingUnit,
} from '@neat-sill/core/survey';
import { useState } from 'react';
import { MM_PER_UNIT, countOf, formatBareLength, formatLength } from '@neat-sill/core/units';
import type { DrawnLayers } from '../../files/parseDrawing.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Field.tsx';
import { Note } from '../../ui/Note.tsx';
import { OneOf } from '../../ui/OneOf.tsx';
import { useJob, useTakeOff, useUnit } from '../job/index.ts';

/** A drawing from a file, and the layer with the openings. */
export interface ChosenDrawing {
  readonly file: string;
  readonly drawn: DrawnLayers;
  readonly layer: string;
}

/** The layer of a drawing whose outlines are openings of the wall that is shown. */
export function DrawingImport({
  chosen,
  onLayer,
  onDone,
}: {
  chosen: ChosenDrawing;
  onLayer: (layer: string) => void;
  onDone: () => void;
}) {
  const job = useJob();
  const unit = useUnit();
  const takeOff = useTakeOff();
  const [said, setSaid] = useState<DrawingUnit | null>(null);
  const outlines = chosen.drawn.layers.get(chosen.layer) ?? [];
  const drawingUnit = said ?? likelyDrawingUnit(outlines);
  const openings = openingsOfOutlines(outlines, chosen.drawn.mmPerUnit ?? MM_PER_UNIT[drawingUnit]);
  const [first] = openings;
  if (!takeOff) return <Note tone="doubt">Make the wall first, on which the openings are to stand.</Note>;
  const take = () => {
    let records = takeOff.records;
    const changes: Change[] = [];
    const made = openings.map(() => takeOff.newId());
    for (const [at, { widthMm, heightMm, sillMm, gapBeforeMm, over }] of openings.entries()) {
      const { id, changes: added } = emptyOpening({
        ...takeOff,
        records,
        newId: () => made[at] ?? takeOff.newId(),
      });
      const overId = over && made[over.at];
      const [first] = added;
      if (first?.kind !== 'pane' || !first.after) continue;
      const read = (mm: number) =>
        readingOf(mm, `${formatBareLength(mm, { unit })} (drawing)`, takeOff.taken);
      const pane = {
        ...first.after,
        sillMm: Math.round(sillMm * 10) / 10,
        gapBeforeMm: Math.round(gapBeforeMm * 10) / 10,
        over: over && overId ? { paneId: overId, fromLeftMm: Math.round(over.fromLeftMm * 10) / 10 } : null,
        readings: { ...first.after.readings, widthTop: read(widthMm), heightLeft: read(heightMm) },
      };
      changes.push(addRecord('pane', id, pane));
      records = { ...records, pane: { ...records.pane, [id]: pane } };
    }
    job.edit(`Read ${countOf(openings.length, 'opening')} from ${chosen.file}`, changes);
    onDone();
  };
  return (
    <>
      <Choice
        label="Layer with the openings"
        value={chosen.layer}
        options={[...chosen.drawn.layers].map(([layer, outlines]) => [
          layer,
          `${layer}, ${countOf(outlines.length, 'outline')}`,
        ])}
        onChoose={onLayer}
      />
      {chosen.drawn.mmPerUnit === null && (
        <>
          <Note tone="doubt">
            The drawing does not say its unit. Choose it by the size of the first opening.
          </Note>
          <OneOf
            label="Unit of the drawing"
            look="key"
            options={DRAWING_UNITS.map((each) => [each, each])}
            value={drawingUnit}
            onChoose={setSaid}
          />
        </>
      )}
      <p>
        {first
          ? `The first opening is ${formatLength(first.widthMm, { unit })} × ${formatLength(first.heightMm, { unit })}.`
          : 'No outline here is as large as an opening.'}
      </p>
      <Button weight="act" className="self-start" disabled={openings.length === 0} onClick={take}>
        Put {countOf(openings.length, 'opening')} on {job.wall?.name ?? 'the wall'}
      </Button>
    </>
  );
}
