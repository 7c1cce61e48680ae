import { formatArea, formatRun } from '@neat-sill/core/units';
import { useJob, useLivePlan, useUnit } from '../job/index.ts';
import { DataTable } from '../../ui/DataTable.tsx';
import { Note } from '../../ui/Note.tsx';
import { SellFilms, SoldOtherwiseNote } from '../film/index.ts';
import { useMoney } from '../../api/useMoney.ts';

/** Price: what the film of this plan costs. Labour and margin are not reckoned yet, and it says so. */
export function PriceBench() {
  const money = useMoney();
  const { plan } = useLivePlan();
  const { jobShopData: book } = useJob();
  const unit = useUnit();
  if (!plan || plan.pulls.length === 0)
    return <p className="text-quiet">A price follows from the cuts: choose films first.</p>;
  return (
    <>
      <h2 className="text-xl font-bold">Film</h2>
      <DataTable
        items={plan.summary.byFilm}
        keyOf={({ filmId }) => filmId}
        columns={[
          {
            key: 'film',
            title: 'Film',
            names: 'strong',
            cell: ({ filmId }) => book.films.find(({ id }) => id === filmId)?.name,
          },
          {
            key: 'used',
            title: 'Off the roll',
            align: 'right',
            cell: ({ usedLength }) => formatRun(usedLength, unit),
          },
          {
            key: 'net',
            title: 'On the glass',
            align: 'right',
            cell: ({ netArea }) => formatArea(netArea / 1e6, unit),
          },
        ]}
        together={[
          'Film of this plan, offcuts on hand free',
          plan.summary.cost === null ? 'no price' : money(plan.summary.cost),
        ]}
      />
      <SellFilms />
      <SoldOtherwiseNote />
      <Note tone="doubt">
        Only film is reckoned here, by the length used at the price of its roll. Labour, travel and margin are
        not.
      </Note>
    </>
  );
}
