import type { FilmForPlan, PlanJob } from '../format/planJob.ts';
import { demandOf, goesOn, type Demand, type Supply } from '../cost/demand.ts';
import type { LinearSolver } from '../cost/linearSolver.ts';
import { boundByPrices, worthOfPanes, type CutWay, type PaneWays } from './combinedPrices.ts';
import { dividedPanes } from './divided.ts';
import { pricesFilledBy, stepsOf, stepsOfRoll, type WidthPrices } from './widthPrices.ts';

/** Shares of a width that at most k beside each other can have: floors of (k + 1) x over k (Fekete and Schepers 2001). */
const dualFeasible = (k: number, share: number): number => {
  const scaled = (k + 1) * share;
  const near = Math.round(scaled);
  return Math.abs(scaled - near) < 1e-9 ? share : Math.floor(scaled) / k;
};
const MOST_K = 12;

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

const stepped =
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
  const sold = supplies.filter(({ kind }) => kind === 'new');
  // Off a roll that counts nothing all may come.
  if (sold.length === 0 || sold.some(({ costPerMm }) => costPerMm <= 0)) return 0;
  const rate = Math.min(...sold.map(({ costPerMm, widthMm }) => costPerMm / widthMm));
  const onHand = supplies.filter(({ kind }) => kind !== 'new');
  const divided = dividedPanes(film, { ...job, panes: fixed.kinds.map(({ pane }) => pane) }, supplies);
  const panes = fixed.kinds.map((kind): PaneWays => ({
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
  const given = onHand.reduce(
    (sum, { widthMm, lengthMm, costPerMm }) => sum + Math.max(0, rate * widthMm - costPerMm) * lengthMm,
    0,
  );
  const nothing = (supply: Supply) => new Float64Array(stepsOfRoll(supply) + 1);
  const area = worthOfPanes(panes, nothing, 1) - given;
  if (onHand.length > 0) return Math.max(0, area);
  const ks = Array.from({ length: MOST_K }, (_, at) => at + 1);
  const bySteps = Math.max(0, area, ...ks.map((k) => worthOfPanes(panes, stepped(k))));
  if (!help) return bySteps;
  const begin = [...ks.map(stepped), ...(help.known ? [pricesOfParts(help.known, sold)] : [])];
  return Math.max(bySteps, boundByPrices(panes, sold, begin, help.solver, help.shouldStop));
}
