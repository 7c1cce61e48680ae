import { patchRecord } from '../record/index.ts';
import { checkPlan } from '../check/index.ts';
import { describePlanFault } from '../words/index.ts';
import { planCuts } from '../cuts/index.ts';
import { readFormatValue, seededRandom } from '../units/index.ts';
import { readingOf } from '../survey/index.ts';
import { bookForTest, recordsForTest } from '../testing/jobs.ts';
import {
  applyEdit,
  danglingRecords,
  deriveJob,
  invertEdit,
  jobFileFormat,
  outlineOfJob,
  readJobRecords,
  removeWithDependents,
  writeJobFile,
  type Edit,
  type JobRecords,
  type ShopData,
} from './index.ts';

const planJobOf = (records: JobRecords, shop: ShopData) => deriveJob(records, shop).plan;
const keptPlan = (records: JobRecords, shop: ShopData) => deriveJob(records, shop).kept;
const fileOf = (records: JobRecords) => writeJobFile(records, planJobOf(records, bookForTest).job);

const place = {
  customer: 'Somebody',
  site: {
    address: '',
    town: 'Saltmarsh Bay',
    latitude: 43.6,
    longitude: -70.3,
    timeZone: 'America/New_York',
  },
};

function readingChange(records: JobRecords, mm: number): Edit {
  const readings = {
    ...records.pane['p1']?.readings,
    widthTop: readingOf(mm, String(mm)),
  };
  const change = patchRecord(records, 'pane', 'p1', { readings } as never);
  if (!change) throw new Error('no change');
  return { id: 'e1', label: 'Read width at top', changes: [change] };
}

describe('edits', () => {
  test.each([819.25, 700.1 + 0.2, 32.5 * 25.4])(
    'an edit and its inverse give the old job back exactly (%s)',
    (mm) => {
      const records = recordsForTest();
      const edit = readingChange(records, mm);
      const after = applyEdit(records, edit);
      if (!after.ok) throw new Error('not applied');
      expect(after.value.pane['p1']?.readings.widthTop?.mm).toBe(mm);
      expect(applyEdit(after.value, invertEdit(edit, 'e2'))).toEqual({ ok: true, value: records });
    },
  );

  test('an edit of what somebody else changed since is refused, and names the record', () => {
    const records = recordsForTest();
    const theirs = applyEdit(records, readingChange(records, 700));
    if (!theirs.ok) throw new Error('not applied');
    expect(applyEdit(theirs.value, readingChange(records, 800))).toMatchObject({
      problem: { code: 'edit.changedSince', kind: 'pane', id: 'p1' },
    });
  });

  test('a room takes its walls, panes and fittings with it, and undo brings them all back', () => {
    const records = { ...recordsForTest(), fitting: { p1: { ticks: {}, faults: [], doneAt: null } } };
    const edit = { id: 'e', label: 'Remove room', changes: removeWithDependents(records, 'room', 'r1') };
    const without = applyEdit(records, edit);
    if (!without.ok) throw new Error('not applied');
    expect(without.value).toMatchObject({ room: {}, wall: {}, pane: {}, fitting: {} });
    expect(applyEdit(without.value, invertEdit(edit, 'u'))).toEqual({ ok: true, value: records });
  });
});

describe('from a job to its cuts', () => {
  test('each school cuts its own sizes', () => {
    const sizes = (ruleSetId: string) => {
      const { job } = planJobOf(recordsForTest({ ruleSetId }), bookForTest);
      const plan = planCuts(job, { random: seededRandom(1), rounds: 0, shouldStop: () => false });
      expect(checkPlan(job, plan).map(describePlanFault)).toEqual([]);
      const piece = plan.pulls.flatMap((pull) => pull.pieces).find(({ paneId }) => paneId === 'p1');
      return { w: piece?.w, l: piece?.l, edge: piece?.factoryEdge };
    };
    expect(sizes('margin-all-round')).toEqual({ w: 870, l: 1376, edge: null });
    expect(sizes('factory-edge-first')).toEqual({
      w: 843.5,
      l: 1376,
      edge: expect.stringMatching(/left|right/),
    });
    expect(sizes('bench-cut')).toEqual({ w: 817, l: 1323, edge: null });
  });

  test('panes that cannot be planned are named with their reason', () => {
    const records = recordsForTest({ panes: { p2: { filmId: null }, p3: { glass: 'block' } } });
    expect(planJobOf(records, bookForTest).leftOut).toEqual([
      { paneId: 'p2', reason: 'pane.noFilm' },
      { paneId: 'p3', reason: 'pane.filmRefused' },
    ]);
  });

  test('a kept plan no longer holds when a pane has changed', () => {
    const records = recordsForTest();
    const { job } = planJobOf(records, bookForTest);
    const plan = planCuts(job, { random: seededRandom(1), rounds: 0, shouldStop: () => false });
    const kept = {
      ...records,
      plan: {
        plan: { job, plan, keptAt: '2027-03-01T10:00:00Z', cutPullIds: [], lockedPullIds: [], frozen: null },
      },
    };
    expect(keptPlan(kept, bookForTest).kind).toBe('holds');
    const changed = applyEdit(kept, readingChange(kept, 900));
    expect(changed.ok && keptPlan(changed.value, bookForTest).kind).toBe('changed');
  });

  test('a plan that was kept before rules said what counts beside film holds on', () => {
    const records = recordsForTest();
    const { job } = planJobOf(records, bookForTest);
    const plan = planCuts(job, { random: seededRandom(1), rounds: 0, shouldStop: () => false });
    const older = {
      ...job,
      rules: { ...job.rules },
      panes: job.panes.map((pane) => ({ ...pane })),
    };
    delete older.rules.work;
    for (const pane of older.panes) delete pane.room;
    const kept = {
      job: older,
      plan,
      keptAt: '2026-10-01T10:00:00Z',
      cutPullIds: [],
      lockedPullIds: [],
      frozen: null,
    };
    const withPlan = { ...records, plan: { plan: kept } };
    expect(keptPlan(withPlan, bookForTest).kind).toBe('holds');
    const changed = applyEdit(withPlan, readingChange(withPlan, 900));
    expect(changed.ok && keptPlan(changed.value, bookForTest).kind).toBe('changed');
  });

  test('the outline counts the panes; the fitter meets what is covered', () => {
    const derived = deriveJob(recordsForTest(), bookForTest);
    expect(outlineOfJob(derived)).toMatchObject({ panes: 3, measured: 3, filmed: 3, done: 0 });
    expect(derived.panes.map(({ isInDoubt }) => isInDoubt)).toEqual([false, true, false]);
    expect(derived.pane('p1')?.toFit).toMatchObject({
      glass: { widthMm: 820, heightMm: 1326 },
    });
  });
});

describe('the job file', () => {
  test('is read back without loss', () => {
    const records = recordsForTest();
    const written: unknown = JSON.parse(JSON.stringify(fileOf(records)));
    const read = readFormatValue(written, jobFileFormat);
    if (!read.ok) throw new Error(JSON.stringify(read.problem));
    expect(readJobRecords(read.value.value, bookForTest, null)).toEqual({
      ok: true,
      value: { records, unknownFilms: [] },
    });
  });

  test('written for planning only becomes a wall of panes, and unknown films are named', () => {
    const { job } = planJobOf(recordsForTest(), bookForTest);
    const file = { ...job, panes: job.panes.map((pane) => ({ ...pane, count: 2 })) };
    const read = readJobRecords(file, { ...bookForTest, films: [] }, place);
    if (!read.ok) throw new Error(JSON.stringify(read.problem));
    expect(Object.keys(read.value.records.pane)).toHaveLength(6);
    expect(read.value.unknownFilms).toEqual(['gannet-silver-20']);
    expect(danglingRecords(read.value.records)).toEqual([]);
    expect(readJobRecords(file, bookForTest, null)).toMatchObject({ problem: [{ code: 'site.missing' }] });
    const many = { ...file, panes: file.panes.map((pane) => ({ ...pane, count: 2000 })) };
    expect(readJobRecords(many, bookForTest, place)).toMatchObject({
      problem: [{ code: 'panes.tooMany', sentence: expect.stringContaining('6000 panes') }],
    });
  });

  test('records that point at nothing are found', () => {
    const records = { ...recordsForTest(), wall: {} };
    expect(danglingRecords(records).map(({ id }) => id)).toEqual(['p1', 'p2', 'p3']);
    const [pane] = Object.values(records.pane);
    if (!pane) throw new Error('no pane');
    for (const wallId of ['constructor', 'toString', '__proto__'])
      expect(danglingRecords({ ...recordsForTest(), pane: { p9: { ...pane, wallId } } })).toEqual([
        { kind: 'pane', id: 'p9' },
      ]);
    const file = { ...fileOf(recordsForTest()), records };
    expect(readJobRecords(file, bookForTest, null)).toMatchObject({
      problem: [{ path: 'records.pane.p1' }, {}, {}],
    });
  });
});
