import type { FilmForPlan, PaneForPlan, PlanJob, PlanSource } from '../cuts/format/index.ts';
import { SAME_PLACE_MM, SMALLEST_LACK_MM } from '../units/index.ts';
import { near, type CheckContext } from './checkContext.ts';
import { fault, faultList, type PlanFault } from './planFault.ts';

type Sheet = NonNullable<FilmForPlan['sheets']>[number];

/** The sheet that a source is, by its size; null for a roll, also where one of that size is sold too. */
export function sheetOf(source: PlanSource, film: FilmForPlan | undefined): Sheet | null {
  if (source.kind !== 'new' || !film) return null;
  const isRoll = film.rolls.some(
    ({ width, length }) => near(width, source.width) && near(length, source.length),
  );
  const sheet = film.sheets?.find(
    ({ width, height }) => near(width, source.width) && near(height, source.length),
  );
  return isRoll ? null : (sheet ?? null);
}

const added = (pane: PaneForPlan, job: PlanJob, side: 'left' | 'top' | 'right' | 'bottom') =>
  pane.allowances?.[side] ?? job.rules.allowance;

/** Where the piece of a pane must begin on a sheet with a motif: by the job, or so that it is in the middle. */
function placeByMotif(pane: PaneForPlan, sheet: Sheet, job: PlanJob, w: number, l: number) {
  return pane.motif
    ? { x: pane.motif.left - added(pane, job, 'left'), y: pane.motif.top - added(pane, job, 'top') }
    : { x: (sheet.width - w) / 2, y: (sheet.height - l) / 2 };
}

/** Whether a pane goes undivided on a sheet that is sold for its film, by the text of the format. */
export function goesOnSheet(pane: PaneForPlan, film: FilmForPlan, job: PlanJob): boolean {
  if (pane.factoryEdge !== 'none' || pane.from) return false;
  const w = pane.width + added(pane, job, 'left') + added(pane, job, 'right');
  const l = pane.height + added(pane, job, 'top') + added(pane, job, 'bottom');
  return (film.sheets ?? []).some((sheet) => {
    const within = (across: number, along: number) =>
      across <= sheet.width + SMALLEST_LACK_MM && along <= sheet.height + SMALLEST_LACK_MM;
    if (!sheet.motif && pane.motif) return false;
    if (!sheet.motif) return within(w, l) || (film.turn === 'any' && within(l, w));
    const { x, y } = placeByMotif(pane, sheet, job, w, l);
    return x >= -SMALLEST_LACK_MM && y >= -SMALLEST_LACK_MM && within(x + w, y + l);
  });
}

/** Sheets are bought whole and cut in one pull; one with a motif takes one piece, upright and at its place. */
export function checkSheets(context: CheckContext): PlanFault[] {
  const faults = faultList();
  context.plan.pulls.forEach((pull, at) => {
    const path = `pulls[${at}]`;
    const source = context.sources.get(pull.sourceId);
    const sheet = source && sheetOf(source, context.films.get(source.filmId));
    if (!sheet) return;
    if (!near(pull.start, 0) || !near(pull.length, sheet.height))
      faults.push(fault('sheet.notWhole', path, { id: pull.id, length: pull.length, sheet: sheet.height }));
    if (!sheet.motif) return;
    const [piece, ...others] = pull.pieces;
    const pane = piece && context.panes.get(piece.paneId);
    if (others.length > 0 || (piece && piece.turn !== 0))
      faults.push(fault('sheet.motifAlone', path, { id: pull.id, pieces: pull.pieces.length }));
    if (!piece || !pane) return;
    const { x, y } = placeByMotif(pane, sheet, context.job, piece.w, piece.l);
    if (Math.abs(piece.x - x) > SAME_PLACE_MM || Math.abs(piece.y - y) > SAME_PLACE_MM)
      faults.push(
        fault('sheet.motifPlace', path, { piece: piece.id, x: piece.x, y: piece.y, wishedX: x, wishedY: y }),
      );
  });
  return faults.all;
}
