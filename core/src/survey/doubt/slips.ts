import { MM_PER_INCH } from '../../units/index.ts';

/** Ways in which a right length becomes a wrong reading. */
export const SLIPS = [
  'swappedDigits',
  'otherUnit',
  'fraction',
  'offBy10cm',
  'offByOneFoot',
  'unknown',
] as const;
export type Slip = (typeof SLIPS)[number];

export interface LikelySlip {
  readonly slip: Slip;
  /** What the reading should have been, if the slip is what happened; mm. */
  readonly likelyMm: number;
}

const TEN_CM_MM = 100;
const FOOT_MM = 12 * MM_PER_INCH;
/** Ratios between the units of tapes: millimetre, centimetre, inch. */
const UNIT_RATIOS = [MM_PER_INCH, 10, MM_PER_INCH / 10].flatMap((ratio) => [ratio, 1 / ratio]);
const SIXTEENTH_MM = MM_PER_INCH / 16;

/** All lengths that come out when two neighbouring digits of what was written change places. */
function swapped(typed: string, mm: number): number[] {
  const number = /\d+(?:\.\d+)?/.exec(typed.replace(',', '.'))?.[0];
  if (!number || !(Number(number) > 0)) return [];
  const unit = mm / wholeOf(typed, number);
  const digits = [...number];
  return digits.flatMap((digit, at) => {
    const next = digits[at + 1];
    if (next === undefined || next === digit || digit === '.' || next === '.') return [];
    const other = [...digits.slice(0, at), next, digit, ...digits.slice(at + 2)].join('');
    const shift = (Number(other) - Number(number)) * unit;
    return [mm + shift];
  });
}

/** What the written number stands for in its own unit; a feet part or a fraction stays as it is. */
function wholeOf(typed: string, number: string): number {
  const fraction = /(\d+)\s*\/\s*(\d+)/.exec(typed);
  const rest = fraction && fraction[1] !== number ? Number(fraction[1]) / Number(fraction[2]) : 0;
  return Number(number) + rest;
}

/** An eighth of the tape read as a sixteenth and the other way round. */
function otherFractions(mm: number): number[] {
  const sixteenths = Math.round(mm / SIXTEENTH_MM);
  if (Math.abs(mm - sixteenths * SIXTEENTH_MM) > 0.05) return [];
  const part = sixteenths % 16;
  const inches = sixteenths - part;
  const others = [...(part < 8 ? [part * 2] : []), ...(part % 2 === 0 ? [part / 2] : [])].filter(
    (other) => other !== part,
  );
  return others.map((other) => (inches + other) * SIXTEENTH_MM);
}

/**
 * The slip that best explains a reading, given what the evidence says it should be, both mm: the one that brings it
 * nearest to that, if nearer than `toleranceMm`; `unknown` otherwise, with the evidence itself as likely value.
 */
export function likelySlip(
  reading: { readonly mm: number; readonly typed: string },
  expectedMm: number,
  toleranceMm: number,
): LikelySlip {
  const { mm, typed } = reading;
  const candidates: LikelySlip[] = [
    ...[mm + TEN_CM_MM, mm - TEN_CM_MM].map((likelyMm) => ({ slip: 'offBy10cm' as const, likelyMm })),
    ...[mm + FOOT_MM, mm - FOOT_MM].map((likelyMm) => ({ slip: 'offByOneFoot' as const, likelyMm })),
    ...UNIT_RATIOS.map((ratio) => ({ slip: 'otherUnit' as const, likelyMm: mm * ratio })),
    ...swapped(typed, mm).map((likelyMm) => ({ slip: 'swappedDigits' as const, likelyMm })),
    ...otherFractions(mm).map((likelyMm) => ({ slip: 'fraction' as const, likelyMm })),
  ];
  const off = ({ likelyMm }: LikelySlip) => Math.abs(likelyMm - expectedMm);
  const best = candidates.reduce<LikelySlip | null>(
    (found, candidate) =>
      off(candidate) <= toleranceMm && (!found || off(candidate) < off(found)) ? candidate : found,
    null,
  );
  return best ?? { slip: 'unknown', likelyMm: expectedMm };
}
