import { planFigures, type PlanFigures } from '@neat-sill/core/cuts';
import { patchRecord, withRecord } from '@neat-sill/core/record';
import { pricePerM2 } from '@neat-sill/core/advice';
import { isOffered, isSheet, type Film } from '@neat-sill/core/film';
import {
  HEADER_ID,
  deriveJob,
  verdictFor,
  type Change,
  type JobHeader,
  type JobRecords,
} from '@neat-sill/core/job';
import { formatLength, formatShare, listOf } from '@neat-sill/core/units';
import { describeBought } from '@neat-sill/core/words';
import { rollup } from 'd3';
import { useMemo, type ReactNode } from 'react';
import {
  putSeams,
  searchMs,
  useCosts,
  useJob,
  useLivePlan,
  useUnit,
  type OpenJob,
  type PaneWithId,
} from '../job/index.ts';
import { useDividedPanes } from './SeamPlaces.tsx';
import { Button } from '../../ui/Button.tsx';
import { DataTable, type TableColumn } from '../../ui/DataTable.tsx';
import { today } from '../../ui/format.ts';
import { useMoney } from '../../api/useMoney.ts';

interface Variant {
  readonly key: string;
  readonly name: string;
  readonly changes: readonly Change[];
}

/** The way of the plan on the screen. */
const NOW = 'now';
/** As many steps as the time lets. */
const MOST_STEPS = 1_000_000_000;
/** So many other films and other places of seams are shown. */
const MOST_FILMS = 3;
const MOST_SEAMS = 3;

/** Films that could be on the panes of a film instead: of its kind first, the cheaper ones, none that is refused there. */
function otherFilms(job: OpenJob, film: Film, panes: readonly PaneWithId[]): Film[] {
  const price = (each: Film) => pricePerM2(each) ?? Infinity;
  return job.jobShopData.films
    .filter(
      (each) =>
        each.id !== film.id && each.mount === film.mount && each.rolls.length > 0 && isOffered(each, today()),
    )
    .sort((a, b) => Number(b.kind === film.kind) - Number(a.kind === film.kind) || price(a) - price(b))
    .filter((each) =>
      panes.every((pane) => {
        const derived = job.derived.pane(pane.id);
        return derived !== null && verdictFor(derived, each, job.rules).kind !== 'refused';
      }),
    )
    .slice(0, MOST_FILMS);
}

/** The ways in which this job may be cut: by other house rules, off one width only, with another film, seams elsewhere. */
function useVariants(): readonly Variant[] {
  const job = useJob();
  const unit = useUnit();
  const divided = useDividedPanes();
  return useMemo(() => {
    const { header, jobShopData: book, allPanes, records } = job;
    const ofHeader = (patch: Partial<JobHeader>) =>
      [patchRecord(records, 'job', HEADER_ID, patch)].filter((change) => change !== null);
    const used = rollup(
      allPanes.filter(({ filmId }) => filmId !== null),
      (panes) => panes.length,
      ({ filmId }) => filmId,
    );
    const [mostUsed] = [...used].sort((a, b) => b[1] - a[1])[0] ?? [];
    const film = book.films.find(({ id }) => id === mostUsed);
    const chosen = film && header.rollWidths[film.id];
    const other = Object.fromEntries(Object.entries(header.rollWidths).filter(([id]) => id !== film?.id));
    const widths = film
      ? [...new Set(film.rolls.filter((roll) => !isSheet(roll)).map(({ widthMm }) => widthMm))].sort(
          (a, b) => a - b,
        )
      : [];
    const panes = allPanes.filter(({ filmId }) => filmId === film?.id);
    const seams = divided.flatMap(({ pane, splice }) =>
      splice.options
        .filter(({ atMm }) => atMm.join() !== (pane.seams.atMm ?? []).join())
        .map((option) => ({ pane, option })),
    );
    return [
      { key: NOW, name: 'As it is', changes: [] },
      ...(film && chosen !== undefined
        ? [{ key: 'all', name: `${film.name}, any width`, changes: ofHeader({ rollWidths: other }) }]
        : []),
      ...(film && widths.length > 1
        ? widths
            .filter((width) => width !== chosen)
            .map((width) => ({
              key: `width ${width}`,
              name: `${film.name}, ${formatLength(width, { unit })} only`,
              changes: ofHeader({ rollWidths: { ...other, [film.id]: width } }),
            }))
        : []),
      ...book.ruleSets
        .filter(({ id }) => id !== header.ruleSetId)
        .map(({ id, name }) => ({ key: `rules ${id}`, name, changes: ofHeader({ ruleSetId: id }) })),
      ...(film
        ? otherFilms(job, film, panes).map(({ id, name }) => ({
            key: `film ${id}`,
            name: `${name} for ${film.name}`,
            changes: panes
              .map((pane) => patchRecord(records, 'pane', pane.id, { filmId: id }))
              .filter((change) => change !== null),
          }))
        : []),
      ...seams.slice(0, MOST_SEAMS).map(({ pane, option: { axis, atMm } }) => ({
        key: `seam ${pane.id} ${axis} ${atMm.join()}`,
        name: `Seam of ${pane.label} ${axis === 'vertical' ? 'upright' : 'level'} at ${listOf(
          atMm.map((mm) => formatLength(mm, { unit })),
        )}`,
        changes: putSeams(job, pane.id, { axis, atMm }).filter((change) => change !== null),
      })),
    ];
  }, [job, unit, divided]);
}

/** What if: one width only, another school or film, a seam elsewhere; side by side with what each costs, wastes and asks of the hands. */
export function WhatIf() {
  const show = useMoney();
  const money = (cost: number | null) => (cost === null ? 'no price' : show(cost));
  const job = useJob();
  const variants = useVariants();
  const { records, jobShopData: book } = job;
  const { job: planJob, plan } = useLivePlan();
  const orders = useMemo(
    () =>
      variants
        .filter(({ key }) => key !== NOW)
        .map(({ key, changes }) => ({
          key,
          job: deriveJob(changes.reduce<JobRecords>(withRecord, records), book).plan.job,
        })),
    [variants, records, book],
  );
  // Each way has as long as the plan on the screen had, which it is held against.
  const others = useCosts(orders, { milliseconds: searchMs(planJob), steps: MOST_STEPS });
  const now = useMemo(() => (plan ? planFigures(planJob, plan) : null), [planJob, plan]);
  const costOf = (key: string): PlanFigures | null => (key === NOW ? now : (others.get(key) ?? null));
  const against = ({ counts }: PlanFigures, key: string) => {
    const counted = now?.counts ?? null;
    const by = counts !== null && counted !== null ? counts - counted : null;
    if (key === NOW || by === null) return money(counts);
    const more = by > 0 ? 'more' : 'less';
    return `${money(counts)} (${Math.abs(by) < 0.005 ? 'the same' : `${show(Math.abs(by))} ${more}`})`;
  };
  const figure = (
    key: string,
    title: string,
    show: (cost: PlanFigures, key: string) => ReactNode,
  ): TableColumn<Variant> => ({
    key,
    title,
    align: 'right',
    cell: (variant) => {
      const cost = costOf(variant.key);
      return cost ? show(cost, variant.key) : <span className="text-quiet">planning</span>;
    },
  });
  return (
    <DataTable
      label="What if"
      maxHeight=""
      items={variants}
      keyOf={({ key }) => key}
      columns={[
        { key: 'way', title: 'Way', names: 'strong', cell: ({ name }) => name },
        figure('counts', 'Plan cost', against),
        figure('film', 'Film used', ({ cost }) => money(cost)),
        figure('buy', 'To buy', ({ newRolls, newSheets, toBuy }) =>
          newRolls + newSheets === 0 ? 'nothing' : `${money(toBuy)} (${describeBought(newRolls, newSheets)})`,
        ),
        figure('waste', 'Waste', ({ wasteShare }) => formatShare(wasteShare)),
        figure('pulls', 'Pulls', ({ pulls }) => pulls),
        figure('seams', 'Seams', ({ seams, unplaced }) => (
          <>
            {seams}
            {unplaced > 0 && <span className="text-brick">, {unplaced} not laid</span>}
          </>
        )),
        {
          key: 'take',
          title: <span className="sr-only">Use it</span>,
          align: 'right',
          cell: ({ key, name, changes }) =>
            changes.length > 0 && (
              <Button
                size="low"
                disabled={!others.has(key)}
                onClick={() => job.edit(name, changes)}
                aria-label={`Use ${name}`}
              >
                Use
              </Button>
            ),
        },
      ]}
    />
  );
}
