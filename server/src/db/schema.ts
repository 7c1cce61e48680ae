import type { Film } from '@neat-sill/core/film';
import {
  AUDIT_KINDS,
  CONSUMABLE_UNITS,
  JOB_SHELVES,
  PAPER_KINDS,
  type Quotas,
  type SentEdit,
  type ShopDetails,
} from '@neat-sill/core/contract';
import { RECORD_KINDS } from '@neat-sill/core/job';
import { ROLES } from '@neat-sill/core/record';
import type { RuleSet } from '@neat-sill/core/rules';
import { sql } from 'drizzle-orm';
import {
  bigserial,
  boolean,
  customType,
  date,
  doublePrecision,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  serial,
  text,
  timestamp,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core';

/* Every table but `shops` names its shop; row-level security (migration 0001) keeps the shops apart. */

const bytes = customType<{ data: Buffer }>({ dataType: () => 'bytea' });
const moment = () => timestamp({ withTimezone: true, mode: 'date' });
const shopId = () =>
  uuid()
    .notNull()
    .references(() => shops.id);

export const shops = pgTable('shops', {
  id: uuid().primaryKey(),
  name: text().notNull(),
  createdAt: moment().notNull(),
  /** Address, telephone, currency and the like; null until the owner fills it in. */
  details: jsonb().$type<ShopDetails>(),
  version: integer().notNull().default(1),
  /** PNG, as it stands on the papers. */
  logo: bytes(),
  /** What the operator allows it, where that differs from the usual. */
  quotas: jsonb().$type<Partial<Quotas>>().notNull().default({}),
});

export const people = pgTable(
  'people',
  {
    id: uuid().primaryKey(),
    shopId: shopId(),
    email: text().notNull(),
    name: text().notNull(),
    role: text({ enum: ROLES }).notNull(),
    unit: text({ enum: ['mm', 'in'] }).notNull(),
    passwordHash: text().notNull(),
    /** Removed people keep their row, since what they did names them; their e-mail address is free again. */
    removedAt: moment(),
    /** Second factor (RFC 6238), base32; null where none is asked for. */
    codeSecret: text(),
    /** The time step of the last code taken: no code is taken twice. */
    codeStep: integer().notNull().default(0),
  },
  (table) => [
    uniqueIndex('people_email')
      .on(table.email)
      .where(sql`removed_at is null`),
  ],
);

export const sessions = pgTable(
  'sessions',
  {
    tokenHash: text().primaryKey(),
    shopId: shopId(),
    personId: uuid()
      .notNull()
      .references(() => people.id),
    csrfToken: text().notNull(),
    expiresAt: moment().notNull(),
    /** What people tell a session by, and sign it out by. */
    id: uuid().notNull().defaultRandom(),
    device: text().notNull().default(''),
    openedAt: moment().notNull().defaultNow(),
    lastSeenAt: moment().notNull().defaultNow(),
    /** Failed tries for this account between its last sign-in and this one. */
    failedBefore: integer().notNull().default(0),
  },
  (table) => [index().on(table.expiresAt), index().on(table.personId)],
);

/** Devices from which somebody has signed in with a password: a brake on the account does not hold for them. */
export const knownDevices = pgTable(
  'known_devices',
  {
    tokenHash: text().notNull(),
    shopId: shopId(),
    personId: uuid()
      .notNull()
      .references(() => people.id),
    lastSeenAt: moment().notNull(),
  },
  (table) => [primaryKey({ columns: [table.tokenHash, table.personId] }), index().on(table.personId)],
);

/** Links that work once: to begin a shop, to join one, to choose a new password. Only the hash of the token is kept. */
export const links = pgTable('links', {
  tokenHash: text().primaryKey(),
  id: uuid().notNull().defaultRandom(),
  kind: text({ enum: ['shop', 'invitation', 'password'] }).notNull(),
  /** Null while the shop is still to be made. */
  shopId: uuid().references(() => shops.id),
  /** Who joins; null for a password. */
  invited: jsonb().$type<{ name: string; email: string; role: (typeof ROLES)[number] }>(),
  /** Whose password it is; null for the others. */
  personId: uuid().references(() => people.id),
  expiresAt: moment().notNull(),
});

/** Links by which customers read a quote: for as long as they hold. Only the hash of the token is kept. */
export const customerLinks = pgTable(
  'customer_links',
  {
    tokenHash: text().primaryKey(),
    id: uuid().notNull().defaultRandom(),
    shopId: shopId(),
    jobId: uuid()
      .notNull()
      .references(() => jobs.id),
    quoteId: text().notNull(),
    madeBy: uuid().references(() => people.id),
    madeAt: moment().notNull(),
    expiresAt: moment().notNull(),
    revokedAt: moment(),
    timesSeen: integer().notNull().default(0),
    lastSeenAt: moment(),
  },
  (table) => [index().on(table.jobId)],
);

/** What was done about accounts and the shop's own data, for the owner to read. Nobody changes or deletes it. */
export const auditLog = pgTable(
  'audit_log',
  {
    number: bigserial({ mode: 'number' }).primaryKey(),
    shopId: shopId(),
    at: moment().notNull(),
    /** Who did it; null for a try to sign in, and for operators. */
    personId: uuid().references(() => people.id),
    kind: text({ enum: AUDIT_KINDS }).notNull(),
    /** What it is about, in a few words that name nobody. */
    about: text().notNull(),
    /** Whom it is about, where it is not the one who did it: by id, so that erasing a name erases it here too. */
    aboutPersonId: uuid().references(() => people.id),
    place: text().notNull().default(''),
  },
  (table) => [index().on(table.shopId, table.number), index().on(table.personId, table.kind, table.at)],
);

export const films = pgTable(
  'films',
  {
    shopId: shopId(),
    id: text().notNull(),
    place: integer().notNull(),
    data: jsonb().$type<Film>().notNull(),
  },
  (table) => [primaryKey({ columns: [table.shopId, table.id] })],
);

/** The rack: rolls and offcuts. What a job's kept plan takes is reserved for it; cutting consumes it. */
export const stock = pgTable(
  'stock',
  {
    shopId: shopId(),
    id: text().notNull(),
    data: jsonb().$type<unknown>().notNull(),
    lot: text(),
    place: text(),
    version: integer().notNull().default(1),
    reservedBy: uuid(),
    /** For a new roll that was opened: its name in the plan that did so. */
    openedAs: text(),
  },
  (table) => [primaryKey({ columns: [table.shopId, table.id] })],
);

/** Film that was ordered, until some time after it has arrived. */
export const filmOrders = pgTable(
  'film_orders',
  {
    id: uuid().primaryKey(),
    shopId: shopId(),
    filmId: text().notNull(),
    widthMm: doublePrecision().notNull(),
    rollMm: doublePrecision().notNull(),
    quantity: doublePrecision().notNull(),
    supplier: text().notNull(),
    orderedOn: date({ mode: 'string' }).notNull(),
    arrivedOn: date({ mode: 'string' }),
    version: integer().notNull().default(1),
  },
  (table) => [index().on(table.shopId)],
);

/** What is used up beside film. */
export const consumables = pgTable(
  'consumables',
  {
    id: uuid().primaryKey(),
    shopId: shopId(),
    name: text().notNull(),
    unit: text({ enum: CONSUMABLE_UNITS }).notNull(),
    onHand: doublePrecision().notNull(),
    least: doublePrecision(),
    place: text(),
    version: integer().notNull().default(1),
  },
  (table) => [index().on(table.shopId)],
);

/** What a pull that was cut did to the rack. */
export interface CutMade {
  /** The roll or offcut it came off. */
  readonly sourceId: string;
  /** How that stood before; null where the pull opened a new roll. */
  readonly before: {
    readonly data: unknown;
    readonly lot: string | null;
    readonly place: string | null;
    readonly openedAs: string | null;
  } | null;
  readonly offcutIds: readonly string[];
  /** How the leftovers were put there, by id; not kept of pulls cut before this was. */
  readonly offcuts?: Readonly<Record<string, unknown>>;
}

/** Pulls that were cut, once each: cutting told twice consumes once. */
export const cutPulls = pgTable(
  'cut_pulls',
  {
    shopId: shopId(),
    jobId: uuid().notNull(),
    keptAt: text().notNull(),
    pullId: text().notNull(),
    at: moment().notNull(),
    filmId: text(),
    /** Sizes across and along the roll: what the shop cuts. */
    pieces: jsonb().$type<readonly { w: number; l: number }[]>().notNull().default([]),
    /** What it did to the rack, so that it can be taken back; null where it did nothing, or is from before that was kept. */
    made: jsonb().$type<CutMade>(),
  },
  (table) => [primaryKey({ columns: [table.jobId, table.keptAt, table.pullId] })],
);

export const ruleSets = pgTable(
  'rule_sets',
  {
    shopId: shopId(),
    id: text().notNull(),
    place: integer().notNull(),
    version: integer().notNull(),
    data: jsonb().$type<RuleSet>().notNull(),
  },
  (table) => [primaryKey({ columns: [table.shopId, table.id] })],
);

/** The secret address of somebody’s calendar; the token’s hash is kept. */
export const calendarFeeds = pgTable('calendar_feeds', {
  tokenHash: text().primaryKey(),
  shopId: shopId(),
  personId: uuid()
    .notNull()
    .unique()
    .references(() => people.id),
  madeAt: moment().notNull(),
});

/** What was told in a feed, so that what changes keeps its name and what is gone is called off. */
export const calendarEvents = pgTable(
  'calendar_events',
  {
    shopId: shopId(),
    personId: uuid()
      .notNull()
      .references(() => people.id),
    uid: text().notNull(),
    sequence: integer().notNull(),
    data: jsonb().$type<unknown>().notNull(),
    changedAt: moment().notNull(),
    cancelledAt: moment(),
  },
  (table) => [primaryKey({ columns: [table.personId, table.uid] })],
);

/** When somebody is busy by their own calendar; nothing else of it is kept. */
export const busyTimes = pgTable(
  'busy_times',
  {
    id: uuid().primaryKey().defaultRandom(),
    shopId: shopId(),
    personId: uuid()
      .notNull()
      .references(() => people.id),
    fromAt: moment().notNull(),
    toAt: moment().notNull(),
    readAt: moment().notNull(),
  },
  (table) => [index().on(table.shopId, table.toAt)],
);

/** How many jobs a shop has made: the last number that one was given. */
export const jobNumbers = pgTable('job_numbers', {
  shopId: shopId().primaryKey(),
  last: integer().notNull(),
});

export const jobs = pgTable(
  'jobs',
  {
    id: uuid().primaryKey(),
    shopId: shopId(),
    createdAt: moment().notNull(),
    changedAt: moment().notNull(),
    /** How far it is, as core tells it, written with the job; null until somebody asks. */
    outline: jsonb().$type<unknown>(),
    /** Films or house rules have changed since it was told: it is told anew when a page of the list shows it, or by a worker. */
    outlineStale: boolean().notNull().default(true),
    /** Out of the outline, so that a list is found and put in order without reading it. */
    standing: text().generatedAlwaysAs(sql`outline->>'standing'`),
    search: text().generatedAlwaysAs(sql`outline->>'search'`),
    customer: text().generatedAlwaysAs(sql`lower(outline->>'customer')`),
    curesOn: text().generatedAlwaysAs(sql`outline->>'curesOn'`),
    /** There is a pane that is not done yet, or none so far. */
    isOn: boolean().generatedAlwaysAs(
      sql`(outline->>'panes')::int = 0 or (outline->>'done')::int < (outline->>'panes')::int`,
    ),
    shelf: text({ enum: JOB_SHELVES }).notNull().default('open'),
    /** When it was put there. */
    shelvedAt: moment(),
    assignedTo: uuid().references(() => people.id),
    visitOn: date({ mode: 'string' }),
    /** Counts its edits: what was read under a number is as it was. */
    version: integer().notNull().default(0),
  },
  (table) => [
    index().on(table.shopId, table.changedAt),
    index('jobs_changed_at').on(table.changedAt),
    index().on(table.shopId, table.shelf, table.changedAt),
  ],
);

/** The records of a job. A record taken away keeps its row with empty data, so that its version goes on counting. */
export const jobRecords = pgTable(
  'job_records',
  {
    shopId: shopId(),
    jobId: uuid()
      .notNull()
      .references(() => jobs.id),
    kind: text({ enum: RECORD_KINDS }).notNull(),
    id: text().notNull(),
    version: integer().notNull(),
    data: jsonb().$type<unknown>(),
    changedBy: uuid().references(() => people.id),
    changedAt: moment().notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.jobId, table.kind, table.id] }),
    index().on(table.shopId, table.kind),
  ],
);

/** Every edit once: a repeated sending is recognised by its id, and a job's history can be read. */
export const jobEdits = pgTable(
  'job_edits',
  {
    editId: uuid().notNull(),
    shopId: shopId(),
    jobId: uuid()
      .notNull()
      .references(() => jobs.id),
    personId: uuid().references(() => people.id),
    label: text().notNull(),
    changes: jsonb().$type<SentEdit['changes']>().notNull(),
    versions: jsonb().$type<Record<string, number>>().notNull(),
    at: moment().notNull(),
  },
  (table) => [primaryKey({ columns: [table.jobId, table.editId] }), index().on(table.jobId, table.at)],
);

export const papers = pgTable(
  'papers',
  {
    id: uuid().primaryKey(),
    shopId: shopId(),
    jobId: uuid()
      .notNull()
      .references(() => jobs.id),
    kind: text({ enum: PAPER_KINDS }).notNull(),
    today: text().notNull(),
    unit: text({ enum: ['mm', 'in'] }).notNull(),
    state: text({ enum: ['waiting', 'ready', 'failed'] }).notNull(),
    problem: text(),
    pdf: bytes(),
    madeAt: moment().notNull(),
  },
  (table) => [index().on(table.shopId, table.madeAt)],
);

/** Cut planning that was handed to the server: what is to be planned, and the best plan so far. */
export const plannings = pgTable(
  'plannings',
  {
    id: uuid().primaryKey(),
    /** Counts them in the order in which they were asked for. */
    number: serial().notNull(),
    shopId: shopId(),
    jobId: uuid()
      .notNull()
      .references(() => jobs.id),
    work: jsonb().$type<unknown>().notNull(),
    workKey: text().notNull(),
    seconds: integer().notNull(),
    state: text({ enum: ['waiting', 'working', 'ready', 'stopped', 'failed'] }).notNull(),
    plan: jsonb().$type<unknown>(),
    /** How many better plans were found, and after how many seconds the last. */
    found: integer().notNull().default(0),
    afterSeconds: integer().notNull().default(0),
    problem: text(),
    askedBy: uuid().references(() => people.id),
    askedAt: moment().notNull(),
    startedAt: moment(),
    finishedAt: moment(),
  },
  (table) => [index().on(table.jobId, table.number)],
);

/** Days of several jobs that are planned on the server: what was asked, and the best plan so far. */
export const dayPlannings = pgTable(
  'day_plannings',
  {
    id: uuid().primaryKey(),
    /** Counts them in the order in which they were asked for. */
    number: serial().notNull(),
    shopId: shopId(),
    askedBy: uuid()
      .notNull()
      .references(() => people.id),
    asked: jsonb().$type<unknown>().notNull(),
    state: text({ enum: ['waiting', 'working', 'ready', 'stopped', 'failed'] }).notNull(),
    planned: jsonb().$type<unknown>(),
    /** How many better plans were found, and after how many seconds the last. */
    found: integer().notNull().default(0),
    afterSeconds: integer().notNull().default(0),
    problem: text(),
    askedAt: moment().notNull(),
    finishedAt: moment(),
  },
  (table) => [index().on(table.askedBy, table.number)],
);

/** Photographs of a job, as JPEG without what a camera writes beside the picture. */
export const pictures = pgTable(
  'pictures',
  {
    id: uuid().primaryKey(),
    shopId: shopId(),
    jobId: uuid()
      .notNull()
      .references(() => jobs.id),
    jpeg: bytes().notNull(),
    widthPx: integer().notNull(),
    heightPx: integer().notNull(),
    takenBy: uuid().references(() => people.id),
    keptAt: moment().notNull(),
  },
  (table) => [index().on(table.shopId)],
);

/** What a worker has in hand just now. Its heart beats there: what has not beaten for a while was lost with its worker. */
export const claims = pgTable(
  'claims',
  {
    task: text().notNull(),
    id: uuid().notNull(),
    shopId: shopId(),
    /** As it was handed to the queue, to be handed to it again. */
    work: jsonb().$type<unknown>().notNull(),
    /** Which taking up of it: one that was lost and comes back later has no hold on it any more. */
    holder: uuid().notNull().defaultRandom(),
    beatAt: moment().notNull().defaultNow(),
  },
  (table) => [primaryKey({ columns: [table.task, table.id] })],
);
