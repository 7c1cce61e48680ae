/** @jest-environment <rootDir>/jest-env-dom.js */
import 'fake-indexeddb/auto';
import { PLAN_ID } from '@neat-sill/core/cuts';
import { deriveJob, headerOf, type JobRecords, type ShopData } from '@neat-sill/core/job';
import { STAGES } from '@neat-sill/core/stage';
import type { Pane } from '@neat-sill/core/survey';
import { bookForTest, readingsForTest, recordsForTest, silverForTest } from '@neat-sill/core/testing';
import type { LivePlan, OpenJob, StageActs, StageModule } from '../features/job/index.ts';
import { keepingItsPlan } from '../testing/keptPlan.ts';
import { STAGE_MODULES } from './stages.ts';

/* What each stage says: over the panes, as the next thing to do, and as figures; without drawing any of it. */

const GOOD = readingsForTest([819, 820, 819, 1325, 1324, 1326]);
const DONE = '2026-05-04T15:00:00Z';
const FAULT = { id: 'f', kind: 'speck', x: 0.5, y: 0.5, note: '', notedAt: DONE } as const;

function openJob(
  records: JobRecords,
  selected: readonly string[] = [],
  shop: ShopData = bookForTest,
): OpenJob {
  const derived = deriveJob(records, shop);
  const walls = derived.walls.map(({ id, record }) => ({ ...record, id }));
  const allPanes = derived.panes.map(({ id, record }) => ({ ...record, id }));
  const header = headerOf(records);
  if (!header) throw new Error('no header');
  return {
    jobId: 'job-1',
    records,
    header,
    jobShopData: shop,
    currentShopData: shop,
    rules: derived.rules,
    walls,
    wall: walls[0] ?? null,
    wallPanes: allPanes,
    allPanes,
    selected: allPanes.filter(({ id }) => selected.includes(id)),
    doubts: new Map(),
    unevenMm: null,
    derived,
    edit: () => undefined,
  };
}
const sound = (panes: Readonly<Record<string, Partial<Pane>>> = {}) =>
  recordsForTest({ panes: { p2: { readings: GOOD }, ...panes } });
const moduleOf = (id: string): StageModule => {
  const found = STAGE_MODULES.find((stage) => stage.id === id);
  if (!found) throw new Error(`no stage ${id}`);
  return found;
};

/** What a stage offers next, and what pressing it does. */
function offered(id: string, job: OpenJob, keepPlan: (() => void) | null = () => undefined) {
  const did: string[] = [];
  const acts: StageActs = {
    goTo: (stage) => did.push(`go to ${stage}`),
    show: (pane) => did.push(`show ${pane}`),
    measure: (pane) => did.push(`measure ${pane}`),
    addOpening: () => did.push('add an opening'),
    keepPlan: keepPlan && (() => did.push('keep')),
    tickPull: (pull) => did.push(`tick ${pull}`),
  };
  const act = moduleOf(id).next(job, acts);
  act?.run();
  return act && [act.name, act.detail, ...did];
}
const says = (id: string, job: OpenJob) => {
  const stage = moduleOf(id);
  return job.derived.panes.map((pane) => {
    const { tone, under } = stage.says(pane, job);
    return under === null ? tone : `${tone}: ${under}`;
  });
};
const figures = (id: string, job: OpenJob, live: LivePlan | null = null, unit: 'mm' | 'in' = 'mm') =>
  moduleOf(id)
    .figures({ job, live, unit })
    .map(({ name, value, doubtful }) => `${name} ${value}${doubtful ? '!' : ''}`);

test('the interface has every stage of core, in the same order', () => {
  expect(STAGE_MODULES.map(({ id }) => id)).toEqual(STAGES.map(({ id }) => id));
  expect(STAGE_MODULES.every(({ name, hint }) => name !== '' && hint.endsWith('.'))).toBe(true);
  expect(STAGE_MODULES.filter(({ ownKeys }) => ownKeys === 'always').map(({ id }) => id)).toEqual([
    'fitting',
  ]);
});

describe('survey', () => {
  const odd = readingsForTest([819, 819, 891, 1325, 1324, 1326]);
  test('says what is to be measured, read on, or in doubt', () => {
    const half = { ...readingsForTest([819]), heightLeft: GOOD.heightLeft };
    const job = openJob(
      sound({ p1: { readings: readingsForTest([]) }, p2: { readings: half }, p3: { readings: odd } }),
    );
    expect(says('survey', job)).toEqual(['plain: to measure', 'plain: 4 to read', 'doubt: in doubt']);
    expect(says('survey', openJob(sound()))).toEqual(['good', 'good', 'good']);
  });

  test('offers the next reading, then what is in doubt, then films', () => {
    expect(offered('survey', openJob({ ...sound(), pane: {} }))).toEqual([
      'Add an opening',
      'on South-west wall',
      'add an opening',
    ]);
    expect(offered('survey', openJob({ ...sound(), pane: {}, wall: {} }))).toBeNull();
    expect(offered('survey', openJob(sound({ p3: { readings: readingsForTest([819]) } })))).toEqual([
      'Measure pane 3',
      'width at middle',
      'measure p3',
    ]);
    expect(offered('survey', openJob(sound({ p3: { readings: odd } })))).toEqual([
      'Look at pane 3',
      'a reading is in doubt',
      'show p3',
    ]);
    expect(offered('survey', openJob(sound()))).toEqual(['Choose films', '3 panes measured', 'go to film']);
  });

  test('counts glass in the units of the person, and doubts', () => {
    expect(figures('survey', openJob(sound()))).toEqual(['Glass 3.26 m²']);
    expect(figures('survey', openJob(sound()), null, 'in')).toEqual(['Glass 35.1 sq ft']);
    expect(figures('survey', openJob(sound({ p1: { readings: odd } })))).toContain('In doubt 1!');
  });
});

describe('film', () => {
  test('says the letter of a film, whether to ask first, or that it is refused', () => {
    const job = openJob(sound({ p1: { filmId: null }, p2: { glass: 'block' }, p3: { glass: 'wired' } }));
    expect(says('film', job)[0]).toBe('plain: no film');
    expect(says('film', job)[1]).toBe('no: refused');
    expect(says('film', openJob(sound()))).toEqual(['good: G', 'good: G', 'good: G']);
    const exit = openJob(sound({ p1: { circumstances: ['wayOut'] } }));
    expect(says('film', exit)[0]).toBe('doubt: G, ask first');
  });

  test('offers the first pane without, then the cuts', () => {
    expect(offered('film', openJob(sound({ p2: { filmId: null } })))).toEqual([
      'Film for pane 2',
      '1 pane without',
      'show p2',
    ]);
    expect(offered('film', openJob(sound()))).toEqual([
      'See the cuts',
      'every pane has a film',
      'go to cuts',
    ]);
    expect(figures('film', openJob(sound()))).toEqual([]);
  });
});

describe('cuts', () => {
  test('offers to keep a plan once it is found, then pull after pull', () => {
    expect(offered('cuts', openJob(sound()))).toEqual(['Keep this plan', 'as it is shown', 'keep']);
    expect(offered('cuts', openJob(sound()), null)).toBeNull();
    expect(offered('cuts', openJob({ ...sound(), pane: {} }))).toEqual([
      'Choose films',
      'nothing to cut yet',
      'go to film',
    ]);
    const [name, pieces, did] = offered('cuts', openJob(keepingItsPlan(sound()))) ?? [];
    expect([name, did]).toEqual(['Pull 1 is cut', 'tick 1']);
    expect(pieces).toMatch(/^\d pieces?$/);
    expect(offered('cuts', openJob(keepingItsPlan(sound(), (ids) => ids)))).toEqual([
      'Go fitting',
      'all pulls are cut',
      'go to fitting',
    ]);
  });

  test('counts film, yield and seams of the plan that is shown', () => {
    const wide = readingsForTest([2300, 2300, 2300, 2000, 2000, 2000]);
    const records = keepingItsPlan(sound({ p1: { readings: wide } }));
    const plan = records.plan[PLAN_ID]?.plan ?? null;
    const shown = figures('cuts', openJob(records), { plan } as LivePlan);
    const [used] = plan?.summary.byFilm ?? [];
    expect(shown).toEqual([
      `Film to cut ${((used?.usedArea ?? 0) / 1e6).toFixed(1)} m²`,
      `Yield ${Math.round(((used?.netArea ?? 0) / (used?.usedArea ?? 1)) * 100)}\u00a0%`,
      'Seams 1',
    ]);
    expect(figures('cuts', openJob(records))).toEqual([]);
  });
});

describe('price, day and handover', () => {
  test('lead on as the plan stands', () => {
    expect(offered('price', openJob(sound()))).toEqual(['See the cuts', 'no plan is kept yet', 'go to cuts']);
    expect(offered('price', openJob(keepingItsPlan(sound())))).toEqual([
      'Plan the day',
      'the plan is kept',
      'go to day',
    ]);
    expect(offered('day', openJob(sound()))).toEqual(['Go fitting', 'pane by pane', 'go to fitting']);
    expect(offered('handover', openJob(sound()))).toBeNull();
    expect(says('price', openJob(sound()))).toEqual(['plain', 'plain', 'plain']);
  });

  test('the sun on the wall that is shown has a time; no wall has none', () => {
    expect(figures('day', openJob(sound()))).toEqual([
      expect.stringMatching(/^First sun (\d\d:\d\d|none today)$/),
    ]);
    expect(figures('day', openJob({ ...sound(), wall: {}, pane: {} }))).toEqual([]);
  });

  test('a pane that is done says when it is dry', () => {
    const fitting = { p1: { ticks: {}, faults: [], doneAt: DONE } };
    expect(says('handover', openJob({ ...sound(), fitting }))).toEqual([
      expect.stringMatching(/^good: dry .*3.* Jun/),
      'plain: not done',
      'plain: not done',
    ]);
  });
});

describe('fitting', () => {
  const fitting = {
    p1: { ticks: {}, faults: [], doneAt: DONE },
    p2: { ticks: { prepare: DONE }, faults: [], doneAt: null },
    p3: { ticks: {}, faults: [FAULT, { ...FAULT, id: 'g' }], doneAt: DONE },
  };
  test('says what is begun, done, or has faults', () => {
    expect(says('fitting', openJob({ ...sound(), fitting }))).toEqual([
      'good: done',
      'doubt: 3 of 24 steps',
      'no: 2 faults',
    ]);
    expect(says('fitting', openJob(sound()))).toEqual(['plain', 'plain', 'plain']);
  });

  test('offers the first pane that is not done, unless one is at it', () => {
    const records = { ...sound(), fitting };
    expect(offered('fitting', openJob(records))).toEqual(['Fit pane 2', '1 pane left', 'show p2']);
    expect(offered('fitting', openJob(records, ['p2']))).toBeNull();
    const all = { ...fitting, p2: { ticks: {}, faults: [], doneAt: DONE } };
    expect(offered('fitting', openJob({ ...sound(), fitting: all }))).toEqual([
      'Hand over',
      'no pane left to fit',
      'go to handover',
    ]);
  });

  test('counts hands, panes left and faults', () => {
    expect(figures('fitting', openJob({ ...sound(), fitting }))).toEqual(['Panes left 1 of 3', 'Faults 2!']);
    const heavy = { ...silverForTest, thicknessUm: 300 };
    const small = { readings: readingsForTest([500, 500, 500, 700, 700, 700]) };
    const job = (film: typeof silverForTest) =>
      openJob(sound({ p1: small, p2: small, p3: small }), [], { ...bookForTest, films: [film] });
    expect(figures('fitting', job(silverForTest))).toEqual(['Panes left 3 of 3']);
    expect(figures('fitting', job(heavy))).toEqual(['Two people 3 panes', 'Panes left 3 of 3']);
  });
});
