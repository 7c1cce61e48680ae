import { DEFAULT_RULE_SETS } from '../rules/index.ts';
import { silverForTest } from '../testing/jobs.ts';
import { cureDays, cureOf, dayAt } from './index.ts';

const [rules] = DEFAULT_RULE_SETS;
const film = (thicknessUm: number, more: Partial<typeof silverForTest> = {}) => ({
  ...silverForTest,
  thicknessUm,
  ...more,
});

describe('how long a film cures', () => {
  test.each([
    [38, 30],
    [80, 30],
    [80.1, 45],
    [125, 45],
    [126, 90],
    [250, 90],
    [251, 130],
    [340, 130],
    [400, 150],
    [900, 150],
  ])('of %s µm: %i days, the last step holding for all above', (thicknessUm, days) => {
    expect(cureDays(film(thicknessUm), rules)).toEqual({ days, because: 'thickness' });
  });

  test('the maker’s word comes before the thickness, cling and dry film before both', () => {
    expect(cureDays(film(200, { cureDays: 14 }), rules)).toEqual({ days: 14, because: 'maker' });
    expect(cureDays(film(200, { cureDays: 14, hold: 'cling' }), rules)).toEqual({
      days: 1,
      because: 'cling',
    });
    expect(cureDays(film(200, { cureDays: 14, kind: 'perforated' }), rules)).toEqual({
      days: 1,
      because: 'hungDry',
    });
  });

  test('the day is counted from the day of the site, over months and leap days', () => {
    expect(cureOf(film(38), '2028-01-30', rules).on).toBe('2028-02-29');
    expect(cureOf(film(38), '2027-01-30', rules).on).toBe('2027-03-01');
    expect(dayAt('2026-05-04T03:00:00Z', 'America/New_York')).toBe('2026-05-03');
    expect(dayAt('2026-05-04T03:00:00Z', 'Asia/Tokyo')).toBe('2026-05-04');
    expect(dayAt('2026-05-03T23:30:00-04:00', 'America/New_York')).toBe('2026-05-03');
  });
});

test.each([
  [38, 'pressureSensitive', '2027-02-15', '2027-03-17'],
  [115, 'pressureSensitive', '2027-02-15', '2027-04-01'],
  [215, 'pressureSensitive', '2028-02-01', '2028-05-01'],
  [600, 'pressureSensitive', '2027-01-01', '2027-05-31'],
  [150, 'cling', '2027-12-31', '2028-01-01'],
] as const)('a %i µm film, %s, done on %s is dry on %s', (thicknessUm, hold, doneOn, on) => {
  expect(cureOf(film(thicknessUm, { hold }), doneOn, rules).on).toBe(on);
});
