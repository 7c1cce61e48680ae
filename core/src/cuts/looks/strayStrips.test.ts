import { paneForTest } from '../../testing/planJobs.ts';
import { strayStrips } from './strayStrips.ts';

test('a strip that hides nothing of its pane is named with its place; one that reaches into it is not', () => {
  const hidden = [
    { axis: 'vertical' as const, from: -40, to: 0 },
    { axis: 'vertical' as const, from: -40, to: 1 },
    { axis: 'vertical' as const, from: 900, to: 950 },
    { axis: 'vertical' as const, from: 899, to: 950 },
    { axis: 'horizontal' as const, from: 900, to: 950 },
    { axis: 'horizontal' as const, from: 300, to: 300 },
  ];
  const seams = { allowed: true, axis: 'any' as const, about: { hidden, lines: [] } };
  const pane = paneForTest({ id: 'P1', width: 900, height: 1400, seams });
  expect(strayStrips([pane, paneForTest({ id: 'P2' })]).map(({ paneId, at }) => [paneId, at])).toEqual([
    ['P1', 0],
    ['P1', 2],
    ['P1', 5],
  ]);
});
