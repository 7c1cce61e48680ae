import { sameData } from '@neat-sill/core/record';
import { and, eq, isNull, sql } from 'drizzle-orm';
import ical, { ICalEventStatus } from 'ical-generator';
import { z } from 'zod';
import { enterShop, type Database, type Tx } from '../../db/database.ts';
import { calendarEvents, calendarFeeds, people, shops } from '../../db/schema.ts';
import { hashOf, newToken } from '../accounts/index.ts';
import { goingOn, readKeptDays } from './keptDays.ts';

/* Somebody’s days as a calendar: what changes keeps its name and counts on, what is gone is called off. */

const eventSchema = z.strictObject({
  summary: z.string(),
  place: z.string(),
  says: z.string(),
  /** ISO moments, or days where it takes all day. */
  from: z.string(),
  to: z.string(),
  allDay: z.boolean(),
});
type Event = z.infer<typeof eventSchema>;

const DAY_MS = 86_400_000;
/** What was called off so long ago is not told any more. */
const TOLD_OFF_DAYS = 60;

/** What stands in somebody’s calendar now, by names that stay. */
async function eventsFor(tx: Tx, personId: string): Promise<Map<string, Event>> {
  const { days, cures } = await readKeptDays(tx);
  const events = new Map<string, Event>();
  for (const day of goingOn(days.filter((each) => each.personId === personId)))
    events.set(`${day.jobId}.${day.number}.${personId}`, {
      summary: `${day.isLater ? 'Second visit: ' : ''}${day.customer}, ${day.job}`,
      place: day.place,
      says:
        day.panes > 0
          ? `${day.panes} ${day.panes === 1 ? 'pane' : 'panes'} to film. The day sheet has the rest.`
          : '',
      from: day.from.toISOString(),
      to: day.to.toISOString(),
      allDay: false,
    });
  for (const cure of cures)
    if (cure.personIds.includes(personId)) {
      const next = new Date(Date.parse(cure.day) + DAY_MS).toISOString().slice(0, 10);
      events.set(`${cure.jobId}.cured.${personId}`, {
        ...{ summary: `Film dry: ${cure.job}`, place: '', says: 'From today on it may be washed.' },
        ...{ from: cure.day, to: next, allDay: true },
      });
    }
  return events;
}

/** Brings what was told up to date: new names begin at 0, what changed counts on, what is gone is called off. */
export async function refreshEvents(tx: Tx, who: { shopId: string; personId: string }, now: Date) {
  const { shopId, personId } = who;
  const current = await eventsFor(tx, personId);
  const told = await tx
    .select()
    .from(calendarEvents)
    .where(eq(calendarEvents.personId, personId))
    .for('update');
  const known = new Map(told.map((row) => [row.uid, row]));
  const isOf = (uid: string) => and(eq(calendarEvents.personId, personId), eq(calendarEvents.uid, uid));
  for (const [uid, data] of current) {
    const row = known.get(uid);
    if (!row)
      await tx
        .insert(calendarEvents)
        .values({ shopId, personId, uid, sequence: 0, data, changedAt: now })
        .onConflictDoNothing();
    else if (row.cancelledAt || !sameData(row.data, data))
      await tx
        .update(calendarEvents)
        .set({ data, sequence: row.sequence + 1, changedAt: now, cancelledAt: null })
        .where(isOf(uid));
  }
  for (const row of told) {
    if (current.has(row.uid)) continue;
    if (!row.cancelledAt)
      await tx
        .update(calendarEvents)
        .set({ sequence: row.sequence + 1, changedAt: now, cancelledAt: now })
        .where(isOf(row.uid));
    else if (now.getTime() - row.cancelledAt.getTime() > TOLD_OFF_DAYS * DAY_MS)
      await tx.delete(calendarEvents).where(isOf(row.uid));
  }
}

/** The calendar of a person as an iCalendar file. */
export async function calendarOf(
  tx: Tx,
  who: { shopId: string; personId: string },
  now: Date,
): Promise<string> {
  await refreshEvents(tx, who, now);
  const rows = await tx.select().from(calendarEvents).where(eq(calendarEvents.personId, who.personId));
  const [shop] = await tx.select().from(shops).where(eq(shops.id, who.shopId));
  const calendar = ical({
    name: shop?.name ?? 'Days',
    prodId: { company: 'Neat Sill', product: 'Days', language: 'EN' },
    ttl: 3600,
  });
  for (const { uid, sequence, data, changedAt, cancelledAt } of rows) {
    const event = eventSchema.parse(data);
    calendar.createEvent({
      ...{ id: `${uid}@neat-sill`, sequence, stamp: changedAt, lastModified: changedAt },
      // Without a zone moments are told in UTC: they are the same wherever the calendar is read.
      ...{ start: new Date(event.from), end: new Date(event.to), allDay: event.allDay },
      ...{ summary: event.summary, location: event.place || null, description: event.says || null },
      status: cancelledAt ? ICalEventStatus.CANCELLED : ICalEventStatus.CONFIRMED,
    });
  }
  return calendar.toString();
}

/** Makes the secret address anew; gives its token, which is kept nowhere. */
export async function makeFeed(
  tx: Tx,
  who: { shopId: string; personId: string },
  now: Date,
): Promise<string> {
  const token = newToken();
  const values = { ...who, tokenHash: hashOf(token), madeAt: now };
  await tx
    .insert(calendarFeeds)
    .values(values)
    .onConflictDoUpdate({
      target: calendarFeeds.personId,
      set: { tokenHash: values.tokenHash, madeAt: now },
    });
  return token;
}

export const closeFeed = (tx: Tx, personId: string) =>
  tx.delete(calendarFeeds).where(eq(calendarFeeds.personId, personId));

/** The calendar behind a token; null where there is none, or whoever it belonged to is gone. */
export async function calendarBehind(db: Database, token: string, now: Date): Promise<string | null> {
  return db.forSignIn(async (tx) => {
    const [feed] = await tx
      .select({ shopId: calendarFeeds.shopId, personId: calendarFeeds.personId })
      .from(calendarFeeds)
      .where(eq(calendarFeeds.tokenHash, hashOf(token)));
    if (!feed) return null;
    // From here on this is the shop's transaction and no other's.
    await tx.execute(sql`select set_config('app.purpose', '', true)`);
    await enterShop(tx, feed.shopId);
    const [there] = await tx
      .select({ id: people.id })
      .from(people)
      .where(and(eq(people.id, feed.personId), isNull(people.removedAt)));
    return there ? calendarOf(tx, feed, now) : null;
  });
}
