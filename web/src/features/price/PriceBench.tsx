import { formatArea, formatRun } from '@neat-sill/core/units';
import { useJob, useLivePlan, useUnit } from '../job/index.ts';
import { Note } from '../../ui/Note.tsx';
import { SellFilms, SoldOtherwiseNote } from '../film/index.ts';

/** Price: what the film of this plan costs. Labour and margin are not reckoned yet, and it says so. */
export function PriceBench() {
  const { plan } = useLivePlan();
  const { jobShopData: book } = useJob();
  const unit = useUnit();
  if (!plan || plan.pulls.length === 0)
    return <p className="text-quiet">A price follows from the cuts: choose films first.</p>;
  return (
    <>
      <h2 className="text-xl font-bold">Film</h2>
      <table className="w-full border-collapse text-left">
        <thead>
          <tr className="border-b border-ink text-sm text-quiet">
            <th className="py-1 font-normal">Film</th>
            <th className="text-right font-normal">Off the roll</th>
            <th className="text-right font-normal">On the glass</th>
          </tr>
        </thead>
        <tbody>
          {plan.summary.byFilm.map((film) => (
            <tr key={film.filmId} className="border-b border-hairline-soft">
              <td className="py-1.5 font-semibold">
                {book.films.find(({ id }) => id === film.filmId)?.name}
              </td>
              <td className="text-right">{formatRun(film.usedLength, unit)}</td>
              <td className="text-right">{formatArea(film.netArea / 1e6, unit)}</td>
            </tr>
          ))}
        </tbody>
        <tfoot>
          <tr className="font-bold">
            <td className="py-2" colSpan={2}>
              Film of this plan, offcuts on hand free
            </td>
            <td className="text-right text-lg">
              {plan.summary.cost === null ? 'no price' : plan.summary.cost.toFixed(2)}
            </td>
          </tr>
        </tfoot>
      </table>
      <SellFilms />
      <SoldOtherwiseNote />
      <Note tone="doubt">
        Only film is reckoned here, by the length used at the price of its roll. Labour, travel and margin are
        not.
      </Note>
    </>
  );
}
