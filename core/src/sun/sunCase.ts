import { TZDate } from '@date-fns/tz';
import { format } from 'date-fns';
import { z } from 'zod';
import type { FormatReader } from '../units/index.ts';
import { directSun } from './directSun.ts';
import type { Shade } from './shade.ts';
import { placeFields } from './place.ts';
import { riseAndSet, sunPosition } from './sunPosition.ts';

/** The file formats `neat-sill/sun-case` 1 and `neat-sill/sun-result` 1 (docs/formats). */

const depthMm = z.number().min(0, 'Must be 0 or more').max(100_000);
const finSchema = z
  .strictObject({ depthMm, besideMm: depthMm.default(0) })
  .nullable()
  .default(null);

export const sunCaseSchema = z.strictObject({
  format: z.literal('neat-sill/sun-case'),
  version: z.literal(1),
  id: z.string().max(200),
  ...placeFields,
  at: z.iso.datetime({
    offset: true,
    error: 'A moment is written with its offset, as 2027-06-21T12:00:00-05:00',
  }),
  bearingDeg: z
    .number('A bearing is a number of degrees')
    .min(0, 'A bearing runs from 0 to 360')
    .max(360, 'A bearing runs from 0 to 360'),
  pane: z.strictObject({
    widthMm: z.number().positive('Must be above 0'),
    heightMm: z.number().positive('Must be above 0'),
  }),
  shade: z
    .strictObject({
      overhang: z
        .strictObject({ depthMm, aboveMm: depthMm.default(0) })
        .nullable()
        .default(null),
      finLeft: finSchema,
      finRight: finSchema,
      horizonDeg: z
        .number()
        .min(0, 'A horizon stands at 0 to 90 degrees')
        .max(90, 'A horizon stands at 0 to 90 degrees')
        .default(0),
    })
    .default({ overhang: null, finLeft: null, finRight: null, horizonDeg: 0 }),
});
export type SunCase = z.infer<typeof sunCaseSchema>;

const moment = z.string();
export const sunResultSchema = z.strictObject({
  format: z.literal('neat-sill/sun-result'),
  version: z.literal(1),
  id: z.string(),
  zenithDeg: z.number(),
  azimuthDeg: z.number(),
  /** Null where the sun does not rise, or set, on that day. */
  sunrise: moment.nullable(),
  sunset: moment.nullable(),
  directSun: z.array(z.strictObject({ from: moment, to: moment })),
});
export type SunResult = z.infer<typeof sunResultSchema>;

export const sunCaseFormat: FormatReader<SunCase> = {
  format: 'neat-sill/sun-case',
  version: 1,
  schema: sunCaseSchema,
};

/** Where the sun stands at the moment of a case, and its way over that local day. */
export function sunResult(asked: SunCase): SunResult {
  const { timeZone, bearingDeg, pane, shade } = asked;
  const at = new Date(asked.at);
  const local = (time: Date) => new TZDate(time.getTime(), timeZone);
  const written = (time: Date) => format(local(time), "yyyy-MM-dd'T'HH:mm:ssxxx");
  const day = format(local(at), 'yyyy-MM-dd');
  const around: Shade = {
    overhang: shade.overhang,
    finLeft: shade.finLeft,
    finRight: shade.finRight,
    horizon: shade.horizonDeg > 0 ? [{ bearingDeg: 0, altitudeDeg: shade.horizonDeg }] : [],
    trees: [],
  };
  const { sunrise, sunset } = riseAndSet(asked, day);
  const { altitudeDeg, azimuthDeg } = sunPosition(asked, at);
  return {
    format: 'neat-sill/sun-result',
    version: 1,
    id: asked.id,
    zenithDeg: 90 - altitudeDeg,
    azimuthDeg,
    sunrise: sunrise && written(sunrise),
    sunset: sunset && written(sunset),
    directSun: directSun(asked, day, { bearingDeg, ...pane, shade: around }).map(({ from, to }) => ({
      from: written(from),
      to: written(to),
    })),
  };
}
