/** Gases between the panes. Temperatures K, pressure 101 325 Pa. */
export const GASES = ['air', 'argon', 'krypton'] as const;
export type Gas = (typeof GASES)[number];

export interface GasFill {
  readonly gas: Gas;
  /** Share of the gas; the rest is air. */
  readonly share: number;
}

export interface GasProperties {
  readonly conductivityWmK: number;
  readonly viscosityPaS: number;
  readonly heatJkgK: number;
  readonly densityKgM3: number;
}

interface GasLaw {
  /** Constant and slope over the absolute temperature. */
  readonly conductivity: readonly [number, number];
  readonly viscosity: readonly [number, number];
  readonly heat: readonly [number, number];
  readonly molarMass: number;
}

/** ISO 15099:2003 annex B, tables B.1 to B.3. */
const LAWS: Readonly<Record<Gas, GasLaw>> = {
  air: {
    conductivity: [2.873e-3, 7.76e-5],
    viscosity: [3.723e-6, 4.94e-8],
    heat: [1002.737, 1.2324e-2],
    molarMass: 28.97,
  },
  argon: {
    conductivity: [2.285e-3, 5.149e-5],
    viscosity: [3.379e-6, 6.451e-8],
    heat: [521.9285, 0],
    molarMass: 39.948,
  },
  krypton: {
    conductivity: [9.443e-4, 2.826e-5],
    viscosity: [2.213e-6, 7.777e-8],
    heat: [248.0907, 0],
    molarMass: 83.8,
  },
};

const PRESSURE_PA = 101_325;
const GAS_CONSTANT = 8314.47;

const at = ([constant, slope]: readonly [number, number], kelvin: number) => constant + slope * kelvin;

interface Pure {
  readonly x: number;
  readonly mass: number;
  readonly conductivity: number;
  readonly viscosity: number;
  readonly heat: number;
}

/** Sum over the gases of a property, each lessened by its partners (ISO 15099 §5.3.3, Wilke's form). */
function mixed(
  gases: readonly Pure[],
  property: (gas: Pure) => number,
  partner: (gas: Pure, other: Pure) => number,
): number {
  return gases.reduce((sum, gas) => {
    const partners = gases
      .filter((other) => other !== gas)
      .reduce((all, other) => all + (partner(gas, other) * other.x) / gas.x, 0);
    return sum + property(gas) / (1 + partners);
  }, 0);
}

/** Properties of a fill at a temperature, mixtures by ISO 15099:2003 §5.3.3 and annex B. */
export function gasProperties({ gas, share }: GasFill, kelvin: number): GasProperties {
  const parts: readonly (readonly [Gas, number])[] =
    gas === 'air'
      ? [['air', 1]]
      : [
          [gas, share],
          ['air', 1 - share],
        ];
  const gases = parts
    .filter(([, x]) => x > 0)
    .map(([name, x]): Pure => {
      const law = LAWS[name];
      return {
        x,
        mass: law.molarMass,
        conductivity: at(law.conductivity, kelvin),
        viscosity: at(law.viscosity, kelvin),
        heat: at(law.heat, kelvin),
      };
    });
  const molarMass = gases.reduce((sum, { x, mass }) => sum + x * mass, 0);
  // Conductivity of translation alone, and what the molecules carry inside (none for the noble gases).
  const translation = ({ mass, viscosity }: Pure) => (15 / 4) * (GAS_CONSTANT / mass) * viscosity;
  const inner = (one: Pure) => Math.max(0, one.conductivity - translation(one));
  const spread = (a: number, b: number, from: Pure, to: Pure) =>
    (1 + Math.sqrt(a / b) * (from.mass / to.mass) ** 0.25) ** 2 /
    (2 * Math.SQRT2 * Math.sqrt(1 + from.mass / to.mass));
  const carried = (one: Pure, other: Pure) => spread(translation(one), translation(other), one, other);
  const slowed = (one: Pure, other: Pure) =>
    carried(one, other) *
    (1 + (2.41 * (one.mass - other.mass) * (one.mass - 0.142 * other.mass)) / (one.mass + other.mass) ** 2);
  const viscous = (one: Pure, other: Pure) =>
    (1 + Math.sqrt(one.viscosity / other.viscosity) * (other.mass / one.mass) ** 0.25) ** 2 /
    (2 * Math.SQRT2 * Math.sqrt(1 + one.mass / other.mass));
  const single = gases.length === 1 ? gases[0] : undefined;
  return {
    conductivityWmK: single?.conductivity ?? mixed(gases, translation, slowed) + mixed(gases, inner, carried),
    viscosityPaS: mixed(gases, ({ viscosity }) => viscosity, viscous),
    heatJkgK: gases.reduce((sum, { x, heat, mass }) => sum + x * heat * mass, 0) / molarMass,
    densityKgM3: (PRESSURE_PA * molarMass) / (GAS_CONSTANT * kelvin),
  };
}
