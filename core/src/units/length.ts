import { fail, succeed, type Result } from './result.ts';
import { LONGEST_LENGTH_MM, ROUNDING_SLACK, SHORTEST_GLASS_MM } from './tolerances.ts';

export const MM_PER_INCH = 25.4;
/** The marks that hands measure and cut by: millimetres, or sixteenths of an inch. */
export const RULE_MARK_MM = { mm: 1, in: MM_PER_INCH / 16 } as const;
export const INCHES_PER_FOOT = 12;
/** The units that lengths come in, in mm: in lines that people say, in their lists and in drawings. */
export const MM_PER_UNIT = { mm: 1, cm: 10, m: 1000, in: MM_PER_INCH, ft: 304.8 } as const;

/** The unit a person works in. Lengths are kept in millimetres; this only says how they are typed and shown. */
export type LengthUnit = 'mm' | 'in';

/** A length as it was understood from what somebody typed. */
export interface UnderstoodLength {
  readonly mm: number;
  readonly unit: 'mm' | 'cm' | 'm' | 'in' | 'ft';
  /** True when no unit was typed and the person's own unit would have made no sense (see `parseLength`). */
  readonly unitAssumed: boolean;
}

export type LengthProblem =
  | { readonly code: 'length.empty' }
  | { readonly code: 'length.notANumber'; readonly typed: string }
  | { readonly code: 'length.letterForDigit'; readonly typed: string; readonly perhaps: string }
  | { readonly code: 'length.negative'; readonly typed: string }
  | { readonly code: 'length.zero'; readonly typed: string }
  | { readonly code: 'length.zeroDenominator'; readonly typed: string }
  | { readonly code: 'length.oddFraction'; readonly typed: string; readonly denominator: number }
  | { readonly code: 'length.improperFraction'; readonly typed: string }
  | { readonly code: 'length.ambiguousComma'; readonly typed: string }
  | { readonly code: 'length.tooLong'; readonly typed: string; readonly maxMm: number };

const SINGLE_CHARACTER_FRACTIONS: Readonly<Record<string, string>> = {
  '½': '1/2',
  '¼': '1/4',
  '¾': '3/4',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8',
};
const TAPE_DENOMINATORS = new Set([2, 4, 8, 16, 32, 64]);
const NUMBER = String.raw`\d+(?:\.\d+)?|\.\d+`;
const MIXED = String.raw`(?:(?<whole>${NUMBER})(?:\s+|\s*-\s*|(?=$)))?(?:(?<numerator>\d+)\s*/\s*(?<denominator>\d+))?`;
const METRIC = new RegExp(String.raw`^(?<number>${NUMBER})\s*(?<unit>mm|cm|m)$`);
const FEET = new RegExp(String.raw`^(?<feet>${NUMBER})\s*(?:'|ft)\s*-?\s*(?<rest>.*)$`);
const INCHES = new RegExp(String.raw`^${MIXED}$`);

function tidy(typed: string): string {
  let text = typed.trim().toLowerCase();
  for (const [sign, fraction] of Object.entries(SINGLE_CHARACTER_FRACTIONS))
    text = text.replaceAll(sign, ` ${fraction}`);
  return text
    .replaceAll('⁄', '/')
    .replaceAll(/[’‘′]/g, "'")
    .replaceAll(/''|[“”″]/g, '"')
    .replaceAll(/\b(?:inches|inch)\b|(?<=[\d\s])(?:inches|inch)\b/g, 'in')
    .replaceAll(/(?:feet|foot)\b/g, 'ft')
    .replaceAll(/(\d),(\d)/g, '$1.$2')
    .replaceAll(/\s+/g, ' ')
    .trim();
}

/** A whole number, a decimal, or a whole number with a tape fraction, without a unit. */
function parseMixed(
  text: string,
  typed: string,
): Result<{ value: number; fraction: boolean }, LengthProblem> {
  const parts = INCHES.exec(text)?.groups;
  if (!parts || (parts['whole'] === undefined && parts['numerator'] === undefined))
    return fail({ code: 'length.notANumber', typed });
  const whole = Number(parts['whole'] ?? 0);
  if (parts['numerator'] === undefined) return succeed({ value: whole, fraction: false });
  const numerator = Number(parts['numerator']);
  const denominator = Number(parts['denominator']);
  if (denominator === 0) return fail({ code: 'length.zeroDenominator', typed });
  if (!TAPE_DENOMINATORS.has(denominator)) return fail({ code: 'length.oddFraction', typed, denominator });
  if (numerator >= denominator || !Number.isInteger(whole))
    return fail({ code: 'length.improperFraction', typed });
  return succeed({ value: whole + numerator / denominator, fraction: true });
}

function parseWithUnit(
  text: string,
  typed: string,
  personUnit: LengthUnit,
  expected: ExpectedLength,
): Result<UnderstoodLength, LengthProblem> {
  const metric = METRIC.exec(text)?.groups;
  if (metric) {
    const unit = metric['unit'] as 'mm' | 'cm' | 'm';
    return succeed({
      mm: Number(metric['number']) * { mm: 1, cm: 10, m: 1000 }[unit],
      unit,
      unitAssumed: false,
    });
  }
  const feet = FEET.exec(text)?.groups;
  if (feet) {
    const rest = (feet['rest'] ?? '').replace(/\s*(?:"|in)$/, '');
    const inches = rest === '' ? succeed({ value: 0, fraction: false }) : parseMixed(rest, typed);
    if (!inches.ok) return inches;
    const mm = (Number(feet['feet']) * INCHES_PER_FOOT + inches.value.value) * MM_PER_INCH;
    return succeed({ mm, unit: 'ft', unitAssumed: false });
  }
  const inches = /^(.*\S)\s*(?:"|in)$/.exec(text)?.[1];
  if (inches !== undefined) {
    const mixed = parseMixed(inches, typed);
    return mixed.ok
      ? succeed({ mm: mixed.value.value * MM_PER_INCH, unit: 'in', unitAssumed: false })
      : mixed;
  }
  const bare = parseMixed(text, typed);
  if (!bare.ok) return bare;
  const asMm = { mm: bare.value.value, unit: 'mm' } as const;
  const asInches = { mm: bare.value.value * MM_PER_INCH, unit: 'in' } as const;
  const [own, other] = personUnit === 'mm' ? [asMm, asInches] : [asInches, asMm];
  const sensible = ({ mm }: { mm: number }) => mm >= SHORTEST_GLASS_MM && mm <= LONGEST_LENGTH_MM;
  if (bare.value.fraction) return succeed({ ...asInches, unitAssumed: personUnit !== 'in' });
  if (expected === 'glass' && !sensible(own) && sensible(other))
    return succeed({ ...other, unitAssumed: true });
  return succeed({ ...own, unitAssumed: false });
}

/** What is asked for: a side of a pane, or any length (a gap, a margin), where small numbers mean what they say. */
export type ExpectedLength = 'glass' | 'any';

/**
 * Understands a length as installers write it: `32 1/4`, `32-1/4"`, `2' 8 1/4`, `32.25`, `819`, `81.9cm`.
 * A bare number is taken in the person's own unit; when glass is asked for and that is no size glass can have while
 * the other unit is, the other unit is taken and `unitAssumed` is set, so that the interface says so. A bare fraction is inches.
 * Gives millimetres (1 in = 25.4 mm exactly, the international inch of 1959). Never throws: people type these.
 */
export function parseLength(
  typed: string,
  personUnit: LengthUnit,
  expected: ExpectedLength = 'glass',
): Result<UnderstoodLength, LengthProblem> {
  const shown = typed.trim();
  if (shown === '') return fail({ code: 'length.empty' });
  if (/\d,\d{3}(?!\d)/.test(shown)) return fail({ code: 'length.ambiguousComma', typed: shown });
  const text = tidy(typed);
  if (/^[-−–]/.test(text)) return fail({ code: 'length.negative', typed: shown });
  if (/\d[ol]|[ol]\d/.test(text)) {
    const perhaps = shown
      .replaceAll(/[oO](?=[\d\s]|$)|(?<=\d)[oO]/g, '0')
      .replaceAll(/l(?=\d)|(?<=\d)l/g, '1');
    return fail({ code: 'length.letterForDigit', typed: shown, perhaps });
  }
  const understood = parseWithUnit(text, shown, personUnit, expected);
  if (!understood.ok) return understood;
  if (understood.value.mm === 0) return fail({ code: 'length.zero', typed: shown });
  if (understood.value.mm > LONGEST_LENGTH_MM)
    return fail({ code: 'length.tooLong', typed: shown, maxMm: LONGEST_LENGTH_MM });
  return succeed({ ...understood.value, mm: Number(understood.value.mm.toFixed(6)) });
}

export type Rounding = 'nearest' | 'up' | 'down';

/** Rounds a length in mm to a whole number of steps of `stepMm`, in the direction given. */
export function roundLength(mm: number, stepMm: number, rounding: Rounding): number {
  const steps = mm / stepMm;
  switch (rounding) {
    case 'nearest':
      return Math.round(steps + ROUNDING_SLACK) * stepMm;
    case 'up':
      return Math.ceil(steps - ROUNDING_SLACK) * stepMm;
    case 'down':
      return Math.floor(steps + ROUNDING_SLACK) * stepMm;
  }
}

/** A length in the parts that a person reads: `819`, or `32 1/4` as whole 32, numerator 1, denominator 4. */
export interface LengthParts {
  readonly unit: LengthUnit;
  readonly whole: string;
  readonly fraction: { readonly numerator: number; readonly denominator: number } | null;
}

export interface LengthStyle {
  readonly unit: LengthUnit;
  /** Direction of the last step; whole mm (0.1 mm when `nearest`) or this part of an inch. */
  readonly rounding?: Rounding;
  readonly denominator?: 8 | 16 | 32 | 64;
}

/** Nearer to a mark than this a length is on it, mm: what rounding in mm leaves. */
const ON_THE_MARK_MM = 0.01;
/** People read a tape in sixteenths, what is shorter than this in thirty-seconds. */
const FINE_BELOW_MM = 12.7;

/** The part of an inch in which a length is told: that of the mark it is on, else the usual one for its size. */
function tapeMark(mm: number): 16 | 32 {
  const isOn = (part: number) => {
    const step = MM_PER_INCH / part;
    return Math.abs(mm - Math.round(mm / step) * step) < ON_THE_MARK_MM;
  };
  return ([16, 32] as const).find(isOn) ?? (mm < FINE_BELOW_MM ? 32 : 16);
}

/** Splits a length in mm into what is shown in the person's unit. Inch fractions are reduced. */
export function lengthParts(mm: number, style: LengthStyle): LengthParts {
  const rounding = style.rounding ?? 'nearest';
  if (style.unit === 'mm') {
    const rounded = roundLength(mm, rounding === 'nearest' ? 0.1 : 1, rounding);
    return { unit: 'mm', whole: String(Number(rounded.toFixed(1))), fraction: null };
  }
  const denominator = style.denominator ?? tapeMark(mm);
  const steps = Math.round(roundLength(mm / MM_PER_INCH, 1 / denominator, rounding) * denominator);
  const whole = Math.floor(steps / denominator);
  let numerator = steps - whole * denominator;
  let reduced: number = denominator;
  while (numerator > 0 && numerator % 2 === 0) {
    numerator /= 2;
    reduced /= 2;
  }
  const fraction = numerator === 0 ? null : { numerator, denominator: reduced };
  return { unit: 'in', whole: whole === 0 && fraction ? '' : String(whole), fraction };
}

/** From this on people say feet as well, mm. */
const IN_FEET_FROM_MM = 10 * INCHES_PER_FOOT * MM_PER_INCH;

/** The length as plain text with its unit: `819 mm`, `32 1/4 in`, `27' 6 3/4"`. */
export function formatLength(mm: number, style: LengthStyle): string {
  if (style.unit === 'in' && mm >= IN_FEET_FROM_MM) {
    const { whole, fraction } = lengthParts(mm, style);
    const [feet, inches] = [Math.floor(Number(whole) / INCHES_PER_FOOT), Number(whole) % INCHES_PER_FOOT];
    const rest = [
      inches > 0 ? String(inches) : '',
      fraction && `${fraction.numerator}/${fraction.denominator}`,
    ]
      .filter(Boolean)
      .join(' ');
    return rest === '' ? `${feet}'` : `${feet}' ${rest}"`;
  }
  return `${formatBareLength(mm, style)} ${style.unit}`;
}

/** The length as plain text without its unit, for places where the unit stands once for many. */
export function formatBareLength(mm: number, style: LengthStyle): string {
  const { whole, fraction } = lengthParts(mm, style);
  return [whole, fraction && `${fraction.numerator}/${fraction.denominator}`].filter(Boolean).join(' ');
}
