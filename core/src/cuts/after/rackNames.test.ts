import { rackNames } from '../index.ts';

test('names go on after the highest number of the film’s letter, from 101', () => {
  const next = rackNames('G', ['G-118', 'G-102 rest', 'G-x', 'H-300', 'G300']);
  expect([next(), next()]).toEqual(['G-119', 'G-120']);
  expect(rackNames('C', ['G-118', 'C-7'])()).toBe('C-101');
});
