import { RULES_OF_ROLES, type SavedRuleSet, type StoredRuleSet } from '@neat-sill/core/contract';
import { sameData } from '@neat-sill/core/record';
import {
  RULE_GROUPS,
  ruleSetSchema,
  type RuleGroup,
  type RulePath,
  type RuleSet,
} from '@neat-sill/core/rules';
import { ruleName } from '@neat-sill/core/words';
import { countOf, listOf } from '@neat-sill/core/units';
import { Fragment, useDeferredValue, useMemo, useRef, useState, type FormEvent } from 'react';
import {
  sentenceOf,
  useSaveRuleSetMutation,
  useSessionQuery,
  useShopBookQuery,
  useShopQuery,
} from '../../api/api.ts';
import { Button } from '../../ui/Button.tsx';
import { TextField } from '../../ui/Field.tsx';
import { Note } from '../../ui/Note.tsx';
import { Sheet } from '../../ui/Sheet.tsx';
import { SheetEnd } from '../../ui/SheetEnd.tsx';
import { useRulesDraft } from './drafts.ts';
import { fieldsNamed } from './fieldsNamed.ts';
import { Rates } from './Rates.tsx';
import { RuleGrid, type RulesForm } from './RuleFields.tsx';

/** A group, or what was found of it. Whole it is made when it is first opened: a set has over a hundred fields. */
function FoldedGroup({ group, form, isFound }: { group: RuleGroup; form: RulesForm; isFound: boolean }) {
  const isFirst = group.path[0] === 'cutting';
  const [wasOpened, setWasOpened] = useState(isFirst);
  if (isFound)
    return (
      <section>
        <h3 className="mb-3 font-semibold">{ruleName(group.path)}</h3>
        <RuleGrid fields={group.fields} form={form} />
      </section>
    );
  return (
    <details open={isFirst} onToggle={(event) => event.currentTarget.open && setWasOpened(true)}>
      <summary className="cursor-pointer font-semibold">{ruleName(group.path)}</summary>
      <div className="mt-3 mb-2">{wasOpened && <RuleGrid fields={group.fields} form={form} />}</div>
    </details>
  );
}

/** Another set, that begins as a copy of this one; a job chooses it in Cuts. */
function CopySet({ from }: { from: RuleSet }) {
  const [open, setOpen] = useState(false);
  const [name, setName] = useState('');
  const [save, { error, isLoading }] = useSaveRuleSetMutation();
  const add = async (event: FormEvent) => {
    event.preventDefault();
    if (name.trim() === '') return;
    const rules = { ...from, id: crypto.randomUUID(), name: name.trim(), reason: `Begun as ${from.name}.` };
    const saved = await save({ baseVersion: 0, rules });
    if (saved.data) setOpen(false);
  };
  return (
    <>
      <Button
        onClick={() => {
          setName(`${from.name}, copy`);
          setOpen(true);
        }}
      >
        Copy this set
      </Button>
      <Sheet title={`A copy of “${from.name}”`} open={open} onClose={() => setOpen(false)}>
        <form noValidate className="flex flex-col gap-4" onSubmit={(event) => void add(event)}>
          <TextField
            label="Name"
            maxLength={80}
            value={name}
            problem={name.trim() === '' ? 'Name it: it is chosen by its name.' : undefined}
            onChange={({ target }) => setName(target.value)}
          />
          <SheetEnd
            act="Add the set"
            busy={isLoading}
            problem={error && sentenceOf(error)}
            onCancel={() => setOpen(false)}
          />
        </form>
      </Sheet>
    </>
  );
}

interface RuleSetFormProps {
  readonly stored: StoredRuleSet;
  readonly mayChange: boolean;
  /** What is shown of the rules: all, or what was found of each group. */
  readonly groups: readonly RuleGroup[];
  readonly onSaved: (saved: SavedRuleSet) => void;
}

function RuleSetForm({ stored, mayChange, groups, onSaved }: RuleSetFormProps) {
  // As it was read: what somebody else saves meanwhile is taken where nothing was typed here, and else found at saving.
  const { data: session } = useSessionQuery();
  const { draft, keep } = useRulesDraft(stored, session?.person?.id ?? '');
  const { base, rules } = draft;
  const section = useRef<HTMLElement>(null);
  const [save, { error, isLoading }] = useSaveRuleSetMutation();
  const saveRules = async () => {
    // What can't be taken stays in its field and is not in the rules: what stood there before would be saved.
    const wrong = section.current?.querySelector<HTMLElement>('[aria-invalid="true"]');
    if (wrong) {
      wrong.focus();
      return;
    }
    const saved = await save({ baseVersion: base.version, rules });
    if (!saved.data) return;
    keep({ base: saved.data, rules: saved.data.rules }, true);
    onSaved(saved.data);
  };
  const { data: shop } = useShopQuery();
  const unit = session?.person?.unit ?? 'mm';
  const changed = !sameData(rules, base.rules);
  if (!changed && stored.version > base.version) keep({ base: stored, rules: stored.rules }, true);
  const setRules = (next: RuleSet) => keep({ base, rules: next }, sameData(next, base.rules));
  const form = { rules, unit, currency: shop?.details.currency ?? '', onChange: mayChange ? setRules : null };
  const [problem] = ruleSetSchema.safeParse(rules).error?.issues ?? [];
  return (
    <section ref={section} className="flex flex-col gap-3 border-t border-ink pt-3">
      <div className="flex flex-wrap items-start justify-between gap-3">
        <div>
          <h2 className="text-lg font-bold">{rules.name}</h2>
          <p className="text-sm text-quiet">{rules.reason}</p>
        </div>
        {mayChange && (
          <div className="flex flex-wrap items-center justify-end gap-2">
            <Rates rules={rules} onRates={setRules} />
            <CopySet from={rules} />
          </div>
        )}
      </div>
      {mayChange && groups === RULE_GROUPS && (
        <details>
          <summary className="cursor-pointer font-semibold">Its name, and what it is for</summary>
          <div className="mt-3 grid gap-3 md:grid-cols-[1fr_2fr]">
            <TextField
              label="Name"
              maxLength={80}
              value={rules.name}
              onChange={({ target }) => setRules({ ...rules, name: target.value })}
            />
            <TextField
              label="What it is for"
              maxLength={400}
              value={rules.reason}
              onChange={({ target }) => setRules({ ...rules, reason: target.value })}
            />
          </div>
        </details>
      )}
      {groups.map((group) => (
        <FoldedGroup key={group.path.join('.')} group={group} form={form} isFound={groups !== RULE_GROUPS} />
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
            onClick={() => void saveRules()}
          >
            Save “{rules.name}”
          </Button>
          {changed && <span className="text-ochre-text">Not saved yet</span>}
          {changed && <Button onClick={() => setRules(base.rules)}>Discard changes</Button>}
        </div>
      )}
    </section>
  );
}

/** What becomes of the jobs under rules that were changed. */
function Staying({ names, total }: { names: readonly string[]; total: number }) {
  return (
    <Note tone="good" role="status">
      Saved; jobs with these rules go by them now.
      {total > 0 &&
        ` ${countOf(total, 'job')} whose plan is kept ${total === 1 ? 'goes' : 'go'} on as ${total === 1 ? 'it was' : 'they were'} kept: ${listOf([...names, ...(total > names.length ? [`${total - names.length} more`] : [])])}. Discard the kept plan of a job to plan it by the new rules.`}
    </Note>
  );
}

/** The groups with what is named so in them; as they are where nothing is looked for. */
function groupsNamed(sought: string): readonly RuleGroup[] {
  if (sought.trim() === '') return RULE_GROUPS;
  return RULE_GROUPS.flatMap((group) => {
    const fields = fieldsNamed(group.fields, sought, ruleName(group.path) ?? '');
    return fields.length > 0 ? [{ ...group, fields }] : [];
  });
}

/** The shop's choice where the trade has schools, as data. */
export function RulesPage() {
  const [saved, setSaved] = useState<SavedRuleSet | null>(null);
  const page = useRef<HTMLDivElement>(null);
  const [asked, setAsked] = useState('');
  const [isHeld, setIsHeld] = useState(false);
  const sought = useDeferredValue(asked);
  const groups = useMemo(() => groupsNamed(sought), [sought]);
  const { data: book, error } = useShopBookQuery();
  const { data: session } = useSessionQuery();
  const mayChange = session?.person ? RULES_OF_ROLES[session.person.role].changesRules : false;
  return (
    <div ref={page} className="mx-auto flex max-w-4xl flex-col gap-6 p-5">
      <div className="flex flex-wrap items-end justify-between gap-4">
        <div>
          <h1 className="text-2xl font-bold">House rules</h1>
          <p className="text-quiet">
            {mayChange
              ? 'Each job goes by one of these sets; choose it in Cuts.'
              : 'The owner changes these; each job goes by one of the sets.'}
          </p>
        </div>
        <TextField
          label="Search rules"
          type="search"
          placeholder="margin, seam, cure"
          value={asked}
          problem={
            isHeld ? 'Correct the rule that is marked first: it would go out of sight unsaved.' : undefined
          }
          onChange={({ target }) => {
            // What can't be taken stands in its field only: it must not be taken out of sight.
            const wrong = page.current?.querySelector('section [aria-invalid="true"]') ?? null;
            setIsHeld(wrong !== null);
            if (!wrong) setAsked(target.value);
          }}
        />
      </div>
      {groups.length === 0 && <p role="status">No rule has these words in its name.</p>}
      {error && (
        <Note tone="no" role="alert">
          {sentenceOf(error)}
        </Note>
      )}
      {!book && !error && <p role="status">Looking up the house rules</p>}
      {book?.ruleSets.map((stored) => (
        <Fragment key={stored.rules.id}>
          {saved?.rules.id === stored.rules.id && <Staying {...saved.staying} />}
          <RuleSetForm stored={stored} mayChange={mayChange} groups={groups} onSaved={setSaved} />
        </Fragment>
      ))}
    </div>
  );
}
