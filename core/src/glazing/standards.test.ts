import { clear3, clear6, glazingOf, neutral35 } from '../testing/glazings.ts';
import { filmedPanes, glazingOptics, type Gap, type Glazing } from './glazing.ts';
import { heatFigures } from './standards.ts';

/* EN 673 and EN 410 by hand: series resistances, the 15 K of the gaps shared by bisection instead of rounds. */

/** EN 673 table 1 at 10 °C: density, viscosity, conductivity, heat. */
const GAS: Record<Gap['gas'], readonly [number, number, number, number]> = {
  air: [1.232, 1.761e-5, 0.02496, 1008],
  argon: [1.699, 2.164e-5, 0.01684, 519],
  krypton: [3.56, 2.4e-5, 0.009, 245],
};

function conductanceOf(
  { widthMm, gas, share }: Gap,
  emissivities: readonly [number, number],
  kelvin: number,
) {
  const part = gas === 'air' ? 1 : share;
  const mixed = GAS[gas].map((value, at) => part * value + (1 - part) * (GAS.air[at] ?? 0));
  const [density = 0, viscosity = 0, conductivity = 0, heat = 0] = mixed;
  const s = widthMm / 1000;
  const grashof = (9.81 * s * s * s * kelvin * density * density) / (283 * viscosity * viscosity);
  const convection = 0.035 * Math.pow((grashof * viscosity * heat) / conductivity, 0.38);
  const radiation = 4 * 5.670374e-8 * 283 ** 3 * (1 / (1 / emissivities[0] + 1 / emissivities[1] - 1));
  return Math.max(1, convection) * (conductivity / s) + radiation;
}

/** The gaps of a unit of two or three panes, carrying the same heat with 15 K over all of them. */
function gapsOf({ panes, gaps }: Glazing): number[] {
  const all = filmedPanes({ panes, films: [] });
  const of = (at: number, kelvin: number) => {
    const [gap, pane, next] = [gaps[at], all[at], all[at + 1]];
    if (!gap || !pane || !next) throw new Error('no gap');
    return conductanceOf(gap, [pane.emissivityIn, next.emissivityOut], kelvin);
  };
  if (gaps.length < 2) return gaps.map((_, at) => of(at, 15));
  let [low, high] = [0, 15];
  for (let round = 0; round < 60; round += 1) {
    const first = (low + high) / 2;
    if (of(0, first) * first < of(1, 15 - first) * (15 - first)) low = first;
    else high = first;
  }
  return [of(0, low), of(1, 15 - low)];
}

const gap = (widthMm: number, gas: Gap['gas'], share = 1): Gap => ({ widthMm, gas, share });
const lowE = { ...clear6, emissivityOut: 0.04 };
const cases: readonly (readonly [string, Glazing])[] = [
  ['single', glazingOf([clear6])],
  ['poorly conducting', glazingOf([{ ...clear6, conductivityWmK: 0.2 }])],
  ['double, air', glazingOf([clear6, clear3], [], gap(16, 'air'))],
  ['double, a gap too narrow to flow', glazingOf([clear6, clear6], [], gap(4, 'air'))],
  ['double, argon, coated', glazingOf([clear6, lowE], [], gap(16, 'argon', 0.9))],
  ['double, krypton, coated', glazingOf([clear6, lowE], [], gap(10, 'krypton', 0.92))],
  [
    'triple, two gaps',
    { panes: [clear3, clear6, lowE], gaps: [gap(6, 'air'), gap(16, 'argon', 0.9)], films: [] },
  ],
];

test.each(cases)('EN 673 and EN 410: %s', (_, glazing) => {
  const conductances = gapsOf(glazing);
  const { panes } = glazing;
  const own = panes.map(({ thicknessMm, conductivityWmK }) => thicknessMm / 1000 / conductivityWmK);
  const indoors = 1 / (3.6 + (4.1 * (panes.at(-1)?.emissivityIn ?? 0)) / 0.837);
  const sum = (list: readonly number[]) => list.reduce((all, each) => all + each, 0);
  const whole = 1 / 25 + sum(own) + sum(conductances.map((each) => 1 / each)) + indoors;
  const { absorbed, t } = glazingOptics(glazing, 'solar');
  // Each pane's heat goes in by what lies between its middle and outdoors.
  const inward = absorbed.map((share, at) => {
    const before = 1 / 25 + sum(own.slice(0, at)) + sum(conductances.slice(0, at).map((each) => 1 / each));
    return (share * (before + (own[at] ?? 0) / 2)) / whole;
  });
  const figures = heatFigures(glazing, 'en');
  expect(figures.uValue).toBeCloseTo(1 / whole, 6);
  expect(figures.shgc).toBeCloseTo(t + sum(inward), 6);
});

test('a film on the room side counts with its own emissivity', () => {
  const filmed = heatFigures(glazingOf([clear6], [{ ...neutral35, emissivity: 0.2 }]), 'en');
  expect(1 / filmed.uValue).toBeCloseTo(1 / 25 + 0.0057 + 1 / (3.6 + (4.1 * 0.2) / 0.837), 6);
});
