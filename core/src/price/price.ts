import Decimal from 'decimal.js';
import { TRAVEL_ID, type PriceCase, type PriceResult, type PriceWarning } from './priceCase.ts';
import { rounded, roundedTo, sharedBy } from './shares.ts';

interface ExactLine {
  readonly id: string;
  readonly cost: Decimal;
}

const D = (value: number) => new Decimal(value);

/** Film by the length used, or by the rolls bought less what their rests are worth. */
function filmCost(
  { usedMm, rollMm, rollPrice, wholeRolls, leftoverWorthShare }: PriceCase['film'][number],
  charge: PriceCase['house']['filmCharge'],
): Decimal {
  const perMm = D(rollPrice).dividedBy(rollMm);
  if (charge === 'used') return perMm.times(usedMm);
  const unused = Decimal.max(0, D(wholeRolls).times(rollMm).minus(usedMm));
  return D(wholeRolls).times(rollPrice).minus(unused.times(perMm).times(leftoverWorthShare));
}

function exactLines({ film, labour, items, travel, house }: PriceCase): ExactLine[] {
  return [
    ...film.map((each) => ({ id: each.id, cost: filmCost(each, house.filmCharge) })),
    ...labour.map(({ id, minutes, hourly }) => ({ id, cost: D(minutes).times(hourly).dividedBy(60) })),
    ...items.map(({ id, quantity, unitCost }) => ({ id, cost: D(quantity).times(unitCost) })),
    ...(travel
      ? [
          {
            id: TRAVEL_ID,
            cost: D(travel.km)
              .times(travel.perKm)
              .plus(D(travel.minutes).times(travel.hourly).dividedBy(60))
              .times(travel.trips),
          },
        ]
      : []),
  ];
}

/** What the house asks for a cost, before minimum and rounding. */
function askedFor(cost: number, { house, film }: PriceCase): Decimal {
  switch (house.by) {
    case 'markup':
      return D(cost).times(D(1).plus(house.share));
    case 'margin':
      return D(cost).dividedBy(D(1).minus(house.share));
    case 'perArea':
      return Decimal.sum(0, ...film.map(({ netAreaM2 }) => netAreaM2)).times(house.share);
  }
}

/** Up to the next multiple; to a minor unit, half up, where the house names none. */
function roundedUp(value: Decimal, step: number): number {
  return step > 0 ? rounded(value.dividedBy(step).ceil().times(step)) : rounded(value);
}

/** The tax in or on an amount. */
function taxOf(amount: number, { share, shown }: NonNullable<PriceCase['tax']>): Decimal {
  const on = D(amount).times(share);
  return shown === 'added' ? on : on.dividedBy(D(1).plus(share));
}

function taxFor(left: number, lineCosts: readonly number[], tax: PriceCase['tax']): number {
  if (!tax) return 0;
  const hasCost = lineCosts.some((cost) => cost > 0);
  if (tax.roundedBy === 'total' || !hasCost) return rounded(taxOf(left, tax));
  return sharedBy(left, lineCosts).reduce((sum, part) => sum + rounded(taxOf(part, tax)), 0);
}

/**
 * What a job costs and what is asked for it: lines, cost, price by the house's school with minimum and rounding, discount,
 * tax, deposit, profit. All results are whole minor units, rounded half up, lines adding up to their totals exactly
 * (docs/formats, price).
 */
export function priceOf(asked: PriceCase): PriceResult {
  const exact = exactLines(asked);
  const cost = rounded(Decimal.sum(0, ...exact.map((line) => line.cost)));
  const costs = roundedTo(
    exact.map((line) => line.cost),
    cost,
  );
  const { house, tax } = asked;
  const price = roundedUp(Decimal.max(askedFor(cost, asked), house.minimum), house.rounding);
  const discount = rounded(D(price).times(asked.discount?.share ?? 0));
  const left = price - discount;
  const taxAmount = taxFor(left, costs, tax);
  const isIncluded = tax?.shown === 'included';
  const net = isIncluded ? left - taxAmount : left;
  const gross = isIncluded ? left : left + taxAmount;
  const profit = net - cost;
  const marginShare = net === 0 ? null : D(profit).dividedBy(net).toNumber();
  const warnings: PriceWarning[] = [
    ...(profit < 0 ? (['belowCost'] as const) : []),
    ...(left < house.minimum ? (['belowMinimum'] as const) : []),
    ...(house.by === 'margin' && marginShare !== null && D(profit).lessThan(D(net).times(house.share))
      ? (['marginUnder'] as const)
      : []),
  ];
  return {
    format: 'neat-sill/price-result',
    version: 1,
    id: asked.id,
    currency: asked.currency,
    lines: exact.map(({ id }, at) => ({ id, cost: costs[at] ?? 0 })),
    ...{ cost, price, discount, net, tax: taxAmount, gross },
    deposit: rounded(D(gross).times(asked.depositShare)),
    ...{ profit, marginShare, warnings },
  };
}
