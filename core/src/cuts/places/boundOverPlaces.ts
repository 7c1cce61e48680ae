import type { FilmForPlan, PlanJob } from '../format/planJob.ts';
import { dividedPanes } from './divided.ts';
import { demandOf, goesOn, type Kind, type Supply } from '../cost/demand.ts';

/** Shares of a width that at most k beside each other can have: floors of (k + 1) x over k (Fekete and Schepers 2001). */
const dualFeasible = (k: number, share: number): number => {
  const scaled = (k + 1) * share;
  const near = Math.round(scaled);
  return Math.abs(scaled - near) < 1e-9 ? share : Math.floor(scaled) / k;
};
const MOST_K = 12;
/** Within this a breakpoint is met. */
const NEAR_MM = 1e-6;

/**
 * First panels at which the sum of a step function of both panels' shares can be least: where either meets a step, and
 * between two steps. The function has steps at whole parts of the roll's width.
 */
function firstsToTry(togetherMm: number, rollMm: number, parts: number): number[] {
  const [from, to] = [Math.max(0, togetherMm - rollMm), togetherMm / 2];
  const steps = Array.from({ length: parts + 1 }, (_, at) => (at * rollMm) / parts);
  const met = [from, to, ...steps, ...steps.map((mm) => togetherMm - mm)]
    .filter((mm) => mm >= from - NEAR_MM && mm <= to + NEAR_MM)
    .sort((a, b) => a - b);
  return met.flatMap((mm, at) => [mm, (mm + (met[at + 1] ?? mm)) / 2]);
}

/**
 * What no plan of a film can beat wherever its seams go: each pane takes at least what its panels are worth by a function of
 * width of which no cross-section of a roll can hold more than its film costs (dual feasible functions; the identity gives
 * the area). The best of some such functions. Film on hand comes in with what it can give. 0 where nothing can be said.
 */
export function boundOverPlaces(
  film: FilmForPlan,
  job: PlanJob,
  perMm: (supply: Supply) => number = ({ costPerMm }) => costPerMm,
): number {
  const fixed = demandOf(film, job);
  const supplies = fixed.supplies.map((supply) => ({ ...supply, costPerMm: perMm(supply) }));
  const sold = supplies.filter(({ kind, costPerMm }) => kind === 'new' && costPerMm > 0);
  if (sold.length === 0) return 0;
  const rate = Math.min(...sold.map(({ costPerMm, widthMm }) => costPerMm / widthMm));
  const onHand = supplies.filter(({ kind }) => kind !== 'new');
  const divided = dividedPanes(film, { ...job, panes: fixed.kinds.map(({ pane }) => pane) }, supplies);
  /** Film that a copy takes at least, by a function of the share of a roll's width with steps at so many parts of it. */
  const least = (kind: Kind, of: (share: number) => number, parts: number | null): number => {
    const strip = (supply: Supply, acrossMm: number, alongMm: number) =>
      parts === null
        ? rate * acrossMm * alongMm
        : supply.costPerMm * alongMm * of(Math.min(1, acrossMm / supply.widthMm));
    const free = divided.filter((each) => each.pane === kind.pane);
    const byWays = kind.ways.flatMap(({ parts: panels, supply }) => {
      const on = supply === null ? supplies : supplies.filter(({ index }) => index === supply);
      const costs = on.map((each) =>
        panels.reduce((sum, part) => {
          const forms = (fixed.parts[part]?.forms ?? []).filter((form) => goesOn(form, each));
          return sum + Math.min(Infinity, ...forms.map((form) => strip(each, form.acrossMm, form.alongMm)));
        }, 0),
      );
      return costs;
    });
    const byPlaces = free.map(({ supply, togetherMm, alongMm, panels }) => {
      const full = (panels - 2) * strip(supply, supply.widthMm, alongMm);
      if (parts === null) return full + rate * togetherMm * alongMm;
      const both = firstsToTry(togetherMm, supply.widthMm, parts).map(
        (mm) => strip(supply, mm, alongMm) + strip(supply, togetherMm - mm, alongMm),
      );
      return full + Math.min(...both);
    });
    const all = [...byWays, ...byPlaces].filter(Number.isFinite);
    return all.length > 0 ? Math.min(...all) : 0;
  };
  const taken = (of: (share: number) => number, parts: number | null) =>
    fixed.kinds.reduce((sum, kind) => sum + kind.copies.length * least(kind, of, parts), 0);
  const given = onHand.reduce(
    (sum, { widthMm, lengthMm, costPerMm }) => sum + Math.max(0, rate * widthMm - costPerMm) * lengthMm,
    0,
  );
  const area = taken((share) => share, null) - given;
  if (onHand.length > 0) return Math.max(0, area);
  const others = Array.from({ length: MOST_K }, (_, at) =>
    taken((share) => dualFeasible(at + 1, share), at + 2),
  );
  return Math.max(0, area, ...others);
}
