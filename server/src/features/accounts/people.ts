import type { People } from '@neat-sill/core/contract';
import { and, asc, eq, gt, isNull, max, or, sql } from 'drizzle-orm';
import type { Tx } from '../../db/database.ts';
import {
  busyTimes,
  calendarEvents,
  calendarFeeds,
  dayPlannings,
  links,
  people,
  sessions,
} from '../../db/schema.ts';
import { HttpProblem, notFound } from '../../http/problem.ts';
import { closeSessionsOf } from './sessions.ts';

/** The people of the shop, and whom it has invited. */
export async function readPeople(tx: Tx, now: Date): Promise<People> {
  const rows = await tx.select().from(people).orderBy(asc(people.name));
  const seen = await tx
    .select({ personId: sessions.personId, at: max(sessions.lastSeenAt) })
    .from(sessions)
    .groupBy(sessions.personId);
  const seenAt = new Map(seen.map(({ personId, at }) => [personId, at]));
  const invited = await tx
    .select()
    .from(links)
    .where(and(eq(links.kind, 'invitation'), gt(links.expiresAt, now)));
  return {
    people: rows.map(({ id, name, email, role, codeSecret, removedAt }) => ({
      id,
      name,
      email,
      role,
      hasCode: codeSecret !== null,
      lastSeenAt: seenAt.get(id)?.toISOString() ?? null,
      removed: removedAt !== null,
    })),
    invitations: invited.flatMap(({ id, invited: who, expiresAt }) =>
      who ? [{ id, ...who, expiresAt: expiresAt.toISOString() }] : [],
    ),
  };
}

/** Somebody who works in the shop. */
export async function personIn(tx: Tx, id: string) {
  const [person] = await tx
    .select()
    .from(people)
    .where(and(eq(people.id, id), isNull(people.removedAt)));
  if (!person) throw notFound('This person');
  return person;
}

/** A shop keeps an owner: the rows of its owners are held, so that two can't go at once. */
export async function refuseLastOwner(tx: Tx, id: string): Promise<void> {
  const owners = await tx
    .select({ id: people.id })
    .from(people)
    .where(and(eq(people.role, 'owner'), isNull(people.removedAt)))
    .for('update');
  if (owners.length === 1 && owners[0]?.id === id)
    throw new HttpProblem(409, {
      title: 'The last owner',
      detail: 'This is the only owner; make somebody else an owner first. Nothing was changed.',
    });
}

/** Takes somebody out of the shop: what they did stays and keeps their name, unless that is erased as well. */
export async function removePerson(tx: Tx, id: string, erase: boolean, now: Date): Promise<void> {
  await closeSessionsOf(tx, id, { alsoDevices: true });
  await tx.delete(links).where(eq(links.personId, id));
  for (const own of [calendarFeeds, calendarEvents, busyTimes])
    await tx.delete(own).where(eq(own.personId, id));
  // Days that were planned for others name those who come.
  await tx
    .delete(dayPlannings)
    .where(or(eq(dayPlannings.askedBy, id), sql`${dayPlannings.asked}->'workerIds' ? ${id}`));
  await tx
    .update(people)
    .set({
      removedAt: now,
      passwordHash: '',
      codeSecret: null,
      ...(erase ? { name: 'Somebody erased', email: `${id}@erased.invalid` } : {}),
    })
    .where(eq(people.id, id));
}
