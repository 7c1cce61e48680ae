import { cosIncidence, sunOnPoint, type PaneInSun } from './shade.ts';
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

/** The clear-sky sun of a year on a pane, by month from January. */
export interface SunYear {
  /** Hours of direct sun on the middle of the pane, clear sky. */
  readonly hours: readonly number[];
  /** Sun on the glass in kWh/m² of a clear month. */
  readonly kWhM2: readonly number[];
  /** The strongest hour of the month, W/m². */
  readonly peakWm2: readonly number[];
}

const HOUR_MS = 3_600_000;

/** Follows the sun over all hours of a year at a site: what it brings a pane under a clear sky. */
export function clearYear(site: Site, year: number, pane: PaneInSun): SunYear {
  const hours = Array.from({ length: 12 }, () => 0);
  const kWhM2 = [...hours];
  const peakWm2 = [...hours];
  const start = localDay(site, `${year}-01-01`).from.getTime();
  const end = localDay(site, `${year + 1}-01-01`).from.getTime();
  const monthEnds = hours.map((_, month) =>
    month === 11 ? end : localDay(site, `${year}-${String(month + 2).padStart(2, '0')}-01`).from.getTime(),
  );
  let month = 0;
  for (let moment = start + HOUR_MS / 2; moment < end; moment += HOUR_MS) {
    while (moment >= (monthEnds[month] ?? end)) month += 1;
    const sun = sunPosition(site, new Date(moment));
    if (sun.altitudeDeg <= 0) continue;
    const { directWm2, diffuseWm2 } = clearSunOnGlass(pane, sun);
    if (directWm2 > 0) hours[month] = (hours[month] ?? 0) + 1;
    kWhM2[month] = (kWhM2[month] ?? 0) + (directWm2 + diffuseWm2) / 1000;
    peakWm2[month] = Math.max(peakWm2[month] ?? 0, directWm2 + diffuseWm2);
  }
  return { hours, kWhM2, peakWm2 };
}

/** The clear-sky sun on a pane through a local day `YYYY-MM-DD`, every `stepMinutes`: minutes after midnight and W/m². */
export function clearDay(
  site: Site,
  day: string,
  pane: PaneInSun,
  stepMinutes = 15,
): { readonly minute: number; readonly wm2: number }[] {
  const { from } = localDay(site, day);
  return Array.from({ length: Math.floor(1440 / stepMinutes) + 1 }, (_, at) => {
    const minute = at * stepMinutes;
    const sun = sunPosition(site, new Date(from.getTime() + minute * 60_000));
    const { directWm2, diffuseWm2 } = clearSunOnGlass(pane, sun);
    return { minute, wm2: directWm2 + diffuseWm2 };
  });
}
