import type { Pane } from '../../survey/index.ts';
import { bookForTest, readingsForTest, recordsForTest } from '../../testing/jobs.ts';
import { moveSeam, planCuts, seamsNow, snapSeam } from '../index.ts';
import { seededRandom } from '../../units/index.ts';
import { deriveJob } from '../../job/index.ts';
import { filmForTest, jobForTest, paneForTest } from '../../testing/planJobs.ts';
import { seamPlaces } from './seamPlaces.ts';

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
    const free = { allowed: true, axis: 'vertical' as const, atMm: null, alone: false };
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

test('a seam let go near a line or the seam of its like goes there, within 25 mm', () => {
  const splice = spliceOf();
  const about = {
    lines: [
      { axis: 'vertical' as const, at: 700 },
      { axis: 'horizontal' as const, at: 800 },
    ],
    hidden: [{ axis: 'horizontal' as const, from: 200, to: 300 }],
  };
  const neighbours = [
    { axis: 'vertical' as const, atMm: [900] },
    { axis: 'horizontal' as const, atMm: [400] },
  ];
  const snap = (axis: 'vertical' | 'horizontal', mm: number) =>
    snapSeam({ ...splice, about, neighbours }, axis, mm);
  expect([676, 675, 724, 725, 876, 801, 410, 255].map((mm) => snap('vertical', mm))).toEqual([
    700, 675, 700, 725, 900, 801, 410, 255,
  ]);
  expect([790, 410, 260, 1010, 700].map((mm) => snap('horizontal', mm))).toEqual([800, 400, 250, 1000, 700]);
});

test('a pane that goes whole, or has no film, has no places; those of its likes draw it', () => {
  const wish = { allowed: true, axis: 'vertical' as const, atMm: null, alone: false };
  const wide = paneForTest({ id: 'own', width: 2400, height: 2200 });
  const of = (pane: Partial<typeof wide>, others: (typeof wide)[] = []) =>
    seamPlaces('own', wish, jobForTest({ panes: [{ ...wide, ...pane }, ...others] }));
  expect(of({ width: 900 })).toBeNull();
  expect(of({ filmId: 'none' })).toBeNull();
  expect(seamPlaces('another', wish, jobForTest({ panes: [wide] }))).toBeNull();
  expect(of({})?.film).toMatchObject({ id: filmForTest.id });
  const alike = { allowed: true, axis: 'vertical' as const, alike: 'both' };
  const mate = { ...wide, id: 'mate', seams: { ...alike, at: [1000], mirrored: true } };
  const stranger = { ...wide, id: 'stranger', seams: { ...alike, at: [900], alike: 'others' } };
  expect(of({ seams: alike }, [mate, stranger])?.neighbours).toEqual([{ axis: 'vertical', atMm: [1400] }]);
});
