import { Matrix, solve } from 'ml-matrix';
import { gasProperties } from './gas.ts';
import type { Gap, GlassPane } from './glazing.ts';

/** Stefan-Boltzmann constant, W/m²K⁴. */
export const SIGMA = 5.670374e-8;
export const KELVIN = 273.15;
const GRAVITY = 9.81;

/** What is around a glazing. Temperatures °C; sun W/m² at right angles on its outside. */
export interface BoundaryConditions {
  readonly outdoorC: number;
  readonly indoorC: number;
  readonly sunWm2: number;
  /** Convection at the outer face, W/m²K: 26 for 5.5 m/s of wind, 15 for 2.75 m/s (NFRC 100). */
  readonly outdoorConvection: number;
  /** Height over which the air of room and gaps rises, m. */
  readonly heightM: number;
}

/** Temperatures of the faces, °C, from outdoors to the room: two a pane; and the heat that goes into the room, W/m². */
export interface HeatFlow {
  readonly facesC: readonly number[];
  /** By convection and radiation from the inmost face; negative while the room loses heat. */
  readonly intoRoomWm2: number;
}

/** Natural convection in an upright gap: Nusselt number by ISO 15099:2003 §5.3.3.5 (90°). */
export function gapConvection(gap: Gap, warmK: number, coldK: number, heightM: number): number {
  const widthM = gap.widthMm / 1000;
  const mean = (warmK + coldK) / 2;
  const { conductivityWmK, viscosityPaS, heatJkgK, densityKgM3 } = gasProperties(gap, mean);
  const rayleigh =
    (densityKgM3 ** 2 * widthM ** 3 * GRAVITY * heatJkgK * Math.abs(warmK - coldK)) /
    (mean * viscosityPaS * conductivityWmK);
  const alongWall =
    rayleigh > 5e4
      ? 0.0673838 * Math.cbrt(rayleigh)
      : rayleigh > 1e4
        ? 0.028154 * rayleigh ** 0.4134
        : 1 + 1.7596678e-10 * rayleigh ** 2.2984755;
  const tall = 0.242 * (rayleigh / (heightM / widthM)) ** 0.272;
  return (Math.max(alongWall, tall) * conductivityWmK) / widthM;
}

/** Natural convection at an upright inner face: ISO 15099:2003 §8.3.2.2 (90°, Rayleigh numbers of windows). */
function roomConvection(faceK: number, airK: number, heightM: number): number {
  const mean = airK + 0.25 * (faceK - airK);
  const { conductivityWmK, viscosityPaS, heatJkgK, densityKgM3 } = gasProperties(
    { gas: 'air', share: 1 },
    mean,
  );
  const rayleigh =
    (densityKgM3 ** 2 * heightM ** 3 * GRAVITY * heatJkgK * Math.abs(faceK - airK)) /
    (mean * viscosityPaS * conductivityWmK);
  return (0.56 * rayleigh ** 0.25 * conductivityWmK) / heightM;
}

/** Radiation between two grey faces, made linear about their temperatures; W/m²K. */
function radiation(emissivity: number, aK: number, bK: number): number {
  return emissivity * SIGMA * (aK * aK + bK * bK) * (aK + bK);
}

const between = (one: number, other: number) => 1 / (1 / one + 1 / other - 1);

/** Conductances between neighbours along the way out to the room: outdoors, two faces a pane, the room. */
function conductances(
  panes: readonly GlassPane[],
  gaps: readonly Gap[],
  around: BoundaryConditions,
  facesK: readonly number[],
) {
  const outK = around.outdoorC + KELVIN;
  const inK = around.indoorC + KELVIN;
  const list: number[] = [];
  panes.forEach((pane, at) => {
    const here = facesK[2 * at] ?? outK;
    if (at === 0) list.push(around.outdoorConvection + radiation(pane.emissivityOut, here, outK));
    list.push((pane.conductivityWmK * 1000) / pane.thicknessMm);
    const inner = facesK[2 * at + 1] ?? inK;
    const next = panes[at + 1];
    const gap = gaps[at];
    if (!next || !gap) {
      list.push(roomConvection(inner, inK, around.heightM) + radiation(pane.emissivityIn, inner, inK));
      return;
    }
    const across = facesK[2 * at + 2] ?? inK;
    const emissivity = between(pane.emissivityIn, next.emissivityOut);
    list.push(gapConvection(gap, inner, across, around.heightM) + radiation(emissivity, inner, across));
  });
  return list;
}

const SETTLED_K = 1e-5;
const MOST_ROUNDS = 200;
const STEP = 0.85;

/**
 * Temperatures and heat flow of a glazing by ISO 15099:2003 (convection and long-wave radiation as functions of the
 * temperatures themselves, solar absorption half to each face of a pane). `absorbed` is the share of the sun by pane.
 */
export function heatFlow(
  panes: readonly GlassPane[],
  gaps: readonly Gap[],
  absorbed: readonly number[],
  around: BoundaryConditions,
): HeatFlow {
  const [outK, inK] = [around.outdoorC + KELVIN, around.indoorC + KELVIN];
  const count = 2 * panes.length;
  let facesK = Array.from(
    { length: count },
    (_, at) => outK + ((at + 1) / (count + 1)) * (inK - outK) + 0.01,
  );
  for (let round = 0; round < MOST_ROUNDS; round += 1) {
    const links = conductances(panes, gaps, around, facesK);
    const matrix = Matrix.zeros(count, count);
    const right = Matrix.zeros(count, 1);
    for (let at = 0; at < count; at += 1) {
      const [before, after] = [links[at] ?? 0, links[at + 1] ?? 0];
      matrix.set(at, at, before + after);
      if (at > 0) matrix.set(at, at - 1, -before);
      if (at < count - 1) matrix.set(at, at + 1, -after);
      const sun = ((absorbed[Math.floor(at / 2)] ?? 0) * around.sunWm2) / 2;
      right.set(at, 0, sun + (at === 0 ? before * outK : 0) + (at === count - 1 ? after * inK : 0));
    }
    const next = solve(matrix, right).to1DArray();
    const moved = Math.max(...next.map((kelvin, at) => Math.abs(kelvin - (facesK[at] ?? 0))));
    // Shortened steps: the convection of gaps would else swing between two states.
    facesK = next.map((kelvin, at) => STEP * kelvin + (1 - STEP) * (facesK[at] ?? kelvin));
    if (moved < SETTLED_K) break;
  }
  const links = conductances(panes, gaps, around, facesK);
  const inmost = facesK.at(-1) ?? inK;
  return {
    facesC: facesK.map((kelvin) => kelvin - KELVIN),
    intoRoomWm2: (links.at(-1) ?? 0) * (inmost - inK),
  };
}
