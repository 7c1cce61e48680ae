import { gasProperties, type Gas } from './gas.ts';
import { KELVIN, gapConvection } from './heatFlow.ts';

/* Gases against the tables of EN 673:2011 (table 1), and the convection of a gap against its own physics. */

const within = (value: number, wanted: number, share: number) => {
  expect(value).toBeGreaterThan(wanted * (1 - share));
  expect(value).toBeLessThan(wanted * (1 + share));
};

describe('a gas at 10 °C', () => {
  test.each<[Gas, number, number, number, number]>([
    ['air', 2.496e-2, 1.761e-5, 1.232, 1008],
    ['argon', 1.684e-2, 2.164e-5, 1.699, 519],
    ['krypton', 0.9e-2, 2.4e-5, 3.56, 245],
  ])('%s conducts, flows, weighs and warms as the table says', (gas, conducts, viscous, weighs, warms) => {
    const found = gasProperties({ gas, share: 1 }, KELVIN + 10);
    within(found.conductivityWmK, conducts, 0.025);
    within(found.viscosityPaS, viscous, 0.03);
    within(found.densityKgM3, weighs, 0.015);
    within(found.heatJkgK, warms, 0.015);
  });

  test('warmer, it conducts and resists more and weighs less', () => {
    for (const gas of ['air', 'argon', 'krypton'] as const) {
      const [cold, warm] = [-20, 40].map((celsius) => gasProperties({ gas, share: 1 }, KELVIN + celsius));
      expect(warm?.conductivityWmK).toBeGreaterThan(cold?.conductivityWmK ?? Infinity);
      expect(warm?.viscosityPaS).toBeGreaterThan(cold?.viscosityPaS ?? Infinity);
      expect(warm?.densityKgM3).toBeLessThan(cold?.densityKgM3 ?? 0);
    }
  });
});

describe('a fill that is not pure', () => {
  const at = (gas: Gas, share: number) => gasProperties({ gas, share }, KELVIN + 10);

  test('lies between its parts, nearer to the one there is more of', () => {
    const [air, most, half, pure] = [at('air', 1), at('argon', 0.9), at('argon', 0.5), at('argon', 1)];
    expect(pure.conductivityWmK).toBeLessThan(most.conductivityWmK);
    expect(most.conductivityWmK).toBeLessThan(half.conductivityWmK);
    expect(half.conductivityWmK).toBeLessThan(air.conductivityWmK);
    // Nine parts of argon: 17.5 mW/mK (EN 673 adds by volume: 0.9 × 16.84 + 0.1 × 24.96).
    within(most.conductivityWmK, 0.01765, 0.02);
    within(most.densityKgM3, 0.9 * 1.699 + 0.1 * 1.232, 0.02);
    // By mass, not by volume: argon is the heavier.
    within(most.heatJkgK, (0.9 * 39.948 * 519 + 0.1 * 28.97 * 1008) / (0.9 * 39.948 + 0.1 * 28.97), 0.01);
  });

  test('of share nothing is air', () => {
    expect(at('krypton', 0)).toEqual(at('air', 1));
  });
});

describe('the convection of a gap', () => {
  const nusselt = (widthMm: number, warmC: number, coldC: number, heightM = 1, gas: Gas = 'air') => {
    const gap = { widthMm, gas, share: 1 };
    const mean = KELVIN + (warmC + coldC) / 2;
    const still = gasProperties(gap, mean).conductivityWmK / (widthMm / 1000);
    return gapConvection(gap, KELVIN + warmC, KELVIN + coldC, heightM) / still;
  };

  test('a narrow gap only conducts', () => {
    expect(nusselt(6, 15, 5)).toBeCloseTo(1, 2);
    expect(gapConvection({ widthMm: 12, gas: 'air', share: 1 }, KELVIN + 12.5, KELVIN - 2.5, 1)).toBeCloseTo(
      2.04,
      1,
    );
  });

  test('grows with width and difference, and is the same whichever side is warm', () => {
    const byWidth = [12, 16, 20, 30, 50].map((widthMm) => nusselt(widthMm, 20, 0));
    expect([...byWidth].sort((a, b) => a - b)).toEqual(byWidth);
    const byDifference = [5, 10, 20, 40].map((kelvin) => nusselt(20, 10 + kelvin / 2, 10 - kelvin / 2));
    expect([...byDifference].sort((a, b) => a - b)).toEqual(byDifference);
    expect(nusselt(20, 0, 20)).toBeCloseTo(nusselt(20, 20, 0), 9);
  });

  test('goes on without a leap from one law to the next', () => {
    // Rayleigh numbers from a few thousand to beyond 5 · 10⁴: two laws meet at 10⁴ and two at 5 · 10⁴.
    const widths = Array.from({ length: 160 }, (_, at) => 12 + at * 0.2);
    const numbers = widths.map((widthMm) => nusselt(widthMm, 20, 0, 3));
    numbers.slice(1).forEach((number, at) => {
      const before = numbers[at] ?? number;
      expect(number / before).toBeGreaterThan(0.99);
      expect(number / before).toBeLessThan(1.03);
    });
    expect(numbers.at(-1)).toBeGreaterThan(2.3);
    expect(numbers.at(-1)).toBeLessThan(4.5);
  });

  test('a heavy gas moves sooner than a light one', () => {
    expect(nusselt(16, 20, 0, 1, 'krypton')).toBeGreaterThan(nusselt(16, 20, 0, 1, 'argon'));
    expect(nusselt(16, 20, 0, 1, 'argon')).toBeGreaterThan(nusselt(16, 20, 0, 1, 'air'));
  });

  test('in a low gap the air turns sooner than in a tall one', () => {
    expect(nusselt(20, 20, 0, 0.3)).toBeGreaterThan(nusselt(20, 20, 0, 2));
  });
});
