/**
 * Optical figures of one layer in one band, at right angles: shares of what arrives, `rOut` of light from outdoors,
 * `rIn` of light from the room. What is let through is the same both ways (reciprocity).
 */
export interface Band {
  readonly t: number;
  readonly rOut: number;
  readonly rIn: number;
}

export const BAND_NAMES = ['solar', 'visible', 'uv'] as const;
export type BandName = (typeof BAND_NAMES)[number];
export type Bands = Readonly<Record<BandName, Band>>;

/** What a stack of layers does with light of one band from outdoors; `absorbed` by layer, from outdoors to the room. */
export interface StackOptics extends Band {
  readonly absorbed: readonly number[];
  /** The same of light that comes from the room, as a closed blind throws it back. */
  readonly absorbedFromRoom: readonly number[];
}

interface Flux {
  /** Towards the room and towards outdoors, in the gap before a layer (from outdoors). */
  readonly inward: number;
  readonly outward: number;
}

/** The light between the layers, for one unit from outdoors: all reflections back and forth (adding method). */
function fluxes(layers: readonly Band[]): Flux[] {
  // Reflectance, as seen from outdoors, of each layer together with all behind it.
  const behind: number[] = Array.from({ length: layers.length + 1 }, () => 0);
  for (let at = layers.length - 1; at >= 0; at -= 1) {
    const { t, rOut, rIn } = layers[at] as Band;
    const rest = behind[at + 1] ?? 0;
    behind[at] = rOut + (t * t * rest) / (1 - rIn * rest);
  }
  let inward = 1;
  return [...layers, null].map((layer, at): Flux => {
    const flux = { inward, outward: inward * (behind[at] ?? 0) };
    if (layer) inward = (inward * layer.t) / (1 - layer.rIn * (behind[at + 1] ?? 0));
    return flux;
  });
}

function absorbedBy(layers: readonly Band[], between: readonly Flux[]): number[] {
  return layers.map(({ t, rOut, rIn }, at) => {
    const before = between[at]?.inward ?? 0;
    const after = between[at + 1]?.outward ?? 0;
    return before * (1 - t - rOut) + after * (1 - t - rIn);
  });
}

const turned = ({ t, rOut, rIn }: Band): Band => ({ t, rOut: rIn, rIn: rOut });

/**
 * Transmittance, reflectances and absorption of layers with air between, listed from outdoors to the room; multiple
 * reflection complete (net radiation, as in ISO 15099 §7 and EN 410 §5, for one band). Shares sum to 1 exactly.
 */
export function stackOptics(layers: readonly Band[]): StackOptics {
  const between = fluxes(layers);
  const fromRoom = [...layers].reverse().map(turned);
  const back = fluxes(fromRoom);
  return {
    t: between.at(-1)?.inward ?? 1,
    rOut: between[0]?.outward ?? 0,
    rIn: back[0]?.outward ?? 0,
    absorbed: absorbedBy(layers, between),
    absorbedFromRoom: absorbedBy(fromRoom, back).reverse(),
  };
}
