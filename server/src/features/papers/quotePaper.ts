import {
  filmOnPane,
  paneCase,
  paneForFilm,
  rankFilms,
  wantsOrUsual,
  type FilmFigures,
} from '@neat-sill/core/advice';
import type { Film } from '@neat-sill/core/film';
import { cureDays, isHungDry } from '@neat-sill/core/fitting';
import { paneByItself, verdictFor, type DerivedPane, type Quote } from '@neat-sill/core/job';
import { decimalsOf } from '@neat-sill/core/price';
import { quotesOf } from '@neat-sill/core/quote';
import { NEW_ROOM } from '@neat-sill/core/survey';
import { countOf, formatLength, formatMoney, formatShare, listOf } from '@neat-sill/core/units';
import { describeForCustomer } from '@neat-sill/core/words';
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces.js';
import { letterhead } from './letterhead.ts';
import { HAIRLINE } from './pdf.ts';
import { PaperProblem, headerFor, showDay, type PaperInput } from './paperInput.ts';
import { WALL_FIGURE, wallFigure } from './wallFigure.ts';

/** More walls than this are told in the list only: the quote stays two pages. */
const MOST_WALLS = 3;

interface FilmSaid {
  readonly film: Film;
  readonly labels: readonly string[];
  readonly sentences: readonly string[];
  readonly figures: FilmFigures | null;
}

/** What a film does on the first of its panes, in plain words. */
function whatItDoes(film: Film, pane: DerivedPane | null, { job, today }: PaperInput) {
  const wall = pane && job.wall(pane.wallId)?.record;
  if (!pane || !wall || !job.header) return { sentences: [], figures: null };
  const place = paneForFilm(pane.record, pane.sizes, wall, job.header.site);
  const found = paneCase(place, job.rules.film, Number(today.slice(0, 4)));
  const figures = filmOnPane(found, film, job.rules.film);
  const own = paneByItself(pane.id, pane.record, '', film, job.rules);
  const wants = wantsOrUsual((job.records.room[wall.roomId] ?? NEW_ROOM).wants, pane.record.circumstances);
  const [ranked] = rankFilms(
    [{ figures, verdict: verdictFor(own, film, job.rules) }],
    found.bare,
    wants,
    job.rules.film,
  );
  return { sentences: ranked ? describeForCustomer(ranked, found.bare) : [], figures };
}

function filmsSaid(quote: Quote, input: PaperInput): FilmSaid[] {
  return quote.films.map((film) => {
    const panes = quote.panes.filter(({ filmId }) => filmId === film.id);
    const first = input.job.pane(panes[0]?.paneId ?? '');
    return { film, labels: panes.map(({ label }) => label), ...whatItDoes(film, first, input) };
  });
}

function windowsDrawn(quote: Quote, { job }: PaperInput): Content[] {
  const quoted = new Set(quote.panes.map(({ paneId }) => paneId));
  const films = new Map(quote.films.map((film) => [film.id, film]));
  const walls = job.walls.filter(({ panes }) => panes.some(({ id }) => quoted.has(id))).slice(0, MOST_WALLS);
  return walls.map((wall) => {
    const room = job.records.room[wall.record.roomId]?.name ?? '';
    const side = (seen: 'day' | 'night', says: string) => ({
      stack: [
        { svg: wallFigure(wall, job, films, seen), width: WALL_FIGURE.width },
        { text: says, style: 'quiet', fontSize: 8 },
      ],
    });
    return {
      stack: [
        { text: [room, wall.record.name].filter(Boolean).join(', '), fontSize: 9, bold: true },
        {
          columns: [side('day', 'By day, from inside'), side('night', 'In the evening, from the street')],
          columnGap: 18,
        },
      ],
      margin: [0, 4, 0, 4],
      unbreakable: true,
    } as Content;
  });
}

const plainTable = {
  hLineColor: () => HAIRLINE,
  vLineWidth: () => 0,
  hLineWidth: () => 0.7,
  paddingTop: () => 3,
  paddingBottom: () => 2,
};

function paneTable(quote: Quote, { unit }: PaperInput): Content {
  const head = ['Pane', 'Where', 'Film', 'Glass', 'Seams'].map((text) => ({ text, bold: true }));
  const names = new Map(quote.films.map(({ id, name }) => [id, name]));
  const show = (mm: number) => formatLength(mm, { unit });
  const rows = quote.panes.map(({ label, where, filmId, widthMm, heightMm, seams }) => [
    { text: label, bold: true },
    where,
    names.get(filmId) ?? '',
    `${show(widthMm)} × ${show(heightMm)}`,
    seams === 0 ? 'none' : String(seams),
  ]);
  return {
    fontSize: 9,
    table: { headerRows: 1, widths: ['auto', '*', '*', 'auto', 'auto'], body: [head, ...rows] },
    layout: plainTable,
  };
}

function priceTable({ price, currency }: Quote): Content {
  const money = (minor: number) => formatMoney(minor / 10 ** decimalsOf(currency), currency);
  const perCent = price.taxShare * 100;
  const taxShare = formatShare(price.taxShare, Math.abs(perCent - Math.round(perCent)) < 0.005 ? 0 : 2);
  const rows: (readonly [string, string, boolean])[] = [
    ['Film, fitted', money(price.price), false],
    ...(price.discount > 0
      ? [[`Discount${price.because && `, ${price.because}`}`, money(-price.discount), false] as const]
      : []),
    ...(price.tax > 0 && price.taxShown === 'added'
      ? [
          ...(price.discount > 0 ? [['Before tax', money(price.net), false] as const] : []),
          [`Tax, ${taxShare}`, money(price.tax), false] as const,
        ]
      : []),
    ['To pay', money(price.gross), true],
    ...(price.tax > 0 && price.taxShown === 'included'
      ? [[`of which tax, ${taxShare}`, money(price.tax), false] as const]
      : []),
    ...(price.deposit > 0 ? [['Of that on ordering', money(price.deposit), false] as const] : []),
  ];
  return {
    table: {
      widths: ['*', 'auto'],
      body: rows.map(([name, value, strong]) => [
        { text: name, bold: strong },
        { text: value, bold: strong, alignment: 'right' },
      ]),
    },
    layout: plainTable,
  };
}

/** What must be said before somebody orders, as far as it holds for these films and panes. */
function cautions(quote: Quote, said: readonly FilmSaid[], { job }: PaperInput): string[] {
  const panes = quote.panes.flatMap(({ paneId }) => job.pane(paneId) ?? []);
  const seams = quote.panes.filter(({ seams: count }) => count > 0).map(({ label }) => label);
  const asks = said.filter(({ figures }) => figures && figures.breakage.verdict !== 'fine');
  const mirrors = quote.films.filter(
    ({ optics }) => optics && optics.visibleReflectedOut > optics.visibleTransmitted,
  );
  return [
    ...(seams.length > 0
      ? [
          `${seams.length === 1 ? 'Pane' : 'Panes'} ${listOf(seams)}: the glass is wider than film is made, so there is a seam. From near it shows.`,
        ]
      : []),
    ...(asks.length > 0
      ? [
          `${listOf(asks.map(({ film }) => film.name))}: the sun warms the glass more with it. We check that with the film’s maker before we fit it.`,
        ]
      : []),
    'Ask whoever made or fitted the glass whether film changes their warranty.',
    ...(mirrors.length > 0
      ? ['By day nobody looks in where it is brighter outside; with the lamps on in the evening they can.']
      : []),
    ...(panes.some(({ record }) => record.circumstances.includes('wayOut'))
      ? [
          'A way out stays one: doors and windows people must get through are not made harder to break or open.',
        ]
      : []),
    'Film slows fading; nothing stops it.',
  ];
}

/** The newest quote of a job on two pages: what they get, where seams are, what to mind, and what it costs. */
export function quotePaper(input: PaperInput): Omit<TDocumentDefinitions, 'defaultStyle' | 'styles'> {
  const { job, shop } = input;
  const header = headerFor(input);
  const [quote] = quotesOf(job);
  if (!quote)
    throw new PaperProblem('No quote is made yet: open Price, look at what is asked, and make one.');
  const said = filmsSaid(quote, input);
  const dry = Math.max(0, ...quote.films.map((film) => cureDays(film, job.rules).days));
  const wet = quote.films.some((film) => !isHungDry(film));
  return {
    info: { title: `Quote ${quote.version}, ${header.customer}` },
    content: [
      letterhead(shop),
      { text: `Quote ${quote.version}: ${header.name}`, style: 'title' },
      {
        text: `For ${[header.customer, header.site.address, header.site.town].filter(Boolean).join(', ')}. ${showDay(quote.madeAt.slice(0, 10))}, holds until ${showDay(quote.validUntil)}.`,
        style: 'quiet',
      },
      { text: 'Your windows', style: 'heading' },
      ...windowsDrawn(quote, input),
      { text: 'What the film does', style: 'heading' },
      ...said.map(({ film, labels, sentences }): Content => ({
        stack: [
          {
            text: `${film.name}, on ${labels.length === 1 ? 'pane' : 'panes'} ${listOf(labels)}`,
            bold: true,
          },
          { ul: [...sentences] },
        ],
        margin: [0, 0, 0, 6],
        unbreakable: true,
      })),
      { text: 'What it covers, and what it costs', style: 'heading', pageBreak: 'before' },
      paneTable(quote, input),
      {
        columns: [
          { width: '*', text: '' },
          { width: 260, stack: [priceTable(quote)] },
        ],
        margin: [0, 12, 0, 0],
      },
      { text: 'Please mind', style: 'heading' },
      { ul: cautions(quote, said, input) },
      { text: 'Not included', style: 'heading' },
      {
        ul: [
          'Repairs of glass, frames and seals, and painting.',
          'Moving heavy furniture; blinds and curtains are taken down only if we agreed on it.',
        ],
      },
      { text: 'Afterwards', style: 'heading' },
      {
        text: wet
          ? `Haze and small water pockets are normal while the film dries, up to ${countOf(dry, 'day')}. Do not press on it or wash it until then. You get a care sheet.`
          : 'The film holds at once. You get a care sheet.',
      },
      ...(quote.terms
        ? [
            { text: 'Terms', style: 'heading' },
            { text: quote.terms, fontSize: 9 },
          ]
        : []),
      {
        columns: [
          { text: 'Ordered: ______________________________' },
          { text: 'Date: ______________', alignment: 'right' },
        ],
        margin: [0, 28, 0, 0],
      },
    ] as Content[],
  };
}
