import {
  ruleAt,
  SEAM_LOOKS,
  seamLooksSet,
  withRule,
  type NumberRule,
  type RuleField,
  type RuleList,
  type RuleSet,
  type SeamLooksSet,
} from '@neat-sill/core/rules';
import { countOf, formatLength, type LengthUnit } from '@neat-sill/core/units';
import { ruleName, ruleOptionName, ruleUnit, SEAM_LOOKS_NAMES } from '@neat-sill/core/words';
import { Plus, Trash2 } from 'lucide-react';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Field.tsx';
import { LengthField } from '../../ui/LengthField.tsx';
import { NumberField } from '../../ui/NumberField.tsx';
import { OneOf } from '../../ui/OneOf.tsx';
import { RulePicture } from './RulePicture.tsx';

/* The house rules as fields, one for each rule that there is. */

export interface RulesForm {
  readonly rules: RuleSet;
  readonly unit: LengthUnit;
  /** By its letters, as EUR. */
  readonly currency: string;
  /** Null where the person may look only. */
  readonly onChange: ((rules: RuleSet) => void) | null;
}

const nameOf = ({ path }: RuleField) => ruleName(path) ?? path.join(' ');
/** Rules that are sums of money, by the end of their name. */
const IS_MONEY = /(?:Rate|Cost|perMetre|narrowPanel|unlikePane)$/;
function labelled(field: NumberRule, { unit, currency }: Pick<RulesForm, 'unit' | 'currency'>): string {
  const sign = IS_MONEY.test(String(field.path.at(-1))) ? currency : ruleUnit(field, unit);
  return sign ? `${nameOf(field)}, ${sign}` : nameOf(field);
}
const keyOf = ({ path }: RuleField) => path.join('.');

/** A figure as people type and read it: degrees in their unit, shares in per cent. */
function asShown({ quantity }: NumberRule, value: number, unit: LengthUnit): number {
  if (quantity === 'share') return value * 100;
  return quantity === 'temperature' && unit === 'in' ? value * 1.8 + 32 : value;
}
function asKept({ quantity }: NumberRule, shown: number, unit: LengthUnit): number {
  if (quantity === 'share') return shown / 100;
  return quantity === 'temperature' && unit === 'in' ? (shown - 32) / 1.8 : shown;
}
const limit = (value: number) => Number(value.toFixed(3));

function NumberRuleField({ field, form }: { field: NumberRule; form: RulesForm }) {
  const { rules, unit, onChange } = form;
  const value = Number(ruleAt(rules, field.path));
  const put = (kept: number) => onChange?.(withRule(rules, field.path, kept));
  if (field.quantity === 'length')
    return (
      <LengthField
        label={labelled(field, form)}
        valueMm={value}
        unit={unit}
        expects="any"
        draftKey={`rules ${rules.id} ${keyOf(field)}`}
        refuse={(mm) =>
          mm >= field.from && mm <= field.to
            ? null
            : `It must be from ${formatLength(field.from, { unit })} to ${formatLength(field.to, { unit })}.`
        }
        onTake={(length) => put(length.mm)}
      />
    );
  return (
    <NumberField
      label={labelled(field, form)}
      value={asShown(field, value, unit)}
      from={limit(asShown(field, field.from, unit))}
      to={limit(asShown(field, field.to, unit))}
      whole={field.whole}
      decimals={2}
      of={ruleUnit(field, unit)}
      onTake={(shown) => put(asKept(field, shown, unit))}
    />
  );
}

/** Rows that may be added and taken away. */
function ListRule({ field, form }: { field: RuleList; form: RulesForm }) {
  const { rules, onChange } = form;
  const rows = ruleAt(rules, field.path) as readonly unknown[];
  const put = (after: readonly unknown[]) => onChange?.(withRule(rules, field.path, after));
  return (
    <fieldset className="flex flex-col gap-3">
      <legend className="mb-1 font-bold">{nameOf(field)}</legend>
      {field.meaning && <p className="text-sm text-quiet">{field.meaning}</p>}
      {rows.map((_, row) => (
        <div key={row} className="grid grid-cols-[1fr_1fr_auto] items-end gap-3">
          {field.fieldsAt(row).map((each) => (
            <RuleFieldView key={keyOf(each)} field={each} form={form} />
          ))}
          {onChange && (
            <Button
              title={`Remove row ${row + 1}`}
              disabled={rows.length <= field.least}
              onClick={() => put(rows.filter((__, other) => other !== row))}
            >
              <Trash2 size={17} aria-hidden />
              <span className="sr-only">
                {nameOf(field)}: remove row {row + 1}
              </span>
            </Button>
          )}
        </div>
      ))}
      {onChange && (
        <Button
          className="self-start"
          disabled={rows.length >= field.most}
          onClick={() => put([...rows, rows.at(-1) ?? field.first])}
        >
          <Plus size={17} aria-hidden /> Another row
        </Button>
      )}
    </fieldset>
  );
}

/** A figure with its unit, to be read. */
function told(field: NumberRule, value: number, unit: LengthUnit): string {
  if (field.quantity === 'length') return formatLength(value, { unit });
  if (field.quantity === 'days') return countOf(value, 'day');
  if (field.quantity === 'minutes') return countOf(value, 'minute');
  if (field.quantity === 'hours') return countOf(value, 'hour');
  if (field.quantity === 'seconds') return countOf(value, 'second');
  return `${limit(asShown(field, value, unit))} ${ruleUnit(field, unit)}`.trim();
}

const SEAM_LOOKS_AT = 'cutting.seamLooks';

/** Three sets of figures for what seams count, to begin from. */
function SeamLooksSets({ form: { rules, onChange } }: { form: RulesForm }) {
  const { seamLooks } = rules.cutting;
  const set = seamLooksSet(seamLooks);
  if (!onChange) return <p className="mb-2 font-semibold">{set ? SEAM_LOOKS_NAMES[set] : 'Own figures'}</p>;
  return (
    <OneOf
      label="What a seam counts by its looks"
      className="mb-3 flex flex-wrap gap-1"
      value={set}
      options={Object.entries(SEAM_LOOKS_NAMES) as [SeamLooksSet, string][]}
      onChoose={(chosen) =>
        onChange({ ...rules, cutting: { ...rules.cutting, seamLooks: { ...SEAM_LOOKS[chosen] } } })
      }
    />
  );
}

/** One rule, or rules that stand together, to be set or only read. */
function RuleFieldView({
  field,
  form,
  pictured = true,
}: {
  field: RuleField;
  form: RulesForm;
  /** False where a dozen short figures stand in a row. */
  pictured?: boolean;
}) {
  if (field.kind === 'group')
    return (
      <fieldset className="col-span-full">
        <legend className="mb-1 font-bold">{nameOf(field)}</legend>
        {field.meaning && <p className="mb-2 text-sm text-quiet">{field.meaning}</p>}
        {keyOf(field) === SEAM_LOOKS_AT && <SeamLooksSets form={form} />}
        <RuleGrid fields={field.fields} form={form} />
      </fieldset>
    );
  if (field.kind === 'list')
    return (
      <div className="col-span-full">
        <ListRule field={field} form={form} />
      </div>
    );
  const value = ruleAt(form.rules, field.path);
  const picture = (
    <RulePicture
      path={field.path}
      quantity={field.kind === 'number' ? field.quantity : null}
      value={Number(value)}
    />
  );
  if (!form.onChange)
    return (
      <div className="flex items-start gap-2">
        {pictured && picture}
        <p>
          <span className="block text-sm text-quiet">{nameOf(field)}</span>
          <b>
            {field.kind === 'number'
              ? told(field, Number(value), form.unit)
              : (ruleOptionName(String(value)) ?? String(value))}
          </b>
        </p>
      </div>
    );
  if (field.kind === 'number')
    return (
      <div title={field.meaning || undefined} className="flex items-end gap-2">
        {pictured && picture}
        <div className="min-w-0 flex-1">
          <NumberRuleField field={field} form={form} />
        </div>
      </div>
    );
  const { onChange } = form;
  return (
    <div className="flex items-end gap-2">
      {pictured && picture}
      <div className="min-w-0 flex-1">
        <Choice
          label={nameOf(field)}
          value={String(value)}
          options={field.options.map((option) => [option, ruleOptionName(option) ?? option])}
          onChoose={(option) => onChange(withRule(form.rules, field.path, option))}
        />
      </div>
    </div>
  );
}

export function RuleGrid({ fields, form }: { fields: readonly RuleField[]; form: RulesForm }) {
  // Many short figures, as of twelve months, stand closer.
  const columns =
    fields.length >= 12 &&
    fields.every(({ kind, path }) => kind === 'number' && typeof path.at(-1) === 'number');
  return (
    <div
      className={columns ? 'grid grid-cols-3 gap-3 sm:grid-cols-6' : 'grid items-end gap-4 sm:grid-cols-3'}
    >
      {fields.map((field) => (
        <RuleFieldView key={keyOf(field)} field={field} form={form} pictured={!columns} />
      ))}
    </div>
  );
}
