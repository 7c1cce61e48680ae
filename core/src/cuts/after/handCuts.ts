import { SAME_PLACE_MM } from '../../units/index.ts';
import {
  HUNG_SIDES,
  allowanceAt,
  type HungSide,
  type Piece,
  type PlanJob,
  type Pull,
} from '../format/index.ts';
import { stripsOf } from '../lay/knives.ts';
import { rollSideOf, type RollSide } from '../lay/lay.ts';
import { outerSides } from '../lay/seams.ts';

/*
 * How hands cut a pull: knives and lengths on marks of their rule, and no slivers, which stay on the piece beside them. The
 * plan keeps its sizes; only what is told changes, and pieces only grow where they are trimmed on the glass.
 */

/** What the house rules say of cutting by hand; lengths mm. */
export interface HandRules {
  /** Knives and lengths stand on multiples of this: a millimetre, or a sixteenth of an inch. */
  readonly stepMm: number;
  /** What a slit would leave that is narrower stays on the piece. 0: it is slit off. */
  readonly keepUnderMm: number;
  /** A roll whose end is out of square has it cut off, or net pieces get it added. */
  readonly squaring: { readonly by: 'cut'; readonly mm: number } | { readonly by: 'add' };
  /** How far the ends of rolls are out of square over their width, mm, by roll; what was not looked at is not among them. */
  readonly rollEnds: Readonly<Record<string, number>>;
}

/** As the plan says, to the fraction. */
export const AS_PLANNED: HandRules = { stepMm: 0, keepUnderMm: 0, squaring: { by: 'add' }, rollEnds: {} };

/** A piece as it is cut: its plan's size, and what stays on it. */
export interface HandPiece {
  readonly piece: Piece;
  /** Cut across the strip here, from the free end of the pull; null where the pull ends there. */
  readonly crossCutAtMm: number | null;
  /** Trim the piece to this width; null where it is as wide as its strip, or the rest stays on it. */
  readonly trimToMm: number | null;
  readonly cutWidthMm: number;
  readonly cutLengthMm: number;
}

export interface HandStrip {
  readonly fromMm: number;
  readonly widthMm: number;
  readonly pieces: readonly HandPiece[];
}

export interface HandPull {
  readonly knifeAtMm: readonly number[];
  readonly pullOutMm: number;
  readonly strips: readonly HandStrip[];
}

type PaneSides = Pick<PlanJob['panes'][number], 'width' | 'height' | 'allowances'>;

const paneOf = (piece: Piece, { panes }: Pick<PlanJob, 'panes'>): PaneSides =>
  panes.find(({ id }) => id === piece.paneId) ?? { width: piece.cover.width, height: piece.cover.height };

const hungSideAt = (piece: Piece, side: RollSide): HungSide | undefined =>
  HUNG_SIDES.find((hung) => rollSideOf(hung, piece.turn) === side);

/** Whether a piece is trimmed on the glass at a side of it as it lies, so that more of it there does no harm. */
export function isTrimmedAt(piece: Piece, side: RollSide, job: Pick<PlanJob, 'panes' | 'rules'>): boolean {
  const hung = hungSideAt(piece, side);
  if (!hung || piece.factoryEdge === hung) return false;
  const pane = paneOf(piece, job);
  if (outerSides(piece, pane)[hung]) return allowanceAt(pane, hung, job.rules) > 0;
  return job.rules.seamOverlap > 0 && piece.seamEdges[hung] === undefined;
}

const TINY = 1e-6;
const upTo = (mm: number, stepMm: number) => (stepMm > 0 ? Math.ceil(mm / stepMm - TINY) * stepMm : mm);

interface Edges {
  from: number;
  to: number;
}

/** Strips whose knives go to the nearest mark where both sides are trimmed on the glass, and stay where the plan has them else. */
function toNearest(
  exact: readonly Edges[],
  may: (at: number, side: 'left' | 'right') => boolean,
  stepMm: number,
): Edges[] {
  const edges = exact.map((each) => ({ ...each }));
  edges.forEach((strip, at) => {
    const next = edges[at + 1];
    if (!next || Math.abs(next.from - strip.to) > SAME_PLACE_MM || stepMm <= 0) return;
    if (!may(at, 'right') || !may(at + 1, 'left')) return;
    const mark = Math.round(strip.to / stepMm) * stepMm;
    strip.to = mark;
    next.from = mark;
  });
  return edges;
}

/** Strips as the knives make them: rounded up one after the other, slivers left on whom they do no harm. */
function stripEdges(
  pull: Pull,
  rollMm: number,
  job: Pick<PlanJob, 'panes' | 'rules'>,
  hands: HandRules,
): Edges[] {
  const strips = stripsOf(pull);
  const exact = strips.map(({ fromMm, widthMm }): Edges => ({ from: fromMm, to: fromMm + widthMm }));
  const may = (at: number, side: 'left' | 'right') =>
    strips[at]?.pieces.every((piece) => isTrimmedAt(piece, side, job)) ?? false;
  const rounded = exact.map((edges) => ({ ...edges }));
  rounded.forEach((strip, at) => {
    const before = rounded[at - 1];
    const own = exact[at] as Edges;
    const follows = before !== undefined && own.from - (exact[at - 1]?.to ?? 0) < SAME_PLACE_MM;
    if (follows) strip.from = before.to;
    const atEdge = own.to > rollMm - SAME_PLACE_MM;
    strip.to = atEdge ? rollMm : upTo(strip.from + own.to - own.from, hands.stepMm);
  });
  // Where rounding leaves no room the plan's own places stand.
  const fits = rounded.every(
    ({ from, to }, at) =>
      to <= (rounded[at + 1]?.from ?? rollMm) + TINY &&
      to - from >= (exact[at] as Edges).to - (exact[at] as Edges).from - TINY,
  );
  const edges = fits ? rounded : toNearest(exact, may, hands.stepMm);
  edges.forEach((strip, at) => {
    const next = edges[at + 1];
    const rest = (next?.from ?? rollMm) - strip.to;
    if (rest < SAME_PLACE_MM || rest >= hands.keepUnderMm) return;
    if (may(at, 'right')) strip.to += rest;
    else if (next && may(at + 1, 'left')) next.from -= rest;
  });
  const [first] = edges;
  if (first && first.from >= SAME_PLACE_MM && first.from < hands.keepUnderMm && may(0, 'left'))
    first.from = 0;
  return edges;
}

/** One pull as hands cut it. `addMm`: what net pieces get added for a roll end out of square. */
export function handPull(
  pull: Pull,
  rollMm: number,
  job: Pick<PlanJob, 'panes' | 'rules'>,
  hands: HandRules,
  addMm = 0,
): HandPull {
  const edges = stripEdges(pull, rollMm, job, hands);
  const planned = stripsOf(pull);
  const filled = planned.map(({ pieces }) => {
    let at = 0;
    return pieces.map((piece) => {
      // Between the pieces of a strip there may be room that a pattern asks for.
      const from = Math.max(at, piece.y);
      const isNet = !isTrimmedAt(piece, 'start', job) || !isTrimmedAt(piece, 'end', job);
      at = upTo(from + piece.l + (isNet ? addMm : 0), hands.stepMm);
      return { piece, from, to: at };
    });
  });
  const pullOutMm = Math.max(
    upTo(pull.length, hands.stepMm),
    ...filled.map((pieces) => pieces.at(-1)?.to ?? 0),
  );
  const strips = planned.map(({ pieces }, index): HandStrip => {
    const { from, to } = edges[index] as Edges;
    return {
      fromMm: from,
      widthMm: to - from,
      pieces: pieces.map((piece, at): HandPiece => {
        const own = filled[index]?.[at] ?? { from: piece.y, to: piece.y + piece.l };
        const isLast = at === pieces.length - 1;
        const behind = pullOutMm - own.to;
        const staysBehind =
          isLast && behind >= SAME_PLACE_MM && behind < hands.keepUnderMm && isTrimmedAt(piece, 'end', job);
        const ends = isLast && (behind < SAME_PLACE_MM || staysBehind);
        const beside = to - from - piece.w;
        const staysBeside =
          beside >= SAME_PLACE_MM &&
          beside < hands.keepUnderMm &&
          (isTrimmedAt(piece, 'right', job) || isTrimmedAt(piece, 'left', job));
        const trims = beside >= SAME_PLACE_MM && !staysBeside;
        const trimToMm = trims ? Math.min(to - from, upTo(piece.w, hands.stepMm)) : null;
        return {
          piece,
          crossCutAtMm: ends ? null : own.to,
          trimToMm,
          cutWidthMm: trimToMm ?? to - from,
          cutLengthMm: (ends ? pullOutMm : own.to) - own.from,
        };
      }),
    };
  });
  const slits = edges
    .flatMap(({ from, to }) => [from, to])
    .sort((a, b) => a - b)
    .filter((mm) => mm > SAME_PLACE_MM && mm < rollMm - SAME_PLACE_MM);
  const knifeAtMm = slits.filter((mm, at) => mm - (slits[at - 1] ?? -1) > SAME_PLACE_MM);
  return { knifeAtMm, pullOutMm, strips };
}
