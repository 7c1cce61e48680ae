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
/** Steps through one repeating event, so that one since long ago comes to its end. */
const MOST_REPEATS = 20_000;

const unusable = (why: string) =>
  new HttpProblem(422, {
    title: 'The calendar can’t be read',
    detail: `${why} Save it from your calendar as an iCalendar file (.ics) and try again. Nothing was changed.`,
  });

/** A moment of an event: floating times and whole days are those of the zone. */
function momentOf(time: ICAL.Time, zone: string): Date {
  const isFloating = time.isDate || time.zone === ICAL.Timezone.localTimezone;
  if (!isFloating) return time.toJSDate();
  const { year, month, day, hour, minute, second } = time;
  return new Date(new TZDate(year, month - 1, day, time.isDate ? 0 : hour, minute, second, zone).getTime());
}

/** The times of a file in which its owner is busy, from now on; throws a sentence that says what is wrong. */
export function busyTimesOf(text: string, zone: string, now: Date): BusyStretch[] {
  let calendar: ICAL.Component;
  try {
    calendar = new ICAL.Component(ICAL.parse(text) as ConstructorParameters<typeof ICAL.Component>[0]);
  } catch (error) {
    throw unusable(
      `It is no iCalendar file (${error instanceof Error ? error.message.slice(0, 120) : 'broken'}).`,
    );
  }
  if (calendar.name !== 'vcalendar') throw unusable('It has no calendar in it.');
  const until = now.getTime() + AHEAD_DAYS * DAY_MS;
  for (const component of calendar.getAllSubcomponents('vtimezone')) ICAL.TimezoneService.register(component);
  const found: BusyStretch[] = [];
  const add = (from: Date, to: Date) => {
    if (to.getTime() > now.getTime() && from.getTime() < until && to > from) found.push({ from, to });
  };
  const all = calendar.getAllSubcomponents('vevent').map((component) => new ICAL.Event(component));
  // What stands in place of one of a repeating event belongs to it.
  for (const event of all)
    if (event.isRecurrenceException())
      all.find((main) => main.uid === event.uid && !main.isRecurrenceException())?.relateException(event);
  for (const event of all) {
    const { component } = event;
    const isFree =
      component.getFirstPropertyValue('transp') === 'TRANSPARENT' ||
      component.getFirstPropertyValue('status') === 'CANCELLED';
    if (isFree || event.isRecurrenceException() || !event.startDate) continue;
    if (!event.isRecurring()) {
      add(momentOf(event.startDate, zone), momentOf(event.endDate, zone));
      continue;
    }
    const times = event.iterator();
    for (let steps = 0; steps < MOST_REPEATS && found.length < MOST_TIMES; steps += 1) {
      const next = times.next() as ICAL.Time | null;
      if (!next || momentOf(next, zone).getTime() > until) break;
      const { item, startDate, endDate } = event.getOccurrenceDetails(next);
      if (item.component.getFirstPropertyValue('status') === 'CANCELLED') continue;
      add(momentOf(startDate, zone), momentOf(endDate, zone));
    }
  }
  if (found.length > MOST_TIMES)
    throw unusable(`It has more than ${MOST_TIMES} times in it; leave what is over out.`);
  return found.sort((one, other) => one.from.getTime() - other.from.getTime());
}
