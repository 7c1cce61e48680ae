import type { OpenQuote } from '@neat-sill/core/contract';
import type { Acceptance, Quote } from '@neat-sill/core/job';
import { pricedOn } from '@neat-sill/core/film';
import { acceptancesOf, numberOfQuote, quotesOf } from '@neat-sill/core/quote';
import { and, eq, inArray, isNotNull } from 'drizzle-orm';
import type { Tx } from '../../db/database.ts';
import { jobRecords, jobs } from '../../db/schema.ts';

/** The newest quote of each job that holds on a day and is not accepted, with what its films cost when it was made. */
export async function readOpenQuotes(tx: Tx, today: string): Promise<OpenQuote[]> {
  const rows = await tx
    .select({ jobId: jobRecords.jobId, kind: jobRecords.kind, id: jobRecords.id, data: jobRecords.data })
    .from(jobRecords)
    .innerJoin(jobs, eq(jobs.id, jobRecords.jobId))
    .where(
      and(
        eq(jobs.shelf, 'open'),
        inArray(jobRecords.kind, ['quote', 'acceptance']),
        isNotNull(jobRecords.data),
      ),
    );
  const ofJob = new Map<string, typeof rows>();
  for (const row of rows) ofJob.set(row.jobId, [...(ofJob.get(row.jobId) ?? []), row]);
  return [...ofJob].flatMap(([jobId, records]): OpenQuote[] => {
    const ofKind = (kind: string) =>
      Object.fromEntries(records.filter((row) => row.kind === kind).map(({ id, data }) => [id, data]));
    const written = {
      quote: ofKind('quote') as Record<string, Quote>,
      acceptance: ofKind('acceptance') as Record<string, Acceptance>,
    };
    const [newest] = quotesOf(written);
    if (!newest || newest.validUntil < today) return [];
    if (acceptancesOf(written).some(({ quote }) => quote.id === newest.id)) return [];
    const { job, customer, validUntil, currency, options } = newest;
    const films = new Map(options.flatMap((option) => option.films.map((film) => [film.id, film])));
    return [
      {
        ...{ jobId, job, customer, number: numberOfQuote(newest), validUntil, currency },
        gross: options[0]?.price.gross ?? 0,
        films: [...films.values()].map((film) => ({
          id: film.id,
          name: film.name,
          rolls: pricedOn(film, newest.madeAt.slice(0, 10)).rolls.map(({ widthMm, price }) => ({
            widthMm,
            price: price ?? null,
          })),
        })),
      },
    ];
  });
}
