import type { CostOfJob } from '@neat-sill/core/quote';
import {
  COST_PARTS,
  COST_PART_NAMES,
  costPartOf,
  describeMinutes,
  figuresOfCost,
  nameOfCost,
} from '@neat-sill/core/words';
import { useUnit } from '../job/index.ts';
import { partsOf } from './PriceBar.tsx';

/** What one person needs for each pane, from where to where four of five lie. */
function PaneMinutes({ cost }: { cost: CostOfJob }) {
  return (
    <ul className="flex flex-wrap gap-x-4 text-sm text-quiet">
      {cost.panes.map(({ pane, duration, plan }) => (
        <li key={pane.id}>
          {pane.record.label}: {describeMinutes(duration.minutes)} ({Math.round(duration.low)} to{' '}
          {Math.round(duration.high)}){plan.hands === 2 && ', by two'}
        </li>
      ))}
    </ul>
  );
}

/** The cost, part by part; each opens to its lines and the figures behind them. */
export function CostLines({ cost, money }: { cost: CostOfJob; money: (minor: number) => string }) {
  const unit = useUnit();
  const costs = new Map(cost.result.lines.map(({ id, cost: each }) => [id, each]));
  const sums = partsOf(cost);
  return (
    <div className="border-t border-ink">
      {COST_PARTS.map((part) => {
        const lines = cost.lines.filter((line) => costPartOf(line) === part);
        if (lines.length === 0) return null;
        return (
          <details key={part} className="border-b border-hairline-soft">
            <summary className="flex min-h-11 cursor-pointer items-center justify-between gap-3">
              <span className="font-semibold">{COST_PART_NAMES[part]}</span>
              <span className="flex-1 truncate text-sm text-quiet">{lines.map(nameOfCost).join(', ')}</span>
              <span className="tabular-nums">{money(sums.get(part) ?? 0)}</span>
            </summary>
            <ul className="pb-2 pl-3">
              {lines.map((line) => (
                <li key={line.id} className="flex flex-wrap items-baseline justify-between gap-x-3 py-0.5">
                  <span className="min-w-0">
                    {nameOfCost(line)} <span className="text-sm text-quiet">{figuresOfCost(line, unit)}</span>
                  </span>
                  <span className="tabular-nums">{money(costs.get(line.id) ?? 0)}</span>
                  {line.code === 'hanging' && (
                    <span className="basis-full">
                      <PaneMinutes cost={cost} />
                    </span>
                  )}
                </li>
              ))}
            </ul>
          </details>
        );
      })}
      <p className="flex min-h-11 items-center justify-between font-bold">
        <span>Cost</span>
        <span className="tabular-nums">{money(cost.result.cost)}</span>
      </p>
    </div>
  );
}
