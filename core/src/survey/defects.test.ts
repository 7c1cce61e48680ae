import { DEFAULT_RULE_SETS } from '../rules/index.ts';
import {
  CONDITION_KINDS,
  beforeFilm,
  usualFixMinutes,
  withRemedy,
  type Defect,
  type Remedy,
} from './index.ts';

const AT = '2027-03-01T15:00:00Z';
const defect = (id: string, remedy: Remedy | null): Defect => ({
  id,
  kind: 'oldFilm',
  x: 0.5,
  y: 0.5,
  note: '',
  pictureId: null,
  notedAt: AT,
  notedBy: null,
  remedy,
});
const fix = (minutes: number, doneAt: string | null = null): Remedy => ({
  kind: 'fix',
  minutes,
  doneAt,
  doneBy: null,
});

test('what is left before film: defects to decide, and those to put right with their minutes', () => {
  expect(beforeFilm([])).toEqual({ undecided: 0, toFix: 0, minutes: 0 });
  const accepted = { kind: 'accepted', by: 'Anna Quay', at: AT } as const;
  expect(
    beforeFilm([
      { condition: [defect('a', null), defect('b', fix(20)), defect('c', fix(10, AT))] },
      { condition: [defect('d', accepted), defect('e', fix(15))] },
    ]),
  ).toEqual({ undecided: 1, toFix: 2, minutes: 35 });
});

test('a remedy is said of one defect and can be taken back', () => {
  const condition = [defect('a', null), defect('b', null)];
  const said = withRemedy(condition, 'b', fix(10));
  expect(said).toEqual([condition[0], defect('b', fix(10))]);
  expect(withRemedy(said, 'b', null)).toEqual(condition);
});

test('film work puts old film, gaskets, silicone and paint right, not glass', () => {
  const { fixMinutes } = DEFAULT_RULE_SETS[0].survey;
  expect(CONDITION_KINDS.filter((kind) => usualFixMinutes(kind, fixMinutes) !== null)).toEqual([
    'oldFilm',
    'looseGasket',
    'silicone',
    'paint',
  ]);
  expect(usualFixMinutes('oldFilm', fixMinutes)).toBe(20);
});
