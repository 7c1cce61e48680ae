import type { Film } from '../film/index.ts';
import { silverForTest } from '../testing/jobs.ts';
import { jobForTest } from '../testing/planJobs.ts';
import { describeFilmReason } from '../words/index.ts';
import { filmVerdict, type PaneToSuit } from './index.ts';

const { rules } = jobForTest();
const wide: PaneToSuit = {
  glass: 'single',
  strengths: [],
  circumstances: [],
  cut: { width: 1640, height: 2260, factoryEdge: 'none', seams: { allowed: true, axis: 'vertical' } },
};

test('a film goes on common glass, is asked about on tinted, refused on textured and block', () => {
  const verdict = (glass: PaneToSuit['glass']) =>
    filmVerdict(silverForTest, { glass, strengths: [], circumstances: [], cut: null }, rules).kind;
  expect([verdict('single'), verdict('lowEDouble'), verdict('patterned'), verdict('block')]).toEqual([
    'allowed',
    'ask',
    'refused',
    'refused',
  ]);
});

test('a pane wider than any roll is refused where the film may not be seamed, with the figures', () => {
  expect(filmVerdict(silverForTest, wide, rules).kind).toBe('allowed');
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

describe('the place speaks as well as the glass', () => {
  const in_ = (film: typeof silverForTest, ...circumstances: PaneToSuit['circumstances']) => {
    const { kind, reasons } = filmVerdict(
      film,
      { glass: 'single', strengths: [], circumstances, cut: null },
      rules,
    );
    return [kind, ...reasons.map(({ code }) => code)];
  };
  const cling = { ...silverForTest, hold: 'cling', openMetal: false } as const;

  test.each([
    ['open metal in a wet room', in_(silverForTest, 'wetRoom'), ['refused', 'wet.openMetal']],
    ['sealed metal there', in_({ ...silverForTest, openMetal: false }, 'wetRoom'), ['allowed']],
    ['open metal outside a wet room', in_({ ...silverForTest, mount: 'outside' }, 'wetRoom'), ['allowed']],
    [
      'perforated there',
      in_({ ...silverForTest, kind: 'perforated' }, 'wetRoom'),
      ['refused', 'wet.perforated'],
    ],
    ['cling there', in_(cling, 'wetRoom'), ['ask', 'wet.edges']],
    ['cling outside', in_({ ...cling, mount: 'outside' }), ['refused', 'film.clingOutside']],
    ['film for vehicles', in_({ ...silverForTest, madeFor: 'vehicle' }), ['refused', 'film.vehicle']],
    [
      'security film at the way out',
      in_({ ...silverForTest, kind: 'clearSecurity' }, 'wayOut'),
      ['refused', 'wayOut.holds'],
    ],
    ['other film at the way out', in_(silverForTest, 'wayOut'), ['ask', 'wayOut.ask']],
    ['fire-rated glass', in_(silverForTest, 'fireRated'), ['refused', 'fireRated']],
  ])('%s', (_name, got, wanted) => expect(got).toEqual(wanted));

  test('a pattern that may not be turned is refused on a pane that lies wider than its roll', () => {
    const upright = { ...silverForTest, turn: 'none', mayBeSeamed: false, matchEdges: false } as const;
    const cut = { ...wide.cut, seams: { allowed: false, axis: 'any' } } as NonNullable<PaneToSuit['cut']>;
    const { kind, reasons } = filmVerdict(upright, { ...wide, cut: { ...cut, height: 900 } }, rules);
    expect([kind, reasons[0]?.code]).toEqual(['refused', 'pane.tooLarge']);
    const turned = { ...upright, turn: 'any' } as const;
    expect(filmVerdict(turned, { ...wide, cut: { ...cut, height: 900 } }, rules).kind).toBe('allowed');
  });
});

test('glass block takes film made for its outside once the maker was asked, and none on the room side', () => {
  const onBlock = (kind: Film['kind'], mount: Film['mount']) =>
    filmVerdict(
      { ...silverForTest, kind, mount },
      { glass: 'block', strengths: [], circumstances: [], cut: null },
      rules,
    ).kind;
  expect(onBlock('outsideSilver', 'outside')).toBe('ask');
  expect(onBlock('outsideNeutral', 'outside')).toBe('ask');
  expect(onBlock('outsideNeutral', 'inside')).toBe('refused');
  expect(onBlock('frosted', 'inside')).toBe('refused');
  expect(onBlock('perforated', 'outside')).toBe('refused');
});

test('the very pane that carries the film is judged as well as the unit', () => {
  const said = (mount: Film['mount'], kind: Film['kind'], strengths: PaneToSuit['strengths']) => {
    const pane = { glass: 'double', strengths, circumstances: [], cut: null } as const;
    const { kind: verdict, reasons } = filmVerdict({ ...silverForTest, kind, mount }, pane, rules);
    return [verdict, ...reasons.map((reason) => ('glass' in reason ? reason.glass : reason.code))];
  };
  expect(said('inside', 'silverSolar', [])).toEqual(['allowed']);
  expect(said('inside', 'silverSolar', ['annealed', 'laminated'])).toEqual(['ask', 'laminated']);
  expect(said('inside', 'silverSolar', ['laminated', 'annealed'])).toEqual(['allowed']);
  expect(said('outside', 'outsideNeutral', ['wired', 'annealed'])).toEqual(['ask', 'wired']);
  expect(said('inside', 'dualReflective', ['annealed', 'wired'])).toEqual(['refused', 'wired']);
  expect(said('inside', 'dualReflective', ['annealed', 'tempered'])).toEqual(['ask', 'double']);
});
