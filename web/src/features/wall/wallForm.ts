import { NEW_WALL, trueBearing, type TrueBearing, type Wall } from '@neat-sill/core/survey';
import { z } from 'zod';

export type WallData = Pick<
  Wall,
  | 'name'
  | 'bearingDeg'
  | 'bearingSource'
  | 'compassDeg'
  | 'bearingUncertaintyDeg'
  | 'widthMm'
  | 'heightMm'
  | 'floorMm'
  | 'shade'
>;
type BearingSource = Wall['bearingSource'];

/** How far off a bearing may be, by where it comes from; a guess off the street is good to a point of the compass. */
export const UNCERTAINTY_DEG: Readonly<Record<BearingSource, number>> = {
  map: 3,
  compass: 5,
  rough: 22,
  plan: 5,
};

/** Degrees as written, `225` or `225°`; null where that is no bearing. */
export function readBearing(text: string): number | null {
  const written = text.trim().replace(/°$/, '');
  const degrees = written === '' ? Number.NaN : Number(written);
  return degrees >= 0 && degrees <= 360 ? degrees : null;
}

const writeHorizon = (points: Wall['shade']['horizon']) =>
  points.map(({ bearingDeg, altitudeDeg }) => `${bearingDeg} ${altitudeDeg}`).join(', ');

/** Bearings and heights as written, `180 12, 225 25`; null where a part of it is none. */
export function readHorizon(text: string): Wall['shade']['horizon'] | null {
  const parts = text.split(',').flatMap((part) => part.trim() || []);
  const points = parts.map((part) => part.split(/\s+/).map(Number));
  const right = points.every(
    ([bearing = NaN, altitude = NaN, more]) =>
      bearing >= 0 && bearing <= 360 && altitude >= 0 && altitude <= 90 && more === undefined,
  );
  return right ? points.map(([bearingDeg = 0, altitudeDeg = 0]) => ({ bearingDeg, altitudeDeg })) : null;
}

const skylineField = z
  .string()
  .refine(
    (text) => readHorizon(text) !== null,
    'Write a bearing (0 to 360) and a height (0 to 90), as 180 12, 225 25.',
  );

export const wallFormSchema = z.object({
  room: z.string().trim().min(1, 'Name the room.'),
  name: z.string().trim().min(1, 'Name the wall.'),
  source: z.enum(['map', 'compass', 'rough', 'plan']),
  bearing: z.string().refine((text) => readBearing(text) !== null, 'Type degrees from 0 (north) to 360.'),
  widthMm: z.number(),
  heightMm: z.number(),
  floorMm: z.number(),
  overhangDepthMm: z.number(),
  overhangAboveMm: z.number(),
  finLeftDepthMm: z.number(),
  finLeftBesideMm: z.number(),
  finRightDepthMm: z.number(),
  finRightBesideMm: z.number(),
  horizon: skylineField,
  trees: skylineField,
});
export type WallForm = z.infer<typeof wallFormSchema>;

interface NewWall {
  readonly room: string;
  readonly widthMm: number;
  readonly heightMm: number;
}

/** What the form begins with: the wall as it is, or a new one. */
export function wallFormOf(wall: (Wall & { readonly room: string }) | null, fresh: NewWall): WallForm {
  const { overhang, finLeft, finRight, horizon, trees } = (wall ?? NEW_WALL).shade;
  return {
    room: wall?.room ?? fresh.room,
    name: wall?.name ?? '',
    source: wall?.bearingSource ?? 'map',
    bearing: String(wall?.compassDeg ?? wall?.bearingDeg ?? 180),
    widthMm: wall?.widthMm ?? fresh.widthMm,
    heightMm: wall?.heightMm ?? fresh.heightMm,
    floorMm: wall?.floorMm ?? 0,
    overhangDepthMm: overhang?.depthMm ?? 0,
    overhangAboveMm: overhang?.aboveMm ?? 0,
    finLeftDepthMm: finLeft?.depthMm ?? 0,
    finLeftBesideMm: finLeft?.besideMm ?? 0,
    finRightDepthMm: finRight?.depthMm ?? 0,
    finRightBesideMm: finRight?.besideMm ?? 0,
    horizon: writeHorizon(horizon),
    trees: writeHorizon(trees),
  };
}

/** True bearing of what a compass read at this site on this day; null where it is no compass reading. */
export function correctedBearing(
  { source, bearing }: Pick<WallForm, 'source' | 'bearing'>,
  site: Parameters<typeof trueBearing>[1],
  day: Date,
): TrueBearing | null {
  const degrees = readBearing(bearing);
  return source === 'compass' && degrees !== null ? trueBearing(degrees, site, day) : null;
}

/** The wall that a filled form says. What is no deeper than nothing gives no shade. */
export function wallOfForm(form: WallForm, corrected: TrueBearing | null): WallData {
  const degrees = readBearing(form.bearing) ?? 0;
  const deep = <Shade>(depthMm: number, shade: Shade) => (depthMm > 0 ? shade : null);
  const fin = (depthMm: number, besideMm: number) => deep(depthMm, { depthMm, besideMm });
  return {
    name: form.name,
    bearingDeg: corrected?.bearingDeg ?? degrees,
    bearingSource: form.source,
    compassDeg: corrected ? degrees : null,
    bearingUncertaintyDeg: UNCERTAINTY_DEG[form.source],
    widthMm: form.widthMm,
    heightMm: form.heightMm,
    floorMm: form.floorMm,
    shade: {
      overhang: deep(form.overhangDepthMm, {
        depthMm: form.overhangDepthMm,
        aboveMm: form.overhangAboveMm,
      }),
      finLeft: fin(form.finLeftDepthMm, form.finLeftBesideMm),
      finRight: fin(form.finRightDepthMm, form.finRightBesideMm),
      horizon: readHorizon(form.horizon) ?? [],
      trees: readHorizon(form.trees) ?? [],
    },
  };
}
