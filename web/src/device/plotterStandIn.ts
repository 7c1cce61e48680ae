/** What a plotter reports of a plot file it was sent. */
export type PlotReport =
  | {
      readonly kind: 'cut';
      readonly rects: readonly PlotterRect[];
      readonly cutMm: number;
      readonly seconds: number;
    }
  | { readonly kind: 'refused'; readonly because: string };

export interface PlotterRect {
  readonly name: string;
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly l: number;
}

const wait = (ms: number) => new Promise<void>((resolve) => setTimeout(resolve, ms));
const SPEED_MM_S = 400;
const LIFT_S = 0.6;
/** It draws film of this width at the most. */
const BED_MM = 1850;

/** Stands in for a plotter: reads the SVG it is sent, refuses what it can't take, sometimes loses the connection. */
export async function plotterStandIn(svg: string, random: () => number = Math.random): Promise<PlotReport> {
  await wait(700);
  if (random() < 0.05) return { kind: 'refused', because: 'The connection broke off; send the file again.' };
  const drawing = new DOMParser().parseFromString(svg, 'image/svg+xml');
  if (drawing.querySelector('parsererror'))
    return { kind: 'refused', because: 'The file is no SVG drawing; save it again.' };
  const rects = [...drawing.querySelectorAll('#cut rect')].map((rect): PlotterRect => {
    const read = (name: string) => Number(rect.getAttribute(name));
    return {
      name: rect.querySelector('title')?.textContent ?? '',
      x: read('x'),
      y: read('y'),
      w: read('width'),
      l: read('height'),
    };
  });
  if (rects.length === 0)
    return { kind: 'refused', because: 'There is nothing in its layer “cut”; it cuts only what lies there.' };
  const widest = Math.max(...rects.map(({ x, w }) => x + w));
  if (widest > BED_MM)
    return {
      kind: 'refused',
      because: `It takes film up to ${BED_MM} mm wide; this is ${Math.round(widest)} mm.`,
    };
  const cutMm = rects.reduce((sum, { w, l }) => sum + 2 * (w + l), 0);
  return { kind: 'cut', rects, cutMm, seconds: Math.round(cutMm / SPEED_MM_S + rects.length * LIFT_S) };
}
