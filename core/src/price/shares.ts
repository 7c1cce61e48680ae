import Decimal from 'decimal.js';

/* Whole minor units out of exact sums. Decimal.js reckons in decimals, so that 0.1 of 3 is 0.3. */

/** Half a minor unit goes up. */
export const rounded = (value: Decimal): number => value.toDecimalPlaces(0, Decimal.ROUND_HALF_UP).toNumber();

/** Rounds each part; what the parts lack of `total` or have too much goes to the largest as rounded, the first of equals. */
export function roundedTo(parts: readonly Decimal[], total: number): number[] {
  const whole = parts.map(rounded);
  const rest = total - whole.reduce((sum, each) => sum + each, 0);
  const largest = whole.indexOf(Math.max(...whole));
  return whole.map((each, at) => (at === largest ? each + rest : each));
}

/** Shares a whole amount by weights that are not all 0. */
export function sharedBy(amount: number, weights: readonly number[]): number[] {
  const sum = Decimal.sum(0, ...weights);
  return roundedTo(
    weights.map((weight) => new Decimal(amount).times(weight).dividedBy(sum)),
    amount,
  );
}
