import {
  deriveJob,
  outlineOfJob,
  shopDataOfJob,
  type JobOutline,
  type JobRecords,
} from '@neat-sill/core/job';
import type { Tx } from '../../db/database.ts';
import { readFilmsAndRules } from '../shop/index.ts';

/** How far a job is, by core, on a day; with its films as they were sold, or as the catalogue has them then. */
export async function outlineOf(tx: Tx, records: JobRecords, now: Date): Promise<JobOutline | null> {
  const filmIds = new Set(Object.values(records.pane).flatMap(({ filmId }) => filmId ?? []));
  const shop = { ...(await readFilmsAndRules(tx, [...filmIds])), stock: [], cutBefore: {} };
  const day = now.toISOString().slice(0, 10);
  return outlineOfJob(deriveJob(records, shopDataOfJob(records, shop, day)));
}
