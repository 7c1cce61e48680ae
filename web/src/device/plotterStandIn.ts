/** What a plotter reports of a plot file it was sent. */
export type PlotReport =
  | {
      readonly kind: 'cut';
      readonly shapes: readonly PlotterShape[];
      readonly widthMm: number;
      readonly lengthMm: number;
      readonly cutMm: number;
      readonly seconds: number;
    }
  | { readonly kind: 'refused'; readonly because: string };

/** Something it cuts, as the path of its blade. */
export interface PlotterShape {
  readonly name: string;
  readonly path: string;
}

/** Places along a path at which it is looked how far it reaches. */
const LOOKS = 200;

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
  const shapes = [...drawing.querySelectorAll('#cut rect, #cut path')].map((shape): PlotterShape => {
    const read = (name: string) => Number(shape.getAttribute(name));
    const name = shape.querySelector('title')?.textContent ?? '';
    if (shape.tagName === 'path') return { name, path: shape.getAttribute('d') ?? '' };
    return { name, path: `M${read('x')} ${read('y')}h${read('width')}v${read('height')}h${-read('width')}Z` };
  });
  if (shapes.length === 0)
    return { kind: 'refused', because: 'There is nothing in its layer “cut”; it cuts only what lies there.' };
  const paths = shapes.map(({ path }) => {
    const node = document.createElementNS('http://www.w3.org/2000/svg', 'path');
    node.setAttribute('d', path);
    const cutMm = node.getTotalLength();
    const points = Array.from({ length: LOOKS }, (_, at) => node.getPointAtLength((cutMm * at) / LOOKS));
    return {
      cutMm,
      reach: Math.max(...points.map(({ x }) => x)),
      end: Math.max(...points.map(({ y }) => y)),
    };
  });
  const widest = Math.max(...paths.map(({ reach }) => reach));
  if (widest > BED_MM)
    return {
      kind: 'refused',
      because: `It takes film up to ${BED_MM} mm wide; this is ${Math.round(widest)} mm.`,
    };
  const cutMm = paths.reduce((sum, path) => sum + path.cutMm, 0);
  return {
    kind: 'cut',
    shapes,
    widthMm: widest,
    lengthMm: Math.max(...paths.map(({ end }) => end)),
    cutMm,
    seconds: Math.round(cutMm / SPEED_MM_S + shapes.length * LIFT_S),
  };
}
