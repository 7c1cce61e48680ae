import type { Consumable } from '@neat-sill/core/contract';
import { and, asc, eq } from 'drizzle-orm';
import type { Tx } from '../../db/database.ts';
import { consumables } from '../../db/schema.ts';
import { HttpProblem } from '../../http/problem.ts';

const COLUMNS = {
  id: consumables.id,
  name: consumables.name,
  unit: consumables.unit,
  onHand: consumables.onHand,
  least: consumables.least,
  place: consumables.place,
  version: consumables.version,
};

export const readConsumables = (tx: Tx): Promise<Consumable[]> =>
  tx.select(COLUMNS).from(consumables).orderBy(asc(consumables.name), asc(consumables.id));

/** Writes one on the version it was read at; 0 for a new one. */
export async function writeConsumable(tx: Tx, shopId: string, sent: Consumable): Promise<Consumable> {
  const { id, version, ...values } = sent;
  const [written] =
    version === 0
      ? await tx
          .insert(consumables)
          .values({ id, shopId, ...values })
          .onConflictDoNothing()
          .returning(COLUMNS)
      : await tx
          .update(consumables)
          .set({ ...values, version: version + 1 })
          .where(and(eq(consumables.id, id), eq(consumables.version, version)))
          .returning(COLUMNS);
  if (written) return written;
  throw new HttpProblem(409, {
    title: 'Changed since',
    detail: `Somebody has changed “${sent.name}” since you read it: look at what is there now, then change it. Nothing was written.`,
  });
}

/** Takes one off the list; its name, or null where it was gone already. */
export async function removeConsumable(tx: Tx, id: string): Promise<string | null> {
  const [gone] = await tx
    .delete(consumables)
    .where(eq(consumables.id, id))
    .returning({ name: consumables.name });
  return gone?.name ?? null;
}
