import { readStored } from '@neat-sill/core/record';
import type { CutPulls, RackEntry, SaveRack } from '@neat-sill/core/contract';
import {
  arrivedRoll,
  consume,
  rackNames,
  pullsJustCut,
  pullsNoLongerCut,
  stockSchema,
  usedByPlan,
  type KeptPlan,
  type PullOfRoll,
  type StockForPlan,
  type WantedSize,
} from '@neat-sill/core/cuts';
import { and, asc, desc, eq, inArray, isNull, sql } from 'drizzle-orm';
import type { Tx } from '../../db/database.ts';
import { cutPulls, films, jobs, stock } from '../../db/schema.ts';
import { HttpProblem } from '../../http/problem.ts';
import { openedAs, putPullBack } from './putBack.ts';

/** The whole rack, or what stands there of some. */
export async function readRack(tx: Tx, only: readonly string[] | null = null): Promise<RackEntry[]> {
  const rows = await tx
    .select({
      data: stock.data,
      lot: stock.lot,
      place: stock.place,
      version: stock.version,
      reservedBy: stock.reservedBy,
      customer: sql<string | null>`${jobs.outline}->>'customer'`,
      name: sql<string | null>`${jobs.outline}->>'name'`,
    })
    .from(stock)
    .leftJoin(jobs, eq(jobs.id, stock.reservedBy))
    .where(only ? inArray(stock.id, [...only]) : undefined)
    .orderBy(asc(stock.id));
  return rows.map(({ data, lot, place, version, reservedBy, customer, name }) => ({
    entry: readStored(stockSchema, data),
    lot,
    place,
    version,
    reservedBy,
    reservedFor: reservedBy === null ? null : [customer, name].filter(Boolean).join(', ') || null,
  }));
}

/** What cutting a job's pulls has done to the rack, in the order in which they were cut. */
export async function readCutPulls(tx: Tx, jobId: string): Promise<CutPulls> {
  const rows = await tx
    .select({ pullId: cutPulls.pullId, keptAt: cutPulls.keptAt, made: cutPulls.made })
    .from(cutPulls)
    .where(eq(cutPulls.jobId, jobId))
    .orderBy(asc(cutPulls.at), asc(cutPulls.pullId));
  const ids = rows.flatMap(({ made }) => (made ? [made.sourceId, ...made.offcutIds] : []));
  const rack = new Map(
    ids.length === 0 ? [] : (await readRack(tx, ids)).map((each) => [each.entry.id, each]),
  );
  return rows.flatMap(({ pullId, keptAt, made }) =>
    made
      ? [
          {
            pullId,
            keptAt,
            roll: rack.get(made.sourceId) ?? null,
            opened: made.before === null,
            offcuts: made.offcutIds.flatMap((id) => rack.get(id) ?? []),
          },
        ]
      : [],
  );
}

/** So many of the latest pulls tell which sizes the shop cuts. */
const PULLS_LOOKED_AT = 400;
/** Sizes of a film that are told, the most frequent. */
const MOST_SIZES = 40;
/** Sizes that differ by less are one. */
const SIZE_STEP_MM = 10;

/** The sizes that were cut last, by film, with how often. */
export async function readCutBefore(tx: Tx): Promise<Record<string, WantedSize[]>> {
  const rows = await tx
    .select({ filmId: cutPulls.filmId, pieces: cutPulls.pieces })
    .from(cutPulls)
    .orderBy(desc(cutPulls.at))
    .limit(PULLS_LOOKED_AT);
  const byFilm = new Map<string, Map<string, WantedSize>>();
  for (const { filmId, pieces } of rows) {
    if (filmId === null) continue;
    const sizes = byFilm.get(filmId) ?? new Map<string, WantedSize>();
    byFilm.set(filmId, sizes);
    for (const { w, l } of pieces) {
      const [width, length] = [w, l].map((mm) => Math.ceil(mm / SIZE_STEP_MM) * SIZE_STEP_MM) as [
        number,
        number,
      ];
      const key = `${width} ${length}`;
      sizes.set(key, { width, length, times: (sizes.get(key)?.times ?? 0) + 1 });
    }
  }
  return Object.fromEntries(
    [...byFilm].map(([filmId, sizes]) => [
      filmId,
      [...sizes.values()]
        .sort((a, b) => b.times - a.times || a.width - b.width || a.length - b.length)
        .slice(0, MOST_SIZES),
    ]),
  );
}

const changedSince = (id: string) =>
  new HttpProblem(409, {
    title: 'Changed since',
    detail: `“${id}” has been changed or used since you read the rack; nothing was written. Load the page again.`,
  });

/** Writes what somebody has changed on the rack, all of it or nothing. */
export async function writeRack(tx: Tx, shopId: string, { entries, removed }: SaveRack): Promise<number> {
  for (const { entry, lot, place, baseVersion } of entries) {
    if (baseVersion === 0) {
      const made = await tx
        .insert(stock)
        .values({ shopId, id: entry.id, data: entry, lot, place })
        .onConflictDoNothing()
        .returning({ id: stock.id });
      if (made.length === 0)
        throw new HttpProblem(409, {
          title: 'Name in use',
          detail: `“${entry.id}” is on the rack already: write another name on this one, or change that one. Nothing was written.`,
        });
      continue;
    }
    const written = await tx
      .update(stock)
      .set({ data: entry, lot, place, version: baseVersion + 1 })
      .where(and(eq(stock.id, entry.id), eq(stock.version, baseVersion)))
      .returning({ id: stock.id });
    if (written.length === 0) throw changedSince(entry.id);
  }
  for (const { id, baseVersion } of removed) {
    const gone = await tx
      .delete(stock)
      .where(and(eq(stock.id, id), eq(stock.version, baseVersion)))
      .returning({ id: stock.id });
    if (gone.length === 0) throw changedSince(id);
  }
  return entries.length + removed.length;
}

/**
 * Reserves what a job's plan still takes and frees what it took before; rolls it has opened stay its own while it goes on
 * with them. What another job has is refused by name.
 */
async function reserve(tx: Tx, jobId: string, before: KeptPlan | null, kept: KeptPlan | null): Promise<void> {
  const { stockIds, newRollIds } = usedByPlan(kept);
  // What the plan took before is its own already: that a roll has gone since must not keep a pull from being ticked.
  const had = new Set(usedByPlan(before).stockIds);
  const wanted = stockIds.filter((id) => !had.has(id));
  const opened = new Set(newRollIds.map((id) => openedAs(jobId, kept?.keptAt ?? '', id)));
  const rows = await tx
    .select({ id: stock.id, reservedBy: stock.reservedBy, openedAs: stock.openedAs })
    .from(stock)
    .orderBy(asc(stock.id))
    .for('update');
  const taken = wanted.filter((id) => {
    const row = rows.find((each) => each.id === id);
    return row?.reservedBy && row.reservedBy !== jobId;
  });
  const gone = wanted.filter((id) => !rows.some((row) => row.id === id));
  if (taken.length > 0 || gone.length > 0)
    throw new HttpProblem(409, {
      title: 'Not on the rack any more',
      detail:
        taken.length > 0
          ? `${taken.join(', ')} has just been taken by another job’s plan. Give this change up: the plan is made anew without it.`
          : `${gone.join(', ')} is not on the rack any more. Give this change up: the plan is made anew without it.`,
    });
  const isTaken = (row: (typeof rows)[number]) =>
    stockIds.includes(row.id) || (row.openedAs !== null && opened.has(row.openedAs));
  const idsWhere = (test: (row: (typeof rows)[number]) => boolean) => rows.filter(test).map(({ id }) => id);
  const toFree = idsWhere((row) => row.reservedBy === jobId && !isTaken(row));
  const toTake = idsWhere((row) => row.reservedBy !== jobId && isTaken(row));
  if (toFree.length > 0) await tx.update(stock).set({ reservedBy: null }).where(inArray(stock.id, toFree));
  if (toTake.length > 0) await tx.update(stock).set({ reservedBy: jobId }).where(inArray(stock.id, toTake));
}

/** Names to be written on rolls and leftovers of a film: its letter and the next number. */
async function namesFor(tx: Tx, filmId: string): Promise<() => string> {
  const [film] = await tx.select({ data: films.data }).from(films).where(eq(films.id, filmId));
  const letter = film?.data.letter ?? 'Z';
  const rows = await tx.select({ id: stock.id }).from(stock);
  return rackNames(
    letter,
    rows.map(({ id }) => id),
  );
}

/** Takes the roll that was bought for a plan since it was kept, where it has arrived and nobody has reserved it. */
async function takeArrived(
  tx: Tx,
  source: PullOfRoll['source'],
  jobId: string,
  opened: string,
): Promise<typeof stock.$inferSelect | null> {
  const free = await tx
    .select()
    .from(stock)
    .where(and(isNull(stock.reservedBy), isNull(stock.openedAs)))
    .for('update');
  const roll = arrivedRoll(
    source,
    free.map(({ data }) => readStored(stockSchema, data)),
  );
  const row = free.find(({ id }) => id === roll?.id);
  if (!row) return null;
  await tx.update(stock).set({ openedAs: opened, reservedBy: jobId }).where(eq(stock.id, row.id));
  return row;
}

interface Cutting {
  readonly shopId: string;
  readonly jobId: string;
  readonly keptAt: string;
  readonly now: Date;
}

/**
 * Takes a cut pull off the rack: shortens its roll, opens a new one, puts leftovers there. A pull counts once, however
 * often it is ticked. What was cut was cut: where the rack does not hold it, the rack stays as it is and that is said.
 */
async function consumePull(
  tx: Tx,
  { shopId, jobId, keptAt, now }: Cutting,
  { pull, source }: PullOfRoll,
): Promise<string | null> {
  const pieces = pull.pieces.map(({ w, l }) => ({ w, l }));
  const first = await tx
    .insert(cutPulls)
    .values({ shopId, jobId, keptAt, pullId: pull.id, at: now, filmId: source.filmId, pieces })
    .onConflictDoNothing()
    .returning({ pullId: cutPulls.pullId });
  if (first.length === 0) return null;
  const opened = openedAs(jobId, keptAt, source.id);
  const isSource = source.kind === 'new' ? eq(stock.openedAs, opened) : eq(stock.id, source.id);
  const [there] = await tx.select().from(stock).where(isSource).for('update');
  const arrived = !there && source.kind === 'new' ? await takeArrived(tx, source, jobId, opened) : null;
  const row = there ?? arrived;
  if (!row && source.kind !== 'new')
    return `${source.id} is not on the rack any more; count what is there and mend the rack.`;
  const nextName = await namesFor(tx, source.filmId);
  const rackId = row?.id ?? nextName();
  const onRack: StockForPlan | null = row ? readStored(stockSchema, row.data) : null;
  const consumed = consume(source, onRack, pull, { source: rackId, offcut: nextName });
  if ('code' in consumed)
    return `${rackId} has ${Math.round(consumed.lengthMm)} mm left, the pull took ${Math.round(consumed.pullMm)}; measure it and mend the rack.`;
  const { source: rest, offcuts } = consumed;
  if (!rest) await tx.delete(stock).where(eq(stock.id, rackId));
  else if (row)
    await tx
      .update(stock)
      .set({ data: rest, version: row.version + 1 })
      .where(eq(stock.id, rackId));
  else
    await tx.insert(stock).values({ shopId, id: rest.id, data: rest, reservedBy: jobId, openedAs: opened });
  for (const offcut of offcuts)
    await tx.insert(stock).values({ shopId, id: offcut.id, data: offcut, lot: row?.lot ?? null });
  const before = row && { data: row.data, lot: row.lot, place: row.place, openedAs: row.openedAs };
  const made = {
    sourceId: rackId,
    before: before ?? null,
    offcutIds: offcuts.map(({ id }) => id),
    offcuts: Object.fromEntries(offcuts.map((offcut) => [offcut.id, offcut])),
  };
  await tx
    .update(cutPulls)
    .set({ made })
    .where(and(eq(cutPulls.jobId, jobId), eq(cutPulls.keptAt, keptAt), eq(cutPulls.pullId, pull.id)));
  return null;
}

/**
 * What becomes of the rack as a job's kept plan changes: what it takes is reserved, what was cut is taken off. Gives what
 * somebody has to mend by hand, in sentences; throws where another job has what the plan takes.
 */
export async function rackFollowsPlan(
  tx: Tx,
  { shopId, jobId, now }: Omit<Cutting, 'keptAt'>,
  before: KeptPlan | null,
  after: KeptPlan | null,
): Promise<string[]> {
  // One plan at a time in a shop: names are given, and rolls opened, by what stands on the rack just then. A lock on rows
  // would not show the next in line what was put there meanwhile.
  await tx.execute(sql`select pg_advisory_xact_lock(hashtext(${`rack ${shopId}`}))`);
  const notices: string[] = [];
  if (after) {
    for (const cut of pullsNoLongerCut(before, after)) {
      const notice = await putPullBack(tx, { shopId, jobId, keptAt: after.keptAt }, cut);
      if (notice) notices.push(notice);
    }
    for (const cut of pullsJustCut(before, after)) {
      const notice = await consumePull(tx, { shopId, jobId, keptAt: after.keptAt, now }, cut);
      if (notice) notices.push(notice);
    }
  }
  await reserve(tx, jobId, before, after);
  return notices;
}
