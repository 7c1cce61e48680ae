import { checkPlan } from '../../check/index.ts';
import { PLAN_ID, planCuts, type KeptPlan } from '../../cuts/index.ts';
import { NO_EARLIER_FITTING } from '../../fitting/index.ts';
import { asProbed } from '../../glazing/index.ts';
import { patchRecord, withRecord } from '../../record/index.ts';
import { DEFAULT_RULE_SETS } from '../../rules/index.ts';
import { NO_READINGS, type Pane } from '../../survey/index.ts';
import { frostForTest, neutralForTest } from '../../testing/films.ts';
import { bookForTest, readingsForTest, recordsForTest, silverForTest } from '../../testing/jobs.ts';
import { seededRandom } from '../../units/index.ts';
import { HEADER_ID, deriveJob, outlineOfJob, verdictFor, type JobRecords, type ShopData } from '../index.ts';

const shop: ShopData = { ...bookForTest, films: [silverForTest, neutralForTest, frostForTest] };
const WIDE = readingsForTest([2300, 2300, 2300, 2000, 2000, 2000]);

const pane = (records: JobRecords, id = 'p1', of: ShopData = shop) => {
  const found = deriveJob(records, of).pane(id);
  if (!found) throw new Error(`no pane ${id}`);
  return found;
};
const changed = (records: JobRecords, id: string, patch: Partial<Pane>): JobRecords => {
  const change = patchRecord(records, 'pane', id, patch);
  return change ? withRecord(records, change) : records;
};
function keeping(records: JobRecords, of: ShopData = shop): JobRecords {
  const { job } = deriveJob(records, of).plan;
  const plan = planCuts(job, { random: seededRandom(1), rounds: 0, shouldStop: () => false });
  const kept: KeptPlan = {
    job,
    plan,
    keptAt: '2027-03-01T10:00:00Z',
    cutPullIds: [],
    lockedPullIds: [],
    frozen: null,
  };
  return { ...records, plan: { [PLAN_ID]: kept } };
}

describe('what follows from a job', () => {
  test('is worked out once while records and shop are the same', () => {
    const records = recordsForTest();
    expect(deriveJob(records, shop)).toBe(deriveJob(records, shop));
    expect(deriveJob(records, { ...shop })).not.toBe(deriveJob(records, shop));
    const asked = new Map();
    expect(deriveJob(records, shop, asked).panes.flatMap(({ doubts }) => doubts)).toEqual([]);
  });

  test('is worked out again for the pane that changed, and for no other', () => {
    const records = recordsForTest();
    const before = deriveJob(records, shop);
    const after = deriveJob(changed(records, 'p1', { sillMm: 700 }), shop);
    expect(after.pane('p1')?.sizes).not.toBe(before.pane('p1')?.sizes);
    expect(after.pane('p2')?.sizes).toBe(before.pane('p2')?.sizes);
    expect(after.pane('p2')?.planned).toBe(before.pane('p2')?.planned);
  });

  test('panes that were read once and are like no other are to be measured again, until they are filmed', () => {
    const { widthTop, heightLeft } = recordsForTest().pane['p1']?.readings ?? {};
    if (!widthTop || !heightLeft) throw new Error('no readings');
    const once = changed(recordsForTest(), 'p1', { readings: { ...NO_READINGS, widthTop, heightLeft } });
    const asked = (records: JobRecords) => deriveJob(records, shop).readOnce.map(({ id }) => id);
    expect(asked(recordsForTest())).toEqual([]);
    expect(asked(once)).toEqual(['p1']);
    expect(asked(changed(once, 'p1', { filmId: null }))).toEqual([]);
    const doneAt = '2027-03-01T10:00:00.000Z';
    expect(asked({ ...once, fitting: { p1: { ...NO_EARLIER_FITTING, doneAt } } })).toEqual([]);
  });

  test('house rules and films of the shop change it as well', () => {
    const records = recordsForTest();
    const [first, ...others] = DEFAULT_RULE_SETS;
    const coarse = { ...first, cutting: { ...first.cutting, roundingStepMm: 5 } };
    expect(pane(records).sizes?.cutting).toEqual({ widthMm: 820, heightMm: 1326 });
    const rounded = { ...shop, ruleSets: [coarse, ...others] };
    expect(pane(records, 'p1', rounded).sizes?.cutting).toEqual({ widthMm: 820, heightMm: 1330 });
    expect(pane(records, 'p1', { ...shop, films: [] })).toMatchObject({ film: null, leftOut: 'pane.noFilm' });
  });

  test('panes stand wall by wall; a wall knows where its openings are', () => {
    const records = recordsForTest();
    const wall = records.wall['w1'];
    if (!wall) throw new Error('no wall');
    const before: JobRecords = {
      ...records,
      wall: { ...records.wall, w0: { ...wall, name: 'First', order: -1 } },
      pane: { ...records.pane, p9: { ...(records.pane['p1'] as Pane), wallId: 'w0', label: '9', order: 9 } },
    };
    const job = deriveJob(before, shop);
    expect(job.panes.map(({ id }) => id)).toEqual(['p9', 'p1', 'p2', 'p3']);
    expect(job.wall('w1')?.placed.openings.map(({ id, leftMm }) => [id, leftMm])).toEqual([
      ['p1', 120],
      ['p2', 120 + 820 + 120],
      ['p3', 120 + 820 + 120 + 891 + 120],
    ]);
    expect(job.wall('nowhere')).toBeNull();
    expect(job.sunOf('nowhere', '2027-06-21')).toEqual([]);
    expect(job.sunOf('w1', '2027-06-21')).not.toEqual([]);
  });
});

describe('a pane', () => {
  test('is measured once it has a width and a height, and read once the tape was everywhere', () => {
    const none = recordsForTest({ panes: { p1: { readings: readingsForTest([]) } } });
    expect(pane(none)).toMatchObject({
      sizes: null,
      asked: null,
      planned: null,
      leftOut: 'pane.notMeasured',
    });
    expect(pane(none).nextPlace).toBe('widthTop');
    const one = readingsForTest([820]);
    const both = { ...one, heightLeft: readingsForTest([0, 0, 0, 1325]).heightLeft };
    const begun = pane(recordsForTest({ panes: { p1: { readings: both } } }));
    expect(begun.sizes?.cutting).toEqual({ widthMm: 820, heightMm: 1325 });
    expect(begun.nextPlace).toBe('widthMiddle');
    expect(pane(recordsForTest()).nextPlace).toBeNull();
  });

  test('a wall of glass blocks needs no reading, and is wanted block by block', () => {
    const blocks = {
      kind: 'blocks' as const,
      columns: 6,
      rows: 5,
      block: { widthMm: 190, heightMm: 190 },
      jointMm: 10,
      cornerRadiusMm: 8,
    };
    const one = pane(recordsForTest({ panes: { p1: { shape: blocks, readings: readingsForTest([]) } } }));
    expect(one.sizes?.cutting).toEqual({ widthMm: 1190, heightMm: 990 });
    expect(one).toMatchObject({ nextPlace: null, planned: { count: 30, width: 190, height: 190 } });
  });

  test('is left out of the plan for one reason, which is told', () => {
    const panes: Record<string, Partial<Pane>> = {
      p1: { filmId: null },
      p2: { glass: 'block' },
      p3: { coverage: { kind: 'band', fromFloorMm: 5000, toFloorMm: 6000 } },
    };
    const { plan } = deriveJob(recordsForTest({ panes }), shop);
    expect(plan.leftOut).toEqual([
      { paneId: 'p1', reason: 'pane.noFilm' },
      { paneId: 'p2', reason: 'pane.filmRefused' },
      { paneId: 'p3', reason: 'pane.coverageOffGlass' },
    ]);
    expect(plan.job.panes).toEqual([]);
    expect(plan.job.films).toEqual([]);
  });

  test('says of any film whether it may go there, by the same rules as of its own', () => {
    const one = pane(recordsForTest({ panes: { p1: { circumstances: ['wetRoom'] } } }));
    const [rules] = DEFAULT_RULE_SETS;
    expect(verdictFor(one, silverForTest, rules)).toEqual(one.verdict);
    const verdicts = shop.films.map((film) => verdictFor(one, film, rules).kind);
    expect(verdicts).toEqual(['refused', 'refused', 'refused']);
    expect(verdictFor(pane(recordsForTest()), silverForTest, rules).kind).toBe('allowed');
  });

  test('is in doubt for a reading or for its glass', () => {
    const probe = { ...asProbed('triple', null), at: '2027-03-01T10:00:00Z', by: null, keptBecause: null };
    const records = recordsForTest({ panes: { p3: { probed: probe } } });
    expect(deriveJob(records, shop).panes.map((each) => [each.isInDoubt, each.doubts.length])).toEqual([
      [false, 0],
      [true, 1],
      [true, 0],
    ]);
  });

  test('film begins where glass is left bare', () => {
    const hidden = [
      { side: 'left' as const, depthMm: 60, behind: 'outsideFrame' as const, bare: true },
      { side: 'top' as const, depthMm: 40, behind: 'outsideFrame' as const, bare: true },
    ];
    const one = pane(recordsForTest({ panes: { p1: { hidden } } }));
    expect(one.filmOrigin).toMatchObject({ leftMm: 60, topMm: 40 });
    expect(one.asked).toMatchObject({ width: 820 - 60, height: 1326 - 40 });
    const { pane: fitted } = one.toFit?.asked ?? {};
    expect((fitted?.sillOverFloorMm ?? 0) + (fitted?.heightMm ?? 0)).toBe(900 + 1326 - 40);
    expect(one.toFit?.more.freeSides).toEqual([
      { side: 'left', fromEdgeMm: 60, overFloorMm: null },
      { side: 'top', fromEdgeMm: 40, overFloorMm: 900 + 1326 - 40 },
    ]);
    expect(pane(recordsForTest()).filmOrigin).toMatchObject({ leftMm: 0, topMm: 0 });
  });
});

describe('a band over the floor', () => {
  test('is fitted at its own height, and needs hands for that, not for the top of the glass', () => {
    const band = { kind: 'band' as const, fromFloorMm: 900, toFloorMm: 1500 };
    const one = pane(recordsForTest({ panes: { p1: { coverage: band, sillMm: 300 } } }));
    expect(one.toFit).toMatchObject({
      glass: { widthMm: 820, heightMm: 600 },
      asked: { pane: { sillOverFloorMm: 900, heightMm: 600 } },
    });
    expect(one.toFit?.more.freeSides.map(({ side, overFloorMm }) => [side, overFloorMm])).toEqual([
      ['top', 1500],
      ['bottom', 900],
    ]);
    expect(one.fittingPlan).toMatchObject({ hands: 1 });
  });
});

describe('a kept plan', () => {
  const wide = recordsForTest({ panes: { p1: { readings: WIDE } } });
  const kept = keeping(wide);

  test('gives the fitter panels, marks and edges while it holds', () => {
    expect(deriveJob(kept, shop).kept.kind).toBe('holds');
    const one = pane(kept);
    expect(one.pieces.map(({ panel, panels }) => [panel, panels])).toEqual([
      [1, 2],
      [2, 2],
    ]);
    expect(one.seams).toMatchObject([{ axis: 'vertical', seamMm: 1150, edgeMm: 1160 }]);
    expect(one.toFit).toMatchObject({
      asked: { piece: { panels: 2 } },
      more: { seams: [{ edgeMm: 1160, overlapMm: 20 }] },
    });
  });

  test('gives no marks once a pane was measured again, least of all outside of it', () => {
    const small = readingsForTest([1000, 1000, 1000, 2000, 2000, 2000]);
    const after = changed(kept, 'p1', { readings: small });
    expect(deriveJob(after, shop).kept.kind).toBe('changed');
    expect(pane(after)).toMatchObject({ seams: [], pieces: [] });
    expect(pane(after).toFit).toMatchObject({
      asked: { piece: { panels: 1, factoryEdge: null } },
      more: { seams: [] },
    });
    // Another pane of the job loses its marks as well: the plan as a whole is not to be cut by any more.
    const other = changed(kept, 'p2', { readings: small });
    expect(pane(other).seams).toEqual([]);
    // How many panels the film needs is known without a plan.
    expect(pane(other).toFit).toMatchObject({ asked: { piece: { panels: 2 } }, more: { seams: [] } });
  });

  test.each<[string, (records: JobRecords) => JobRecords, ShopData, string]>([
    ['another film', (records) => changed(records, 'p2', { filmId: neutralForTest.id }), shop, 'changed'],
    ['a pane less', (records) => ({ ...records, pane: { p1: records.pane['p1'] as Pane } }), shop, 'changed'],
    ['a mark on the glass', (records) => changed(records, 'p2', { handle: 'left' }), shop, 'holds'],
    [
      'a rack that is shorter by what was cut',
      (records) => records,
      {
        ...shop,
        stock: [
          { id: 'R1', filmId: silverForTest.id, kind: 'roll', width: 1524, length: 900, factoryEdges: [] },
        ],
      },
      'holds',
    ],
    [
      'sizes that were cut since',
      (records) => records,
      { ...shop, cutBefore: { [silverForTest.id]: [{ width: 500, length: 900, times: 3 }] } },
      'holds',
    ],
    [
      'another price',
      (records) => records,
      {
        ...shop,
        films: [
          { ...silverForTest, rolls: silverForTest.rolls.map((roll) => ({ ...roll, price: 500 })) },
          neutralForTest,
          frostForTest,
        ],
      },
      'changed',
    ],
  ])('and %s', (_what, change, of, standing) => {
    expect(deriveJob(change(kept), of).kept.kind).toBe(standing);
  });
});

describe('the one roll width that was chosen', () => {
  const two = {
    ...silverForTest,
    rolls: [914, 1524].map((widthMm) => ({
      widthMm,
      lengthMm: 30480,
      price: 400,
      soldBy: 'roll' as const,
      later: [],
    })),
  };
  const of: ShopData = {
    ...shop,
    films: [two],
    stock: [
      { id: 'R1', filmId: two.id, kind: 'roll', width: 914, length: 9000, factoryEdges: [] },
      { id: 'R2', filmId: two.id, kind: 'roll', width: 1524, length: 9000, factoryEdges: [] },
      { id: 'O1', filmId: two.id, kind: 'offcut', width: 700, length: 900, factoryEdges: [] },
    ],
  };
  const planned = (rollWidths: Record<string, number>) => {
    const records = recordsForTest();
    const header = records.job['job'];
    if (!header) throw new Error('no header');
    const { job } = deriveJob({ ...records, job: { job: { ...header, rollWidths } } }, of).plan;
    return [job.films[0]?.rolls.map(({ width }) => width), job.stock.map(({ id }) => id)];
  };

  test('leaves other rolls out, sold or on hand, but no offcuts', () => {
    expect(planned({})).toEqual([
      [914, 1524],
      ['R1', 'R2', 'O1'],
    ]);
    expect(planned({ [two.id]: 914 })).toEqual([[914], ['R1', 'O1']]);
    // A width that is not sold any more is no choice; one for another film does not count.
    expect(planned({ [two.id]: 1800 })[0]).toEqual([914, 1524]);
    expect(planned({ other: 914 })[0]).toEqual([914, 1524]);
  });
});

describe('the outline of a job', () => {
  test('counts what is measured, filmed and done, and tells the latest day of cure', () => {
    const records: JobRecords = {
      ...recordsForTest({
        panes: {
          p1: { readings: readingsForTest([]) },
          p2: { filmId: null },
          p3: { filmId: frostForTest.id },
        },
      }),
      fitting: {
        p1: { ticks: {}, faults: [], doneAt: '2027-03-01T15:00:00Z' },
        p3: {
          ticks: {},
          faults: [
            { id: 'f', kind: 'speck', x: 0.5, y: 0.5, note: '', notedAt: '2027-03-01T15:00:00Z' },
            { id: 'g', kind: 'crease', x: 0.2, y: 0.5, note: '', notedAt: '2027-03-01T15:00:00Z' },
          ],
          doneAt: '2027-04-02T03:00:00Z',
        },
      },
    };
    expect(outlineOfJob(deriveJob(records, shop))).toEqual({
      name: 'Reading room',
      customer: 'Lantern Quay Library',
      standing: 'faults',
      search: 'lantern quay library reading room quay 1 saltmarsh bay gannet silver 20 plover frost',
      town: 'Saltmarsh Bay',
      panes: 3,
      measured: 2,
      filmed: 2,
      planKept: false,
      done: 2,
      openFaults: 2,
      // The frost of 80 µm takes 30 days from the evening before: 03:00 UTC is 23:00 of the 1st there.
      curesOn: '2027-05-01',
    });
  });

  test('goes by the plan only while that holds; without a header there is none', () => {
    const kept = keeping(recordsForTest());
    expect(outlineOfJob(deriveJob(kept, shop))?.planKept).toBe(true);
    expect(outlineOfJob(deriveJob(changed(kept, 'p1', { readings: WIDE }), shop))?.planKept).toBe(false);
    expect(outlineOfJob(deriveJob({ ...kept, job: {} }, shop))).toBeNull();
  });

  test('a wall of glass blocks counts as measured', () => {
    const shape = {
      kind: 'blocks' as const,
      columns: 2,
      rows: 2,
      block: { widthMm: 190, heightMm: 190 },
      jointMm: 10,
      cornerRadiusMm: 0,
    };
    const records = recordsForTest({ panes: { p1: { shape, readings: readingsForTest([]) } } });
    expect(outlineOfJob(deriveJob(records, shop))).toMatchObject({ panes: 3, measured: 3 });
  });
});

describe('house rules of a film or a pane', () => {
  const ruled = (filmRuleSets: Record<string, string>, ruleSetId: string | null = null) => {
    const records = recordsForTest();
    const header = records.job[HEADER_ID] as NonNullable<(typeof records.job)[string]>;
    const job = deriveJob(
      changed({ ...records, job: { [HEADER_ID]: { ...header, filmRuleSets } } }, 'p1', { ruleSetId }),
      shop,
    );
    return { job, one: job.pane('p1'), other: job.pane('p2') };
  };

  test('hold for its panes, with what is added at their sides and how they are fitted', () => {
    const plain = ruled({});
    expect(plain.one?.planned).not.toHaveProperty('allowances');
    expect(plain.one?.rules).toBe(plain.job.rules);
    const { one, other, job } = ruled({ [silverForTest.id]: 'bench-cut' });
    expect([one?.rules.id, other?.rules.id, job.rules.id]).toEqual([
      'bench-cut',
      'bench-cut',
      'margin-all-round',
    ]);
    expect(one?.planned?.allowances).toEqual({ left: 0, top: 0, right: 0, bottom: 0 });
    expect(one?.planned?.width).toBeLessThan(plain.one?.planned?.width ?? 0);
    expect(one?.fittingPlan?.ways.trim).toBe('none');
  });

  test('those of the pane come before those of its film; a set that is gone leaves the job’s', () => {
    const { one, other } = ruled({ [silverForTest.id]: 'bench-cut' }, 'factory-edge-first');
    expect([one?.rules.id, other?.rules.id]).toEqual(['factory-edge-first', 'bench-cut']);
    const gone = ruled({}, 'never-was');
    expect(gone.one?.rules).toBe(gone.job.rules);
  });

  test('both schools stand in one plan that passes the check', () => {
    const { job } = ruled({}, 'bench-cut');
    const { job: planJob } = job.plan;
    const plan = planCuts(planJob, { random: seededRandom(1), rounds: 0, shouldStop: () => true });
    expect(checkPlan(planJob, plan)).toEqual([]);
    const size = (paneId: string) => {
      const piece = plan.pulls.flatMap(({ pieces }) => pieces).find((each) => each.paneId === paneId);
      return piece && Math.min(piece.w, piece.l) - Math.min(piece.cover.width, piece.cover.height);
    };
    expect(size('p1')).toBeCloseTo(0, 6);
    expect(size('p2')).toBeCloseTo(50, 6);
  });
});

test('the likes of a pane are those of its size and film on its wall, itself among them', () => {
  const [same, other] = [
    readingsForTest([800, 800, 800, 900, 900, 900]),
    readingsForTest([500, 500, 500, 900, 900, 900]),
  ];
  const job = deriveJob(
    recordsForTest({ panes: { p1: { readings: same }, p2: { readings: other }, p3: { readings: same } } }),
    bookForTest,
  );
  expect([...job.likesOf('p1')].sort()).toEqual(['p1', 'p3']);
  expect(job.likesOf('p2')).toEqual(['p2']);
  expect(job.likesOf('nobody')).toEqual(['nobody']);
});
