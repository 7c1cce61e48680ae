import { HEADER_ID, type Pricing } from '@neat-sill/core/job';
import { patchRecord } from '@neat-sill/core/record';
import { listOf } from '@neat-sill/core/units';
import { Link } from 'react-router';
import { Folds } from '../../ui/Folds.tsx';
import { Note } from '../../ui/Note.tsx';
import { SellFilms, SoldOtherwiseNote } from '../film/index.ts';
import { useJob } from '../job/index.ts';
import { Asked } from './Asked.tsx';
import { CostLines } from './CostLines.tsx';
import { Options } from './Options.tsx';
import { Quotes } from './Quotes.tsx';
import { PriceBar } from './PriceBar.tsx';
import { useCostOfJob } from './useCostOfJob.ts';
import { useOptions } from './useOptions.ts';
import { WayAndExtras } from './WayAndExtras.tsx';
import { WhatIfPrice } from './WhatIfPrice.tsx';

/** Price: what the job costs line by line, and what is asked for it. */
export function PriceBench() {
  const job = useJob();
  const jobCost = useCostOfJob();
  const { costWith, money, currency, minor } = jobCost;
  const ways = useOptions(jobCost);
  const { pricing } = job.header;
  const cost = costWith(pricing);
  if (!cost)
    return (
      <div className="flex flex-col items-start gap-2">
        <h2 className="text-xl font-bold">No price yet</h2>
        <p>A price follows from the cuts: measure panes and choose films for them first.</p>
        <Link className="underline" to={`/jobs/${job.jobId}/film`}>
          Choose films
        </Link>
      </div>
    );
  const put = (label: string, next: Pricing) =>
    job.edit(label, [patchRecord(job.records, 'job', HEADER_ID, { pricing: next })]);
  const nameOf = (filmId: string) => job.jobShopData.films.find(({ id }) => id === filmId)?.name ?? filmId;
  return (
    <div className="@container flex flex-col gap-4">
      <h2 className="text-xl font-bold">
        {money(cost.result.gross)} to pay, {money(cost.result.profit)} profit
      </h2>
      {cost.withoutPrice.length > 0 && (
        <Note tone="no" role="alert">
          {listOf(cost.withoutPrice.map(nameOf))} has no price in Films: its film is left out here. Work and
          all else are reckoned.
        </Note>
      )}
      <PriceBar cost={cost} money={money} />
      <div className="grid gap-x-8 gap-y-4 grid-cols-[minmax(0,1fr)] @2xl:grid-cols-[minmax(0,1.15fr)_minmax(0,1fr)]">
        <CostLines cost={cost} money={money} />
        <Asked cost={cost} pricing={pricing} money={money} onPrice={put} />
      </div>
      <Folds
        name="More of the price"
        folds={[
          {
            key: 'way',
            title: 'Travel, people, other costs',
            content: () => <WayAndExtras cost={cost} pricing={pricing} currency={currency} onPrice={put} />,
          },
          {
            key: 'choices',
            title:
              pricing.options.length > 0
                ? `${pricing.options.length + 1} choices side by side`
                : 'Choices side by side',
            content: () => <Options {...{ ways, pricing, money }} onPrice={put} />,
          },
          {
            key: 'whatIf',
            title: 'What if',
            content: () => <WhatIfPrice {...{ cost, pricing, costWith, money, currency, minor }} />,
          },
        ]}
      />
      <Quotes cost={cost} ways={ways} />
      <SellFilms />
      <SoldOtherwiseNote />
    </div>
  );
}
