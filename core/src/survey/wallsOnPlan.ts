import { inOrder, patchRecord } from '../record/index.ts';
import type { SurveyChange, SurveyRecords, Wall } from './records.ts';
import { bearingOnPlan, facesOnPlan, layOut, type WallOnPlan } from './sitePlan.ts';

type WallRecords = Pick<SurveyRecords, 'wall'>;

const onPlan = (wall: Wall) => wall.bearingSource === 'plan' && wall.plan !== null;

/** A bearing taken off a plan is as good as the plan was drawn. */
const PLAN_UNCERTAINTY_DEG = 5;

/** Puts a wall on the plan; its bearing follows from how it stands there and from the arrow. */
export function wallOnPlan(
  records: WallRecords,
  wallId: string,
  plan: WallOnPlan,
  northDeg: number,
): SurveyChange[] {
  const change = patchRecord(records, 'wall', wallId, {
    plan,
    bearingSource: 'plan',
    compassDeg: null,
    bearingDeg: bearingOnPlan(plan.facesDeg, northDeg),
    bearingUncertaintyDeg: PLAN_UNCERTAINTY_DEG,
  });
  return change ? [change] : [];
}

/** Moves a wall on the plan without turning it: its bearing stays as it came to be known. */
export function wallMoved(
  records: WallRecords,
  wallId: string,
  place: Pick<WallOnPlan, 'xMm' | 'yMm'>,
): SurveyChange[] {
  const wall = records.wall[wallId];
  if (!wall?.plan) return [];
  const change = patchRecord(records, 'wall', wallId, { plan: { ...wall.plan, ...place } });
  return change ? [change] : [];
}

/**
 * What becomes of the walls as the arrow that points north on the plan is turned, degrees clockwise from up. The walls stay as they are drawn, so that
 * bearings taken off the plan follow; walls whose bearing is known otherwise are drawn anew by it.
 */
export function northTurned(records: WallRecords, northDeg: number): SurveyChange[] {
  const walls = Object.entries(records.wall).map(([id, wall]) => {
    if (onPlan(wall) && wall.plan)
      return patchRecord(records, 'wall', id, { bearingDeg: bearingOnPlan(wall.plan.facesDeg, northDeg) });
    if (!wall.plan) return null;
    return patchRecord(records, 'wall', id, {
      plan: { ...wall.plan, facesDeg: facesOnPlan(wall.bearingDeg, northDeg) },
    });
  });
  return walls.filter((change) => change !== null);
}

/** Puts all walls that are not on the plan yet at a first place, by their bearings. */
export function wallsLaidOut(records: WallRecords, northDeg: number): SurveyChange[] {
  const walls = inOrder(records.wall);
  const places = layOut(walls, northDeg);
  return walls.flatMap(({ id, plan }, at) => {
    const place = places[at];
    const change = plan === null && place ? patchRecord(records, 'wall', id, { plan: place }) : null;
    return change ? [change] : [];
  });
}
