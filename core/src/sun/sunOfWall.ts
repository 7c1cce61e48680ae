import type { Size, Wall } from '../survey/index.ts';
import type { DayStretch } from './directSun.ts';
import type { Site } from './sunPosition.ts';
import { wallSun, wallSunUncertainty } from './wallSun.ts';

type WallRecord = Pick<Wall, 'bearingDeg' | 'shade' | 'bearingUncertaintyDeg'>;

/** When the sun is on the panes of a wall, of these sizes, within the site's local day `YYYY-MM-DD`; clock times there. */
export function sunOfWall(site: Site, wall: WallRecord, panes: readonly Size[], day: string): DayStretch[] {
  return wallSun(site, day, { bearingDeg: wall.bearingDeg, shade: wall.shade, panes });
}

/** By how many minutes that may be otherwise, as the bearing of the wall is not known better. */
export function sunUncertaintyOfWall(
  site: Site,
  wall: WallRecord,
  panes: readonly Size[],
  day: string,
): number {
  const inSun = { bearingDeg: wall.bearingDeg, shade: wall.shade, panes };
  return wallSunUncertainty(site, day, inSun, wall.bearingUncertaintyDeg);
}
