import { NEW_SHOP_DETAILS, type OfferedOption, type OfferedQuote } from '@neat-sill/core/contract';
import { dayAt } from '@neat-sill/core/fitting';
import type { JobRecords, Quote, QuoteOption } from '@neat-sill/core/job';
import {
  acceptancesOf,
  againstAccepting,
  numberOfQuote,
  optionsDiffer,
  questionsOf,
} from '@neat-sill/core/quote';
import { customerTexts, describeDifferences } from '@neat-sill/core/words';
import { and, eq, inArray, isNotNull, ne } from 'drizzle-orm';
import type { Tx } from '../../db/database.ts';
import { jobRecords, jobs, shops } from '../../db/schema.ts';
import type { OpenLink } from './customerLinks.ts';

export type QuoteRecords = Pick<JobRecords, 'quote' | 'acceptance' | 'question'>;

/** What is written of a job's quotes; null where the job is not there any more. */
export async function readQuoteRecords(tx: Tx, jobId: string): Promise<QuoteRecords | null> {
  const [job] = await tx
    .select({ id: jobs.id })
    .from(jobs)
    .where(and(eq(jobs.id, jobId), ne(jobs.shelf, 'deleted')));
  if (!job) return null;
  const rows = await tx
    .select({ kind: jobRecords.kind, id: jobRecords.id, data: jobRecords.data })
    .from(jobRecords)
    .where(
      and(
        eq(jobRecords.jobId, jobId),
        inArray(jobRecords.kind, ['quote', 'acceptance', 'question']),
        isNotNull(jobRecords.data),
      ),
    );
  const ofKind = (kind: string) =>
    Object.fromEntries(rows.filter((row) => row.kind === kind).map(({ id, data }) => [id, data]));
  return {
    quote: ofKind('quote'),
    acceptance: ofKind('acceptance'),
    question: ofKind('question'),
  } as QuoteRecords;
}

/** What the customer reads of an option: nothing of what it costs the shop. */
function offeredOption({
  id,
  name,
  panes,
  films,
  walls,
  said,
  cautions,
  afterwards,
  price,
}: QuoteOption): OfferedOption {
  return {
    ...{ id, name, afterwards, price },
    cautions: [...cautions],
    panes: panes.map(({ label, where, widthMm, heightMm, filmId, seams }) => ({
      ...{ label, where, widthMm, heightMm, filmId, seams },
    })),
    films: films.map((film) => ({
      id: film.id,
      name: film.name,
      sentences: [...(said.find(({ filmId }) => filmId === film.id)?.sentences ?? [])],
    })),
    walls: [...walls],
  };
}

function changesOf(quote: Quote, records: QuoteRecords): OfferedQuote['changes'] {
  const before = acceptancesOf(records).find(({ quote: { id } }) => id === quote.changes);
  const [now] = quote.options;
  if (!before || !now) return null;
  const differ = optionsDiffer(before.option, now);
  return {
    number: numberOfQuote(before.quote),
    differences: differ ? describeDifferences(differ, customerTexts(quote.language)) : [],
    grossBefore: before.option.price.gross,
  };
}

/** The shop, as far as a customer has to know it, with the day it is there. */
export async function shopOf(tx: Tx, shopId: string, now: Date) {
  const [shop] = await tx.select().from(shops).where(eq(shops.id, shopId));
  const { telephone, email, unit, timeZone } = shop?.details ?? NEW_SHOP_DETAILS;
  return {
    says: { name: shop?.name ?? '', telephone, email, unit },
    today: dayAt(now.toISOString(), timeZone),
  };
}

/** What is offered behind a link; null where the quote is not there any more. */
export async function offerBehind(
  tx: Tx,
  { shopId, jobId, quoteId }: OpenLink,
  now: Date,
): Promise<OfferedQuote | null> {
  const records = await readQuoteRecords(tx, jobId);
  const quote = records?.quote[quoteId];
  if (!records || !quote) return null;
  const { says: shop, today } = await shopOf(tx, shopId, now);
  const { language, madeAt, validUntil, currency, job, customer, place, terms, options } = quote;
  const taken = acceptancesOf(records).find((each) => each.quote.id === quoteId)?.acceptance;
  const against = taken ? null : againstAccepting(records, quoteId, options[0]?.id ?? '', today);
  return {
    ...{
      shop,
      quoteId,
      language,
      number: numberOfQuote(quote),
      madeAt,
      validUntil,
      currency,
      job,
      customer,
      place,
      terms,
    },
    options: options.map(offeredOption),
    changes: changesOf(quote, records),
    accepted: taken ? { optionId: taken.optionId, name: taken.name, at: taken.at } : null,
    against: against && customerTexts(language).against[against],
    questions: questionsOf(records)
      .filter((question) => question.quoteId === quoteId)
      .map(({ name, text, at, answer }) => ({
        ...{ name, text, at },
        answer: answer && { text: answer.text, at: answer.at },
      })),
  };
}
