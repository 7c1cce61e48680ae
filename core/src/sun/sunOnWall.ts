import { TZDate } from '@date-fns/tz';
import { getPosition } from 'suncalc';

export interface Site {
  readonly latitude: number;
  readonly longitude: number;
  readonly timeZone: string;
}

/** A stretch of a local day, as minutes after local midnight. */
export interface DayStretch {
  readonly fromMinute: number;
  readonly toMinute: number;
}

const MINUTES_PER_DAY = 24 * 60;
const SAMPLE_MINUTES = 5;

/**
 * When the sun stands before a wall on a day: above the horizon and on the wall's outer side. Takes the site (degrees,
 * east and north positive), the day as `YYYY-MM-DD` in the site's own time, and where the wall's outside looks (degrees
 * clockwise from true north). Trees, overhangs and neighbours are not reckoned with. Sun position: suncalc (after
 * Meeus, Astronomical Algorithms). Sampled every 5 minutes.
 */
export function sunOnWall(site: Site, day: string, bearingDeg: number): DayStretch[] {
  const [year = 1970, month = 1, date = 1] = day.split('-').map(Number);
  const midnight = new TZDate(year, month - 1, date, 0, 0, 0, site.timeZone).getTime();
  const stretches: { fromMinute: number; toMinute: number }[] = [];
  for (let minute = 0; minute < MINUTES_PER_DAY; minute += SAMPLE_MINUTES) {
    const sun = getPosition(new Date(midnight + minute * 60_000), site.latitude, site.longitude);
    const before = Math.cos(((sun.azimuth - bearingDeg) * Math.PI) / 180) > 0;
    if (sun.altitude <= 0 || !before) continue;
    const last = stretches.at(-1);
    if (last && last.toMinute === minute) last.toMinute = minute + SAMPLE_MINUTES;
    else stretches.push({ fromMinute: minute, toMinute: minute + SAMPLE_MINUTES });
  }
  return stretches;
}
