import { svgPath, type OutlineCorner } from '../../survey/index.ts';
import type { CutStep } from './cutList.ts';

interface Rect {
  readonly name: string;
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly l: number;
}

/** A rectangle to be cut, on film that lies flat: x across the roll, y along it; mm. */
export type PlotRect =
  (Rect & { readonly kind: 'piece'; readonly pieceId: string }) | (Rect & { readonly kind: 'pull' });

/** A closed outline to be cut; from each corner a straight line to the next, or an arc (bulge as in DXF). */
export interface PlotOutline {
  readonly name: string;
  readonly corners: readonly OutlineCorner[];
}

/** Between one pull and the next on the drawing. */
const APART_MM = 100;

/** The pieces of pulls as they lie on the roll, one pull after the other. */
export function plotOf(steps: readonly CutStep[]): PlotRect[] {
  let y = 0;
  return steps.flatMap(({ pull, source, strips }) => {
    const from = y;
    y += pull.length + APART_MM;
    return [
      { name: `Pull ${pull.id}`, x: 0, y: from, w: source.width, l: pull.length, kind: 'pull' as const },
      ...strips.flatMap((strip) =>
        strip.pieces.map(({ piece, name }) => ({
          name,
          x: piece.x,
          y: from + piece.y,
          w: piece.w,
          l: piece.l,
          kind: 'piece' as const,
          pieceId: piece.id,
        })),
      ),
    ];
  });
}

const escape = (text: string) =>
  text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('"', '&quot;');
const round = (mm: number) => Number(mm.toFixed(3));

/**
 * The plot as SVG in true size: one user unit is a millimetre; what is to be cut in the layer `cut`, pulls in `film`. Cut
 * are the pieces, or the outlines that are given.
 */
export function plotSvg(rects: readonly PlotRect[], outlines: readonly PlotOutline[] | null = null): string {
  const width = Math.max(1, ...rects.map(({ x, w }) => x + w));
  const length = Math.max(1, ...rects.map(({ y, l }) => y + l));
  const layer = (kind: PlotRect['kind'], stroke: string) =>
    rects
      .filter((rect) => rect.kind === kind)
      .map(
        ({ name, x, y, w, l }) =>
          `    <rect x="${round(x)}" y="${round(y)}" width="${round(w)}" height="${round(l)}" fill="none" stroke="${stroke}" stroke-width="1"><title>${escape(name)}</title></rect>`,
      )
      .join('\n');
  const cut =
    outlines
      ?.map(
        ({ name, corners }) =>
          `    <path d="${svgPath(corners)}" fill="none" stroke="#a93f2b" stroke-width="1"><title>${escape(name)}</title></path>`,
      )
      .join('\n') ?? layer('piece', '#a93f2b');
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${round(width)}mm" height="${round(length)}mm" viewBox="0 0 ${round(width)} ${round(length)}">
  <g id="film">
${layer('pull', '#5b6a63')}
  </g>
  <g id="cut">
${cut}
  </g>
</svg>
`;
}
