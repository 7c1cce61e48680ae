import type { PlacedOpening } from '@neat-sill/core/survey';

/** Places of a wall's parts on the sheet: px, origin top left. Lengths on the wall are mm. */
export interface WallSheet {
  readonly width: number;
  readonly height: number;
  readonly pxPerMm: number;
  readonly wall: Box;
  readonly floorY: number;
  readonly openings: readonly OpeningOnSheet[];
}

export interface Box {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

export interface OpeningOnSheet {
  readonly id: string;
  readonly measured: boolean;
  readonly glass: Box;
  readonly frame: Box;
}

const MARGIN = { left: 46, right: 14, top: 40, bottom: 58 };
const FRAME_PX = 7;
/** So many openings further to the right are held against each: those of a grid and those over it. */
const NEIGHBOURS = 24;
/** Where room is left above and below, this share of it stands above. */
const LOWERED = 0.6;

interface WallToDraw {
  readonly openings: readonly PlacedOpening<string>[];
  readonly widthMm: number;
  readonly heightMm: number;
}

/** The least frame or wall between two openings, beside or over each other; mm. */
function narrowestGapMm(openings: readonly PlacedOpening<string>[]): number {
  const byLeft = [...openings].sort((a, b) => a.leftMm - b.leftMm);
  let narrowest = Infinity;
  for (const [at, one] of byLeft.entries())
    for (const other of byLeft.slice(at + 1, at + 1 + NEIGHBOURS)) {
      const beside = other.leftMm - one.leftMm - one.size.widthMm;
      const over = Math.max(
        other.sillMm - one.sillMm - one.size.heightMm,
        one.sillMm - other.sillMm - other.size.heightMm,
      );
      narrowest = Math.min(narrowest, Math.max(0, beside, over));
    }
  return narrowest;
}

/** Fits a wall into a sheet, to scale; seen from outside, left and right are swapped. */
export function sheetOf(
  wall: WallToDraw,
  available: { width: number; height: number },
  fromOutside: boolean,
): WallSheet {
  const room = {
    width: available.width - MARGIN.left - MARGIN.right,
    height: available.height - MARGIN.top - MARGIN.bottom,
  };
  const pxPerMm = Math.max(0.01, Math.min(room.width / wall.widthMm, room.height / wall.heightMm));
  const wallBox: Box = {
    x: MARGIN.left + (room.width - wall.widthMm * pxPerMm) / 2,
    y: MARGIN.top + (room.height - wall.heightMm * pxPerMm) * LOWERED,
    width: wall.widthMm * pxPerMm,
    height: wall.heightMm * pxPerMm,
  };
  const floorY = wallBox.y + wallBox.height;
  const framePx = Math.max(2, Math.min(FRAME_PX, (narrowestGapMm(wall.openings) * pxPerMm - 2) / 2));
  const openings = wall.openings.map(({ id, measured, leftMm, sillMm, size }): OpeningOnSheet => {
    const fromLeft = fromOutside ? wall.widthMm - leftMm - size.widthMm : leftMm;
    const glass: Box = {
      x: wallBox.x + fromLeft * pxPerMm,
      y: floorY - (sillMm + size.heightMm) * pxPerMm,
      width: size.widthMm * pxPerMm,
      height: size.heightMm * pxPerMm,
    };
    const frame: Box = {
      x: glass.x - framePx,
      y: glass.y - framePx,
      width: glass.width + 2 * framePx,
      height: glass.height + 2 * framePx,
    };
    return { id, measured, glass, frame };
  });
  return { width: available.width, height: available.height, pxPerMm, wall: wallBox, floorY, openings };
}

/** The nearest opening in a direction, for the arrow keys. */
export function neighbour(
  openings: readonly OpeningOnSheet[],
  from: string | null,
  direction: 'left' | 'right' | 'up' | 'down',
) {
  const start = openings.find(({ id }) => id === from);
  if (!start) return openings[0]?.id ?? null;
  const middle = ({ glass }: OpeningOnSheet) => ({
    x: glass.x + glass.width / 2,
    y: glass.y + glass.height / 2,
  });
  const here = middle(start);
  const along = (opening: OpeningOnSheet) => {
    const there = middle(opening);
    const [dx, dy] = [there.x - here.x, there.y - here.y];
    const [ahead, aside] = { left: [-dx, dy], right: [dx, dy], up: [-dy, dx], down: [dy, dx] }[direction] as [
      number,
      number,
    ];
    return { id: opening.id, ahead, distance: ahead + 2 * Math.abs(aside) };
  };
  const ahead = openings
    .filter(({ id }) => id !== from)
    .map(along)
    .filter((candidate) => candidate.ahead > 1);
  return ahead.sort((a, b) => a.distance - b.distance)[0]?.id ?? start.id;
}
