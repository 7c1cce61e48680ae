import type { Point } from '@neat-sill/core/survey';
import DxfParser, { type IDxf } from 'dxf-parser';
import { UnreadableFile } from './unreadable.ts';

export interface DrawnLayers {
  /** Closed outlines by the layer they lie on. */
  readonly layers: ReadonlyMap<string, readonly (readonly Point[])[]>;
  /** What a length of 1 is in mm; null where the drawing does not say its unit. */
  readonly mmPerUnit: number | null;
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

/**
 * A drawing is lines in pairs, a code and its value, up to EOF. The parser reads on without end where they are not: such a
 * drawing is refused before.
 */
function mustBePairs(name: string, lines: readonly string[]): void {
  const wrong = lines.findIndex((line, at) => at % 2 === 0 && !/^\s*-?\d{1,5}\s*$/.test(line));
  if (wrong >= 0)
    throw new UnreadableFile(
      `“${name}” can’t be read as a DXF drawing: line ${wrong + 1} should be a group code. Save it again as ASCII DXF.`,
    );
  if (lines.length % 2 === 1 || Number(lines.at(-2)) !== 0 || lines.at(-1)?.trim() !== 'EOF')
    throw new UnreadableFile(
      `“${name}” is cut off: the end of the drawing is missing. Save it again, or fetch it once more.`,
    );
}

interface Parser {
  readonly _parse: (lines: SplitText) => IDxf | null;
}
/** All that the parser asks of a text. */
interface SplitText {
  readonly split: () => readonly string[];
}

/** An outline that says it has more corners than there are lines would have them made up until the memory is full. */
function mustHaveItsCorners(name: string, lines: readonly string[]): void {
  let isOutline = false;
  for (let at = 0; at + 1 < lines.length; at += 2) {
    const code = Number(lines[at]);
    if (code === 0) isOutline = lines[at + 1]?.trim() === 'LWPOLYLINE';
    if (isOutline && code === 90 && !(Number(lines[at + 1]) <= lines.length / 4))
      throw new UnreadableFile(
        `“${name}” can’t be read as a DXF drawing: line ${at + 2} says that an outline has ${lines[at + 1]?.trim()} corners, more than there are. Save it again as ASCII DXF.`,
      );
  }
}

/** A good drawing is read once, with some looking back; one that is read so often is read in a circle. */
const MOST_READS_OF_A_LINE = 20;

/**
 * A drawing whose lines can be read so often and no oftener. Where an outline is broken in the middle the parser steps back and
 * reads the same lines for ever: it is stopped there, and the drawing refused.
 */
function readableOnce(lines: readonly string[]): SplitText {
  let left = MOST_READS_OF_A_LINE * lines.length + 1000;
  const counted = new Proxy(lines, {
    get: (all, key) => {
      if (typeof key === 'string' && key !== 'length' && (left -= 1) < 0)
        throw new Error('an outline in it is broken off');
      return Reflect.get(all, key) as unknown;
    },
  });
  return { split: () => counted };
}

/** The closed outlines of a DXF drawing. Throws `UnreadableFile` where it is none, has none or has too many. */
export function parseDrawing(name: string, text: string): DrawnLayers {
  const lines = text.trimEnd().split(/\r\n|\r|\n/);
  mustBePairs(name, lines);
  mustHaveItsCorners(name, lines);
  let drawing;
  try {
    // As parseSync does, which takes a true text only.
    drawing = (new DxfParser() as unknown as Parser)._parse(readableOnce(lines));
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
  return { layers, mmPerUnit: unit ?? null };
}
