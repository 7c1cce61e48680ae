import {
  filmOnPane,
  paneCase,
  paneForFilm,
  rankFilms,
  wantsOrUsual,
  type FilmFigures,
} from '../../advice/index.ts';
import type { CutPlan } from '../../cuts/index.ts';
import type { Film } from '../../film/index.ts';
import { cureDays, isHungDry } from '../../fitting/index.ts';
import {
  paneByItself,
  verdictFor,
  type DerivedJob,
  type DerivedPane,
  type QuotedPrice,
} from '../../job/index.ts';
import type { CostOfJob, OptionTexts, OptionsDiffer } from '../../quote/index.ts';
import { NEW_ROOM } from '../../survey/index.ts';
import { formatShare } from '../../units/index.ts';
import { describeForCustomer } from './customerWords.ts';
import type { CustomerTexts } from './english.ts';

/* What a quote says beside its figures, in the customer's words. */

interface Told {
  readonly film: Film;
  readonly sentences: readonly string[];
  readonly figures: FilmFigures | null;
}

/** What a film does on the first of its panes, in plain words. */
function whatItDoes(
  film: Film,
  pane: DerivedPane,
  { job, year, texts }: Pick<OptionToDescribe, 'job' | 'year' | 'texts'>,
): Told {
  const wall = job.wall(pane.wallId)?.record;
  if (!wall || !job.header) return { film, sentences: [], figures: null };
  const place = paneForFilm(pane.record, pane.sizes, wall, job.header.site);
  const found = paneCase(place, job.rules.film, year);
  const figures = filmOnPane(found, film, job.rules.film);
  const own = paneByItself(pane.id, pane.record, '', film, job.rules);
  const wants = wantsOrUsual((job.records.room[wall.roomId] ?? NEW_ROOM).wants, pane.record.circumstances);
  const [ranked] = rankFilms(
    [{ figures, verdict: verdictFor(own, film, job.rules) }],
    found.bare,
    wants,
    job.rules.film,
  );
  return { film, sentences: ranked ? describeForCustomer(ranked, found.bare, texts) : [], figures };
}

/** What must be said before somebody orders, as far as it holds for these films and panes. */
function cautionsFor(told: readonly Told[], { cost: { panes }, plan, texts }: OptionToDescribe): string[] {
  const says = texts.cautions;
  const withSeams = new Set(
    plan.pulls.flatMap(({ pieces }) => pieces.flatMap(({ panel, paneId }) => (panel > 1 ? [paneId] : []))),
  );
  const divided = panes.filter(({ pane }) => withSeams.has(pane.id)).map(({ pane }) => pane.record.label);
  const asks = told.filter(({ figures }) => figures && figures.breakage.verdict !== 'fine');
  const mirrors = told.some(
    ({ film: { optics } }) => optics && optics.visibleReflectedOut > optics.visibleTransmitted,
  );
  return [
    ...(divided.length > 0 ? [says.seams(divided)] : []),
    ...(asks.length > 0 ? [says.warmsGlass(asks.map(({ film }) => film.name))] : []),
    says.warranty,
    ...(mirrors ? [says.mirror] : []),
    ...(panes.some(({ pane }) => pane.record.circumstances.includes('wayOut')) ? [says.wayOut] : []),
    says.fading,
  ];
}

export interface OptionToDescribe {
  readonly job: DerivedJob;
  readonly plan: CutPlan;
  readonly cost: CostOfJob;
  /** That of the sun it is reckoned for. */
  readonly year: number;
  readonly texts: CustomerTexts;
}

/** What an option says of its films, what to mind and what comes afterwards. */
export function describeOption(asked: OptionToDescribe): OptionTexts {
  const { job, cost, texts } = asked;
  const first = new Map<string, DerivedPane>();
  for (const { pane, toFit } of cost.panes) if (!first.has(toFit.film.id)) first.set(toFit.film.id, pane);
  const told = job.shop.films.flatMap((film) => {
    const pane = first.get(film.id);
    return pane ? [whatItDoes(film, pane, asked)] : [];
  });
  const dry = Math.max(0, ...told.map(({ film }) => cureDays(film, job.rules).days));
  return {
    said: told.map(({ film, sentences }) => ({ filmId: film.id, sentences })),
    cautions: cautionsFor(told, asked),
    afterwards: told.some(({ film }) => !isHungDry(film)) ? texts.afterwards.wet(dry) : texts.afterwards.dry,
  };
}

/** What is other since an offer, in parts of a sentence; without what there is to pay. */
export function describeDifferences(
  { added, gone, other }: OptionsDiffer,
  { differences: says }: Pick<CustomerTexts, 'differences'>,
): string[] {
  const kinds = ['size', 'film', 'seams'] as const;
  const differing = kinds.map((kind) => ({
    kind,
    labels: other.filter(({ what }) => what.includes(kind)).map(({ label }) => label),
  }));
  return [
    ...(added.length > 0 ? [says.added(added)] : []),
    ...(gone.length > 0 ? [says.gone(gone)] : []),
    ...differing.flatMap(({ kind, labels }) => (labels.length > 0 ? [says[kind](labels)] : [])),
  ];
}

/** A line of a price as a customer reads it: what it is for, how much, and whether it is the sum. */
export type PriceRow = readonly [name: string, amount: string, isSum: boolean];

/** The lines of a quoted price, from the film to what is due on ordering. */
export function priceRows(
  price: QuotedPrice,
  money: (minor: number) => string,
  { price: says }: Pick<CustomerTexts, 'price'>,
): PriceRow[] {
  const perCent = price.taxShare * 100;
  const taxShare = formatShare(price.taxShare, Math.abs(perCent - Math.round(perCent)) < 0.005 ? 0 : 2);
  const isAdded = price.tax > 0 && price.taxShown === 'added';
  const rows: (PriceRow | false)[] = [
    [says.fitted, money(price.price), false],
    price.discount > 0 && [says.discount(price.because), money(-price.discount), false],
    isAdded && price.discount > 0 && [says.beforeTax, money(price.net), false],
    isAdded && [says.tax(taxShare), money(price.tax), false],
    [says.toPay, money(price.gross), true],
    price.tax > 0 && !isAdded && [says.ofWhichTax(taxShare), money(price.tax), false],
    price.deposit > 0 && [says.onOrdering, money(price.deposit), false],
  ];
  return rows.filter((row) => row !== false);
}
