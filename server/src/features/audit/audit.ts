import type { AuditKind, AuditPage } from '@neat-sill/core/contract';
import { and, desc, eq, gt, lt } from 'drizzle-orm';
import { alias } from 'drizzle-orm/pg-core';
import type { Tx } from '../../db/database.ts';
import { auditLog, people } from '../../db/schema.ts';

export interface AuditNote {
  readonly shopId: string;
  readonly at: Date;
  readonly personId: string | null;
  readonly kind: AuditKind;
  readonly about?: string;
  readonly aboutPersonId?: string;
  readonly place?: string;
}

const PAGE = 100;

/** Writes into the audit log, in the transaction of what is done. */
export async function noteInAudit(tx: Tx, { about = '', place = '', ...note }: AuditNote): Promise<void> {
  await tx.insert(auditLog).values({ ...note, about: about.slice(0, 300), place });
}

/** Notes that somebody was refused something; the same once a minute, so that nobody fills the log. */
export async function noteRefusal(tx: Tx, note: Omit<AuditNote, 'kind'>): Promise<void> {
  if (note.personId === null) return;
  const [before] = await tx
    .select({ number: auditLog.number })
    .from(auditLog)
    .where(
      and(
        eq(auditLog.personId, note.personId),
        eq(auditLog.kind, 'refused'),
        eq(auditLog.about, note.about ?? ''),
        gt(auditLog.at, new Date(note.at.getTime() - 60_000)),
      ),
    )
    .limit(1);
  if (!before) await noteInAudit(tx, { ...note, kind: 'refused' });
}

/** A page of the log, latest first, from below the number `before` (0: from the end). */
export async function readAudit(tx: Tx, before: number): Promise<AuditPage> {
  const others = alias(people, 'others');
  const rows = await tx
    .select({ entry: auditLog, person: people.name, aboutPerson: others.name })
    .from(auditLog)
    .leftJoin(people, eq(people.id, auditLog.personId))
    .leftJoin(others, eq(others.id, auditLog.aboutPersonId))
    .where(before > 0 ? lt(auditLog.number, before) : undefined)
    .orderBy(desc(auditLog.number))
    .limit(PAGE + 1);
  const entries = rows
    .slice(0, PAGE)
    .map(({ entry: { number, at, kind, about, place }, person, aboutPerson }) => ({
      number,
      at: at.toISOString(),
      person,
      kind,
      about: [aboutPerson, about].filter(Boolean).join(', '),
      place,
    }));
  return { entries, next: rows.length > PAGE ? (entries.at(-1)?.number ?? null) : null };
}
