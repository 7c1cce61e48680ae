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

describe('with figures set by hand', () => {
  const all = (light: number, solar: number, uv: number): Through => ({ light, solar, uv });
  const should = { before: all(0.75, 0.75, 0.5), after: all(0.375, 0.25, 0) };
  const says = (before: Through, after: Through) => meterVerdict({ before, after }, should, 0.0625);

  test('at the very tolerance it is as computed, in each band', () => {
    expect(says(all(0.8125, 0.75, 0.5), all(0.375, 0.3125, 0.0625))).toBe('asComputed');
    for (const after of [all(0.44, 0.25, 0), all(0.375, 0.32, 0), all(0.375, 0.25, 0.07)])
      expect(says(should.before, after)).toBe('film');
  });

  test('what hardly comes through says nothing of a factor: the meter may be out although UV is nothing', () => {
    expect(says(all(0.6, 0.6, 0.4), all(0.3, 0.2, 0))).toBe('meter');
    expect(says(all(0.6, 0.6, 0.4), all(0.3, 0.2, 0.05))).toBe('meter');
  });

  test('another glass behind the right film: each band has lost the share it should', () => {
    expect(says(all(0.5, 0.25, 0.5), all(0.25, 0.0833, 0))).toBe('glass');
    // A band of which nothing came through before says nothing of the film.
    expect(says(all(0.5, 0.25, 0.0625), all(0.25, 0.0833, 0.0625))).toBe('glass');
    expect(says(all(0.5, 0.25, 0.5), all(0.25, 0.0833, 0.25))).toBe('film');
  });
});
