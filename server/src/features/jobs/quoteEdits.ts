import type { SentEdit } from '@neat-sill/core/contract';
import type { JobRecords } from '@neat-sill/core/job';
import { dayAt } from '@neat-sill/core/fitting';
import { againstAccepting } from '@neat-sill/core/quote';
import { sameData } from '@neat-sill/core/record';
import { customerTexts } from '@neat-sill/core/words';
import type { QuickTx } from '../../db/database.ts';
import { HttpProblem } from '../../http/problem.ts';
import type { Caller } from '../../http/route.ts';

interface Writing {
  readonly jobId: string;
  readonly person: Caller['person'];
  readonly edit: SentEdit;
  readonly now: Date;
}

const stays = (what: string, detail: string) =>
  new HttpProblem(422, { title: `${what} stays as it is`, detail });

/**
 * What a customer was offered stays as it was made, and what they signed or asked stays too. A quote may be taken back while
 * nobody outside has seen it; one under its cost is the owner's to make.
 */
export async function refuseOfQuotes(
  { jobId, edit, person, now }: Writing,
  before: JobRecords,
  quick: QuickTx,
): Promise<void> {
  for (const change of edit.changes) {
    const isThere = change.baseVersion > 0;
    if (change.kind === 'quote') {
      const { after } = change;
      if (after && isThere && before.quote[change.id])
        throw stays(
          'A quote',
          'What was offered is not changed. Make a new quote; it takes the place of this one.',
        );
      if (after && after.madeBy?.id !== person.id)
        throw new HttpProblem(422, {
          title: 'Made for somebody else',
          detail: 'A quote is made by whoever is signed in. Sign in as the one who makes it.',
        });
      const isUnder = after?.options.some(({ price, cost }) => price.net < cost) ?? false;
      if (after && isUnder && (after.underCost === null || person.role !== 'owner'))
        throw new HttpProblem(422, {
          title: 'Under its cost',
          detail: 'This quote asks less than the job costs. The owner may make it so, and says why.',
        });
      if (after === null && (await hasGoneOut(quick, jobId, change.id)))
        throw stays(
          'A quote',
          'It was sent to the customer by a link. Make a new quote; it takes the place of this one.',
        );
    }
    if (change.kind === 'acceptance') {
      const { after } = change;
      if (!after || isThere)
        throw stays(
          'What was signed',
          'An acceptance is not changed or taken back; a new quote can change the order.',
        );
      if (after.takenBy?.id !== person.id)
        throw new HttpProblem(422, {
          title: 'Signed with somebody else',
          detail: 'A customer signs on the device of whoever is signed in.',
        });
      const against = againstAccepting(before, after.quoteId, after.optionId, await dayOfShop(quick, now));
      if (against)
        throw new HttpProblem(409, { title: 'Not accepted', detail: customerTexts('en').against[against] });
    }
    if (change.kind === 'question') {
      const was = before.question[change.id];
      const { after } = change;
      const onlyAnswers = was && after && sameData({ ...was, answer: null }, { ...after, answer: null });
      if (!onlyAnswers || (after.answer && after.answer.by?.id !== person.id))
        throw stays(
          'A question',
          'Customers ask; the shop writes the answer, in the name of whoever is signed in.',
        );
    }
  }
}

/** The day it is where the shop is. */
async function dayOfShop(quick: QuickTx, now: Date): Promise<string> {
  const [shop] = await quick.query<{ zone: string | null }>({
    name: 'shop_zone',
    text: `select details->>'timeZone' as zone from shops where id = current_shop()`,
    values: [],
  });
  return dayAt(now.toISOString(), shop?.zone ?? 'UTC');
}

const hasGoneOut = async (quick: QuickTx, jobId: string, quoteId: string) =>
  (
    await quick.query({
      name: 'quote_gone_out',
      text: 'select 1 from customer_links where job_id = $1 and quote_id = $2 limit 1',
      values: [jobId, quoteId],
    })
  ).length > 0;
