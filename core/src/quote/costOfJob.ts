import Decimal from 'decimal.js';
import type { CutPlan, PlanJob } from '../cuts/index.ts';
import type { SoldBy } from '../film/index.ts';
import { kitFor, type FittingPlan, type PaneToFit, type UsedUp } from '../fitting/index.ts';
import type { DerivedJob, DerivedPane, Pricing } from '../job/index.ts';
import { decimalsOf, priceOf, type PriceCase, type PriceHouse, type PriceResult } from '../price/index.ts';
import type { PriceRules } from '../rules/index.ts';
import { durationOf, type Duration, type FittedTimes } from '../times/index.ts';
import { filmOfPlan } from './filmLines.ts';
import { accessOf, askOf, type AccessWay } from './paneTimes.ts';

/* What a job costs the shop and what it asks for it, from its plan, its panes and the house rules. */

/** A pane whose film is planned, with how long it takes whoever hangs it. */
export interface PaneWork {
  readonly pane: DerivedPane;
  readonly toFit: PaneToFit;
  readonly plan: FittingPlan;
  readonly duration: Duration;
  readonly access: AccessWay;
}

/** What the lines of a cost are called: by what they are for, with the figures behind them. */
export type CostLine =
  | {
      readonly code: 'film';
      readonly id: string;
      readonly filmName: string;
      readonly usedMm: number;
      readonly rollMm: number;
      readonly rolls: number;
      readonly soldBy: SoldBy;
    }
  | { readonly code: 'filmOnHand'; readonly id: string; readonly name: string; readonly metres: number }
  | { readonly code: 'hanging'; readonly id: string; readonly minutes: number; readonly panes: number }
  | {
      readonly code: 'setUp' | 'removal' | 'laterVisits' | 'fixing';
      readonly id: string;
      readonly minutes: number;
      readonly count: number;
    }
  | {
      readonly code: 'used';
      readonly id: string;
      readonly item: UsedUp | 'solution';
      readonly amount: number;
    }
  | { readonly code: 'hire'; readonly id: string; readonly way: AccessWay; readonly days: number }
  | { readonly code: 'disposal'; readonly id: string }
  | { readonly code: 'redo'; readonly id: string; readonly share: number }
  | { readonly code: 'extra'; readonly id: string; readonly name: string }
  | {
      readonly code: 'travel';
      readonly id: string;
      readonly trips: number;
      readonly km: number;
      readonly minutes: number;
    };

export interface CostOfJob {
  readonly lines: readonly CostLine[];
  readonly asked: PriceCase;
  readonly result: PriceResult;
  readonly panes: readonly PaneWork[];
  /** People that go, days of work, ways to the site. */
  readonly crew: number;
  readonly days: number;
  readonly trips: number;
  /** Profit if all panes take as long as one in ten does at the most, and at the least. */
  readonly risk: { readonly low: PriceResult; readonly high: PriceResult };
  readonly withoutPrice: readonly string[];
}

export interface CostAsked {
  readonly job: DerivedJob;
  readonly plan: CutPlan;
  readonly planJob: PlanJob;
  readonly times: FittedTimes;
  readonly pricing: Pricing;
  readonly currency: string;
  /** The tax of the shop, of the price without it. */
  readonly taxShare: number;
}

const UNIT_COSTS: Readonly<Record<UsedUp, keyof PriceRules['used']>> = {
  snapBlades: 'snapBladeCost',
  scraperBlades: 'scraperBladeCost',
  cloths: 'clothCost',
  dropSheets: 'dropSheetCost',
  maskingTape: 'tapeCost',
  sealant300: 'sealant300Cost',
  sealant600: 'sealant600Cost',
  sealantTips: 'sealantTipCost',
  edgeSealer: 'edgeSealerCost',
  wasteBags: 'wasteBagCost',
};

/** The house's school, in minor units. */
function houseOf(rules: PriceRules, minor: number): PriceHouse {
  const { by } = rules;
  const money = (amount: number) => new Decimal(amount).times(minor).toNumber();
  const share = {
    margin: rules.marginShare,
    markup: rules.markupShare,
    perArea: money(rules.squareMetreCost),
  }[by];
  return {
    by,
    share,
    minimum: money(rules.minimumCost),
    rounding: Math.round(money(rules.roundUpCost)),
    filmCharge: rules.filmCharge,
  };
}

/** The panes that the plan has film for, with their steps and times. */
function panesOf({ job, plan, times }: CostAsked): PaneWork[] {
  const planned = new Set(plan.pulls.flatMap(({ pieces }) => pieces.map(({ paneId }) => paneId)));
  return job.panes.flatMap((pane): PaneWork[] => {
    const { toFit, fittingPlan, rules } = pane;
    if (!toFit || !fittingPlan || !planned.has(pane.id)) return [];
    const duration = durationOf(times, askOf(pane.id, toFit, rules));
    return [{ pane, toFit, plan: fittingPlan, duration, access: accessOf(toFit, rules) }];
  });
}

interface Labour {
  readonly code: 'hanging' | 'setUp' | 'removal' | 'laterVisits' | 'fixing';
  readonly minutes: number;
  readonly count: number;
}

/** Days after the first on which somebody has to come again. */
const laterDays = (panes: readonly PaneWork[]) =>
  new Set(
    panes.flatMap(({ plan }) => plan.visits.flatMap(({ afterDays }) => (afterDays > 0 ? [afterDays] : []))),
  );

function labourOf(
  panes: readonly PaneWork[],
  { rules, records }: DerivedJob,
  pricing: Pricing,
  crew: number,
): Labour[] {
  const { price } = rules;
  const rooms = new Set(panes.map(({ pane }) => records.wall[pane.wallId]?.roomId)).size;
  const old = panes.filter(({ toFit }) => toFit.asked.pane.oldFilm);
  const oldM2 = old.reduce((sum, { toFit }) => sum + (toFit.glass.widthMm * toFit.glass.heightMm) / 1e6, 0);
  const fixing = panes.flatMap(({ pane }) =>
    pane.record.condition.flatMap(({ remedy, kind }) =>
      remedy?.kind === 'fix' && remedy.doneAt === null && kind !== 'oldFilm' ? [remedy.minutes] : [],
    ),
  );
  const later = laterDays(panes).size;
  const all: Labour[] = [
    {
      code: 'hanging',
      minutes: panes.reduce((sum, { duration, plan }) => sum + duration.minutes * plan.hands, 0),
      count: panes.length,
    },
    { code: 'setUp', minutes: rooms * price.setUpMinutes, count: rooms },
    {
      code: 'removal',
      minutes: oldM2 * (pricing.hardRemoval ? price.hardRemovalMinutes : price.removalMinutes),
      count: old.length,
    },
    { code: 'fixing', minutes: fixing.reduce((sum, each) => sum + each, 0), count: fixing.length },
    { code: 'laterVisits', minutes: later * price.laterVisitMinutes * crew, count: later },
  ];
  return all.filter(({ minutes }) => minutes > 0);
}

/** What a job costs, line by line, and its price; by the minutes that are expected. */
function reckoned(asked: CostAsked, panes: readonly PaneWork[]): Omit<CostOfJob, 'risk'> {
  const { job, plan, planJob, pricing, currency } = asked;
  const { rules } = job;
  const { price } = rules;
  const minor = 10 ** decimalsOf(currency);
  const money = (amount: number) => new Decimal(amount).times(minor).toNumber();
  const film = filmOfPlan(planJob, plan, minor);
  const crew = pricing.crew ?? Math.max(1, ...panes.map((each) => each.plan.hands));
  const labour = labourOf(panes, job, pricing, crew);
  const onDay = labour.reduce((sum, { code, minutes }) => sum + (code === 'laterVisits' ? 0 : minutes), 0);
  const days = panes.length > 0 ? Math.max(1, Math.ceil(onDay / (crew * price.workingHours * 60))) : 0;
  const later = laterDays(panes).size;
  const trips = pricing.trips ?? days + later;
  const kit = kitFor(
    panes.map(({ toFit, plan: steps }) => ({ toFit, plan: steps })),
    rules,
  );
  const used: readonly { item: UsedUp | 'solution'; amount: number; unitCost: number }[] = [
    ...(kit.solution.ml > 0
      ? [
          {
            item: 'solution' as const,
            amount: kit.solution.ml / 1000,
            unitCost: money(price.used.solutionCost),
          },
        ]
      : []),
    ...kit.lines.flatMap(({ kind, item, amount }) =>
      kind === 'usedUp'
        ? [{ item: item as UsedUp, amount, unitCost: money(price.used[UNIT_COSTS[item as UsedUp]]) }]
        : [],
    ),
  ];
  const hire = (['ladder', 'scaffold'] as const).flatMap((way) => {
    const cost = way === 'ladder' ? price.ladderHireCost : price.scaffoldHireCost;
    return cost > 0 && panes.some(({ access }) => access === way) ? [{ way, cost }] : [];
  });
  const hourly = money(price.hourlyCost);
  const items: { line: CostLine; item: PriceCase['items'][number] }[] = [
    ...film.onHand.map((item) => ({
      line: { code: 'filmOnHand' as const, id: item.id, name: item.name, metres: item.quantity },
      item,
    })),
    ...used.map(({ item, amount, unitCost }) => ({
      line: { code: 'used' as const, id: `used ${item}`, item, amount },
      item: { id: `used ${item}`, name: item, quantity: amount, unitCost },
    })),
    ...hire.map(({ way, cost }) => ({
      line: { code: 'hire' as const, id: `hire ${way}`, way, days },
      item: { id: `hire ${way}`, name: way, quantity: days, unitCost: money(cost) },
    })),
    ...(panes.length > 0 && price.disposalCost > 0
      ? [
          {
            line: { code: 'disposal' as const, id: 'disposal' },
            item: { id: 'disposal', name: 'disposal', quantity: 1, unitCost: money(price.disposalCost) },
          },
        ]
      : []),
    ...pricing.extras.map(({ id, name, cost }) => ({
      line: { code: 'extra' as const, id: `extra ${id}`, name },
      item: { id: `extra ${id}`, name, quantity: 1, unitCost: money(cost) },
    })),
  ];
  const base: PriceCase = {
    ...{ format: 'neat-sill/price-case', version: 1, id: 'job', currency },
    film: film.bought,
    labour: labour.map(({ code, minutes }) => ({ id: code, name: code, minutes, hourly })),
    items: items.map(({ item }) => item),
    travel:
      panes.length > 0 && (pricing.km > 0 || pricing.minutes > 0)
        ? {
            ...{ km: pricing.km, minutes: pricing.minutes, trips },
            ...{ perKm: money(price.kilometreCost), hourly: hourly * crew },
          }
        : null,
    house: houseOf(price, minor),
    discount: pricing.discount,
    tax: { share: asked.taxShare, shown: price.taxShown, roundedBy: price.taxRounded },
    depositShare: price.depositShare,
  };
  // What has to be done again costs its share of film and work.
  const costs = new Map(priceOf(base).lines.map(({ id, cost }) => [id, cost]));
  const again = [...base.film, ...base.labour].reduce((sum, { id }) => sum + (costs.get(id) ?? 0), 0);
  const redo = { id: 'redo', name: 'redo', quantity: price.redoShare, unitCost: again };
  const withRedo = price.redoShare > 0 && again > 0;
  const priced = withRedo ? { ...base, items: [...base.items, redo] } : base;
  const lines: CostLine[] = [
    ...film.bought.map(({ id, name, usedMm, rollMm, wholeRolls, soldBy }) => ({
      ...{ code: 'film' as const, id, filmName: name, usedMm, rollMm, rolls: wholeRolls, soldBy },
    })),
    ...labour.map(({ code, minutes, count }): CostLine =>
      code === 'hanging' ? { code, id: code, minutes, panes: count } : { code, id: code, minutes, count },
    ),
    ...items.map(({ line }) => line),
    ...(withRedo ? [{ code: 'redo' as const, id: 'redo', share: price.redoShare }] : []),
    ...(base.travel
      ? [{ code: 'travel' as const, id: 'travel', trips, km: pricing.km, minutes: pricing.minutes }]
      : []),
  ];
  return {
    ...{ lines, asked: priced, result: priceOf(priced), panes, crew, days, trips },
    withoutPrice: film.withoutPrice,
  };
}

/**
 * How far the sum of all panes lies from its middle when one job in ten is dearer, as a share of it: each pane scatters for
 * itself, what is not known of the rates holds for all of them.
 */
function together(panes: readonly PaneWork[], side: 'low' | 'high'): number {
  const middle = panes.reduce((sum, { duration, plan }) => sum + duration.minutes * plan.hands, 0);
  if (middle === 0) return 1;
  const off = panes.map(({ duration, plan }) => (duration[side] - duration.minutes) * plan.hands);
  const apart = Math.sqrt(off.reduce((sum, each) => sum + each ** 2, 0));
  const alike = Math.abs(off.reduce((sum, each) => sum + each, 0));
  // Half of the spread of the defaults is of the shop, half of the pane.
  const both = Math.sqrt(SHARED ** 2 * alike ** 2 + (1 - SHARED ** 2) * apart ** 2);
  return 1 + (side === 'low' ? -both : both) / middle;
}
/** The part of a pane's spread that is of the shop and not of the pane: the prior of the model (see times). */
const SHARED = 0.7;

const withMinutes = (result: Omit<CostOfJob, 'risk'>, times: number): PriceResult => {
  const { asked } = result;
  const labour = asked.labour.map((each) =>
    each.id === 'hanging' ? { ...each, minutes: each.minutes * times } : each,
  );
  const cost = priceOf({ ...asked, labour });
  // The price is made by what is expected; what it takes in the end only changes what is earned.
  const { price, discount, net, tax, gross, deposit } = result.result;
  const profit = net - cost.cost;
  return {
    ...{ ...cost, price, discount, net, tax, gross, deposit, profit },
    marginShare: net === 0 ? null : profit / net,
  };
};

/** The cost and the price of a job by its plan, with what is earned if panes take less or more than expected. */
export function costOfJob(asked: CostAsked): CostOfJob {
  const panes = panesOf(asked);
  const result = reckoned(asked, panes);
  return {
    ...result,
    risk: {
      low: withMinutes(result, together(panes, 'high')),
      high: withMinutes(result, together(panes, 'low')),
    },
  };
}
