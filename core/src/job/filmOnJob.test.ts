import { asProbed, glassDoubt } from '../glazing/index.ts';
import {
  coveredParts,
  filmsChangedSinceSale,
  leadOn,
  panesOfRule,
  parseFillRule,
  patternOverWall,
  pinFilms,
  unpinFilm,
} from '../film/index.ts';
import type { Coverage, GlassProbe } from '../survey/index.ts';
import { silverForTest } from '../testing/jobs.ts';
import { bookForTest, recordsForTest } from '../testing/jobs.ts';
import { neutralForTest } from '../testing/films.ts';
import { DEFAULT_RULE_SETS } from '../rules/index.ts';
import {
  GLASS_NAMES,
  OPENING_NAMES,
  describeFillProblem,
  describeGlassDoubt,
  readBackRule,
} from '../words/index.ts';
import { applyEdit, deriveJob, shopDataOfJob, type JobRecords, type ShopData } from './index.ts';

const rules = DEFAULT_RULE_SETS[0];
const words = { openings: OPENING_NAMES, glass: GLASS_NAMES };
const book = { ...bookForTest, films: [silverForTest, neutralForTest] };

const planJobOf = (records: JobRecords, shop: ShopData) => deriveJob(records, shop).plan;

describe('what film covers of a pane', () => {
  const strips = (coverage: Coverage, sillMm = 300, heightMm = 1800) =>
    coveredParts({ coverage, sillMm, hidden: [] }, { widthMm: 900, heightMm }, rules.film);

  test.each<[string, Coverage, [number, number][]]>([
    ['the whole pane', { kind: 'whole' }, [[0, 1800]]],
    [
      'a band by its heights over the floor',
      { kind: 'band', fromFloorMm: 900, toFloorMm: 1500 },
      [[600, 600]],
    ],
    [
      'a band cut off by the top of the glass',
      { kind: 'band', fromFloorMm: 1900, toFloorMm: 2600 },
      [[0, 200]],
    ],
    ['a band that misses the glass', { kind: 'band', fromFloorMm: 0, toFloorMm: 250 }, []],
    ['the lower part', { kind: 'lower', toFloorMm: 1200 }, [[900, 900]]],
    [
      'markings at the heights of the rules',
      { kind: 'markings' },
      [
        [500, 200],
        [1100, 150],
      ],
    ],
  ])('%s', (_name, coverage, wanted) =>
    expect(strips(coverage).map(({ topMm, heightMm }) => [topMm, heightMm])).toEqual(wanted),
  );

  test('the plan cuts a piece for each marking, and none where nothing is left to cover', () => {
    const planned = (coverage: Coverage) =>
      planJobOf(recordsForTest({ panes: { p1: { coverage, sillMm: 300, filmId: silverForTest.id } } }), book);
    const pane = (coverage: Coverage) => planned(coverage).job.panes.find(({ id }) => id === 'p1');
    expect(pane({ kind: 'markings' })).toMatchObject({ count: 2, height: 200 });
    expect(pane({ kind: 'lower', toFloorMm: 1000 })).toMatchObject({ count: 1, height: 700 });
    const off = planned({ kind: 'band', fromFloorMm: 5000, toFloorMm: 6000 });
    expect(off.leftOut).toContainEqual({ paneId: 'p1', reason: 'pane.coverageOffGlass' });
  });

  test('a pattern that has to start at a place may need a repeat more', () => {
    const film = { ...silverForTest, pattern: { acrossMm: 90, alongMm: 120, drop: 'straight' } } as const;
    const height = (patternStart: { acrossMm: number; alongMm: number } | null) =>
      planJobOf(recordsForTest({ panes: { p1: { patternStart, filmId: film.id } } }), {
        ...book,
        films: [film],
      }).job.panes[0];
    const [free, bound] = [height(null), height({ acrossMm: 0, alongMm: 30 })];
    expect((bound?.height ?? 0) - (free?.height ?? 0)).toBe(120);
    expect((bound?.width ?? 0) - (free?.width ?? 0)).toBe(90);
  });

  test('a pattern runs on over the wall from pane to pane', () => {
    const at = (id: string, leftMm: number, sillMm: number) => ({
      id,
      leftMm,
      sillMm,
      size: { widthMm: 600, heightMm: 1000 },
    });
    const starts = patternOverWall([at('a', 100, 900), at('b', 850, 900), at('c', 100, 810)], {
      acrossMm: 200,
      alongMm: 120,
      drop: 'straight',
    });
    expect([...starts.values()]).toEqual([
      { acrossMm: 0, alongMm: 0 },
      { acrossMm: 150, alongMm: 0 },
      { acrossMm: 0, alongMm: 90 },
    ]);
  });

  test('leaded lines take their length of strip', () => {
    const lead = (pattern: 'squares' | 'diamonds', acrossMm: number, alongMm: number) =>
      leadOn({ leading: { pattern, acrossMm, alongMm, stripMm: 9 } }, { widthMm: 600, heightMm: 900 });
    expect(lead('squares', 200, 300)).toEqual({ stripMm: 2 * 900 + 2 * 600, dots: 4 });
    // Diamonds as large as the pane: two lines of each slant that meet on its sides, together its two diagonals twice.
    expect(lead('diamonds', 600, 900).stripMm).toBeCloseTo(2 * Math.hypot(600, 900));
    expect(leadOn({ leading: null }, { widthMm: 600, heightMm: 900 })).toEqual({ stripMm: 0, dots: 0 });
  });
});

describe('a rule for many panes', () => {
  const records = recordsForTest({ panes: { p1: { opening: 'frenchDoor' }, p2: { glass: 'lowEDouble' } } });
  const read = (line: string) => parseFillRule(line, records, book.films, words);
  const on = (line: string) => {
    const rule = read(line);
    if (!rule.ok) throw new Error(describeFillProblem(rule.problem));
    return { film: rule.value.filmId, panes: panesOfRule(records, rule.value).map(({ id }) => id) };
  };

  test('is read as people say it', () => {
    expect(on('all west glass: silver, except doors')).toEqual({
      film: silverForTest.id,
      panes: ['p2', 'p3'],
    });
    expect(on('south panes: heron 40')).toEqual({ film: neutralForTest.id, panes: ['p1', 'p2', 'p3'] });
    expect(on('north: silver').panes).toEqual([]);
    expect(on('French doors in the Reading room: none')).toEqual({ film: null, panes: ['p1'] });
    expect(on('all: silver, but not double with low-e').panes).toEqual(['p1', 'p3']);
  });

  test.each([
    ['all west glass', 'fill.noFilmNamed'],
    ['all west glass: osprey', 'fill.unknownFilm'],
    ['all purple glass: silver', 'fill.unknownWord'],
    ['all: gannet, except gates', 'fill.unknownWord'],
  ])('%s is not understood, and it says why', (line, code) => {
    const rule = read(line);
    expect(rule.ok ? null : rule.problem.code).toBe(code);
  });

  test('is read back', () => {
    const rule = read('all west glass: silver, except French doors');
    expect(rule.ok && readBackRule(rule.value, null, 'Gannet Silver 20')).toBe(
      'Gannet Silver 20 on all panes that face west, but not on french door',
    );
  });
});

describe('films as they were sold', () => {
  test('a job keeps figures and prices when the catalogue goes on', () => {
    const records = recordsForTest();
    const sold = applyEdit(records, {
      id: 'e',
      label: 'Sold',
      changes: pinFilms(records, book.films, '2026-11-25T10:00:00Z'),
    });
    if (!sold.ok) throw new Error('not sold');
    const dearer = {
      ...silverForTest,
      version: 2,
      rolls: [{ widthMm: 1524, lengthMm: 30480, price: 500, soldBy: 'roll' as const, later: [] }],
    };
    const later = { ...book, films: [dearer, neutralForTest] };
    expect(shopDataOfJob(sold.value, later, '2026-11-25').films[0]?.rolls[0]?.price).toBe(412);
    expect(filmsChangedSinceSale(sold.value, later.films)).toMatchObject([
      { filmId: silverForTest.id, now: dearer },
    ]);
    expect(filmsChangedSinceSale(sold.value, book.films)).toEqual([]);
    expect(shopDataOfJob(sold.value, { ...book, films: [] }, '2026-11-25').films).toEqual([silverForTest]);
    const back = applyEdit(sold.value, {
      id: 'f',
      label: 'Back',
      changes: unpinFilm(sold.value, silverForTest.id),
    });
    expect(back.ok && shopDataOfJob(back.value, later, '2026-11-25').films[0]).toBe(dearer);
  });
});

describe('glass that instruments see otherwise', () => {
  const probe = (changes: Partial<GlassProbe>): GlassProbe => {
    const { panes, thicknessMm, coatedFace, light, solar, uv } = asProbed('double', null);
    const told = { panes, thicknessMm, coatedFace, light, solar, uv };
    return { ...told, at: '2026-11-25T10:00:00Z', by: null, keptBecause: null, ...changes };
  };
  const doubt = (changes: Partial<GlassProbe>) =>
    glassDoubt({ glass: 'double', glassMm: null, probed: probe(changes) });

  test('nothing is asked where they agree, within what meters are good for', () => {
    expect(doubt({})).toBeNull();
    expect(doubt({ light: 0.79, uv: null })).toBeNull();
  });

  test('another count, a coating or less light is asked about, with what it may be', () => {
    const asked = asProbed('lowEDouble', null);
    const found = doubt({ coatedFace: 3, light: asked.light, solar: asked.solar, uv: asked.uv });
    expect(found?.likely).toBe('lowEDouble');
    expect(found && describeGlassDoubt(found, 'mm')).toMatch(
      /finds a low-e coating on face 3 that is not entered.*Perhaps/,
    );
    expect(doubt({ panes: 3, light: asProbed('triple', null).light })?.likely).toBe('triple');
    expect(doubt({ panes: 1, keptBecause: 'inner pane is out' })).toBeNull();
  });
});
