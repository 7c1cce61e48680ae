import {
  PANE_COLUMNS,
  blockFaces,
  emptyOpening,
  guessColumns,
  openingsOfOutlines,
  paneListOf,
  paneOutline,
  panesOfRows,
  readPaneRows,
  readingOf,
  roundedRectangle,
  type ColumnMap,
  type OutlineCorner,
  type Pane,
  type PaneColumn,
  type Size,
} from '@neat-sill/core/survey';
import { addRecord } from '@neat-sill/core/record';
import type { Change } from '@neat-sill/core/job';
import { formatBareLength } from '@neat-sill/core/units';
import { PANE_WORDS, describeCellProblem } from '@neat-sill/core/words';
import { FileDown, FileUp } from 'lucide-react';
import { useRef, useState, type ChangeEvent } from 'react';
import { UnreadableDrawing, drawingOf, readDrawing, type DrawnLayers } from '../../files/drawings.ts';
import { UnreadableTable, csvOf, download, readTable, xlsxOf, type Table } from '../../files/tables.ts';
import { useJob, useTakeOff, useUnit } from '../job/index.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Field.tsx';
import { countOf } from '../../ui/format.ts';
import { Note } from '../../ui/Note.tsx';
import { Sheet } from '../../ui/Sheet.tsx';

type Chosen =
  | { readonly kind: 'nothing' }
  | { readonly kind: 'table'; readonly name: string; readonly table: Table; readonly map: ColumnMap }
  | { readonly kind: 'drawing'; readonly name: string; readonly drawn: DrawnLayers; readonly layer: string };

/** Which column of the file is which, what is wrong with its bad rows, and the good ones to be taken. */
function TableImport({
  chosen,
  onMap,
  onDone,
}: {
  chosen: Extract<Chosen, { kind: 'table' }>;
  onMap: (map: ColumnMap) => void;
  onDone: () => void;
}) {
  const job = useJob();
  const unit = useUnit();
  const takeOff = useTakeOff();
  const [heading = [], ...rows] = chosen.table;
  const { good, bad } = readPaneRows(rows, chosen.map, unit, PANE_WORDS);
  const panes = good.reduce((sum, { count }) => sum + count, 0);
  const ready = chosen.map.width !== null && chosen.map.height !== null;
  const take = () => {
    const base = takeOff ?? {
      records: job.records,
      rules: job.rules,
      taken: {},
      unit,
      newId: () => crypto.randomUUID(),
    };
    job.edit(
      `Read ${countOf(panes, 'pane')} from ${chosen.name}`,
      panesOfRows({ ...base, wallId: job.wall?.id ?? null }, good),
    );
    onDone();
  };
  return (
    <>
      <h3 className="font-bold">Which column is which</h3>
      <div className="grid grid-cols-2 gap-3 sm:grid-cols-4">
        {PANE_COLUMNS.map((column: PaneColumn) => (
          <Choice
            key={column}
            label={PANE_WORDS.columns[column]}
            value={String(chosen.map[column] ?? 'none')}
            options={[
              ['none', 'not in the file'],
              ...heading.map((name, at): [string, string] => [String(at), name || `Column ${at + 1}`]),
            ]}
            onChoose={(value) => onMap({ ...chosen.map, [column]: value === 'none' ? null : Number(value) })}
          />
        ))}
      </div>
      {!ready && <Note tone="doubt">Say which columns hold width and height.</Note>}
      {ready && bad.length > 0 && (
        <div
          className="max-h-60 overflow-y-auto"
          tabIndex={0}
          role="region"
          aria-label="Rows that can’t be taken"
        >
          <table className="w-full text-left text-sm">
            <caption className="pb-1 text-left font-bold">
              {countOf(bad.length, 'row')} left out, to fix in the file
            </caption>
            <tbody>
              {bad.map(({ line, cells, problems }) => (
                <tr key={line} className="border-t border-hairline-soft align-top">
                  <td className="w-14 py-1 text-quiet">line {line}</td>
                  <td className="py-1 pr-3">{cells.join(' · ')}</td>
                  <td className="py-1 text-brick">
                    {problems.map((problem) => describeCellProblem(problem, unit)).join(' ')}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
      <Button weight="act" className="self-start" disabled={!ready || panes === 0} onClick={take}>
        Take {countOf(panes, 'pane')} from {countOf(good.length, 'row')}
      </Button>
    </>
  );
}

/** The layer of a drawing whose outlines are openings of the wall that is shown. */
function DrawingImport({
  chosen,
  onLayer,
  onDone,
}: {
  chosen: Extract<Chosen, { kind: 'drawing' }>;
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
    for (const { widthMm, heightMm, sillMm, gapBeforeMm } of openings) {
      const { id, changes: added } = emptyOpening({ ...takeOff, records });
      const [first] = added;
      if (first?.kind !== 'pane' || !first.after) continue;
      const read = (mm: number) =>
        readingOf(mm, `${formatBareLength(mm, { unit })} (drawing)`, takeOff.taken);
      const pane = {
        ...first.after,
        sillMm: Math.round(sillMm * 10) / 10,
        gapBeforeMm: Math.round(gapBeforeMm * 10) / 10,
        readings: { ...first.after.readings, widthTop: read(widthMm), heightLeft: read(heightMm) },
      };
      changes.push(addRecord('pane', id, pane));
      records = { ...records, pane: { ...records.pane, [id]: pane } };
    }
    job.edit(`Read ${countOf(openings.length, 'opening')} from ${chosen.name}`, changes);
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

/** The outlines of a pane's glass, mm from the top left of its box. */
function outlinesOf(pane: Pane | undefined, size: Size): (readonly OutlineCorner[])[] {
  if (pane?.shape.kind === 'blocks') {
    const face = roundedRectangle(pane.shape.block, pane.shape.cornerRadiusMm);
    return blockFaces(pane.shape).map(({ leftMm, topMm }) =>
      face.map(({ x, y, bulge }) => ({ x: x + leftMm, y: y + topMm, bulge })),
    );
  }
  const outline = pane && paneOutline(pane.shape, pane.readings);
  return [outline?.ok ? outline.value.corners : roundedRectangle(size, 0)];
}

/** All panes as a list for the desk, out as CSV, XLSX or DXF and in from the same. */
export function ListSheet({ onClose }: { onClose: () => void }) {
  const job = useJob();
  const unit = useUnit();
  const input = useRef<HTMLInputElement>(null);
  const [chosen, setChosen] = useState<Chosen>({ kind: 'nothing' });
  const [problem, setProblem] = useState<string | null>(null);
  const table = paneListOf(job.records, job.rules.cutting, unit, PANE_WORDS);
  const [heading = [], ...rows] = table;
  const name = `${job.header.customer}, ${job.header.name}`.replaceAll(/[^\p{L}\p{N} ,_-]/gu, '');
  const choose = async (event: ChangeEvent<HTMLInputElement>) => {
    const [file] = event.target.files ?? [];
    event.target.value = '';
    if (!file) return;
    setProblem(null);
    try {
      if (/\.dxf$/i.test(file.name)) {
        const drawn = await readDrawing(file);
        setChosen({ kind: 'drawing', name: file.name, drawn, layer: [...drawn.layers.keys()][0] ?? '0' });
        return;
      }
      const read = await readTable(file);
      setChosen({
        kind: 'table',
        name: file.name,
        table: read,
        map: guessColumns(read[0] ?? [], PANE_WORDS),
      });
    } catch (error) {
      if (!(error instanceof UnreadableTable || error instanceof UnreadableDrawing)) throw error;
      setProblem(error.message);
    }
  };
  const drawing = () => {
    if (!job.wall) return;
    const openings = (job.derived.wall(job.wall.id)?.placed.openings ?? []).map(
      ({ id, leftMm, sillMm, size }) => ({
        leftMm,
        sillMm,
        ...size,
        label: job.records.pane[id]?.label ?? '',
        outlines: outlinesOf(job.records.pane[id], size),
      }),
    );
    void drawingOf(openings).then((blob) => download(blob, `${name}, ${job.wall?.name ?? ''}.dxf`));
  };
  return (
    <Sheet title="Panes as a list" open wide onClose={onClose}>
      <div className="flex flex-wrap gap-2">
        <Button onClick={() => input.current?.click()}>
          <FileUp size={17} aria-hidden /> Read a list or drawing
        </Button>
        <input
          ref={input}
          type="file"
          accept=".csv,.xlsx,.dxf,.txt"
          className="sr-only"
          tabIndex={-1}
          aria-label="List or drawing"
          onChange={(event) => void choose(event)}
        />
        <Button onClick={() => void csvOf(table).then((blob) => download(blob, `${name}.csv`))}>
          <FileDown size={17} aria-hidden /> CSV
        </Button>
        <Button onClick={() => void xlsxOf(table).then((blob) => download(blob, `${name}.xlsx`))}>
          <FileDown size={17} aria-hidden /> XLSX
        </Button>
        <Button disabled={job.wallPanes.length === 0} onClick={drawing}>
          <FileDown size={17} aria-hidden /> DXF of this wall
        </Button>
      </div>
      {problem && (
        <Note tone="no" role="alert">
          {problem}
        </Note>
      )}
      {chosen.kind === 'table' && (
        <TableImport
          chosen={chosen}
          onMap={(map) => setChosen({ ...chosen, map })}
          onDone={() => setChosen({ kind: 'nothing' })}
        />
      )}
      {chosen.kind === 'drawing' && (
        <DrawingImport
          chosen={chosen}
          onLayer={(layer) => setChosen({ ...chosen, layer })}
          onDone={() => setChosen({ kind: 'nothing' })}
        />
      )}
      <div className="max-h-[46vh] overflow-auto" tabIndex={0} role="region" aria-label="All panes">
        <table className="w-full border-collapse text-left text-sm">
          <thead>
            <tr className="border-b border-ink text-quiet">
              {heading.map((column) => (
                <th key={column} className="py-1 pr-3 font-normal whitespace-nowrap">
                  {column}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.map((row) => (
              <tr key={row[0]} className="border-b border-hairline-soft">
                {row.map((cell, at) => (
                  <td key={heading[at]} className={`py-1 pr-3 ${at === 0 ? 'font-bold' : ''}`}>
                    {cell}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <div className="flex justify-end">
        <Button onClick={onClose}>Close</Button>
      </div>
    </Sheet>
  );
}
