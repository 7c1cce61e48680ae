import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import pdfmake from 'pdfmake';
import type { TDocumentDefinitions } from 'pdfmake/interfaces.js';

const fontFolder = join(
  dirname(createRequire(import.meta.url).resolve('@fontsource/atkinson-hyperlegible-next/package.json')),
  'files',
);
const fontFile = (weight: number, style: 'normal' | 'italic') =>
  join(fontFolder, `atkinson-hyperlegible-next-latin-${weight}-${style}.woff`);

pdfmake.setFonts({
  Atkinson: {
    normal: fontFile(400, 'normal'),
    bold: fontFile(700, 'normal'),
    italics: fontFile(400, 'italic'),
    bolditalics: fontFile(700, 'italic'),
  },
});
pdfmake.setUrlAccessPolicy(() => false);
pdfmake.setLocalAccessPolicy((path) => path.startsWith(fontFolder));

export const INK = '#17332C';
export const QUIET = '#5B6A63';
export const HAIRLINE = '#CFC8B8';
export const BRICK = '#A93F2B';

/** Renders a paper as PDF in the product's typeface, on the shop's size of paper unless it has one of its own. */
export async function renderPdf(
  paper: Omit<TDocumentDefinitions, 'defaultStyle' | 'styles'>,
  pageSize: 'A4' | 'LETTER',
): Promise<Buffer> {
  return pdfmake
    .createPdf({
      pageSize,
      pageMargins: [48, 48, 48, 56],
      ...paper,
      defaultStyle: { font: 'Atkinson', fontSize: 10.5, lineHeight: 1.25, color: INK },
      styles: {
        title: { fontSize: 20, bold: true, margin: [0, 0, 0, 2] },
        heading: { fontSize: 13, bold: true, margin: [0, 14, 0, 4] },
        quiet: { color: QUIET },
        figure: { bold: true, fontSize: 12 },
      },
      footer:
        paper.footer ??
        ((page: number, pages: number) => ({
          text: `${page} of ${pages}`,
          alignment: 'right',
          margin: [48, 16, 48, 0],
          color: QUIET,
          fontSize: 9,
        })),
    })
    .getBuffer();
}
