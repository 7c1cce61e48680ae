import { seededRandom } from '../../units/index.ts';
import { summaryOfPulls } from '../cost/planSummary.ts';
import type { CutPlan, FilmSummary, Piece, PlanSource, Pull } from '../format/cutPlan.ts';
import type { FilmForPlan, PaneForPlan, PlanJob } from '../format/planJob.ts';
import { hasPrices, pricePerMm2 } from '../format/prices.ts';
import type { UnplacedReason } from '../lay/layouts.ts';
import { leftoversOf, tidyMm } from '../lay/leftovers.ts';
import { leastForSheets, packSheets, type FilledSheet, type SheetCopy } from './packSheets.ts';
import { sheetsOf, waysOnSheets } from '../lay/onSheets.ts';

const SEED = 1;

interface CopyToLay extends SheetCopy {
  readonly pane: PaneForPlan;
  readonly copy: number;
}

/** The copies of a film that are to be cut of sheets: those meant for them, and what rolls could not take. */
function copiesOnSheets(
  film: FilmForPlan,
  job: PlanJob,
  rolls: CutPlan,
  onSheets: ReadonlySet<string>,
): CopyToLay[] {
  const left = new Set(rolls.unplaced.map(({ paneId, copy }) => `${paneId}\n${copy}`));
  return job.panes
    .filter(({ filmId }) => filmId === film.id)
    .flatMap((pane) => {
      const ways = waysOnSheets(pane, film, job.rules);
      return Array.from({ length: pane.count }, (_, at) => ({
        ...{ key: `${pane.id}\n${at + 1}`, pane, copy: at + 1, ways },
      }));
    })
    .filter(({ key, pane, ways }) => ways.length > 0 && (onSheets.has(pane.id) || left.has(key)));
}

function pullOf(
  { sheet, pieces }: FilledSheet,
  source: PlanSource,
  id: string,
  film: FilmForPlan,
  job: PlanJob,
  copies: ReadonlyMap<string, CopyToLay>,
): Pull {
  const laid = pieces.flatMap(({ key, shape, x, y }): Piece[] => {
    const of = copies.get(key);
    if (!of) return [];
    const { turn, acrossMm: w, alongMm: l, cover } = shape;
    return [
      {
        ...{ id: `${of.pane.id}.${of.copy}`, paneId: of.pane.id, copy: of.copy, panel: 1, panels: 1 },
        ...{ x: tidyMm(x), y: tidyMm(y), w: tidyMm(w), l: tidyMm(l), turn, cover },
        ...{ factoryEdge: null, seamEdges: {} },
      },
    ];
  });
  const inOrder = [...laid].sort((a, b) => a.x - b.x || a.y - b.y);
  const length = sheet.height;
  return {
    ...{ id, sourceId: source.id, start: 0, length, pieces: inOrder },
    offcuts: leftoversOf({ length, pieces: inOrder }, source, film, job),
  };
}

/** Why a pane of a film that is sold in sheets alone is on none; null where its rolls are to blame. */
function reasonOnSheets(job: PlanJob, paneId: string): UnplacedReason | null {
  const pane = job.panes.find(({ id }) => id === paneId);
  const film = job.films.find(({ id }) => id === pane?.filmId);
  if (!pane || !film || sheetsOf(film).length === 0 || film.rolls.length > 0 || pane.from) return null;
  if (pane.factoryEdge !== 'none') return 'edge.notAvailable';
  const plain = { ...pane };
  delete plain.motif;
  return pane.motif && waysOnSheets(plain, film, job.rules).length > 0 ? 'sheet.motif' : 'sheet.tooSmall';
}

/**
 * What no plan of the copies that are laid can cost less: by their sheets, or, where film also comes off rolls, by their
 * glass at the cheapest film there is.
 */
function leastCost(film: FilmForPlan, job: PlanJob, isLaid: (key: string) => boolean): number {
  const priced = hasPrices(film);
  const copies = job.panes
    .filter(({ filmId }) => filmId === film.id)
    .flatMap((pane) => {
      const ways = waysOnSheets(pane, film, job.rules);
      return Array.from({ length: pane.count }, (_, at) => ({ key: `${pane.id}\n${at + 1}`, pane, ways }));
    })
    .filter(({ key }) => isLaid(key));
  const stock = job.stock.filter(({ filmId }) => filmId === film.id);
  if (film.rolls.length === 0 && stock.length === 0) return leastForSheets(copies, priced);
  // A piece is smaller than its glass only where an edge is kept off the frame.
  if (job.rules.factoryEdgeAllowance < 0 && copies.some(({ pane }) => pane.factoryEdge !== 'none')) return 0;
  const free = stock.reduce(
    (sum, { kind, width, length }) => sum + (kind === 'offcut' ? width * length : 0),
    0,
  );
  const glass = copies.reduce((sum, { pane }) => sum + pane.width * pane.height, 0);
  return Math.max(0, glass - free) * (priced ? pricePerMm2(film) : 1);
}

/**
 * Puts what is cut of sheets behind a plan of rolls: every sheet a source of its own, bought whole and cut in one pull.
 * `onSheets` are the panes that are meant for sheets; what rolls left over goes on sheets too where it fits one.
 */
export function withSheets(
  job: PlanJob,
  rolls: CutPlan,
  onSheets: ReadonlySet<string>,
  rounds: number,
): CutPlan {
  const taken = new Set([...job.stock, ...rolls.sources].map(({ id }) => id));
  const sources: PlanSource[] = [...rolls.sources];
  const pulls: Pull[] = [...rolls.pulls];
  const laid = new Set<string>();
  for (const film of job.films.filter((each) => sheetsOf(each).length > 0)) {
    const copies = copiesOnSheets(film, job, rolls, onSheets);
    const byKey = new Map(copies.map((copy) => [copy.key, copy]));
    const mostStrips = Math.max(1, job.rules.work?.mostSlits ?? Infinity);
    // The same chance each time: what lies on sheets does not change with how often a search tells of rolls.
    const random = seededRandom(SEED);
    const filled = packSheets(copies, sheetsOf(film), {
      ...{ random, rounds, priced: hasPrices(film), mostStrips },
    });
    for (const each of filled) {
      let number = 1;
      while (taken.has(`${film.id}-sheet-${number}`)) number += 1;
      const id = `${film.id}-sheet-${number}`;
      taken.add(id);
      const { width, height } = each.sheet;
      const source: PlanSource = { id, filmId: film.id, kind: 'new', width, length: height };
      sources.push(source);
      pulls.push(pullOf(each, source, String(pulls.length + 1), film, job, byKey));
      for (const { key } of each.pieces) laid.add(key);
    }
  }
  const unplaced = rolls.unplaced
    .filter(({ paneId, copy }) => !laid.has(`${paneId}\n${copy}`))
    .map((each) => ({ ...each, reason: reasonOnSheets(job, each.paneId) ?? each.reason }));
  const placed = new Set(
    pulls.flatMap(({ pieces }) => pieces.map(({ paneId, copy }) => `${paneId}\n${copy}`)),
  );
  const known = rolls.summary.byFilm;
  const bounds = job.films.flatMap((film): FilmSummary[] => {
    const own = known.find(({ filmId }) => filmId === film.id);
    if (sheetsOf(film).length === 0) return own ? [own] : [];
    const figures = { filmId: film.id, usedLength: 0, usedArea: 0, netArea: 0 };
    return [
      { ...figures, lowerBoundLength: null, lowerBoundCost: leastCost(film, job, (key) => placed.has(key)) },
    ];
  });
  const summary = summaryOfPulls(job, sources, pulls, bounds);
  return {
    ...rolls,
    sources,
    pulls,
    unplaced,
    summary: {
      cost: summary.cost,
      byFilm: summary.byFilm.map((figures) => {
        const film = job.films.find(({ id }) => id === figures.filmId);
        const own = known.find(({ filmId }) => filmId === figures.filmId);
        return own && film && sheetsOf(film).length === 0 ? own : figures;
      }),
    },
  };
}
