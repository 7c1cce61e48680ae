import {
  getCoreRowModel,
  getSortedRowModel,
  useReactTable,
  type ColumnDef,
  type Row,
  type SortingState,
} from '@tanstack/react-table';
import { useVirtualizer } from '@tanstack/react-virtual';
import { ArrowDown, ArrowUp } from 'lucide-react';
import { useMemo, useRef, useState, type ReactNode } from 'react';

export interface TableColumn<Item> {
  readonly key: string;
  readonly title: ReactNode;
  readonly cell: (item: Item) => ReactNode;
  /** By what the rows are put in order when the title is clicked; without it they can’t be. */
  readonly sortBy?: (item: Item) => string | number;
  readonly align?: 'right';
  /** The cell that names its row, and whether it stands out. */
  readonly names?: 'strong' | 'plain';
  readonly className?: string;
  /** How wide it is, as a class, where tables under each other must agree. */
  readonly width?: string;
}

interface DataTableProps<Item> {
  readonly columns: readonly TableColumn<Item>[];
  readonly items: readonly Item[];
  readonly keyOf: (item: Item, at: number) => string;
  readonly caption?: ReactNode;
  /** A table with a label scrolls in a region of its own, and draws only the rows that are in sight. */
  readonly label?: string;
  readonly maxHeight?: string;
  /** On a phone each row stands as a few lines, one a cell: for rows with more than a phone is wide. */
  readonly stacks?: true;
  /** A last line over all columns: what it says, and the sum at its right. */
  readonly together?: readonly [name: ReactNode, sum: ReactNode];
}

/** Fewer rows than these are all drawn: looking after which are in sight costs more. */
const DRAWN_WHOLE = 60;
/** What a row most likely takes before it is drawn; then it is measured. */
const ROW_PX = 33;

const alignOf = (align: 'right' | undefined) => (align === 'right' ? 'text-right' : 'text-left');

const names = new Intl.Collator('en-GB', { numeric: true });

/** Numbers by their size, names as people order them: `Pane 2` before `Pane 10`. */
function inOrder(a: unknown, b: unknown): number {
  return typeof a === 'number' && typeof b === 'number' ? a - b : names.compare(String(a), String(b));
}

/** Which rows are drawn, and how much room stands for those above and below. */
function useRowsInSight<Item>(rows: readonly Row<Item>[], whole: boolean) {
  const scroller = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count: rows.length,
    enabled: !whole,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW_PX,
    // A row that is not laid out yet has no height of its own.
    measureElement: (row) => row.getBoundingClientRect().height || ROW_PX,
    overscan: 15,
  });
  if (whole)
    return {
      scroller,
      drawn: rows.map((row, at) => ({ row, at })),
      abovePx: 0,
      belowPx: 0,
      measure: undefined,
    };
  const inSight = virtual.getVirtualItems();
  const drawn = inSight.flatMap(({ index }) => {
    const row = rows[index];
    return row ? [{ row, at: index }] : [];
  });
  const last = inSight.at(-1);
  return {
    scroller,
    drawn,
    abovePx: inSight[0]?.start ?? 0,
    belowPx: last ? virtual.getTotalSize() - last.end : 0,
    measure: virtual.measureElement,
  };
}

/** A table of things, one a row; a click on a title puts them in order, further clicks the other way and back. */
export function DataTable<Item>({
  columns,
  items,
  keyOf,
  caption,
  label,
  maxHeight = 'max-h-[46vh]',
  stacks,
  together,
}: DataTableProps<Item>) {
  const [sorting, setSorting] = useState<SortingState>([]);
  const data = useMemo(() => [...items], [items]);
  const defined = useMemo<ColumnDef<Item>[]>(
    () =>
      columns.map(({ key, sortBy }) => ({
        id: key,
        ...(sortBy
          ? { accessorFn: sortBy, sortingFn: (a, b) => inOrder(a.getValue(key), b.getValue(key)) }
          : {}),
        enableSorting: sortBy !== undefined,
        sortDescFirst: false,
      })),
    [columns],
  );
  const table = useReactTable({
    data,
    columns: defined,
    state: { sorting },
    onSortingChange: setSorting,
    getRowId: keyOf,
    // There are no pages to go back to: without this each change of the rows draws the table twice.
    autoResetAll: false,
    getCoreRowModel: getCoreRowModel(),
    getSortedRowModel: getSortedRowModel(),
  });
  const { rows } = table.getRowModel();
  const { scroller, drawn, abovePx, belowPx, measure } = useRowsInSight(
    rows,
    label === undefined || rows.length <= DRAWN_WHOLE,
  );
  // A head that stays covers what is scrolled under it: only where there is much to scroll.
  const headStays = label !== undefined && rows.length > DRAWN_WHOLE;
  const room = (px: number) =>
    px > 0 && (
      <tr aria-hidden style={{ height: px }}>
        <td colSpan={columns.length} />
      </tr>
    );
  const stacked = {
    head: stacks ? 'max-sm:sr-only' : '',
    row: stacks ? 'max-sm:block max-sm:py-2' : '',
    cell: stacks ? 'max-sm:block max-sm:py-0.5 max-sm:text-left' : '',
  };
  const drawing = (
    // Rows that are laid out as blocks are rows for those who hear them only if it is said.
    <table
      role="table"
      className={`w-full border-collapse text-sm ${stacks ? 'max-sm:block' : ''}`}
      aria-rowcount={rows.length + 1}
    >
      {caption && <caption className="pb-1 text-left font-bold">{caption}</caption>}
      <thead role="rowgroup" className={`${headStays ? 'sticky top-0 bg-sheet' : ''} ${stacked.head}`}>
        <tr role="row" className="h-9 border-b border-ink text-quiet">
          {columns.map(({ key, title, align, width = '' }) => {
            const header = table.getColumn(key);
            const sorted = header?.getIsSorted();
            return (
              <th
                key={key}
                role="columnheader"
                aria-sort={sorted ? (sorted === 'asc' ? 'ascending' : 'descending') : undefined}
                className={`py-1 pr-3 align-middle font-normal ${alignOf(align)} ${width}`}
              >
                {header?.getCanSort() ? (
                  <button
                    type="button"
                    className={`inline-flex min-h-9 items-center gap-1 hover:text-ink ${alignOf(align)}`}
                    onClick={header.getToggleSortingHandler()}
                  >
                    {title}
                    {sorted === 'asc' && <ArrowUp size={14} aria-hidden />}
                    {sorted === 'desc' && <ArrowDown size={14} aria-hidden />}
                  </button>
                ) : (
                  title
                )}
              </th>
            );
          })}
        </tr>
      </thead>
      <tbody role="rowgroup" className={stacks ? 'max-sm:block' : ''}>
        {room(abovePx)}
        {drawn.map(({ row, at }) => (
          <tr
            key={row.id}
            ref={measure}
            data-index={at}
            role="row"
            aria-rowindex={at + 2}
            className={`border-b border-hairline-soft align-top ${stacked.row}`}
          >
            {columns.map(({ key, cell, align, names, className = '' }) => {
              const look = `py-1.5 pr-3 ${alignOf(align)} ${className} ${stacked.cell}`;
              return names ? (
                <th
                  key={key}
                  role="rowheader"
                  scope="row"
                  className={`${look} ${names === 'strong' ? 'font-semibold' : 'font-normal'}`}
                >
                  {cell(row.original)}
                </th>
              ) : (
                <td key={key} role="cell" className={look}>
                  {cell(row.original)}
                </td>
              );
            })}
          </tr>
        ))}
        {room(belowPx)}
      </tbody>
      {together && (
        <tfoot>
          <tr className="font-bold">
            <th scope="row" colSpan={columns.length - 1} className="py-2 pr-3 text-left">
              {together[0]}
            </th>
            <td className="pr-3 text-right text-lg">{together[1]}</td>
          </tr>
        </tfoot>
      )}
    </table>
  );
  return label === undefined ? (
    drawing
  ) : (
    <div
      ref={scroller}
      className={`shrink-0 overflow-auto ${maxHeight}`}
      tabIndex={0}
      role="region"
      aria-label={label}
    >
      {drawing}
    </div>
  );
}
