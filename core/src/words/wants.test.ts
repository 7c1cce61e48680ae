import { describeSeen, describeWants } from './index.ts';

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
  expect(describeSeen({ covers: true, hidesByDay: 0 })).toBe('Nobody sees through it, day or night.');
  expect(describeSeen({ covers: false, hidesByDay: 1 })).toMatch(/^By day not seen from the street;/);
  expect(describeSeen({ covers: false, hidesByDay: 0 })).toBe('Seen from the street.');
});
