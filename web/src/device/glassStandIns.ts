import { asProbed } from '@neat-sill/core/glazing';
import {
  USUAL_PROBES,
  standInDetector,
  standInMeter,
  type GlassDetected,
  type GlassInstrument,
  type GlassKind,
  type GlassMetered,
} from '@neat-sill/core/survey';

const MEASURE_MS = 600;
const wait = (ms: number) => new Promise<void>((resolve) => setTimeout(resolve, ms));

/** Stands in for a glass and coating detector held against glass that really is of this kind. */
export function detectorStandIn(
  real: GlassKind,
  glassMm: number | null,
  random: () => number = Math.random,
): GlassInstrument<GlassDetected> {
  return {
    name: 'Glass detector',
    standIn: true,
    measure: async () => {
      await wait(MEASURE_MS);
      return standInDetector(asProbed(real, glassMm), USUAL_PROBES, random);
    },
  };
}

/** Stands in for a meter of light, heat and UV through glass that really lets so much through. */
export function meterStandIn(
  /** What really comes through. */
  real: GlassMetered,
  random: () => number = Math.random,
): GlassInstrument<GlassMetered> {
  return {
    name: 'Transmission meter',
    standIn: true,
    measure: async () => {
      await wait(MEASURE_MS);
      return standInMeter(real, USUAL_PROBES, random);
    },
  };
}
