import { addDays, format, getDayOfYear, parseISO } from 'date-fns';
import { z } from 'zod';

/* A forecast by the hour, and a weather service that does not exist and stands in for one. */

const hourSchema = z.strictObject({
  /** When the hour begins. */
  at: z.iso.datetime({ offset: true }),
  airC: z.number().min(-90).max(70),
  /** One standard deviation of the air’s temperature, K: grows with how far ahead the hour is. */
  airGiveC: z.number().min(0).max(30),
  /** Share of the sky that is clouded. */
  cloud: z.number().min(0).max(1),
  /** How likely it rains in that hour. */
  rainChance: z.number().min(0).max(1),
});
export type ForecastHour = z.infer<typeof hourSchema>;

export const forecastSchema = z.strictObject({
  source: z.string().max(120),
  /** Nothing real is behind it. */
  isStandIn: z.boolean(),
  issuedAt: z.iso.datetime({ offset: true }),
  hours: z.array(hourSchema).max(24 * 20),
});
export type Forecast = z.infer<typeof forecastSchema>;

export interface ForecastAsked {
  readonly latitude: number;
  readonly longitude: number;
  /** The first day, `YYYY-MM-DD` in UTC, and how many. */
  readonly from: string;
  readonly days: number;
}

/** Further ahead no service tells hours. */
export const FURTHEST_DAYS = 14;

/** A number from 0 to 1 that belongs to a text (FNV-1a). */
function chanceOf(text: string): number {
  let hash = 2166136261;
  for (let at = 0; at < text.length; at += 1) hash = Math.imul(hash ^ text.charCodeAt(at), 16777619);
  hash = Math.imul(hash ^ (hash >>> 15), 2246822507);
  return ((hash ^ (hash >>> 13)) >>> 0) / 2 ** 32;
}

/** As good as normal: mean 0, standard deviation 1. */
const bell = (text: string) =>
  [0, 1, 2, 3, 4, 5].reduce((sum, at) => sum + chanceOf(`${text} ${at}`), -3) * Math.SQRT2;

/**
 * Air of a day as it usually is: cooler towards the poles, warmest three weeks after the highest sun, with a swing over the
 * day. A made-up climate of the right size, no record of any place.
 */
function usualAirC(latitude: number, day: string, hourOfSun: number): number {
  const north = Math.min(Math.abs(latitude), 70);
  const warmest = latitude >= 0 ? 201 : 19;
  const season = Math.cos((2 * Math.PI * (getDayOfYear(parseISO(day)) - warmest)) / 365.25);
  const swing = -Math.cos((2 * Math.PI * (hourOfSun - 3)) / 24);
  return 27 - 0.0095 * north ** 2 + 0.25 * north * season + 4.5 * swing;
}

/** The weather there is on a day at a place, which nobody knows before: the same whenever it is asked for. */
function weatherOn(place: string, day: string) {
  const before = format(addDays(parseISO(day), -1), 'yyyy-MM-dd');
  const mixed = (what: string) =>
    0.6 * bell(`${place} ${what} ${day}`) + 0.8 * bell(`${place} ${what} ${before}`);
  const cloud = Math.min(1, Math.max(0, 0.5 + 0.35 * mixed('cloud')));
  return { warmer: 3 * mixed('air'), cloud };
}

/**
 * The forecast of a weather service that does not exist: hours of each day from `from` on, as it would tell them at
 * `issuedAt`. What it says drifts from the weather there will be the further ahead it is. Null: it gives no answer, as
 * services sometimes do, for about an hour in thirty.
 */
export function standInForecast(asked: ForecastAsked, issuedAt: Date): Forecast | null {
  const { latitude, longitude, from, days } = asked;
  const place = `${latitude.toFixed(1)} ${longitude.toFixed(1)}`;
  const issued = issuedAt.toISOString();
  if (chanceOf(`${place} away ${issued.slice(0, 13)}`) < 1 / 30) return null;
  const hours = Array.from({ length: days }, (_, at) =>
    format(addDays(parseISO(from), at), 'yyyy-MM-dd'),
  ).flatMap((day) => {
    const { warmer, cloud } = weatherOn(place, day);
    return Array.from({ length: 24 }, (_, hour): ForecastHour | null => {
      const at = new Date(`${day}T${String(hour).padStart(2, '0')}:00:00Z`);
      const leadDays = Math.max(0, (at.getTime() - issuedAt.getTime()) / 86_400_000);
      if (leadDays > FURTHEST_DAYS) return null;
      const airGiveC = 0.7 + 0.35 * leadDays;
      const off = bell(`${place} off ${day} ${issued.slice(0, 10)}`);
      const said = Math.min(1, Math.max(0, cloud + 0.05 * leadDays * off));
      const hourOfSun = (hour + longitude / 15 + 24) % 24;
      return {
        at: at.toISOString(),
        airC: Math.round((usualAirC(latitude, day, hourOfSun) + warmer + airGiveC * off) * 10) / 10,
        airGiveC: Math.round(airGiveC * 10) / 10,
        cloud: Math.round(said * 100) / 100,
        rainChance: Math.round(Math.max(0, said - 0.55) * 1.6 * 100) / 100,
      };
    });
  });
  return {
    source: 'Harbour Weather (a stand-in)',
    isStandIn: true,
    issuedAt: issued,
    hours: hours.filter((each) => each !== null),
  };
}
