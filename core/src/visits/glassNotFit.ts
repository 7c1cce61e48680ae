import { paneForFilm } from '../advice/index.ts';
import type { Stretch } from '../day/index.ts';
import type { DerivedJob } from '../job/index.ts';
import { glassByHour, hoursNotFit, type ForecastHour, type GlassHour } from '../weather/index.ts';
import { visitClock } from './visitCase.ts';

const MINUTE_MS = 60_000;
const HOUR = 60;
/** Hours of the day in which anybody works. */
const [EARLIEST_HOUR, LATEST_HOUR] = [5, 22] as const;

export interface PaneStretches {
  readonly paneId: string;
  readonly stretches: readonly Stretch[];
}

export interface GlassOnDays {
  /** Hours in which the glass is likelier than not too cold or too hot, in minutes of these days’ clock. */
  readonly notFit: readonly PaneStretches[];
  /** Hours in which it may be, by a forecast that is that unsure. */
  readonly perhaps: readonly PaneStretches[];
}

/**
 * The last of some days, `YYYY-MM-DD`, all of which a forecast tells, at the clock of a site: the day before the first where it
 * tells none of them; null where it tells them all.
 */
export function forecastReaches(
  hours: readonly ForecastHour[],
  { timeZone, from, days }: { readonly timeZone: string; readonly from: string; readonly days: number },
): string | null {
  const clock = visitClock(timeZone, from);
  const last = hours.at(-1);
  if (!last) return clock.dayOf(-1);
  const told = (Date.parse(last.at) - Date.parse(clock.start)) / MINUTE_MS + HOUR;
  const day = clock.local(told).day;
  return day >= days ? null : clock.dayOf(Math.max(0, day) - 1);
}

const joined = (hours: readonly GlassHour[], start: number): Stretch[] => {
  const all: { from: number; to: number }[] = [];
  for (const { at } of hours) {
    const from = Math.round((Date.parse(at) - start) / MINUTE_MS);
    const last = all.at(-1);
    if (last?.to === from) last.to = from + HOUR;
    else all.push({ from, to: from + HOUR });
  }
  return all;
};

/**
 * When the glass of panes is too cold or too hot for film on some days, by a forecast. Panes of one wall with the same glass
 * and side are reckoned once.
 */
export function glassNotFit(
  job: DerivedJob,
  forecast: readonly ForecastHour[],
  days: { readonly from: string; readonly days: number },
): GlassOnDays {
  const { header } = job;
  if (!header) return { notFit: [], perhaps: [] };
  const { site } = header;
  const clock = visitClock(site.timeZone, days.from);
  const start = Date.parse(clock.start);
  const end = start + clock.at(days.days, 0) * MINUTE_MS;
  const hours = forecast.filter(({ at }) => {
    const moment = Date.parse(at);
    const hour = clock.local((moment - start) / MINUTE_MS).minute / HOUR;
    return moment >= start && moment < end && hour >= EARLIEST_HOUR && hour < LATEST_HOUR;
  });
  const known = new Map<string, ReturnType<typeof hoursNotFit>>();
  const found = job.panes.flatMap((pane) => {
    const wall = job.wall(pane.wallId)?.record;
    if (!wall || !pane.toFit || hours.length === 0) return [];
    const { fitting, film } = pane.rules;
    const side = pane.toFit.film.mount === 'outside' ? ('outside' as const) : ('inside' as const);
    const place = paneForFilm(pane.record, pane.sizes, wall, site);
    const key = JSON.stringify([
      pane.wallId,
      side,
      place.glass,
      place.glassMm,
      place.said,
      fitting.glassFromC,
      fitting.glassToC,
    ]);
    const own =
      known.get(key) ??
      hoursNotFit(glassByHour(place, hours, { indoorC: film.indoorC, side }), {
        fromC: fitting.glassFromC,
        toC: fitting.glassToC,
      });
    known.set(key, own);
    return [{ paneId: pane.id, ...own }];
  });
  const ofKind = (kind: 'not' | 'perhaps') =>
    found.flatMap(({ paneId, [kind]: list }) =>
      list.length > 0 ? [{ paneId, stretches: joined(list, start) }] : [],
    );
  return { notFit: ofKind('not'), perhaps: ofKind('perhaps') };
}
