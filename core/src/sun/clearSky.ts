import { monthOf } from './directSun.ts';
import { cosIncidence, inMonth, sunOnPoint, type PaneInSun } from './shade.ts';
import { localDay, sunPosition, type Site, type SunPosition } from './sunPosition.ts';

const RAD = Math.PI / 180;
const SOLAR_CONSTANT_WM2 = 1353;
/** Light from the whole clear sky on level ground, as a share of the direct beam. */
const SKY_SHARE = 0.1;
const GROUND_REFLECTS = 0.2;

/**
 * Direct beam under a clear sky, W/m² at right angles to it: I = 1353 · 0.7^(m^0.678) (Meinel and Meinel, Applied Solar
 * Energy, 1976), air mass m after Kasten and Young (1989). Sea level; haze and altitude neglected.
 */
export function clearBeam({ altitudeDeg }: Pick<SunPosition, 'altitudeDeg'>): number {
  if (altitudeDeg <= 0) return 0;
  const mass = 1 / (Math.sin(altitudeDeg * RAD) + 0.50572 * (altitudeDeg + 6.07995) ** -1.6364);
  return SOLAR_CONSTANT_WM2 * 0.7 ** (mass ** 0.678);
}

/** The sun on an upright pane at an hour under a clear sky, W/m² of glass. */
export interface SunOnGlass {
  readonly directWm2: number;
  /** From half the sky and from the ground before the pane. */
  readonly diffuseWm2: number;
}

export function clearSunOnGlass(pane: PaneInSun, sun: SunPosition): SunOnGlass {
  const beam = clearBeam(sun);
  const onGround = beam * (Math.sin(Math.max(0, sun.altitudeDeg) * RAD) + SKY_SHARE);
  const directWm2 = sunOnPoint(pane, sun, { x: 0.5, y: 0.5 }) ? beam * cosIncidence(sun, pane.bearingDeg) : 0;
  return { directWm2, diffuseWm2: (SKY_SHARE * beam) / 2 + (GROUND_REFLECTS * onGround) / 2 };
}

/** The sun of a year on a pane, by month from January. */
export interface SunYear {
  /** Hours of direct sun on the middle of the pane, clear sky. */
  readonly hours: readonly number[];
  /** Sun on the glass in kWh/m² of a clear month. */
  readonly kWhM2: readonly number[];
  /** The strongest hour of the month, W/m². */
  readonly peakWm2: readonly number[];
  /** What counts of it as if it came at right angles, under a clear and under the average sky; kWh/m² a month. */
  readonly normalEquivalentKWhM2: { readonly clear: readonly number[]; readonly average: readonly number[] };
  /** Hours of direct sun under the average sky. */
  readonly averageHours: readonly number[];
}

/** What a glazing takes of the sun by its angle, as shares of what it takes at right angles. */
export interface AngleResponse {
  readonly direct: (cosIncidence: number) => number;
  readonly diffuse: number;
}

/** Glass that takes all alike, for the sun on its face. */
export const EVERY_ANGLE: AngleResponse = { direct: () => 1, diffuse: 1 };

export interface Sky {
  readonly response: AngleResponse;
  /** Share of the sky that is clouded, by month. */
  readonly cloud: readonly number[];
}
export const CLEAR_SKY: Sky = { response: EVERY_ANGLE, cloud: [] };

/**
 * Beam and sky light under a clouded share of the sky, as factors of the clear sky's: global 1 − 0.75·N^3.4, diffuse
 * share 0.3 + 0.7·N² (Kasten and Czeplak, Solar Energy 24, 1980), with the month's mean cloud.
 */
function clouded(cloud: number, beamOnGround: number, skyOnGround: number) {
  const global = (beamOnGround + skyOnGround) * (1 - 0.75 * cloud ** 3.4);
  const diffuse = Math.min(1, 0.3 + 0.7 * cloud ** 2);
  return {
    beam: beamOnGround > 0 ? Math.min(1, (global * (1 - diffuse)) / beamOnGround) : 0,
    skyOnGround: global * diffuse,
    global,
  };
}

const HOUR_MS = 3_600_000;

/** Follows the sun over all hours of a year at a site: what it brings a pane, under a clear and under the average sky. */
export function sunOfYear(site: Site, year: number, pane: PaneInSun, sky: Sky = CLEAR_SKY): SunYear {
  const hours = Array.from({ length: 12 }, () => 0);
  const [kWhM2, peakWm2, clear, average] = [[...hours], [...hours], [...hours], [...hours]];
  const start = localDay(site, `${year}-01-01`).from.getTime();
  const end = localDay(site, `${year + 1}-01-01`).from.getTime();
  const monthEnds = hours.map((_, month) =>
    month === 11 ? end : localDay(site, `${year}-${String(month + 2).padStart(2, '0')}-01`).from.getTime(),
  );
  const { response } = sky;
  let month = 0;
  for (let moment = start + HOUR_MS / 2; moment < end; moment += HOUR_MS) {
    while (moment >= (monthEnds[month] ?? end)) month += 1;
    const sun = sunPosition(site, new Date(moment));
    if (sun.altitudeDeg <= 0) continue;
    const { directWm2, diffuseWm2 } = clearSunOnGlass(inMonth(pane, site, month), sun);
    if (directWm2 > 0) hours[month] = (hours[month] ?? 0) + 1;
    kWhM2[month] = (kWhM2[month] ?? 0) + (directWm2 + diffuseWm2) / 1000;
    peakWm2[month] = Math.max(peakWm2[month] ?? 0, directWm2 + diffuseWm2);
    const direct = directWm2 * response.direct(cosIncidence(sun, pane.bearingDeg));
    clear[month] = (clear[month] ?? 0) + (direct + diffuseWm2 * response.diffuse) / 1000;
    const beam = clearBeam(sun);
    const dull = clouded(sky.cloud[month] ?? 0.5, beam * Math.sin(sun.altitudeDeg * RAD), beam * SKY_SHARE);
    const dullDiffuse = dull.skyOnGround / 2 + (GROUND_REFLECTS * dull.global) / 2;
    average[month] = (average[month] ?? 0) + (direct * dull.beam + dullDiffuse * response.diffuse) / 1000;
  }
  const averageHours = hours.map((each, at) => each * (1 - (sky.cloud[at] ?? 0.5)));
  return { hours, kWhM2, peakWm2, normalEquivalentKWhM2: { clear, average }, averageHours };
}

/** The clear-sky sun on a pane through a local day `YYYY-MM-DD`, every `stepMinutes`: minutes after midnight and W/m². */
export function clearDay(
  site: Site,
  day: string,
  pane: PaneInSun,
  stepMinutes = 15,
): { readonly minute: number; readonly wm2: number }[] {
  const { from } = localDay(site, day);
  const seasonal = inMonth(pane, site, monthOf(day));
  return Array.from({ length: Math.floor(1440 / stepMinutes) + 1 }, (_, at) => {
    const minute = at * stepMinutes;
    const sun = sunPosition(site, new Date(from.getTime() + minute * 60_000));
    const { directWm2, diffuseWm2 } = clearSunOnGlass(seasonal, sun);
    return { minute, wm2: directWm2 + diffuseWm2 };
  });
}
