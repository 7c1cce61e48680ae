import type { Doubt } from './doubt/surveyed.ts';
import { NO_READINGS, readingOf, type Readings } from './pane.ts';
import { cutText, formatBareLength, type LengthUnit } from '../units/index.ts';

function exchanged(readings: Readings): Readings {
  return {
    ...readings,
    widthTop: readings.heightLeft,
    widthMiddle: readings.heightMiddle,
    widthBottom: readings.heightRight,
    heightLeft: readings.widthTop,
    heightMiddle: readings.widthMiddle,
    heightRight: readings.widthBottom,
  };
}

/** Readings with the likely value of a doubt taken; what was read stays in the text of the reading. */
export function acceptLikely(readings: Readings, doubt: Doubt, unit: LengthUnit): Readings {
  if (doubt.slip === 'exchanged') return exchanged(readings);
  const reading = readings[doubt.place];
  if (!reading || doubt.likelyMm === null) return readings;
  const typed = cutText(`${formatBareLength(doubt.likelyMm, { unit })} (read ${reading.typed})`, 60);
  const { by, at, how } = reading;
  return { ...readings, [doubt.place]: readingOf(doubt.likelyMm, typed, { by, at, how }) };
}

/** Readings with the doubtful one kept for a reason; of a pane written the wrong way round, all of them. */
export function keepDoubtful(readings: Readings, doubt: Doubt, because: string): Readings {
  const keep = (place: keyof Readings) => {
    const reading = readings[place];
    return reading && { ...reading, keptBecause: because };
  };
  if (doubt.slip !== 'exchanged') return { ...readings, [doubt.place]: keep(doubt.place) };
  return Object.fromEntries(
    (Object.keys(NO_READINGS) as (keyof Readings)[]).map((place) => [place, keep(place)]),
  ) as unknown as Readings;
}

/** Readings with the doubtful one taken out, to be measured again. */
export function dropDoubtful(readings: Readings, doubt: Doubt): Readings {
  return { ...readings, [doubt.place]: null };
}
