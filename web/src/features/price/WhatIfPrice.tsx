import type { Pricing } from '@neat-sill/core/job';
import type { CostOfJob } from '@neat-sill/core/quote';
import { formatNumber, formatShare } from '@neat-sill/core/units';
import { describeMinutes } from '@neat-sill/core/words';
import { useState } from 'react';
import { TextField } from '../../ui/Field.tsx';

interface WhatIfProps {
  readonly cost: CostOfJob;
  readonly pricing: Pricing;
  readonly costWith: (pricing: Pricing) => CostOfJob | null;
  readonly money: (minor: number) => string;
  readonly currency: string;
  readonly minor: number;
}

const MOST_DISCOUNT = 0.4;

function Slider({
  label,
  says,
  value,
  most,
  least = 0,
  step,
  onMove,
}: {
  label: string;
  says: string;
  value: number;
  least?: number;
  most: number;
  step: number;
  onMove: (value: number) => void;
}) {
  return (
    <label className="grid grid-cols-[8rem_1fr_6rem] items-center gap-3">
      <span className="text-sm text-quiet">{label}</span>
      <input
        type="range"
        className="h-11 accent-edge"
        min={least}
        max={most}
        step={step}
        value={value}
        aria-valuetext={says}
        onChange={(event) => onMove(Number(event.target.value))}
      />
      <span className="tabular-nums">{says}</span>
    </label>
  );
}

/** What becomes of the price and of what is earned, without changing the job. */
export function WhatIfPrice({ cost, pricing, costWith, money, currency, minor }: WhatIfProps) {
  const [discount, setDiscount] = useState(pricing.discount?.share ?? 0);
  const [trips, setTrips] = useState(cost.trips);
  const [crew, setCrew] = useState(cost.crew);
  const [against, setAgainst] = useState('');
  const tried = costWith({
    ...pricing,
    discount: discount > 0 ? { share: discount, because: '' } : null,
    trips: trips === cost.trips && pricing.trips === null ? null : trips,
    crew: crew === cost.crew && pricing.crew === null ? null : crew,
  });
  const shown = tried ?? cost;
  const hourly = cost.asked.labour[0]?.hourly ?? 0;
  const breakEven = hourly > 0 ? (cost.result.profit / hourly) * 60 : null;
  const given = Number(against.replace(',', '.')) * minor;
  const isAmount = against.trim() === '' || given > 0;
  const whole = { ...pricing, discount: null };
  const full = costWith(whole)?.result ?? cost.result;
  const needed = given > 0 && full.gross > 0 ? Math.max(0, 1 - given / full.gross) : null;
  const won = needed === null ? null : costWith({ ...whole, discount: { share: needed, because: '' } });
  return (
    <div className="flex flex-col gap-2">
      <Slider
        label="Discount"
        says={formatShare(discount)}
        value={discount}
        most={MOST_DISCOUNT}
        step={0.01}
        onMove={setDiscount}
      />
      <Slider
        label="Trips"
        says={formatNumber(trips)}
        value={trips}
        least={1}
        most={Math.max(10, cost.trips + 3)}
        step={1}
        onMove={setTrips}
      />
      <Slider
        label="People"
        says={formatNumber(crew)}
        value={crew}
        least={1}
        most={Math.max(4, cost.crew)}
        step={1}
        onMove={setCrew}
      />
      <p role="status">
        To pay <b>{money(shown.result.gross)}</b>, profit{' '}
        <b className={shown.result.profit < 0 ? 'text-brick' : ''}>{money(shown.result.profit)}</b>
        {shown.result.marginShare !== null && ` (${formatShare(shown.result.marginShare)})`},{' '}
        {shown.days === 1 ? 'one day' : `${formatNumber(shown.days)} days`}.
      </p>
      {breakEven !== null && breakEven > 0 && (
        <p>
          Nothing is earned any more when the work takes {describeMinutes(breakEven)} of one person longer.
        </p>
      )}
      <div className="max-w-60">
        <TextField
          label={`To win against a price of, ${currency}`}
          inputMode="decimal"
          value={against}
          problem={isAmount ? undefined : 'Type an amount above 0, as 450 or 449.90.'}
          onChange={(event) => setAgainst(event.target.value)}
        />
      </div>
      {won && needed !== null && (
        <p role="status">
          {needed === 0
            ? 'No discount is needed.'
            : `A discount of ${formatShare(needed, 1)} is needed: profit ${money(won.result.profit)}.`}
        </p>
      )}
    </div>
  );
}
