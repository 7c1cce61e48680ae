import { ruleName, ruleOptionName } from '../words/index.ts';
import { DEFAULT_RULE_SETS } from './defaults.ts';
import { RULE_GROUPS, ruleAt, withRule, type RuleField, type RulePath } from './ruleFields.ts';
import { ruleSetSchema } from './ruleSet.ts';

const [rules] = DEFAULT_RULE_SETS;
const flat = (field: RuleField): RuleField[] =>
  field.kind === 'group'
    ? [field, ...field.fields.flatMap(flat)]
    : field.kind === 'list'
      ? [field, ...field.fieldsAt(0).flatMap(flat)]
      : [field];
const all = RULE_GROUPS.flatMap(flat);
const at = (path: string) => all.find((field) => field.path.join('.') === path);

/** Every figure and choice that a set holds, by its path. */
function leaves(value: unknown, path: RulePath = []): RulePath[] {
  if (typeof value !== 'object' || value === null) return [path];
  const list = Array.isArray(value);
  return Object.entries(value).flatMap(([key, each]) => leaves(each, [...path, list ? Number(key) : key]));
}

test('every figure of a rule set can be set, and says what it is', () => {
  const shown = new Set(all.map(({ path }) => path.join('.')));
  const lists = all.filter(({ kind }) => kind === 'list').map(({ path }) => `${path.join('.')}.`);
  const kept = leaves(rules)
    .filter(([group = '']) => !['id', 'name', 'reason'].includes(String(group)))
    .map((path) => path.join('.'))
    .map((path) => {
      const list = lists.find((name) => path.startsWith(name));
      return list ? path.replace(/\.\d+\./, '.0.') : path;
    });
  expect(kept.length).toBeGreaterThan(100);
  expect(kept.filter((path) => !shown.has(path))).toEqual([]);
});

test('every rule and choice has a name', () => {
  expect(all.filter(({ path }) => ruleName(path) === null).map(({ path }) => path)).toEqual([]);
  const options = all.flatMap((field) => (field.kind === 'choice' ? field.options : []));
  expect(options.filter((option) => ruleOptionName(option) === null)).toEqual([]);
});

test('two rules beside each other are not called alike', () => {
  for (const group of all)
    if (group.kind === 'group') {
      const names = group.fields.map(({ path }) => ruleName(path));
      expect(new Set(names).size).toBe(names.length);
    }
});

test.each([
  ['cutting.marginMm', 'length', 0, 100, false],
  ['cutting.bookValue', 'share', 0.01, 1, false],
  ['cutting.work.knifeSeconds', 'seconds', 0, 7200, true],
  ['cutting.work.mostSlits', 'plain', 1, 40, true],
  ['cutting.roundingStepMm', 'length', 0.001, 25.4, false],
  ['film.monthlyC.11', 'temperature', -60, 60, false],
  ['film.breakage.bearsK.wired', 'kelvin', 1, 400, false],
  ['film.breakage.shadowFactor.edge', 'plain', 1, 5, false],
  ['fitting.oneHandUpToM2', 'squareMetres', 0, 20, false],
  ['fitting.inspectFromM', 'metres', 0.2, 10, false],
  ['fitting.heavyFromUm', 'micrometres', 0, 1000, false],
  ['cure.dryDays', 'days', 0, 730, true],
])('%s is asked for as %s from %d to %d', (path, quantity, from, to, whole) => {
  expect(at(path)).toMatchObject({ kind: 'number', quantity, from, to, whole });
});

test('a list says how far it may grow and shrink', () => {
  expect(at('film.markings')).toMatchObject({ kind: 'list', least: 0, most: 6 });
  expect(at('cure.byThickness')).toMatchObject({ kind: 'list', least: 1 });
});

test('a row in an empty list is one that may be kept', () => {
  const list = at('film.markings');
  const first = list?.kind === 'list' ? list.first : null;
  expect(ruleSetSchema.safeParse(withRule(rules, ['film', 'markings'], [first])).success).toBe(true);
});

test('one rule is written, and all the others stay the very same', () => {
  const path: RulePath = ['film', 'breakage', 'bearsK', 'wired'];
  const after = withRule(rules, path, 20);
  expect(ruleAt(after, path)).toBe(20);
  expect(ruleAt(rules, path)).toBe(18);
  expect(after.cutting).toBe(rules.cutting);
  expect(after.film.breakage.edgeShare).toBe(rules.film.breakage.edgeShare);
  const month = withRule(rules, ['film', 'monthlyC', 1], -9);
  expect(month.film.monthlyC).toEqual([-5, -9, ...rules.film.monthlyC.slice(2)]);
});

test('the longest pull may be set to any floor there is, not only to five metres', () => {
  const longer = (longestPullMm: number) =>
    ruleSetSchema.safeParse(withRule(DEFAULT_RULE_SETS[0], ['cutting', 'longestPullMm'], longestPullMm))
      .success;
  expect([499, 500, 12_000, 100_000, 100_001].map(longer)).toEqual([false, true, true, true, false]);
});
