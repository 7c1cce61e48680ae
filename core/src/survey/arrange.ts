import { addRecord, patchRecord } from '../record/index.ts';
import { panesOfWall, type Pane, type SurveyChange, type SurveyRecords } from './records.ts';
import type { Over, PlacedOpening } from './wall.ts';

/* How openings stand along a wall and over each other, as somebody moves them about. */

type PaneWithId = Pane & { readonly id: string };

/** An opening and all lights of its grid move together. */
function unitsOf(panes: readonly PaneWithId[]): readonly (readonly PaneWithId[])[] {
  const units = new Map<string, PaneWithId[]>();
  for (const pane of panes) {
    const key = pane.cell ? `grid ${pane.cell.gridId}` : pane.id;
    const unit = units.get(key);
    if (unit) unit.push(pane);
    else units.set(key, [pane]);
  }
  return [...units.values()];
}

/** Gives panes of a wall the order in which they are listed, within the places that the wall has now. */
function inThisOrder(records: SurveyRecords, panes: readonly PaneWithId[]): SurveyChange[] {
  const orders = panes.map(({ order }) => order).sort((a, b) => a - b);
  return panes.flatMap(({ id }, at) => {
    const order = orders[at];
    const change = order === undefined ? null : patchRecord(records, 'pane', id, { order });
    return change ?? [];
  });
}

/** Whether a pane may stand over another: of its own wall, and not, by however many steps, over itself. */
export function mayStandOver(records: Pick<SurveyRecords, 'pane'>, paneId: string, overId: string): boolean {
  const [own, base] = [records.pane[paneId], records.pane[overId]];
  if (!own || base?.wallId !== own.wallId) return false;
  const seen = new Set([paneId]);
  for (let at: string | undefined = overId; at !== undefined; at = records.pane[at]?.over?.paneId) {
    if (seen.has(at)) return false;
    seen.add(at);
  }
  return true;
}

/** A place over an opening: beside what stands over it already, while there is room, else over that. */
export function placeOver(
  placed: readonly PlacedOpening<string>[],
  standing: (id: string) => Over | null,
  baseId: string,
  widthMm: number,
  barMm: number,
): { readonly over: Over; readonly sillMm: number } | null {
  const base = placed.find(({ id }) => id === baseId);
  if (!base) return null;
  const above = placed.filter(({ id }) => standing(id)?.paneId === baseId);
  const right = Math.max(base.leftMm - barMm, ...above.map(({ leftMm, size }) => leftMm + size.widthMm));
  const beside = right + barMm - base.leftMm;
  const highest = Math.max(
    base.sillMm + base.size.heightMm,
    ...above.map(({ sillMm, size }) => sillMm + size.heightMm),
  );
  // A bar's width of slack: lights over a door rarely add up to the millimetre.
  if (beside + widthMm <= base.size.widthMm + barMm)
    return {
      over: { paneId: baseId, fromLeftMm: beside },
      sillMm: above[0]?.sillMm ?? base.sillMm + base.size.heightMm + barMm,
    };
  return { over: { paneId: baseId, fromLeftMm: 0 }, sillMm: highest + barMm };
}

/** Moves a pane, with its grid, one place to the left or right among those that stand along the wall. */
export function movedAlong(
  records: SurveyRecords,
  paneId: string,
  direction: 'left' | 'right',
): SurveyChange[] {
  const own = records.pane[paneId];
  if (!own) return [];
  const units = unitsOf(panesOfWall(records, own.wallId));
  const along = units.filter(([first]) => first && first.over === null);
  const from = along.findIndex((unit) => unit.some(({ id }) => id === paneId));
  const other = along[from + (direction === 'left' ? -1 : 1)];
  const moved = along[from];
  if (!moved || !other) return [];
  const swapped = units.map((unit) => (unit === moved ? other : unit === other ? moved : unit));
  return inThisOrder(records, swapped.flat());
}

/** A pane that was just made, last of its wall, put before another. */
export function insertedBefore(
  records: SurveyRecords,
  made: { readonly id: string; readonly pane: Pane },
  beforeId: string,
): SurveyChange[] {
  const panes = panesOfWall(records, made.pane.wallId);
  const units = unitsOf(panes);
  const at = units.findIndex((unit) => unit.some(({ id }) => id === beforeId));
  if (at < 0) return [addRecord('pane', made.id, made.pane)];
  const added: PaneWithId = { ...made.pane, id: made.id };
  const listed = [...units.slice(0, at), [added], ...units.slice(at)].flat();
  const orders = listed.map(({ order }) => order).sort((a, b) => a - b);
  return listed.flatMap(({ id }, place): SurveyChange[] => {
    const order = orders[place] ?? made.pane.order;
    if (id === made.id) return [addRecord('pane', id, { ...made.pane, order })];
    const change = patchRecord(records, 'pane', id, { order });
    return change ? [change] : [];
  });
}

/** Dragging is no measuring: what it sets is rounded to this, mm. */
const DRAG_STEP_MM = 10;
/** An edge that is dropped so near to the one below is meant to stand over it, mm. */
const FLUSH_MM = 80;
const roundedMm = (mm: number) => Math.round(mm / DRAG_STEP_MM) * DRAG_STEP_MM;

/**
 * What follows when a pane is dropped on its wall with the middle of its glass at a point, mm from the wall's left and over
 * the floor: over the upper edge of another it stands over that; past a neighbour's middle they change places; else the
 * gap before it, or its place over the opening below, becomes another. Lights of a grid stay where they are.
 */
export function droppedAt(
  records: SurveyRecords,
  placed: readonly PlacedOpening<string>[],
  paneId: string,
  at: { readonly xMm: number; readonly yMm: number },
  barMm: number,
): SurveyChange[] {
  const own = records.pane[paneId];
  const now = placed.find(({ id }) => id === paneId);
  if (!own || !now || own.cell) return [];
  const patch = (id: string, change: Partial<Pane>) => patchRecord(records, 'pane', id, change) ?? [];
  const leftMm = at.xMm - now.size.widthMm / 2;
  const under = placed
    .filter(
      ({ id, leftMm: left, sillMm, size }) =>
        at.xMm >= left &&
        at.xMm <= left + size.widthMm &&
        at.yMm > sillMm + size.heightMm &&
        mayStandOver(records, paneId, id),
    )
    .sort((a, b) => b.sillMm + b.size.heightMm - (a.sillMm + a.size.heightMm))[0];
  if (under) {
    const sillMm =
      own.over?.paneId === under.id
        ? Math.max(under.sillMm + under.size.heightMm, roundedMm(at.yMm - now.size.heightMm / 2))
        : under.sillMm + under.size.heightMm + barMm;
    const inset = under.size.widthMm - now.size.widthMm;
    const dropped = leftMm - under.leftMm;
    const flush = [0, inset].find((edge) => Math.abs(dropped - edge) <= FLUSH_MM);
    const over = { paneId: under.id, fromLeftMm: flush ?? roundedMm(dropped) };
    return [patch(paneId, { over, sillMm })].flat();
  }
  if (own.over) return [patch(paneId, { over: null })].flat();
  const along = placed.filter(({ id }) => records.pane[id]?.over === null);
  const from = along.findIndex(({ id }) => id === paneId);
  const middle = ({ leftMm: left, size }: PlacedOpening<string>) => left + size.widthMm / 2;
  const [before, after] = [along[from - 1], along[from + 1]];
  if (before && at.xMm < middle(before)) return movedAlong(records, paneId, 'left');
  if (after && at.xMm > middle(after)) return movedAlong(records, paneId, 'right');
  const right = before ? before.leftMm + before.size.widthMm : 0;
  const gapBeforeMm = Math.max(0, roundedMm(leftMm - right));
  const shift = gapBeforeMm - own.gapBeforeMm;
  const next = after && records.pane[after.id];
  return [
    patch(paneId, { gapBeforeMm }),
    // What comes after stays where it is, as far as there is room.
    next ? patch(after.id, { gapBeforeMm: Math.max(0, next.gapBeforeMm - shift) }) : [],
  ].flat();
}
