import { cutList, type CutPiece } from '@neat-sill/core/cuts';
import { formatBareLength } from '@neat-sill/core/units';
import { SIDE_NAMES } from '@neat-sill/core/words';
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces.js';
import { headerFor, heldPlan, type PaperInput } from './paperInput.ts';

/** Sheets of labels that every stationer has, and one label a page for a label printer; sizes in mm. */
const SHEETS = {
  mm: { page: { width: 210, height: 297 }, columns: 3, rows: 8, width: 70, height: 37, left: 0, top: 0.5 },
  in: {
    page: { width: 215.9, height: 279.4 },
    columns: 3,
    rows: 10,
    width: 66.7,
    height: 25.4,
    left: 4.8,
    top: 12.7,
  },
} as const;
const SINGLE = {
  page: { width: 62, height: 29 },
  columns: 1,
  rows: 1,
  width: 62,
  height: 29,
  left: 0,
  top: 0,
} as const;

const points = (mm: number) => (mm * 72) / 25.4;

interface Label {
  readonly piece: CutPiece;
  readonly film: string;
  readonly where: string;
  readonly link: string;
}

function labelContent(
  { piece, film, where, link }: Label,
  height: number,
  show: (mm: number) => string,
): Content {
  const { name, piece: cut, freeEndIs, factoryEdge } = piece;
  const edge = factoryEdge ? `, factory edge ${SIDE_NAMES[factoryEdge.side]}` : '';
  return {
    columns: [
      {
        width: '*',
        stack: [
          { text: name, bold: true, fontSize: 15 },
          { text: `${show(cut.w)} × ${show(cut.l)}, ${SIDE_NAMES[freeEndIs]} first${edge}`, fontSize: 7.5 },
          { text: film, fontSize: 7.5 },
          { text: where, fontSize: 7, color: '#55645d' },
        ],
      },
      { width: 'auto', qr: link, fit: Math.min(64, points(height) - 12) },
    ],
    margin: [6, 4, 6, 0],
  };
}

/**
 * A label for each piece of the kept plan, in the order in which they are cut: on common label sheets (metric or inch, by
 * the asker), or one a page. The code opens the pane in Fitting.
 */
export function labels(
  input: PaperInput,
  origin: string,
  jobId: string,
  kind: 'labels' | 'single-labels',
): Omit<TDocumentDefinitions, 'defaultStyle' | 'styles'> {
  const { unit } = input;
  const header = headerFor(input);
  const { plan, job } = heldPlan(input, 'labels');
  const show = (mm: number) => formatBareLength(mm, { unit, denominator: 32 });
  const all = cutList(plan, job).flatMap(({ strips, source }) =>
    strips
      .flatMap((strip) => strip.pieces)
      .map((piece): Label => {
        const pane = input.job.pane(piece.piece.paneId);
        const wall = pane && input.job.wall(pane.wallId);
        return {
          piece,
          film: job.films.find(({ id }) => id === source.filmId)?.name ?? source.filmId,
          where: [header.customer, wall?.record.name].filter(Boolean).join(', '),
          link: `${origin}/jobs/${jobId}/fitting?pane=${encodeURIComponent(piece.piece.paneId)}`,
        };
      }),
  );
  const sheet = kind === 'single-labels' ? SINGLE : SHEETS[unit];
  const perPage = sheet.columns * sheet.rows;
  const pages = Array.from({ length: Math.ceil(all.length / perPage) }, (_, page) =>
    all.slice(page * perPage, (page + 1) * perPage),
  );
  const content = pages.map((onPage, page): Content => {
    const rows = Array.from({ length: Math.ceil(onPage.length / sheet.columns) }, (_, row) =>
      Array.from({ length: sheet.columns }, (__, column): Content => {
        const label = onPage[row * sheet.columns + column];
        return label ? labelContent(label, sheet.height, show) : '';
      }),
    );
    return {
      ...(page > 0 ? { pageBreak: 'before' as const } : {}),
      layout: {
        hLineWidth: () => 0,
        vLineWidth: () => 0,
        paddingLeft: () => 0,
        paddingRight: () => 0,
        paddingTop: () => 0,
        paddingBottom: () => 0,
      },
      table: {
        widths: Array.from({ length: sheet.columns }, () => points(sheet.width)),
        heights: rows.map(() => points(sheet.height)),
        body: rows,
      },
    };
  });
  return {
    info: { title: `Labels, ${header.customer}` },
    footer: () => '',
    pageSize: { width: points(sheet.page.width), height: points(sheet.page.height) },
    pageMargins: [points(sheet.left), points(sheet.top), 0, 0],
    content,
  };
}
