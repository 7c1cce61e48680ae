import { z } from 'zod';
import { forecastSchema } from '../weather/index.ts';

/* Days of a crew: when people are elsewhere, what the weather will be, and calendars out and in. */

const moment = z.iso.datetime({ offset: true });

export const MOST_DAYS_ASKED = 60;
const days = z.coerce.number().int().min(1).max(MOST_DAYS_ASKED);

export const crewDaysQuerySchema = z.object({
  from: z.iso.date('This is no day'),
  days,
  /** A job whose own days don’t count. */
  not: z.uuid().optional(),
});

/** A stretch in which somebody is elsewhere. */
export const busyTimeSchema = z.strictObject({ personId: z.string(), from: moment, to: moment });
export type BusyTime = z.infer<typeof busyTimeSchema>;

export const crewDaysSchema = z
  .strictObject({
    busy: z.array(
      busyTimeSchema.extend({
        /** The job; null: from their own calendar, of which nothing else is told. */
        job: z.string().nullable(),
      }),
    ),
  })
  .meta({ id: 'CrewDays' });
export type CrewDays = z.infer<typeof crewDaysSchema>;

export const forecastQuerySchema = z.object({
  latitude: z.coerce.number().min(-90).max(90),
  longitude: z.coerce.number().min(-180).max(180),
  from: z.iso.date('This is no day'),
  days,
});
export const forecastAnswerSchema = forecastSchema.meta({ id: 'Forecast' });

/** Somebody’s calendars: whether theirs goes out by a feed, and what was read of their own. */
export const ownCalendarSchema = z
  .strictObject({
    feedSince: moment.nullable(),
    /** The address of the feed; told once, when it is made. */
    feedPath: z.string().nullable(),
    read: z.strictObject({ at: moment, times: z.int() }).nullable(),
    /** Kept days of theirs that their own calendar has something else in. */
    conflicts: z.array(z.strictObject({ job: z.string(), from: moment, to: moment })),
  })
  .meta({ id: 'OwnCalendar' });
export type OwnCalendar = z.infer<typeof ownCalendarSchema>;

/** Somebody’s days as an iCalendar file. */
export const calendarFileSchema = z.strictObject({ text: z.string() }).meta({ id: 'CalendarFile' });

export const LARGEST_CALENDAR = 2_000_000;
export const readCalendarSchema = z
  .strictObject({ text: z.string().min(1).max(LARGEST_CALENDAR) })
  .meta({ id: 'ReadCalendar' });
