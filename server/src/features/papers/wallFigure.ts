import type { QuotedWall } from '@neat-sill/core/job';
import { BRICK, HAIRLINE, INK } from './pdf.ts';

/** What is drawn on paper for a wall, pt. */
export const WALL_FIGURE = { width: 240, height: 120 } as const;

const DARK = [20, 29, 27] as const;
const LIGHT = [244, 247, 239] as const;

/** A tone between a dark and a light glass, 0 to 1. */
function tone(share: number): string {
  const at = (dark: number, light: number) => Math.round(dark + (light - dark) * share);
  return `rgb(${at(DARK[0], LIGHT[0])},${at(DARK[1], LIGHT[1])},${at(DARK[2], LIGHT[2])})`;
}

/** A wall with its glass as one would see it: by day from inside, or in the evening from the street (mirrored). */
export function wallFigure(wall: QuotedWall, seen: 'day' | 'night'): string {
  const { width, height } = WALL_FIGURE;
  const scale = Math.min((width - 12) / wall.widthMm, (height - 12) / wall.heightMm);
  const left = (width - wall.widthMm * scale) / 2;
  const floor = height - 6;
  const fromOutside = seen === 'night';
  const boxes = wall.openings.flatMap((opening) => {
    const { leftMm, sillMm, widthMm, heightMm } = opening;
    const light = seen === 'day' ? opening.lightByDay : opening.lightByNight;
    const fill = tone(light);
    const [w, h] = [widthMm * scale, heightMm * scale];
    const x = left + (fromOutside ? wall.widthMm - leftMm - widthMm : leftMm) * scale;
    const y = floor - (sillMm + heightMm) * scale;
    const seams = opening.seams.map(({ axis, at }) =>
      axis === 'horizontal'
        ? `M${x} ${y + at * h}h${w}`
        : `M${x + (fromOutside ? 1 - at : at) * w} ${y}v${h}`,
    );
    const ink = light > 0.45 ? INK : '#FFFFFF';
    return [
      `<rect x="${x - 2}" y="${y - 2}" width="${w + 4}" height="${h + 4}" fill="#E9DFC9" stroke="${INK}" stroke-width="0.6"/>`,
      `<rect x="${x}" y="${y}" width="${w}" height="${h}" fill="${fill}"/>`,
      ...(seams.length > 0
        ? [`<path d="${seams.join('')}" stroke="${BRICK}" stroke-width="0.8" stroke-dasharray="3 2"/>`]
        : []),
      `<text x="${x + w / 2}" y="${y + h / 2 + 3}" font-size="8" font-weight="bold" text-anchor="middle" fill="${ink}">${opening.label.replaceAll('&', '&amp;').replaceAll('<', '&lt;')}</text>`,
    ];
  });
  const background = seen === 'day' ? '#FBFAF5' : '#3C4A52';
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}" width="${width}" height="${height}">`,
    `<rect width="${width}" height="${height}" fill="${background}" stroke="${HAIRLINE}"/>`,
    ...boxes,
    `<path d="M4 ${floor}H${width - 4}" stroke="${INK}" stroke-width="0.8"/>`,
    '</svg>',
  ].join('');
}
