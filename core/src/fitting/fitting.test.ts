import { silverForTest } from '../testing/jobs.ts';
import { DEFAULT_RULE_SETS } from '../rules/index.ts';
import { stepWords } from '../words/index.ts';
import { FITTING_STEPS, cureOf, fittingFigures, stepsFor, type PaneToFit } from './index.ts';

const [margin, edgeFirst, bench] = DEFAULT_RULE_SETS;
const pane: PaneToFit = {
  label: '4',
  glass: { widthMm: 960, heightMm: 1325 },
  glassKind: 'double',
  handle: 'right',
  topOverFloorMm: 1900,
  film: silverForTest,
  panels: 1,
  seams: [],
  factoryEdge: 'left',
};
if (!edgeFirst || !bench) throw new Error('three schools');

test('a pane above 1 m² wants two pairs of hands, and so does one above reach or a heavy film', () => {
  expect(fittingFigures(pane, margin)).toMatchObject({ hands: 2, handsBecause: ['size'], lightGapMm: 1.5 });
  const small = { ...pane, glass: { widthMm: 500, heightMm: 900 } };
  expect(fittingFigures(small, margin)).toMatchObject({ hands: 1, handsBecause: [] });
  expect(fittingFigures({ ...small, topOverFloorMm: 2400 }, margin).handsBecause).toEqual(['height']);
  expect(fittingFigures({ ...small, film: { ...silverForTest, thicknessUm: 215 } }, margin)).toMatchObject({
    handsBecause: ['heavyFilm'],
    lightGapMm: 3,
  });
});

test('solution and soap go by the area', () => {
  const figures = fittingFigures(pane, margin);
  expect(figures.solutionLitres).toBeCloseTo(0.96 * 1.325 * 0.35, 6);
  expect(figures.soapDrops).toBe(9);
});

test('the side on the factory edge is not trimmed, and a bench-cut piece nowhere', () => {
  expect(fittingFigures(pane, edgeFirst).trimmedSides).toEqual(['top', 'right', 'bottom']);
  expect(stepsFor(pane, edgeFirst)).toEqual([...FITTING_STEPS]);
  expect(stepsFor(pane, bench)).not.toContain('trim');
  expect(stepsFor({ ...pane, film: { ...silverForTest, kind: 'perforated' } }, margin)).not.toContain('wet');
});

test.each([
  [38, 'pressureSensitive', '2027-02-15', '2027-03-17'],
  [115, 'pressureSensitive', '2027-02-15', '2027-04-01'],
  [215, 'pressureSensitive', '2028-02-01', '2028-05-01'],
  [600, 'pressureSensitive', '2027-01-01', '2027-05-31'],
  [150, 'cling', '2027-12-31', '2028-01-01'],
] as const)('a %i µm film, %s, done on %s is dry on %s', (thicknessUm, hold, doneOn, on) => {
  expect(cureOf({ ...silverForTest, thicknessUm, hold }, doneOn, margin).on).toBe(on);
});

test('the steps speak with the numbers of the pane, in the person’s unit', () => {
  const figures = fittingFigures(pane, edgeFirst);
  const text = (step: (typeof FITTING_STEPS)[number], unit: 'mm' | 'in') =>
    stepWords(step, pane, figures, edgeFirst, unit).text;
  expect(text('prepare', 'mm')).toContain('Pane 4, 960 mm × 1325 mm. Two of you, for its size. Mix 450 ml');
  expect(text('anchor', 'mm')).toContain('still shows a 1.5 mm gap');
  expect(text('trim', 'in')).toContain('Leave a 1/16 in gap at the top, right and bottom.');
  for (const step of FITTING_STEPS) expect(text(step, 'in')).not.toMatch(/ mm|undefined|NaN/);
});
