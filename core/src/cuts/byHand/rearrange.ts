import { SAME_PLACE_MM, SMALLEST_LACK_MM } from '../../units/index.ts';
import { checkPlan, type PlanFault } from '../../check/index.ts';
import type { CutPlan, Piece, PlanSource, Pull } from '../format/cutPlan.ts';
import { stripsOf } from '../lay/knives.ts';
import { rollSideOf } from '../lay/lay.ts';
import { leftoversOf } from '../lay/leftovers.ts';
import { wholeShapes } from '../lay/shapes.ts';
import type { PlanJob, RollEdge } from '../format/planJob.ts';
import { summaryOfPulls } from '../cost/planSummary.ts';

/** Where somebody wants a piece: in a pull that is there, or in one of its own behind the others of a roll. */
export type NewPlace =
  | { readonly kind: 'pull'; readonly pullId: string }
  | { readonly kind: 'ownPull'; readonly sourceId: string };

export type MoveProblem =
  | { readonly code: 'move.gone' }
  | { readonly code: 'move.fixed'; readonly pullId: string }
  | { readonly code: 'move.otherFilm' }
  | {
      readonly code: 'move.noRoom';
      readonly pullId: string;
      readonly roomMm: number;
      readonly wantsMm: number;
    }
  | { readonly code: 'move.rollTooShort'; readonly sourceId: string; readonly lacksMm: number }
  | { readonly code: 'move.refused'; readonly fault: PlanFault };

export type Moved =
  { readonly ok: true; readonly plan: CutPlan } | { readonly ok: false; readonly problem: MoveProblem };

interface LaidStrip {
  readonly widthMm: number;
  readonly rollEdge: RollEdge;
  readonly pieces: readonly Piece[];
}

type Orientation = Pick<Piece, 'turn' | 'w' | 'l' | 'factoryEdge' | 'seamEdges'>;

/** The roll edges on which a piece has to lie. */
function edgesOf({ turn, factoryEdge, seamEdges }: Orientation): ReadonlySet<RollEdge> {
  const lying = factoryEdge && rollSideOf(factoryEdge, turn);
  const edge = lying === 'left' || lying === 'right' ? lying : null;
  return new Set([...Object.values(seamEdges), ...(edge ? [edge] : [])].filter((each) => each !== undefined));
}

const stackLength = (pieces: readonly Pick<Piece, 'l'>[]) => pieces.reduce((sum, { l }) => sum + l, 0);

/** The strips of a pull as they can be laid anew: against the roll edge that a piece in them needs. */
function looseStrips(pull: Pull): LaidStrip[] {
  return stripsOf(pull).map(({ pieces }) => ({
    widthMm: Math.max(...pieces.map(({ w }) => w)),
    rollEdge: pieces.some((piece) => edgesOf(piece).has('right') && !edgesOf(piece).has('left'))
      ? 'right'
      : 'left',
    pieces,
  }));
}

/** Lays strips side by side from both edges of the roll, and their pieces one behind the other. */
function laid(pull: Pull, strips: readonly LaidStrip[], source: PlanSource, job: PlanJob): Pull {
  const wantsEdge = ({ pieces }: LaidStrip) => pieces.some((piece) => edgesOf(piece).size > 0);
  const ofSide = (side: RollEdge) =>
    strips
      .filter(({ rollEdge: at }) => at === side)
      .sort((a, b) => Number(wantsEdge(b)) - Number(wantsEdge(a)));
  const pieces: Piece[] = [];
  const place = (strip: LaidStrip, x: number) => {
    let y = 0;
    for (const piece of strip.pieces) {
      pieces.push({ ...piece, x: strip.rollEdge === 'left' ? x : x + strip.widthMm - piece.w, y });
      y += piece.l;
    }
  };
  let left = 0;
  for (const strip of ofSide('left')) {
    place(strip, left);
    left += strip.widthMm;
  }
  let right = source.width;
  for (const strip of ofSide('right')) {
    right -= strip.widthMm;
    place(strip, right);
  }
  const length = Math.max(0, ...strips.map((strip) => stackLength(strip.pieces)));
  const film = job.films.find(({ id }) => id === source.filmId);
  return { ...pull, length, pieces, offcuts: film ? leftoversOf({ length, pieces }, source, film, job) : [] };
}

/** The ways in which a piece may be laid in another pull: as it lies, and the others its pane allows if it is whole. */
function orientations(piece: Piece, job: PlanJob): Orientation[] {
  const pane = job.panes.find(({ id }) => id === piece.paneId);
  const film = job.films.find(({ id }) => id === pane?.filmId);
  if (!pane || !film || piece.panels > 1) return [piece];
  return [
    piece,
    ...wholeShapes(pane, film, job.rules).map(({ turn, acrossMm: w, alongMm: l, factoryEdge }) => ({
      turn,
      w,
      l,
      factoryEdge,
      seamEdges: {},
    })),
  ];
}

interface Choice {
  readonly strips: readonly LaidStrip[];
  readonly addedMm: number;
  readonly wasteMm2: number;
}

/** Every way to put a piece into the strips of a pull: behind others of a strip, or in a strip of its own. */
function choices(piece: Piece, strips: readonly LaidStrip[], widthMm: number, job: PlanJob): Choice[] {
  const length = Math.max(0, ...strips.map(({ pieces }) => stackLength(pieces)));
  const room = widthMm - strips.reduce((sum, { widthMm: w }) => sum + w, 0);
  return orientations(piece, job).flatMap((lying): Choice[] => {
    const moved: Piece = { ...piece, ...lying };
    const edges = edgesOf(moved);
    const at: RollEdge = edges.has('right') && !edges.has('left') ? 'right' : 'left';
    const behind = strips.flatMap((strip, index): Choice[] => {
      const outer =
        index ===
        (strip.rollEdge === 'left'
          ? strips.findIndex((each) => each.rollEdge === 'left')
          : strips.findLastIndex((each) => each.rollEdge === 'right'));
      if (moved.w > strip.widthMm + SMALLEST_LACK_MM || (edges.size > 0 && (!outer || strip.rollEdge !== at)))
        return [];
      const grown = stackLength(strip.pieces) + moved.l;
      return [
        {
          strips: strips.map((each) =>
            each === strip ? { ...each, pieces: [...each.pieces, moved] } : each,
          ),
          addedMm: Math.max(0, grown - length),
          wasteMm2: (strip.widthMm - moved.w) * moved.l,
        },
      ];
    });
    if (moved.w > room + SMALLEST_LACK_MM) return behind;
    const own: Choice = {
      strips: [...strips, { widthMm: moved.w, rollEdge: at, pieces: [moved] }],
      addedMm: Math.max(0, moved.l - length),
      wasteMm2: Math.max(0, length - moved.l) * moved.w,
    };
    return [...behind, own];
  });
}

/** Puts the pulls of every roll one behind the other again. */
export function inLine(pulls: readonly Pull[]): Pull[] {
  const used = new Map<string, number>();
  return pulls.map((pull) => {
    const start = used.get(pull.sourceId) ?? 0;
    used.set(pull.sourceId, start + pull.length);
    return { ...pull, start };
  });
}

function nextPullId(pulls: readonly Pull[]): string {
  const taken = new Set(pulls.map(({ id }) => id));
  let next = pulls.length + 1;
  while (taken.has(String(next))) next += 1;
  return String(next);
}

/**
 * Moves a piece to another pull, or into a pull of its own on a roll of the plan: the pull it leaves closes up, the one it
 * comes to grows by as little as can be. The whole is proved by the checker; what cannot be is refused with the reason.
 * Pulls in `fixed` (cut or locked) are not touched.
 */
export function movePiece(
  job: PlanJob,
  plan: CutPlan,
  pieceId: string,
  to: NewPlace,
  fixed: ReadonlySet<string> = new Set(),
): Moved {
  const refuse = (problem: MoveProblem): Moved => ({ ok: false, problem });
  const from = plan.pulls.find(({ pieces }) => pieces.some(({ id }) => id === pieceId));
  const piece = from?.pieces.find(({ id }) => id === pieceId);
  const target = to.kind === 'pull' ? plan.pulls.find(({ id }) => id === to.pullId) : null;
  const sourceId = to.kind === 'pull' ? target?.sourceId : to.sourceId;
  const source = plan.sources.find(({ id }) => id === sourceId);
  const fromSource = plan.sources.find(({ id }) => id === from?.sourceId);
  if (!from || !piece || !source || !fromSource || from === target) return refuse({ code: 'move.gone' });
  for (const pull of [from, target])
    if (pull && fixed.has(pull.id)) return refuse({ code: 'move.fixed', pullId: pull.id });
  if (source.filmId !== fromSource.filmId) return refuse({ code: 'move.otherFilm' });
  const there = target ? looseStrips(target) : [];
  const found = choices(piece, there, source.width, job).sort(
    (a, b) => a.addedMm - b.addedMm || a.wasteMm2 - b.wasteMm2,
  );
  if (found.length === 0) {
    const roomMm = source.width - there.reduce((sum, { widthMm: w }) => sum + w, 0);
    const wantsMm = Math.min(...orientations(piece, job).map(({ w }) => w));
    return refuse({ code: 'move.noRoom', pullId: target?.id ?? '', roomMm, wantsMm });
  }
  const left = looseStrips({ ...from, pieces: from.pieces.filter(({ id }) => id !== pieceId) });
  let firstProblem: MoveProblem | null = null;
  for (const { strips } of found) {
    const own: Pull = {
      id: nextPullId(plan.pulls),
      sourceId: source.id,
      start: 0,
      length: 0,
      pieces: [],
      offcuts: [],
    };
    const grown = laid(target ?? own, strips, source, job);
    const pulls = plan.pulls.flatMap((pull) => {
      if (pull.id === grown.id) return [grown];
      if (pull.id !== from.id) return [pull];
      return left.length > 0 ? [laid(from, left, fromSource, job)] : [];
    });
    const inOrder = inLine(target ? pulls : [...pulls, grown]);
    const end = Math.max(
      ...inOrder.filter((pull) => pull.sourceId === source.id).map(({ start, length }) => start + length),
    );
    if (end > source.length + SAME_PLACE_MM) {
      firstProblem ??= { code: 'move.rollTooShort', sourceId: source.id, lacksMm: end - source.length };
      continue;
    }
    const sources = plan.sources.filter(({ id }) => inOrder.some((pull) => pull.sourceId === id));
    const moved: CutPlan = {
      ...plan,
      sources,
      pulls: inOrder,
      summary: summaryOfPulls(job, sources, inOrder, plan.summary.byFilm),
    };
    const [fault] = checkPlan(job, moved);
    if (!fault) return { ok: true, plan: moved };
    firstProblem ??= { code: 'move.refused', fault };
  }
  return refuse(firstProblem ?? { code: 'move.gone' });
}
