import {
  fail,
  formatBareLength,
  parseLength,
  succeed,
  type LengthUnit,
  type Result,
} from '../units/index.ts';
import type { PaneShape } from './shape.ts';

/* Shapes as one cell of a list: `arch, rise 450`, `raked level, offset 120`, `blocks 6 x 8 of 190 x 190, joint 10`. */

const LENGTH = String.raw`(-?[\d.,/ ]*\d(?:\s*(?:mm|cm|in|"))?)`;
const saidAfter = (word: string) => new RegExp(`\\b${word}\\s+${LENGTH}`, 'i');
const BLOCKS = new RegExp(
  `\\bblocks?\\s+(\\d{1,3})\\s*(?:x|×|by)\\s*(\\d{1,3})\\s+of\\s+${LENGTH}\\s*(?:x|×|by)\\s*${LENGTH}`,
  'i',
);

/** A shape as it stands in a cell; a plain rectangle is an empty one. */
export function textOfShape(shape: PaneShape, unit: LengthUnit): string {
  const mm = (length: number) => `${length < 0 ? '-' : ''}${formatBareLength(Math.abs(length), { unit })}`;
  switch (shape.kind) {
    case 'rectangle':
      return shape.cornerRadiusMm > 0 ? `radius ${mm(shape.cornerRadiusMm)}` : '';
    case 'quadrilateral':
      return 'out of square';
    case 'trapezium':
      return [
        shape.parallel === 'level' ? 'raked level' : 'raked',
        shape.offsetMm === 0 ? '' : `offset ${mm(shape.offsetMm)}`,
      ]
        .filter(Boolean)
        .join(', ');
    case 'triangle':
      return shape.apexMm === null ? 'triangle' : `triangle, apex ${mm(shape.apexMm)}`;
    case 'arch':
      return shape.riseMm === null ? 'arch' : `arch, rise ${mm(shape.riseMm)}`;
    case 'circle':
      return 'circle';
    case 'blocks': {
      const { columns, rows, block, jointMm, cornerRadiusMm } = shape;
      return [
        `blocks ${columns} x ${rows} of ${mm(block.widthMm)} x ${mm(block.heightMm)}`,
        `joint ${mm(jointMm)}`,
        cornerRadiusMm > 0 ? `radius ${mm(cornerRadiusMm)}` : '',
      ]
        .filter(Boolean)
        .join(', ');
    }
  }
}

/** The length after a word of the text, mm; null where the word is not there, NaN where no length follows. */
function lengthAfter(text: string, word: string, unit: LengthUnit): number | null {
  if (!new RegExp(`\\b${word}\\b`, 'i').test(text)) return null;
  const typed = saidAfter(word).exec(text)?.[1]?.trim() ?? '';
  const read = parseLength(typed.replace(/^-/, ''), unit, 'any');
  if (/^-?0+$/.test(typed)) return 0;
  return read.ok ? read.value.mm * (typed.startsWith('-') ? -1 : 1) : Number.NaN;
}

/** Understands a shape in a cell; fails with the text where it says none. An empty cell is a rectangle. */
export function shapeOfText(typed: string, unit: LengthUnit): Result<PaneShape, { readonly typed: string }> {
  const text = typed.trim();
  const length = (word: string) => lengthAfter(text, word, unit);
  const [radius, rise, apex, offset, joint] = ['radius', 'rise', 'apex', 'offset', 'joint'].map(length);
  const no = fail({ typed });
  if ([radius, rise, apex, offset, joint].some((mm) => Number.isNaN(mm))) return no;
  const blocks = BLOCKS.exec(text);
  if (blocks) {
    const [, columns, rows, width = '', height = ''] = blocks;
    const [w, h] = [parseLength(width, unit, 'any'), parseLength(height, unit, 'any')];
    if (!w.ok || !h.ok || Number(columns) < 1 || Number(rows) < 1) return no;
    return succeed({
      kind: 'blocks',
      columns: Number(columns),
      rows: Number(rows),
      block: { widthMm: w.value.mm, heightMm: h.value.mm },
      jointMm: joint ?? 0,
      cornerRadiusMm: radius ?? 0,
    });
  }
  if (/\bout\s+of\s+square\b|\bfour\s+sides\b|\bquadrilateral\b/i.test(text))
    return succeed({ kind: 'quadrilateral' });
  if (/\b(?:raked?|trapezium|trapezoid)\b/i.test(text))
    return succeed({
      kind: 'trapezium',
      parallel: /\blevel\b/i.test(text) ? 'level' : 'upright',
      offsetMm: offset ?? 0,
    });
  if (/\btriang(?:le|ular)\b/i.test(text)) return succeed({ kind: 'triangle', apexMm: apex ?? null });
  if (/\barch(?:ed)?\b/i.test(text)) return succeed({ kind: 'arch', riseMm: rise ?? null });
  if (/\b(?:circle|circular|round)\b/i.test(text)) return succeed({ kind: 'circle' });
  if (text === '' || radius !== null || /^(?:rectang(?:le|ular)|square)$/i.test(text))
    return succeed({ kind: 'rectangle', cornerRadiusMm: radius ?? 0 });
  return no;
}
