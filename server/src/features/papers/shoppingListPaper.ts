import type { FilmWanted } from '@neat-sill/core/buying';
import type { Film } from '@neat-sill/core/film';
import { formatRollWidth, formatMoney, formatRun, listOf, type LengthUnit } from '@neat-sill/core/units';
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces.js';
import { letterhead, type PaperShop } from './letterhead.ts';
import { HAIRLINE, INK } from './pdf.ts';
import { showDay } from './paperInput.ts';

interface ShoppingListInput {
  readonly wanted: readonly FilmWanted[];
  readonly films: readonly Film[];
  readonly shop: PaperShop;
  readonly unit: LengthUnit;
  readonly today: string;
}

/** Film to buy for kept plans, a line for each width of a film, with what the catalogue says it costs. */
export function shoppingListPaper({
  wanted,
  films,
  shop,
  unit,
  today,
}: ShoppingListInput): Omit<TDocumentDefinitions, 'defaultStyle' | 'styles'> {
  const alikes = new Map<string, FilmWanted[]>();
  for (const each of wanted) {
    const key = `${each.filmId} ${each.widthMm} ${each.rollMm}`;
    alikes.set(key, [...(alikes.get(key) ?? []), each]);
  }
  const lines = [...alikes.values()].flatMap((alike) => {
    const [first] = alike;
    if (!first) return [];
    const film = films.find(({ id }) => id === first.filmId);
    const roll = film?.rolls.find(
      ({ widthMm, lengthMm }) => widthMm === first.widthMm && lengthMm === first.rollMm,
    );
    return [{ ...first, name: film?.name ?? first.filmId, alike, price: roll?.price ?? null }];
  });
  const cell = (text: string): Content => ({ text });
  const cost = (price: number | null, rolls: number) =>
    price === null ? 'no price' : formatMoney(price * rolls, shop.details.currency);
  const rows = lines
    .sort((a, b) => a.name.localeCompare(b.name) || a.widthMm - b.widthMm)
    .map(({ name, widthMm, rollMm, alike, price }): Content[] => [
      { canvas: [{ type: 'rect', x: 0, y: 2, w: 9, h: 9, lineWidth: 0.8, lineColor: INK }] },
      { text: name, bold: true },
      cell(`${formatRollWidth(widthMm, unit)} wide`),
      cell(`${alike.length} × ${formatRun(rollMm, unit)}`),
      cell(cost(price, alike.length)),
      cell(listOf(new Set(alike.map(({ jobName }) => jobName)))),
    ]);
  const known = lines.flatMap(({ price, alike }) => (price === null ? [] : price * alike.length));
  const sum = known.reduce((all, each) => all + each, 0);
  return {
    info: { title: 'Film to buy' },
    content: [
      letterhead(shop),
      { text: 'Film to buy', style: 'title' },
      { text: `${showDay(today)}. Prices from the catalogue, one lot for each job.`, style: 'quiet' },
      {
        margin: [0, 10, 0, 0],
        table: {
          headerRows: 1,
          widths: ['auto', '*', 'auto', 'auto', 'auto', '*'],
          body: [
            ['', 'Film', 'Width', 'Rolls', 'Cost', 'For'].map((text) => ({ text, bold: true })),
            ...rows,
          ],
        },
        layout: {
          hLineColor: () => HAIRLINE,
          vLineWidth: () => 0,
          hLineWidth: () => 0.7,
          paddingTop: () => 4,
          paddingBottom: () => 3,
        },
      },
      {
        text:
          known.length < lines.length
            ? `${formatMoney(sum, shop.details.currency)} for what has a price; ask for the others.`
            : `${formatMoney(sum, shop.details.currency)} in all.`,
        style: 'figure',
        margin: [0, 10, 0, 0],
      },
    ],
  };
}
