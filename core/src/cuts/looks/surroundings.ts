import type { CoveredPart } from '../../film/index.ts';
import { pieceSize } from '../../film/index.ts';
import type { Pane, PlacedOpening, Size } from '../../survey/index.ts';
import type { SeamSurroundings } from '../format/index.ts';

/** Where people's eyes are, over the floor: standing and sitting. */
const EYES_MM = { from: 1100, to: 1750 };
/** Panes that differ by less are alike: their seams want to stand in one line. */
const ALIKE_WITHIN_MM = 10;
/** A line of the building at the very edge of a pane is its own frame. */
const WITHIN_PANE_MM = 1;

/** A pane on its wall, with what its neighbours have to know of it. */
export interface PaneAmongOthers {
  readonly id: string;
  readonly pane: Pick<Pane, 'hidden' | 'seams'> & { readonly filmId?: string | null };
  readonly size: Size | null;
  readonly covered: readonly CoveredPart[];
}

/**
 * What is about a pane where its seams may go: hidden strips, edges of other openings of its wall, the height of eyes; mm
 * from where its film begins. Null where it does not stand on the wall.
 */
export function surroundingsOf(
  { id, pane, covered }: PaneAmongOthers,
  openings: readonly PlacedOpening<string>[],
): SeamSurroundings | null {
  const own = openings.find((opening) => opening.id === id);
  if (!own) return null;
  // Seams are told from where the film begins: what is left bare is none of theirs.
  const { leftMm: bareLeftMm, topMm: bareTopMm } = covered[0] ?? { leftMm: 0, topMm: 0 };
  const { widthMm, heightMm } = covered.length > 0 ? pieceSize(covered) : own.size;
  const leftMm = own.leftMm + bareLeftMm;
  const topOverFloorMm = own.sillMm + own.size.heightMm - bareTopMm;
  const hidden = pane.hidden.map(({ side, depthMm }) => {
    const upright = side === 'left' || side === 'right';
    const glassMm = upright ? own.size.widthMm : own.size.heightMm;
    const bareMm = upright ? bareLeftMm : bareTopMm;
    const first = side === 'left' || side === 'top';
    return {
      axis: upright ? ('vertical' as const) : ('horizontal' as const),
      from: (first ? 0 : glassMm - depthMm) - bareMm,
      to: (first ? depthMm : glassMm) - bareMm,
    };
  });
  const others = openings.filter((opening) => opening.id !== id && opening.measured);
  const within = (spanMm: number) => (mm: number) => mm > WITHIN_PANE_MM && mm < spanMm - WITHIN_PANE_MM;
  const uprights = others
    .flatMap((other) => [other.leftMm, other.leftMm + other.size.widthMm])
    .map((mm) => mm - leftMm)
    .filter(within(widthMm));
  const levels = others
    .flatMap(({ sillMm, size }) => [sillMm, sillMm + size.heightMm])
    .map((mm) => topOverFloorMm - mm)
    .filter(within(heightMm));
  const eyes = {
    from: Math.max(0, topOverFloorMm - EYES_MM.to),
    to: Math.min(heightMm, topOverFloorMm - EYES_MM.from),
  };
  return {
    hidden,
    lines: [
      ...uprights.map((at) => ({ axis: 'vertical' as const, at })),
      ...levels.map((at) => ({ axis: 'horizontal' as const, at })),
    ],
    eyes: eyes.to > eyes.from ? eyes : null,
  };
}

/** A pane that shares the place of its seams with others; `mirrored`: told from its right. */
export interface Alike {
  readonly alike: string;
  readonly mirrored: boolean;
}

const middleOf = ({ leftMm, size }: PlacedOpening<string>) => leftMm + size.widthMm / 2;

/** Whether another opening stands between two, as a door between its sidelights. */
function isBetween(
  one: PlacedOpening<string>,
  other: PlacedOpening<string>,
  all: readonly PlacedOpening<string>[],
): boolean {
  const [from, to] = [middleOf(one), middleOf(other)].sort((a, b) => a - b) as [number, number];
  return all.some(
    (opening) =>
      opening !== one &&
      opening !== other &&
      middleOf(opening) > from &&
      middleOf(opening) < to &&
      opening.sillMm < one.sillMm + one.size.heightMm &&
      opening.sillMm + opening.size.heightMm > one.sillMm,
  );
}

/**
 * Panes of one wall that are alike: of one film and, within a few mm, one size, and not wanted for themselves. Their seams
 * stand at the same place; those of a pair with an opening between them (a door and its sidelights) mirror each other.
 */
export function alikePanes(
  panes: readonly PaneAmongOthers[],
  openings: readonly PlacedOpening<string>[],
): ReadonlyMap<string, Alike> {
  const groups: PaneAmongOthers[][] = [];
  const isLike = (one: PaneAmongOthers, other: PaneAmongOthers) =>
    one.size !== null &&
    other.size !== null &&
    one.pane.filmId === other.pane.filmId &&
    Math.abs(one.size.widthMm - other.size.widthMm) < ALIKE_WITHIN_MM &&
    Math.abs(one.size.heightMm - other.size.heightMm) < ALIKE_WITHIN_MM;
  for (const pane of panes) {
    if (pane.size === null || pane.pane.seams.alone) continue;
    const group = groups.find(([first]) => first && isLike(first, pane));
    if (group) group.push(pane);
    else groups.push([pane]);
  }
  const found = new Map<string, Alike>();
  for (const group of groups) {
    const [first] = group;
    if (!first || group.length < 2) continue;
    const placed = group
      .flatMap(({ id }) => openings.find((opening) => opening.id === id) ?? [])
      .sort((a, b) => a.leftMm - b.leftMm);
    const [left, right] = placed;
    const isPair = group.length === 2 && left && right && isBetween(left, right, openings);
    for (const { id } of group)
      found.set(id, { alike: first.id, mirrored: isPair ? id === right.id : false });
  }
  return found;
}
