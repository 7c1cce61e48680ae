import type { Pane, PlacedOpening } from '../../survey/index.ts';
import { bookForTest, readingsForTest, recordsForTest } from '../../testing/jobs.ts';
import { moveSeam, planCuts, seamsNow, snapSeam } from '../index.ts';
import { seededRandom } from '../../units/index.ts';
import { deriveJob } from '../../job/index.ts';
import { filmForTest, jobForTest, paneForTest } from '../../testing/planJobs.ts';
import { seamPlaces, type PaneAmongOthers } from './seamPlaces.ts';

const readings = readingsForTest([2300, 2300, 2300, 2000, 2000, 2000]);

function spliceOf(changes: Partial<Pane> = {}) {
  const records = recordsForTest({ panes: { p1: { readings, ...changes } } });
  const splice = deriveJob(records, bookForTest).seamPlacesOf('p1');
  if (!splice) throw new Error('the pane is not divided');
  return splice;
}

describe('a seam in the hand', () => {
  test('snaps to the middle and into hidden strips, and lies where it is put elsewhere', () => {
    const hidden = [{ side: 'left' as const, depthMm: 980, behind: 'curtain' as const, bare: false }];
    expect(snapSeam(spliceOf(), 'vertical', 1133)).toBe(1150);
    expect(snapSeam(spliceOf(), 'vertical', 1100)).toBe(1100);
    expect(snapSeam(spliceOf({ hidden }), 'vertical', 501)).toBe(490);
    expect(snapSeam(spliceOf(), 'vertical', -40)).toBe(1);
    expect(snapSeam(spliceOf(), 'vertical', 9000)).toBe(2299);
  });

  test('is told from where the film begins, beside glass that is left bare', () => {
    const hidden = [{ side: 'left' as const, depthMm: 100, behind: 'outsideFrame' as const, bare: true }];
    expect(snapSeam(spliceOf({ hidden }), 'vertical', 1095)).toBe(1100);
  });

  test('alone moves alone; of three panels with a whole roll between them both seams go together', () => {
    expect(moveSeam(spliceOf(), 'vertical', [1150], 0, 1200)).toEqual([1200]);
    const broad = readingsForTest([3600, 3600, 3600, 2000, 2000, 2000]);
    const splice = spliceOf({ readings: broad });
    const [usual] = splice.options;
    if (!usual) throw new Error('no way to divide it');
    const [first, second] = usual.atMm as [number, number];
    const moved = moveSeam(splice, 'vertical', usual.atMm, 0, first + 40);
    expect(moved).toEqual([first + 40, second + 40]);
    expect(splice.problemAt('vertical', moved)).toBeNull();
  });

  test('stands where it was put, else where the plan has it, else in the best place offered', () => {
    const records = recordsForTest({ panes: { p1: { readings } } });
    const { job } = deriveJob(records, bookForTest).plan;
    const splice = spliceOf();
    const free = { allowed: true, axis: 'vertical' as const, atMm: null };
    expect(seamsNow(splice, free, null).atMm).toEqual(splice.options[0]?.atMm);
    const at = job.panes.map((pane) =>
      pane.id === 'p1' ? { ...pane, seams: { ...pane.seams, at: [1000] } } : pane,
    );
    const plan = planCuts(
      { ...job, panes: at },
      { random: seededRandom(1), rounds: 0, shouldStop: () => true },
    );
    expect(seamsNow(splice, free, plan)).toEqual({ axis: 'vertical', atMm: [1000] });
    expect(seamsNow(splice, { ...free, atMm: [1200] }, plan).atMm).toEqual([1200]);
  });
});

describe('what is about a pane where its seams may go', () => {
  const asked = paneForTest({
    id: 'own',
    width: 2400,
    height: 2200,
    seams: { allowed: true, axis: 'vertical' },
  });
  const planJob = jobForTest({ panes: [paneForTest({ id: 'first' }), asked] });
  const seams: Pane['seams'] = { allowed: true, axis: 'vertical', atMm: null };
  const opening = (
    id: string,
    leftMm: number,
    sillMm: number,
    widthMm: number,
    heightMm: number,
    measured = true,
  ) => ({ id, leftMm, sillMm, size: { widthMm, heightMm }, measured }) as PlacedOpening<string>;
  const among = (id: string, more: Partial<PaneAmongOthers> = {}): PaneAmongOthers => ({
    id,
    pane: { hidden: [], seams },
    size: { widthMm: 2400, heightMm: 2200 },
    covered: [],
    ...more,
  });
  const own = opening('own', 1000, 200, 2400, 2200);
  const about = (
    self: PaneAmongOthers,
    openings: readonly PlacedOpening<string>[],
    others: readonly PaneAmongOthers[] = [],
  ) => seamPlaces(self, [self, ...others], openings, planJob)?.around;
  const upright = (atMm: number) => ({ axis: 'vertical', atMm });
  const level = (atMm: number) => ({ axis: 'horizontal', atMm });

  test('edges of measured openings that fall on its glass, and the height of eyes', () => {
    const openings = [
      opening('left of it', 500, 300, 1500, 1000),
      own,
      opening('not measured', 700, 700, 700, 700, false),
      // Its edges stand at the very edge of the pane.
      opening('flush', 1001, 201, 2398, 2198),
    ];
    expect(about(among('own'), openings)).toEqual({
      hidden: [],
      lines: [upright(1000), level(2100), level(1100)],
      neighbours: [],
      eyes: { fromMm: 650, toMm: 1300 },
    });
  });

  test('all of it is told from where the film begins', () => {
    const covered = [{ leftMm: 40, topMm: 30, widthMm: 2340, heightMm: 2150 }];
    const hidden = (['left', 'right', 'top', 'bottom'] as const).map((side, at) => ({
      side,
      depthMm: 50 + 10 * at,
      behind: 'curtain' as const,
      bare: false,
    }));
    const around = about(among('own', { covered, pane: { hidden, seams } }), [
      own,
      opening('left of it', 500, 300, 1500, 1000),
    ]);
    expect(around).toMatchObject({
      hidden: [
        { axis: 'vertical', fromMm: -40, toMm: 10 },
        { axis: 'vertical', fromMm: 2340 - 40, toMm: 2400 - 40 },
        { axis: 'horizontal', fromMm: -30, toMm: 70 - 30 },
        { axis: 'horizontal', fromMm: 2120 - 30, toMm: 2200 - 30 },
      ],
      lines: [upright(960), level(2070), level(1070)],
      eyes: { fromMm: 620, toMm: 1270 },
    });
  });

  test('eyes meet only a pane that reaches them, and no more of it than there is', () => {
    const eyesAt = (sillMm: number) => about(among('own'), [{ ...own, sillMm }])?.eyes;
    expect(eyesAt(-500)).toEqual({ fromMm: 0, toMm: 600 });
    expect(eyesAt(-1100)).toBeNull();
    expect(eyesAt(-1099)).toEqual({ fromMm: 0, toMm: 1 });
    expect(eyesAt(1000)).toEqual({ fromMm: 1450, toMm: 2100 });
    expect(eyesAt(1200)).toEqual({ fromMm: 1650, toMm: 2200 });
    expect(eyesAt(1750)).toBeNull();
  });

  test('the seams that were put in panes like it', () => {
    const put = (id: string, widthMm: number, heightMm: number, more: Partial<Pane['seams']>) =>
      among(id, { size: { widthMm, heightMm }, pane: { hidden: [], seams: { ...seams, ...more } } });
    const others = [
      put('alike', 2409, 2191, { atMm: [1190] }),
      put('wider', 2410, 2200, { atMm: [1100] }),
      put('higher', 2400, 2210, { atMm: [1110] }),
      put('as planned', 2400, 2200, {}),
      put('either way', 2400, 2200, { axis: 'any', atMm: [1120] }),
      { ...put('unmeasured', 0, 0, { atMm: [1130] }), size: null },
    ];
    expect(
      about(among('own', { pane: { hidden: [], seams: { ...seams, atMm: [900] } } }), [own], others),
    ).toMatchObject({
      neighbours: [upright(1190)],
    });
  });

  test('a pane that goes whole, has no film, or does not stand on the wall has no places', () => {
    const whole = jobForTest({ panes: [{ ...asked, width: 900 }] });
    const without = jobForTest({ panes: [{ ...asked, filmId: 'none' }] });
    expect(seamPlaces(among('own'), [], [own], whole)).toBeNull();
    expect(seamPlaces(among('own'), [], [own], without)).toBeNull();
    expect(seamPlaces(among('own'), [], [], planJob)).toBeNull();
    expect(seamPlaces(among('another'), [], [own], planJob)).toBeNull();
    expect(seamPlaces(among('own'), [], [own], planJob)?.film).toMatchObject({ id: filmForTest.id });
  });
});

test('a seam let go near a line or the seam of its like goes there, within 25 mm', () => {
  const splice = spliceOf();
  const around = {
    ...splice.around,
    lines: [
      { axis: 'vertical' as const, atMm: 700 },
      { axis: 'horizontal' as const, atMm: 800 },
    ],
    neighbours: [
      { axis: 'vertical' as const, atMm: 900 },
      { axis: 'horizontal' as const, atMm: 400 },
    ],
    hidden: [{ axis: 'horizontal' as const, fromMm: 200, toMm: 300 }],
  };
  const snap = (axis: 'vertical' | 'horizontal', mm: number) => snapSeam({ ...splice, around }, axis, mm);
  expect([676, 675, 724, 725, 876, 801, 410, 255].map((mm) => snap('vertical', mm))).toEqual([
    700, 675, 700, 725, 900, 801, 410, 255,
  ]);
  expect([790, 410, 260, 1010, 700].map((mm) => snap('horizontal', mm))).toEqual([800, 400, 250, 1000, 700]);
});
