import geomagnetism from 'geomagnetism';

export interface TrueBearing {
  /** Clockwise from true north. */
  readonly bearingDeg: number;
  /** By how much a compass needle points east of true north there and then; west is negative. */
  readonly declinationDeg: number;
  /** Name of the magnetic model, as it is published. */
  readonly model: string;
}

const turned = (degrees: number) => ((degrees % 360) + 360) % 360;

/**
 * Corrects a bearing that a compass showed to true north: adds the declination of the World Magnetic Model at the place
 * and day. Takes degrees, north and east positive. Outside the years of the model its nearest end is used.
 */
export function trueBearing(
  compassDeg: number,
  place: { readonly latitude: number; readonly longitude: number },
  day: Date,
): TrueBearing {
  const magnetic = geomagnetism.model(day, { allowOutOfBoundsModel: true });
  const { decl } = magnetic.point([place.latitude, place.longitude]);
  return { bearingDeg: turned(compassDeg + decl), declinationDeg: decl, model: magnetic.name };
}
