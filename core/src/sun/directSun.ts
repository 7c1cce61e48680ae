import { TZDate } from '@date-fns/tz';
import { inMonth, sunOnPoint, type PaneInSun } from './shade.ts';
import { localDay, sunPosition, type Site } from './sunPosition.ts';

export interface SunStretch {
  readonly from: Date;
  readonly to: Date;
}

const MINUTE_MS = 60_000;
/** Of a day `YYYY-MM-DD`, January as 0. */
export const monthOf = (day: string): number => Number(day.slice(5, 7)) - 1;

const MIDDLE = { x: 0.5, y: 0.5 };

/** The moment between two at which something begins or ends, to a second. */
function turn(from: number, to: number, holds: (moment: number) => boolean): number {
  const before = holds(from);
  let [low, high] = [from, to];
  while (high - low > 1000) {
    const middle = (low + high) / 2;
    if (holds(middle) === before) low = middle;
    else high = middle;
  }
  return Math.round(high / 1000) * 1000;
}

/**
 * When, within a site's local day `YYYY-MM-DD`, the sun is on the middle of an upright pane: above the horizon and its
 * neighbours and trees in leaf, before the wall, and neither overhang nor fin between. Looked at every `stepMinutes`, its ends to a second.
 */
export function directSun(site: Site, day: string, pane: PaneInSun, stepMinutes = 1): SunStretch[] {
  const stepMs = stepMinutes * MINUTE_MS;
  const { from, to } = localDay(site, day);
  const seasonal = inMonth(pane, site, monthOf(day));
  const holds = (moment: number) => sunOnPoint(seasonal, sunPosition(site, new Date(moment)), MIDDLE);
  const stretches: { from: Date; to: Date }[] = [];
  let since: number | null = holds(from.getTime()) ? from.getTime() : null;
  for (let moment = from.getTime(); moment < to.getTime(); moment += stepMs) {
    const next = Math.min(moment + stepMs, to.getTime());
    const then = holds(next);
    if (then === (since !== null)) continue;
    const at = turn(moment, next, holds);
    if (since === null) since = at;
    else {
      stretches.push({ from: new Date(since), to: new Date(at) });
      since = null;
    }
  }
  if (since !== null) stretches.push({ from: new Date(since), to });
  return stretches;
}

/** A stretch of a local day, as minutes that the clock there shows after midnight; 1440 at its end. */
export interface DayStretch {
  readonly fromMinute: number;
  readonly toMinute: number;
}

/** The clock times of stretches of a site's day. */
export function clockStretches(site: Pick<Site, 'timeZone'>, stretches: readonly SunStretch[]): DayStretch[] {
  const minute = (moment: Date) => {
    const local = new TZDate(moment.getTime(), site.timeZone);
    return local.getHours() * 60 + local.getMinutes();
  };
  return stretches.map(({ from, to }) => ({ fromMinute: minute(from), toMinute: minute(to) || 1440 }));
}
