import { z } from 'zod';
import { ruleSetSchema, type RuleSet } from './ruleSet.ts';

/* What there is to set in house rules, read off their schema: a rule that is added there is asked for and shown. */

/** What a figure is measured in; units stand in the names of rules. */
export type Quantity =
  | 'length'
  | 'temperature'
  | 'share'
  | 'days'
  | 'seconds'
  | 'minutes'
  | 'hours'
  | 'micrometres'
  | 'kelvin'
  | 'squareMetres'
  | 'metres'
  | 'plain';

/** Where a rule stands in the set: names, and places in lists. */
export type RulePath = readonly (string | number)[];

interface Field {
  readonly path: RulePath;
  /** What it means, in a sentence; empty where its name says it. */
  readonly meaning: string;
}

export interface NumberRule extends Field {
  readonly kind: 'number';
  readonly quantity: Quantity;
  readonly from: number;
  readonly to: number;
  readonly whole: boolean;
}

export interface ChoiceRule extends Field {
  readonly kind: 'choice';
  readonly options: readonly string[];
}

/** Rules that stand together. A list of fixed length, as that of the months, is one too. */
export interface RuleGroup extends Field {
  readonly kind: 'group';
  readonly fields: readonly RuleField[];
}

/** A list that may grow and shrink; `fieldsAt` are those of one of its rows, `first` is a row where there is none yet. */
export interface RuleList extends Field {
  readonly kind: 'list';
  readonly least: number;
  readonly most: number;
  readonly fieldsAt: (row: number) => readonly RuleField[];
  readonly first: unknown;
}

export type RuleField = NumberRule | ChoiceRule | RuleGroup | RuleList;

type Schema = z.core.JSONSchema.BaseSchema;

/** Above nothing, for what must not be nothing. */
const LEAST = 0.001;

const SUFFIXES: readonly (readonly [RegExp, Quantity])[] = [
  [/Mm$/, 'length'],
  [/C$/, 'temperature'],
  [/days$/i, 'days'],
  [/seconds$/i, 'seconds'],
  [/(?:minutes|Min)$/i, 'minutes'],
  [/H$/, 'hours'],
  [/Um$/, 'micrometres'],
  [/K$/, 'kelvin'],
  [/UpToM2$/, 'squareMetres'],
  [/FromM$/, 'metres'],
];

/** By the unit in the nearest name that has one; else a figure between 0 and 1 is a share. */
function quantityOf(path: RulePath, to: number): Quantity {
  const units = path.flatMap((part) => SUFFIXES.find(([suffix]) => suffix.test(String(part)))?.[1] ?? []);
  return units.at(-1) ?? (to <= 1 ? 'share' : 'plain');
}

/** A row with the least that each of its figures may be, and something where that is nothing. */
function firstRow(fields: readonly RuleField[]): unknown {
  return Object.fromEntries(
    fields.flatMap((field) =>
      field.kind === 'number' ? [[String(field.path.at(-1)), Math.max(1, field.from)]] : [],
    ),
  );
}

function fieldOf(schema: Schema, path: RulePath): RuleField[] {
  const meaning = schema.description ?? '';
  if (schema.enum) return [{ kind: 'choice', path, meaning, options: schema.enum.map(String) }];
  switch (schema.type) {
    case 'number':
    case 'integer': {
      const from = schema.minimum ?? (schema.exclusiveMinimum === undefined ? 0 : LEAST);
      const to = schema.maximum ?? Number.MAX_SAFE_INTEGER;
      const quantity = quantityOf(path, to);
      return [{ kind: 'number', path, meaning, quantity, from, to, whole: schema.type === 'integer' }];
    }
    case 'object':
      return [{ kind: 'group', path, meaning, fields: inside(schema, path) }];
    case 'array': {
      const item = schema.items as Schema;
      const [least, most] = [schema.minItems ?? 0, schema.maxItems ?? 12];
      const fieldsAt = (row: number) => {
        const [field] = fieldOf(item, [...path, row]);
        return field?.kind === 'group' ? field.fields : field ? [field] : [];
      };
      if (least !== most)
        return [{ kind: 'list', path, meaning, least, most, fieldsAt, first: firstRow(fieldsAt(0)) }];
      const fields = Array.from({ length: least }, (_, row) => fieldsAt(row)).flat();
      return [{ kind: 'group', path, meaning, fields }];
    }
    default:
      return [];
  }
}

function inside(schema: Schema, path: RulePath): RuleField[] {
  const named = Object.entries(schema.properties ?? {}).map(
    ([name, value]) => [name, value as Schema] as const,
  );
  const keys = (schema.propertyNames as Schema | undefined)?.enum ?? [];
  const keyed = keys.map((name) => [String(name), schema.additionalProperties as Schema] as const);
  return [...named, ...keyed].flatMap(([name, value]) => fieldOf(value, [...path, name]));
}

/** All that a shop can set, in groups as they are kept; id, name and reason of the set are not among it. */
export const RULE_GROUPS: readonly RuleGroup[] = inside(
  z.toJSONSchema(ruleSetSchema, { io: 'output' }) as Schema,
  [],
).flatMap((field) => (field.kind === 'group' ? [field] : []));

type Tree = Readonly<Record<string | number, unknown>>;

/** What a set says at a path. */
export function ruleAt(rules: RuleSet, path: RulePath): unknown {
  return path.reduce<unknown>((at, part) => (at as Tree | undefined)?.[part], rules);
}

function put(at: unknown, path: RulePath, value: unknown): unknown {
  const [part, ...rest] = path;
  if (part === undefined) return value;
  if (Array.isArray(at))
    return at.map((each, row) => (row === part ? put(each, rest, value) : (each as unknown)));
  return { ...(at as Tree), [part]: put((at as Tree)[part], rest, value) };
}

/** A set with another value at a path; the rest stays the very same. */
export function withRule(rules: RuleSet, path: RulePath, value: unknown): RuleSet {
  return put(rules, path, value) as RuleSet;
}
