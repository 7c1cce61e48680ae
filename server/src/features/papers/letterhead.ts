import type { ShopDetails } from '@neat-sill/core/contract';
import type { Content } from 'pdfmake/interfaces.js';
import { HAIRLINE } from './pdf.ts';

/** The shop as it stands on its papers. */
export interface PaperShop {
  readonly name: string;
  readonly details: ShopDetails;
  /** PNG. */
  readonly logo: Buffer | null;
}

/** How the shop is reached: telephone first, as customers do. Empty where it has said nothing. */
export const waysToReach = ({ details: { telephone, email, web } }: PaperShop): string[] =>
  [telephone, email, web].filter(Boolean);

const onlyBelow = {
  hLineWidth: (line: number) => (line === 1 ? 0.7 : 0),
  vLineWidth: () => 0,
  hLineColor: () => HAIRLINE,
  paddingLeft: () => 0,
  paddingRight: () => 0,
  paddingBottom: () => 8,
};

/** Name, address and ways to reach the shop, with its logo, over a line. */
export function letterhead(shop: PaperShop): Content {
  const { street, town, taxNumber } = shop.details;
  const address = [street, town].filter(Boolean).join(', ');
  const lines = [address, waysToReach(shop).join(', '), taxNumber].filter(Boolean);
  const words: Content = {
    stack: [{ text: shop.name, bold: true }, ...lines.map((text) => ({ text, style: 'quiet', fontSize: 9 }))],
  };
  const logo: Content = shop.logo
    ? { image: `data:image/png;base64,${shop.logo.toString('base64')}`, fit: [113, 42], alignment: 'right' }
    : '';
  return {
    table: { widths: ['*', 'auto'], body: [[words, logo]] },
    layout: onlyBelow,
    margin: [0, 0, 0, 14],
  };
}
