import type { Label, Mark, Point, StrokeRole } from './marks.ts';

/* How marks are drawn, alike on the page and on paper. Lengths in px of a drawing some 400 px wide. */

/** The product's colours, by name: each surface has its own values of them. */
export type MarkColour = 'edge' | 'brick' | 'ochre' | 'ink';

export interface StrokeLook {
  readonly colour: MarkColour;
  /** How broad it is at least. */
  readonly leastPx: number;
  readonly dash?: string;
  readonly opacity?: number;
}

/** Green is what hands do with water and film, red what a blade does and where to stop, ochre sealant and looking. */
export const STROKE_LOOKS: Readonly<Record<StrokeRole, StrokeLook>> = {
  wet: { colour: 'edge', leastPx: 4, opacity: 0.28 },
  scrape: { colour: 'edge', leastPx: 4, opacity: 0.35 },
  set: { colour: 'edge', leastPx: 9, opacity: 0.75 },
  squeegee: { colour: 'edge', leastPx: 5, opacity: 0.42 },
  relief: { colour: 'brick', leastPx: 3.5 },
  cut: { colour: 'brick', leastPx: 3 },
  meet: { colour: 'brick', leastPx: 3, dash: '3 4' },
  level: { colour: 'brick', leastPx: 3, dash: '10 3' },
  seam: { colour: 'brick', leastPx: 3 },
  wick: { colour: 'edge', leastPx: 5, opacity: 0.7 },
  bead: { colour: 'ochre', leastPx: 6, opacity: 0.85 },
  start: { colour: 'ink', leastPx: 5 },
  stop: { colour: 'brick', leastPx: 1.4, dash: '7 4' },
  gap: { colour: 'brick', leastPx: 1.6, dash: '7 4' },
  look: { colour: 'ochre', leastPx: 4, dash: '10 6' },
  lead: { colour: 'ink', leastPx: 3 },
  roll: { colour: 'edge', leastPx: 4 },
};

/** A tool is drawn no broader, so that lanes can still be told apart. */
const BROADEST_PX = 12;
/** A lane shows this much of the tool’s breadth. */
const LANE_SHARE = 0.45;

/** How broad a stroke is drawn, px. */
export function strokeWidthPx(role: StrokeRole, widthMm: number, pxPerMm: number): number {
  return Math.min(BROADEST_PX, Math.max(STROKE_LOOKS[role].leastPx, widthMm * pxPerMm * LANE_SHARE));
}

export interface PlacedLabel {
  readonly text: string;
  /** The middle of its box, px. */
  readonly x: number;
  readonly y: number;
  readonly widthPx: number;
}

export const LABEL_HEIGHT_PX = 20;

/** Texts beside their marks, kept within a picture of `size` px and apart from each other. */
export function placedLabels(
  marks: readonly Mark[],
  at: (point: Point) => Point,
  size: { readonly width: number; readonly height: number },
  textOf: (says: Label['says']) => string,
): readonly PlacedLabel[] {
  const taken: number[] = [];
  return marks.flatMap((mark) => {
    if (mark.kind !== 'label') return [];
    const text = textOf(mark.says);
    const widthPx = text.length * 6.9 + 10;
    const point = at(mark.at);
    const x = Math.min(size.width - widthPx / 2 - 2, Math.max(widthPx / 2 + 2, point.x));
    let y = Math.min(size.height - 12, Math.max(12, point.y + (mark.at.y <= 0 ? -16 : -14)));
    while (taken.some((other) => Math.abs(other - y) < LABEL_HEIGHT_PX)) y += LABEL_HEIGHT_PX + 1;
    taken.push(y);
    return [{ text, x, y, widthPx }];
  });
}
