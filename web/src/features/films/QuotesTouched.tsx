import type { OpenQuote } from '@neat-sill/core/contract';
import { pricedOn, type Film } from '@neat-sill/core/film';
import { formatMoney } from '@neat-sill/core/units';
import { Link } from 'react-router';
import { useOpenQuotesQuery } from '../../api/api.ts';
import { showDay, today } from '../../ui/format.ts';
import { Note } from '../../ui/Note.tsx';

/** Rolls of a quote’s films that cost something else by now. */
function otherPrices(quote: OpenQuote, films: readonly Film[]) {
  return quote.films.flatMap(({ id, name, rolls }) => {
    const now = films.find((film) => film.id === id);
    if (!now) return [];
    return rolls.flatMap(({ widthMm, price: then }) => {
      const price = pricedOn(now, today()).rolls.find((roll) => roll.widthMm === widthMm)?.price ?? null;
      return price === null || then === null || price === then ? [] : [{ name, widthMm, then, price }];
    });
  });
}

/** Open quotes that were made with other prices of their films than the catalogue has now. */
export function QuotesTouched({ films }: { films: readonly Film[] }) {
  const { data } = useOpenQuotesQuery(undefined, { refetchOnMountOrArgChange: true });
  const touched = (data?.quotes ?? []).flatMap((quote) => {
    const [first, ...others] = otherPrices(quote, films);
    return first ? [{ quote, first, more: others.length }] : [];
  });
  if (touched.length === 0) return null;
  return (
    <Note tone="doubt" role="status">
      {touched.length === 1 ? 'One open quote was' : `${touched.length} open quotes were`} made at other film
      prices than these:
      <ul className="list-disc pl-5">
        {touched.map(({ quote, first, more }) => (
          <li key={quote.jobId}>
            <Link className="underline" to={`/jobs/${quote.jobId}/price`}>
              {quote.customer}, {quote.job}
            </Link>
            , quote {quote.number}, holds until {showDay(quote.validUntil)}: {first.name} was{' '}
            {formatMoney(first.then, quote.currency)} a roll, is {formatMoney(first.price, quote.currency)}
            {more > 0 && `, and ${more} more`}.
          </li>
        ))}
      </ul>
    </Note>
  );
}
