import { costPartOf, describeMinutes, figuresOfCost, nameOfCost } from './index.ts';

const plain = (text: string) => text.replaceAll('\u00a0', ' ');

test('film off a roll is told by its length, sheets by their number', () => {
  const film = {
    code: 'film',
    id: 'f',
    filmName: 'Turnstone Print',
    usedMm: 11_600,
    rollMm: 30_480,
  } as const;
  expect(nameOfCost({ ...film, rolls: 1, soldBy: 'roll' })).toBe('Turnstone Print');
  expect(plain(figuresOfCost({ ...film, rolls: 1, soldBy: 'roll' }, 'mm'))).toBe(
    '11.6 m of 1 roll of 30.5 m',
  );
  const sheets = { ...film, usedMm: 2800, rollMm: 1400, rolls: 2, soldBy: 'sheet' } as const;
  expect(plain(figuresOfCost(sheets, 'mm'))).toBe('2 sheets 1400 mm high');
});

test('travel and rework are told by their figures and stand in their part', () => {
  const travel = { code: 'travel', id: 't', trips: 2, km: 36, minutes: 50 } as const;
  expect(plain(figuresOfCost(travel, 'mm'))).toBe('2 trips, 36 km and 50 min each');
  const redo = { code: 'redo', id: 'r', share: 0.03 } as const;
  expect([nameOfCost(redo), plain(figuresOfCost(redo, 'mm'))]).toEqual(['Rework', '3 % of film and work']);
  expect([costPartOf(travel), costPartOf(redo)]).toEqual(['travel', 'other']);
});

test('minutes are told in hours from an hour on', () => {
  expect([45, 60, 200, 59.6].map((minutes) => plain(describeMinutes(minutes)))).toEqual([
    '45 min',
    '1 h',
    '3 h 20 min',
    '1 h',
  ]);
});
