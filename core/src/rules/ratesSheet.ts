import { priceRulesSchema, type PriceRules } from './priceRules.ts';

/* The house's rates as a sheet, one a line, to go over in a spreadsheet and read in again. */

type Value = number | string;
/** Where a rate stands in the rules of price, as `used.solutionCost`. */
export interface Rate {
  readonly path: readonly string[];
  readonly value: Value;
}

/** Why a line of a sheet was not taken. */
export interface RateProblem {
  /** Lines of the sheet from 1, the heading counted. */
  readonly line: number;
  readonly code: 'unknownRate' | 'noValue' | 'notUsable' | 'twice';
  readonly said: string;
  /** What was wrong with the value; empty where that is not the matter. */
  readonly why: string;
}

type Branch = Readonly<Record<string, unknown>>;
const isBranch = (value: unknown): value is Branch => typeof value === 'object' && value !== null;

function leavesOf(branch: Branch, path: readonly string[]): Rate[] {
  return Object.entries(branch).flatMap(([key, value]) =>
    isBranch(value) ? leavesOf(value, [...path, key]) : [{ path: [...path, key], value: value as Value }],
  );
}

/** All rates of a house in the order of its rules. */
export const ratesOfHouse = (rules: PriceRules): Rate[] => leavesOf(rules, []);

function withRate(branch: Branch, [key = '', ...rest]: readonly string[], value: Value): Branch {
  const below = branch[key];
  return { ...branch, [key]: rest.length > 0 && isBranch(below) ? withRate(below, rest, value) : value };
}

/** A figure as people write it, with point or comma. */
const numberIn = (text: string) => (/^-?\d+([.,]\d+)?$/.test(text) ? Number(text.replace(',', '.')) : null);

/**
 * Takes rates out of a sheet with a heading: the first column says which rate (`used.solutionCost`), the last its value.
 * Lines that can't be taken are told; rates that do not stand there stay as they are.
 */
export function readRates(
  table: readonly (readonly string[])[],
  rules: PriceRules,
): { readonly rules: PriceRules; readonly changed: number; readonly problems: readonly RateProblem[] } {
  const known = new Map(ratesOfHouse(rules).map((rate) => [rate.path.join('.'), rate]));
  const seen = new Set<string>();
  const problems: RateProblem[] = [];
  let taken = rules;
  let changed = 0;
  table.forEach((row, at) => {
    const name = row[0]?.trim() ?? '';
    if (at === 0 || row.every((cell) => cell.trim() === '')) return;
    const text = row.length > 1 ? (row.at(-1)?.trim() ?? '') : '';
    const refuse = (code: RateProblem['code'], said: string, why = '') =>
      problems.push({ line: at + 1, code, said, why });
    const rate = known.get(name);
    if (!rate) return refuse('unknownRate', name);
    if (seen.has(name)) return refuse('twice', name);
    seen.add(name);
    if (text === '') return refuse('noValue', name);
    const value = typeof rate.value === 'number' ? numberIn(text) : text;
    if (value === null) return refuse('notUsable', name, `“${text}” is no number`);
    const read = priceRulesSchema.safeParse(withRate(taken, rate.path, value));
    if (!read.success) return refuse('notUsable', name, read.error.issues[0]?.message ?? '');
    if (value !== rate.value) changed += 1;
    taken = read.data;
  });
  return { rules: taken, changed, problems };
}
