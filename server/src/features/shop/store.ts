import { readStored } from '@neat-sill/core/record';
import { filmSchema, type Film } from '@neat-sill/core/film';
import { storedRuleSetSchema, type ShopBookAnswer, type StoredRuleSet } from '@neat-sill/core/contract';
import { and, asc, desc, eq, inArray, sql } from 'drizzle-orm';
import { LRUCache } from 'lru-cache';
import type { ReadQuery, Tx } from '../../db/database.ts';
import { HttpProblem } from '../../http/problem.ts';
import { films, jobRecords, jobs, ruleSets } from '../../db/schema.ts';
import { readCutBefore, readRack } from './rack.ts';

/** Reads what the shop brings to every job; rows are parsed on their way out of the database. */
export async function readShopBook(tx: Tx): Promise<ShopBookAnswer> {
  const filmRows = await tx.select().from(films).orderBy(asc(films.place));
  return {
    films: filmRows.map(({ data }) => readStored(filmSchema, data)),
    rack: await readRack(tx),
    cutBefore: await readCutBefore(tx),
    ruleSets: await readRuleSets(tx),
  };
}

/** Films and house rules of shops, parsed, by their versions: a version never changes. */
export type KnownBooks = LRUCache<string, Film | StoredRuleSet['rules']>;

export const makeKnownBooks = (most: number): KnownBooks => new LRUCache({ max: most });

/** Which versions of films and house rules stand, in their order. */
export interface StampRow {
  readonly kind: 'film' | 'rules';
  readonly id: string;
  readonly version: number;
}

/** What asks for the stamps of some films, whose ids are the value of that number, and all house rules. */
export const stampsOf = (filmIds: `$${number}`) => `select 'film' as kind, id,
    coalesce((data->>'version')::int, 1) as version, place from films where id = any(${filmIds})
  union all select 'rules', id, version, place from rule_sets order by kind, place`;

/** Asks for the stamps of some films and all house rules. */
export const readStamps = (filmIds: readonly string[]): ReadQuery => ({
  name: 'stamps',
  text: stampsOf('$1'),
  values: [filmIds],
});

type FilmsAndRules = { readonly films: Film[]; readonly ruleSets: StoredRuleSet['rules'][] };

/** The films and house rules that stand under stamps: as they are known; the rest is read, and known from then on. */
export async function filmsAndRulesOf(
  tx: () => Tx,
  stamps: readonly StampRow[],
  { books, shopId }: { readonly books: KnownBooks; readonly shopId: string },
): Promise<FilmsAndRules> {
  const keyOf = ({ kind, id, version }: StampRow) => `${shopId} ${kind} ${version} ${id}`;
  const missing = stamps.filter((stamp) => !books.has(keyOf(stamp)));
  if (missing.length > 0) {
    const idsOf = (kind: StampRow['kind']) =>
      missing.flatMap((stamp) => (stamp.kind === kind ? stamp.id : []));
    const read = await readFilmsAndRules(tx(), idsOf('film'));
    for (const film of read.films) books.set(keyOf({ ...film, kind: 'film' }), film);
    for (const { version, rules } of await readRuleSets(tx()))
      books.set(keyOf({ kind: 'rules', id: rules.id, version }), rules);
  }
  const known = (kind: StampRow['kind']) =>
    stamps.flatMap((stamp) => (stamp.kind === kind ? (books.get(keyOf(stamp)) ?? []) : []));
  return { films: known('film') as Film[], ruleSets: known('rules') as StoredRuleSet['rules'][] };
}

async function readRuleSets(tx: Tx): Promise<StoredRuleSet[]> {
  const rows = await tx.select().from(ruleSets).orderBy(asc(ruleSets.place));
  return rows.map(({ version, data }) => readStored(storedRuleSetSchema, { version, rules: data }));
}

/** The films of some ids and all house rules: what the records of a job are read by. */
export async function readFilmsAndRules(tx: Tx, filmIds: readonly string[]): Promise<FilmsAndRules> {
  const filmRows =
    filmIds.length === 0
      ? []
      : await tx
          .select()
          .from(films)
          .where(inArray(films.id, [...filmIds]))
          .orderBy(asc(films.place));
  return {
    films: filmRows.map(({ data }) => readStored(filmSchema, data)),
    ruleSets: (await readRuleSets(tx)).map(({ rules }) => rules),
  };
}

/** Films or house rules have changed: how far the shop's jobs are is told anew as they are next listed, and by a worker. */
export async function forgetOutlines(tx: Tx): Promise<void> {
  await tx.update(jobs).set({ outlineStale: true });
}

/** Writes films a version on from what stands; answers with the names of those that somebody else has changed since. */
export async function writeFilms(tx: Tx, shopId: string, sent: readonly Film[]): Promise<string[]> {
  const rows = await tx
    .select({ id: films.id, place: films.place, data: films.data })
    .from(films)
    .for('update');
  const stands = new Map(rows.map(({ id, data }) => [id, readStored(filmSchema, data)]));
  const stale = sent.filter((film) => film.version !== (stands.get(film.id)?.version ?? 0) + 1);
  if (stale.length > 0) return stale.map(({ name }) => name);
  let place = Math.max(0, ...rows.map((row) => row.place));
  for (const film of sent) {
    if (stands.has(film.id)) await tx.update(films).set({ data: film }).where(eq(films.id, film.id));
    else {
      place += 1;
      await tx.insert(films).values({ shopId, id: film.id, place, data: film });
    }
  }
  return [];
}

/** Sets that a shop may have: more is an accident. */
const MOST_RULE_SETS = 60;

/** Adds a rule set behind the others; null where there is one of this id. Throws a problem where the shop has very many. */
export async function addRuleSet(tx: Tx, shopId: string, rules: StoredRuleSet['rules']) {
  const rows = await tx.select({ place: ruleSets.place }).from(ruleSets).for('update');
  if (rows.length >= MOST_RULE_SETS)
    throw new HttpProblem(422, {
      title: 'Very many rule sets',
      detail: `The shop has ${rows.length} rule sets already; change one of them instead of adding another.`,
    });
  const place = Math.max(0, ...rows.map((row) => row.place)) + 1;
  const [written] = await tx
    .insert(ruleSets)
    .values({ shopId, id: rules.id, place, version: 1, data: rules })
    .onConflictDoNothing()
    .returning();
  return written ? { version: written.version, rules } : null;
}

/** Writes a rule set on the version it was read at; null when somebody else has written since. */
export async function writeRuleSet(tx: Tx, id: string, baseVersion: number, rules: StoredRuleSet['rules']) {
  const [written] = await tx
    .update(ruleSets)
    .set({ version: baseVersion + 1, data: rules })
    .where(and(eq(ruleSets.id, id), eq(ruleSets.version, baseVersion)))
    .returning();
  return written ? { version: written.version, rules } : null;
}

const NAMED_MOST = 8;

/** Open jobs whose kept plan goes by a rule set as it was: some by name, the last changed first, and how many there are. */
export async function jobsFrozenWith(tx: Tx, ruleSetId: string): Promise<{ names: string[]; total: number }> {
  const rows = await tx
    .select({
      name: sql<string>`concat_ws(', ', ${jobs.outline}->>'customer', ${jobs.outline}->>'name')`,
      total: sql<number>`count(*) over ()::int`,
    })
    .from(jobs)
    .innerJoin(jobRecords, and(eq(jobRecords.jobId, jobs.id), eq(jobRecords.kind, 'plan')))
    .where(and(eq(jobs.shelf, 'open'), sql`${jobRecords.data}->'frozen'->'rules'->>'id' = ${ruleSetId}`))
    .orderBy(desc(jobs.changedAt))
    .limit(NAMED_MOST);
  return { names: rows.map(({ name }) => name), total: rows[0]?.total ?? 0 };
}
