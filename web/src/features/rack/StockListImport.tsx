import { readRackLines, type RackEntry } from '@neat-sill/core/contract';
import type { Film } from '@neat-sill/core/film';
import type { ColumnNames } from '@neat-sill/core/sheet';
import { countOf, formatLength, formatRun, type LengthUnit } from '@neat-sill/core/units';
import { RACK_COLUMN_NAMES, describeRackProblem, type RackColumn } from '@neat-sill/core/words';
import { useMemo } from 'react';
import { Button } from '../../ui/Button.tsx';
import {
  BadLines,
  SheetColumns,
  Understood,
  chosenSheet,
  linesOfSheet,
  type ChosenSheet,
} from '../../ui/SheetImport.tsx';

const COLUMN_NAMES = Object.fromEntries(
  Object.entries(RACK_COLUMN_NAMES).map(([column, name]) => [column, [name]]),
) as unknown as ColumnNames<RackColumn>;
const NEEDED: readonly RackColumn[] = ['name', 'film', 'kind', 'widthMm', 'lengthMm'];
export type StockList = ChosenSheet<RackColumn>;
export const readStockList = (file: File): Promise<StockList> => chosenSheet(file, COLUMN_NAMES);

export type ReadStock = ReturnType<typeof readRackLines>;

interface StockListImportProps {
  readonly list: StockList;
  readonly films: readonly Film[];
  readonly rack: readonly RackEntry[];
  readonly unit: LengthUnit;
  readonly busy: boolean;
  readonly onMap: (list: StockList) => void;
  readonly onTake: (read: ReadStock) => void;
  readonly onClose: () => void;
}

/** A stock list before it is taken: which column is which, what is understood, and what is wrong with the other lines. */
export function StockListImport({
  list,
  films,
  rack,
  unit,
  busy,
  onMap,
  onTake,
  onClose,
}: StockListImportProps) {
  const read = useMemo(() => readRackLines(linesOfSheet(list), films, rack), [list, films, rack]);
  const { entries, bad } = read;
  const filmName = (id: string) => films.find((film) => film.id === id)?.name ?? id;
  const ready = NEEDED.every((column) => list.map[column] !== null);
  return (
    <section aria-label={`From ${list.file}`} className="flex flex-col gap-3">
      <SheetColumns sheet={list} names={COLUMN_NAMES} needed={NEEDED} onMap={onMap} />
      {ready && (
        <Understood
          lines={entries}
          keyOf={({ entry }) => entry.id}
          columns={[
            { key: 'name', title: 'Name', cell: ({ entry }) => entry.id, names: 'strong' },
            { key: 'film', title: 'Film', cell: ({ entry }) => filmName(entry.filmId) },
            {
              key: 'size',
              title: 'Size',
              cell: ({ entry }) =>
                `${entry.kind}, ${formatLength(entry.width, { unit })} × ${formatRun(entry.length, unit)}`,
            },
            {
              key: 'where',
              title: 'Lot, place',
              cell: ({ lot, place }) => [lot, place].filter(Boolean).join(', '),
            },
            {
              key: 'new',
              title: 'On the rack',
              cell: ({ baseVersion }) => (baseVersion === 0 ? 'new' : 'changed'),
            },
          ]}
        />
      )}
      {ready && <BadLines bad={bad} place="line" describe={describeRackProblem} />}
      <div className="flex gap-3">
        <Button onClick={onClose}>Cancel</Button>
        <Button weight="act" disabled={busy || !ready || entries.length === 0} onClick={() => onTake(read)}>
          Import {countOf(entries.length, 'line')}
        </Button>
      </div>
    </section>
  );
}
