import { READING_PLACES, axisOf, type Axis, type ReadingPlace, type Readings } from './pane.ts';

export interface DoubtRules {
  /** Sister readings (the same dimension at another place) further apart than this are asked about. */
  readonly sisterToleranceMm: number;
}

/** A reading that looks wrong. It is asked about and never changed. */
export interface Doubt {
  readonly code: 'reading.apartFromSisters';
  readonly place: ReadingPlace;
  readonly gotMm: number;
  /** What the sisters say: their middle value. */
  readonly sistersMm: number;
  readonly apartMm: number;
  readonly toleranceMm: number;
}

function middleOf(lengths: readonly number[]): number {
  const sorted = [...lengths].sort((a, b) => a - b);
  const low = sorted[Math.floor((sorted.length - 1) / 2)] ?? 0;
  const high = sorted[Math.ceil((sorted.length - 1) / 2)] ?? 0;
  return (low + high) / 2;
}

function doubtsAlong(axis: Axis, readings: Readings, rules: DoubtRules): Doubt[] {
  const read = READING_PLACES.flatMap((place) => {
    const reading = axisOf(place) === axis ? readings[place] : null;
    return reading ? [{ place, mm: reading.mm, kept: reading.keptBecause !== null }] : [];
  });
  const apart = read.map((own) => {
    const sistersMm = middleOf(read.filter((other) => other !== own).map(({ mm }) => mm));
    return { ...own, sistersMm, apartMm: Math.abs(own.mm - sistersMm) };
  });
  const agree =
    Math.max(...read.map(({ mm }) => mm)) - Math.min(...read.map(({ mm }) => mm)) <= rules.sisterToleranceMm;
  if (read.length < 2 || agree) return [];
  // The one furthest from its sisters is the odd one; of two that disagree either may be, so the later is asked about.
  const furthest = Math.max(...apart.map(({ apartMm }) => apartMm));
  const odd = apart
    .filter(({ apartMm }) => apartMm > rules.sisterToleranceMm && apartMm > furthest - 1e-9)
    .at(-1);
  if (!odd || odd.kept) return [];
  return [
    {
      code: 'reading.apartFromSisters',
      place: odd.place,
      gotMm: odd.mm,
      sistersMm: odd.sistersMm,
      apartMm: odd.apartMm,
      toleranceMm: rules.sisterToleranceMm,
    },
  ];
}

/**
 * The readings of one pane that are further than the rule from their sisters, one a dimension at the most: the odd
 * one of three, the later of two. A reading somebody has kept with a reason is no longer in doubt. Lengths in mm.
 */
export function doubtsOf(readings: Readings, rules: DoubtRules): Doubt[] {
  return [...doubtsAlong('width', readings, rules), ...doubtsAlong('height', readings, rules)];
}
