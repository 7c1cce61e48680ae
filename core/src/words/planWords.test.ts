import { describePlan, type PlanVerdict } from './planWords.ts';

const plan: PlanVerdict = { pieces: 9, pulls: 3, lengthMm: 14_500, cost: '€186.00', atMostCheaper: 0.031 };
/** Numbers stand with their units by a space that does not break. */
const said = (changes: Partial<PlanVerdict> = {}) =>
  describePlan({ ...plan, ...changes }, 'mm').replaceAll('\u00a0', ' ');

test('a plan is told in one line, with how much cheaper another could be', () => {
  expect(said()).toBe('9 pieces in 3 pulls, 14.5 m, €186.00; could be at most 3.1 % cheaper');
  expect(said({ pieces: 1, pulls: 1 })).toMatch(/^1 piece in 1 pull, /);
});

test('what is not proven is said so, and what is as cheap as can be', () => {
  expect(said({ atMostCheaper: null })).toBe('9 pieces in 3 pulls, 14.5 m, €186.00; not optimised yet');
  expect(said({ atMostCheaper: 0.0004 })).toMatch(/; no plan is cheaper$/);
  expect(said({ atMostCheaper: 0.0005 })).toMatch(/at most 0\.1 % cheaper$/);
  expect(said({ atMostCheaper: 0.21 })).toMatch(/at most 21 % cheaper$/);
  expect(said({ atMostCheaper: 0.5 })).toMatch(/at most 50 % cheaper$/);
  expect(said({ atMostCheaper: 0.51 })).toMatch(/not optimised yet$/);
  expect(said({ cost: null, atMostCheaper: 0.099 })).toBe(
    '9 pieces in 3 pulls, 14.5 m; could be at most 9.9 % cheaper',
  );
});
