import { PLAN_ID, planCuts, type KeptPlan } from '../cuts/index.ts';
import type { EarlierFitting } from '../fitting/index.ts';
import { RECORD_KINDS, deriveJob, type DerivedJob, type JobRecords, type ShopData } from '../job/index.ts';
import type { Pane } from '../survey/index.ts';
import { frostForTest, neutralForTest } from '../testing/films.ts';
import { bookForTest, readingsForTest, recordsForTest, silverForTest } from '../testing/jobs.ts';
import { seededRandom } from '../units/index.ts';
import {
  STAGES,
  cutsStage,
  dayStage,
  filmStage,
  fittingStage,
  handoverStage,
  priceStage,
  standingOfJob,
  surveyStage,
} from './index.ts';

const shop: ShopData = { ...bookForTest, films: [silverForTest, neutralForTest, frostForTest] };
const GOOD = readingsForTest([819, 820, 819, 1325, 1324, 1326]);
type Panes = Readonly<Record<string, Partial<Pane>>>;

/** Three panes without a doubt, but for what is said of them. */
const jobOf = (panes: Panes = {}, more: Partial<JobRecords> = {}): DerivedJob =>
  deriveJob({ ...recordsForTest({ panes: { p2: { readings: GOOD }, ...panes } }), ...more }, shop);
const fitted = (changes: Partial<EarlierFitting> = {}): EarlierFitting => ({
  ticks: {},
  faults: [],
  doneAt: null,
  ...changes,
});
const FAULT = { id: 'f', kind: 'speck', x: 0.5, y: 0.5, note: '', notedAt: '2027-03-01T15:00:00Z' } as const;
const DONE = '2027-03-01T15:00:00Z';

function keptOf(job: DerivedJob, cutPullIds: (pullIds: string[]) => string[] = () => []): DerivedJob {
  const { job: planJob } = job.plan;
  const plan = planCuts(planJob, { random: seededRandom(1), rounds: 0, shouldStop: () => false });
  const kept: KeptPlan = {
    job: planJob,
    plan,
    keptAt: DONE,
    cutPullIds: cutPullIds(plan.pulls.map(({ id }) => id)),
    lockedPullIds: [],
    frozen: null,
  };
  return deriveJob({ ...job.records, plan: { [PLAN_ID]: kept } }, shop);
}
const standings = ({ standing }: Pick<(typeof STAGES)[number], 'standing'>, job: DerivedJob) =>
  job.panes.map((pane) => standing(pane, job));

test('every kind of record but the header belongs to one stage', () => {
  const kinds = STAGES.flatMap(({ records }) => Object.keys(records));
  expect([...kinds, 'job'].sort()).toEqual([...RECORD_KINDS].sort());
  expect(new Set(STAGES.map(({ id }) => id)).size).toBe(STAGES.length);
});

describe('survey', () => {
  test('a pane is open until it has a size, begun until all is read, in doubt whatever else', () => {
    const half = { ...readingsForTest([819]), heightLeft: readingsForTest([1, 1, 1, 1325]).heightLeft };
    const odd = readingsForTest([819, 819, 891, 1325, 1324, 1326]);
    const job = jobOf({
      p1: { readings: readingsForTest([819]) },
      p2: { readings: half },
      p3: { readings: odd },
    });
    expect(standings(surveyStage, job)).toEqual(['open', 'begun', 'doubt']);
    expect(standings(surveyStage, jobOf())).toEqual(['done', 'done', 'done']);
  });

  test('next comes what is not read, then what is in doubt, then film', () => {
    const odd = readingsForTest([819, 819, 891, 1325, 1324, 1326]);
    const half = readingsForTest([819, 820]);
    expect(surveyStage.next(jobOf({ p1: { readings: odd }, p3: { readings: half } }))).toEqual({
      code: 'measure',
      paneId: 'p3',
      place: 'widthBottom',
    });
    expect(surveyStage.next(jobOf({ p1: { readings: odd } }))).toEqual({ code: 'lookAtDoubt', paneId: 'p1' });
    expect(surveyStage.next(jobOf())).toEqual({ code: 'goTo', stage: 'film', because: 'allMeasured' });
  });

  test('an empty wall wants an opening, no wall nothing', () => {
    expect(surveyStage.next(jobOf({}, { pane: {} }))).toEqual({ code: 'addOpening' });
    expect(surveyStage.next(jobOf({}, { pane: {}, wall: {} }))).toBeNull();
  });

  test('its figures are the glass and what is asked about', () => {
    expect(surveyStage.figures(jobOf())).toEqual([{ code: 'glass', areaMm2: 3 * 820 * 1326 }]);
    const odd = readingsForTest([819, 819, 891, 1325, 1324, 1326]);
    expect(surveyStage.figures(jobOf({ p1: { readings: odd } }))).toContainEqual({
      code: 'inDoubt',
      count: 1,
    });
  });
});

describe('film', () => {
  test('a pane stands as its film may go there', () => {
    const job = jobOf({
      p1: { filmId: null },
      p2: { glass: 'block' },
      p3: { glass: 'tempered', circumstances: ['wayOut'] },
    });
    expect(standings(filmStage, job)).toEqual(['open', 'refused', 'doubt']);
    expect(standings(filmStage, jobOf({ p1: { filmId: neutralForTest.id } }))).toEqual([
      'doubt',
      'done',
      'done',
    ]);
  });

  test('next is the first pane without, then the cuts', () => {
    const job = jobOf({ p2: { filmId: null }, p3: { filmId: null } });
    expect(filmStage.next(job)).toEqual({ code: 'chooseFilm', paneId: 'p2', panesWithout: 2 });
    expect(filmStage.next(jobOf())).toEqual({ code: 'goTo', stage: 'cuts', because: 'allFilmed' });
  });
});

describe('cuts', () => {
  test('a pane is begun once it can be planned, done once a plan that holds is kept', () => {
    const some = jobOf({ p1: { filmId: null }, p3: { glass: 'block' } });
    expect(standings(cutsStage, some)).toEqual(['open', 'begun', 'refused']);
    expect(standings(cutsStage, keptOf(jobOf()))).toEqual(['done', 'done', 'done']);
    const off = jobOf({ p1: { coverage: { kind: 'band', fromFloorMm: 9000, toFloorMm: 9100 } } });
    expect(standings(cutsStage, off)[0]).toBe('refused');
  });

  test('next is to keep, then pull after pull, then fitting', () => {
    expect(cutsStage.next(jobOf({}, { pane: {} }))).toMatchObject({ stage: 'film', because: 'nothingToCut' });
    expect(cutsStage.next(jobOf())).toEqual({ code: 'keepPlan' });
    const kept = keptOf(jobOf());
    const pulls = kept.kept.kind === 'holds' ? kept.kept.kept.plan.pulls : [];
    expect(pulls.length).toBeGreaterThan(1);
    const [first, second] = pulls;
    expect(cutsStage.next(kept)).toEqual({
      code: 'cutPull',
      pullId: first?.id,
      pieces: first?.pieces.length,
    });
    expect(cutsStage.next(keptOf(jobOf(), ([one = '']) => [one]))).toMatchObject({ pullId: second?.id });
    expect(cutsStage.next(keptOf(jobOf(), (ids) => ids))).toMatchObject({
      stage: 'fitting',
      because: 'allCut',
    });
  });

  test('a plan that no longer holds is kept anew, not cut', () => {
    const kept = keptOf(jobOf());
    const wider = readingsForTest([900, 900, 900, 1325, 1324, 1326]);
    const changed = deriveJob(
      {
        ...kept.records,
        pane: { ...kept.records.pane, p1: { ...(kept.records.pane['p1'] as Pane), readings: wider } },
      },
      shop,
    );
    expect(cutsStage.next(changed)).toEqual({ code: 'keepPlan' });
    expect(standings(cutsStage, changed)).toEqual(['begun', 'begun', 'begun']);
  });
});

describe('price and day', () => {
  test('lead to the plan while there is none that holds, then on', () => {
    expect(priceStage.next(jobOf())).toMatchObject({ stage: 'cuts', because: 'noPlanKept' });
    expect(priceStage.next(keptOf(jobOf()))).toMatchObject({ stage: 'day', because: 'planKept' });
    expect(dayStage.next(jobOf())).toMatchObject({ stage: 'fitting' });
    expect([standingOfJob(priceStage, jobOf()), standingOfJob(dayStage, jobOf())]).toEqual(['open', 'open']);
  });
});

test('without a pane every stage leads to where panes are made, and none says that all is done', () => {
  const empty = deriveJob({ ...recordsForTest(), pane: {} }, bookForTest);
  for (const { next } of [filmStage, fittingStage])
    expect(next(empty)).toEqual({ code: 'goTo', stage: 'survey', because: 'nothingMeasured' });
});

describe('fitting', () => {
  test('what is to be decided or put right before film is counted while the pane is not done', () => {
    const defect = { x: 0, y: 0, note: '', pictureId: null, notedAt: DONE, notedBy: null } as const;
    const fix = { kind: 'fix', minutes: 20, doneAt: null, doneBy: null } as const;
    const condition = [
      { ...defect, id: 'a', kind: 'oldFilm', remedy: fix },
      { ...defect, id: 'b', kind: 'chip', remedy: null },
    ] as const;
    const job = jobOf({ p1: { condition } });
    const figure = { code: 'beforeFilm', undecided: 1, toFix: 1, minutes: 20 };
    expect(fittingStage.figures(job)).toContainEqual(figure);
    const done = jobOf({ p1: { condition } }, { fitting: { p1: fitted({ doneAt: DONE }) } });
    expect(fittingStage.figures(done).map(({ code }) => code)).not.toContain('beforeFilm');
  });

  const job = jobOf(
    {},
    {
      fitting: {
        p1: fitted({ ticks: { prepare: DONE }, doneAt: DONE }),
        p2: fitted({ ticks: { prepare: DONE } }),
        p3: fitted({ doneAt: DONE, faults: [FAULT] }),
      },
    },
  );

  test('a fault keeps a pane from being through', () => {
    expect(standings(fittingStage, job)).toEqual(['done', 'begun', 'refused']);
    expect(standings(fittingStage, jobOf())).toEqual(['open', 'open', 'open']);
  });

  test('next is the first pane that has film and size and is not done', () => {
    expect(fittingStage.next(job)).toEqual({ code: 'fitPane', paneId: 'p2', panesLeft: 1 });
    const unready = jobOf({ p1: { filmId: null }, p2: { readings: readingsForTest([]) } });
    expect(fittingStage.next(unready)).toEqual({ code: 'fitPane', paneId: 'p3', panesLeft: 1 });
    const all = Object.fromEntries(['p1', 'p2', 'p3'].map((id) => [id, fitted({ doneAt: DONE })]));
    expect(fittingStage.next(jobOf({}, { fitting: all }))).toMatchObject({ stage: 'handover' });
  });

  test('its figures count hands, what is left and faults', () => {
    expect(fittingStage.figures(job)).toEqual([
      { code: 'panesLeft', left: 1, of: 3 },
      { code: 'faults', count: 1 },
    ]);
    // Hands follow from the way: one installer rolls these down, two go up to the high ones that are still to be done.
    const high = { p1: { sillMm: 2000 }, p3: { sillMm: 2000 } };
    const done = { fitting: { p1: fitted({ doneAt: DONE }) } };
    expect(fittingStage.figures(jobOf(high, done))[0]).toEqual({ code: 'twoPeople', panes: 1 });
    const small = { readings: readingsForTest([500, 500, 500, 900, 900, 900]) };
    expect(fittingStage.figures(jobOf({ p1: small, p2: small, p3: small }))).toEqual([
      { code: 'panesLeft', left: 3, of: 3 },
    ]);
  });
});

test('handover is through where film cures, and has nothing left to do', () => {
  const job = jobOf(
    { p2: { filmId: null } },
    { fitting: { p1: fitted({ doneAt: DONE }), p2: fitted({ doneAt: DONE }) } },
  );
  expect(standings(handoverStage, job)).toEqual(['done', 'open', 'open']);
  expect(handoverStage.next(job)).toBeNull();
});

describe('a job at a stage', () => {
  test('is through with all panes, begun with any, open without', () => {
    expect(standingOfJob(filmStage, jobOf())).toBe('done');
    expect(standingOfJob(filmStage, jobOf({ p1: { filmId: null } }))).toBe('begun');
    const none = { filmId: null };
    expect(standingOfJob(filmStage, jobOf({ p1: none, p2: none, p3: none }))).toBe('open');
    expect(standingOfJob(filmStage, jobOf({ p1: { glass: 'block' } }))).toBe('begun');
    expect(standingOfJob(filmStage, jobOf({}, { pane: {} }))).toBe('open');
  });
});
