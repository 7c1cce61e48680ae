import type { Change } from '@neat-sill/core/job';
import { addRecord } from '@neat-sill/core/record';
import { emptyOpening, openingsOfOutlines, readingOf } from '@neat-sill/core/survey';
import { countOf, formatBareLength } from '@neat-sill/core/units';
import type { DrawnLayers } from '../../files/parseDrawing.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Field.tsx';
import { Note } from '../../ui/Note.tsx';
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
  const openings = openingsOfOutlines(chosen.drawn.layers.get(chosen.layer) ?? [], chosen.drawn.mmPerUnit);
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
      {!chosen.drawn.unitKnown && (
        <Note tone="doubt">The drawing does not say its unit; millimetres are taken.</Note>
      )}
      <Button weight="act" className="self-start" disabled={openings.length === 0} onClick={take}>
        Put {countOf(openings.length, 'opening')} on {job.wall?.name ?? 'the wall'}
      </Button>
    </>
  );
}
