import { addRecord, inOrder } from '../record/index.ts';
import {
  SHEET_UNITS,
  length,
  number,
  numberIn,
  oneOf,
  orElse,
  plainName,
  readCells,
  text,
  wholeNumber,
  type BadLine,
  type ColumnMap,
  type ColumnNames,
  type ProblemAt,
  type ReadCell,
  type RowOf,
  type SheetLine,
  type SheetUnit,
} from '../sheet/index.ts';
import { MM_PER_UNIT, cutText, fail, formatBareLength, succeed, type LengthUnit } from '../units/index.ts';
import { bearingInName, bearingOfPoint } from './compass.ts';
import { LARGEST_PLAUSIBLE_MM } from './doubt/doubts.ts';
import { medianOf } from './doubt/evidence.ts';
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
import { RECTANGLE, type PaneShape } from './shape.ts';
import { shapeOfText, textOfShape } from './shapeText.ts';
import { paneSizes, type SizeRules } from './sizes.ts';
import { firstReadings, likelySillMm, type TakeOff } from './takeOff.ts';

/** A length with what was written. */
interface TypedLength {
  readonly mm: number;
  readonly typed: string;
}

/** What the columns and their values are called in a file; the caller brings the words. */
export interface PaneWords {
  readonly columns: Readonly<Record<PaneColumn, string>>;
  readonly opening: Readonly<Record<OpeningKind, string>>;
  readonly glass: Readonly<Record<GlassKind, string>>;
  readonly frame: Readonly<Record<FrameKind, string>>;
  readonly side: Readonly<Record<Side, string>>;
}

/** What stands between the width and the height in one cell. */
const BETWEEN_SIDES = /\s*(?:×|\*|\bby\b|x)\s*/i;

/** Width and height in one cell, as `819 x 1120`. */
const sizeCell =
  (unit: SheetUnit): ReadCell<{ readonly width: TypedLength; readonly height: TypedLength }> =>
  (typed) => {
    const sides = typed.split(BETWEEN_SIDES);
    const [width, height] = sides.map(length(unit, 'glass'));
    if (sides.length !== 2 || !width || !height) return fail({ code: 'cell.notSize', typed });
    if (!width.ok) return width;
    return height.ok ? succeed({ width: width.value, height: height.value }) : height;
  };

/** A direction in degrees from north, or a point of the compass. */
const facesCell: ReadCell<number> = (typed) => {
  const point = bearingOfPoint(typed);
  return point === null ? number(0, 360)(typed.replace(/\s*°$/, '')) : succeed(point);
};

const shapeCell =
  (unit: SheetUnit): ReadCell<PaneShape> =>
  (typed) => {
    const read = shapeOfText(typed, unit === 'in' ? 'in' : 'mm');
    return read.ok ? read : fail({ code: 'cell.notShape', typed });
  };

/** The films of a shop that a list may name. */
type NamedFilms = readonly { readonly id: string; readonly name: string }[];

const filmCell = (films: NamedFilms): ReadCell<string> =>
  oneOf(
    films.map(({ id }) => id),
    Object.fromEntries(films.map(({ id, name }) => [id, name])),
  );

/** How the cells of a pane list are understood; bare lengths are in `unit`. */
const paneCells = (unit: SheetUnit, words: Omit<PaneWords, 'columns'>, films: NamedFilms) => ({
  number: orElse(text, null),
  room: orElse(text, null),
  wall: orElse(text, null),
  faces: orElse(facesCell, null),
  width: orElse(length(unit, 'glass'), null),
  height: orElse(length(unit, 'glass'), null),
  count: orElse(wholeNumber(1, 999), 1),
  opening: orElse(oneOf(OPENING_KINDS, words.opening), NEW_PANE.opening),
  glass: orElse(oneOf(GLASS_KINDS, words.glass), NEW_PANE.glass),
  frame: orElse(oneOf(FRAME_KINDS, words.frame), NEW_PANE.frame),
  handle: orElse(oneOf(SIDES, words.side), null),
  sill: orElse(length(unit, 'any'), null),
  above: orElse(text, null),
  shape: orElse(shapeCell(unit), RECTANGLE),
  film: orElse(filmCell(films), null),
  size: orElse(sizeCell(unit), null),
});
type Cells = RowOf<ReturnType<typeof paneCells>>;
export type PaneColumn = keyof Cells;
/** A line of a list that can be taken: whichever way its size was written. */
export type PaneRow = Omit<Cells, 'width' | 'height' | 'size'> & {
  readonly width: TypedLength;
  readonly height: TypedLength;
};
export type PaneCellProblem = ProblemAt<PaneColumn>;

/** Other words under which people keep the columns, in the order in which the columns are written. */
const OTHER_NAMES: ColumnNames<PaneColumn> = {
  number: ['no', 'nr', 'pane', 'label', 'id', 'ref'],
  room: ['elevation', 'location', 'area'],
  wall: ['side', 'facing'],
  faces: ['bearing', 'direction', 'orientation', 'compass'],
  width: ['w', 'widthmm', 'widthin'],
  height: ['h', 'heightmm', 'heightin'],
  count: ['qty', 'quantity', 'howmany', 'off'],
  opening: ['kind', 'type', 'window'],
  glass: ['glazing'],
  frame: ['framekind'],
  handle: ['handleat'],
  sill: ['sillheight', 'sill over floor', 'sillmm'],
  above: ['over', 'stands above'],
  shape: ['form', 'outline'],
  film: ['film name', 'product'],
  size: ['dimensions', 'glass size', 'wxh', 'w x h', 'width x height', 'dimension'],
};
const PANE_COLUMNS = Object.keys(OTHER_NAMES) as PaneColumn[];
/** Width and height have columns of their own in what we write. */
const WRITTEN_COLUMNS = PANE_COLUMNS.filter((column) => column !== 'size');

/** Of what a list cannot be taken without: its widths and heights, or both in one column. */
export function missingPaneColumns(map: ColumnMap<PaneColumn>): readonly PaneColumn[] {
  return map.size === null ? (['width', 'height'] as const).filter((column) => map[column] === null) : [];
}

/** Longer sides of glass have at least this in a list: half of that for most panes means another unit. */
const USUAL_LONGER_MM = 250;
const UNIT_IN_HEADING: readonly (readonly [RegExp, SheetUnit])[] = [
  [/\bmm\b|millimet/i, 'mm'],
  [/\bcm\b|centimet/i, 'cm'],
  [/\bin(?:ch(?:es)?)?\b|["″]/i, 'in'],
  [/\(m\)|\[m\]|\bmet(?:er|re)s?\b/i, 'm'],
];

/** What the bare lengths of a list are in, and whether the file says so itself rather than its sizes. */
export interface UnitOfList {
  readonly unit: SheetUnit;
  readonly said: boolean;
}

/** Tells the unit of a list by its headings, else by its sizes: the person's own where that gives glass. */
export function unitOfList(
  heading: readonly string[],
  lines: readonly SheetLine<PaneColumn>[],
  map: ColumnMap<PaneColumn>,
  own: LengthUnit,
): UnitOfList {
  const titles = [map.width, map.height, map.size].map((at) => (at === null ? '' : (heading[at] ?? '')));
  for (const [pattern, unit] of UNIT_IN_HEADING)
    if (titles.some((title) => pattern.test(title))) return { unit, said: true };
  const longer = lines.flatMap(({ text: { width = '', height = '', size = '' } }) => {
    const sides = [width, height, ...size.split(BETWEEN_SIDES)].map(numberIn);
    const read = sides.filter((side) => Number.isFinite(side));
    return read.length > 0 ? [Math.max(...read)] : [];
  });
  if (longer.length === 0) return { unit: own, said: true };
  const middle = medianOf(longer);
  const fits = (unit: SheetUnit) =>
    middle * MM_PER_UNIT[unit] >= USUAL_LONGER_MM && middle * MM_PER_UNIT[unit] <= LARGEST_PLAUSIBLE_MM;
  const unit = [own, ...SHEET_UNITS].find(fits) ?? own;
  return { unit, said: unit === own };
}

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
  unit: SheetUnit,
  words: PaneWords,
  films: NamedFilms = [],
): { readonly good: readonly PaneRow[]; readonly bad: readonly BadLine<PaneCellProblem>[] } {
  const cells = paneCells(unit, words, films);
  const good: PaneRow[] = [];
  const bad: BadLine<PaneCellProblem>[] = [];
  for (const { line, text: typed } of lines) {
    const read = readCells(cells, typed);
    if (!read.ok) {
      bad.push({ line, text: typed, problems: read.problem });
      continue;
    }
    const { size, ...row } = read.value;
    const [width, height] = [size?.width ?? row.width, size?.height ?? row.height];
    if (width && height) good.push({ ...row, width, height });
    else {
      const missing = (['width', 'height'] as const).filter((side) => row[side] === null);
      bad.push({ line, text: typed, problems: missing.map((column) => ({ code: 'cell.missing', column })) });
    }
  }
  return { good, bad };
}

/** The panes of a job as a list: heading and one row a pane, lengths in the person's unit, largest width and height. */
export function paneListOf(
  records: SurveyRecords,
  rounding: SizeRules,
  unit: LengthUnit,
  words: PaneWords,
  films: NamedFilms = [],
): string[][] {
  const show = (mm: number) => formatBareLength(mm, { unit, rounding: 'up' });
  const rows = inOrder(records.wall).flatMap((wall) =>
    panesOfWall(records, wall.id).map((pane) => {
      const size = paneSizes(pane.readings, rounding, pane.shape)?.cutting;
      return [
        pane.label,
        records.room[wall.roomId]?.name ?? '',
        wall.name,
        String(Math.round(wall.bearingDeg * 10) / 10),
        size ? show(size.widthMm) : '',
        size ? show(size.heightMm) : '',
        '1',
        words.opening[pane.opening],
        words.glass[pane.glass],
        words.frame[pane.frame],
        pane.handle ? words.side[pane.handle] : '',
        formatBareLength(pane.sillMm, { unit }),
        (pane.over && records.pane[pane.over.paneId]?.label) ?? '',
        textOfShape(pane.shape, unit),
        films.find(({ id }) => id === pane.filmId)?.name ?? pane.filmId ?? '',
      ];
    }),
  );
  const inUnit = (column: PaneColumn) =>
    column === 'width' || column === 'height' || column === 'sill'
      ? `${words.columns[column]} (${unit})`
      : words.columns[column];
  return [WRITTEN_COLUMNS.map(inUnit), ...rows];
}

/** A wall of which nobody knows where it faces is taken for the sunniest, and marked as such. */
const UNKNOWN_BEARING = { bearingDeg: 180, uncertaintyDeg: 90 };
/** A name says a direction to within a point of the compass. */
const NAMED_UNCERTAINTY_DEG = 45;

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
    const inName = bearingInName(name);
    const wall: Wall = {
      ...NEW_WALL,
      ...(row.faces === null
        ? {
            bearingDeg: inName ?? UNKNOWN_BEARING.bearingDeg,
            bearingSource: 'rough',
            bearingUncertaintyDeg: inName === null ? UNKNOWN_BEARING.uncertaintyDeg : NAMED_UNCERTAINTY_DEG,
          }
        : { bearingDeg: row.faces }),
      ...size,
      roomId: inRoom,
      name: cutText(name, 120),
      order: Object.keys(records.wall).length + walls.size,
    };
    changes.push(addRecord('wall', id, wall));
    return id;
  };
  const known = new Map<string, string>();
  const above: { readonly id: string; readonly pane: Pane; readonly on: string }[] = [];
  for (const [id, pane] of Object.entries(records.pane)) known.set(`${pane.wallId} ${pane.label}`, id);
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
        shape: row.shape,
        filmId: row.film,
        readings: firstReadings(row.shape, {
          width: readingOf(row.width.mm, row.width.typed, taken),
          height: readingOf(row.height.mm, row.height.typed, taken),
        }),
      };
      const id = newId();
      if (copy === 0 && row.number !== null) known.set(`${on} ${row.number}`, id);
      if (copy === 0 && row.above !== null) above.push({ id, pane, on: `${on} ${row.above}` });
      changes.push(addRecord('pane', id, pane));
    }
  }
  // What stands above another may come before it in the list.
  for (const { id, pane, on } of above) {
    const paneId = known.get(on);
    const at = changes.findIndex((change) => change.kind === 'pane' && change.id === id);
    if (paneId !== undefined && paneId !== id)
      changes[at] = addRecord('pane', id, { ...pane, over: { paneId, fromLeftMm: 0 } });
  }
  return changes;
}
