import { HEADER_ID, patchRecord, planJobOf, type JobHeader } from '@neat-sill/core/job';
import { formatLength } from '@neat-sill/core/units';
import { useMemo, useState } from 'react';
import { useCosts, useJob, useUnit } from '../job/index.ts';
import { Button } from '../../ui/Button.tsx';
import { countOf } from '../../ui/format.ts';
import type { VariantCost } from '../../workers/cost.worker.ts';

interface Variant {
  readonly key: string;
  readonly name: string;
  readonly patch: Partial<JobHeader>;
  readonly asItIs: boolean;
}

const percent = (share: number) => `${Math.round(share * 100)} %`;
const money = (cost: number | null) => (cost === null ? 'no price' : cost.toFixed(2));

/** The ways in which this job may be cut: by other house rules, off rolls of one width only. */
function useVariants(): readonly Variant[] {
  const { header, book, allPanes } = useJob();
  const unit = useUnit();
  return useMemo(() => {
    const used = new Map<string, number>();
    for (const { filmId } of allPanes) if (filmId) used.set(filmId, (used.get(filmId) ?? 0) + 1);
    const [mostUsed] = [...used].sort((a, b) => b[1] - a[1])[0] ?? [];
    const film = book.films.find(({ id }) => id === mostUsed);
    const chosen = film && header.rollWidths[film.id];
    const other = Object.fromEntries(Object.entries(header.rollWidths).filter(([id]) => id !== film?.id));
    const widths = film ? [...new Set(film.rolls.map(({ widthMm }) => widthMm))].sort((a, b) => a - b) : [];
    return [
      { key: 'now', name: 'As it is', patch: {}, asItIs: true },
      ...(film && chosen !== undefined
        ? [{ key: 'all', name: `${film.name}, any width`, patch: { rollWidths: other }, asItIs: false }]
        : []),
      ...(film && widths.length > 1
        ? widths
            .filter((width) => width !== chosen)
            .map((width) => ({
              key: `width ${width}`,
              name: `${film.name}, ${formatLength(width, { unit })} only`,
              patch: { rollWidths: { ...other, [film.id]: width } },
              asItIs: false,
            }))
        : []),
      ...book.ruleSets
        .filter(({ id }) => id !== header.ruleSetId)
        .map(({ id, name }) => ({ key: `rules ${id}`, name, patch: { ruleSetId: id }, asItIs: false })),
    ];
  }, [header, book, allPanes, unit]);
}

function Row({
  variant,
  cost,
  onTake,
}: {
  variant: Variant;
  cost: VariantCost | undefined;
  onTake: () => void;
}) {
  return (
    <tr className="border-b border-hairline-soft">
      <th scope="row" className="py-1.5 pr-2 text-left font-semibold">
        {variant.name}
      </th>
      {cost ? (
        <>
          <td className="px-2 text-right">{money(cost.cost)}</td>
          <td className="px-2 text-right">
            {cost.newRolls === 0 ? 'nothing' : `${money(cost.toBuy)} (${countOf(cost.newRolls, 'roll')})`}
          </td>
          <td className="px-2 text-right">{percent(cost.wasteShare)}</td>
          <td className="px-2 text-right">{cost.pulls}</td>
          <td className="px-2 text-right">
            {cost.seams}
            {cost.unplaced > 0 && <span className="text-brick">, {cost.unplaced} not laid</span>}
          </td>
        </>
      ) : (
        <td colSpan={5} className="px-2 text-right text-quiet">
          planning
        </td>
      )}
      <td className="pl-2 text-right">
        {!variant.asItIs && (
          <Button size="low" disabled={!cost} onClick={onTake} aria-label={`Take ${variant.name}`}>
            Take
          </Button>
        )}
      </td>
    </tr>
  );
}

function Table() {
  const job = useJob();
  const variants = useVariants();
  const { records, book } = job;
  const orders = useMemo(
    () =>
      variants.map(({ key, patch }) => {
        const header = { ...job.header, ...patch };
        return { key, job: planJobOf({ ...records, job: { [HEADER_ID]: header } }, book).job };
      }),
    [variants, records, book, job.header],
  );
  const costs = useCosts(orders);
  return (
    <div className="mt-2 overflow-x-auto" tabIndex={0} role="region" aria-label="What if">
      <table className="w-full text-sm">
        <thead>
          <tr className="border-b border-ink text-quiet">
            <th className="py-1 text-left font-normal">Way</th>
            <th className="px-2 text-right font-normal">Film used</th>
            <th className="px-2 text-right font-normal">To buy</th>
            <th className="px-2 text-right font-normal">Waste</th>
            <th className="px-2 text-right font-normal">Pulls</th>
            <th className="px-2 text-right font-normal">Seams</th>
            <td />
          </tr>
        </thead>
        <tbody>
          {variants.map((variant) => (
            <Row
              key={variant.key}
              variant={variant}
              cost={costs.get(variant.key)}
              onTake={() => job.edit(variant.name, [patchRecord(records, 'job', HEADER_ID, variant.patch)])}
            />
          ))}
        </tbody>
      </table>
    </div>
  );
}

/** What if: one width only, another school; side by side with what each costs, wastes and asks of the hands. */
export function WhatIf() {
  const [open, setOpen] = useState(false);
  return (
    <details open={open} onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary className="cursor-pointer font-semibold">What if: another width, another school</summary>
      {open && <Table />}
    </details>
  );
}
