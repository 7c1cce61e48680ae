import type { Pane } from '../records.ts';
import { placesOf, sizeAlong } from './evidence.ts';

/** From so many others of its size on, a pane that was read once is held against them. */
const ENOUGH_ALIKE = 3;

/**
 * Panes of which width and height were each read at one place only and once, and that fewer than three others of the job are
 * like: nothing would tell a wrong reading there, so they are to be measured again before film is bought for them. Sizes
 * within `toleranceMm` are alike. Shapes that are not rectangles have other readings that must fit and are left out.
 */
export function readOnceAlone(
  panes: Readonly<Record<string, Pick<Pane, 'readings' | 'shape'>>>,
  toleranceMm: number,
): string[] {
  const step = Math.max(1, toleranceMm);
  const shelves = new Map<string, { id: string; widthMm: number; heightMm: number }[]>();
  const sized = Object.entries(panes).flatMap(([id, { readings }]) => {
    const [widthMm, heightMm] = [sizeAlong('width', readings), sizeAlong('height', readings)];
    return widthMm === null || heightMm === null ? [] : [{ id, widthMm, heightMm }];
  });
  const shelf = (widthMm: number, heightMm: number) =>
    `${Math.floor(widthMm / step)} ${Math.floor(heightMm / step)}`;
  for (const pane of sized) {
    const key = shelf(pane.widthMm, pane.heightMm);
    shelves.set(key, [...(shelves.get(key) ?? []), pane]);
  }
  const alike = ({ id, widthMm, heightMm }: (typeof sized)[number]) =>
    [-step, 0, step]
      .flatMap((x) => [-step, 0, step].flatMap((y) => shelves.get(shelf(widthMm + x, heightMm + y)) ?? []))
      .filter(
        (other) =>
          other.id !== id &&
          Math.abs(other.widthMm - widthMm) <= toleranceMm &&
          Math.abs(other.heightMm - heightMm) <= toleranceMm,
      ).length;
  return sized.flatMap((pane) => {
    const { readings, shape } = panes[pane.id] ?? {};
    if (!readings || shape?.kind !== 'rectangle') return [];
    const isOnce = (['width', 'height'] as const).every((axis) => {
      const read = placesOf(axis).flatMap((place) => readings[place] ?? []);
      return read.length === 1 && read.every(({ again }) => again.length === 0);
    });
    const hasDiagonal = readings.diagonalDown !== null || readings.diagonalUp !== null;
    return isOnce && !hasDiagonal && alike(pane) < ENOUGH_ALIKE ? [pane.id] : [];
  });
}
