import { deriveJob } from '@neat-sill/core/job';
import { NEW_SHOP_DETAILS } from '@neat-sill/core/contract';
import { bookForTest, readingsForTest, recordsForTest } from '@neat-sill/core/testing';
import type { Pane } from '@neat-sill/core/survey';
import { renderPdf } from './pdf.ts';
import { PaperProblem, type PaperInput } from './paperInput.ts';
import { templates } from './templates.ts';

const ARCH = readingsForTest([600, 600, 600, 900, 900, 900]);
const input = (pane: Partial<Pane>, ruleSetId = 'bench-cut'): PaperInput => ({
  job: deriveJob(recordsForTest({ ruleSetId, panes: { p1: { readings: ARCH, ...pane } } }), bookForTest),
  unit: 'mm',
  today: '2026-05-04',
  shop: { name: 'Brindle & Rook Glass Film', details: NEW_SHOP_DETAILS, logo: null },
});
const arch: Partial<Pane> = { shape: { kind: 'arch', riseMm: 200 } };
/** The sheets with the lines of the outline on each, in mm of its tile. */
function sheetsOf(paper: ReturnType<typeof templates>) {
  const sheets = paper.content as unknown as { stack: [{ text: string }, { svg: string; width: number }] }[];
  return sheets.map(({ stack: [{ text }, { svg, width }] }) => {
    const [, w, h] = /viewBox="-5 -5 ([\d.]+) ([\d.]+)"/.exec(svg) ?? [];
    const path = /<path d="([^"]*)" fill="none" stroke="[^"]*" stroke-width="0.5"/.exec(svg)?.[1] ?? '';
    const lines = [...path.matchAll(/M([-\d.]+) ([-\d.]+)L([-\d.]+) ([-\d.]+)/g)].map((found) =>
      found.slice(1).map(Number),
    );
    const [, row, column] = /row (\d+) of \d+, sheet (\d+)/.exec(text) ?? [];
    return {
      text,
      row: Number(row),
      column: Number(column),
      width,
      tileWidth: Number(w) - 10,
      tileHeight: Number(h) - 10,
      lines,
    };
  });
}

test('a template is in full size, on sheets that together have the whole outline and nothing beside it', () => {
  const sheets = sheetsOf(templates(input(arch), 'A4'));
  const [first] = sheets;
  const { tileWidth = 0, tileHeight = 0 } = first ?? {};
  const all = Math.ceil(599 / tileWidth) * Math.ceil(899 / tileHeight);
  // One sheet lies all within it.
  expect([sheets.length < all, sheets.every(({ lines }) => lines.length > 0)]).toEqual([true, true]);
  // A point is a 72nd of an inch.
  expect((first?.width ?? 0) / (tileWidth + 10)).toBeCloseTo(72 / 25.4, 9);
  const [xs, ys, total] = sheets.reduce<[number[], number[], number]>(
    ([x, y, sum], { lines, row, column }) => {
      const [left, top] = [(column - 1) * tileWidth, (row - 1) * tileHeight];
      for (const [x1 = 0, y1 = 0, x2 = 0, y2 = 0] of lines) {
        for (const mm of [x1, x2]) expect(mm >= -0.001 && mm <= tileWidth + 0.001).toBe(true);
        x.push(left + x1, left + x2);
        y.push(top + y1, top + y2);
        sum += Math.hypot(x2 - x1, y2 - y1);
      }
      return [x, y, sum];
    },
    [[], [], 0],
  );
  expect([Math.min(...xs), Math.max(...xs)]).toEqual([expect.closeTo(0, 1), expect.closeTo(599, 1)]);
  expect([Math.min(...ys), Math.max(...ys)]).toEqual([expect.closeTo(0, 1), expect.closeTo(899, 1)]);
  // Three straight sides, and the arc: radius 325 less half a millimetre, half its angle atan of 2 × 200 / 600.
  const half = 2 * Math.atan((2 * 200) / 600);
  expect(Math.abs(total - (599 + 2 * 700 + 2 * half * 324.5))).toBeLessThan(3);
});

test('it is a PDF of as many pages', async () => {
  const paper = templates(input(arch), 'LETTER');
  const pdf = await renderPdf(paper, 'LETTER');
  expect(pdf.toString('latin1').match(/\/Type \/Page\b/g)).toHaveLength(sheetsOf(paper).length);
});

test('nothing to make one of, and one that is too large, are said', () => {
  expect(() => templates(input({}), 'A4')).toThrow(PaperProblem);
  expect(() => templates(input(arch, 'margin-all-round'), 'A4')).toThrow(/nothing to make a template of/);
  const huge = { ...arch, readings: readingsForTest([2900, 2900, 2900, 3900, 3900, 3900]) };
  expect(() => templates(input(huge), 'A4')).toThrow(/sheets: use its offsets/);
});
