import type { RuleSet } from '../rules/index.ts';
import { wallSun, wallSunUncertainty, type DayStretch, type WallInSun } from '../sun/index.ts';
import { sizesOf } from './planning.ts';
import { headerOf, panesOfWall, type JobRecords } from './records.ts';

function inSun(records: JobRecords, wallId: string, rules: RuleSet): WallInSun | null {
  const wall = records.wall[wallId];
  if (!wall) return null;
  const panes = panesOfWall(records, wallId).flatMap((pane) => sizesOf(pane, rules)?.cutting ?? []);
  return { bearingDeg: wall.bearingDeg, shade: wall.shade, panes };
}

/** When the sun is on the panes of a wall of a job within the site's local day `YYYY-MM-DD`; clock times there. */
export function sunOfWall(records: JobRecords, wallId: string, rules: RuleSet, day: string): DayStretch[] {
  const [wall, header] = [inSun(records, wallId, rules), headerOf(records)];
  return wall && header ? wallSun(header.site, day, wall) : [];
}

/** By how many minutes that may be otherwise, as the bearing of the wall is not known better. */
export function sunUncertaintyOfWall(
  records: JobRecords,
  wallId: string,
  rules: RuleSet,
  day: string,
): number {
  const [wall, header] = [inSun(records, wallId, rules), headerOf(records)];
  const offDeg = records.wall[wallId]?.bearingUncertaintyDeg ?? 0;
  return wall && header ? wallSunUncertainty(header.site, day, wall, offDeg) : 0;
}
