import { countOf } from '@neat-sill/core/units';
import { PANE_WORDS, describeCellProblem } from '@neat-sill/core/words';
import { paneColumnNames, panesOfRows, readPaneLines, type PaneColumn } from '@neat-sill/core/survey';
import { sum } from 'd3';
import { Button } from '../../ui/Button.tsx';
import { BadLines, SheetColumns, linesOfSheet, type ChosenSheet } from '../../ui/SheetImport.tsx';
import { useJob, useTakeOff, useUnit } from '../job/index.ts';

export const PANE_COLUMN_NAMES = paneColumnNames(PANE_WORDS);
const NEEDED: readonly PaneColumn[] = ['width', 'height'];

/** Which column of the file is which, what is wrong with its bad lines, and the good ones to be taken. */
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
  const unit = useUnit();
  const takeOff = useTakeOff();
  const { good, bad } = readPaneLines(linesOfSheet(sheet), unit, PANE_WORDS);
  const panes = sum(good, ({ count }) => count);
  const ready = NEEDED.every((column) => sheet.map[column] !== null);
  const take = () => {
    const base = takeOff ?? {
      records: job.records,
      rules: job.rules,
      taken: {},
      unit,
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
      <SheetColumns sheet={sheet} names={PANE_COLUMN_NAMES} needed={NEEDED} onMap={onMap} />
      {ready && (
        <BadLines
          bad={bad}
          place="line"
          describe={(problem) => describeCellProblem(problem, PANE_WORDS.columns[problem.column], unit)}
        />
      )}
      <Button weight="act" className="self-start" disabled={!ready || panes === 0} onClick={take}>
        Import {countOf(panes, 'pane')} from {countOf(good.length, 'line')}
      </Button>
    </>
  );
}
