import { describeBeforeFilm, describePlaceOnPane, describeRemedy } from './index.ts';

test('what is left before film is told short', () => {
  expect(describeBeforeFilm({ undecided: 2, toFix: 0, minutes: 0 })).toBe('2 to decide');
  expect(describeBeforeFilm({ undecided: 0, toFix: 3, minutes: 45 })).toBe('3, 45 min');
  expect(describeBeforeFilm({ undecided: 1, toFix: 3, minutes: 45 })).toBe('3, 1 to decide');
});

test('what becomes of a defect names who and how long', () => {
  const fix = { kind: 'fix', minutes: 25, doneAt: null, doneBy: null } as const;
  expect(describeRemedy(fix)).toBe('to be put right before film, about 25 min');
  const doneAt = '2027-03-01T15:00:00Z';
  expect(describeRemedy({ ...fix, doneAt })).toBe('put right');
  expect(describeRemedy({ ...fix, doneAt, doneBy: 'Osei Rook' })).toBe('put right by Osei Rook');
  expect(describeRemedy({ kind: 'accepted', by: 'Anna Quay', at: doneAt })).toBe(
    'accepted as it is by Anna Quay',
  );
});

test('a place on a pane is named by thirds', () => {
  const at = (x: number, y: number) => describePlaceOnPane({ x, y });
  expect([at(0, 0), at(1, 0.5), at(0.5, 1), at(0.5, 0.5)]).toEqual(['top left', 'right', 'bottom', 'middle']);
  expect([at(0.34, 0.32), at(0.66, 0.68)]).toEqual(['top', 'bottom']);
});
