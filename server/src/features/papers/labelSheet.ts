import type { LengthUnit } from '@neat-sill/core/units';
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces.js';

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

/** What stands on a label, and the code beside it. */
export interface LabelText {
  readonly name: string;
  /** Lines below the name, the last of them quieter. */
  readonly lines: readonly string[];
  readonly link: string;
}

function labelContent({ name, lines, link }: LabelText, height: number): Content {
  return {
    columns: [
      {
        width: '*',
        lineHeight: 1.05,
        stack: [
          { text: name, bold: true, fontSize: 14 },
          ...lines.map((text, at) =>
            at === lines.length - 1 ? { text, fontSize: 7, color: '#55645d' } : { text, fontSize: 7.5 },
          ),
        ],
      },
      { width: 'auto', qr: link, fit: Math.min(64, points(height) - 12) },
    ],
    margin: [6, 4, 6, 0],
  };
}

/** Labels on common sheets (metric or inch, by the asker), or one a page for a label printer. */
export function labelSheets(
  title: string,
  all: readonly LabelText[],
  kind: 'sheets' | 'single',
  unit: LengthUnit,
): Omit<TDocumentDefinitions, 'defaultStyle' | 'styles'> {
  const sheet = kind === 'single' ? SINGLE : SHEETS[unit];
  const perPage = sheet.columns * sheet.rows;
  const pages = Array.from({ length: Math.ceil(all.length / perPage) }, (_, page) =>
    all.slice(page * perPage, (page + 1) * perPage),
  );
  const content = pages.map((onPage, page): Content => {
    const rows = Array.from({ length: Math.ceil(onPage.length / sheet.columns) }, (_, row) =>
      Array.from({ length: sheet.columns }, (__, column): Content => {
        const label = onPage[row * sheet.columns + column];
        return label ? labelContent(label, sheet.height) : '';
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
    info: { title },
    footer: () => '',
    pageSize: { width: points(sheet.page.width), height: points(sheet.page.height) },
    pageMargins: [points(sheet.left), points(sheet.top), 0, 0],
    content,
  };
}
