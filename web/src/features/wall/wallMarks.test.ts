import { PLAN_ID, planCuts } from '@neat-sill/core/cuts';
import { deriveJob } from '@neat-sill/core/job';
import { DEFAULT_RULE_SETS } from '@neat-sill/core/rules';
import type { Pane } from '@neat-sill/core/survey';
import { bookForTest, readingsForTest, recordsForTest } from '@neat-sill/core/testing';
import { seededRandom } from '@neat-sill/core/units';
import { paneMark, wallMarks, type MarkSource } from './wallMarks.ts';

const [rules] = DEFAULT_RULE_SETS;
const WIDE = readingsForTest([2300, 2300, 2300, 2000, 2000, 2000]);
const ALL = {
  film: true,
  looks: true,
  pieces: 'named',
  condition: true,
  faults: true,
  hand: true,
  openings: true,
  work: true,
} as const;
const NONE = {
  film: false,
  looks: false,
  pieces: 'none',
  condition: false,
  faults: false,
  hand: false,
  openings: false,
  work: false,
} as const;

function marked(changes: Partial<Pane>, source: Partial<MarkSource> = {}) {
  const records = recordsForTest({ panes: { p1: changes } });
  const job = deriveJob(records, bookForTest);
  const plan = planCuts(job.plan.job, { random: seededRandom(1), rounds: 0, shouldStop: () => true });
  const pane = job.pane('p1');
  if (!pane) throw new Error('no pane');
  return paneMark(
    pane,
    { tone: 'plain', under: null },
    {
      shows: ALL,
      look: { seenBy: 'drawn', fromOutside: false },
      rules: rules.film,
      unit: 'mm',
      whereabouts: [],
      plan: { plan, job: job.plan.job },
      ...source,
    },
  );
}

describe('over a pane the wall shows', () => {
  test('seams as shares of the glass, and each panel by its name and the end that comes first', () => {
    const mark = marked({ readings: WIDE });
    expect(mark.seams).toEqual([{ axis: 'vertical', atShare: 0.5 }]);
    expect(mark.names.map(({ text }) => text)).toEqual(['1a', '1b']);
    expect(mark.names.map(({ at }) => at)).toEqual([
      { x: expect.closeTo(0.5 * (1160 / 2300), 6), y: 0.5 },
      { x: expect.closeTo(1 - 0.5 * (1160 / 2300), 6), y: 0.5 },
    ]);
    expect(mark.names.every(({ arrow }) => arrow === '↑' || arrow === '↓')).toBe(true);
  });

  test('seams beside glass that is left bare where they are on the glass', () => {
    const hidden = [{ side: 'left' as const, depthMm: 100, behind: 'outsideFrame' as const, bare: true }];
    const { seams, cover, hidden: strips } = marked({ readings: WIDE, hidden });
    expect(seams).toEqual([{ axis: 'vertical', atShare: expect.closeTo((100 + 1100) / 2300, 6) }]);
    expect(cover).toEqual({
      kind: 'parts',
      parts: [
        { left: expect.closeTo(100 / 2300, 6), width: expect.closeTo(2200 / 2300, 6), top: 0, height: 1 },
      ],
    });
    expect(strips).toEqual([{ side: 'left', share: expect.closeTo(100 / 2300, 6) }]);
  });

  test('nothing that its stage does not show', () => {
    const mark = marked({ readings: WIDE }, { shows: NONE });
    expect(mark).toMatchObject({
      film: undefined,
      cover: null,
      lead: null,
      tint: null,
      seams: [],
      names: [],
      found: [],
      fixtures: [],
      faults: [],
      work: null,
    });
    expect(marked({ readings: WIDE }, { shows: { ...NONE, pieces: 'seams' } })).toMatchObject({
      seams: [{ axis: 'vertical' }],
      names: [],
    });
  });

  test('what it is, to be read out', () => {
    expect(marked({}).spoken).toBe('Pane 1, 820 mm by 1326 mm, Gannet Silver 20');
    expect(marked({}, { unit: 'in' }).spoken).toMatch(/^Pane 1, 32 5\/16 in by 52 3\/16 in/);
    expect(marked({ readings: readingsForTest([]), filmId: null }).spoken).toBe(
      'Pane 1, not measured, no film',
    );
  });

  test('a band, a gradient and leaded lines as shares', () => {
    const band = marked({ coverage: { kind: 'band', fromFloorMm: 900, toFloorMm: 1563 } });
    expect(band.cover).toEqual({
      kind: 'parts',
      parts: [{ left: 0, width: 1, top: expect.closeTo(0.5, 6), height: expect.closeTo(0.5, 6) }],
    });
    const gradient = { kind: 'gradient' as const, from: 'top' as const, reachMm: 663 };
    expect(marked({ coverage: gradient }).cover).toEqual({ kind: 'gradient', from: 'top', reach: 0.5 });
    expect(marked({ coverage: { ...gradient, reachMm: 9000 } }).cover).toMatchObject({ reach: 1 });
    const leading = { pattern: 'squares' as const, acrossMm: 82, alongMm: 663, stripMm: 8.2 };
    expect(marked({ leading }).lead).toEqual({
      pattern: 'squares',
      across: expect.closeTo(0.1, 6),
      along: expect.closeTo(0.5, 6),
      leadShare: expect.closeTo(0.01, 6),
    });
    expect(marked({ filmId: null, coverage: gradient }).cover).toBeNull();
  });

  test('who is at it, where the stage tells of the work', () => {
    const at = '2027-03-01T09:00:00Z';
    const there = { personId: 'a', name: 'Ada', paneId: 'p1', at };
    const elsewhere = { ...there, personId: 'b', paneId: 'p2' };
    expect(marked({}, { whereabouts: [there, elsewhere] }).work).toEqual({ progress: null, people: [there] });
  });

  test('its true outline, where it is no plain rectangle and can be drawn', () => {
    expect(marked({}).outline).toBeNull();
    expect(marked({ shape: { kind: 'rectangle', cornerRadiusMm: 40 } }).outline?.corners).toHaveLength(8);
    const square = readingsForTest([800, 800, 800, 800, 800, 800]);
    expect(marked({ shape: { kind: 'circle' }, readings: square }).outline).not.toBeNull();
    expect(marked({ shape: { kind: 'circle' }, readings: readingsForTest([]) }).outline).toBeNull();
  });
});

describe('as the eye meets it', () => {
  const brightness = (tint: string | null) => Number(/rgb\((\d+)/.exec(tint ?? '')?.[1]);
  const seen = (seenBy: 'day' | 'night', fromOutside: boolean, filmId: string | null = 'gannet-silver-20') =>
    brightness(marked({ filmId }, { look: { seenBy, fromOutside } }).tint);

  test('a mirror film darkens the view by day and shines from the street', () => {
    expect(marked({}).tint).toBeNull();
    expect(seen('day', false)).toBeLessThan(seen('day', false, null));
    expect(seen('day', true)).toBeGreaterThan(seen('day', true, null));
  });

  test('by lamplight the room is seen from the street, less with a film', () => {
    expect(seen('night', true)).toBeLessThan(seen('night', true, null));
    expect(seen('night', true)).toBeGreaterThan(0);
  });
});

test('a wall has a mark for each of its panes, with what the stage says of it', () => {
  const job = deriveJob({ ...recordsForTest(), plan: {} }, bookForTest);
  const marks = wallMarks(job.panes, ({ id }) => ({ tone: 'good', under: id }), {
    shows: NONE,
    look: { seenBy: 'drawn', fromOutside: false },
    rules: rules.film,
    unit: 'mm',
    whereabouts: [],
    plan: null,
  });
  expect([...marks].map(([id, { tone, under }]) => [id, tone, under])).toEqual([
    ['p1', 'good', 'p1'],
    ['p2', 'good', 'p2'],
    ['p3', 'good', 'p3'],
  ]);
  expect(PLAN_ID in job.records.plan).toBe(false);
});
