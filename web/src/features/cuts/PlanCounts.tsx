import { countOf } from '@neat-sill/core/units';
import { lotsByRoom, costPlan, type CostAndBound, type PlanCost } from '@neat-sill/core/cuts';
import { useMemo } from 'react';
import { Link } from 'react-router';
import { useJob, useLivePlan } from '../job/index.ts';
import { DataTable } from '../../ui/DataTable.tsx';
import { Note } from '../../ui/Note.tsx';
import { useMoney } from '../../api/useMoney.ts';

function lines(count: PlanCost): [string, number][] {
  const all: [string, number][] = [
    ['Film off new rolls, by its length', count.newFilm],
    ['Left over on new rolls', count.boughtRest],
    ['Film on hand, at its book value', count.onHand],
    [`${countOf(count.pulls, 'pull')}, ${countOf(count.knifeSettings, 'knife setting')}`, count.labour],
    [countOf(count.slivers.count, 'sliver'), count.slivers.cost],
    [`${countOf(count.extraLots.count, 'lot')} too many in a room`, count.extraLots.cost],
    [`${countOf(count.seams.count, 'seam')}, by how they are seen`, count.seams.cost],
    ['Leftovers worth keeping', count.leftovers],
  ];
  return all.filter(([, amount]) => Math.abs(amount) >= 0.005);
}

/** Rooms whose film comes in more than one lot. */
export function MixedLots() {
  const { plan, job } = useLivePlan();
  const { records } = useJob();
  const mixed = useMemo(
    () =>
      plan
        ? job.films.flatMap((film) =>
            [...lotsByRoom(job, plan, film.id)].flatMap(([roomId, lots]) =>
              lots.size > 1 ? [{ film: film.name, roomId, lots: [...lots] }] : [],
            ),
          )
        : [],
    [plan, job],
  );
  if (mixed.length === 0) return null;
  return (
    <Note tone="doubt">
      {mixed.map(({ film, roomId, lots }) => (
        <p key={`${film} ${roomId}`}>
          {records.room[roomId]?.name}: {film} out of {countOf(lots.length, 'lot')} (
          {lots.map((lot) => (lot === 'new' ? 'new film' : lot)).join(', ')}). Batches differ in shade: hold
          them side by side first.
        </p>
      ))}
    </Note>
  );
}

/** What the plan was weighed by, line by line, from the house rules. */
export function PlanCounts({ count }: { count: PlanCost }) {
  const money = useMoney();
  return (
    <>
      <DataTable
        items={lines(count)}
        keyOf={([name]) => name}
        columns={[
          { key: 'what', title: 'What the plan takes', names: 'plain', cell: ([name]) => name },
          { key: 'cost', title: 'Cost', align: 'right', cell: ([, amount]) => money(amount) },
        ]}
        together={['Together', money(count.total)]}
      />
      <p className="mt-1 text-sm text-quiet">
        Of all plans found this one costs least. What a pull, a knife setting or a leftover costs is in the{' '}
        <Link to="/rules" className="text-edge underline">
          house rules
        </Link>
        .
      </p>
    </>
  );
}

/** What the plan that is shown counts; null while there is none, or without prices. */
export function usePlanCount(): PlanCost | null {
  const { plan, job } = useLivePlan();
  return useMemo(() => (plan && plan.summary.cost !== null ? costPlan(job, plan) : null), [job, plan]);
}

/** What the plan counts for each film, beside what no plan can count less than. */
export function useCountsOfFilms(): (filmId: string) => CostAndBound | null {
  const { plan, job, least } = useLivePlan();
  const counts = useMemo(
    () =>
      new Map(
        job.films.flatMap((film) => {
          const proven = least[film.id];
          return plan && proven !== undefined
            ? [[film.id, { total: costPlan({ ...job, films: [film] }, plan).total, least: proven }] as const]
            : [];
        }),
      ),
    [plan, job, least],
  );
  return (filmId) => counts.get(filmId) ?? null;
}
