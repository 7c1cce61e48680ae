import { deriveJob } from '@neat-sill/core/job';
import { NEW_SHOP_DETAILS } from '@neat-sill/core/contract';
import { bookForTest, readingsForTest, recordsForTest } from '@neat-sill/core/testing';
import { renderPdf } from './pdf.ts';
import { PaperProblem, type PaperInput } from './paperInput.ts';
import { stepsPaper } from './stepsPaper.ts';

const plain = readingsForTest([820, 820, 820, 1326, 1326, 1326]);
const wide = readingsForTest([2300, 2300, 2300, 1326, 1326, 1326]);
const done = { ticks: {}, faults: [], doneAt: '2026-05-04T10:00:00Z' };

function input(doneIds: readonly string[] = []): PaperInput {
  const records = recordsForTest({
    panes: { p1: { readings: plain }, p2: { readings: wide }, p3: { readings: plain } },
  });
  const fitting = Object.fromEntries(doneIds.map((id) => [id, done]));
  return {
    job: deriveJob({ ...records, fitting }, bookForTest),
    unit: 'mm',
    today: '2026-05-04',
    shop: { name: 'Brindle & Rook Glass Film', details: NEW_SHOP_DETAILS, logo: null },
  };
}

interface Step {
  readonly stack: readonly { readonly text?: string; readonly svg?: string }[];
}
interface Block {
  readonly text?: string;
  readonly style?: string;
  readonly columns?: readonly Step[];
}
const blocksOf = (paper: ReturnType<typeof stepsPaper>) => paper.content as unknown as readonly Block[];
const headings = (of: PaperInput) =>
  blocksOf(stepsPaper(of)).flatMap(({ style, text }) => (style === 'heading' ? [text] : []));

test('panes that are done alike stand together, and one that is done is left out', () => {
  expect(headings(input())).toEqual(['Panes 1 and 3', 'Pane 2']);
  expect(headings(input(['p1', 'p2']))).toEqual(['Pane 3']);
  expect(() => stepsPaper(input(['p1', 'p2', 'p3']))).toThrow(PaperProblem);
});

test('each step stands with its words, and what hands do is drawn as on the page', async () => {
  const paper = stepsPaper(input(['p2']));
  const steps = blocksOf(paper)
    .flatMap(({ columns }) => columns ?? [])
    .map(({ stack }) => ({
      name: stack.flatMap(({ text }) => text ?? [])[0] ?? '',
      svg: stack.flatMap(({ svg }) => svg ?? [])[0] ?? null,
    }));
  expect(steps[0]?.name).toBe('1  Cover floor and sill');
  expect(steps.at(-1)?.name).toMatch(new RegExp(`^${steps.length} `));
  const drawn = (name: string) => steps.find((each) => each.name.endsWith(name))?.svg ?? '';
  // Nothing to see of covering the floor; the blade's way is in the colour of blades, with its gap beside it.
  expect(drawn('Cover floor and sill')).toBe('');
  expect(drawn('Trim')).toMatch(/stroke="#A93F2B"/);
  expect(drawn('Trim')).toMatch(/>[\d.]+ mm gap</);
  expect(drawn('Squeegee').match(/stroke="#1E7A5F"/g)?.length).toBeGreaterThan(10);
  const pdf = await renderPdf(paper, 'A4');
  expect(pdf.subarray(0, 5).toString()).toBe('%PDF-');
});
