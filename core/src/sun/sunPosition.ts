import { TZDate } from '@date-fns/tz';
import { getPosition, getTimes } from 'suncalc';

export interface Site {
  readonly latitude: number;
  readonly longitude: number;
  readonly timeZone: string;
}

/** Where the sun stands, degrees: azimuth clockwise from true north, altitude as seen through the air (refracted). */
export interface SunPosition {
  readonly azimuthDeg: number;
  readonly altitudeDeg: number;
}

/** Where the sun stands at a moment, by suncalc (Meeus, Astronomical Algorithms; within 0.1°). */
export function sunPosition(place: Pick<Site, 'latitude' | 'longitude'>, at: Date): SunPosition {
  const { azimuth, altitude } = getPosition(at, place.latitude, place.longitude);
  return { azimuthDeg: azimuth, altitudeDeg: altitude };
}

const HOUR_MS = 3_600_000;

/** The local day `YYYY-MM-DD` of a site as moments: from its midnight up to the next. */
export function localDay(
  site: Pick<Site, 'timeZone'>,
  day: string,
): { readonly from: Date; readonly to: Date } {
  const [year = 1970, month = 1, date = 1] = day.split('-').map(Number);
  const midnight = (shift: number) =>
    new Date(new TZDate(year, month - 1, date + shift, site.timeZone).getTime());
  return { from: midnight(0), to: midnight(1) };
}

/**
 * Sunrise and sunset (upper limb, refraction 34') within a site's local day; null where the sun does not rise or set on
 * that day.
 */
export function riseAndSet(
  site: Site,
  day: string,
): { readonly sunrise: Date | null; readonly sunset: Date | null } {
  const { from, to } = localDay(site, day);
  const around = [-24, 0, 24].map((hours) =>
    getTimes(new Date(from.getTime() + (12 + hours) * HOUR_MS), site.latitude, site.longitude),
  );
  const within = (moments: readonly (Date | null)[]) =>
    moments.find((moment) => moment !== null && moment >= from && moment < to) ?? null;
  return {
    sunrise: within(around.map((day) => day.sunrise)),
    sunset: within(around.map((day) => day.sunset)),
  };
}
