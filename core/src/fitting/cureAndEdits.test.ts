import { DEFAULT_RULE_SETS } from '../rules/index.ts';
import { silverForTest } from '../testing/jobs.ts';
import {
  FITTING_STEPS,
  NO_FITTING,
  cureDays,
  cureOf,
  dayAt,
  faultFixed,
  fittingChange,
  noteFault,
  stepNow,
  tickStep,
  untickStep,
} from './index.ts';

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

describe('what a fitter does', () => {
  const NOW = '2026-05-04T15:00:00Z';
  const fault = { id: 'f', kind: 'speck', x: 0.2, y: 0.8, note: '', notedAt: NOW } as const;

  test('ticking all steps makes a pane done, at the moment of the last', () => {
    let fitting = NO_FITTING;
    for (const [at, step] of FITTING_STEPS.entries()) {
      expect(fitting.doneAt).toBeNull();
      expect(stepNow(fitting, FITTING_STEPS)).toBe(step);
      fitting = tickStep(fitting, step, FITTING_STEPS, `2026-05-04T15:${String(at).padStart(2, '0')}:00Z`);
    }
    expect(fitting.doneAt).toBe('2026-05-04T15:10:00Z');
    expect(Object.keys(fitting.ticks)).toHaveLength(FITTING_STEPS.length);
    expect(stepNow(fitting, FITTING_STEPS)).toBe('inspect');
  });

  test('steps may be ticked in any order; what is left out is left out', () => {
    const two = ['hang', 'trim'] as const;
    const begun = tickStep(NO_FITTING, 'trim', two, NOW);
    expect(begun.doneAt).toBeNull();
    expect(stepNow(begun, two)).toBe('hang');
    expect(tickStep(begun, 'hang', two, NOW).doneAt).toBe(NOW);
    expect(stepNow(NO_FITTING, [])).toBe('inspect');
  });

  test('going back takes one tick away, and the pane is done no more', () => {
    const done = tickStep(tickStep(NO_FITTING, 'hang', ['hang', 'trim'], NOW), 'trim', ['hang', 'trim'], NOW);
    const back = untickStep(done, 'trim');
    expect(back).toEqual({ ticks: { hang: NOW }, faults: [], doneAt: null });
    expect(done.ticks).toHaveProperty('trim');
  });

  test('a fault is noted and fixed without touching others', () => {
    const two = noteFault(noteFault(NO_FITTING, fault), { ...fault, id: 'g' });
    expect(two.faults.map(({ id }) => id)).toEqual(['f', 'g']);
    expect(faultFixed(two, 'f').faults.map(({ id }) => id)).toEqual(['g']);
    expect(faultFixed(two, 'none')).toEqual(two);
  });

  test('the record is made when it is first needed', () => {
    const made = fittingChange({ fitting: {} }, 'p1', (before) => noteFault(before, fault));
    expect(made).toEqual({
      kind: 'fitting',
      id: 'p1',
      before: null,
      after: { ...NO_FITTING, faults: [fault] },
    });
    const again = fittingChange({ fitting: { p1: made.after ?? NO_FITTING } }, 'p1', (before) =>
      faultFixed(before, 'f'),
    );
    expect(again.before).toEqual(made.after);
    expect(again.after).toEqual(NO_FITTING);
  });
});
