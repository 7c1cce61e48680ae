import type {
  FilmForPlan,
  HungSide,
  PaneForPlan,
  Piece,
  PlanJob,
  PlanSource,
  Pull,
} from '../cuts/format/index.ts';
import { SAME_PLACE_MM, SMALLEST_LACK_MM } from '../units/index.ts';
import { liesOn, near, type CheckContext } from './checkContext.ts';
import { goesOnSheet } from './checkSheets.ts';
import { fault, faultList, type PlanFault } from './planFault.ts';

interface Placed {
  readonly piece: Piece;
  readonly pull: Pull;
  readonly source: PlanSource;
}

interface Fewest {
  readonly panels: number;
  readonly axes: readonly ('vertical' | 'horizontal')[];
}

/** Whether `panels` panels of a pane go on a sold roll, by the text of the format; 1 is the pane undivided. */
function panelsFitSoldRoll(
  pane: PaneForPlan,
  film: FilmForPlan,
  job: PlanJob,
  axis: 'vertical' | 'horizontal',
  panels: number,
): boolean {
  const { allowance, factoryEdgeAllowance, seamOverlap } = job.rules;
  const wished: readonly (HungSide | null)[] =
    pane.factoryEdge === 'none'
      ? [null]
      : pane.factoryEdge === 'any'
        ? [null, 'left', 'right', 'top', 'bottom']
        : [null, pane.factoryEdge];
  return wished.some((edge) => {
    const added = (a: HungSide, b: HungSide) =>
      [a, b].reduce(
        (sum, side) => sum + (side === edge ? factoryEdgeAllowance : (pane.allowances?.[side] ?? allowance)),
        0,
      );
    const width = pane.width + added('left', 'right');
    const height = pane.height + added('top', 'bottom');
    const [divided, other] = axis === 'vertical' ? [width, height] : [height, width];
    const spread = divided + (panels - 1) * seamOverlap;
    const uprightDivides = axis === 'vertical' ? 'across' : 'along';
    const ways = [
      { way: uprightDivides, may: true, both: film.turn !== 'none', edges: ['left', 'right'] },
      {
        way: uprightDivides === 'across' ? 'along' : 'across',
        may: film.turn === 'any',
        both: true,
        edges: ['top', 'bottom'],
      },
    ];
    return ways.some(({ way, may, both, edges }) => {
      if (!may) return false;
      if (edge !== null && !edges.includes(edge)) return false;
      if (panels > 1 && film.matchEdges && !(way === 'across' && both)) return false;
      return film.rolls.some((roll) => {
        const [forDivided, forOther] =
          way === 'across' ? [roll.width, roll.length] : [roll.length, roll.width];
        return spread <= panels * forDivided + SMALLEST_LACK_MM && other <= forOther + SMALLEST_LACK_MM;
      });
    });
  });
}

/** The fewest panels of which a pane can be made off the rolls that are sold; null where no number will do. */
function fewestPanels(pane: PaneForPlan, film: FilmForPlan, job: PlanJob): Fewest | null {
  if (
    film.rolls.length === 0 ||
    goesOnSheet(pane, film, job) ||
    panelsFitSoldRoll(pane, film, job, 'vertical', 1) ||
    panelsFitSoldRoll(pane, film, job, 'horizontal', 1)
  )
    return { panels: 1, axes: [] };
  if (!pane.seams.allowed) return null;
  const axes = (['vertical', 'horizontal'] as const).filter((axis) =>
    ['any', axis].includes(pane.seams.axis),
  );
  for (let panels = 2; panels <= 60; panels += 1) {
    const possible = axes.filter((axis) => panelsFitSoldRoll(pane, film, job, axis, panels));
    if (possible.length > 0) return { panels, axes: possible };
  }
  return null;
}

/** The rolls it may come off as far as there is floor to pull them out on. */
function pulledFrom(pane: PaneForPlan, film: FilmForPlan, { rules }: PlanJob): FilmForPlan['rolls'] {
  const longest = rules.longestPull ?? Infinity;
  return soldFor(pane, film).map((roll) => ({ ...roll, length: Math.min(roll.length, longest) }));
}

/** The new rolls off which a pane may come: all that are sold, or those that somebody wants it off. */
function soldFor({ from }: PaneForPlan, film: FilmForPlan): FilmForPlan['rolls'] {
  if (!from) return film.rolls;
  return from.kind === 'new' ? film.rolls.filter(({ width }) => near(width, from.width)) : [];
}

function checkPattern(
  panels: readonly Placed[],
  pane: PaneForPlan,
  film: FilmForPlan,
  job: PlanJob,
  vertical: boolean,
  path: string,
): PlanFault[] {
  const { pattern } = film;
  const [first] = panels;
  if (!pattern || !first || panels.length < 2) return [];
  const faults = faultList();
  const apart = (a: number, b: number, repeat: number) => {
    const rest = Math.abs(a - b) % repeat;
    return Math.min(rest, repeat - rest);
  };
  panels.forEach((panel, at) => {
    const drop = pattern.drop === 'half' && vertical ? (at * pattern.along) / 2 : 0;
    const along = (placed: Placed) =>
      placed.pull.start + placed.piece.y - begins(placed.piece, 'top', pane, job);
    const across = (placed: Placed) => placed.piece.x - begins(placed.piece, 'left', pane, job);
    const matches =
      panel.piece.turn === first.piece.turn &&
      apart(along(panel) - drop, along(first), pattern.along) <= SAME_PLACE_MM &&
      apart(across(panel), across(first), pattern.across) <= SAME_PLACE_MM;
    if (!matches) faults.push(fault('seam.pattern', path, { piece: panel.piece.id, other: first.piece.id }));
  });
  return faults.all;
}

/** Where a piece begins on the hung pane: at its seam, or by its margin outside the glass. */
function begins(piece: Piece, side: 'left' | 'top', pane: PaneForPlan, job: PlanJob): number {
  if (piece.cover[side] > SAME_PLACE_MM) return piece.cover[side];
  return -(side === piece.factoryEdge
    ? job.rules.factoryEdgeAllowance
    : (pane.allowances?.[side] ?? job.rules.allowance));
}

function checkSeams(
  panels: readonly Placed[],
  film: FilmForPlan,
  vertical: boolean,
  path: string,
): PlanFault[] {
  if (!film.matchEdges) return [];
  const faults = faultList();
  const [after, before]: readonly [HungSide, HungSide] = vertical ? ['right', 'left'] : ['bottom', 'top'];
  panels.slice(1).forEach((panel, at) => {
    const previous = panels[at];
    if (!previous) return;
    const one = previous.piece.seamEdges[after];
    const other = panel.piece.seamEdges[before];
    const lies =
      liesOn(previous.piece, after, previous.source) === one &&
      liesOn(panel.piece, before, panel.source) === other;
    if (!one || one !== other || !lies)
      faults.push(fault('seam.edgesDiffer', path, { piece: previous.piece.id, other: panel.piece.id }));
  });
  return faults.all;
}

function checkPanelsOf(
  panels: readonly Placed[],
  pane: PaneForPlan,
  film: FilmForPlan,
  context: CheckContext,
  path: string,
): PlanFault[] {
  const faults = faultList();
  const { seamOverlap, minPanel } = context.job.rules;
  const name = panels[0]?.piece.paneId ?? pane.id;
  const fewest = fewestPanels(pane, film, context.job);
  const count = panels.length;
  if (count > 1 && fewest?.panels === 1)
    faults.push(fault('seam.needless', path, { pane: name, panels: count }));
  else if (count > 1 && !pane.seams.allowed) faults.push(fault('seam.notAllowed', path, { pane: name }));
  else if (fewest && fewest.panels !== count)
    faults.push(fault('seam.panelCount', path, { pane: name, panels: count, fewest: fewest.panels }));
  const vertical = panels.every(
    ({ piece }) => near(piece.cover.top, 0) && near(piece.cover.height, pane.height),
  );
  const horizontal = panels.every(
    ({ piece }) => near(piece.cover.left, 0) && near(piece.cover.width, pane.width),
  );
  if (count === 1 ? !(vertical && horizontal) : vertical === horizontal) {
    faults.push(fault('cover.wrong', path, { pane: name }));
    return faults.all;
  }
  const start = (piece: Piece) => (vertical ? piece.cover.left : piece.cover.top);
  const covered = (piece: Piece) => (vertical ? piece.cover.width : piece.cover.height);
  const span = vertical ? pane.width : pane.height;
  const last = panels[count - 1];
  const firstPiece = panels[0]?.piece;
  if (
    !firstPiece ||
    !last ||
    !near(start(firstPiece), 0) ||
    !near(start(last.piece) + covered(last.piece), span)
  )
    faults.push(fault('cover.wrong', path, { pane: name }));
  if (count === 1) return faults.all;
  const axis = vertical ? 'vertical' : 'horizontal';
  if (pane.seams.axis !== 'any' && pane.seams.axis !== axis)
    faults.push(fault('seam.axis', path, { pane: name, axis }));
  if (new Set(panels.map(({ source }) => source.id)).size > 1)
    faults.push(fault('seam.lots', path, { pane: name }));
  panels.forEach(({ piece }, at) => {
    if (covered(piece) < minPanel - SAME_PLACE_MM)
      faults.push(fault('seam.minPanel', path, { piece: piece.id, covered: covered(piece), minPanel }));
    const next = panels[at + 1]?.piece;
    if (next && !near(start(piece) + covered(piece) - start(next), seamOverlap))
      faults.push(fault('seam.overlap', path, { piece: piece.id, other: next.id, wished: seamOverlap }));
  });
  if (pane.factoryEdge !== 'none') faults.push(...checkPanelEdges(panels, pane, vertical, path));
  faults.push(
    ...checkSeams(panels, film, vertical, path),
    ...checkPattern(panels, pane, film, context.job, vertical, path),
  );
  return faults.all;
}

/** Every panel that touches the wished side hangs on the factory edge there, and they agree which side that is. */
function checkPanelEdges(
  panels: readonly Placed[],
  pane: PaneForPlan,
  vertical: boolean,
  path: string,
): PlanFault[] {
  const sides = new Set(panels.flatMap(({ piece }) => piece.factoryEdge ?? []));
  const [side] = sides;
  if (sides.size !== 1 || !side)
    return [fault('edge.missing', path, { piece: pane.id, side: pane.factoryEdge })];
  const [firstSide, lastSide] = vertical ? ['left', 'right'] : ['top', 'bottom'];
  return panels.flatMap(({ piece }, at) => {
    const touches = side === firstSide ? at === 0 : side === lastSide ? at === panels.length - 1 : true;
    return touches === (piece.factoryEdge !== null)
      ? []
      : [fault('edge.missing', path, { piece: piece.id, side })];
  });
}

/** Each copy of each pane once, whole or in its panels; what is missing is named in `unplaced`, and with cause. */
export function checkCopies(context: CheckContext): PlanFault[] {
  const faults = faultList();
  const byCopy = new Map<string, Placed[]>();
  for (const pull of context.plan.pulls) {
    const source = context.sources.get(pull.sourceId);
    if (!source) continue;
    for (const piece of pull.pieces) {
      const key = `${piece.paneId}\n${piece.copy}`;
      byCopy.set(key, [...(byCopy.get(key) ?? []), { piece, pull, source }]);
    }
  }
  const missing = new Map(
    context.plan.unplaced.map((entry, at) => [`${entry.paneId}\n${entry.copy}`, { ...entry, at }]),
  );
  for (const pane of context.job.panes) {
    const film = context.films.get(pane.filmId);
    if (!film) continue;
    for (let copy = 1; copy <= pane.count; copy += 1) {
      const key = `${pane.id}\n${copy}`;
      const path = `panes.${pane.id}.${copy}`;
      const panels = [...(byCopy.get(key) ?? [])].sort((a, b) => a.piece.panel - b.piece.panel);
      const given = missing.get(key);
      byCopy.delete(key);
      missing.delete(key);
      if (panels.length === 0) {
        if (!given) faults.push(fault('pane.missing', path, { pane: pane.id, copy }));
        else if (given.reason === '') faults.push(fault('unplaced.noReason', path, { pane: pane.id, copy }));
        else if (
          pane.factoryEdge === 'none' &&
          ((fewestPanels(pane, { ...film, rolls: pulledFrom(pane, film, context.job) }, context.job)
            ?.panels === 1 &&
            soldFor(pane, film).length > 0) ||
            goesOnSheet(pane, film, context.job))
        )
          faults.push(fault('unplaced.couldBe', path, { pane: pane.id, copy, reason: given.reason }));
        continue;
      }
      if (given) faults.push(fault('unplaced.isPlaced', path, { pane: pane.id, copy }));
      const whole = panels.every(({ piece }, at) => piece.panel === at + 1 && piece.panels === panels.length);
      if (whole) faults.push(...checkPanelsOf(panels, pane, film, context, path));
      else
        faults.push(
          fault('panel.missing', path, {
            pane: pane.id,
            copy,
            found: panels.map(({ piece }) => piece.panel).join(' '),
          }),
        );
    }
  }
  for (const [key] of byCopy) {
    const [paneId = '', copy = ''] = key.split('\n');
    if (context.panes.has(paneId))
      faults.push(fault('pane.copyUnknown', `panes.${paneId}.${copy}`, { pane: paneId, copy }));
  }
  for (const { paneId, copy, at } of missing.values())
    faults.push(fault('unplaced.unknown', `unplaced[${at}]`, { pane: paneId, copy }));
  return faults.all;
}
