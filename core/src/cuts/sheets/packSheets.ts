import { SMALLEST_LACK_MM } from '../../units/index.ts';
import type { Shape } from '../lay/shapes.ts';
import { countOfSheet, type OnSheet, type SheetSize } from '../lay/onSheets.ts';

/** A copy of a pane with the ways in which it goes on a sheet. */
export interface SheetCopy {
  readonly key: string;
  readonly ways: readonly OnSheet[];
}

export interface OnStrip {
  readonly key: string;
  readonly shape: Shape;
  readonly x: number;
  readonly y: number;
}

/** A sheet with what is cut of it: strips along its height, pieces one behind the other in each. */
export interface FilledSheet {
  readonly sheet: SheetSize;
  readonly pieces: readonly OnStrip[];
}

interface Strip {
  readonly x: number;
  readonly width: number;
  readonly usedMm: number;
}

interface OpenSheet {
  sheet: SheetSize;
  strips: Strip[];
  pieces: OnStrip[];
  /** A motif takes one piece alone. */
  full: boolean;
}

/** Which sheet is opened for a piece that goes on none of those that are open. */
type Choice = (ways: readonly OnSheet[]) => OnSheet;

interface Packing {
  readonly sheets: readonly OpenSheet[];
  readonly count: number;
}

const fits = (need: number, room: number) => need <= room + SMALLEST_LACK_MM;
const stripsEnd = ({ strips }: OpenSheet) =>
  strips.reduce((end, { x, width }) => Math.max(end, x + width), 0);

/** Puts a copy into a sheet that is open already, where it wastes least; whether there was room. */
function putOnOpen(copy: SheetCopy, open: readonly OpenSheet[], mostStrips: number): boolean {
  let best: { waste: number; put: () => void } | null = null;
  const offer = (waste: number, put: () => void) => {
    if (!best || waste < best.waste - 1e-6) best = { waste, put };
  };
  for (const sheet of open) {
    if (sheet.full) continue;
    const { width, height } = sheet.sheet;
    for (const { shape, at, sheet: size } of copy.ways) {
      if (at !== null || size !== sheet.sheet) continue;
      const { acrossMm: w, alongMm: l } = shape;
      sheet.strips.forEach((strip, number) => {
        if (!fits(w, strip.width) || !fits(strip.usedMm + l, height)) return;
        offer((strip.width - w) * l, () => {
          sheet.pieces.push({ key: copy.key, shape, x: strip.x, y: strip.usedMm });
          sheet.strips[number] = { ...strip, usedMm: strip.usedMm + l };
        });
      });
      const x = stripsEnd(sheet);
      if (sheet.strips.length < mostStrips && fits(x + w, width) && fits(l, height))
        // A new strip claims its width over the whole height.
        offer(w * (height - l), () => {
          sheet.pieces.push({ key: copy.key, shape, x, y: 0 });
          sheet.strips.push({ x, width: w, usedMm: l });
        });
    }
  }
  (best as { put: () => void } | null)?.put();
  return best !== null;
}

function openFor(copy: SheetCopy, choose: Choice): OpenSheet {
  const { sheet, shape, at } = choose(copy.ways);
  const { x, y } = at ?? { x: 0, y: 0 };
  return {
    sheet,
    strips: [{ x, width: shape.acrossMm, usedMm: y + shape.alongMm }],
    pieces: [{ key: copy.key, shape, x, y }],
    full: at !== null,
  };
}

/** The least sheet that holds what is on one: often the last is not filled. */
function shrunk(
  open: OpenSheet,
  sizes: readonly SheetSize[],
  count: (sheet: SheetSize) => number,
): OpenSheet {
  if (open.full) return open;
  const wide = stripsEnd(open);
  const long = Math.max(...open.strips.map(({ usedMm }) => usedMm));
  const [least] = sizes
    .filter((size) => !size.motif && fits(wide, size.width) && fits(long, size.height))
    .sort((a, b) => count(a) - count(b) || a.width * a.height - b.width * b.height);
  return least && count(least) < count(open.sheet) ? { ...open, sheet: least } : open;
}

/**
 * Lays copies on sheets of the sizes that are sold, for as little as the tries find: the largest first, each where it
 * wastes least, then in orders shaken by chance; after each try a sheet that is not filled gives way to a smaller one, or
 * to several that cost less.
 * Every copy must go on some sheet alone.
 */
export function packSheets(
  copies: readonly SheetCopy[],
  sizes: readonly SheetSize[],
  effort: {
    readonly random: () => number;
    readonly rounds: number;
    readonly priced: boolean;
    readonly mostStrips: number;
  },
): readonly FilledSheet[] {
  const count = (sheet: SheetSize) => countOfSheet(sheet, effort.priced);
  const areaOf = ({ ways }: SheetCopy) => (ways[0] ? ways[0].shape.acrossMm * ways[0].shape.alongMm : 0);
  const cheapest = (ways: readonly OnSheet[], figure: (way: OnSheet) => number): OnSheet =>
    ways.reduce((best, way) => (figure(way) < figure(best) - 1e-9 ? way : best));
  const cheapestSheet: Choice = (ways) => cheapest(ways, ({ sheet }) => count(sheet));
  const choices: readonly Choice[] = [
    cheapestSheet,
    (ways) => cheapest(ways, ({ sheet }) => count(sheet) / (sheet.width * sheet.height)),
  ];
  const sumOf = (sheets: readonly OpenSheet[]) => sheets.reduce((sum, { sheet }) => sum + count(sheet), 0);
  const laid = (order: readonly SheetCopy[], choose: Choice): OpenSheet[] => {
    const open: OpenSheet[] = [];
    for (const copy of order) if (!putOnOpen(copy, open, effort.mostStrips)) open.push(openFor(copy, choose));
    return open.map((each) => shrunk(each, sizes, count));
  };
  const placeable = copies.filter(({ ways }) => ways.length > 0);
  const byKey = new Map(placeable.map((copy) => [copy.key, copy]));
  // What lies together on a large sheet may be cheaper apart on small ones.
  const apart = (open: OpenSheet): OpenSheet[] => {
    const alone = laid(
      open.pieces.flatMap(({ key }) => byKey.get(key) ?? []),
      cheapestSheet,
    );
    return sumOf(alone) < count(open.sheet) - 1e-9 ? alone : [open];
  };
  const pack = (order: readonly SheetCopy[], choose: Choice): Packing => {
    const sheets = laid(order, choose).flatMap(apart);
    return { sheets, count: sumOf(sheets) };
  };
  let best: Packing | null = null;
  for (let round = 0; round < choices.length * (1 + effort.rounds); round += 1) {
    const shake = round < choices.length ? 0 : 0.8;
    const weights = new Map(
      placeable.map((copy) => [copy.key, areaOf(copy) * (1 + shake * (effort.random() - 0.5))]),
    );
    const order = [...placeable].sort((a, b) => (weights.get(b.key) ?? 0) - (weights.get(a.key) ?? 0));
    const choose = choices[round % choices.length];
    const packed = choose ? pack(order, choose) : null;
    if (packed && (!best || packed.count < best.count - 1e-9)) best = packed;
  }
  return best?.sheets ?? [];
}

/**
 * What no sheets for these copies can count less than: each copy by its area at the cheapest film there is by area; or each
 * of those that take more than half of the largest sheet, and so share none, by the cheapest sheet it goes on.
 */
export function leastForSheets(copies: readonly SheetCopy[], priced: boolean): number {
  const perArea = (sheet: SheetSize) => countOfSheet(sheet, priced) / (sheet.width * sheet.height);
  const largest = Math.max(
    0,
    ...copies.flatMap(({ ways }) => ways.map(({ sheet }) => sheet.width * sheet.height)),
  );
  let [byArea, alone] = [0, 0];
  for (const { ways } of copies) {
    if (ways.length === 0) continue;
    const area = Math.min(...ways.map(({ shape }) => shape.acrossMm * shape.alongMm));
    const cheapest = Math.min(...ways.map(({ sheet }) => countOfSheet(sheet, priced)));
    byArea += area * Math.min(...ways.map(({ sheet }) => perArea(sheet)));
    if (ways.every(({ at }) => at !== null) || area > largest / 2) alone += cheapest;
  }
  return Math.max(byArea, alone);
}
