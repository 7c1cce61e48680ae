import type { Pull } from '../cuts/format/index.ts';
import { SAME_PLACE_MM } from '../units/index.ts';
import { factoryEdgesOf, near, type CheckContext } from './checkContext.ts';
import { fault, faultList, type PlanFault } from './planFault.ts';

interface Rect {
  readonly name: string;
  readonly kind: 'piece' | 'offcut';
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly l: number;
}

const overlaps = (a: Rect, b: Rect) =>
  a.x < b.x + b.w - SAME_PLACE_MM &&
  b.x < a.x + a.w - SAME_PLACE_MM &&
  a.y < b.y + b.l - SAME_PLACE_MM &&
  b.y < a.y + a.l - SAME_PLACE_MM;

/** Groups rectangles that no straight cut across the given direction can part. */
function inseparable(
  rects: readonly Rect[],
  from: (rect: Rect) => number,
  size: (rect: Rect) => number,
): Rect[][] {
  const sorted = [...rects].sort((a, b) => from(a) - from(b));
  const groups: Rect[][] = [];
  let end = -Infinity;
  for (const rect of sorted) {
    if (from(rect) >= end - SAME_PLACE_MM) groups.push([rect]);
    else groups.at(-1)?.push(rect);
    end = Math.max(end, from(rect) + size(rect));
  }
  return groups;
}

/** A stretch of a strip holds one thing, or two beside each other of which one is a piece's trim. */
function stretchCanBeCut(stretch: readonly Rect[]): boolean {
  if (stretch.length === 1) return true;
  const pieces = stretch.filter((rect) => rect.kind === 'piece').length;
  return (
    stretch.length === 2 &&
    pieces === 1 &&
    inseparable(
      stretch,
      (r) => r.x,
      (r) => r.w,
    ).length === 2
  );
}

function checkPullStages(pull: Pull, path: string): PlanFault[] {
  const faults = faultList();
  const rects: Rect[] = [
    ...pull.pieces.map((piece): Rect => ({ ...piece, name: piece.id, kind: 'piece' })),
    ...pull.offcuts.flatMap((offcut, at): Rect[] =>
      offcut.keep ? [{ ...offcut, name: `offcut ${at + 1}`, kind: 'offcut' }] : [],
    ),
  ];
  rects.forEach((one, at) => {
    for (const other of rects.slice(at + 1))
      if (overlaps(one, other))
        faults.push(fault('piece.overlap', path, { pull: pull.id, one: one.name, other: other.name }));
  });
  if (faults.all.length > 0) return faults.all;
  const strips = inseparable(
    rects,
    (r) => r.x,
    (r) => r.w,
  );
  const stretches = strips.flatMap((strip) =>
    inseparable(
      strip,
      (r) => r.y,
      (r) => r.l,
    ),
  );
  for (const stretch of stretches)
    if (!stretchCanBeCut(stretch))
      faults.push(
        fault('cut.notInStages', path, {
          pull: pull.id,
          pieces: stretch.map((rect) => rect.name).join(', '),
        }),
      );
  return faults.all;
}

function checkOffcuts(pull: Pull, path: string, context: CheckContext): PlanFault[] {
  const faults = faultList();
  const source = context.sources.get(pull.sourceId);
  const film = source && context.films.get(source.filmId);
  if (!source || !film) return [];
  const { minOffcut } = context.job.rules;
  pull.offcuts.forEach((offcut, at) => {
    const where = `${path}.offcuts[${at}]`;
    const { x, y, w, l } = offcut;
    const inside =
      x >= -SAME_PLACE_MM &&
      y >= -SAME_PLACE_MM &&
      x + w <= source.width + SAME_PLACE_MM &&
      y + l <= pull.length + SAME_PLACE_MM;
    if (!inside || !(w > 0) || !(l > 0)) faults.push(fault('offcut.offPull', where, { pull: pull.id }));
    const edges = factoryEdgesOf(source, context).filter((edge) =>
      edge === 'left' ? near(x, 0) : near(x + w, source.width),
    );
    const named = [...offcut.factoryEdges].sort().join(' ');
    if (named !== [...edges].sort().join(' '))
      faults.push(
        fault('offcut.factoryEdges', where, {
          pull: pull.id,
          named: named || 'none',
          found: edges.join(' ') || 'none',
        }),
      );
    const large = (across: number, along: number) =>
      across >= minOffcut.width - SAME_PLACE_MM && along >= minOffcut.length - SAME_PLACE_MM;
    if (offcut.keep && !large(w, l) && !(film.turn === 'any' && large(l, w)))
      faults.push(
        fault('offcut.tooSmall', where, {
          pull: pull.id,
          w,
          l,
          minW: minOffcut.width,
          minL: minOffcut.length,
        }),
      );
  });
  return faults.all;
}

/** No overlaps, every pull cuttable in stages (across, slits, cross cuts in a strip, one trim), offcuts as they say. */
export function checkStages(context: CheckContext): PlanFault[] {
  return context.plan.pulls.flatMap((pull, at) => [
    ...checkPullStages(pull, `pulls[${at}]`),
    ...checkOffcuts(pull, `pulls[${at}]`, context),
  ]);
}
