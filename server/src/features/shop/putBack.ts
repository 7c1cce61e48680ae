import { consumedBack, stockSchema, type PullOfRoll } from '@neat-sill/core/cuts';
import { readStored, sameData } from '@neat-sill/core/record';
import { listOf } from '@neat-sill/core/units';
import { and, eq, inArray } from 'drizzle-orm';
import type { Tx } from '../../db/database.ts';
import { cutPulls, stock } from '../../db/schema.ts';

interface Where {
  readonly shopId: string;
  readonly jobId: string;
  readonly keptAt: string;
}

/** The name under which a roll that a plan opens is found again. */
export const openedAs = (jobId: string, keptAt: string, sourceId: string) => `${jobId} ${keptAt} ${sourceId}`;

/**
 * Takes back that a pull was cut: its roll has the film again and its leftovers are gone, as if it had not been ticked.
 * Where leftovers have been used or changed since, the rack stays as it is; gives what is to be mended by hand.
 */
export async function putPullBack(
  tx: Tx,
  { shopId, jobId, keptAt }: Where,
  { pull, source }: PullOfRoll,
): Promise<string | null> {
  const pullId = pull.id;
  const isIt = and(eq(cutPulls.jobId, jobId), eq(cutPulls.keptAt, keptAt), eq(cutPulls.pullId, pullId));
  const [cut] = await tx.select().from(cutPulls).where(isIt).for('update');
  if (!cut) return null;
  if (!cut.made) {
    await tx.delete(cutPulls).where(isIt);
    return `Pull ${pullId} is to be cut again; the rack is as it was, count what is there and mend it.`;
  }
  const { sourceId, before, offcutIds } = cut.made;
  const offcuts =
    offcutIds.length === 0
      ? []
      : await tx
          .select()
          .from(stock)
          .where(inArray(stock.id, [...offcutIds]))
          .for('update');
  const used = offcutIds.filter((id) => {
    const row = offcuts.find((each) => each.id === id);
    if (!row || row.reservedBy !== null) return true;
    // That somebody has given it a lot or a place since is no use of it.
    const asMade = cut.made?.offcuts?.[id];
    return asMade === undefined ? row.version !== 1 : !sameData(row.data, asMade);
  });
  if (used.length > 0)
    return `Pull ${pullId} is not cut any more, but of its leftovers ${listOf(used)} was used or changed since: mend the rack by hand.`;
  if (offcutIds.length > 0) await tx.delete(stock).where(inArray(stock.id, [...offcutIds]));
  const [row] = await tx.select().from(stock).where(eq(stock.id, sourceId)).for('update');
  const parsed = (data: unknown) => (data === undefined ? null : readStored(stockSchema, data));
  const state = { onRack: parsed(row?.data), before: parsed(before?.data), id: sourceId };
  const data = consumedBack(source, state, pull);
  // A new roll off which nothing is cut is not opened: unless somebody gave it a lot or a place, it is still to be bought.
  const isUnopened = source.kind === 'new' && data.length >= source.length - 1 && !row?.lot && !row?.place;
  if (isUnopened) await tx.delete(stock).where(eq(stock.id, sourceId));
  else if (row)
    await tx
      .update(stock)
      .set({ data, version: row.version + 1, ...(before ? { openedAs: before.openedAs } : {}) })
      .where(eq(stock.id, sourceId));
  else {
    const opened = source.kind === 'new' ? openedAs(jobId, keptAt, source.id) : null;
    const lotAndPlace = { lot: before?.lot ?? null, place: before?.place ?? null };
    await tx
      .insert(stock)
      .values({ shopId, id: sourceId, data, ...lotAndPlace, openedAs: opened, reservedBy: jobId });
  }
  await tx.delete(cutPulls).where(isIt);
  return null;
}
