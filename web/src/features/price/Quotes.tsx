import type { Quote } from '@neat-sill/core/job';
import { decimalsOf } from '@neat-sill/core/price';
import {
  acceptancesOf,
  makeQuote,
  nextVersion,
  numberOfQuote,
  optionsDiffer,
  quoteNumber,
  questionsOf,
  quoteOption,
  quotesOf,
  type CostOfJob,
  type OptionTexts,
} from '@neat-sill/core/quote';
import { addRecord } from '@neat-sill/core/record';
import { formatMoney, listOf } from '@neat-sill/core/units';
import {
  COST_PART_NAMES,
  costPartOf,
  customerTexts,
  describeDifferences,
  figuresOfCost,
  nameOfCost,
} from '@neat-sill/core/words';
import { useState } from 'react';
import { useSessionQuery, useShopQuery } from '../../api/api.ts';
import { download, xlsxOf } from '../../files/tables.ts';
import { Button } from '../../ui/Button.tsx';
import { TextField } from '../../ui/Field.tsx';
import { showDay, today } from '../../ui/format.ts';
import { Note } from '../../ui/Note.tsx';
import { useJob, useLivePlan, useUnit } from '../job/index.ts';
import { Paper } from '../papers/index.ts';
import { AcceptHere } from './AcceptHere.tsx';
import { CustomerLinks } from './CustomerLinks.tsx';
import { Questions } from './Questions.tsx';
import { OWN_WAY, QUOTED_IN, textsOf, type WayOfJob } from './useOptions.ts';

interface QuotesProps {
  readonly cost: CostOfJob;
  readonly ways: readonly WayOfJob[];
}

const inOwn = (currency: string) => (minor: number) =>
  formatMoney(minor / 10 ** decimalsOf(currency), currency);

type Offered = Quote['options'][number];

/** What has changed since something was offered or ordered. */
function Since({ what, was, now, currency }: { what: string; was: Offered; now: Offered; currency: string }) {
  const differ = optionsDiffer(was, now);
  if (!differ) return <p className="text-sm text-quiet">{what} still says what the job is.</p>;
  const money = inOwn(currency);
  const more = differ.grossNow - differ.grossBefore;
  const parts = [
    ...describeDifferences(differ, customerTexts(QUOTED_IN)),
    ...(more === 0
      ? []
      : [
          `to pay would be ${money(differ.grossNow)} now, ${money(Math.abs(more))} ${more > 0 ? 'more' : 'less'}`,
        ]),
  ];
  return (
    <Note tone="doubt">
      Since {what.toLowerCase()}: {parts.join('; ')}.
    </Note>
  );
}

const NO_TEXTS: OptionTexts = { said: [], cautions: [], afterwards: '' };

/** The ways that can be offered now, as they are held against an offer; null while one of them is still planned. */
function offeredNow(ways: readonly WayOfJob[], texts: (way: WayOfJob) => OptionTexts): Offered[] | null {
  const options = ways.map((way) =>
    way.planned ? quoteOption({ ...way, ...way.planned, texts: texts(way) }) : null,
  );
  return options.every((option) => option !== null) ? options : null;
}

/** The lines of the price as a table. */
async function linesOf(cost: CostOfJob, unit: 'mm' | 'in'): Promise<Blob> {
  const { currency } = cost.asked;
  const costs = new Map(cost.result.lines.map(({ id, cost: each }) => [id, each]));
  const plain = (minor: number) => (minor / 10 ** decimalsOf(currency)).toFixed(decimalsOf(currency));
  const { price, discount, net, tax, gross, profit } = cost.result;
  const totals = { cost: cost.result.cost, price, discount, net, tax, gross, profit };
  return xlsxOf([
    ['part', 'line', 'figures', `cost, ${currency}`],
    ...cost.lines.map((line) => [
      COST_PART_NAMES[costPartOf(line)],
      nameOfCost(line),
      figuresOfCost(line, unit),
      plain(costs.get(line.id) ?? 0),
    ]),
    ...Object.entries(totals).map(([key, value]) => ['', key, '', plain(value)]),
  ]);
}

/** The quotes of this job: each stays as it was made; the newest goes out as a paper and by a link. */
export function Quotes({ cost, ways }: QuotesProps) {
  const job = useJob();
  const { plan, kept } = useLivePlan();
  const { data: session } = useSessionQuery();
  const { data: shop } = useShopQuery();
  const unit = useUnit();
  const [because, setBecause] = useState('');
  const { records } = job;
  const quotes = quotesOf(records);
  const [newest] = quotes;
  const accepted = acceptancesOf(records);
  const [ordered] = accepted;
  const person = session?.person ?? null;
  if (!plan) return null;
  // What changes an order is one way only: the choice was made.
  const toOffer = ordered ? ways.slice(0, 1) : ways;
  const offered = offeredNow(toOffer, () => NO_TEXTS);
  const unpriced = toOffer.filter(({ planned }) => planned && planned.cost.withoutPrice.length > 0);
  const own = offered?.find(({ id }) => id === OWN_WAY) ?? null;
  const isUnder = offered?.some(({ price, cost: own_ }) => price.net < own_) ?? false;
  const mayGoUnder = person?.role === 'owner' && because.trim() !== '';
  const version = nextVersion(records);
  const nextNumber = numberOfQuote({ number: quoteNumber(job.header, version), version });
  const kind = ordered ? 'change order' : 'quote';
  const name = `${job.header.name}, quote ${newest ? numberOfQuote(newest) : nextNumber}`;
  const asCase = () =>
    download(
      new Blob([`${JSON.stringify(cost.asked, null, 2)}\n`], { type: 'application/json' }),
      `${name}.price.json`,
    );
  const make = () => {
    const options = offeredNow(toOffer, ({ job: of, planned }) =>
      planned ? textsOf(of, planned) : NO_TEXTS,
    );
    if (!options) return;
    const quote = makeQuote({
      ...{ job: job.derived, options, currency: cost.asked.currency },
      ...{ madeAt: new Date().toISOString(), today: today() },
      madeBy: person && { id: person.id, name: person.name },
      ...{ terms: shop?.details.terms ?? '', language: QUOTED_IN },
      underCost: isUnder ? because.trim() : null,
    });
    job.edit(`Make ${kind} ${nextNumber}`, [addRecord('quote', crypto.randomUUID(), quote)]);
    setBecause('');
  };
  const standOf = (quote: Quote & { readonly id: string }) => {
    const taken = accepted.find((each) => each.quote.id === quote.id);
    if (taken)
      return `accepted by ${taken.acceptance.name}, ${showDay(taken.acceptance.at)}${quote.options.length > 1 ? `: ${taken.option.name}` : ''}`;
    if (quote.id !== newest?.id) return 'replaced by a newer one';
    return `${quote.validUntil < today() ? 'held until' : 'holds until'} ${showDay(quote.validUntil)}`;
  };
  return (
    <section className="flex flex-col items-start gap-3" aria-label="Quotes">
      <h3 className="font-bold">Quotes</h3>
      {quotes.length > 0 && (
        <ul className="w-full">
          {quotes.map((quote) => (
            <li
              key={quote.id}
              className="flex flex-wrap items-baseline justify-between gap-x-3 border-t border-hairline-soft py-1.5"
            >
              <span>
                <b>
                  {quote.changes ? 'Change order' : 'Quote'} {numberOfQuote(quote)}
                </b>
                , {showDay(quote.madeAt)}
                {quote.madeBy && `, ${quote.madeBy.name}`}
                <span className="text-quiet">, {standOf(quote)}</span>
                {quote.underCost && (
                  <span className="text-ochre-text">, under its cost: {quote.underCost}</span>
                )}
              </span>
              <span className="tabular-nums">
                {quote.options.map(({ price }) => inOwn(quote.currency)(price.gross)).join(' or ')}
              </span>
            </li>
          ))}
        </ul>
      )}
      {ordered && own && (
        <Since what="The order" was={ordered.option} now={own} currency={ordered.quote.currency} />
      )}
      {!ordered && newest && own && (
        <Since
          what={`Quote ${numberOfQuote(newest)}`}
          was={newest.options.find(({ id }) => id === OWN_WAY) ?? newest.options[0] ?? own}
          now={own}
          currency={newest.currency}
        />
      )}
      {newest && newest.currency !== cost.asked.currency && (
        <Note tone="doubt">
          Quote {numberOfQuote(newest)} is in {newest.currency} and stays so; the shop counts in{' '}
          {cost.asked.currency} now.
        </Note>
      )}
      <Questions questions={questionsOf(records)} />
      {kept.kind !== 'holds' && (
        <p className="text-sm text-quiet">The plan is not kept yet: the price may still move with it.</p>
      )}
      {isUnder && (
        <div className="flex w-full max-w-md flex-col gap-2">
          <Note tone="doubt">
            This asks less than the job costs.{' '}
            {person?.role === 'owner'
              ? 'Say why, then it can be made; it is written in the quote for the shop.'
              : 'The owner may make it so.'}
          </Note>
          {person?.role === 'owner' && (
            <TextField
              label="Under its cost because"
              value={because}
              maxLength={300}
              onChange={(event) => setBecause(event.target.value)}
            />
          )}
        </div>
      )}
      {!offered && (
        <p className="text-sm text-quiet">The choices are still planned; then they can be offered.</p>
      )}
      {unpriced.length > 0 && (
        <Note tone="doubt">
          {listOf(unpriced.map(({ name: way }) => way))}: a film has no price, so it can’t be offered. Give it
          one under Films, or remove the choice.
        </Note>
      )}
      <div className="flex flex-wrap items-end gap-2">
        <Button onClick={make} disabled={unpriced.length > 0 || !offered || (isUnder && !mayGoUnder)}>
          Make {kind} {nextNumber}
          {offered && offered.length > 1 && `, ${offered.length} choices`}
        </Button>
        {newest && <AcceptHere quote={newest} />}
        {newest && <Paper kind="quote" disabledBecause={null} />}
        <Button onClick={() => void linesOf(cost, unit).then((sheet) => download(sheet, `${name}.xlsx`))}>
          Lines as XLSX
        </Button>
        <Button onClick={asCase}>Price as JSON</Button>
      </div>
      {newest && <CustomerLinks quotes={quotes} newest={newest} />}
    </section>
  );
}
