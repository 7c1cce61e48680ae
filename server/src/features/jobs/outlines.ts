import {
  deriveJob,
  outlineOfJob,
  shopDataOfJob,
  type JobOutline,
  type JobRecords,
  type ShopData,
} from '@neat-sill/core/job';
import type { Tx } from '../../db/database.ts';
import { readFilmsAndRules } from '../shop/index.ts';

export const filmIdsOf = (records: JobRecords): string[] => [
  ...new Set(Object.values(records.pane).flatMap(({ filmId }) => filmId ?? [])),
];

/** How far a job is, by core, on a day; with its films as they were sold, or as the catalogue has them then. */
export function outlineFrom(
  read: Pick<ShopData, 'films' | 'ruleSets'>,
  records: JobRecords,
  now: Date,
): JobOutline | null {
  const shop = { ...read, stock: [], cutBefore: {} };
  const day = now.toISOString().slice(0, 10);
  return outlineOfJob(deriveJob(records, shopDataOfJob(records, shop, day)));
}

/** The same by the films and rules that stand in the database. */
export async function outlineOf(tx: Tx, records: JobRecords, now: Date): Promise<JobOutline | null> {
  return outlineFrom(await readFilmsAndRules(tx, filmIdsOf(records)), records, now);
}
