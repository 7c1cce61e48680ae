import type { FilmForPlan, FilmSummary, PlanSource } from '../cuts/format/index.ts';
import { SUMMARY_SHARE } from '../units/index.ts';
import type { CheckContext } from './checkContext.ts';
import { sheetOf } from './checkSheets.ts';
import { fault, faultList, type PlanFault } from './planFault.ts';

/** Figures of a summary are written rounded: lengths differ by less than half a millimetre, money by less than a cent. */
const LENGTH_SLACK_MM = 0.5;
const MONEY_SLACK = 0.01;

const same = (claimed: number, found: number) =>
  Math.abs(claimed - found) <= Math.max(LENGTH_SLACK_MM, Math.abs(found) * SUMMARY_SHARE);

function usedOf(source: PlanSource, context: CheckContext): number {
  const ends = context.plan.pulls
    .filter((pull) => pull.sourceId === source.id)
    .map((pull) => pull.start + pull.length);
  return Math.max(0, ...ends);
}

/** Price per mm of a source that must be paid for, read from what is sold. */
function pricePerMm(source: PlanSource, film: FilmForPlan): number | null {
  const sheets = film.sheets ?? [];
  const offers = [...film.rolls, ...sheets];
  if (offers.length === 0 || offers.some(({ price }) => typeof price !== 'number')) return null;
  if (source.kind === 'offcut') return 0;
  const sheet = sheetOf(source, film);
  if (sheet) return (sheet.price ?? 0) / sheet.height;
  const rates = film.rolls
    .filter(
      (roll) => roll.width === source.width && (source.kind === 'roll' || roll.length === source.length),
    )
    .map((roll) => (roll.price ?? 0) / roll.length);
  if (rates.length > 0) return Math.min(...rates);
  const areas =
    film.rolls.length > 0
      ? film.rolls.map((roll) => ({ price: roll.price, mm2: roll.length * roll.width }))
      : sheets.map((each) => ({ price: each.price, mm2: each.width * each.height }));
  return Math.min(...areas.map(({ price, mm2 }) => ((price ?? 0) * source.width) / mm2));
}

function checkFilm(
  film: FilmForPlan,
  claimed: FilmSummary,
  path: string,
  context: CheckContext,
): PlanFault[] {
  const faults = faultList();
  const sources = [...context.sources.values()].filter((source) => source.filmId === film.id);
  const usedLength = sources.reduce((sum, source) => sum + usedOf(source, context), 0);
  const usedArea = sources.reduce((sum, source) => sum + usedOf(source, context) * source.width, 0);
  const copies = new Set(
    context.plan.pulls.flatMap((pull) => pull.pieces.map((piece) => `${piece.paneId}\n${piece.copy}`)),
  );
  const netArea = [...copies].reduce((sum, key) => {
    const pane = context.panes.get(key.split('\n')[0] ?? '');
    return pane?.filmId === film.id ? sum + pane.width * pane.height : sum;
  }, 0);
  const compare = (what: string, figure: number, found: number) => {
    if (!same(figure, found)) faults.push(fault('summary.wrong', path, { what, claimed: figure, found }));
  };
  compare('usedLength', claimed.usedLength, usedLength);
  compare('usedArea', claimed.usedArea, usedArea);
  compare('netArea', claimed.netArea, netArea);
  const prove = (bound: number, used: number, slack: number) => {
    if (bound > used * (1 + SUMMARY_SHARE) + slack)
      faults.push(fault('summary.boundTooHigh', path, { bound, used }));
    const gap = Math.max(0, used / bound - 1);
    if (typeof claimed.gap === 'number' && bound > 0 && Math.abs(claimed.gap - gap) > 0.001)
      faults.push(fault('summary.wrong', path, { what: 'gap', claimed: claimed.gap, found: gap }));
  };
  // A bound on the length says more than one on the cost: the gap is that of the length where both are given.
  if (typeof claimed.lowerBoundLength === 'number')
    prove(claimed.lowerBoundLength, usedLength, LENGTH_SLACK_MM);
  else if (typeof claimed.lowerBoundCost === 'number')
    prove(claimed.lowerBoundCost, comparedCost(film, sources, context), MONEY_SLACK);
  return faults.all;
}

/** What the film of a plan costs; where it has no price its area, mm², for plans then go by area. */
function comparedCost(film: FilmForPlan, sources: readonly PlanSource[], context: CheckContext): number {
  return sources.reduce((sum, source) => {
    const perMm = pricePerMm(source, film) ?? (source.kind === 'offcut' ? 0 : source.width);
    return sum + perMm * usedOf(source, context);
  }, 0);
}

/** The figures of the plan against the cuts in it. */
export function checkSummary(context: CheckContext): PlanFault[] {
  const faults = faultList();
  const { summary } = context.plan;
  summary.byFilm.forEach((claimed, at) => {
    const path = `summary.byFilm[${at}]`;
    const film = context.films.get(claimed.filmId);
    if (film) faults.push(...checkFilm(film, claimed, path, context));
    else faults.push(fault('summary.unknownFilm', path, { filmId: claimed.filmId }));
  });
  const named = new Set(summary.byFilm.map((film) => film.filmId));
  const costs = [...context.sources.values()].map((source) => {
    const film = context.films.get(source.filmId);
    const used = usedOf(source, context);
    if (used > 0 && !named.has(source.filmId))
      faults.push(fault('summary.filmMissing', 'summary.byFilm', { filmId: source.filmId }));
    const rate = film && used > 0 ? pricePerMm(source, film) : 0;
    return rate === null ? null : (rate ?? 0) * used;
  });
  const cost = costs.reduce<number | null>(
    (sum, part) => (sum === null || part === null ? null : sum + part),
    0,
  );
  const agrees =
    summary.cost === null || cost === null
      ? summary.cost === cost
      : Math.abs(summary.cost - cost) <= Math.max(MONEY_SLACK, cost * SUMMARY_SHARE);
  if (!agrees)
    faults.push(
      fault('summary.cost', 'summary.cost', { claimed: summary.cost ?? 'none', found: cost ?? 'none' }),
    );
  return faults.all;
}
