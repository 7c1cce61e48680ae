import {
  blockFaces,
  paneListOf,
  paneOutline,
  roundedRectangle,
  type OutlineCorner,
  type Pane,
  type PaneColumn,
  type Size,
} from '@neat-sill/core/survey';
import { parseLength, type LengthUnit } from '@neat-sill/core/units';
import { PANE_WORDS } from '@neat-sill/core/words';
import { FileDown, FileUp } from 'lucide-react';
import { useState } from 'react';
import { drawingOf, readDrawing } from '../../files/drawings.ts';
import { csvOf, download, xlsxOf } from '../../files/tables.ts';
import { useJob, useUnit } from '../job/index.ts';
import { Button } from '../../ui/Button.tsx';
import { DataTable } from '../../ui/DataTable.tsx';
import { FileButton } from '../../ui/FileButton.tsx';
import { Sheet } from '../../ui/Sheet.tsx';
import { chosenSheet, type ChosenSheet } from '../../ui/SheetImport.tsx';
import { DrawingImport, type ChosenDrawing } from './DrawingImport.tsx';
import { PANE_COLUMN_NAMES, PaneTableImport } from './PaneTableImport.tsx';

type Chosen =
  | { readonly kind: 'nothing' }
  | { readonly kind: 'table'; readonly sheet: ChosenSheet<PaneColumn> }
  | { readonly kind: 'drawing'; readonly drawing: ChosenDrawing };
const NOTHING: Chosen = { kind: 'nothing' };
const columns = Object.keys(PANE_COLUMN_NAMES) as PaneColumn[];

/** Lengths go by how long they are: 32 3/16 comes before 32 1/4. */
function sortedBy(column: PaneColumn | undefined, cell: string, unit: LengthUnit): string | number {
  if (column !== 'width' && column !== 'height' && column !== 'sill') return cell;
  const length = parseLength(cell, unit, 'any');
  return length.ok ? length.value.mm : 0;
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
  const [chosen, setChosen] = useState<Chosen>(NOTHING);
  const table = paneListOf(job.records, job.rules.cutting, unit, PANE_WORDS, job.jobShopData.films);
  const [heading = [], ...rows] = table;
  const name = `${job.header.customer}, ${job.header.name}`.replaceAll(/[^\p{L}\p{N} ,_-]/gu, '');
  const choose = async (file: File) => {
    setChosen(NOTHING);
    if (/\.dxf$/i.test(file.name)) {
      const drawn = await readDrawing(file);
      const layer = [...drawn.layers.keys()][0] ?? '0';
      setChosen({ kind: 'drawing', drawing: { file: file.name, drawn, layer } });
    } else setChosen({ kind: 'table', sheet: await chosenSheet(file, PANE_COLUMN_NAMES) });
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
        <FileButton asks="List or drawing" accept=".csv,.xlsx,.dxf,.txt" onFile={choose}>
          <FileUp size={17} aria-hidden /> Read a list or drawing
        </FileButton>
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
      {chosen.kind === 'table' && (
        <PaneTableImport
          sheet={chosen.sheet}
          onMap={(sheet) => setChosen({ kind: 'table', sheet })}
          onDone={() => setChosen(NOTHING)}
        />
      )}
      {chosen.kind === 'drawing' && (
        <DrawingImport
          chosen={chosen.drawing}
          onLayer={(layer) => setChosen({ kind: 'drawing', drawing: { ...chosen.drawing, layer } })}
          onDone={() => setChosen(NOTHING)}
        />
      )}
      <DataTable<readonly string[]>
        label="All panes"
        items={rows}
        // Two panes may have the same number.
        keyOf={(_row, at) => String(at)}
        columns={heading.map((title, at) => ({
          key: title,
          title,
          cell: (row) => row[at],
          sortBy: (row) => sortedBy(columns[at], row[at] ?? '', unit),
          className: 'whitespace-nowrap',
          ...(at === 0 ? { names: 'strong' as const } : {}),
        }))}
      />
      <div className="flex justify-end">
        <Button onClick={onClose}>Close</Button>
      </div>
    </Sheet>
  );
}
