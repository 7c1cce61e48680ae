import type { CutPlan } from '../cuts/index.ts';
import type { Film } from '../film/index.ts';
import { fittingFigures, type PaneToFit } from '../fitting/index.ts';
import type { RuleSet } from '../rules/index.ts';
import type { Doubt, Side } from '../survey/index.ts';
import { coveredStrips, pieceSize } from './coverage.ts';
import { seamMarks } from './seamMarks.ts';
import { glassDoubt } from './glassDoubt.ts';
import { jobDoubts, planJobOf, ruleSetOf, sizesOf, type ShopBook } from './planning.ts';
import { PLAN_ID, inOrder, type JobRecords, type KeptPlan, type Pane } from './records.ts';
import { sameData } from './edit.ts';

/** The figures of a job that stand on the sill. Areas m², null where nothing is known yet. */
export interface JobFigures {
  readonly panes: number;
  readonly measured: number;
  readonly filmed: number;
  readonly glassM2: number;
  readonly doubts: number;
  readonly handsFor: number;
  readonly done: number;
  readonly faults: number;
}

/** Gathers the figures of a job; its doubts may be passed in where they are known already. */
export function jobFigures(
  records: JobRecords,
  book: ShopBook,
  doubts: ReadonlyMap<string, readonly Doubt[]> = jobDoubts(records, ruleSetOf(records, book)),
): JobFigures {
  const rules = ruleSetOf(records, book);
  const panes = inOrder(records.pane);
  const sizes = panes.map((pane) => sizesOf(pane, rules));
  const glassMm2 = sizes.reduce((sum, size) => sum + (size?.areaMm2 ?? 0), 0);
  const toFit = panes.flatMap((pane) => paneToFit(pane, pane.id, records, book) ?? []);
  const fittings = Object.values(records.fitting);
  return {
    panes: panes.length,
    measured: sizes.filter((size) => size !== null).length,
    filmed: panes.filter((pane) => pane.filmId !== null).length,
    glassM2: glassMm2 / 1e6,
    doubts: [...doubts.values()].flat().length + panes.filter((pane) => glassDoubt(pane) !== null).length,
    handsFor: toFit.filter((pane) => fittingFigures(pane, rules).hands === 2).length,
    done: fittings.filter((fitting) => fitting.doneAt !== null).length,
    faults: fittings.reduce((sum, fitting) => sum + fitting.faults.length, 0),
  };
}

/** The plan somebody has kept, and whether the job has been changed since. */
export function keptPlan(records: JobRecords, book: ShopBook): { kept: KeptPlan; holds: boolean } | null {
  const kept = records.plan[PLAN_ID];
  if (!kept) return null;
  // Cutting changes the rack, not what is wanted: a plan holds while the panes, films and rules are the same.
  // A plan that was kept before rules said what counts beside film does not end because they say so now.
  const isOlder = kept.job.rules.work === undefined;
  const wanted = ({ rules, panes, ...job }: KeptPlan['job']) => ({
    ...job,
    stock: [],
    films: job.films.map((film) => ({ ...film, wantedBefore: [] })),
    rules: isOlder ? { ...rules, work: undefined } : rules,
    panes: isOlder ? panes.map((pane) => ({ ...pane, room: undefined })) : panes,
  });
  return { kept, holds: sameData(wanted(kept.job), wanted(planJobOf(records, book).job)) };
}

function piecesOfPane(plan: CutPlan | null, paneId: string) {
  return plan?.pulls.flatMap((pull) => pull.pieces.filter((piece) => piece.paneId === paneId)) ?? [];
}

/** A pane as the fitter meets it, or null until it has a size and a film. Panels and edges are those of the kept plan. */
export function paneToFit(pane: Pane, paneId: string, records: JobRecords, book: ShopBook): PaneToFit | null {
  const rules: RuleSet = ruleSetOf(records, book);
  const film: Film | undefined = book.films.find(({ id }) => id === pane.filmId);
  const sizes = sizesOf(pane, rules);
  if (!film || !sizes) return null;
  const strips = coveredStrips(pane, sizes.cutting, rules.film);
  const kept = records.plan[PLAN_ID]?.plan ?? null;
  const pieces = piecesOfPane(kept, paneId);
  const factoryEdge: Side | null = pieces.find((piece) => piece.factoryEdge !== null)?.factoryEdge ?? null;
  return {
    label: pane.label,
    // Only what is covered is cleaned for film, hung and trimmed.
    glass: pieceSize(strips),
    glassKind: pane.glass,
    handle: pane.handle,
    topOverFloorMm: pane.sillMm + sizes.cutting.heightMm - (strips[0]?.topMm ?? 0),
    film,
    panels: Math.max(1, pieces.filter(({ copy }) => copy === 1).length),
    factoryEdge,
    seams: kept ? seamMarks(pane, paneId, rules, kept) : [],
  };
}
