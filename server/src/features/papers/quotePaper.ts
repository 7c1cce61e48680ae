import type { Quote, QuoteOption } from '@neat-sill/core/job';
import { decimalsOf } from '@neat-sill/core/price';
import { numberOfQuote, optionsDiffer, quotesOf } from '@neat-sill/core/quote';
import { formatLength, formatMoney } from '@neat-sill/core/units';
import { customerTexts, describeDifferences, priceRows, type CustomerTexts } from '@neat-sill/core/words';
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces.js';
import { letterhead } from './letterhead.ts';
import { HAIRLINE } from './pdf.ts';
import { PaperProblem, showDay, type PaperInput } from './paperInput.ts';
import { drawnSignature } from './signature.ts';
import { WALL_FIGURE, wallFigure } from './wallFigure.ts';

/** More walls than this are told in the list only: the quote stays two pages. */
const MOST_WALLS = 3;

function windowsDrawn({ walls }: QuoteOption, most: number, { paper }: CustomerTexts): Content[] {
  return walls.slice(0, most).map((wall): Content => {
    const side = (seen: 'day' | 'night', says: string) => ({
      stack: [
        { svg: wallFigure(wall, seen), width: WALL_FIGURE.width },
        { text: says, style: 'quiet', fontSize: 8 },
      ],
    });
    return {
      stack: [
        { text: wall.name, fontSize: 9, bold: true },
        {
          columns: [side('day', paper.byDay), side('night', paper.inTheEvening)],
          columnGap: 18,
        },
      ],
      margin: [0, 4, 0, 4],
      unbreakable: true,
    };
  });
}

function whatFilmsDo({ films, panes, said }: QuoteOption, { paper }: CustomerTexts): Content[] {
  return films.map((film): Content => {
    const labels = panes.filter(({ filmId }) => filmId === film.id).map(({ label }) => label);
    const sentences = said.find(({ filmId }) => filmId === film.id)?.sentences ?? [];
    return {
      stack: [{ text: paper.filmOn(film.name, labels), bold: true }, { ul: [...sentences] }],
      margin: [0, 0, 0, 6],
      unbreakable: true,
    };
  });
}

const plainTable = {
  hLineColor: () => HAIRLINE,
  vLineWidth: () => 0,
  hLineWidth: () => 0.7,
  paddingTop: () => 3,
  paddingBottom: () => 2,
};

function paneTable(quote: QuoteOption, { unit }: PaperInput, { paper }: CustomerTexts): Content {
  const { pane, where: place, film, glass, seams: divided } = paper.paneHead;
  const head = [pane, place, film, glass, divided].map((text) => ({ text, bold: true }));
  const names = new Map(quote.films.map(({ id, name }) => [id, name]));
  const show = (mm: number) => formatLength(mm, { unit });
  const rows = quote.panes.map(({ label, where, filmId, widthMm, heightMm, seams }) => [
    { text: label, bold: true },
    where,
    names.get(filmId) ?? '',
    `${show(widthMm)} × ${show(heightMm)}`,
    seams === 0 ? paper.noSeams : String(seams),
  ]);
  return {
    fontSize: 9,
    table: { headerRows: 1, widths: ['auto', '*', '*', 'auto', 'auto'], body: [head, ...rows] },
    layout: plainTable,
  };
}

function priceTable({ price }: QuoteOption, money: (minor: number) => string, texts: CustomerTexts): Content {
  return {
    table: {
      widths: ['*', 'auto'],
      body: priceRows(price, money, texts).map(([name, value, strong]) => [
        { text: name, bold: strong },
        { text: value, bold: strong, alignment: 'right' },
      ]),
    },
    layout: plainTable,
  };
}

/** Which choice is what, each with its films and what there is to pay: where there is more than one. */
function choices({ options }: Quote, money: (minor: number) => string, { paper }: CustomerTexts): Content {
  const { choice, films: filmsHead, toPay } = paper.choiceHead;
  const head = ['', choice, filmsHead, toPay].map((text) => ({ text, bold: true }));
  return {
    table: {
      headerRows: 1,
      widths: [14, '*', '*', 'auto'],
      body: [
        head,
        ...options.map(({ name, films, price }) => [
          { text: '▢' },
          { text: name, bold: true },
          films.map((film) => film.name).join(', '),
          { text: money(price.gross), bold: true, alignment: 'right' as const },
        ]),
      ],
    },
    layout: plainTable,
  };
}

/** What a change of an order is, against what was ordered. */
function changeOf(
  quote: Quote,
  input: PaperInput,
  money: (minor: number) => string,
  texts: CustomerTexts,
): Content[] {
  const { paper, differences: says } = texts;
  const { quote: quotes, acceptance } = input.job.records;
  const was = quotes[quote.changes ?? ''];
  const taken = Object.values(acceptance).find(({ quoteId }) => quoteId === quote.changes);
  const before = was?.options.find(({ id }) => id === taken?.optionId);
  const [now] = quote.options;
  if (!was || !before || !now) return [];
  const differ = optionsDiffer(before, now);
  const more = now.price.gross - before.price.gross;
  return [
    { text: paper.changesSince(numberOfQuote(was)), style: 'heading' },
    { ul: differ ? describeDifferences(differ, texts) : [says.nothing] },
    {
      text: says.toPay(
        money(before.price.gross),
        money(now.price.gross),
        money(Math.abs(more)),
        more < 0 ? 'less' : 'more',
      ),
    },
  ];
}

function signedAs(
  quote: Quote & { readonly id: string },
  { job }: PaperInput,
  { paper }: CustomerTexts,
): Content {
  const taken = Object.values(job.records.acceptance).find(({ quoteId }) => quoteId === quote.id);
  if (taken)
    return {
      stack: [
        {
          text: paper.accepted(quote.options.find(({ id }) => id === taken.optionId)?.name ?? ''),
          bold: true,
        },
        drawnSignature(taken.strokes, taken.name, taken.at),
      ],
      margin: [0, 20, 0, 0],
      unbreakable: true,
    };
  return {
    columns: [
      { text: `${paper.ordered}: ______________________________` },
      { text: `${paper.date}: ______________`, alignment: 'right' },
    ],
    margin: [0, 28, 0, 0],
  };
}

/** The newest quote of a job on two pages: what they get, where seams are, what to mind, and what it costs. */
export function quotePaper(input: PaperInput): Omit<TDocumentDefinitions, 'defaultStyle' | 'styles'> {
  const [quote] = quotesOf(input.job.records);
  if (!quote)
    throw new PaperProblem('No quote is made yet: open Price, look at what is asked, and make one.');
  const { options, currency } = quote;
  const money = (minor: number) => formatMoney(minor / 10 ** decimalsOf(currency), currency);
  const isOne = options.length === 1;
  const texts = customerTexts(quote.language);
  const { paper } = texts;
  const named = (title: string, { name }: QuoteOption) => (isOne ? title : paper.ofChoice(title, name));
  const kind = quote.changes ? paper.kind.changeOrder : paper.kind.quote;
  const number = numberOfQuote(quote);
  return {
    info: { title: `${kind} ${number}, ${quote.customer}` },
    content: [
      letterhead(input.shop),
      { text: paper.title(kind, number, quote.job), style: 'title' },
      {
        text: paper.forWhom(
          [quote.customer, quote.place].filter(Boolean).join(', '),
          showDay(quote.madeAt.slice(0, 10)),
          showDay(quote.validUntil),
        ),
        style: 'quiet',
      },
      ...changeOf(quote, input, money, texts),
      { text: paper.yourWindows, style: 'heading' },
      ...options.flatMap((option) => [
        ...(isOne ? [] : [{ text: option.name, bold: true }]),
        ...windowsDrawn(option, isOne ? MOST_WALLS : 1, texts),
      ]),
      { text: paper.whatItDoes, style: 'heading' },
      ...options.flatMap((option) => [
        ...(isOne ? [] : [{ text: option.name, style: 'quiet' }]),
        ...whatFilmsDo(option, texts),
      ]),
      { text: paper.covers, style: 'heading', pageBreak: 'before' },
      ...(isOne ? [] : [choices(quote, money, texts)]),
      ...options.flatMap((option): Content[] => [
        ...(isOne ? [] : [{ text: option.name, bold: true, margin: [0, 10, 0, 2] } as Content]),
        paneTable(option, input, texts),
        {
          columns: [
            { width: '*', text: '' },
            { width: 260, stack: [priceTable(option, money, texts)] },
          ],
          margin: [0, 12, 0, 0],
        },
      ]),
      ...options.flatMap((option): Content[] => [
        { text: named(paper.pleaseMind, option), style: 'heading' },
        { ul: [...option.cautions] },
      ]),
      { text: paper.notIncluded, style: 'heading' },
      { ul: [...texts.notIncluded] },
      { text: paper.afterwards, style: 'heading' },
      ...[...new Set(options.map(({ afterwards }) => afterwards))].map((text) => ({ text })),
      ...(quote.terms
        ? [
            { text: paper.terms, style: 'heading' },
            { text: quote.terms, fontSize: 9 },
          ]
        : []),
      signedAs(quote, input, texts),
    ] as Content[],
  };
}
