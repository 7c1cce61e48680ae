import type { BusyTime, CrewDays } from '@neat-sill/core/contract';
import { and, asc, gt, lt } from 'drizzle-orm';
import type { Tx } from '../../db/database.ts';
import { busyTimes } from '../../db/schema.ts';
import { readKeptDays } from './keptDays.ts';

const DAY_MS = 86_400_000;
/** Whole days of any zone lie within these. */
const WIDEST_ZONE_MS = 14 * 3_600_000;

/** When people are at jobs about some days, and elsewhere by their own calendars. */
export async function elsewhere(
  tx: Tx,
  asked: { readonly from: string; readonly days: number },
): Promise<readonly (CrewDays['busy'][number] & { readonly jobId: string | null })[]> {
  const from = new Date(Date.parse(asked.from) - WIDEST_ZONE_MS);
  const to = new Date(Date.parse(asked.from) + asked.days * DAY_MS + WIDEST_ZONE_MS);
  const dayOf = (moment: Date) => moment.toISOString().slice(0, 10);
  const { days } = await readKeptDays(tx, { from: dayOf(from), to: dayOf(to) });
  const told = (personId: string, begins: Date, ends: Date): BusyTime => ({
    personId,
    from: begins.toISOString(),
    to: ends.toISOString(),
  });
  const jobs = days
    .filter((day) => day.from < to && day.to > from)
    .map((day) => ({
      ...told(day.personId, day.from, day.to),
      ...{ job: `${day.customer}, ${day.job}`, jobId: day.jobId },
    }));
  const own = await tx
    .select()
    .from(busyTimes)
    .where(and(lt(busyTimes.fromAt, to), gt(busyTimes.toAt, from)))
    .orderBy(asc(busyTimes.fromAt), asc(busyTimes.id));
  return [
    ...jobs,
    ...own.map((each) => ({ ...told(each.personId, each.fromAt, each.toAt), ...{ job: null, jobId: null } })),
  ];
}
