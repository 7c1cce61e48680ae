import {
  HUNG_SIDES,
  type CutPlan,
  type FilmForPlan,
  type HungSide,
  type PaneForPlan,
  type Piece,
  type PlanJob,
  type PlanSource,
  type Pull,
} from '../cuts/format/index.ts';
import { LARGEST_EXCESS_MM, SAME_PLACE_MM, SMALLEST_LACK_MM } from '../units/index.ts';
import { slitsOf } from './slits.ts';
import { factoryEdgesOf, liesOn, near, type CheckContext } from './checkContext.ts';
import { checkCopies } from './checkPanels.ts';
import { checkSheets, sheetOf } from './checkSheets.ts';
import { checkStages } from './checkStages.ts';
import { checkSummary } from './checkSummary.ts';
import { fault, faultList, type PlanFault } from './planFault.ts';

/*
 * The judge of every plan. It shares the format with the planner and nothing else (the linter holds it to that): sizes,
 * turns, slits, seams, stages and figures are worked out here again from docs/formats, so that a mistake of the planner
 * does not excuse itself.
 */

function checkSources(context: CheckContext): PlanFault[] {
  const faults = faultList();
  const seen = new Set<string>();
  context.plan.sources.forEach((source, at) => {
    const path = `sources[${at}]`;
    if (seen.has(source.id)) faults.push(fault('source.twice', path, { id: source.id }));
    seen.add(source.id);
    const film = context.films.get(source.filmId);
    if (!film) faults.push(fault('source.unknownFilm', path, { id: source.id, filmId: source.filmId }));
    const onRack = context.stock.get(source.id);
    if (source.kind === 'new') {
      if (onRack) faults.push(fault('source.newIdIsStock', path, { id: source.id }));
      const sold = film?.rolls.some(
        (roll) => near(roll.width, source.width) && near(roll.length, source.length),
      );
      if (film && !sold && !sheetOf(source, film))
        faults.push(
          fault('source.notSold', path, { id: source.id, width: source.width, length: source.length }),
        );
      return;
    }
    if (!onRack) faults.push(fault('source.notInStock', path, { id: source.id }));
    else if (
      onRack.kind !== source.kind ||
      onRack.filmId !== source.filmId ||
      !near(onRack.width, source.width) ||
      !near(onRack.length, source.length)
    )
      faults.push(fault('source.differsFromStock', path, { id: source.id }));
  });
  return faults.all;
}

function checkPulls(context: CheckContext): PlanFault[] {
  const faults = faultList();
  const bySource = new Map<string, { pull: Pull; path: string }[]>();
  const ids = new Set<string>();
  context.plan.pulls.forEach((pull, at) => {
    const path = `pulls[${at}]`;
    if (ids.has(pull.id)) faults.push(fault('pull.twice', path, { id: pull.id }));
    ids.add(pull.id);
    const source = context.sources.get(pull.sourceId);
    if (!source) {
      faults.push(fault('pull.unknownSource', path, { id: pull.id, sourceId: pull.sourceId }));
      return;
    }
    const { work } = context.job.rules;
    const slits = slitsOf(pull, source.width);
    if (work && slits.partPieces && slits.atMm.length > work.mostSlits)
      faults.push(
        fault('pull.tooManySlits', path, { id: pull.id, slits: slits.atMm.length, most: work.mostSlits }),
      );
    const { longestPull } = context.job.rules;
    const isSheet = sheetOf(source, context.films.get(source.filmId)) !== null;
    if (!isSheet && longestPull !== undefined && pull.length > longestPull + SAME_PLACE_MM)
      faults.push(fault('pull.tooLong', path, { id: pull.id, length: pull.length, most: longestPull }));
    if (!(pull.length > 0)) faults.push(fault('pull.noLength', path, { id: pull.id }));
    if (pull.start < -SAME_PLACE_MM || pull.start + pull.length > source.length + SAME_PLACE_MM)
      faults.push(
        fault('pull.offRoll', path, { id: pull.id, end: pull.start + pull.length, length: source.length }),
      );
    bySource.set(source.id, [...(bySource.get(source.id) ?? []), { pull, path }]);
  });
  for (const pulls of bySource.values()) {
    const inOrder = [...pulls].sort((a, b) => a.pull.start - b.pull.start);
    inOrder.forEach(({ pull, path }, at) => {
      const before = inOrder[at - 1]?.pull;
      if (before && pull.start < before.start + before.length - SAME_PLACE_MM)
        faults.push(fault('pull.overlap', path, { id: pull.id, other: before.id }));
    });
  }
  return faults.all;
}

function mayLie(turn: Piece['turn'], film: FilmForPlan): boolean {
  return film.turn === 'any' || turn === 0 || (film.turn === 'half' && turn === 180);
}

function checkFactoryEdge(
  piece: Piece,
  pane: PaneForPlan,
  source: PlanSource,
  context: CheckContext,
  path: string,
) {
  const faults = faultList();
  const { factoryEdge } = piece;
  if (pane.factoryEdge === 'none') {
    if (factoryEdge !== null)
      faults.push(fault('edge.notWished', path, { piece: piece.id, side: factoryEdge }));
    return faults.all;
  }
  if (factoryEdge === null) {
    if (piece.panels === 1)
      faults.push(fault('edge.missing', path, { piece: piece.id, side: pane.factoryEdge }));
    return faults.all;
  }
  if (pane.factoryEdge !== 'any' && factoryEdge !== pane.factoryEdge)
    faults.push(
      fault('edge.otherSide', path, { piece: piece.id, side: factoryEdge, wished: pane.factoryEdge }),
    );
  const edge = liesOn(piece, factoryEdge, source);
  if (!edge || !factoryEdgesOf(source, context).includes(edge))
    faults.push(fault('edge.notOnFactoryEdge', path, { piece: piece.id, side: factoryEdge }));
  return faults.all;
}

/** The size a piece must have: its share of the pane, the allowance at its outer sides, nothing at its seams. */
function neededSize(piece: Piece, pane: PaneForPlan, job: PlanJob): { w: number; l: number } {
  const { cover } = piece;
  const outer: Readonly<Record<HungSide, boolean>> = {
    left: near(cover.left, 0),
    top: near(cover.top, 0),
    right: near(cover.left + cover.width, pane.width),
    bottom: near(cover.top + cover.height, pane.height),
  };
  const added = (side: HungSide) => {
    if (!outer[side]) return 0;
    return side === piece.factoryEdge
      ? job.rules.factoryEdgeAllowance
      : (pane.allowances?.[side] ?? job.rules.allowance);
  };
  const width = cover.width + added('left') + added('right');
  const height = cover.height + added('top') + added('bottom');
  return piece.turn % 180 === 0 ? { w: width, l: height } : { w: height, l: width };
}

/** Whether film comes off the roll that somebody wants for a pane. */
function comesFrom(source: PlanSource, from: NonNullable<PaneForPlan['from']>): boolean {
  return from.kind === 'onHand'
    ? source.id === from.id
    : source.kind === 'new' && near(source.width, from.width);
}

function checkPieces(context: CheckContext): PlanFault[] {
  const faults = faultList();
  const ids = new Set<string>();
  context.plan.pulls.forEach((pull, pullAt) => {
    const source = context.sources.get(pull.sourceId);
    pull.pieces.forEach((piece, at) => {
      const path = `pulls[${pullAt}].pieces[${at}]`;
      if (ids.has(piece.id)) faults.push(fault('piece.twice', path, { piece: piece.id }));
      ids.add(piece.id);
      const pane = context.panes.get(piece.paneId);
      const film = pane && context.films.get(pane.filmId);
      if (!pane || !film) {
        faults.push(fault('piece.unknownPane', path, { piece: piece.id, paneId: piece.paneId }));
        return;
      }
      if (!source) return;
      if (pane.from && !comesFrom(source, pane.from))
        faults.push(fault('piece.otherRoll', path, { piece: piece.id, source: source.id }));
      if (source.filmId !== pane.filmId)
        faults.push(
          fault('piece.otherFilm', path, { piece: piece.id, filmId: source.filmId, wished: pane.filmId }),
        );
      const outside =
        piece.x < -SAME_PLACE_MM ||
        piece.y < -SAME_PLACE_MM ||
        piece.x + piece.w > source.width + SAME_PLACE_MM ||
        piece.y + piece.l > pull.length + SAME_PLACE_MM;
      if (outside) faults.push(fault('piece.offPull', path, { piece: piece.id, pull: pull.id }));
      if (!mayLie(piece.turn, film))
        faults.push(fault('piece.turned', path, { piece: piece.id, turn: piece.turn, may: film.turn }));
      const need = neededSize(piece, pane, context.job);
      if (piece.w < need.w - SMALLEST_LACK_MM || piece.l < need.l - SMALLEST_LACK_MM)
        faults.push(
          fault('piece.tooSmall', path, {
            piece: piece.id,
            w: piece.w,
            l: piece.l,
            needW: need.w,
            needL: need.l,
          }),
        );
      if (piece.w > need.w + LARGEST_EXCESS_MM || piece.l > need.l + LARGEST_EXCESS_MM)
        faults.push(
          fault('piece.tooLarge', path, {
            piece: piece.id,
            w: piece.w,
            l: piece.l,
            needW: need.w,
            needL: need.l,
          }),
        );
      faults.push(...checkFactoryEdge(piece, pane, source, context, path));
      for (const side of HUNG_SIDES) {
        const claimed = piece.seamEdges[side];
        if (claimed && liesOn(piece, side, source) !== claimed)
          faults.push(fault('seam.edgeNotThere', path, { piece: piece.id, side, edge: claimed }));
      }
    });
  });
  return faults.all;
}

/**
 * Proves a cut plan against its job. Gives every fault found, each with a code, the place in the plan and its figures;
 * an empty list is a plan that can be cut and covers what it says it covers.
 */
export function checkPlan(job: PlanJob, plan: CutPlan): readonly PlanFault[] {
  const context: CheckContext = {
    job,
    plan,
    films: new Map(job.films.map((film) => [film.id, film])),
    panes: new Map(job.panes.map((pane) => [pane.id, pane])),
    stock: new Map(job.stock.map((entry) => [entry.id, entry])),
    sources: new Map(plan.sources.map((source) => [source.id, source])),
  };
  return [
    ...checkSources(context),
    ...checkPulls(context),
    ...checkPieces(context),
    ...checkSheets(context),
    ...checkStages(context),
    ...checkCopies(context),
    ...checkSummary(context),
  ];
}
