import { countOf } from '@neat-sill/core/units';
import { cureDays, dayAt, isHungDry } from '@neat-sill/core/fitting';
import { FAULT_NAMES } from '@neat-sill/core/words';
import type { Film } from '@neat-sill/core/film';
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces.js';
import { letterhead, waysToReach } from './letterhead.ts';
import { HAIRLINE } from './pdf.ts';
import { PaperProblem, headerFor, showDay, type PaperInput } from './paperInput.ts';

interface CaredPane {
  readonly label: string;
  readonly room: string;
  readonly film: Film;
  readonly done: string | null;
  readonly curesOn: string | null;
  readonly days: number;
}

function caredPanes({ job }: PaperInput): CaredPane[] {
  const timeZone = job.header?.site.timeZone ?? 'UTC';
  return job.panes.flatMap(({ record, film, fitting, cure, wallId }): CaredPane[] => {
    if (!film) return [];
    const roomId = job.wall(wallId)?.record.roomId ?? '';
    return [
      {
        label: record.label,
        room: job.records.room[roomId]?.name ?? '',
        film,
        done: fitting.doneAt && dayAt(fitting.doneAt, timeZone),
        curesOn: cure?.on ?? null,
        days: cureDays(film, job.rules).days,
      },
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
    film.name,
    done ? showDay(done) : 'not fitted yet',
    curesOn ? { text: showDay(curesOn), bold: true } : `${countOf(days, 'day')} after fitting`,
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

/** What each film's maker warrants, before what the shop says of its own. */
function warrantyOf(panes: readonly CaredPane[]): Content[] {
  const films = new Map(panes.map(({ film }) => [film.id, film]));
  const lines = [...films.values()].flatMap(({ name, warrantyYears }) =>
    warrantyYears === null ? [] : [`${name}: ${countOf(warrantyYears, 'year')} from its maker.`],
  );
  return lines.length > 0 ? [{ ul: lines, margin: [0, 0, 0, 4] }] : [];
}

/** What the customer keeps: what is normal while the film dries, until when, how to wash it, whom to call. */
export function careSheet(input: PaperInput): Omit<TDocumentDefinitions, 'defaultStyle' | 'styles'> {
  const { shop, today } = input;
  const header = headerFor(input);
  const panes = caredPanes(input);
  if (panes.length === 0)
    throw new PaperProblem('No pane has a film yet; choose films before making the care sheet.');
  const wet = panes.some(({ film }) => !isHungDry(film));
  const fitted = panes.filter(({ done }) => done !== null).length;
  const last = panes
    .flatMap(({ curesOn }) => curesOn ?? [])
    .sort()
    .at(-1);
  const faults = input.job.panes.flatMap(({ record, fitting }) =>
    fitting.openFaults.map(({ kind }) => `Pane ${record.label}: ${FAULT_NAMES[kind].toLowerCase()}.`),
  );
  const reach = waysToReach(shop);
  const { warranty, terms } = shop.details;
  return {
    info: { title: `Care of your window film, ${header.customer}` },
    content: [
      letterhead(shop),
      { text: 'Care of your window film', style: 'title' },
      {
        text: `${[header.customer, header.site.address, header.site.town].filter(Boolean).join(', ')}. ${showDay(today)}.`,
        style: 'quiet',
      },
      ...(fitted < panes.length
        ? [
            {
              text: `${fitted} of ${countOf(panes.length, 'pane')} fitted so far; the rest follows.`,
              style: 'figure',
              margin: [0, 10, 0, 0] as [number, number, number, number],
            },
          ]
        : []),
      ...(last && fitted === panes.length
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
      ...(faults.length > 0 ? [{ text: 'We come back for', style: 'heading' }, { ul: faults }] : []),
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
      { text: reach.length > 0 ? `Call us: ${reach.join(', ')}` : 'Call us', style: 'heading' },
      {
        ul: [
          'when a bubble, an air pocket or a finger from the edge is still there on the pane’s date above,',
          'when an edge or a corner lifts, or the glass is damaged.',
        ],
      },
      ...(warranty ? [{ text: 'Warranty', style: 'heading' }, ...warrantyOf(panes), warranty] : []),
      ...(terms ? [{ text: 'Terms', style: 'heading' }, terms] : []),
    ],
  };
}
