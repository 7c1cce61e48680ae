import { describeProfessional, describeSeen, describeWants, formatFadingSlowed } from './index.ts';

const NOTHING = { levels: {}, leastLight: null, mostShine: null };

/** Shares stand with their sign by a space that does not break. */
const said = (wants: Parameters<typeof describeWants>[0]) =>
  describeWants(wants)?.replaceAll('\u00a0', ' ') ?? null;

test('what a room wants reads as a sentence, musts first', () => {
  expect(said(NOTHING)).toBeNull();
  expect(said({ ...NOTHING, levels: { heat: 'nice', glare: 'nice', fading: 'must' } })).toBe(
    'Less fading (must), less heat, less glare',
  );
  expect(said({ levels: { heat: 'must' }, leastLight: 0.15, mostShine: 0.2 })).toBe(
    'Less heat (must); not darker than 15 %; not shinier outside than 20 %',
  );
  expect(said({ ...NOTHING, leastLight: 0.3 })).toBe('Not darker than 30 %');
});

test('who is seen is said in few words', () => {
  expect(describeSeen({ covers: true, privateByDay: false })).toBe('Nobody sees through it, day or night.');
  expect(describeSeen({ covers: false, privateByDay: true })).toMatch(/^By day not seen from the street;/);
  expect(describeSeen({ covers: false, privateByDay: false })).toBe('Seen from the street.');
});

test('fading is slowed, never stopped, and never rounded up', () => {
  expect(
    [0, 0.3199, 0.95, 0.951, 1].map((share) => formatFadingSlowed(share).replaceAll('\u00a0', ' ')),
  ).toEqual(['0 %', '31 %', '95 %', 'up to 95 %', 'up to 95 %']);
});

test('why to leave a pane to a professional has its figure', () => {
  expect(describeProfessional({ code: 'height', topMm: 2750, over: 'floor' }, 'mm')).toBe(
    'the top of the glass is 2750 mm over the floor',
  );
  expect(describeProfessional({ code: 'size', areaM2: 2.43 }, 'mm').replaceAll('\u00a0', ' ')).toMatch(
    /^2\.43? m²/,
  );
  const heat = (['ask', 'no'] as const).map((verdict) =>
    describeProfessional({ code: 'heat', verdict }, 'mm'),
  );
  expect(heat[0]).toMatch(/film maker/);
  expect(heat[1]).toMatch(/crack/);
});
