import type { RuleField } from '@neat-sill/core/rules';
import { ruleName } from '@neat-sill/core/words';
import { hasEveryWord } from '../../ui/hasEveryWord.ts';

/** Rules of which the name, or that of what they stand in, has every word that is looked for; all where nothing is. */
export function fieldsNamed(fields: readonly RuleField[], sought: string, within = ''): readonly RuleField[] {
  if (sought.trim() === '') return fields;
  return fields.flatMap((field): readonly RuleField[] => {
    const name = `${within} ${ruleName(field.path) ?? ''}`;
    if (hasEveryWord(name, sought)) return [field];
    if (field.kind !== 'group') return [];
    const inner = fieldsNamed(field.fields, sought, name);
    return inner.length > 0 ? [{ ...field, fields: inner }] : [];
  });
}
