import { cureOf, dayAt, isHungDry } from '@neat-sill/core/fitting';
import { headerOf, inOrder, ruleSetOf } from '@neat-sill/core/job';
import { format, parseISO } from 'date-fns';
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces.js';
import { HAIRLINE } from './pdf.ts';
import { PaperProblem, type PaperInput } from './paperInput.ts';

const showDay = (day: string) => format(parseISO(day), 'd MMMM yyyy');

interface CaredPane {
  readonly label: string;
  readonly room: string;
  readonly film: string;
  readonly done: string | null;
  readonly curesOn: string | null;
  readonly days: number;
}

function caredPanes({ records, book }: PaperInput, timeZone: string): CaredPane[] {
  const rules = ruleSetOf(records, book);
  return inOrder(records.pane).flatMap((pane): CaredPane[] => {
    const film = book.films.find(({ id }) => id === pane.filmId);
    if (!film) return [];
    const doneAt = records.fitting[pane.id]?.doneAt ?? null;
    const done = doneAt && dayAt(doneAt, timeZone);
    const cure = cureOf(film, done ?? '2000-01-01', rules);
    const room = records.room[records.wall[pane.wallId]?.roomId ?? '']?.name ?? '';
    return [
      { label: pane.label, room, film: film.name, done, curesOn: done ? cure.on : null, days: cure.days },
    ];
  });
}

function paneTable(panes: readonly CaredPane[]): Content {
  const head = ['Pane', 'Room', 'Film', 'Fitted', 'Dry, and first wash from'].map((text) => ({
    text,
    bold: true,
  }));
  const rows = panes.map(({ label, room, film, done, curesOn, days }) => [
    { text: label, bold: true },
    room,
    film,
    done ? showDay(done) : 'not fitted yet',
    curesOn ? { text: showDay(curesOn), bold: true } : `${days} day${days === 1 ? '' : 's'} after fitting`,
  ]);
  return {
    table: { headerRows: 1, widths: ['auto', '*', '*', 'auto', 'auto'], body: [head, ...rows] },
    layout: {
      hLineColor: () => HAIRLINE,
      vLineWidth: () => 0,
      hLineWidth: () => 0.7,
      paddingTop: () => 4,
      paddingBottom: () => 3,
    },
  };
}

/** What the customer keeps: what is normal while the film dries, until when, how to wash it, whom to call. */
export function careSheet(input: PaperInput): Omit<TDocumentDefinitions, 'defaultStyle' | 'styles'> {
  const { records, shop, today, book } = input;
  const header = headerOf(records);
  if (!header) throw new PaperProblem('The job has no name and customer yet; fill them in first.');
  const panes = caredPanes(input, header.site.timeZone);
  if (panes.length === 0)
    throw new PaperProblem('No pane has a film yet; choose films before making the care sheet.');
  const used = book.films.filter((film) => panes.some((pane) => pane.film === film.name));
  const wet = used.some((film) => !isHungDry(film));
  const last = panes
    .flatMap(({ curesOn }) => curesOn ?? [])
    .sort()
    .at(-1);
  return {
    info: { title: `Care of your window film, ${header.customer}` },
    content: [
      { text: 'Care of your window film', style: 'title' },
      {
        text: `${header.customer}, ${header.site.address || header.site.town}. ${showDay(today)}.`,
        style: 'quiet',
      },
      ...(last
        ? [
            {
              text: `All of it is dry by ${showDay(last)}.`,
              style: 'figure',
              margin: [0, 10, 0, 0] as [number, number, number, number],
            },
          ]
        : []),
      { text: 'Your panes', style: 'heading' },
      paneTable(panes),
      { text: 'Until it is dry', style: 'heading' },
      {
        ul: [
          ...(wet
            ? [
                'Haze, a milky cast and small clear water pockets are normal: water is leaving through the film. They go by themselves.',
              ]
            : []),
          'Do not press on the film, do not wash it, put nothing against the glass.',
          'Cold, damp and shade make it take longer; warmth and sun shorten it.',
        ],
      },
      { text: 'Afterwards', style: 'heading' },
      {
        ul: [
          'Wash with a soft cloth or sponge, water and a mild cleaner without ammonia.',
          'No scrapers, no scouring pads, no stickers and no tape on the film.',
          'Keep blinds a hand’s breadth off the glass, so that heat can get away.',
        ],
      },
      { text: 'Call us', style: 'heading' },
      {
        ul: [
          'when a bubble, an air pocket or a finger from the edge is still there on the date above,',
          'when an edge or a corner lifts, or the glass is damaged.',
        ],
      },
      { text: `${shop}. ${header.site.town}.`, margin: [0, 12, 0, 0], bold: true },
    ],
  };
}
