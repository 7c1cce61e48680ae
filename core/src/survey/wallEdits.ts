import { addRecord, type ChangeOfKind } from '../record/index.ts';
import { NEW_ROOM, NEW_WALL, type SurveyChange, type SurveyRecords, type Wall } from './records.ts';
import { facesOnPlan } from './sitePlan.ts';

/** What somebody says of a wall; its room, place on the plan and order follow. */
export type WallSaid = Omit<Wall, 'roomId' | 'order' | 'plan' | 'grids' | 'seat'> &
  Partial<Pick<Wall, 'seat'>>;

type Rooms = Pick<SurveyRecords, 'room' | 'wall'>;

/** The room of a name, made where there is none yet. */
function roomNamed(
  { room }: Rooms,
  name: string,
  newId: () => string,
): { readonly roomId: string; readonly changes: readonly SurveyChange[] } {
  const existing = Object.entries(room).find(([, each]) => each.name === name)?.[0];
  if (existing) return { roomId: existing, changes: [] };
  const roomId = newId();
  const made: ChangeOfKind<'room', SurveyRecords['room'][string]> = addRecord('room', roomId, {
    ...NEW_ROOM,
    name,
    order: Object.keys(room).length,
  });
  return { roomId, changes: [made] };
}

/** A new wall, after all others, in the room of a name. */
export function wallAdded(
  records: Rooms,
  said: WallSaid,
  roomName: string,
  newId: () => string,
): { readonly id: string; readonly changes: readonly SurveyChange[] } {
  const { roomId, changes } = roomNamed(records, roomName, newId);
  const id = newId();
  const order = 1 + Math.max(-1, ...Object.values(records.wall).map((other) => other.order));
  const wall: Wall = { ...NEW_WALL, ...said, roomId, order };
  return { id, changes: [...changes, addRecord('wall', id, wall)] };
}

/** A wall as somebody says it anew; one that stands on the site's plan turns there with its bearing. */
export function wallChanged(
  records: Rooms,
  wallId: string,
  said: WallSaid,
  roomName: string,
  northDeg: number,
  newId: () => string,
): readonly SurveyChange[] {
  const before = records.wall[wallId];
  if (!before) return [];
  const { roomId, changes } = roomNamed(records, roomName, newId);
  const plan = before.plan && { ...before.plan, facesDeg: facesOnPlan(said.bearingDeg, northDeg) };
  return [...changes, { kind: 'wall', id: wallId, before, after: { ...before, ...said, plan, roomId } }];
}
