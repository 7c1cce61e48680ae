import type { CustomerLink } from '@neat-sill/core/contract';
import { and, asc, eq, gt, isNull, sql } from 'drizzle-orm';
import { enterShop, type Database, type Tx } from '../../db/database.ts';
import { customerLinks } from '../../db/schema.ts';
import { HttpProblem, notFound } from '../../http/problem.ts';
import { hashOf, newToken } from '../accounts/index.ts';

const DAY_MS = 86_400_000;
/** So many links of a job hold at once. */
const MOST_LINKS = 50;

interface NewLink {
  readonly shopId: string;
  readonly jobId: string;
  readonly quoteId: string;
  readonly personId: string;
  readonly days: number;
  readonly now: Date;
}

/** Makes a link; its token is told to whoever asked and kept nowhere. */
export async function makeCustomerLink(tx: Tx, { shopId, jobId, quoteId, personId, days, now }: NewLink) {
  const open = and(
    eq(customerLinks.jobId, jobId),
    isNull(customerLinks.revokedAt),
    gt(customerLinks.expiresAt, now),
  );
  if ((await tx.$count(customerLinks, open)) >= MOST_LINKS)
    throw new HttpProblem(409, {
      title: 'Too many links',
      detail: `${MOST_LINKS} links to quotes of this job are open. Close some of them first.`,
    });
  const token = newToken();
  const expiresAt = new Date(now.getTime() + days * DAY_MS);
  const [made] = await tx
    .insert(customerLinks)
    .values({ tokenHash: hashOf(token), shopId, jobId, quoteId, madeBy: personId, madeAt: now, expiresAt })
    .returning({ id: customerLinks.id });
  if (!made) throw new Error('The link was not written');
  return { id: made.id, token, expiresAt: expiresAt.toISOString() };
}

export async function linksOfJob(tx: Tx, jobId: string): Promise<CustomerLink[]> {
  const rows = await tx
    .select()
    .from(customerLinks)
    .where(eq(customerLinks.jobId, jobId))
    .orderBy(asc(customerLinks.madeAt), asc(customerLinks.id));
  return rows.map(({ id, quoteId, madeAt, expiresAt, revokedAt, timesSeen, lastSeenAt }) => ({
    ...{ id, quoteId, timesSeen },
    madeAt: madeAt.toISOString(),
    expiresAt: expiresAt.toISOString(),
    revokedAt: revokedAt?.toISOString() ?? null,
    lastSeenAt: lastSeenAt?.toISOString() ?? null,
  }));
}

export async function revokeCustomerLink(tx: Tx, jobId: string, linkId: string, now: Date): Promise<void> {
  const closed = await tx
    .update(customerLinks)
    .set({ revokedAt: sql`coalesce(${customerLinks.revokedAt}, ${now.toISOString()}::timestamptz)` })
    .where(and(eq(customerLinks.jobId, jobId), eq(customerLinks.id, linkId)))
    .returning({ id: customerLinks.id });
  if (closed.length === 0) throw notFound('The link');
}

export type OpenLink = Pick<typeof customerLinks.$inferSelect, 'id' | 'shopId' | 'jobId' | 'quoteId'>;

/**
 * Does work as the shop whose link it is; null where no such link holds: one that is guessed, was closed or has run out is
 * told from none of the others.
 */
export function behindLink<Value>(
  db: Database,
  token: string,
  now: Date,
  work: (tx: Tx, link: OpenLink) => Promise<Value | null>,
): Promise<Value | null> {
  return db.forSignIn(async (tx) => {
    const [link] = await tx
      .select({
        id: customerLinks.id,
        shopId: customerLinks.shopId,
        jobId: customerLinks.jobId,
        quoteId: customerLinks.quoteId,
      })
      .from(customerLinks)
      .where(
        and(
          eq(customerLinks.tokenHash, hashOf(token)),
          gt(customerLinks.expiresAt, now),
          isNull(customerLinks.revokedAt),
        ),
      );
    if (!link) return null;
    // From here on this is the shop's transaction and no other's.
    await tx.execute(sql`select set_config('app.purpose', '', true)`);
    await enterShop(tx, link.shopId);
    return work(tx, link);
  });
}

/** The customer has opened the page. */
export async function countLook(tx: Tx, { id }: OpenLink, now: Date): Promise<void> {
  await tx
    .update(customerLinks)
    .set({ timesSeen: sql`${customerLinks.timesSeen} + 1`, lastSeenAt: now })
    .where(eq(customerLinks.id, id));
}
