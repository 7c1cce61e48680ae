/** What a glass detector tells: how many panes, how thick they are together, and on which face there is a low-e coating. */
export interface GlassDetected {
  readonly panes: 1 | 2 | 3;
  readonly thicknessMm: number | null;
  /** Counted from outdoors, from 1; null where it finds none. */
  readonly coatedFace: number | null;
}

/** What a transmission meter tells of light, heat and UV through the pane as found; shares from 0 to 1. */
export interface GlassMetered {
  readonly light: number;
  readonly solar: number;
  readonly uv: number;
}

export type ProbeAnswer<Measured> =
  | { readonly kind: 'measured'; readonly measured: Measured }
  | { readonly kind: 'lost'; readonly because: 'connection' | 'noReading' };

/** A device held against the glass, real or stood in for. */
export interface GlassInstrument<Measured> {
  readonly name: string;
  /** Whether this is no real device. */
  readonly standIn: boolean;
  readonly measure: () => Promise<ProbeAnswer<Measured>>;
}

/** How the stand-ins behave; shares from 0 to 1. */
export interface ProbeHabits {
  readonly noise: number;
  readonly thicknessNoiseMm: number;
  readonly lostShare: number;
  /** How often a coating is overlooked. */
  readonly overlooksShare: number;
}

export const USUAL_PROBES: ProbeHabits = {
  noise: 0.01,
  thicknessNoiseMm: 0.2,
  lostShare: 0.06,
  overlooksShare: 0.03,
};

function lost<Measured>(habits: ProbeHabits, random: () => number): ProbeAnswer<Measured> | null {
  return random() < habits.lostShare
    ? { kind: 'lost', because: random() < 0.5 ? 'connection' : 'noReading' }
    : null;
}

/** What the stand-in of a detector answers before glass that really is so. */
export function standInDetector(
  real: { readonly panes: 1 | 2 | 3; readonly thicknessMm: number; readonly coatedFace: number | null },
  habits: ProbeHabits,
  random: () => number,
): ProbeAnswer<GlassDetected> {
  const nothing = lost<GlassDetected>(habits, random);
  if (nothing) return nothing;
  const noise = (2 * random() - 1) * habits.thicknessNoiseMm;
  const coatedFace = random() >= habits.overlooksShare ? real.coatedFace : null;
  return {
    kind: 'measured',
    measured: {
      panes: real.panes,
      thicknessMm: Math.round((real.thicknessMm + noise) * 10) / 10,
      coatedFace,
    },
  };
}

/** What the stand-in of a transmission meter answers before glass that really lets so much through. */
export function standInMeter(
  real: GlassMetered,
  habits: ProbeHabits,
  random: () => number,
): ProbeAnswer<GlassMetered> {
  const nothing = lost<GlassMetered>(habits, random);
  if (nothing) return nothing;
  const about = (share: number) =>
    Math.round(Math.min(1, Math.max(0, share + (2 * random() - 1) * habits.noise)) * 1000) / 1000;
  return {
    kind: 'measured',
    measured: { light: about(real.light), solar: about(real.solar), uv: about(real.uv) },
  };
}
