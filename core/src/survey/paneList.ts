import { addRecord, inOrder } from '../record/index.ts';
import {
  length,
  needed,
  oneOf,
  orElse,
  plainName,
  readCells,
  text,
  wholeNumber,
  type BadLine,
  type ColumnNames,
  type ProblemAt,
  type RowOf,
  type SheetLine,
} from '../sheet/index.ts';
import { cutText, formatBareLength, type LengthUnit } from '../units/index.ts';
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
import { likelySillMm, type TakeOff } from './takeOff.ts';

/** What the columns and their values are called in a file; the caller brings the words. */
export interface PaneWords {
  readonly columns: Readonly<Record<PaneColumn, string>>;
  readonly opening: Readonly<Record<OpeningKind, string>>;
  readonly glass: Readonly<Record<GlassKind, string>>;
  readonly frame: Readonly<Record<FrameKind, string>>;
  readonly side: Readonly<Record<Side, string>>;
}

/** How the cells of a pane list are understood; bare lengths are in `unit`. */
const paneCells = (unit: LengthUnit, words: Omit<PaneWords, 'columns'>) => ({
  number: orElse(text, null),
  room: orElse(text, null),
  wall: orElse(text, null),
  width: needed(length(unit, 'glass')),
  height: needed(length(unit, 'glass')),
  count: orElse(wholeNumber(1, 999), 1),
  opening: orElse(oneOf(OPENING_KINDS, words.opening), NEW_PANE.opening),
  glass: orElse(oneOf(GLASS_KINDS, words.glass), NEW_PANE.glass),
  frame: orElse(oneOf(FRAME_KINDS, words.frame), NEW_PANE.frame),
  handle: orElse(oneOf(SIDES, words.side), null),
  sill: orElse(length(unit, 'any'), null),
});
export type PaneColumn = keyof ReturnType<typeof paneCells>;
export type PaneRow = RowOf<ReturnType<typeof paneCells>>;
export type PaneCellProblem = ProblemAt<PaneColumn>;

/** Other words under which people keep the columns, in the order in which the columns are written. */
const OTHER_NAMES: ColumnNames<PaneColumn> = {
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
  sill: ['sillheight', 'sill over floor', 'sillmm'],
};
const PANE_COLUMNS = Object.keys(OTHER_NAMES) as PaneColumn[];

export function paneColumnNames({ columns }: PaneWords): ColumnNames<PaneColumn> {
  return Object.fromEntries(
    PANE_COLUMNS.map((column) => [column, [columns[column], ...OTHER_NAMES[column]]]),
  ) as unknown as ColumnNames<PaneColumn>;
}

/**
 * Reads the lines of a pane list: good ones are taken, bad ones come back with what is wrong with each cell. Bare
 * lengths are in `unit`.
 */
export function readPaneLines(
  lines: readonly SheetLine<PaneColumn>[],
  unit: LengthUnit,
  words: PaneWords,
): { readonly good: readonly PaneRow[]; readonly bad: readonly BadLine<PaneCellProblem>[] } {
  const cells = paneCells(unit, words);
  const good: PaneRow[] = [];
  const bad: BadLine<PaneCellProblem>[] = [];
  for (const { line, text: typed } of lines) {
    const read = readCells(cells, typed);
    if (read.ok) good.push(read.value);
    else bad.push({ line, text: typed, problems: read.problem });
  }
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
  const rooms = new Map(Object.entries(records.room).map(([id, { name }]) => [plainName(name), id]));
  const walls = new Map(
    Object.entries(records.wall).map(([id, wall]) => [`${wall.roomId} ${plainName(wall.name)}`, id]),
  );
  const numbers = new Set(Object.values(records.pane).map(({ label }) => label));
  let order = Math.max(-1, ...Object.values(records.pane).map((pane) => pane.order));
  let nextNumber = 1;
  const freeNumber = (wanted: string | null) => {
    const short = wanted && cutText(wanted, 12);
    if (short && !numbers.has(short)) return short;
    while (numbers.has(String(nextNumber))) nextNumber += 1;
    return String(nextNumber);
  };
  const roomId = (name: string) => {
    const known = rooms.get(plainName(name));
    if (known) return known;
    const id = newId();
    rooms.set(plainName(name), id);
    changes.push(addRecord('room', id, { name: cutText(name, 120), order: rooms.size, ...NEW_ROOM }));
    return id;
  };
  const wallId = (row: PaneRow) => {
    if (row.wall === null && row.room === null && takeOff.wallId !== null) return takeOff.wallId;
    const inRoom = roomId(row.room ?? 'From a list');
    const name = row.wall ?? 'Wall';
    const key = `${inRoom} ${plainName(name)}`;
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
      name: cutText(name, 120),
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
        sillMm: row.sill?.mm ?? likelySillMm(row.opening, [], rules.defaultSillMm),
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
