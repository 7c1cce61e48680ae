import type { Point } from '@neat-sill/core/survey';
import DxfParser from 'dxf-parser';
import { UnreadableFile } from './unreadable.ts';

export interface DrawnLayers {
  /** Closed outlines by the layer they lie on. */
  readonly layers: ReadonlyMap<string, readonly (readonly Point[])[]>;
  readonly mmPerUnit: number;
  /** Whether the drawing says its unit; otherwise millimetres are taken. */
  readonly unitKnown: boolean;
}

/** $INSUNITS of a drawing: inch, foot, millimetre, centimetre, metre (the format's own numbers). */
const MM_PER_UNIT: ReadonlyMap<number, number> = new Map([
  [1, 25.4],
  [2, 304.8],
  [4, 1],
  [5, 10],
  [6, 1000],
]);
/** No elevation has more openings. */
const MOST_OUTLINES = 5000;

interface Outline {
  readonly type: string;
  readonly layer?: string;
  readonly shape?: boolean;
  readonly vertices?: readonly Point[];
}

/** The closed outlines of a DXF drawing. Throws `UnreadableFile` where it is none, has none or has too many. */
export function parseDrawing(name: string, text: string): DrawnLayers {
  let drawing;
  try {
    drawing = new DxfParser().parseSync(text);
  } catch (error) {
    throw new UnreadableFile(
      `“${name}” can’t be read as a DXF drawing (${error instanceof Error ? error.message : 'unknown cause'}). Save it again as ASCII DXF.`,
      { cause: error },
    );
  }
  const layers = new Map<string, (readonly Point[])[]>();
  let count = 0;
  for (const entity of (drawing?.entities ?? []) as readonly Outline[]) {
    const { type, shape, vertices = [], layer = '0' } = entity;
    const [first, last] = [vertices[0], vertices.at(-1)];
    const meets =
      first && last && vertices.length > 3 && Math.hypot(first.x - last.x, first.y - last.y) < 1e-6;
    if (!/POLYLINE/.test(type) || !(shape || meets)) continue;
    count += 1;
    if (count > MOST_OUTLINES)
      throw new UnreadableFile(
        `“${name}” has more than ${MOST_OUTLINES} closed outlines; save only the elevation, without hatches and furniture.`,
      );
    const outline = vertices.map(({ x, y }) => ({ x, y }));
    const there = layers.get(layer);
    if (there) there.push(outline);
    else layers.set(layer, [outline]);
  }
  if (layers.size === 0)
    throw new UnreadableFile(
      `“${name}” has no closed outlines. Draw each opening as one closed polyline and save it again.`,
    );
  const unit = MM_PER_UNIT.get(Number(drawing?.header?.['$INSUNITS'] ?? 0));
  return { layers, mmPerUnit: unit ?? 1, unitKnown: unit !== undefined };
}
