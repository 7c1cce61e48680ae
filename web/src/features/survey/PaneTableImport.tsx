import { countOf, formatLength } from '@neat-sill/core/units';
import { PANE_WORDS, describeCellProblem } from '@neat-sill/core/words';
import { SHEET_UNITS, type SheetUnit } from '@neat-sill/core/sheet';
import {
  missingPaneColumns,
  paneColumnNames,
  panesOfRows,
  readPaneLines,
  unitOfList,
  type PaneColumn,
  type PaneRow,
} from '@neat-sill/core/survey';
import { sum } from 'd3';
import { useMemo, useState } from 'react';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Field.tsx';
import { Note } from '../../ui/Note.tsx';
import { BadLines, SheetColumns, Understood, linesOfSheet, type ChosenSheet } from '../../ui/SheetImport.tsx';
import { useJob, useTakeOff, useUnit } from '../job/index.ts';

export const PANE_COLUMN_NAMES = paneColumnNames(PANE_WORDS);

const UNIT_NAMES: Readonly<Record<SheetUnit, string>> = {
  mm: 'millimetres',
  cm: 'centimetres',
  m: 'metres',
  in: 'inches',
};
/** The first lines as they were understood, before anything is taken. */
function Preview({ rows }: { rows: readonly PaneRow[] }) {
  const unit = useUnit();
  const { jobShopData: book } = useJob();
  const film = (id: string | null) => book.films.find((each) => each.id === id)?.name ?? '';
  return (
    <Understood
      lines={rows}
      keyOf={(_row, at) => String(at)}
      columns={[
        { key: 'number', title: 'Number', cell: ({ number }) => number ?? '', names: 'strong' },
        {
          key: 'where',
          title: 'Room, wall',
          cell: ({ room, wall }) => [room, wall].filter(Boolean).join(', ') || 'the wall shown',
        },
        {
          key: 'size',
          title: 'Size',
          cell: ({ width, height, count }) =>
            `${count > 1 ? `${count} of ` : ''}${formatLength(width.mm, { unit })} × ${formatLength(height.mm, { unit })}`,
          className: 'whitespace-nowrap',
        },
        { key: 'opening', title: 'Opening', cell: ({ opening }) => PANE_WORDS.opening[opening] },
        { key: 'glass', title: 'Glass', cell: ({ glass }) => PANE_WORDS.glass[glass] },
        { key: 'film', title: 'Film', cell: (row) => film(row.film) },
      ]}
    />
  );
}

/** Which column of the file is which, in what unit, how it is understood, what is wrong with its bad lines; then it is taken. */
export function PaneTableImport({
  sheet,
  onMap,
  onDone,
}: {
  sheet: ChosenSheet<PaneColumn>;
  onMap: (sheet: ChosenSheet<PaneColumn>) => void;
  onDone: () => void;
}) {
  const job = useJob();
  const own = useUnit();
  const takeOff = useTakeOff();
  const [chosenUnit, setChosenUnit] = useState<SheetUnit | null>(null);
  const { films } = job.jobShopData;
  const lines = useMemo(() => linesOfSheet(sheet), [sheet]);
  const guessed = useMemo(
    () => unitOfList(sheet.table[sheet.heading] ?? [], lines, sheet.map, own),
    [sheet, lines, own],
  );
  const unit = chosenUnit ?? guessed.unit;
  // A list may have thousands of lines: they are read once, not at each draw.
  const { good, bad } = useMemo(() => readPaneLines(lines, unit, PANE_WORDS, films), [lines, unit, films]);
  const panes = sum(good, ({ count }) => count);
  const missing = missingPaneColumns(sheet.map);
  const ready = missing.length === 0;
  const take = () => {
    const base = takeOff ?? {
      records: job.records,
      rules: job.rules,
      taken: {},
      unit: own,
      newId: () => crypto.randomUUID(),
    };
    job.edit(
      `Read ${countOf(panes, 'pane')} from ${sheet.file}`,
      panesOfRows({ ...base, wallId: job.wall?.id ?? null }, good),
    );
    onDone();
  };
  return (
    <>
      <SheetColumns sheet={sheet} names={PANE_COLUMN_NAMES} needed={missing} onMap={onMap} />
      <div className="flex flex-wrap items-end gap-3">
        <Choice
          label="Bare lengths are in"
          value={unit}
          options={SHEET_UNITS.map((each) => [each, UNIT_NAMES[each]])}
          onChoose={setChosenUnit}
        />
        {chosenUnit === null && !guessed.said && (
          <p className="pb-2 text-sm text-ochre-text">
            The file does not say its unit; its sizes look like {UNIT_NAMES[guessed.unit]}.
          </p>
        )}
      </div>
      {ready && (
        <>
          <Preview rows={good} />
          <BadLines
            bad={bad}
            place="line"
            describe={(problem) => describeCellProblem(problem, PANE_WORDS.columns[problem.column], own)}
          />
          {good.some(({ wall, faces }) => wall !== null && faces === null) && (
            <Note tone="doubt">
              Where a new wall faces is not in the file: it is guessed from its name, or taken as south, and
              marked as a guess.
            </Note>
          )}
        </>
      )}
      <Button weight="act" className="self-start" disabled={!ready || panes === 0} onClick={take}>
        Import {countOf(panes, 'pane')} from {countOf(good.length, 'line')}
      </Button>
    </>
  );
}
