import type { PaneForFilm } from '../advice/index.ts';
import { glassBuild, glazingOptics, heatFlow, withStrengths } from '../glazing/index.ts';
import { clearSunOnGlass, inMonth, sunPosition } from '../sun/index.ts';
import type { ForecastHour } from './forecast.ts';

/** How warm glass gets in an hour, °C, on the side where its film goes. */
export interface GlassHour {
  readonly at: string;
  readonly glassC: number;
  /** Four times of five it is between these. */
  readonly lowC: number;
  readonly highC: number;
}

export interface GlassConditions {
  readonly indoorC: number;
  readonly side: 'inside' | 'outside';
}

/** Ten, and ninety, of a hundred lie beyond so many standard deviations. */
export const EIGHTY_PERCENT = 1.2816;
/** Convection at the outer face in light wind, W/m²K (NFRC 100: 15 for 2.75 m/s). */
const LIGHT_WIND = 15;
const HALF_HOUR_MS = 1_800_000;

/** Sun through a clouded sky, as a share of a clear one’s: 1 − 0.75 N^3.4 (Kasten and Czeplak, Solar Energy 24, 1980). */
export const throughCloud = (cloud: number): number => 1 - 0.75 * cloud ** 3.4;

/**
 * Temperature of bare glass by the hour: clear-sky sun on it (with its shade) through the clouds of the forecast, absorbed by
 * its panes, heat to both sides by ISO 15099. The range is that of the air’s forecast.
 */
export function glassByHour(
  pane: Pick<PaneForFilm, 'glass' | 'glassMm' | 'said' | 'inSun' | 'site'>,
  hours: readonly ForecastHour[],
  { indoorC, side }: GlassConditions,
): GlassHour[] {
  const build = withStrengths(glassBuild(pane.glass, pane.glassMm), pane.said);
  const { absorbed } = glazingOptics({ panes: build.panes, films: [] }, 'solar');
  return hours.map(({ at, airC, airGiveC, cloud }) => {
    const middle = new Date(Date.parse(at) + HALF_HOUR_MS);
    const inSun = inMonth(pane.inSun, pane.site, middle.getUTCMonth());
    const { directWm2, diffuseWm2 } = clearSunOnGlass(inSun, sunPosition(pane.site, middle));
    const around = {
      indoorC,
      sunWm2: (directWm2 + diffuseWm2) * throughCloud(cloud),
      outdoorConvection: LIGHT_WIND,
      heightM: pane.inSun.heightMm / 1000,
    };
    const faceAt = (outdoorC: number) => {
      const { facesC } = heatFlow(build.panes, build.gaps, absorbed, { ...around, outdoorC });
      return (side === 'inside' ? facesC.at(-1) : facesC[0]) ?? outdoorC;
    };
    const give = EIGHTY_PERCENT * airGiveC;
    return { at, glassC: faceAt(airC), lowC: faceAt(airC - give), highC: faceAt(airC + give) };
  });
}

/** Hours in which glass is likelier than not outside of what film is hung at, and those in which it may be. */
export function hoursNotFit(
  hours: readonly GlassHour[],
  { fromC, toC }: { readonly fromC: number; readonly toC: number },
): { readonly not: readonly GlassHour[]; readonly perhaps: readonly GlassHour[] } {
  const isOut = (celsius: number) => celsius < fromC || celsius > toC;
  const not = hours.filter(({ glassC }) => isOut(glassC));
  const perhaps = hours.filter(({ glassC, lowC, highC }) => !isOut(glassC) && (isOut(lowC) || isOut(highC)));
  return { not, perhaps };
}
