import { seededRandom } from '../units/index.ts';
import { USUAL_PROBES, standInDetector, standInMeter } from './index.ts';

const answers = <Measured>(ask: (random: () => number) => Measured): Measured[] => {
  const random = seededRandom(4);
  return Array.from({ length: 2000 }, () => ask(random));
};
const told = <Measured>(
  all: readonly ({ kind: 'measured'; measured: Measured } | { kind: 'lost' })[],
): Measured[] => all.flatMap((each) => (each.kind === 'measured' ? [each.measured] : []));

test('the detector counts panes right, reads thickness within its noise, and sometimes overlooks a coating', () => {
  const real = { panes: 2, thicknessMm: 8, coatedFace: 3 } as const;
  const all = answers((random) => standInDetector(real, USUAL_PROBES, random));
  const readings = told(all);
  expect(readings.every(({ panes }) => panes === 2)).toBe(true);
  for (const { thicknessMm } of readings) expect(Math.abs((thicknessMm ?? 0) - 8)).toBeLessThanOrEqual(0.25);
  const overlooked = readings.filter(({ coatedFace }) => coatedFace === null).length / readings.length;
  expect(overlooked).toBeGreaterThan(0.01);
  expect(overlooked).toBeLessThan(0.06);
  const lost = 1 - readings.length / all.length;
  expect(lost).toBeGreaterThan(0.03);
  expect(lost).toBeLessThan(0.09);
});

test('where there is no coating the detector finds none, and the meter never leaves what can be', () => {
  const plain = { panes: 1, thicknessMm: 4, coatedFace: null } as const;
  expect(
    told(answers((random) => standInDetector(plain, USUAL_PROBES, random))).every(
      ({ coatedFace }) => coatedFace === null,
    ),
  ).toBe(true);
  const readings = told(
    answers((random) => standInMeter({ light: 0.9, solar: 0.5, uv: 0 }, USUAL_PROBES, random)),
  );
  for (const { light, uv } of readings) {
    expect(Math.abs(light - 0.9)).toBeLessThanOrEqual(0.0105);
    expect(uv).toBeGreaterThanOrEqual(0);
  }
});
