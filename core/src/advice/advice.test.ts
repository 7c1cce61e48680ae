import { silverForTest } from '../testing/jobs.ts';
import { jobForTest } from '../testing/planJobs.ts';
import { describeFilmReason } from '../words/index.ts';
import { filmVerdict, type PaneToSuit } from './index.ts';

const { rules } = jobForTest();
const wide: PaneToSuit = {
  glass: 'single',
  cut: { width: 1640, height: 2260, factoryEdge: 'none', seams: { allowed: true, axis: 'vertical' } },
};

test('a film goes on common glass, is asked about on tinted, refused on textured and block', () => {
  const verdict = (glass: PaneToSuit['glass']) =>
    filmVerdict(silverForTest, { glass, cut: null }, rules).kind;
  expect([verdict('single'), verdict('lowEDouble'), verdict('patterned'), verdict('block')]).toEqual([
    'goes',
    'ask',
    'refused',
    'refused',
  ]);
});

test('a pane wider than any roll is refused where the film may not be seamed, with the figures', () => {
  expect(filmVerdict(silverForTest, wide, rules).kind).toBe('goes');
  const security = { ...silverForTest, mayBeSeamed: false };
  const verdict = filmVerdict(security, wide, rules);
  expect(verdict.kind).toBe('refused');
  expect(verdict.reasons.map((reason) => describeFilmReason(reason, 'mm')).join()).toContain(
    'The pane is 1640 mm × 2260 mm, the widest roll 1524 mm.',
  );
});

test('a film without rolls is refused', () => {
  expect(filmVerdict({ ...silverForTest, rolls: [] }, wide, rules).reasons).toMatchObject([
    { code: 'film.noRolls' },
  ]);
});
