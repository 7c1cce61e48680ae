import {
  filmOnPane,
  paneCase,
  paneForFilm,
  rankFilms,
  wantsOrUsual,
  type FilmFigures,
} from '../advice/index.ts';
import type { CutPlan } from '../cuts/index.ts';
import type { Film } from '../film/index.ts';
import { cureDays, isHungDry } from '../fitting/index.ts';
import {
  paneByItself,
  verdictFor,
  type DerivedJob,
  type DerivedPane,
  type QuotedPrice,
} from '../job/index.ts';
import type { AgainstAccepting, CostOfJob, OptionTexts, OptionsDiffer } from '../quote/index.ts';
import { NEW_ROOM } from '../survey/index.ts';
import { countOf, formatShare, listOf } from '../units/index.ts';
import { describeForCustomer } from './customerWords.ts';

/* What a quote says beside its figures, in the customer's words. */

/** What is never part of a quote unless it is written in it. */
export const NOT_INCLUDED = [
  'Repairs of glass, frames and seals, and painting.',
  'Moving heavy furniture; blinds and curtains are taken down only if we agreed on it.',
] as const;

interface Told {
  readonly film: Film;
  readonly sentences: readonly string[];
  readonly figures: FilmFigures | null;
}

/** What a film does on the first of its panes, in plain words. */
function whatItDoes(film: Film, pane: DerivedPane, job: DerivedJob, year: number): Told {
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
  return { film, sentences: ranked ? describeForCustomer(ranked, found.bare) : [], figures };
}

/** What must be said before somebody orders, as far as it holds for these films and panes. */
function cautionsFor(told: readonly Told[], { panes }: CostOfJob, plan: CutPlan): string[] {
  const withSeams = new Set(
    plan.pulls.flatMap(({ pieces }) => pieces.flatMap(({ panel, paneId }) => (panel > 1 ? [paneId] : []))),
  );
  const divided = panes.filter(({ pane }) => withSeams.has(pane.id)).map(({ pane }) => pane.record.label);
  const asks = told.filter(({ figures }) => figures && figures.breakage.verdict !== 'fine');
  const mirrors = told.some(
    ({ film: { optics } }) => optics && optics.visibleReflectedOut > optics.visibleTransmitted,
  );
  return [
    ...(divided.length > 0
      ? [
          `${divided.length === 1 ? 'Pane' : 'Panes'} ${listOf(divided)}: the glass is wider than film is made, so there is a seam. From near it shows.`,
        ]
      : []),
    ...(asks.length > 0
      ? [
          `${listOf(asks.map(({ film }) => film.name))}: the sun warms the glass more with it. We check that with the film’s maker before we fit it.`,
        ]
      : []),
    'Ask whoever made or fitted the glass whether film changes their warranty.',
    ...(mirrors
      ? ['By day nobody looks in where it is brighter outside; with the lamps on in the evening they can.']
      : []),
    ...(panes.some(({ pane }) => pane.record.circumstances.includes('wayOut'))
      ? [
          'A way out stays one: doors and windows people must get through are not made harder to break or open.',
        ]
      : []),
    'Film slows fading; nothing stops it.',
  ];
}

/** What an option says of its films, what to mind and what comes afterwards. `year` is that of the sun it is reckoned for. */
export function describeOption(job: DerivedJob, plan: CutPlan, cost: CostOfJob, year: number): OptionTexts {
  const first = new Map<string, DerivedPane>();
  for (const { pane, toFit } of cost.panes) if (!first.has(toFit.film.id)) first.set(toFit.film.id, pane);
  const told = job.shop.films.flatMap((film) => {
    const pane = first.get(film.id);
    return pane ? [whatItDoes(film, pane, job, year)] : [];
  });
  const dry = Math.max(0, ...told.map(({ film }) => cureDays(film, job.rules).days));
  return {
    said: told.map(({ film, sentences }) => ({ filmId: film.id, sentences })),
    cautions: cautionsFor(told, cost, plan),
    afterwards: told.some(({ film }) => !isHungDry(film))
      ? `Haze and small water pockets are normal while the film dries, up to ${countOf(dry, 'day')}. Do not press on it or wash it until then. You get a care sheet.`
      : 'The film holds at once. You get a care sheet.',
  };
}

/** What is other since an offer, in parts of a sentence; without what there is to pay. */
export function describeDifferences({ added, gone, other }: OptionsDiffer): string[] {
  const panes = (labels: readonly string[]) => `${labels.length === 1 ? 'pane' : 'panes'} ${listOf(labels)}`;
  const withWhat = (what: 'size' | 'film' | 'seams') =>
    other.filter((each) => each.what.includes(what)).map(({ label }) => label);
  const said = (labels: readonly string[], what: string) =>
    labels.length > 0 ? [`${panes(labels)} ${what}`] : [];
  const be = (labels: readonly string[]) => (labels.length === 1 ? 'is' : 'are');
  const has = (labels: readonly string[]) => (labels.length === 1 ? 'has' : 'have');
  const [size, film, seams] = [withWhat('size'), withWhat('film'), withWhat('seams')];
  return [
    ...said(added, `${be(added)} new`),
    ...said(gone, `${be(gone)} gone`),
    ...said(size, `${has(size)} another size`),
    ...said(film, `${be(film)} to have another film`),
    ...said(seams, `${has(seams)} other seams`),
  ];
}

/** Why an offer can't be taken, to whoever wants to take it. */
export const AGAINST_ACCEPTING: Readonly<Record<AgainstAccepting, string>> = {
  accepted: 'This quote has been accepted already.',
  otherAccepted: 'Another quote of this job was accepted; what changes it is offered as a change to that.',
  newer: 'There is a newer quote for this job; only that one can be accepted.',
  ranOut: 'This quote has run out. Ask for a new one.',
  noOption: 'This quote has no such choice.',
};

/** A line of a price as a customer reads it: what it is for, how much, and whether it is the sum. */
export type PriceRow = readonly [name: string, amount: string, isSum: boolean];

/** The lines of a quoted price, from the film to what is due on ordering. */
export function priceRows(price: QuotedPrice, money: (minor: number) => string): PriceRow[] {
  const perCent = price.taxShare * 100;
  const taxShare = formatShare(price.taxShare, Math.abs(perCent - Math.round(perCent)) < 0.005 ? 0 : 2);
  const isAdded = price.tax > 0 && price.taxShown === 'added';
  const rows: (PriceRow | false)[] = [
    ['Film, fitted', money(price.price), false],
    price.discount > 0 && [`Discount${price.because && `, ${price.because}`}`, money(-price.discount), false],
    isAdded && price.discount > 0 && ['Before tax', money(price.net), false],
    isAdded && [`Tax, ${taxShare}`, money(price.tax), false],
    ['To pay', money(price.gross), true],
    price.tax > 0 && !isAdded && [`of which tax, ${taxShare}`, money(price.tax), false],
    price.deposit > 0 && ['Of that on ordering', money(price.deposit), false],
  ];
  return rows.filter((row) => row !== false);
}
