import { RULES_OF_ROLES, type StoredRuleSet } from '@neat-sill/core/contract';
import type { RuleSet } from '@neat-sill/core/rules';
import { formatLength } from '@neat-sill/core/units';
import { SCHOOL_NAMES } from '@neat-sill/core/words';
import { useState } from 'react';
import { sentenceOf, useSaveRuleSetMutation, useSessionQuery, useShopBookQuery } from '../../api/api.ts';
import { Button } from '../../ui/Button.tsx';
import { LengthField } from '../../ui/LengthField.tsx';
import { Note } from '../../ui/Note.tsx';
import { CuttingWorkForm } from './CuttingWorkForm.tsx';
import { FilmRulesForm } from './FilmRulesForm.tsx';

type Cutting = RuleSet['cutting'];
type CuttingLength = Exclude<
  { [Key in keyof Cutting]: Cutting[Key] extends number ? Key : never }[keyof Cutting],
  undefined
>;

const LENGTHS: readonly (readonly [CuttingLength, string])[] = [
  ['marginMm', 'Margin at every trimmed side'],
  ['factoryEdgeGapMm', 'Gap at the factory edge'],
  ['benchClearanceMm', 'Taken off a bench-cut piece'],
  ['seamOverlapMm', 'Overlap at a seam'],
  ['minPanelMm', 'Narrowest panel'],
  ['minOffcutWidthMm', 'Narrowest offcut to keep'],
  ['minOffcutLengthMm', 'Shortest offcut to keep'],
  ['roundingStepMm', 'Sizes are rounded to'],
];

const SURVEY_LENGTHS = [
  ['sisterToleranceMm', 'Sister readings may differ by'],
  ['agreementMm', 'Second readings must agree within'],
  ['twinToleranceMm', 'Twins may differ by'],
  ['defaultBarMm', 'Bar between lights, unmeasured'],
  ['defaultGapMm', 'Gap between openings, unmeasured'],
  ['defaultSillMm', 'Sill over floor, unmeasured'],
] as const;

function RuleSetForm({ stored, mayChange }: { stored: StoredRuleSet; mayChange: boolean }) {
  const [rules, setRules] = useState(stored.rules);
  const [save, { error, isLoading, isSuccess }] = useSaveRuleSetMutation();
  const { data: session } = useSessionQuery();
  const unit = session?.person?.unit ?? 'mm';
  const changed = JSON.stringify(rules) !== JSON.stringify(stored.rules);
  const setCutting = (key: CuttingLength, mm: number) =>
    setRules({ ...rules, cutting: { ...rules.cutting, [key]: mm } });
  return (
    <section className="flex flex-col gap-3 border-t border-ink pt-3">
      <div>
        <h2 className="text-lg font-bold">{rules.name}</h2>
        <p className="text-sm text-quiet">
          {SCHOOL_NAMES[rules.cutting.school]}. {rules.reason}
        </p>
      </div>
      {mayChange ? (
        <div className="grid gap-4 sm:grid-cols-3">
          {LENGTHS.map(([key, label]) => (
            <LengthField
              key={key}
              label={label}
              valueMm={rules.cutting[key]}
              unit={unit}
              expects="any"
              allowEmpty={false}
              draftKey={`rules ${rules.id} ${key}`}
              onTake={(length) => length && setCutting(key, length.mm)}
            />
          ))}
          {SURVEY_LENGTHS.map(([key, label]) => (
            <LengthField
              key={key}
              label={label}
              valueMm={rules.survey[key]}
              unit={unit}
              expects="any"
              allowEmpty={false}
              draftKey={`rules ${rules.id} ${key}`}
              onTake={(length) =>
                length && setRules({ ...rules, survey: { ...rules.survey, [key]: length.mm } })
              }
            />
          ))}
        </div>
      ) : (
        <dl className="grid gap-x-6 gap-y-1 sm:grid-cols-3">
          {LENGTHS.map(([key, label]) => (
            <div key={key}>
              <dt className="text-sm text-quiet">{label}</dt>
              <dd className="font-semibold">{formatLength(rules.cutting[key], { unit })}</dd>
            </div>
          ))}
        </dl>
      )}
      {mayChange && (
        <CuttingWorkForm
          cutting={rules.cutting}
          draftKey={`rules ${rules.id}`}
          unit={unit}
          onChange={(cutting) => setRules({ ...rules, cutting })}
        />
      )}
      {mayChange && (
        <FilmRulesForm
          rules={rules.film}
          draftKey={`rules ${rules.id}`}
          unit={unit}
          onChange={(film) => setRules({ ...rules, film })}
        />
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
            disabled={!changed || isLoading}
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
