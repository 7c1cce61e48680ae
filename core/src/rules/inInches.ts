import { MM_PER_INCH, RULE_MARK_MM } from '../units/index.ts';
import { RULE_GROUPS, ruleAt, withRule, type RuleField } from './ruleFields.ts';
import type { RuleSet } from './ruleSet.ts';

/** On which marks of an inch tape people set lengths of up to so many mm; longer ones on whole inches. */
const MARKS: readonly (readonly [upToMm: number, partOfInch: number])[] = [
  [6, 1 / 32],
  [16, 1 / 16],
  [60, 1 / 4],
  [300, 1 / 2],
];

function onTape(mm: number, from: number, to: number): number {
  const part = MARKS.find(([upTo]) => mm <= upTo)?.[1] ?? 1;
  const set = Math.round(mm / MM_PER_INCH / part) * part * MM_PER_INCH;
  return set < from || set > to || (set === 0 && mm > 0) ? mm : Number(set.toFixed(6));
}

/** All numbers of a set, those in rows of lists as well. */
function numbersOf(rules: RuleSet, fields: readonly RuleField[]): readonly RuleField[] {
  return fields.flatMap((field): readonly RuleField[] => {
    if (field.kind === 'group') return numbersOf(rules, field.fields);
    if (field.kind !== 'list') return [field];
    const rows = ruleAt(rules, field.path) as readonly unknown[];
    return rows.flatMap((_, row) => numbersOf(rules, field.fieldsAt(row)));
  });
}

/**
 * House rules for a shop that works in inches: lengths go to the nearest usual mark of the tape (25 mm to 1 in, 20 mm to
 * 3/4 in), and sizes are rounded to sixteenths, so that a reading off the tape stays as it was read.
 */
export function rulesInInches(rules: RuleSet): RuleSet {
  const numbers = numbersOf(rules, RULE_GROUPS);
  const set = numbers.reduce((all, field) => {
    if (field.kind !== 'number' || field.quantity !== 'length') return all;
    return withRule(all, field.path, onTape(Number(ruleAt(rules, field.path)), field.from, field.to));
  }, rules);
  return withRule(set, ['cutting', 'roundingStepMm'], RULE_MARK_MM.in);
}
