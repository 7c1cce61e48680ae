import type { FilmForPlan, PlanJob } from '../format/planJob.ts';
import { demandOf, goesOn, type Demand, type Kind, type Supply } from '../cost/demand.ts';
import type { LinearSolver } from '../cost/linearSolver.ts';
import { boundByPrices, type CutWay, type PaneWays } from './combinedPrices.ts';
import { dividedPanes } from './divided.ts';
import { pricesFilledBy, stepsOf, stepsOfRoll, type WidthPrices } from './widthPrices.ts';

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

/** What a strip is worth by its width, for a mm of its length: no cross-section of a supply holds more than its film costs. */
interface WidthPrice {
  readonly of: (supply: Supply, acrossMm: number) => number;
  /** The least that two strips of this width together can be worth, wherever the seam between them is. */
  readonly ofTwo: (supply: Supply, togetherMm: number) => number;
}

const byStep =
  (k: number) =>
  ({ costPerMm, widthMm }: Supply, acrossMm: number): number =>
    costPerMm * dualFeasible(k, Math.min(1, acrossMm / widthMm));

function steppedPrice(k: number): WidthPrice {
  const of = byStep(k);
  const ofTwo = (supply: Supply, togetherMm: number) =>
    Math.min(
      ...firstsToTry(togetherMm, supply.widthMm, k + 1).map(
        (mm) => of(supply, mm) + of(supply, togetherMm - mm),
      ),
    );
  return { of, ofTwo };
}

/** Parts of a film with what each is worth, as a programme of cross-sections has it. */
export interface WorthOfParts {
  readonly demand: Demand;
  readonly worth: readonly number[];
}

/** What makes the bound better than step functions alone. */
export interface BoundHelp {
  readonly known: WorthOfParts | null;
  readonly solver: LinearSolver;
  readonly shouldStop: () => boolean;
}

/** Step functions of the same sort on the grid of widths. */
const steppedOnGrid =
  (k: number): WidthPrices =>
  (supply) => {
    const all = stepsOfRoll(supply);
    return Float64Array.from(
      { length: all + 1 },
      (_, steps) => supply.costPerMm * dualFeasible(k, steps / all),
    );
  };

const pricesOfParts = ({ demand, worth }: WorthOfParts, supplies: readonly Supply[]): WidthPrices =>
  pricesFilledBy(
    demand.parts.flatMap(({ forms, index }) =>
      forms.map(({ acrossMm, alongMm }) => ({
        steps: Math.max(1, stepsOf(acrossMm)),
        worth: (worth[index] ?? 0) / alongMm,
      })),
    ),
    supplies,
  );

/** Every way in which the panels of a pane can lie on a supply. */
function waysOff(supply: Supply, panels: readonly number[], { parts }: Demand, rate: number): CutWay[] {
  return panels.reduce<CutWay[]>(
    (ways, part) =>
      ways.flatMap(({ strips, area }) =>
        (parts[part]?.forms ?? [])
          .filter((form) => goesOn(form, supply))
          .map(({ acrossMm, alongMm }) => ({
            supply,
            strips: [
              ...strips,
              { steps: Math.min(stepsOfRoll(supply), stepsOf(acrossMm)), lengthMm: alongMm },
            ],
            area: area + rate * acrossMm * alongMm,
          })),
      ),
    [{ supply, strips: [], area: 0 }],
  );
}

/**
 * What no plan of a film can beat wherever its seams go: each pane takes at least what its panels are worth by a function of
 * width of which no cross-section of a roll can hold more than its film costs (dual feasible functions; the identity gives
 * the area). The best of some such functions; with a solver the best mean of them and of more that are made for this film
 * (`boundByPrices`), which comes to the programme over all cross-sections and all places. Film on hand comes in with what it
 * can give. 0 where nothing can be said.
 */
export function boundOverPlaces(
  film: FilmForPlan,
  job: PlanJob,
  perMm: (supply: Supply) => number = ({ costPerMm }) => costPerMm,
  help: BoundHelp | null = null,
): number {
  const fixed = demandOf(film, job);
  const supplies = fixed.supplies.map((supply) => ({ ...supply, costPerMm: perMm(supply) }));
  const sold = supplies.filter(({ kind, costPerMm }) => kind === 'new' && costPerMm > 0);
  if (sold.length === 0) return 0;
  const rate = Math.min(...sold.map(({ costPerMm, widthMm }) => costPerMm / widthMm));
  const onHand = supplies.filter(({ kind }) => kind !== 'new');
  const divided = dividedPanes(film, { ...job, panes: fixed.kinds.map(({ pane }) => pane) }, supplies);
  /** Film that a copy takes at least, by what widths are worth. */
  const least = (kind: Kind, { of, ofTwo }: WidthPrice): number => {
    const free = divided.filter((each) => each.pane === kind.pane);
    const byWays = kind.ways.flatMap(({ parts: panels, supply }) => {
      const on = supply === null ? supplies : supplies.filter(({ index }) => index === supply);
      return on.map((each) =>
        panels.reduce((sum, part) => {
          const forms = (fixed.parts[part]?.forms ?? []).filter((form) => goesOn(form, each));
          return sum + Math.min(Infinity, ...forms.map((form) => of(each, form.acrossMm) * form.alongMm));
        }, 0),
      );
    });
    const byPlaces = free.map(
      ({ supply, togetherMm, alongMm, panels }) =>
        alongMm * ((panels - 2) * of(supply, supply.widthMm) + ofTwo(supply, togetherMm)),
    );
    const all = [...byWays, ...byPlaces].filter(Number.isFinite);
    return all.length > 0 ? Math.min(...all) : 0;
  };
  const panesOf = (): PaneWays[] =>
    fixed.kinds.map((kind) => ({
      copies: kind.copies.length,
      ways: kind.ways.flatMap(({ parts: panels, supply: only }) =>
        (only === null ? supplies : supplies.filter(({ index }) => index === only)).flatMap((supply) =>
          waysOff(supply, panels, fixed, rate),
        ),
      ),
      seams: divided
        .filter((each) => each.pane === kind.pane)
        .map(({ supply, togetherMm, alongMm, panels }) => ({
          ...{ supply, togetherMm, alongMm, fullPanels: panels - 2 },
          area: rate * alongMm * ((panels - 2) * supply.widthMm + togetherMm),
        })),
    }));
  const taken = (price: WidthPrice) =>
    fixed.kinds.reduce((sum, kind) => sum + kind.copies.length * least(kind, price), 0);
  const given = onHand.reduce(
    (sum, { widthMm, lengthMm, costPerMm }) => sum + Math.max(0, rate * widthMm - costPerMm) * lengthMm,
    0,
  );
  const byArea: WidthPrice = {
    of: (_supply, acrossMm) => rate * acrossMm,
    ofTwo: (_supply, togetherMm) => rate * togetherMm,
  };
  const area = taken(byArea) - given;
  if (onHand.length > 0) return Math.max(0, area);
  const ks = Array.from({ length: MOST_K }, (_, at) => at + 1);
  const bySteps = Math.max(0, area, ...ks.map((k) => taken(steppedPrice(k))));
  if (!help) return bySteps;
  const begin = [...ks.map(steppedOnGrid), ...(help.known ? [pricesOfParts(help.known, sold)] : [])];
  return Math.max(bySteps, boundByPrices(panesOf(), sold, begin, help.solver, help.shouldStop));
}
