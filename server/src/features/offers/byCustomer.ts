import { randomUUID } from 'node:crypto';
import { recordKey } from '@neat-sill/core/contract';
import type { Acceptance, Question } from '@neat-sill/core/job';
import { againstAccepting, numberOfQuote } from '@neat-sill/core/quote';
import { customerTexts } from '@neat-sill/core/words';
import { eq, sql } from 'drizzle-orm';
import type { Tx } from '../../db/database.ts';
import { jobEdits, jobRecords, jobs } from '../../db/schema.ts';
import { HttpProblem } from '../../http/problem.ts';
import type { OpenLink } from './customerLinks.ts';
import { readQuoteRecords, shopOf } from './offer.ts';

/** More than this nobody asks about one job. */
const MOST_QUESTIONS = 100;

type Said =
  | { readonly kind: 'acceptance'; readonly data: Acceptance; readonly label: string }
  | { readonly kind: 'question'; readonly data: Question; readonly label: string };

/** Writes what a customer did into the job, as an edit that nobody of the shop has made. */
async function write(tx: Tx, { shopId, jobId }: OpenLink, { kind, data, label }: Said, now: Date) {
  const id = randomUUID();
  const made = { shopId, jobId };
  await tx
    .insert(jobRecords)
    .values({ ...made, kind, id, version: 1, data, changedBy: null, changedAt: now });
  await tx.insert(jobEdits).values({
    ...{ ...made, editId: randomUUID(), personId: null, label, at: now },
    changes: [{ kind, id, baseVersion: 0, after: data }] as (typeof jobEdits.$inferInsert)['changes'],
    versions: { [recordKey(kind, id)]: 1 },
  });
  await tx
    .update(jobs)
    .set({ version: sql`${jobs.version} + 1`, changedAt: now })
    .where(eq(jobs.id, jobId));
}

const hold = (tx: Tx, jobId: string) =>
  tx.select({ id: jobs.id }).from(jobs).where(eq(jobs.id, jobId)).for('update');

/** The customer accepts; nothing is written where that can’t be, and pressed twice it is accepted once. */
export async function acceptOffer(
  tx: Tx,
  link: OpenLink,
  signed: Omit<Acceptance, 'at' | 'takenBy'>,
  now: Date,
): Promise<void> {
  await hold(tx, link.jobId);
  const records = await readQuoteRecords(tx, link.jobId);
  const { today } = await shopOf(tx, link.shopId, now);
  const { quoteId, optionId } = signed;
  if (!records) return;
  const against =
    quoteId === link.quoteId ? againstAccepting(records, quoteId, optionId, today) : ('noOption' as const);
  const before = Object.values(records.acceptance).find((each) => each.quoteId === quoteId);
  // The same once more, since the answer got lost or the key was pressed twice.
  if (against === 'accepted' && before?.optionId === optionId && before.name === signed.name) return;
  const quote = records.quote[quoteId];
  const says = customerTexts(quote?.language ?? 'en').against;
  if (against || !quote)
    throw new HttpProblem(409, { title: 'Not accepted', detail: says[against ?? 'noOption'] });
  const data = { ...signed, at: now.toISOString(), takenBy: null };
  await write(
    tx,
    link,
    { kind: 'acceptance', data, label: `${signed.name} accepts quote ${numberOfQuote(quote)}` },
    now,
  );
}

export async function askAboutOffer(
  tx: Tx,
  link: OpenLink,
  { name, text }: Pick<Question, 'name' | 'text'>,
  now: Date,
): Promise<void> {
  await hold(tx, link.jobId);
  const records = await readQuoteRecords(tx, link.jobId);
  if (!records) return;
  const asked = Object.values(records.question);
  // Sent twice, it stands once.
  if (asked.some((each) => each.name === name && each.text === text && each.answer === null)) return;
  if (asked.length >= MOST_QUESTIONS)
    throw new HttpProblem(409, {
      title: 'Not sent',
      detail: 'Please call us: we have many questions here already.',
    });
  const data = { quoteId: link.quoteId, at: now.toISOString(), name, text, answer: null };
  await write(tx, link, { kind: 'question', data, label: `${name} asks about the quote` }, now);
}
