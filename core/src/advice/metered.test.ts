import { silverForTest } from '../testing/jobs.ts';
import { meterVerdict, throughPane, type Through } from './index.ts';

const pane = { glass: 'double', glassMm: null } as const;
const computed = { before: throughPane(pane, null), after: throughPane(pane, silverForTest) };
const scaled = ({ light, solar, uv }: Through, by: number): Through => ({
  light: light * by,
  solar: solar * by,
  uv: uv * by,
});
const verdict = (before: Through, after: Through) => meterVerdict({ before, after }, computed, 0.05);

test('film takes light, heat and UV away', () => {
  for (const band of ['light', 'solar', 'uv'] as const) {
    expect(computed.after[band]).toBeLessThan(computed.before[band]);
    expect(computed.before[band]).toBeLessThanOrEqual(1);
  }
});

test('what is read within the tolerance is as computed', () => {
  expect(verdict(computed.before, computed.after)).toBe('asComputed');
  const near = (through: Through, off: number): Through => ({ ...through, light: through.light + off });
  expect(verdict(near(computed.before, 0.049), near(computed.after, -0.049))).toBe('asComputed');
  expect(verdict(computed.before, near(computed.after, 0.051))).toBe('film');
});

test('glass as entered and other figures after: another film hangs there', () => {
  expect(verdict(computed.before, scaled(computed.after, 2))).toBe('film');
});

test('all readings off by one factor: the meter is out', () => {
  expect(verdict(scaled(computed.before, 0.8), scaled(computed.after, 0.8))).toBe('meter');
});

test('off before the film as well, the film taking its share: another glass', () => {
  const tinted = throughPane({ glass: 'tintedDouble', glassMm: null }, null);
  const filmed = throughPane({ glass: 'tintedDouble', glassMm: null }, silverForTest);
  expect(verdict(tinted, filmed)).toBe('glass');
});

test('both at once are put on the film, which can be looked at', () => {
  const tinted = throughPane({ glass: 'tintedDouble', glassMm: null }, null);
  expect(verdict(tinted, tinted)).toBe('film');
});
