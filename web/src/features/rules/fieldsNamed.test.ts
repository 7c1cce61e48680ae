import { RULE_GROUPS, type RuleField } from '@neat-sill/core/rules';
import { ruleName } from '@neat-sill/core/words';
import { fieldsNamed } from './fieldsNamed.ts';

const cutting = RULE_GROUPS.find(({ path }) => path[0] === 'cutting');
if (!cutting) throw new Error('there are rules for cutting');
const names = (fields: readonly RuleField[]): string[] =>
  fields.flatMap((field) => [
    ruleName(field.path) ?? '',
    ...(field.kind === 'group' ? names(field.fields).map((name) => `> ${name}`) : []),
  ]);

test('rules are found by words of their name, in any order, and by what they stand in', () => {
  expect(fieldsNamed(cutting.fields, '  ')).toBe(cutting.fields);
  expect(names(fieldsNamed(cutting.fields, 'overlap'))).toEqual(['Overlap at a seam']);
  expect(names(fieldsNamed(cutting.fields, 'KEEP offcut'))).toEqual([
    'Narrowest offcut to keep',
    'Shortest offcut to keep',
  ]);
  expect(names(fieldsNamed(cutting.fields, 'knives takes'))).toEqual([
    'What counts beside film',
    '> Setting the knives takes',
  ]);
  expect(fieldsNamed(cutting.fields, 'no such rule')).toEqual([]);
  // What stands in a group that is named is all of it.
  const [all] = fieldsNamed(cutting.fields, 'what counts beside film');
  expect(all).toBe(cutting.fields.find(({ path }) => path.at(-1) === 'work'));
});
