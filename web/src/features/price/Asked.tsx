import type { Pricing } from '@neat-sill/core/job';
import type { CostOfJob } from '@neat-sill/core/quote';
import { formatShare } from '@neat-sill/core/units';
import { PRICE_WARNING_TEXTS } from '@neat-sill/core/words';
import { useState } from 'react';
import { Button } from '../../ui/Button.tsx';
import { TextField } from '../../ui/Field.tsx';
import { Note } from '../../ui/Note.tsx';
import { NumberField } from '../../ui/NumberField.tsx';
import { useJob } from '../job/index.ts';

interface AskedProps {
  readonly cost: CostOfJob;
  readonly pricing: Pricing;
  readonly money: (minor: number) => string;
  readonly onPrice: (label: string, pricing: Pricing) => void;
}

const WEIGHTS = {
  plain: 'py-0.5',
  strong: 'py-0.5 font-bold',
  sum: 'border-y border-ink py-1.5 text-xl font-bold',
} as const;

function Row({
  name,
  value,
  weight = 'plain',
}: {
  name: string;
  value: string;
  weight?: keyof typeof WEIGHTS;
}) {
  return (
    <div className={`flex items-baseline justify-between gap-3 ${WEIGHTS[weight]}`}>
      <dt>{name}</dt>
      <dd className="tabular-nums">{value}</dd>
    </div>
  );
}

/** How the house makes its price of the cost, in a few words. */
function schoolOf({ asked }: CostOfJob, money: (minor: number) => string): string {
  const { by, share } = asked.house;
  if (by === 'perArea') return `${money(share)} a square metre`;
  return by === 'margin' ? `${formatShare(share)} margin` : `${formatShare(share)} on top`;
}

/** A discount wants its reason: it is taken once both are there. */
function Discount({ pricing, onPrice }: Pick<AskedProps, 'pricing' | 'onPrice'>) {
  const { discount } = pricing;
  const [because, setBecause] = useState<string | null>(null);
  const [share, setShare] = useState<number | null>(null);
  const shownShare = share ?? discount?.share ?? 0;
  const shownBecause = because ?? discount?.because ?? '';
  const isChanged = shownShare !== (discount?.share ?? 0) || shownBecause !== (discount?.because ?? '');
  const give = () => {
    const next = shownShare > 0 ? { share: shownShare, because: shownBecause.trim() } : null;
    onPrice(next ? `Discount of ${formatShare(shownShare)}` : 'No discount', { ...pricing, discount: next });
    setShare(null);
    setBecause(null);
  };
  return (
    <div className="grid grid-cols-[7rem_1fr_auto] items-end gap-2">
      <NumberField
        label="Discount, %"
        value={shownShare * 100}
        from={0}
        to={100}
        of="per cent"
        onTake={(value) => setShare(value / 100)}
      />
      <TextField label="because" value={shownBecause} onChange={(event) => setBecause(event.target.value)} />
      <Button disabled={!isChanged || (shownShare > 0 && shownBecause.trim() === '')} onClick={give}>
        {discount !== null && shownShare === 0 ? 'Take it back' : 'Give it'}
      </Button>
    </div>
  );
}

/** From the cost to what the customer pays, with what is earned. */
export function Asked({ cost, pricing, money, onPrice }: AskedProps) {
  const { rules } = useJob();
  const { result, asked, risk } = cost;
  const { tax } = asked;
  return (
    <section className="flex flex-col gap-2" aria-label="Price">
      <dl>
        <Row name={`Price, ${schoolOf(cost, money)}`} value={money(result.price)} />
        {result.discount > 0 && (
          <Row
            name={`Discount, ${formatShare(pricing.discount?.share ?? 0)}${pricing.discount?.because ? `: ${pricing.discount.because}` : ''}`}
            value={money(-result.discount)}
          />
        )}
        {tax && tax.share > 0 && (
          <>
            {(result.discount > 0 || tax.shown === 'included') && (
              <Row name="Before tax" value={money(result.net)} />
            )}
            <Row
              name={`Tax, ${formatShare(tax.share)}${tax.shown === 'included' ? ', within' : ''}`}
              value={money(result.tax)}
            />
          </>
        )}
        <Row name="To pay" value={money(result.gross)} weight="sum" />
        {result.deposit > 0 && (
          <Row name={`Deposit, ${formatShare(asked.depositShare)}`} value={money(result.deposit)} />
        )}
        <Row
          name={`Profit${result.marginShare === null ? '' : `, ${formatShare(result.marginShare)} of the price before tax`}`}
          value={money(result.profit)}
          weight="strong"
        />
      </dl>
      <p className="text-sm text-quiet">
        Profit is {money(risk.low.profit)} if the work takes as long as in the slowest tenth of jobs,{' '}
        {money(risk.high.profit)} if as short as in the fastest. Times go by the house rules: the shop has no
        records of its own yet. Holds {rules.price.validDays} days.
      </p>
      {result.warnings.map((warning) => (
        <Note key={warning} tone={warning === 'belowCost' ? 'no' : 'doubt'} role="alert">
          {PRICE_WARNING_TEXTS[warning]}
        </Note>
      ))}
      <Discount pricing={pricing} onPrice={onPrice} />
    </section>
  );
}
