import type { Grid, GridCell } from './grid.ts';
import type { Size } from './pane.ts';

/** An opening that stands over another, as a fanlight over a door: over which, and how far its left is from that one's. */
export interface Over {
  readonly paneId: string;
  readonly fromLeftMm: number;
}

/** Where an opening stands on its wall, seen from inside: measured from the wall's left end and from the floor. */
export interface PlacedOpening<Id extends string> {
  readonly id: Id;
  readonly leftMm: number;
  readonly sillMm: number;
  readonly size: Size;
  /** False while the size is only assumed, since nothing has been read yet. */
  readonly measured: boolean;
  readonly cell: GridCell | null;
  /** True for what stands over another opening rather than along the wall. */
  readonly isOver: boolean;
}

export interface OpeningToPlace<Id extends string> {
  readonly id: Id;
  /** Width of wall or frame between this opening and the one before it (or the wall's left end). */
  readonly gapBeforeMm: number;
  readonly sillMm: number;
  readonly size: Size | null;
  /** A light of a grid stands beside and below the others of its grid. */
  readonly cell?: GridCell | null;
  readonly over?: Over | null;
}

/** What an opening is drawn at until it is measured; only the drawing uses it. */
export const UNMEASURED_SIZE: Size = { widthMm: 800, heightMm: 1200 };

interface LightsOfGrid<Id extends string> {
  readonly lights: readonly OpeningToPlace<Id>[];
  readonly grid: Pick<Grid, 'barMm'>;
}

/** Lights of one grid: columns as wide as their widest light, rows as tall as their tallest. */
function placeLights<Id extends string>(
  { lights, grid }: LightsOfGrid<Id>,
  leftMm: number,
): { placed: PlacedOpening<Id>[]; widthMm: number; heightMm: number } {
  const sizeOf = (light: OpeningToPlace<Id>) => light.size ?? UNMEASURED_SIZE;
  const extent = (of: 'column' | 'row', size: (light: OpeningToPlace<Id>) => number) => {
    const extents: number[] = [];
    for (const light of lights) {
      const at = light.cell?.[of] ?? 0;
      extents[at] = Math.max(extents[at] ?? 0, size(light));
    }
    return Array.from(extents, (mm) => mm ?? 0);
  };
  const columns = extent('column', (light) => sizeOf(light).widthMm);
  const rows = extent('row', (light) => sizeOf(light).heightMm);
  const before = (extents: readonly number[], at: number) =>
    extents.slice(0, at).reduce((sum, mm) => sum + mm + grid.barMm, 0);
  const total = (extents: readonly number[]) =>
    extents.reduce((sum, mm) => sum + mm, 0) + Math.max(0, extents.length - 1) * grid.barMm;
  const sillMm = lights[0]?.sillMm ?? 0;
  const heightMm = total(rows);
  const placed = lights.map((light): PlacedOpening<Id> => {
    const { column, row } = light.cell ?? { column: 0, row: 0 };
    const size = sizeOf(light);
    return {
      id: light.id,
      leftMm: leftMm + before(columns, column),
      sillMm: sillMm + heightMm - before(rows, row) - size.heightMm,
      size,
      measured: light.size !== null,
      cell: light.cell ?? null,
      isOver: false,
    };
  });
  return { placed, widthMm: total(columns), heightMm };
}

/**
 * Places openings along a wall in their order, left to right as seen from inside; lights of a grid stand together where
 * the first of them comes, what stands over another takes no room along the wall. Gives the places and the extent of the wall in mm, which is never less than what the
 * openings need.
 */
export function placeOpenings<Id extends string>(
  wall: {
    readonly widthMm: number;
    readonly heightMm: number;
    readonly grids?: Readonly<Record<string, Pick<Grid, 'barMm'>>>;
  },
  openings: readonly OpeningToPlace<Id>[],
): { openings: PlacedOpening<Id>[]; widthMm: number; heightMm: number } {
  let fromLeft = 0;
  let top = 0;
  const done = new Set<string>();
  const ids = new Map<string, OpeningToPlace<Id>>(openings.map((opening) => [opening.id, opening]));
  /** Over another of this wall, and through however many not over itself. */
  const standsOver = ({ id, over }: OpeningToPlace<Id>) => {
    const seen = new Set<string>([id]);
    for (let at = over; at; at = ids.get(at.paneId)?.over) {
      if (seen.has(at.paneId) || !ids.has(at.paneId)) return false;
      seen.add(at.paneId);
    }
    return Boolean(over);
  };
  const along = openings.filter((opening) => !standsOver(opening));
  const placed = along.flatMap((opening): PlacedOpening<Id>[] => {
    const { id, gapBeforeMm, sillMm, size, cell } = opening;
    const leftMm = fromLeft + gapBeforeMm;
    if (cell) {
      if (done.has(cell.gridId)) return [];
      done.add(cell.gridId);
      const lights = along.filter((other) => other.cell?.gridId === cell.gridId);
      const grid = wall.grids?.[cell.gridId] ?? { barMm: 0 };
      const together = placeLights({ lights, grid }, leftMm);
      fromLeft = leftMm + together.widthMm;
      top = Math.max(top, sillMm + together.heightMm);
      return together.placed;
    }
    const drawn = size ?? UNMEASURED_SIZE;
    fromLeft = leftMm + drawn.widthMm;
    top = Math.max(top, sillMm + drawn.heightMm);
    return [{ id, leftMm, sillMm, size: drawn, measured: size !== null, cell: null, isOver: false }];
  });
  const places = new Map<string, PlacedOpening<Id>>(placed.map((each) => [each.id, each]));
  const placeOver = (opening: OpeningToPlace<Id>): PlacedOpening<Id> | null => {
    const { id, sillMm, size, over } = opening;
    const known = places.get(id);
    if (known || !over) return known ?? null;
    const below = ids.get(over.paneId);
    const base = below && placeOver(below);
    if (!base) return null;
    const drawn = size ?? UNMEASURED_SIZE;
    const leftMm = base.leftMm + over.fromLeftMm;
    const made = { id, leftMm, sillMm, size: drawn, measured: size !== null, cell: null, isOver: true };
    places.set(id, made);
    fromLeft = Math.max(fromLeft, leftMm + drawn.widthMm);
    top = Math.max(top, sillMm + drawn.heightMm);
    return made;
  };
  for (const opening of openings) placeOver(opening);
  return {
    openings: openings.flatMap(({ id }) => places.get(id) ?? []),
    widthMm: Math.max(wall.widthMm, fromLeft),
    heightMm: Math.max(wall.heightMm, top),
  };
}
