import { addRecord, inOrder } from '../record/index.ts';
import {
  fail,
  formatBareLength,
  parseLength,
  succeed,
  type LengthProblem,
  type LengthUnit,
  type Result,
} from '../units/index.ts';
import {
  FRAME_KINDS,
  GLASS_KINDS,
  OPENING_KINDS,
  SIDES,
  readingOf,
  type FrameKind,
  type GlassKind,
  type OpeningKind,
  type Side,
} from './pane.ts';
import {
  NEW_PANE,
  NEW_ROOM,
  NEW_WALL,
  panesOfWall,
  type Pane,
  type SurveyChange,
  type SurveyRecords,
  type Wall,
} from './records.ts';
import { paneSizes, type SizeRules } from './sizes.ts';
import type { TakeOff } from './takeOff.ts';

/** The columns of a pane list, in the order in which they are written. */
export const PANE_COLUMNS = [
  'number',
  'room',
  'wall',
  'width',
  'height',
  'count',
  'opening',
  'glass',
  'frame',
  'handle',
  'sill',
] as const;
export type PaneColumn = (typeof PANE_COLUMNS)[number];

/** What the columns and their values are called in a file; the caller brings the words. */
export interface PaneWords {
  readonly columns: Readonly<Record<PaneColumn, string>>;
  readonly opening: Readonly<Record<OpeningKind, string>>;
  readonly glass: Readonly<Record<GlassKind, string>>;
  readonly frame: Readonly<Record<FrameKind, string>>;
  readonly side: Readonly<Record<Side, string>>;
}

/** Which column of a file holds what; null where it holds nothing of ours. */
export type ColumnMap = Readonly<Record<PaneColumn, number | null>>;

export interface PaneRow {
  readonly number: string | null;
  readonly room: string | null;
  readonly wall: string | null;
  readonly width: { readonly mm: number; readonly typed: string };
  readonly height: { readonly mm: number; readonly typed: string };
  readonly count: number;
  readonly opening: OpeningKind;
  readonly glass: GlassKind;
  readonly frame: FrameKind;
  readonly handle: Side | null;
  readonly sillMm: number | null;
}

export type CellProblem =
  | { readonly code: 'cell.length'; readonly column: PaneColumn; readonly problem: LengthProblem }
  | {
      readonly code: 'cell.unknown';
      readonly column: PaneColumn;
      readonly typed: string;
      readonly known: readonly string[];
    }
  | { readonly code: 'cell.count'; readonly column: PaneColumn; readonly typed: string };

export interface BadRow {
  /** Line in the file, the heading being line 1. */
  readonly line: number;
  readonly cells: readonly string[];
  readonly problems: readonly CellProblem[];
}

const plain = (text: string) => text.toLowerCase().replaceAll(/[^\p{L}\p{N}]+/gu, '');

/** Other words under which people keep the columns. */
const OTHER_NAMES: Readonly<Record<PaneColumn, readonly string[]>> = {
  number: ['no', 'nr', 'pane', 'label', 'id', 'ref'],
  room: ['elevation', 'location', 'area'],
  wall: ['side', 'facing'],
  width: ['w', 'widthmm', 'widthin'],
  height: ['h', 'heightmm', 'heightin'],
  count: ['qty', 'quantity', 'howmany', 'off'],
  opening: ['kind', 'type', 'window'],
  glass: ['glazing'],
  frame: ['framekind'],
  handle: ['handleat'],
  sill: ['sillheight', 'sillover floor', 'sillmm'],
};

/** Guesses which column of a heading is which, by our own words and by common ones. */
export function guessColumns(heading: readonly string[], words: PaneWords): ColumnMap {
  const names = heading.map(plain);
  const find = (column: PaneColumn) => {
    const known = [words.columns[column], column, ...OTHER_NAMES[column]].map(plain);
    const exact = names.findIndex((name) => known.includes(name));
    const at = exact >= 0 ? exact : names.findIndex((name) => name.startsWith(plain(words.columns[column])));
    return at >= 0 ? at : null;
  };
  return Object.fromEntries(PANE_COLUMNS.map((column) => [column, find(column)])) as unknown as ColumnMap;
}

function oneOf<Value extends string>(
  column: PaneColumn,
  typed: string,
  values: readonly Value[],
  names: Readonly<Record<Value, string>>,
): Result<Value, CellProblem> {
  const found = values.find((value) => plain(value) === plain(typed) || plain(names[value]) === plain(typed));
  return found
    ? succeed(found)
    : fail({ code: 'cell.unknown', column, typed, known: values.map((value) => names[value]) });
}

function readRow(
  cells: readonly string[],
  map: ColumnMap,
  unit: LengthUnit,
  words: PaneWords,
): Result<PaneRow, CellProblem[]> {
  const problems: CellProblem[] = [];
  const cell = (column: PaneColumn) => {
    const at = map[column];
    return at === null ? '' : (cells[at] ?? '').trim();
  };
  const length = (column: PaneColumn) => {
    const read = parseLength(cell(column), unit, column === 'sill' ? 'any' : 'glass');
    if (!read.ok) problems.push({ code: 'cell.length', column, problem: read.problem });
    return { mm: read.ok ? read.value.mm : 0, typed: cell(column) };
  };
  const choice = <Value extends string>(
    column: PaneColumn,
    values: readonly Value[],
    names: Readonly<Record<Value, string>>,
    otherwise: Value,
  ) => {
    if (cell(column) === '') return otherwise;
    const read = oneOf(column, cell(column), values, names);
    if (read.ok) return read.value;
    problems.push(read.problem);
    return otherwise;
  };
  const countText = cell('count') || '1';
  const count = /^\d{1,3}$/.test(countText) ? Number(countText) : 0;
  if (count < 1) problems.push({ code: 'cell.count', column: 'count', typed: countText });
  const row: PaneRow = {
    number: cell('number') || null,
    room: cell('room') || null,
    wall: cell('wall') || null,
    width: length('width'),
    height: length('height'),
    count,
    opening: choice('opening', OPENING_KINDS, words.opening, NEW_PANE.opening),
    glass: choice('glass', GLASS_KINDS, words.glass, NEW_PANE.glass),
    frame: choice('frame', FRAME_KINDS, words.frame, NEW_PANE.frame),
    handle: cell('handle') === '' ? null : choice('handle', SIDES, words.side, 'left'),
    sillMm: cell('sill') === '' ? null : length('sill').mm,
  };
  return problems.length > 0 ? fail(problems) : succeed(row);
}

/**
 * Reads the rows of a pane list below its heading. Good rows are taken, bad ones come back with what is wrong with
 * each cell; empty rows are nothing. Bare lengths are in `unit`.
 */
export function readPaneRows(
  rows: readonly (readonly string[])[],
  map: ColumnMap,
  unit: LengthUnit,
  words: PaneWords,
): { readonly good: readonly PaneRow[]; readonly bad: readonly BadRow[] } {
  const good: PaneRow[] = [];
  const bad: BadRow[] = [];
  rows.forEach((cells, at) => {
    if (cells.every((text) => text.trim() === '')) return;
    const read = readRow(cells, map, unit, words);
    if (read.ok) good.push(read.value);
    else bad.push({ line: at + 2, cells, problems: read.problem });
  });
  return { good, bad };
}

/** The panes of a job as a list: heading and one row a pane, lengths in the person's unit, largest width and height. */
export function paneListOf(
  records: SurveyRecords,
  rounding: SizeRules,
  unit: LengthUnit,
  words: PaneWords,
): string[][] {
  const show = (mm: number) => formatBareLength(mm, { unit, rounding: 'up' });
  const rows = inOrder(records.wall).flatMap((wall) =>
    panesOfWall(records, wall.id).map((pane) => {
      const size = paneSizes(pane.readings, rounding, pane.shape)?.cutting;
      return [
        pane.label,
        records.room[wall.roomId]?.name ?? '',
        wall.name,
        size ? show(size.widthMm) : '',
        size ? show(size.heightMm) : '',
        '1',
        words.opening[pane.opening],
        words.glass[pane.glass],
        words.frame[pane.frame],
        pane.handle ? words.side[pane.handle] : '',
        formatBareLength(pane.sillMm, { unit }),
      ];
    }),
  );
  const inUnit = (column: PaneColumn) =>
    column === 'width' || column === 'height' || column === 'sill'
      ? `${words.columns[column]} (${unit})`
      : words.columns[column];
  return [PANE_COLUMNS.map(inUnit), ...rows];
}

/** Makes the panes of read rows, with the rooms and walls they name; rows without a wall go on the one shown. */
export function panesOfRows(
  takeOff: Omit<TakeOff, 'wallId'> & { readonly wallId: string | null },
  rows: readonly PaneRow[],
): SurveyChange[] {
  const { records, taken, newId } = takeOff;
  const rules = takeOff.rules.survey;
  const changes: SurveyChange[] = [];
  const rooms = new Map(Object.entries(records.room).map(([id, { name }]) => [plain(name), id]));
  const walls = new Map(
    Object.entries(records.wall).map(([id, wall]) => [`${wall.roomId} ${plain(wall.name)}`, id]),
  );
  const numbers = new Set(Object.values(records.pane).map(({ label }) => label));
  let order = Math.max(-1, ...Object.values(records.pane).map((pane) => pane.order));
  let nextNumber = 1;
  const freeNumber = (wanted: string | null) => {
    if (wanted && !numbers.has(wanted.slice(0, 12))) return wanted.slice(0, 12);
    while (numbers.has(String(nextNumber))) nextNumber += 1;
    return String(nextNumber);
  };
  const roomId = (name: string) => {
    const known = rooms.get(plain(name));
    if (known) return known;
    const id = newId();
    rooms.set(plain(name), id);
    changes.push(addRecord('room', id, { name: name.slice(0, 120), order: rooms.size, ...NEW_ROOM }));
    return id;
  };
  const wallId = (row: PaneRow) => {
    if (row.wall === null && row.room === null && takeOff.wallId !== null) return takeOff.wallId;
    const inRoom = roomId(row.room ?? 'From a list');
    const name = row.wall ?? 'Wall';
    const key = `${inRoom} ${plain(name)}`;
    const known = walls.get(key);
    if (known) return known;
    const id = newId();
    walls.set(key, id);
    const size = { widthMm: rules.newWallWidthMm, heightMm: rules.newWallHeightMm };
    const wall: Wall = {
      ...NEW_WALL,
      bearingDeg: 180,
      bearingSource: 'rough',
      bearingUncertaintyDeg: 90,
      ...size,
      roomId: inRoom,
      name: name.slice(0, 120),
      order: Object.keys(records.wall).length + walls.size,
    };
    changes.push(addRecord('wall', id, wall));
    return id;
  };
  for (const row of rows) {
    const on = wallId(row);
    const twinSet = row.count > 1 ? `set-${newId()}` : null;
    for (let copy = 0; copy < row.count; copy += 1) {
      const label = freeNumber(copy === 0 ? row.number : null);
      numbers.add(label);
      order += 1;
      const pane: Pane = {
        ...NEW_PANE,
        wallId: on,
        label,
        order,
        opening: row.opening,
        glass: row.glass,
        frame: row.frame,
        handle: row.handle,
        gapBeforeMm: rules.defaultGapMm,
        sillMm: row.sillMm ?? rules.defaultSillMm,
        twinSet,
        readings: {
          ...NEW_PANE.readings,
          widthTop: readingOf(row.width.mm, row.width.typed, taken),
          heightLeft: readingOf(row.height.mm, row.height.typed, taken),
        },
      };
      changes.push(addRecord('pane', newId(), pane));
    }
  }
  return changes;
}
