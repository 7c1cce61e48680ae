import { filmedPanes, glazingOptics, type Gap, type GlassPane, type Glazing } from './glazing.ts';
import { SIGMA, heatFlow, type BoundaryConditions } from './heatFlow.ts';
import type { Gas } from './gas.ts';

/** Under whose conditions U value and SHGC are stated. */
export const STANDARDS = ['nfrc', 'en'] as const;
export type Standard = (typeof STANDARDS)[number];

/** U value in W/m²K of the middle of the glazing; SHGC (g) as a share of the sun at right angles. */
export interface HeatFigures {
  readonly uValue: number;
  readonly shgc: number;
}

/** NFRC 100 and 200: winter night for U, summer day for SHGC. */
const WINTER: BoundaryConditions = {
  outdoorC: -18,
  indoorC: 21,
  sunWm2: 0,
  outdoorConvection: 26,
  heightM: 1,
};
const SUMMER: BoundaryConditions = {
  outdoorC: 32,
  indoorC: 24,
  sunWm2: 783,
  outdoorConvection: 15,
  heightM: 1,
};

function nfrc(glazing: Glazing): HeatFigures {
  const panes = filmedPanes(glazing);
  const solar = glazingOptics(glazing, 'solar');
  const winter = heatFlow(panes, glazing.gaps, solar.absorbed, WINTER);
  const sunny = heatFlow(panes, glazing.gaps, solar.absorbed, SUMMER);
  const dark = heatFlow(panes, glazing.gaps, solar.absorbed, { ...SUMMER, sunWm2: 0 });
  return {
    uValue: -winter.intoRoomWm2 / (WINTER.indoorC - WINTER.outdoorC),
    shgc: solar.t + (sunny.intoRoomWm2 - dark.intoRoomWm2) / SUMMER.sunWm2,
  };
}

interface EnGas {
  readonly density: number;
  readonly viscosity: number;
  readonly conductivity: number;
  readonly heat: number;
}

/** EN 673:2011 table 1, at 10 °C. */
const EN_GASES: Readonly<Record<Gas, EnGas>> = {
  air: { density: 1.232, viscosity: 1.761e-5, conductivity: 2.496e-2, heat: 1008 },
  argon: { density: 1.699, viscosity: 2.164e-5, conductivity: 1.684e-2, heat: 519 },
  krypton: { density: 3.56, viscosity: 2.4e-5, conductivity: 0.9e-2, heat: 245 },
};
const EN_MEAN_K = 283;
const EN_DIFFERENCE_K = 15;
const EN_OUTDOORS = 25;
/** Indoors 3.6 W/m²K of convection and 4.1 of radiation for glass of emissivity 0.837. */
const enIndoors = (emissivity: number) => 3.6 + (4.1 * emissivity) / 0.837;

function enGapConductance(gap: Gap, pane: GlassPane, next: GlassPane, differenceK: number): number {
  const mix = (of: (gas: EnGas) => number) =>
    gap.gas === 'air'
      ? of(EN_GASES.air)
      : gap.share * of(EN_GASES[gap.gas]) + (1 - gap.share) * of(EN_GASES.air);
  const [density, viscosity] = [mix((gas) => gas.density), mix((gas) => gas.viscosity)];
  const [conductivity, heat] = [mix((gas) => gas.conductivity), mix((gas) => gas.heat)];
  const widthM = gap.widthMm / 1000;
  const grashof = (9.81 * widthM ** 3 * differenceK * density ** 2) / (EN_MEAN_K * viscosity ** 2);
  const prandtl = (viscosity * heat) / conductivity;
  const nusselt = Math.max(1, 0.035 * (grashof * prandtl) ** 0.38);
  const emissivity = 1 / (1 / pane.emissivityIn + 1 / next.emissivityOut - 1);
  return (nusselt * conductivity) / widthM + 4 * SIGMA * emissivity * EN_MEAN_K ** 3;
}

/** Conductances of the gaps; with more than one the 15 K are shared by their resistances (EN 673 §7). */
function enGaps(panes: readonly GlassPane[], gaps: readonly Gap[]): number[] {
  let differences = gaps.map(() => EN_DIFFERENCE_K / gaps.length);
  let conductances: number[] = [];
  for (let round = 0; round < 60; round += 1) {
    conductances = gaps.map((gap, at) =>
      enGapConductance(gap, panes[at] as GlassPane, panes[at + 1] as GlassPane, differences[at] ?? 0),
    );
    const resistance = conductances.reduce((sum, each) => sum + 1 / each, 0);
    differences = conductances.map((each) => EN_DIFFERENCE_K / each / resistance);
  }
  return conductances;
}

/**
 * EN 673 for U (25 W/m²K outdoors) and EN 410 for g: each pane gives the room that share of what it absorbs which its
 * resistance to outdoors has of the whole.
 */
function en(glazing: Glazing): HeatFigures {
  const panes = filmedPanes(glazing);
  const conductances = enGaps(panes, glazing.gaps);
  const { absorbed, t } = glazingOptics(glazing, 'solar');
  const ofPane = ({ thicknessMm, conductivityWmK }: GlassPane) => thicknessMm / 1000 / conductivityWmK;
  const inmost = panes.at(-1);
  const indoors = 1 / enIndoors(inmost?.emissivityIn ?? 0.837);
  let toOutdoors = 1 / EN_OUTDOORS;
  const middles = panes.map((pane, at) => {
    const middle = toOutdoors + ofPane(pane) / 2;
    toOutdoors += ofPane(pane) + (at < conductances.length ? 1 / (conductances[at] ?? 1) : 0);
    return middle;
  });
  const whole = toOutdoors + indoors;
  const inward = absorbed.reduce((sum, share, at) => sum + (share * (middles[at] ?? 0)) / whole, 0);
  return { uValue: 1 / whole, shgc: t + inward };
}

/** U value and SHGC of a glazing with its films under the conditions of a standard. */
export function heatFigures(glazing: Glazing, standard: Standard): HeatFigures {
  return standard === 'nfrc' ? nfrc(glazing) : en(glazing);
}
