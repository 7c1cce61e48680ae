import type { Pricing } from '@neat-sill/core/job';
import { isOffered } from '@neat-sill/core/film';
import { formatShare, listOf } from '@neat-sill/core/units';
import { LEFT_OUT, describeMinutes } from '@neat-sill/core/words';
import { rollup } from 'd3';
import { useMemo, useState } from 'react';
import { Button } from '../../ui/Button.tsx';
import { Choice, TextField } from '../../ui/Field.tsx';
import { today } from '../../ui/format.ts';
import { useJob } from '../job/index.ts';
import { OWN_WAY, textsOf, type WayOfJob } from './useOptions.ts';

interface OptionsProps {
  readonly ways: readonly WayOfJob[];
  readonly pricing: Pricing;
  readonly money: (minor: number) => string;
  readonly onPrice: (label: string, pricing: Pricing) => void;
}

/** What one way is: its films, price, what is earned, and what it does. */
function Way({
  way,
  money,
  onRemove,
}: {
  way: WayOfJob;
  money: OptionsProps['money'];
  onRemove: (() => void) | null;
}) {
  const { edit } = useJob();
  const { planned, name, changes, job } = way;
  const texts = useMemo(() => planned && textsOf(job, planned), [job, planned]);
  const leftOut = rollup(
    job.plan.leftOut,
    (panes) => panes.map(({ paneId }) => job.pane(paneId)?.record.label ?? paneId),
    ({ reason }) => reason,
  );
  const rows = planned
    ? [
        ['To pay', money(planned.cost.result.gross)],
        [
          'Profit',
          `${money(planned.cost.result.profit)}${planned.cost.result.marginShare === null ? '' : ` (${formatShare(planned.cost.result.marginShare)})`}`,
        ],
        ['Work', describeMinutes(planned.cost.asked.labour.reduce((sum, { minutes }) => sum + minutes, 0))],
        [
          'Seams',
          String(planned.plan.pulls.flatMap(({ pieces }) => pieces).filter(({ panel }) => panel > 1).length),
        ],
      ]
    : [];
  return (
    <li className="flex min-w-44 flex-1 flex-col gap-2 border-t-2 border-ink pt-2">
      <h4 className="font-bold">{name}</h4>
      {planned ? (
        <>
          <dl className="grid grid-cols-[auto_1fr] gap-x-3">
            {rows.map(([title, value]) => [
              <dt key={`${title} name`} className="text-quiet">
                {title}
              </dt>,
              <dd key={`${title} value`} className="text-right tabular-nums">
                {value}
              </dd>,
            ])}
          </dl>
          {texts?.said.map(({ filmId, sentences }) => (
            <div key={filmId} className="text-sm">
              <p className="font-semibold">{job.shop.films.find(({ id }) => id === filmId)?.name}</p>
              <ul className="list-disc pl-4">
                {sentences.slice(0, 3).map((sentence) => (
                  <li key={sentence}>{sentence}</li>
                ))}
              </ul>
            </div>
          ))}
        </>
      ) : (
        <p role="status" className="text-quiet">
          Planning its cuts
        </p>
      )}
      {[...leftOut].map(([reason, labels]) => (
        <p key={reason} className="text-sm text-brick">
          Without {labels.length === 1 ? 'pane' : 'panes'} {listOf(labels)}: {LEFT_OUT[reason]}.
        </p>
      ))}
      {onRemove && (
        <div className="mt-auto flex flex-wrap gap-2">
          <Button
            size="low"
            disabled={changes.length === 0}
            onClick={() => edit(`Do it so: ${name}`, changes)}
          >
            Use {name}
          </Button>
          <Button size="low" onClick={onRemove}>
            Remove {name}
          </Button>
        </div>
      )}
    </li>
  );
}

/** Other films for the whole job or the marked panes, side by side: each with its own cuts, time, price and effect. */
export function Options({ ways, pricing, money, onPrice }: OptionsProps) {
  const job = useJob();
  const [name, setName] = useState('');
  const [filmId, setFilmId] = useState('');
  const [onMarked, setOnMarked] = useState(false);
  const films = job.jobShopData.films.filter((film) => isOffered(film, today()));
  const chosen = films.find(({ id }) => id === filmId) ?? null;
  const marked = job.selected;
  const add = () => {
    if (!chosen) return;
    const option = {
      id: crypto.randomUUID(),
      name: name.trim() || chosen.name,
      filmId: chosen.id,
      paneIds: onMarked ? marked.map(({ id }) => id) : [],
    };
    onPrice(`Choice: ${option.name}`, { ...pricing, options: [...pricing.options, option] });
    setName('');
    setFilmId('');
  };
  const remove = (id: string, removed: string) =>
    onPrice(`Remove choice: ${removed}`, {
      ...pricing,
      options: pricing.options.filter((option) => option.id !== id),
    });
  return (
    <div className="flex flex-col gap-4">
      <ul className="flex flex-wrap gap-5" aria-label="Choices">
        {ways.map((way) => (
          <Way
            key={way.id}
            way={way}
            money={money}
            onRemove={way.id === OWN_WAY ? null : () => remove(way.id, way.name)}
          />
        ))}
      </ul>
      {pricing.options.length < 5 && (
        <div className="grid max-w-3xl grid-cols-1 items-end gap-3 sm:grid-cols-[1fr_1fr_auto_auto]">
          <Choice
            label="Another film"
            value={filmId}
            options={films.map(({ id, name: title }) => [id, title])}
            onChoose={setFilmId}
          />
          <TextField
            label="Called, for the customer"
            value={name}
            maxLength={120}
            placeholder={chosen?.name ?? 'Better'}
            onChange={(event) => setName(event.target.value)}
          />
          <Choice
            label="On"
            value={onMarked ? 'marked' : 'all'}
            options={[
              ['all', 'all panes with film'],
              ...(marked.length > 0
                ? [['marked', `pane ${listOf(marked.map(({ label }) => label))}`] as const]
                : []),
            ]}
            onChoose={(on) => setOnMarked(on === 'marked')}
          />
          <Button onClick={add} disabled={!chosen || (onMarked && marked.length === 0)}>
            Add this choice
          </Button>
        </div>
      )}
    </div>
  );
}
