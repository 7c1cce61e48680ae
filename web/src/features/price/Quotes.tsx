import type { Quote } from '@neat-sill/core/job';
import { makeQuote, quotesOf, sinceQuote, type CostOfJob } from '@neat-sill/core/quote';
import { addRecord } from '@neat-sill/core/record';
import { decimalsOf } from '@neat-sill/core/price';
import { listOf } from '@neat-sill/core/units';
import { COST_PART_NAMES, costPartOf, figuresOfCost, nameOfCost } from '@neat-sill/core/words';
import { useSessionQuery, useShopQuery } from '../../api/api.ts';
import { Button } from '../../ui/Button.tsx';
import { showDay, today } from '../../ui/format.ts';
import { Note } from '../../ui/Note.tsx';
import { download, xlsxOf } from '../../files/tables.ts';
import { useJob, useLivePlan, useUnit } from '../job/index.ts';
import { Paper } from '../papers/index.ts';

interface QuotesProps {
  readonly cost: CostOfJob;
  readonly money: (minor: number) => string;
}

/** What has changed since the newest quote. */
function Since({ quote, now, money }: { quote: Quote; now: Quote } & Pick<QuotesProps, 'money'>) {
  const since = sinceQuote(quote, now);
  if (!since) return <p className="text-sm text-quiet">It still says what the job is.</p>;
  const parts = [
    since.added.length > 0 ? `pane ${listOf(since.added)} is new` : '',
    since.gone.length > 0 ? `pane ${listOf(since.gone)} is gone` : '',
    since.other.length > 0 ? `pane ${listOf(since.other)} is other` : '',
    since.priceNow === quote.price.gross
      ? ''
      : `to pay would be ${money(since.priceNow)} now, ${money(Math.abs(since.priceNow - quote.price.gross))} ${since.priceNow > quote.price.gross ? 'more' : 'less'}`,
  ].filter(Boolean);
  return (
    <Note tone="doubt">
      Since quote {quote.version}: {parts.join('; ')}.
    </Note>
  );
}

/** The quotes of this job: each stays as it was made; the newest goes out as a paper. */
export function Quotes({ cost, money }: QuotesProps) {
  const job = useJob();
  const { plan, kept } = useLivePlan();
  const { data: session } = useSessionQuery();
  const { data: shop } = useShopQuery();
  const unit = useUnit();
  const quotes = quotesOf(job.derived);
  const [newest] = quotes;
  if (!plan) return null;
  const now = makeQuote({
    ...{ job: job.derived, plan, cost },
    ...{ madeAt: new Date().toISOString(), today: today() },
    madeBy: session?.person?.name ?? null,
    terms: shop?.details.terms ?? '',
  });
  const name = `${job.header.name}, quote ${newest?.version ?? now.version}`;
  const lines = async () => {
    const costs = new Map(cost.result.lines.map(({ id, cost: each }) => [id, each]));
    const plain = (minor: number) =>
      (minor / 10 ** decimalsOf(now.currency)).toFixed(decimalsOf(now.currency));
    const { price, discount, net, tax, gross, profit } = cost.result;
    const totals = { cost: cost.result.cost, price, discount, net, tax, gross, profit };
    download(
      await xlsxOf([
        ['part', 'line', 'figures', `cost, ${now.currency}`],
        ...cost.lines.map((line) => [
          COST_PART_NAMES[costPartOf(line)],
          nameOfCost(line),
          figuresOfCost(line, unit),
          plain(costs.get(line.id) ?? 0),
        ]),
        ...Object.entries(totals).map(([key, value]) => ['', key, '', plain(value)]),
      ]),
      `${name}.xlsx`,
    );
  };
  const asCase = () =>
    download(
      new Blob([`${JSON.stringify(cost.asked, null, 2)}\n`], { type: 'application/json' }),
      `${name}.price.json`,
    );
  const make = () => job.edit(`Quote ${now.version}`, [addRecord('quote', crypto.randomUUID(), now)]);
  return (
    <section className="flex flex-col items-start gap-2" aria-label="Quotes">
      <h3 className="font-bold">Quotes</h3>
      {quotes.length > 0 && (
        <ul className="w-full">
          {quotes.map(({ id, version, madeAt, madeBy, validUntil, price }) => (
            <li
              key={id}
              className="flex flex-wrap items-baseline justify-between gap-x-3 border-t border-hairline-soft py-1.5"
            >
              <span>
                <b>Quote {version}</b>, {showDay(madeAt)}
                {madeBy && `, ${madeBy}`}
                <span className="text-quiet">
                  , {validUntil < today() ? 'held until' : 'holds until'} {showDay(validUntil)}
                </span>
              </span>
              <span className="tabular-nums">{money(price.gross)}</span>
            </li>
          ))}
        </ul>
      )}
      {newest && <Since quote={newest} now={now} money={money} />}
      {kept.kind !== 'holds' && (
        <p className="text-sm text-quiet">
          The plan is not kept: where seams will be is not drawn in the quote, and the price may still move.
        </p>
      )}
      <div className="flex flex-wrap items-start gap-2">
        <Button onClick={make} disabled={cost.withoutPrice.length > 0}>
          Make quote {now.version}
        </Button>
        {newest && <Paper kind="quote" disabledBecause={null} />}
        <Button onClick={() => void lines()}>Lines as XLSX</Button>
        <Button onClick={asCase}>Price as JSON</Button>
      </div>
    </section>
  );
}
