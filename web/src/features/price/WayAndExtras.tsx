import type { Pricing } from '@neat-sill/core/job';
import type { CostOfJob } from '@neat-sill/core/quote';
import { X } from 'lucide-react';
import { standInWay } from '@neat-sill/core/weather';
import { useState } from 'react';
import { useShopQuery } from '../../api/api.ts';
import { Button } from '../../ui/Button.tsx';
import { TextField } from '../../ui/Field.tsx';
import { NumberField } from '../../ui/NumberField.tsx';
import { useJob } from '../job/index.ts';

interface WayProps {
  readonly cost: CostOfJob;
  readonly pricing: Pricing;
  readonly currency: string;
  readonly onPrice: (label: string, pricing: Pricing) => void;
}

/** How far it is from the shop by the stand-in of a router, to be taken or not. */
function WayByRoad({ pricing, onTake }: { pricing: Pricing; onTake: (way: Partial<Pricing>) => void }) {
  const { header, rules } = useJob();
  const { data: shop } = useShopQuery();
  const place = shop?.details.place;
  if (!place)
    return (
      <p className="text-sm text-quiet">
        Once the shop’s details say where it is, the way to each site is told here.
      </p>
    );
  const { km, minutes } = standInWay(place, header.site, rules.day);
  if (km === 0)
    return (
      <p className="text-sm text-quiet">
        The job has the shop’s own place. Say where its site is, and the way is told here.
      </p>
    );
  const isTaken = pricing.km === km && pricing.minutes === minutes;
  return (
    <div className="flex flex-wrap items-center gap-x-3 gap-y-1 text-sm text-quiet">
      <span>
        By road about {km} km and {minutes} min there and back, with the traffic of the hours the day begins
        and ends (made-up figures that stand in for a router).
      </span>
      {!isTaken && (
        <Button size="low" onClick={() => onTake({ km, minutes })}>
          Take these
        </Button>
      )}
    </div>
  );
}

/** The way to the site, who goes, and what else the job costs. */
export function WayAndExtras({ cost, pricing, currency, onPrice }: WayProps) {
  const [name, setName] = useState('');
  const [amount, setAmount] = useState('');
  const put = (label: string, patch: Partial<Pricing>) => onPrice(label, { ...pricing, ...patch });
  const amountCost = Number(amount.replace(',', '.'));
  const isAmount = amountCost >= 0 && amountCost <= 1e6;
  const mayAdd = name.trim() !== '' && amount.trim() !== '' && isAmount;
  const add = () => {
    put(`Cost: ${name.trim()}`, {
      extras: [...pricing.extras, { id: crypto.randomUUID(), name: name.trim(), cost: amountCost }],
    });
    setName('');
    setAmount('');
  };
  const hasOld = cost.lines.some(({ code }) => code === 'removal');
  return (
    <div className="flex flex-col gap-3">
      <div className="grid grid-cols-2 gap-3 sm:grid-cols-4">
        <NumberField
          label="There and back, km"
          value={pricing.km}
          from={0}
          to={10_000}
          of="km"
          onTake={(km) => put('Distance to the site', { km })}
        />
        <NumberField
          label="There and back, min"
          value={pricing.minutes}
          from={0}
          to={10_000}
          of="minutes"
          onTake={(minutes) => put('Time to the site', { minutes })}
        />
        <NumberField
          label="Trips"
          value={cost.trips}
          from={1}
          to={200}
          whole
          of="trips"
          hint={pricing.trips === null ? 'by the work' : undefined}
          onTake={(trips) => put('Trips', { trips })}
        />
        <NumberField
          label="People"
          value={cost.crew}
          from={1}
          to={20}
          whole
          of="people"
          hint={pricing.crew === null ? 'as the panes want' : undefined}
          onTake={(crew) => put('People that go', { crew })}
        />
      </div>
      <WayByRoad pricing={pricing} onTake={(way) => put('The way by road', way)} />
      {(pricing.trips !== null || pricing.crew !== null) && (
        <Button
          className="self-start"
          onClick={() => put('Trips and people as the work needs', { trips: null, crew: null })}
        >
          Trips and people as the work needs
        </Button>
      )}
      {hasOld && (
        <label className="flex min-h-11 items-center gap-2">
          <input
            type="checkbox"
            className="size-5 accent-edge"
            checked={pricing.hardRemoval}
            onChange={(event) => put('Old film', { hardRemoval: event.target.checked })}
          />
          The old film is hard to remove
        </label>
      )}
      {pricing.extras.length > 0 && (
        <ul>
          {pricing.extras.map((extra) => (
            <li
              key={extra.id}
              className="flex items-center justify-between gap-2 border-t border-hairline-soft"
            >
              <span>{extra.name}</span>
              <Button
                size="low"
                aria-label={`Remove ${extra.name}`}
                onClick={() =>
                  put(`No ${extra.name}`, { extras: pricing.extras.filter(({ id }) => id !== extra.id) })
                }
              >
                <X size={16} aria-hidden />
              </Button>
            </li>
          ))}
        </ul>
      )}
      <div className="grid grid-cols-[1fr_8rem_auto] items-end gap-2">
        <TextField
          label="What else it costs"
          value={name}
          onChange={(event) => setName(event.target.value)}
        />
        <TextField
          label={`Cost, ${currency}`}
          inputMode="decimal"
          problem={isAmount ? undefined : 'Type an amount, as 12 or 12.50.'}
          value={amount}
          onChange={(event) => setAmount(event.target.value)}
        />
        <Button disabled={!mayAdd} onClick={add}>
          Add
        </Button>
      </div>
    </div>
  );
}
