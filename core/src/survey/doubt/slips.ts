import { MM_PER_INCH } from '../../units/index.ts';

/** Ways in which a right length becomes a wrong reading. */
export const SLIPS = [
  'swappedDigits',
  'otherUnit',
  'fraction',
  'offBy10cm',
  'offByOneFoot',
  'offByOneInch',
  'droppedDigit',
  'doubledDigit',
  'neighbouringKey',
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
/** Ratios between the units of tapes: millimetre, centimetre, inch; and metres, which people write by habit. */
const UNIT_RATIOS = [...[MM_PER_INCH, 10, MM_PER_INCH / 10].flatMap((ratio) => [ratio, 1 / ratio]), 1000];
/** A digit that is off by less than this can't be told from a frame that is. */
const LEAST_THUMB_MM = 6;
const SIXTEENTH_MM = MM_PER_INCH / 16;

/** Keys that lie beside a digit's own, in a row of digits or on a pad of them. */
const NEIGHBOURS: Readonly<Record<string, string>> = {
  0: '129',
  1: '024',
  2: '0135',
  3: '246',
  4: '1357',
  5: '2468',
  6: '3579',
  7: '468',
  8: '579',
  9: '068',
};

/** What was written as its digits, and what one of its last digit is in mm; null where no number stands there. */
interface Written {
  readonly digits: readonly string[];
  /** The length when other digits stand in place of these; what is behind the number stays. */
  readonly lengthOf: (digits: readonly string[]) => number;
}

function writtenIn(typed: string, mm: number): Written | null {
  const number = /\d+(?:\.\d+)?/.exec(typed.replace(',', '.'))?.[0];
  if (!number || !(Number(number) > 0)) return null;
  const unit = mm / wholeOf(typed, number);
  return {
    digits: [...number],
    lengthOf: (digits) => mm + (Number(digits.join('')) - Number(number)) * unit,
  };
}

/** All lengths that come out when two neighbouring digits of what was written change places. */
function swapped({ digits, lengthOf }: Written): number[] {
  return digits.flatMap((digit, at) => {
    const next = digits[at + 1];
    if (next === undefined || next === digit || digit === '.' || next === '.') return [];
    return [lengthOf([...digits.slice(0, at), next, digit, ...digits.slice(at + 2)])];
  });
}

/** All lengths that one digit less than was meant may have come from, each digit at each place. */
function withDigitPutBack({ digits, lengthOf }: Written): number[] {
  return [...digits, ''].flatMap((_, at) =>
    [...'0123456789'].map((digit) => lengthOf([...digits.slice(0, at), digit, ...digits.slice(at)])),
  );
}

/** The lengths that are meant where a digit stands twice. */
function withDoubleTakenOut({ digits, lengthOf }: Written): number[] {
  return digits.flatMap((digit, at) =>
    digit === digits[at + 1] && digit !== '.'
      ? [lengthOf([...digits.slice(0, at), ...digits.slice(at + 1)])]
      : [],
  );
}

function fromNeighbouringKeys({ digits, lengthOf }: Written): number[] {
  return digits.flatMap((digit, at) =>
    [...(NEIGHBOURS[digit] ?? '')].map((other) =>
      lengthOf([...digits.slice(0, at), other, ...digits.slice(at + 1)]),
    ),
  );
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
  const written = writtenIn(typed, mm);
  const all = (slip: Slip, lengths: readonly number[]) => lengths.map((likelyMm) => ({ slip, likelyMm }));
  const candidates: LikelySlip[] = [
    ...[mm + TEN_CM_MM, mm - TEN_CM_MM].map((likelyMm) => ({ slip: 'offBy10cm' as const, likelyMm })),
    ...[mm + FOOT_MM, mm - FOOT_MM].map((likelyMm) => ({ slip: 'offByOneFoot' as const, likelyMm })),
    ...UNIT_RATIOS.map((ratio) => ({ slip: 'otherUnit' as const, likelyMm: mm * ratio })),
    ...(written ? all('swappedDigits', swapped(written)) : []),
    ...all('fraction', otherFractions(mm)),
  ];
  const others: LikelySlip[] = [
    ...(written
      ? [
          ...all('doubledDigit', withDoubleTakenOut(written)),
          ...all('droppedDigit', withDigitPutBack(written)),
          ...all('neighbouringKey', fromNeighbouringKeys(written)),
        ]
      : []),
    ...all('offByOneInch', [mm + MM_PER_INCH, mm - MM_PER_INCH]),
  ].filter(({ likelyMm }) => Math.abs(likelyMm - mm) >= LEAST_THUMB_MM);
  const off = ({ likelyMm }: LikelySlip) => Math.abs(likelyMm - expectedMm);
  const nearest = (of: readonly LikelySlip[]) =>
    of.reduce<LikelySlip | null>(
      (found, candidate) =>
        off(candidate) <= toleranceMm && (!found || off(candidate) < off(found)) ? candidate : found,
      null,
    );
  // Slips of the thumb can make nearly every length of every other: named where nothing else is.
  return nearest(candidates) ?? nearest(others) ?? { slip: 'unknown', likelyMm: expectedMm };
}
