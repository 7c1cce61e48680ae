import {
  AUDIT_KINDS,
  CONSUMABLE_UNITS,
  JOB_SHELVES,
  PAPER_KINDS,
  shopDetailsSchema,
} from '@neat-sill/core/contract';
import { stockSchema } from '@neat-sill/core/cuts';
import { filmSchema } from '@neat-sill/core/film';
import { RECORD_KINDS, rulesOfKind } from '@neat-sill/core/job';
import { ROLES } from '@neat-sill/core/record';
import { ruleSetSchema } from '@neat-sill/core/rules';
import { z } from 'zod';

/* What is in an archive of a shop (docs/formats/README.md): `shop.json`, one file of lines a table, and pictures and papers
   as files. Passwords, second factors, sessions and links are in none. */

export const ARCHIVE_FORMAT = 'neat-sill/shop';
export const ARCHIVE_VERSION = 1;

const text = z.string();
const id = z.uuid();
const moment = z.iso.datetime({ offset: true });
const day = z.iso.date();
const number = z.int();

export const archiveHeadSchema = z.strictObject({
  format: z.literal(ARCHIVE_FORMAT),
  version: z.literal(ARCHIVE_VERSION, 'It was made by a newer Neat Sill; bring this one forward first'),
  madeAt: moment,
  shop: z.strictObject({
    id,
    name: text.min(1),
    created_at: moment,
    details: shopDetailsSchema.nullable(),
    version: number,
  }),
});
export type ArchiveHead = z.infer<typeof archiveHeadSchema>;

const recordSchema = z
  .strictObject({
    job_id: id,
    kind: z.enum(RECORD_KINDS),
    id: text,
    version: number,
    data: z.unknown().nullable(),
    changed_by: id.nullable(),
    changed_at: moment,
  })
  .superRefine(({ kind, data }, context) => {
    if (data === null) return;
    const read = rulesOfKind(kind).schema.safeParse(data);
    if (!read.success) for (const issue of read.error.issues) context.addIssue({ ...issue });
  });

interface Table {
  readonly name: string;
  readonly row: z.ZodType<Record<string, unknown>>;
  /** In which order the lines stand. */
  readonly order: string;
  /** Lines that are in it; all without it. */
  readonly where?: string;
  /** Archives from before there was such a table are read without it. */
  readonly mayLack?: boolean;
  /** Bytes that are a file of their own, by the row's id. */
  readonly file?: { readonly column: string; readonly suffix: string; readonly begins: string };
  /** What a row that is read in has beside what is in the archive, as SQL. */
  readonly adds?: Readonly<Record<string, string>>;
}

/** The tables of an archive, those first that others name. */
export const ARCHIVE_TABLES: readonly Table[] = [
  {
    name: 'people',
    order: 'id',
    row: z.strictObject({
      id,
      email: text,
      name: text,
      role: z.enum(ROLES),
      unit: z.enum(['mm', 'in']),
      removed_at: moment.nullable(),
    }),
    // Nobody has a password that gives this: whoever comes chooses a new one by a link.
    adds: { password_hash: `'none'` },
  },
  { name: 'films', order: 'id', row: z.strictObject({ id: text, place: number, data: filmSchema }) },
  {
    name: 'rule_sets',
    order: 'id',
    row: z.strictObject({ id: text, place: number, version: number, data: ruleSetSchema }),
  },
  {
    name: 'jobs',
    order: 'id',
    row: z.strictObject({
      id,
      created_at: moment,
      changed_at: moment,
      shelf: z.enum(JOB_SHELVES),
      shelved_at: moment.nullable(),
      assigned_to: id.nullable(),
      visit_on: day.nullable(),
      version: number,
    }),
  },
  { name: 'job_numbers', order: 'last', row: z.strictObject({ last: number }), mayLack: true },
  {
    name: 'stock',
    order: 'id',
    row: z.strictObject({
      id: text,
      data: stockSchema,
      lot: text.nullable(),
      place: text.nullable(),
      version: number,
      reserved_by: id.nullable(),
      opened_as: text.nullable(),
    }),
  },
  {
    name: 'consumables',
    order: 'id',
    row: z.strictObject({
      id,
      name: text,
      unit: z.enum(CONSUMABLE_UNITS),
      on_hand: z.number(),
      least: z.number().nullable(),
      place: text.nullable(),
      version: number,
    }),
  },
  {
    name: 'film_orders',
    order: 'id',
    row: z.strictObject({
      id,
      film_id: text,
      width_mm: z.number(),
      roll_mm: z.number(),
      quantity: z.number(),
      supplier: text,
      ordered_on: day,
      arrived_on: day.nullable(),
      version: number,
    }),
  },
  { name: 'job_records', order: 'job_id, kind, id', row: recordSchema },
  {
    name: 'job_edits',
    order: 'job_id, at, edit_id',
    row: z.strictObject({
      edit_id: id,
      job_id: id,
      person_id: id.nullable(),
      label: text,
      changes: z.array(z.unknown()),
      versions: z.record(text, number),
      at: moment,
    }),
  },
  {
    name: 'cut_pulls',
    order: 'job_id, kept_at, pull_id',
    row: z.strictObject({
      job_id: id,
      kept_at: text,
      pull_id: text,
      at: moment,
      film_id: text.nullable(),
      pieces: z.array(z.strictObject({ w: z.number(), l: z.number() })),
      made: z.unknown().nullable(),
    }),
  },
  {
    name: 'pictures',
    order: 'id',
    file: { column: 'jpeg', suffix: 'jpg', begins: 'ffd8ff' },
    row: z.strictObject({
      id,
      job_id: id,
      width_px: number,
      height_px: number,
      taken_by: id.nullable(),
      kept_at: moment,
    }),
  },
  {
    name: 'papers',
    order: 'id',
    where: `state = 'ready' and pdf is not null`,
    file: { column: 'pdf', suffix: 'pdf', begins: '25504446' },
    row: z.strictObject({
      id,
      job_id: id,
      kind: z.enum(PAPER_KINDS),
      today: text,
      unit: z.enum(['mm', 'in']),
      state: z.literal('ready'),
      problem: text.nullable(),
      made_at: moment,
    }),
  },
  {
    name: 'audit_log',
    order: 'number',
    row: z.strictObject({
      at: moment,
      person_id: id.nullable(),
      kind: z.enum(AUDIT_KINDS),
      about: text,
      about_person_id: id.nullable(),
      place: text,
    }),
  },
];

/** Tables of a shop that stay behind: they belong to the installation, or to work that is under way. */
export const NOT_IN_ARCHIVE = [
  'claims',
  'plannings',
  'day_plannings',
  'known_devices',
  'sessions',
  'links',
  'customer_links',
  'calendar_feeds',
  'calendar_events',
  'busy_times',
] as const;

/** The columns of a table that are in the archive. */
export const columnsOf = ({ row }: Table): string[] =>
  Object.keys((row as unknown as { readonly shape: Record<string, unknown> }).shape);

export const linesName = (table: Table) => `${table.name}.jsonl`;
export const fileName = (table: Table, id: string) => `${table.name}/${id}.${table.file?.suffix ?? ''}`;
export const LOGO_NAME = 'logo.png';
export const HEAD_NAME = 'shop.json';
export type { Table };
