import { TZDate } from '@date-fns/tz';
import ICAL from 'ical.js';
import { HttpProblem } from '../../http/problem.ts';

/* Reads an iCalendar file: only when somebody is busy, nothing of what it is. */

export interface BusyStretch {
  readonly from: Date;
  readonly to: Date;
}

const DAY_MS = 86_400_000;
/** So far ahead is looked, and so many times are kept. */
const AHEAD_DAYS = 400;
const MOST_TIMES = 3000;
/** Steps through all that repeats in a file: two that are daily since 2000, and a second of the server. */
const MOST_REPEATS = 20_000;

const unusable = (why: string) =>
  new HttpProblem(422, {
    title: 'The calendar can’t be read',
    detail: `${why} Save it from your calendar as an iCalendar file (.ics) and try again. Nothing was changed.`,
  });

const isZone = (zone: string) => {
  try {
    return Boolean(new Intl.DateTimeFormat('en', { timeZone: zone }));
  } catch {
    return false;
  }
};

/**
 * A moment of an event: by the zone that the file describes, else by the zone that it names, else, as whole days, by that of
 * the shop. What one file describes as a zone is never kept: another file means its own.
 */
function momentOf(time: ICAL.Time, named: string | null, shopZone: string): Date {
  const isFloating = time.isDate || time.zone === ICAL.Timezone.localTimezone;
  if (!isFloating) return time.toJSDate();
  const { year, month, day, hour, minute, second } = time;
  const zone = !time.isDate && named !== null && isZone(named) ? named : shopZone;
  return new Date(new TZDate(year, month - 1, day, time.isDate ? 0 : hour, minute, second, zone).getTime());
}

function calendarIn(text: string): ICAL.Component {
  let calendar: ICAL.Component;
  try {
    calendar = new ICAL.Component(ICAL.parse(text) as ConstructorParameters<typeof ICAL.Component>[0]);
  } catch (error) {
    throw unusable(
      `It is no iCalendar file (${error instanceof Error ? error.message.slice(0, 120) : 'broken'}).`,
    );
  }
  if (calendar.name !== 'vcalendar') throw unusable('It has no calendar in it.');
  return calendar;
}

/** The times of a file in which its owner is busy, from now on; throws a sentence that says what is wrong. */
export function busyTimesOf(text: string, zone: string, now: Date): BusyStretch[] {
  const until = now.getTime() + AHEAD_DAYS * DAY_MS;
  const found: BusyStretch[] = [];
  const add = (from: Date, to: Date) => {
    if (to.getTime() > now.getTime() && from.getTime() < until && to > from) found.push({ from, to });
    if (found.length > MOST_TIMES)
      throw unusable(`It has more than ${MOST_TIMES} times in it; leave what is over out.`);
  };
  const all = calendarIn(text)
    .getAllSubcomponents('vevent')
    .map((component) => new ICAL.Event(component))
    .filter(({ startDate }) => startDate);
  const mains = all.filter((event) => !event.isRecurrenceException());
  const byUid = new Map(mains.map((event) => [event.uid, event]));
  // What stands in place of one of a repeating event belongs to it.
  for (const event of all) if (event.isRecurrenceException()) byUid.get(event.uid)?.relateException(event);
  let steps = 0;
  for (const event of mains) {
    const { component } = event;
    const isFree =
      component.getFirstPropertyValue('transp') === 'TRANSPARENT' ||
      component.getFirstPropertyValue('status') === 'CANCELLED';
    if (isFree) continue;
    const named = component.getFirstProperty('dtstart')?.getFirstParameter('tzid') ?? null;
    const at = (time: ICAL.Time) => momentOf(time, named, zone);
    if (!event.isRecurring()) {
      add(at(event.startDate), at(event.endDate));
      continue;
    }
    const times = event.iterator();
    for (;;) {
      if ((steps += 1) > MOST_REPEATS)
        throw unusable('Its events repeat more often than can be looked through; leave what is over out.');
      const next = times.next() as ICAL.Time | null;
      if (!next) break;
      // What began two years ago is over, and most of a long row is.
      if (next.year < now.getUTCFullYear() - 1) continue;
      if (at(next).getTime() > until) break;
      const { item, startDate, endDate } = event.getOccurrenceDetails(next);
      if (item.component.getFirstPropertyValue('status') !== 'CANCELLED') add(at(startDate), at(endDate));
    }
  }
  return found.sort((one, other) => one.from.getTime() - other.from.getTime());
}
