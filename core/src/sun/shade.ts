import type { SunPosition } from './sunPosition.ts';

/** What keeps the sun off a pane. Sides as seen from inside; overhang and fins reach as far as the sun needs. */
export interface Shade {
  readonly overhang: { readonly depthMm: number; readonly aboveMm: number } | null;
  readonly finLeft: Fin | null;
  readonly finRight: Fin | null;
  /** How high what stands around reaches into the sky, by bearing; between two bearings along the straight line. */
  readonly horizon: readonly HorizonPoint[];
  /** Trees that lose their leaves, likewise; bare ones keep the sun off no glass. */
  readonly trees: readonly HorizonPoint[];
}

export interface Fin {
  readonly depthMm: number;
  /** How far beside the glass it stands. */
  readonly besideMm: number;
}

export interface HorizonPoint {
  readonly bearingDeg: number;
  readonly altitudeDeg: number;
}

export const OPEN_SKY: Shade = { overhang: null, finLeft: null, finRight: null, horizon: [], trees: [] };

/** A pane as the sun meets it: where its outside looks, clockwise from true north, its size and its shade. */
export interface PaneInSun {
  readonly bearingDeg: number;
  readonly widthMm: number;
  readonly heightMm: number;
  readonly shade: Shade;
}

const RAD = Math.PI / 180;
const turned = (degrees: number) => ((degrees % 360) + 360) % 360;

/** How high the horizon stands at a bearing, degrees; open where nothing was said. */
export function horizonAt(horizon: readonly HorizonPoint[], bearingDeg: number): number {
  const points = [...horizon].sort((a, b) => a.bearingDeg - b.bearingDeg);
  const [first, last] = [points[0], points.at(-1)];
  if (!first || !last) return 0;
  const bearing = turned(bearingDeg);
  const after = points.find((point) => point.bearingDeg >= bearing) ?? {
    ...first,
    bearingDeg: first.bearingDeg + 360,
  };
  const before = points.findLast((point) => point.bearingDeg <= bearing) ?? {
    ...last,
    bearingDeg: last.bearingDeg - 360,
  };
  const span = after.bearingDeg - before.bearingDeg;
  const share = span === 0 ? 0 : (bearing - before.bearingDeg) / span;
  return before.altitudeDeg + share * (after.altitudeDeg - before.altitudeDeg);
}

/** Between the tropics trees keep their leaves. */
const TROPIC_DEG = 23.44;
/** Months, from January as 0, in which trees of the north have leaves: May to October; half a year on in the south. */
const LEAF_MONTHS: readonly number[] = [4, 5, 6, 7, 8, 9];

/** Whether trees at a latitude have their leaves in a month, January as 0. */
export function areInLeaf(latitude: number, month: number): boolean {
  if (Math.abs(latitude) <= TROPIC_DEG) return true;
  return LEAF_MONTHS.includes(latitude > 0 ? month : (month + 6) % 12);
}

/** A pane with the shade there is in a month: without trees where they are bare. */
export function inMonth<Pane extends Pick<PaneInSun, 'shade'>>(
  pane: Pane,
  { latitude }: { readonly latitude: number },
  month: number,
): Pane {
  if (pane.shade.trees.length === 0 || areInLeaf(latitude, month)) return pane;
  return { ...pane, shade: { ...pane.shade, trees: [] } };
}

/** Cosine of the angle between the sun's rays and the normal of an upright wall; below 0 the sun is behind it. */
export function cosIncidence({ azimuthDeg, altitudeDeg }: SunPosition, bearingDeg: number): number {
  return Math.cos(altitudeDeg * RAD) * Math.cos((azimuthDeg - bearingDeg) * RAD);
}

/**
 * Whether the sun is on a point of an upright pane, given as shares of its width from the left (seen from inside) and of
 * its height from the top. Overhang by the profile angle tan p = tan h / cos γ, fins by tan γ, where h is the sun's
 * height and γ its azimuth against the wall (ASHRAE Handbook Fundamentals, shading).
 */
export function sunOnPoint(
  pane: PaneInSun,
  sun: SunPosition,
  point: { readonly x: number; readonly y: number },
): boolean {
  const { shade } = pane;
  if (sun.altitudeDeg <= 0 || cosIncidence(sun, pane.bearingDeg) <= 0) return false;
  if (sun.altitudeDeg <= horizonAt(shade.horizon, sun.azimuthDeg)) return false;
  if (sun.altitudeDeg <= horizonAt(shade.trees, sun.azimuthDeg)) return false;
  const aside = (sun.azimuthDeg - pane.bearingDeg) * RAD;
  const rise = Math.tan(sun.altitudeDeg * RAD) / Math.cos(aside);
  const { overhang } = shade;
  if (overhang && overhang.depthMm * rise > overhang.aboveMm + point.y * pane.heightMm) return false;
  const reach = Math.tan(aside);
  const fin = reach > 0 ? shade.finRight : shade.finLeft;
  const from = reach > 0 ? (1 - point.x) * pane.widthMm : point.x * pane.widthMm;
  return !fin || fin.depthMm * Math.abs(reach) <= fin.besideMm + from;
}
