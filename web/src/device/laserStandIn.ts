import { USUAL_LASER, standInAnswer, type LaserMeter } from '@neat-sill/core/survey';

const CONNECT_MS = 700;
const MEASURE_MS = 450;
const wait = (ms: number) => new Promise<void>((resolve) => setTimeout(resolve, ms));

/** Stands in for a laser distance meter: takes a moment, is a little off, and sometimes aims at the frame or is lost. */
export function laserStandIn(targetMm: number, random: () => number = Math.random): LaserMeter {
  return {
    name: 'Stand-in',
    standIn: true,
    connect: () => wait(CONNECT_MS),
    measure: async () => {
      await wait(MEASURE_MS);
      return standInAnswer(targetMm, USUAL_LASER, random);
    },
  };
}
