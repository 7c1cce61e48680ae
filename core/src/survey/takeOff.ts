import { addRecord, inOrder, patchRecord, withRecord } from '../record/index.ts';
import { formatBareLength, type LengthUnit } from '../units/index.ts';
import { placeOver } from './arrange.ts';
import { equalGridCells } from './grid.ts';
import type { OpeningLine } from './openingLine.ts';
import {
  NO_READINGS,
  axisOf,
  readingOf,
  type OpeningKind,
  type Reading,
  type Readings,
  type Size,
  type TakenLength,
} from './pane.ts';
import {
  NEW_PANE,
  panesOfWall,
  type Pane,
  type SurveyChange,
  type SurveyRecords,
  type Wall,
} from './records.ts';
import { placesOfShape } from './shape.ts';
import { paneSizes, type SizeRules } from './sizes.ts';
import { placeOpenings } from './wall.ts';
import type { SurveyRules } from './surveyRules.ts';

/** Where and by whom openings are taken off, and new ids for them. */
export interface TakeOff {
  readonly records: SurveyRecords;
  readonly rules: { readonly survey: SurveyRules; readonly cutting: SizeRules };
  readonly wallId: string;
  readonly taken: Partial<TakenLength>;
  readonly unit: LengthUnit;
  readonly newId: () => string;
}

function nextNumber(records: SurveyRecords): number {
  const numbers = Object.values(records.pane).map(({ label }) => Number.parseInt(label, 10));
  return Math.max(0, ...numbers.filter(Number.isFinite)) + 1;
}

function nextOrder(records: SurveyRecords): number {
  return 1 + Math.max(-1, ...Object.values(records.pane).map(({ order }) => order));
}

/** Openings whose frame stands on the floor. */
const ON_THE_FLOOR: ReadonlySet<OpeningKind> = new Set(['frenchDoor', 'slider', 'sidelight']);

/** How high a new opening of a kind most likely stands: as the last of its like on the wall, doors on the floor otherwise. */
export function likelySillMm(
  opening: OpeningKind,
  onWall: readonly Pick<Pane, 'opening' | 'sillMm' | 'over'>[],
  defaultSillMm: number,
): number {
  const standsOnFloor = ON_THE_FLOOR.has(opening);
  const alike = onWall.filter(
    (pane) => pane.over === null && ON_THE_FLOOR.has(pane.opening) === standsOnFloor,
  );
  return alike.at(-1)?.sillMm ?? (standsOnFloor ? 0 : defaultSillMm);
}

type Likeness = Pick<Pane, 'opening' | 'glass' | 'frame' | 'gapBeforeMm' | 'sillMm'>;

/** What a new opening takes over from the one before it on its wall: what is most likely alike. */
function likeTheLast({ records, rules, wallId }: TakeOff, said: OpeningKind | null): Likeness {
  const panes = panesOfWall(records, wallId);
  const last = panes.filter(({ over }) => over === null).at(-1) ?? panes.at(-1);
  const opening = said ?? last?.opening ?? NEW_PANE.opening;
  const { defaultGapMm, defaultSillMm } = rules.survey;
  return {
    opening,
    glass: last?.glass ?? NEW_PANE.glass,
    frame: last?.frame ?? NEW_PANE.frame,
    gapBeforeMm: last && panes.length > 1 ? last.gapBeforeMm : defaultGapMm,
    sillMm: likelySillMm(opening, panes, defaultSillMm),
  };
}

/** One opening that is still to be measured. */
export function emptyOpening(takeOff: TakeOff): {
  id: string;
  changes: readonly SurveyChange[];
  label: string;
} {
  const label = String(nextNumber(takeOff.records));
  const id = takeOff.newId();
  const pane: Pane = {
    ...NEW_PANE,
    ...likeTheLast(takeOff, null),
    wallId: takeOff.wallId,
    label,
    order: nextOrder(takeOff.records),
  };
  return { id, changes: [addRecord('pane', id, pane)], label };
}

/** Width and height as said, at the first place of the shape for each. The line of a block wall gives the block. */
export function firstReadings(shape: Pane['shape'], said: { width: Reading; height: Reading }): Readings {
  if (shape.kind === 'blocks') return NO_READINGS;
  const places = placesOfShape(shape);
  const [width] = places.filter((place) => axisOf(place) === 'width');
  // The height of an arch is said up to its crown.
  const height = shape.kind === 'arch' ? 'heightMiddle' : places.find((place) => axisOf(place) === 'height');
  return { ...NO_READINGS, [width ?? 'widthTop']: said.width, [height ?? 'heightLeft']: said.height };
}

/** Places over an opening, one after the other; null where there is none of that number, or none at all. */
function overOthers(
  { records, rules, wallId }: TakeOff,
  label: string | null,
): ((id: string, size: Size) => Pick<Pane, 'over' | 'sillMm'> | null) | null {
  const panes = panesOfWall(records, wallId);
  const last = panes.at(-1);
  const named = panes.find((pane) => pane.label === label);
  const lastId = last?.over?.paneId ?? last?.id;
  const wall = records.wall[wallId];
  if (!wall) return null;
  const standing = new Map(panes.map(({ id, over }) => [id, over]));
  let { openings } = placeOpenings(
    wall,
    panes.map((pane) => ({
      ...pane,
      size: paneSizes(pane.readings, rules.cutting, pane.shape)?.cutting ?? null,
    })),
  );
  /** A light wider than the last opening stands over as many before it as it covers, as over both leaves of a door. */
  const widestBase = (widthMm: number) => {
    const end = openings.find(({ id }) => id === lastId);
    const covered = openings.filter(
      ({ isOver, leftMm }) =>
        end !== undefined &&
        !isOver &&
        leftMm <= end.leftMm &&
        end.leftMm + end.size.widthMm - leftMm <= widthMm + 2 * rules.survey.defaultBarMm,
    );
    return covered.sort((a, b) => a.leftMm - b.leftMm)[0]?.id ?? lastId;
  };
  return (id, size) => {
    const { defaultBarMm } = rules.survey;
    const baseId = label === null ? widestBase(size.widthMm) : named?.id;
    if (baseId === undefined) return null;
    const place = placeOver(openings, (of) => standing.get(of) ?? null, baseId, size.widthMm, defaultBarMm);
    const base = openings.find((each) => each.id === baseId);
    if (!place || !base) return null;
    standing.set(id, place.over);
    const leftMm = base.leftMm + place.over.fromLeftMm;
    const { sillMm } = place;
    openings = [...openings, { id, leftMm, sillMm, size, measured: true, cell: null, isOver: true }];
    return place;
  };
}

/**
 * The openings of one line: as many as were said, all twins, each with its size as one reading a side. A grid becomes
 * equal lights behind its bars, on a wall that keeps the size of the whole.
 */
export function openingsOfLine(
  takeOff: TakeOff,
  line: OpeningLine,
): { ids: readonly string[]; changes: readonly SurveyChange[] } {
  const { records, rules, wallId, taken, unit, newId } = takeOff;
  const like = likeTheLast(takeOff, line.opening);
  const { defaultBarMm } = rules.survey;
  const columns = line.grid?.columns ?? 1;
  const rows = line.grid?.rows ?? 1;
  const barMm = line.grid?.barMm ?? defaultBarMm;
  const whole = { widthMm: line.width.mm, heightMm: line.height.mm };
  const light = equalGridCells(whole, { columns, rows, barMm });
  const typed = (mm: number) => formatBareLength(mm, { unit });
  const width = line.grid ? { mm: light.widthMm, typed: typed(light.widthMm) } : line.width;
  const height = line.grid ? { mm: light.heightMm, typed: typed(light.heightMm) } : line.height;
  const many = line.count * columns * rows > 1;
  const twinSet = many ? `set-${newId()}` : null;
  const firstNumber = nextNumber(records);
  const firstOrder = nextOrder(records);
  const grids: Record<string, NonNullable<SurveyRecords['wall'][string]>['grids'][string]> = {};
  const changes: SurveyChange[] = [];
  const ids: string[] = [];
  const over = line.above && !line.grid ? overOthers(takeOff, line.above.label) : null;
  for (let copy = 0; copy < line.count; copy += 1) {
    const gridId = line.grid ? newId() : null;
    if (gridId) grids[gridId] = { columns, rows, barMm, whole };
    for (let at = 0; at < columns * rows; at += 1) {
      const id = newId();
      ids.push(id);
      const pane: Pane = {
        ...NEW_PANE,
        ...like,
        glass: line.glass ?? like.glass,
        frame: line.frame ?? like.frame,
        handle: line.handle,
        wallId,
        label: String(firstNumber + ids.length - 1),
        order: firstOrder + ids.length - 1,
        twinSet,
        cell: gridId ? { gridId, column: at % columns, row: Math.floor(at / columns) } : null,
        ...over?.(id, { widthMm: width.mm, heightMm: height.mm }),
        shape: line.shape ?? NEW_PANE.shape,
        readings: firstReadings(line.shape ?? NEW_PANE.shape, {
          width: readingOf(width.mm, width.typed, taken),
          height: readingOf(height.mm, height.typed, taken),
        }),
      };
      changes.push(addRecord('pane', id, pane));
    }
  }
  const wall = records.wall[wallId];
  const onWall =
    wall && Object.keys(grids).length > 0
      ? patchRecord(records, 'wall', wallId, { grids: { ...wall.grids, ...grids } })
      : null;
  return { ids, changes: onWall ? [onWall, ...changes] : changes };
}

/**
 * Panes that turn out to be lights behind bars: each becomes the first light of a grid over its own size, the others
 * follow it as twins. Panes without a size, with a shape of their own or already in a grid stay as they are.
 */
export function gridsOfPanes(
  takeOff: TakeOff,
  paneIds: readonly string[],
  {
    columns,
    rows,
    barMm,
  }: { readonly columns: number; readonly rows: number; readonly barMm: number | null },
): SurveyChange[] {
  const { records, rules, wallId, taken, unit, newId } = takeOff;
  const wall = records.wall[wallId];
  if (!wall || columns * rows < 2) return [];
  const bar = barMm ?? rules.survey.defaultBarMm;
  const grids: Wall['grids'] = { ...wall.grids };
  const changes: SurveyChange[] = [];
  let number = nextNumber(records);
  let order = nextOrder(records);
  for (const { id, ...pane } of panesOfWall(records, wallId)) {
    const whole = paneSizes(pane.readings, rules.cutting, pane.shape)?.cutting;
    if (!paneIds.includes(id) || !whole || pane.cell || pane.shape.kind !== 'rectangle') continue;
    const light = equalGridCells(whole, { columns, rows, barMm: bar });
    if (light.widthMm <= 0 || light.heightMm <= 0) continue;
    const gridId = newId();
    grids[gridId] = { columns, rows, barMm: bar, whole };
    const reading = (mm: number) => readingOf(mm, formatBareLength(mm, { unit }), taken);
    const first: Pane = {
      ...pane,
      twinSet: `set-${newId()}`,
      cell: { gridId, column: 0, row: 0 },
      over: null,
      readings: { ...NO_READINGS, widthTop: reading(light.widthMm), heightLeft: reading(light.heightMm) },
    };
    const change = patchRecord(records, 'pane', id, first);
    if (change) changes.push(change);
    for (let at = 1; at < columns * rows; at += 1) {
      const cell = { gridId, column: at % columns, row: Math.floor(at / columns) };
      changes.push(
        addRecord('pane', newId(), { ...first, condition: [], label: String(number), order, cell }),
      );
      number += 1;
      order += 1;
    }
  }
  const onWall = patchRecord(records, 'wall', wallId, { grids });
  return onWall && changes.length > 0 ? [onWall, ...changes] : [];
}

/** Where the twin of a pane over another stands: over the same one, beside it. */
function besideOver(records: SurveyRecords, rules: TakeOff['rules'], paneId: string): Pane['over'] {
  const pane = records.pane[paneId];
  const widthMm = pane && paneSizes(pane.readings, rules.cutting, pane.shape)?.cutting.widthMm;
  return pane?.over && widthMm !== undefined
    ? { ...pane.over, fromLeftMm: pane.over.fromLeftMm + widthMm + rules.survey.defaultBarMm }
    : null;
}

/** Panes again, after the last of the wall: alike in everything that was measured, and said to be twins. */
export function twinsOfPanes(
  takeOff: TakeOff,
  paneIds: readonly string[],
): { ids: string[]; changes: SurveyChange[] } {
  const { records, rules, newId } = takeOff;
  const firstNumber = nextNumber(records);
  const firstOrder = nextOrder(records);
  const changes: SurveyChange[] = [];
  const ids = inOrder(records.pane)
    .filter(({ id }) => paneIds.includes(id))
    .map(({ id, ...pane }, at) => {
      const twinSet = pane.twinSet ?? `set-${newId()}`;
      const change = patchRecord(records, 'pane', id, { twinSet });
      if (change) changes.push(change);
      const copyId = newId();
      const label = String(firstNumber + at);
      changes.push(
        addRecord('pane', copyId, {
          ...pane,
          label,
          order: firstOrder + at,
          twinSet,
          cell: null,
          over: besideOver(records, rules, id),
          condition: [],
        }),
      );
      return copyId;
    });
  return { ids, changes };
}

/**
 * A pane like another in everything that was measured and in its glass and frame, and said to be its twin. Its place on
 * the wall, film and condition stay its own.
 */
export function sameAsPane(
  { records, newId }: Pick<TakeOff, 'records' | 'newId'>,
  paneId: string,
  likeId: string,
): SurveyChange[] {
  const like = records.pane[likeId];
  if (!like || paneId === likeId) return [];
  const twinSet = like.twinSet ?? `set-${newId()}`;
  const { readings, shape, opening, glass, frame, handle, hidden, hole } = like;
  const patch = { readings, shape, opening, glass, frame, handle, hidden, hole, twinSet };
  return [
    patchRecord(records, 'pane', likeId, { twinSet }),
    patchRecord(records, 'pane', paneId, patch),
  ].filter((change) => change !== null);
}

/** A whole room again, with all its walls: for the next floor. The new walls have the names of the old. */
export function copyOfRoom(
  { records, newId }: Pick<TakeOff, 'records' | 'newId'>,
  roomId: string,
  name: string,
): { id: string; firstWallId: string | null; changes: SurveyChange[] } | null {
  const room = records.room[roomId];
  if (!room) return null;
  const id = newId();
  const order = 1 + Math.max(-1, ...Object.values(records.room).map((other) => other.order));
  const walls = inOrder(records.wall).filter((wall) => wall.roomId === roomId);
  const changes: SurveyChange[] = [addRecord('room', id, { ...room, name, order })];
  let sofar = records;
  let firstWallId: string | null = null;
  for (const wall of walls) {
    const copied = copyOfWall({ records: sofar, newId }, wall.id, wall.name);
    if (!copied) continue;
    const inRoom = copied.changes.map((change) =>
      change.kind === 'wall' && change.id === copied.id
        ? addRecord('wall', copied.id, { ...(change.after as Wall), roomId: id })
        : change,
    );
    changes.push(...inRoom);
    sofar = inRoom.reduce<SurveyRecords>(withRecord, sofar);
    firstWallId ??= copied.id;
  }
  return { id, firstWallId, changes };
}

/** A whole wall again, with its openings as twins: for the next room or floor. Fittings and faults stay behind. */
export function copyOfWall(
  { records, newId }: Pick<TakeOff, 'records' | 'newId'>,
  wallId: string,
  name: string,
): { id: string; changes: SurveyChange[] } | null {
  const wall = records.wall[wallId];
  if (!wall) return null;
  const id = newId();
  const order = 1 + Math.max(-1, ...Object.values(records.wall).map((other) => other.order));
  const firstNumber = nextNumber(records);
  const firstOrder = nextOrder(records);
  const panes = panesOfWall(records, wallId);
  const sets = panes.flatMap(({ id: paneId, twinSet }) => {
    const change =
      twinSet === null ? patchRecord(records, 'pane', paneId, { twinSet: `set-${newId()}` }) : null;
    return change ? [change] : [];
  });
  const setOf = (paneId: string, twinSet: string | null) =>
    twinSet ?? (sets.find((change) => change.id === paneId)?.after as Pane | undefined)?.twinSet ?? null;
  const copyOf = new Map(panes.map((pane) => [pane.id, newId()]));
  const overCopy = (over: Pane['over']) => {
    const paneId = over && copyOf.get(over.paneId);
    return over && paneId !== undefined && paneId !== null ? { ...over, paneId } : null;
  };
  const copies = panes.map(({ id: paneId, ...pane }, at) =>
    addRecord('pane', copyOf.get(paneId) ?? newId(), {
      ...pane,
      over: overCopy(pane.over),
      condition: [],
      wallId: id,
      label: String(firstNumber + at),
      order: firstOrder + at,
      twinSet: setOf(paneId, pane.twinSet),
    }),
  );
  return { id, changes: [...sets, addRecord('wall', id, { ...wall, name, order }), ...copies] };
}
