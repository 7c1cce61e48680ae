import { benchShapeOf } from '@neat-sill/core/job';
import { outlinePoints } from '@neat-sill/core/survey';
import { formatLength } from '@neat-sill/core/units';
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces.js';
import { HAIRLINE, INK, QUIET } from './pdf.ts';
import { headerFor, PaperProblem, type PaperInput } from './paperInput.ts';

const PAPERS_MM = { A4: { width: 210, height: 297 }, LETTER: { width: 215.9, height: 279.4 } } as const;
/** Printers leave this bare; a line of words stands above the tile. */
const MARGIN_MM = 12;
const HEAD_MM = 12;
/** Sheets of one pane: more is a banner, and work for a plotter. */
const MOST_SHEETS = 150;
const ARC_PARTS = 240;
/** A line to hold a rule to: whether the printer has left the size as it is. */
const CHECK_MM = 100;

const points = (mm: number) => (mm * 72) / 25.4;

interface Tile {
  readonly column: number;
  readonly row: number;
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
}

/** Straight pieces of an outline that come into a tile, as a path in its own millimetres; ends may lie just outside it. */
function pathInTile(
  outline: readonly { x: number; y: number }[],
  { left, top, width, height }: Tile,
): string {
  return outline
    .map((from, at) => {
      const to = outline[(at + 1) % outline.length] ?? from;
      const [x1, x2] = [Math.min(from.x, to.x), Math.max(from.x, to.x)];
      const [y1, y2] = [Math.min(from.y, to.y), Math.max(from.y, to.y)];
      if (x2 < left || x1 > left + width || y2 < top || y1 > top + height) return '';
      const clipped = clippedTo(from, to, left, top, left + width, top + height);
      if (!clipped) return '';
      const [a, b] = clipped;
      return `M${(a.x - left).toFixed(3)} ${(a.y - top).toFixed(3)}L${(b.x - left).toFixed(3)} ${(b.y - top).toFixed(3)}`;
    })
    .join('');
}

type Point = { readonly x: number; readonly y: number };

/** The part of a line within a box (Liang and Barsky 1984); null where it misses it. */
function clippedTo(
  a: Point,
  b: Point,
  left: number,
  top: number,
  right: number,
  bottom: number,
): [Point, Point] | null {
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  let [from, to] = [0, 1];
  for (const [by, room] of [
    [-dx, a.x - left],
    [dx, right - a.x],
    [-dy, a.y - top],
    [dy, bottom - a.y],
  ] as const) {
    if (by === 0) {
      if (room < 0) return null;
      continue;
    }
    const share = room / by;
    if (by < 0) from = Math.max(from, share);
    else to = Math.min(to, share);
  }
  if (from > to) return null;
  const at = (share: number) => ({ x: a.x + share * dx, y: a.y + share * dy });
  return [at(from), at(to)];
}

function tileSheet(
  name: string,
  outline: readonly Point[],
  tile: Tile,
  of: { readonly columns: number; readonly rows: number },
  isFirst: boolean,
): Content {
  const { width, height } = tile;
  const cross = (x: number, y: number) => `M${x - 4} ${y}H${x + 4}M${x} ${y - 4}V${y + 4}`;
  const marks = [cross(0, 0), cross(width, 0), cross(0, height), cross(width, height)].join('');
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="-5 -5 ${width + 10} ${height + 10}" width="${points(width + 10)}" height="${points(height + 10)}">
    <rect width="${width}" height="${height}" fill="none" stroke="${HAIRLINE}" stroke-width="0.2" stroke-dasharray="2 2"/>
    <path d="${marks}" stroke="${INK}" stroke-width="0.25"/>
    <path d="M6 6h${CHECK_MM}M6 4v4M${6 + CHECK_MM} 4v4" stroke="${QUIET}" stroke-width="0.25"/>
    <path d="${pathInTile(outline, tile)}" fill="none" stroke="${INK}" stroke-width="0.5"/>
  </svg>`;
  return {
    ...(isFirst ? {} : { pageBreak: 'before' as const }),
    stack: [
      {
        text: `${name}: row ${tile.row} of ${of.rows}, sheet ${tile.column} of ${of.columns} across. Lay crosses on crosses; sheets without a line are left out. The line at the top is ${CHECK_MM} mm; print at full size.`,
        fontSize: 8,
        color: QUIET,
        margin: [0, 0, 0, 2],
      },
      { svg, width: points(width + 10) },
    ],
  };
}

/** The panes that are cut to size on the bench and are no rectangles, in full size on sheets to be laid together. */
export function templates(
  input: PaperInput,
  paper: keyof typeof PAPERS_MM,
): Omit<TDocumentDefinitions, 'defaultStyle' | 'styles'> {
  const header = headerFor(input);
  const size = PAPERS_MM[paper];
  const tileWidth = size.width - 2 * MARGIN_MM - 10;
  const tileHeight = size.height - 2 * MARGIN_MM - HEAD_MM - 10;
  const shaped = input.job.panes.flatMap((pane) => {
    const shape = benchShapeOf(pane, 100);
    return shape ? [{ record: pane.record, shape }] : [];
  });
  if (shaped.length === 0)
    throw new PaperProblem(
      'No pane of this job is cut to size on the bench and is no rectangle: there is nothing to make a template of.',
    );
  const content = shaped.flatMap(({ record, shape }, at): Content[] => {
    const columns = Math.ceil(shape.widthMm / tileWidth);
    const rows = Math.ceil(shape.heightMm / tileHeight);
    if (columns * rows > MOST_SHEETS)
      throw new PaperProblem(
        `The template of pane ${record.label} would take ${columns * rows} sheets: use its offsets, or the outline for a plotter.`,
      );
    const outline = outlinePoints(shape, ARC_PARTS);
    const name = `Pane ${record.label}, ${formatLength(shape.widthMm, { unit: input.unit })} × ${formatLength(shape.heightMm, { unit: input.unit })} net`;
    const tiles = Array.from({ length: columns * rows }, (_, index): Tile => {
      const [column, row] = [index % columns, Math.floor(index / columns)];
      return {
        ...{ column: column + 1, row: row + 1 },
        ...{ left: column * tileWidth, top: row * tileHeight, width: tileWidth, height: tileHeight },
      };
    });
    // What lies all within the piece, or beside it, has nothing to cut along.
    const drawn = tiles.filter((tile) => pathInTile(outline, tile) !== '');
    return drawn.map((tile, index) =>
      tileSheet(name, outline, tile, { columns, rows }, at === 0 && index === 0),
    );
  });
  return {
    info: { title: `Templates, ${header.name}` },
    pageMargins: points(MARGIN_MM),
    footer: () => '',
    content,
  };
}
