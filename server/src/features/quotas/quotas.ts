import { DEFAULT_QUOTAS, type QuotaName, type Quotas, type ShopUsage } from '@neat-sill/core/contract';
import { eq, gt, inArray, isNull, sql } from 'drizzle-orm';
import type { Tx } from '../../db/database.ts';
import { OPEN_STATES } from '../../db/openStates.ts';
import { dayPlannings, jobs, papers, people, pictures, plannings, shops } from '../../db/schema.ts';
import { HttpProblem } from '../../http/problem.ts';

const count = sql<number>`count(*)::int`;
const DAY_MS = 86_400_000;
/** How much of each there is, table by table, of the shop that the transaction acts as. */
const USED: Readonly<Record<QuotaName, (tx: Tx, now: Date) => Promise<readonly { n: number }[]>>> = {
  jobs: (tx) => tx.select({ n: count }).from(jobs),
  people: (tx) => tx.select({ n: count }).from(people).where(isNull(people.removedAt)),
  // The length stands beside the picture: none is read for it.
  pictureBytes: (tx) =>
    tx.select({ n: sql<number>`coalesce(sum(octet_length(jpeg)), 0)::float8` }).from(pictures),
  papersADay: (tx, now) =>
    tx
      .select({ n: count })
      .from(papers)
      .where(gt(papers.madeAt, new Date(now.getTime() - DAY_MS))),
  planningsAtOnce: async (tx) => [
    ...(await tx
      .select({ n: count })
      .from(plannings)
      .where(inArray(plannings.state, [...OPEN_STATES]))),
    ...(await tx
      .select({ n: count })
      .from(dayPlannings)
      .where(inArray(dayPlannings.state, [...OPEN_STATES]))),
  ],
};

const FULL: Readonly<Record<QuotaName, string>> = {
  jobs: 'jobs, those archived and deleted among them: erase some that nobody needs',
  people: 'people: remove some who have left',
  pictureBytes: 'photographs: erase jobs that nobody needs',
  papersADay: 'papers within 24 hours: use those that were made, or go on tomorrow',
  planningsAtOnce: 'plannings at once: wait until one is done, or stop one',
};

async function usedOf(tx: Tx, name: QuotaName, now: Date): Promise<number> {
  const counts = await USED[name](tx, now);
  return counts.reduce((sum, { n }) => sum + n, 0);
}

async function mostOf(tx: Tx, shopId: string): Promise<Quotas> {
  const [shop] = await tx.select({ quotas: shops.quotas }).from(shops).where(eq(shops.id, shopId));
  return { ...DEFAULT_QUOTAS, ...shop?.quotas };
}

/** What a shop uses and may use. */
export async function readUsage(tx: Tx, shopId: string, now: Date): Promise<ShopUsage> {
  return {
    used: {
      jobs: await usedOf(tx, 'jobs', now),
      people: await usedOf(tx, 'people', now),
      pictureBytes: await usedOf(tx, 'pictureBytes', now),
      papersADay: await usedOf(tx, 'papersADay', now),
      planningsAtOnce: await usedOf(tx, 'planningsAtOnce', now),
    },
    most: await mostOf(tx, shopId),
  };
}

/**
 * Refuses what would make more of something than the shop may have. Two at the same moment may both pass: a quota keeps one
 * shop from filling the installation, to the last piece it is not counted.
 */
export async function refuseOverQuota(
  tx: Tx,
  shopId: string,
  name: QuotaName,
  now: Date,
  more = 1,
): Promise<void> {
  const most = (await mostOf(tx, shopId))[name];
  if ((await usedOf(tx, name, now)) + more <= most) return;
  const number = name === 'pictureBytes' ? `${(most / 1e9).toFixed(1)} GB of` : String(most);
  throw new HttpProblem(409, {
    title: 'The shop is full',
    detail: `Your shop may have ${number} ${FULL[name]}, or ask whoever runs this server for more. Nothing was changed.`,
  });
}
