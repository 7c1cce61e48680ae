import { RULES_OF_ROLES, type StoredRuleSet } from '@neat-sill/core/contract';
import { RULE_GROUPS, ruleSetSchema, type RuleGroup, type RulePath } from '@neat-sill/core/rules';
import { ruleName } from '@neat-sill/core/words';
import { useState } from 'react';
import { sentenceOf, useSaveRuleSetMutation, useSessionQuery, useShopBookQuery } from '../../api/api.ts';
import { Button } from '../../ui/Button.tsx';
import { Note } from '../../ui/Note.tsx';
import { RuleGrid, type RulesForm } from './RuleFields.tsx';

/** A group is made when it is first opened: a set has over a hundred fields, and a shop has several sets. */
function FoldedGroup({ group, form }: { group: RuleGroup; form: RulesForm }) {
  const isFirst = group.path[0] === 'cutting';
  const [wasOpened, setWasOpened] = useState(isFirst);
  return (
    <details open={isFirst} onToggle={(event) => event.currentTarget.open && setWasOpened(true)}>
      <summary className="cursor-pointer font-semibold">{ruleName(group.path)}</summary>
      <div className="mt-3 mb-2">{wasOpened && <RuleGrid fields={group.fields} form={form} />}</div>
    </details>
  );
}

function RuleSetForm({ stored, mayChange }: { stored: StoredRuleSet; mayChange: boolean }) {
  const [rules, setRules] = useState(stored.rules);
  const [save, { error, isLoading, isSuccess }] = useSaveRuleSetMutation();
  const { data: session } = useSessionQuery();
  const unit = session?.person?.unit ?? 'mm';
  const changed = JSON.stringify(rules) !== JSON.stringify(stored.rules);
  const form = { rules, unit, onChange: mayChange ? setRules : null };
  const [problem] = ruleSetSchema.safeParse(rules).error?.issues ?? [];
  return (
    <section className="flex flex-col gap-3 border-t border-ink pt-3">
      <div>
        <h2 className="text-lg font-bold">{rules.name}</h2>
        <p className="text-sm text-quiet">{rules.reason}</p>
      </div>
      {RULE_GROUPS.map((group) => (
        <FoldedGroup key={group.path.join('.')} group={group} form={form} />
      ))}
      {problem && (
        <Note tone="no" role="alert">
          {ruleName(problem.path as RulePath) ?? 'A rule'}: {problem.message}
        </Note>
      )}
      {error && (
        <Note tone="no" role="alert">
          {sentenceOf(error)}
        </Note>
      )}
      {mayChange && (
        <div className="flex items-center gap-3">
          <Button
            weight="act"
            disabled={!changed || isLoading || problem !== undefined}
            onClick={() => void save({ baseVersion: stored.version, rules })}
          >
            Save “{rules.name}”
          </Button>
          {changed && <Button onClick={() => setRules(stored.rules)}>Discard changes</Button>}
          {isSuccess && !changed && (
            <span role="status">Saved; every job with these rules goes by them now.</span>
          )}
        </div>
      )}
    </section>
  );
}

/** The shop's choice where the trade has schools, as data. */
export function RulesPage() {
  const { data: book, error } = useShopBookQuery();
  const { data: session } = useSessionQuery();
  const mayChange = session?.person ? RULES_OF_ROLES[session.person.role].changesRules : false;
  return (
    <div className="mx-auto flex max-w-4xl flex-col gap-6 p-5">
      <div>
        <h1 className="text-2xl font-bold">House rules</h1>
        <p className="text-quiet">
          {mayChange
            ? 'Each job goes by one of these sets; choose it in Cuts.'
            : 'The owner changes these; each job goes by one of the sets.'}
        </p>
      </div>
      {error && (
        <Note tone="no" role="alert">
          {sentenceOf(error)}
        </Note>
      )}
      {book?.ruleSets.map((stored) => (
        <RuleSetForm key={`${stored.rules.id} ${stored.version}`} stored={stored} mayChange={mayChange} />
      ))}
    </div>
  );
}
