import { arrivedRoll, type PlanSource, type StockForPlan } from '../index.ts';

const source = { id: 'new-1', kind: 'new', filmId: 'F1', width: 1524, length: 30_480 } as PlanSource;
const roll = (id: string, changes: Partial<StockForPlan> = {}): StockForPlan => ({
  id,
  filmId: 'F1',
  kind: 'roll',
  width: 1524,
  length: 30_480,
  factoryEdges: ['left', 'right'],
  ...changes,
});

test('a whole roll of the film and size is the new one, the first by name', () => {
  expect(arrivedRoll(source, [roll('F-9'), roll('F-2', { length: 30_480.4 })])?.id).toBe('F-2');
});

test.each<[string, Partial<StockForPlan>]>([
  ['begun', { length: 30_000 }],
  ['of another width', { width: 1829 }],
  ['of another film', { filmId: 'F2' }],
  ['no roll', { kind: 'offcut' }],
])('one that is %s is not', (_name, changes) => {
  expect(arrivedRoll(source, [roll('F-2', changes)])).toBeNull();
});

test('a plan that takes a roll of the rack asks for no new one', () => {
  expect(arrivedRoll({ ...source, kind: 'roll' } as PlanSource, [roll('F-2')])).toBeNull();
});
