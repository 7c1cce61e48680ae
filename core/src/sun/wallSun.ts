import { clockStretches, directSun, type DayStretch } from './directSun.ts';
import { OPEN_SKY, type PaneInSun, type Shade } from './shade.ts';
import type { Site } from './sunPosition.ts';

export interface WallInSun {
  readonly bearingDeg: number;
  readonly shade: Shade;
  readonly panes: readonly Pick<PaneInSun, 'widthMm' | 'heightMm'>[];
}

/** Fine enough to plan a day by. */
const STEP_MINUTES = 5;

/** Panes this near in size have the same sun, to a minute. */
const SIZE_STEP_MM = 50;

const joined = (stretches: readonly DayStretch[]): DayStretch[] =>
  [...stretches]
    .sort((a, b) => a.fromMinute - b.fromMinute)
    .reduce<DayStretch[]>((sofar, next) => {
      const last = sofar.at(-1);
      if (!last || next.fromMinute > last.toMinute) return [...sofar, next];
      return [...sofar.slice(0, -1), { ...last, toMinute: Math.max(last.toMinute, next.toMinute) }];
    }, []);

/**
 * When the sun is on at least one of the panes of a wall within a site's local day, with its overhang, fins and
 * neighbours; clock times of the site. A wall without panes is taken as an open one.
 */
export function wallSun(site: Site, day: string, { bearingDeg, shade, panes }: WallInSun): DayStretch[] {
  const sizes = panes.length > 0 ? panes : [{ widthMm: 1000, heightMm: 1000 }];
  const key = ({ widthMm, heightMm }: (typeof sizes)[number]) =>
    `${Math.round(widthMm / SIZE_STEP_MM)} ${Math.round(heightMm / SIZE_STEP_MM)}`;
  const distinct = [...new Map(sizes.map((size) => [key(size), size])).values()];
  // Without a shade of its own every pane of the wall has the same sun.
  const looked = shade.overhang || shade.finLeft || shade.finRight ? distinct : distinct.slice(0, 1);
  return joined(
    looked.flatMap(({ widthMm, heightMm }) =>
      clockStretches(site, directSun(site, day, { bearingDeg, widthMm, heightMm, shade }, STEP_MINUTES)),
    ),
  );
}

/** By how many minutes that may begin or end otherwise, as the bearing may be off by some degrees either way. */
export function wallSunUncertainty(site: Site, day: string, wall: WallInSun, bearingOffDeg: number): number {
  const ends = (bearingDeg: number) => {
    const stretches = wallSun(site, day, { ...wall, bearingDeg });
    const [first, last] = [stretches[0], stretches.at(-1)];
    return first && last ? { from: first.fromMinute, to: last.toMinute } : null;
  };
  const own = ends(wall.bearingDeg);
  if (!own) return 0;
  const apart = [-bearingOffDeg, bearingOffDeg].map((off) => {
    const other = ends(wall.bearingDeg + off);
    return other ? Math.max(Math.abs(other.from - own.from), Math.abs(other.to - own.to)) : own.to - own.from;
  });
  return Math.max(...apart);
}

/** The sun on an open wall within a local day, whatever its panes. */
export function openWallSun(site: Site, day: string, bearingDeg: number): DayStretch[] {
  return wallSun(site, day, { bearingDeg, shade: OPEN_SKY, panes: [] });
}
