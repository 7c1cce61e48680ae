import {
  fail,
  parseLength,
  succeed,
  type ExpectedLength,
  type LengthProblem,
  type Result,
} from '../units/index.ts';

/** What is wrong with one cell of a sheet. */
export type CellProblem =
  | { readonly code: 'cell.missing' }
  | { readonly code: 'cell.notNumber'; readonly typed: string }
  | { readonly code: 'cell.outOfRange'; readonly typed: string; readonly from: number; readonly to: number }
  | { readonly code: 'cell.notWhole'; readonly typed: string; readonly from: number; readonly to: number }
  | { readonly code: 'cell.notOneOf'; readonly typed: string; readonly known: readonly string[] }
  | { readonly code: 'cell.notDay'; readonly typed: string }
  | { readonly code: 'cell.tooLong'; readonly typed: string; readonly most: number }
  | { readonly code: 'cell.notSize'; readonly typed: string }
  | { readonly code: 'cell.notShape'; readonly typed: string }
  | { readonly code: 'cell.length'; readonly problem: LengthProblem };

/** Understands what stands in a cell; its text comes trimmed. */
export type ReadCell<Value> = (typed: string) => Result<Value, CellProblem>;

/** Letters and digits only, in small letters: how headings and names are compared. */
export const plainName = (text: string) => text.toLowerCase().replaceAll(/[^\p{L}\p{N}]+/gu, '');

export const text: ReadCell<string> = (typed) => succeed(typed);

/** Text of so many letters at the most. */
export const textUpTo =
  (most: number): ReadCell<string> =>
  (typed) =>
    typed.length > most ? fail({ code: 'cell.tooLong', typed, most }) : succeed(typed);

/** A cell in which something must stand. */
export const needed =
  <Value>(read: ReadCell<Value>): ReadCell<Value> =>
  (typed) =>
    typed === '' ? fail({ code: 'cell.missing' }) : read(typed);

/** A cell that may be empty, and what that means. */
export const orElse =
  <Value, Empty>(read: ReadCell<Value>, empty: Empty): ReadCell<Value | Empty> =>
  (typed) =>
    typed === '' ? succeed(empty) : read(typed);

/** What a number cell says: a decimal comma and a per cent sign are understood; NaN where it says none. */
export const numberIn = (typed: string) => {
  const plain = typed.replace('%', '').replace(',', '.').trim();
  // Not what programs write besides, such as 0x10 or 1e3: in a list it is a slip.
  return /^[+-]?(\d+\.?\d*|\.\d+)$/.test(plain) ? Number(plain) : Number.NaN;
};

/** A number from `from` to `to`, both allowed. */
export const number =
  (from: number, to: number): ReadCell<number> =>
  (typed) => {
    const value = numberIn(typed);
    if (!Number.isFinite(value)) return fail({ code: 'cell.notNumber', typed });
    return value < from || value > to ? fail({ code: 'cell.outOfRange', typed, from, to }) : succeed(value);
  };

export const wholeNumber =
  (from: number, to: number): ReadCell<number> =>
  (typed) => {
    const value = /^\d+$/.test(typed) ? Number(typed) : Number.NaN;
    return value >= from && value <= to ? succeed(value) : fail({ code: 'cell.notWhole', typed, from, to });
  };

/** One of some values, by its own name or by what people call it. */
export const oneOf =
  <const Value extends string>(
    values: readonly Value[],
    names?: Readonly<Record<Value, string>>,
  ): ReadCell<Value> =>
  (typed) => {
    const shown = (value: Value) => names?.[value] ?? value;
    const found = values.find((value) => [value, shown(value)].map(plainName).includes(plainName(typed)));
    return found === undefined
      ? fail({ code: 'cell.notOneOf', typed, known: values.map(shown) })
      : succeed(found);
  };

const YES = new Set(['yes', 'true', '1', 'x', 'y']);
const NO = new Set(['no', 'false', '0', 'n']);

export const yesOrNo: ReadCell<boolean> = (typed) => {
  const said = typed.toLowerCase();
  if (YES.has(said)) return succeed(true);
  return NO.has(said) ? succeed(false) : fail({ code: 'cell.notOneOf', typed, known: ['yes', 'no'] });
};

/** A day as 2027-03-01 that there is. */
export const day: ReadCell<string> = (typed) => {
  const at = /^\d{4}-\d{2}-\d{2}$/.test(typed) ? new Date(`${typed}T00:00:00Z`) : null;
  return at && !Number.isNaN(at.getTime()) && at.toISOString().startsWith(typed)
    ? succeed(typed)
    : fail({ code: 'cell.notDay', typed });
};

/** What the bare lengths of a sheet are in. */
export const SHEET_UNITS = ['mm', 'cm', 'm', 'in'] as const;
export type SheetUnit = (typeof SHEET_UNITS)[number];

const BARE = /^\d+(?:[.,]\d+)?$/;
/** 1.250,5 and 1,250.5: thousands by one sign, the decimal by the other. */
const THOUSANDS = /^\d{1,3}(?:(?:\.\d{3})+,\d+|(?:,\d{3})+\.\d+)$/;

function withoutThousands(typed: string): string {
  if (!THOUSANDS.test(typed)) return typed;
  const decimal = Math.max(typed.lastIndexOf(','), typed.lastIndexOf('.'));
  return `${typed.slice(0, decimal).replaceAll(/[.,]/g, '')}.${typed.slice(decimal + 1)}`;
}

/** A length as people write it, and as it was written; bare numbers are in `unit`, all of them. */
export const length =
  (unit: SheetUnit, expected: ExpectedLength): ReadCell<{ readonly mm: number; readonly typed: string }> =>
  (typed) => {
    const plain = withoutThousands(typed);
    const read = parseLength(
      BARE.test(plain) ? `${plain} ${unit}` : plain,
      unit === 'in' ? 'in' : 'mm',
      expected,
    );
    return read.ok
      ? succeed({ mm: read.value.mm, typed })
      : fail({ code: 'cell.length', problem: read.problem });
  };

/** Several of a kind in one cell; the first that is not understood is said. */
export const several =
  <Value>(read: ReadCell<Value>, separator: RegExp): ReadCell<readonly Value[]> =>
  (typed) => {
    const values: Value[] = [];
    for (const part of typed.split(separator).map((each) => each.trim())) {
      if (part === '') continue;
      const value = read(part);
      if (!value.ok) return value;
      values.push(value.value);
    }
    return succeed(values);
  };
