import { ruleSetOf, type ShopBook } from './planning.ts';
import { addRecord, patchRecord, type Change } from './edit.ts';
import { NEW_PANE, inOrder, panesOfWall, type JobRecords, type Pane } from './records.ts';
import { equalLights, readingOf, type OpeningLine, type TakenLength } from '../survey/index.ts';
import { formatBareLength, type LengthUnit } from '../units/index.ts';

/** Where and by whom openings are taken off, and new ids for them. */
export interface TakeOff {
  readonly records: JobRecords;
  readonly book: ShopBook;
  readonly wallId: string;
  readonly taken: Partial<TakenLength>;
  readonly unit: LengthUnit;
  readonly newId: () => string;
}

function nextNumber(records: JobRecords): number {
  const numbers = Object.values(records.pane).map(({ label }) => Number.parseInt(label, 10));
  return Math.max(0, ...numbers.filter(Number.isFinite)) + 1;
}

function nextOrder(records: JobRecords): number {
  return 1 + Math.max(-1, ...Object.values(records.pane).map(({ order }) => order));
}

type Likeness = Pick<Pane, 'opening' | 'glass' | 'frame' | 'gapBeforeMm' | 'sillMm'>;

/** What a new opening takes over from the one before it on its wall: what is most likely alike. */
function likeTheLast({ records, book, wallId }: TakeOff): Likeness {
  const panes = panesOfWall(records, wallId);
  const last = panes.at(-1);
  const { defaultGapMm, defaultSillMm } = ruleSetOf(records, book).survey;
  return {
    opening: last?.opening ?? NEW_PANE.opening,
    glass: last?.glass ?? NEW_PANE.glass,
    frame: last?.frame ?? NEW_PANE.frame,
    gapBeforeMm: last && panes.length > 1 ? last.gapBeforeMm : defaultGapMm,
    sillMm: last?.sillMm ?? defaultSillMm,
  };
}

/** One opening that is still to be measured. */
export function emptyOpening(takeOff: TakeOff): { id: string; changes: readonly Change[]; label: string } {
  const label = String(nextNumber(takeOff.records));
  const id = takeOff.newId();
  const pane: Pane = {
    ...NEW_PANE,
    ...likeTheLast(takeOff),
    wallId: takeOff.wallId,
    label,
    order: nextOrder(takeOff.records),
  };
  return { id, changes: [addRecord('pane', id, pane)], label };
}

/**
 * The openings of one line: as many as were said, all twins, each with its size as one reading a side. A grid becomes
 * equal lights behind its bars, on a wall that keeps the size of the whole.
 */
export function openingsOfLine(
  takeOff: TakeOff,
  line: OpeningLine,
): { ids: readonly string[]; changes: readonly Change[] } {
  const { records, book, wallId, taken, unit, newId } = takeOff;
  const like = likeTheLast(takeOff);
  const { defaultBarMm } = ruleSetOf(records, book).survey;
  const columns = line.grid?.columns ?? 1;
  const rows = line.grid?.rows ?? 1;
  const barMm = line.grid?.barMm ?? defaultBarMm;
  const whole = { widthMm: line.width.mm, heightMm: line.height.mm };
  const light = equalLights(whole, { columns, rows, barMm });
  const typed = (mm: number) => formatBareLength(mm, { unit });
  const width = line.grid ? { mm: light.widthMm, typed: typed(light.widthMm) } : line.width;
  const height = line.grid ? { mm: light.heightMm, typed: typed(light.heightMm) } : line.height;
  const many = line.count * columns * rows > 1;
  const twinSet = many ? `set-${newId()}` : null;
  const firstNumber = nextNumber(records);
  const firstOrder = nextOrder(records);
  const grids: Record<string, NonNullable<JobRecords['wall'][string]>['grids'][string]> = {};
  const changes: Change[] = [];
  const ids: string[] = [];
  for (let copy = 0; copy < line.count; copy += 1) {
    const gridId = line.grid ? newId() : null;
    if (gridId) grids[gridId] = { columns, rows, barMm, whole };
    for (let at = 0; at < columns * rows; at += 1) {
      const id = newId();
      ids.push(id);
      const pane: Pane = {
        ...NEW_PANE,
        ...like,
        opening: line.opening ?? like.opening,
        glass: line.glass ?? like.glass,
        frame: line.frame ?? like.frame,
        handle: line.handle,
        wallId,
        label: String(firstNumber + ids.length - 1),
        order: firstOrder + ids.length - 1,
        twinSet,
        cell: gridId ? { gridId, column: at % columns, row: Math.floor(at / columns) } : null,
        readings: {
          ...NEW_PANE.readings,
          widthTop: readingOf(width.mm, width.typed, taken),
          heightLeft: readingOf(height.mm, height.typed, taken),
        },
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

/** Panes again, after the last of the wall: alike in everything that was measured, and said to be twins. */
export function twinsOfPanes(
  takeOff: TakeOff,
  paneIds: readonly string[],
): { ids: string[]; changes: Change[] } {
  const { records, newId } = takeOff;
  const firstNumber = nextNumber(records);
  const firstOrder = nextOrder(records);
  const changes: Change[] = [];
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
          handle: pane.handle,
        }),
      );
      return copyId;
    });
  return { ids, changes };
}

/** A whole wall again, with its openings as twins: for the next room or floor. Fittings and faults stay behind. */
export function copyOfWall(
  { records, newId }: Pick<TakeOff, 'records' | 'newId'>,
  wallId: string,
  name: string,
): { id: string; changes: Change[] } | null {
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
  const copies = panes.map(({ id: paneId, ...pane }, at) =>
    addRecord('pane', newId(), {
      ...pane,
      wallId: id,
      label: String(firstNumber + at),
      order: firstOrder + at,
      twinSet: setOf(paneId, pane.twinSet),
    }),
  );
  return { id, changes: [...sets, addRecord('wall', id, { ...wall, name, order }), ...copies] };
}
