import { DEFAULT_RULE_SETS, ruleSetSchema, rulesInInches } from './index.ts';
import { paneSizes } from '../survey/index.ts';
import { readingsForTest } from '../testing/index.ts';
import { formatLength } from '../units/index.ts';

const inch = (mm: number) => formatLength(mm, { unit: 'in' });

test.each(DEFAULT_RULE_SETS)(
  '$name in inches is a set of rules, and every length on a mark of the tape',
  (rules) => {
    const set = rulesInInches(rules);
    expect(ruleSetSchema.parse(set)).toEqual(set);
    const { cutting, survey, film } = set;
    for (const mm of [cutting.seamOverlapMm, cutting.minPanelMm, survey.defaultSillMm, survey.newWallWidthMm])
      expect((mm / 25.4) * 4).toBeCloseTo(Math.round((mm / 25.4) * 4), 6);
    expect(film.coldestC).toBe(rules.film.coldestC);
    // Rows of lists as well.
    expect(film.markings.map(({ heightMm }) => inch(heightMm))).toEqual(['6 in', '8 in']);
  },
);

test('what is 25 mm is an inch, 20 mm three quarters, 1.5 mm a sixteenth', () => {
  const { cutting, fitting } = rulesInInches(DEFAULT_RULE_SETS[0]);
  expect([inch(cutting.marginMm), inch(cutting.seamOverlapMm), inch(fitting.lightGapMm)]).toEqual([
    '1 in',
    '3/4 in',
    '1/16 in',
  ]);
});

test('a reading off an inch tape stays as it was read', () => {
  const { cutting } = rulesInInches(DEFAULT_RULE_SETS[0]);
  const readings = readingsForTest([819.15, 819.15, 819.15, 609.6, 609.6, 609.6]);
  const sizes = paneSizes(readings, cutting);
  expect([inch(sizes?.cutting.widthMm ?? 0), inch(sizes?.net.heightMm ?? 0)]).toEqual(['32 1/4 in', '24 in']);
});
