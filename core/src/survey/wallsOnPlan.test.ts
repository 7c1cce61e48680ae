import { withRecord } from '../record/index.ts';
import { endsOnPlan } from './index.ts';
import { recordsForTest } from '../testing/index.ts';
import { northTurned, wallMoved, wallOnPlan, wallsLaidOut } from './wallsOnPlan.ts';
import type { Change, JobRecords } from '../job/index.ts';

const applied = (records: JobRecords, changes: readonly Change[]) =>
  changes.reduce<JobRecords>(withRecord, records);
const start = recordsForTest();
const wallId = Object.keys(start.wall)[0] ?? '';

describe('walls on the plan of the site', () => {
  test('a first lay-out keeps every bearing', () => {
    const laid = applied(start, wallsLaidOut(start, 0));
    for (const [id, wall] of Object.entries(laid.wall)) {
      expect(wall.plan?.facesDeg).toBeCloseTo(wall.bearingDeg % 360);
      expect(wall.bearingDeg).toBe(start.wall[id]?.bearingDeg);
    }
    expect(wallsLaidOut(laid, 0)).toEqual([]);
  });

  test('turning a wall turns its bearing, moving it does not', () => {
    const laid = applied(start, wallsLaidOut(start, 0));
    const moved = applied(laid, wallMoved(laid, wallId, { xMm: 100, yMm: 200 }));
    expect(moved.wall[wallId]).toMatchObject({
      bearingDeg: laid.wall[wallId]?.bearingDeg,
      bearingSource: 'map',
    });
    const turned = applied(moved, wallOnPlan(moved, wallId, { xMm: 100, yMm: 200, facesDeg: 90 }, 0));
    expect(turned.wall[wallId]).toMatchObject({ bearingDeg: 90, bearingSource: 'plan' });
  });

  test('when the arrow is turned, bearings off the plan follow and others are drawn anew', () => {
    const laid = applied(start, wallsLaidOut(start, 0));
    const onPlan = applied(laid, wallOnPlan(laid, wallId, { xMm: 0, yMm: 0, facesDeg: 90 }, 0));
    const turned = applied(onPlan, northTurned(onPlan, 30));
    expect(turned.wall[wallId]).toMatchObject({ bearingDeg: 60, plan: { facesDeg: 90 } });
    const other = Object.entries(start.wall).find(([id]) => id !== wallId);
    if (other) {
      const [id, { bearingDeg }] = other;
      expect(turned.wall[id]).toMatchObject({ bearingDeg, plan: { facesDeg: (bearingDeg + 30) % 360 } });
    }
  });

  test('who looks out of a south wall has its left end in the east', () => {
    const { left, right } = endsOnPlan({ xMm: 0, yMm: 0, facesDeg: 180, widthMm: 4000 });
    expect(left.x).toBeCloseTo(2000);
    expect(right.x).toBeCloseTo(-2000);
  });
});
