import { kitFor, loadedItems, mixed, type KitLine } from '@neat-sill/core/fitting';
import type { DerivedPane } from '@neat-sill/core/job';
import type { Consumable } from '@neat-sill/core/contract';
import { countOf, formatNumber, formatVolume } from '@neat-sill/core/units';
import { KIT_NAMES, describeMixing } from '@neat-sill/core/words';
import { useState } from 'react';
import { sentenceOf, useConsumablesQuery, useSaveConsumableMutation } from '../../api/api.ts';
import { Button } from '../../ui/Button.tsx';
import { Note } from '../../ui/Note.tsx';
import { showMoment } from '../../ui/format.ts';
import { useJob, useUnit } from '../job/index.ts';
import { useFittingLog } from './useFittingLog.ts';

const amountOf = ({ amount, unit }: KitLine) =>
  `${formatNumber(amount)}${unit === 'pieces' ? '' : `\u00a0${unit}`}`;

/** What of the rack a line of the kit is: by its name, as the shop writes it. */
function onRack({ item, unit }: KitLine, all: readonly Consumable[]): Consumable | null {
  const words = KIT_NAMES[item].toLowerCase();
  return (
    all.find(
      (each) =>
        each.unit === unit && (each.name.toLowerCase() === words || each.name.toLowerCase().includes(words)),
    ) ?? null
  );
}

function Line({ line, loaded, stock }: { line: KitLine; loaded: boolean; stock: Consumable | null }) {
  const write = useFittingLog();
  const short = stock !== null && stock.onHand < line.amount;
  return (
    <li className="border-t border-hairline-soft">
      <label className="flex min-h-12 items-center gap-3">
        <input
          type="checkbox"
          className="size-6 accent-edge"
          checked={loaded}
          onChange={(event) =>
            write(`${event.target.checked ? 'Load' : 'Take off'} ${KIT_NAMES[line.item].toLowerCase()}`, [
              [null, { kind: 'loaded', item: line.item, loaded: event.target.checked }],
            ])
          }
        />
        <span className="flex-1">{KIT_NAMES[line.item]}</span>
        {stock && (
          <span className={`text-sm ${short ? 'text-ochre-text' : 'text-quiet'}`}>
            {formatNumber(stock.onHand)} on the rack
          </span>
        )}
        {line.kind === 'usedUp' && <b className="w-16 text-right">{amountOf(line)}</b>}
      </label>
    </li>
  );
}

type Taken = { readonly id: string; readonly name: string; readonly amount: number };

/** Takes what panes that are done have used up off the consumables of the rack, each pane once, and says so in the log. */
function OffTheRack() {
  const { derived, rules } = useJob();
  const { data: all = [] } = useConsumablesQuery();
  const [save, { error, isLoading }] = useSaveConsumableMutation();
  const write = useFittingLog();
  // What went through of a try that did not: it is not taken twice, and stands in the log with the rest.
  const [part, setPart] = useState<readonly Taken[]>([]);
  const before = (derived.log.get(null) ?? []).filter(({ says }) => says.kind === 'tookOffRack').at(-1);
  const done = derived.panes.filter(
    ({ fitting: { doneAt } }) => doneAt !== null && (!before || Date.parse(doneAt) > Date.parse(before.at)),
  );
  const matched = kitFor(plannedOf(done), rules).lines.flatMap((line) => {
    const stock = onRack(line, all);
    return line.kind === 'usedUp' && stock ? [{ line, stock }] : [];
  });
  const take = async () => {
    const taken = [...part];
    for (const { line, stock } of matched) {
      if (taken.some(({ id }) => id === stock.id)) continue;
      const amount = Math.min(stock.onHand, line.amount);
      const result = await save({ ...stock, onHand: stock.onHand - amount });
      if (!result.data) return setPart(taken);
      taken.push({ id: stock.id, name: stock.name, amount });
    }
    setPart([]);
    write('Take what was used off the rack', [
      [null, { kind: 'tookOffRack', taken: taken.map(({ name, amount }) => ({ name, amount })) }],
    ]);
  };
  return (
    <div className="flex flex-col gap-2">
      {before && (
        <p className="text-sm text-quiet">
          Taken off the rack {showMoment(before.at)}
          {before.by && `, ${before.by.name}`}.
        </p>
      )}
      {error && (
        <Note tone="no" role="alert">
          {sentenceOf(error)}
        </Note>
      )}
      {matched.length > 0 && (
        <Button className="min-h-12" disabled={isLoading} onClick={() => void take()}>
          Take what {countOf(done.length, 'fitted pane')} used off the rack
        </Button>
      )}
    </div>
  );
}

const plannedOf = (panes: readonly DerivedPane[]) =>
  panes.flatMap(({ toFit, fittingPlan: plan }) => (toFit && plan ? [{ toFit, plan }] : []));

/** What to mix and what to load for some panes, ticked while the van is loaded. */
export function KitList({ panes }: { panes: readonly DerivedPane[] }) {
  const { derived, rules } = useJob();
  const unit = useUnit();
  const { data: all = [] } = useConsumablesQuery();
  const planned = plannedOf(panes);
  const kit = kitFor(planned, rules);
  const loaded = loadedItems(derived.log.get(null) ?? []);
  const { bottleMl } = rules.fitting.mixing;
  if (planned.length === 0)
    return (
      <>
        <p className="text-quiet">No pane is left to fit.</p>
        <OffTheRack />
      </>
    );
  const people = kit.hands === 2 ? 'two people' : 'one installer';
  return (
    <div className="flex flex-col gap-3">
      <p className="text-lg">
        <b>{describeMixing(kit.solution, unit)}</b> for {countOf(planned.length, 'pane')}, {people}.
        {kit.fills > 1 && (
          <>
            {' '}
            {countOf(kit.fills, 'fill')} of {formatVolume(bottleMl / 1000, unit)}, each{' '}
            {describeMixing(mixed(bottleMl, rules.fitting), unit).replace(/^.*? with /, 'with ')}.
          </>
        )}
      </p>
      {(['usedUp', 'tool'] as const).map((kind) => (
        <section key={kind} aria-label={kind === 'usedUp' ? 'Used up' : 'Tools'}>
          <h3 className="font-semibold">{kind === 'usedUp' ? 'Used up' : 'Tools'}</h3>
          <ul className="md:grid md:grid-cols-2 md:gap-x-6">
            {kit.lines
              .filter((line) => line.kind === kind)
              .map((line) => (
                <Line
                  key={line.item}
                  line={line}
                  loaded={loaded.has(line.item)}
                  stock={kind === 'usedUp' ? onRack(line, all) : null}
                />
              ))}
          </ul>
        </section>
      ))}
      <OffTheRack />
    </div>
  );
}
