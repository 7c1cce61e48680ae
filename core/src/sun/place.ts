import { z } from 'zod';

function isTimeZone(zone: string): boolean {
  try {
    return new Intl.DateTimeFormat('en', { timeZone: zone }).resolvedOptions().timeZone !== '';
  } catch (error) {
    if (error instanceof RangeError) return false;
    throw error;
  }
}

/** Where a site is, as files and forms give it: degrees, north and east positive, and the time it keeps. */
export const placeFields = {
  latitude: z
    .number('Latitude is a number of degrees')
    .min(-90, 'Latitude runs from -90 to 90')
    .max(90, 'Latitude runs from -90 to 90'),
  longitude: z
    .number('Longitude is a number of degrees')
    .min(-180, 'Longitude runs from -180 to 180')
    .max(180, 'Longitude runs from -180 to 180'),
  timeZone: z.string().refine(isTimeZone, 'Not a time zone; write one as America/New_York or Etc/GMT+5'),
};
