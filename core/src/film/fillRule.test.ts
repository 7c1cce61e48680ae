import { EMPTY_RECORDS } from '../job/index.ts';
import { NEW_PANE, NEW_ROOM, NEW_WALL, type Pane } from '../survey/index.ts';
import { filmsForTest } from '../testing/index.ts';
import { GLASS_NAMES, OPENING_NAMES } from '../words/index.ts';
import { panesOfRule, parseFillRule } from './fillRule.ts';

const words = { openings: OPENING_NAMES, glass: GLASS_NAMES };

const wall = (roomId: string, bearingDeg: number) => ({
  ...NEW_WALL,
  roomId,
  name: `${bearingDeg}`,
  bearingDeg,
  widthMm: 5000,
  heightMm: 2700,
  order: 0,
});
const pane = (order: number, wallId: string, changes: Partial<Pane> = {}): Pane => ({
  ...NEW_PANE,
  wallId,
  label: String(order),
  order,
  gapBeforeMm: 0,
  sillMm: 0,
  ...changes,
});
const records = {
  ...EMPTY_RECORDS,
  room: {
    kitchen: { ...NEW_ROOM, name: 'Kitchen', order: 0 },
    back: { ...NEW_ROOM, name: 'Back kitchen', order: 1 },
  },
  wall: { w: wall('kitchen', 270), s: wall('back', 180), sw: wall('back', 225), n: wall('kitchen', 0) },
  pane: {
    p1: pane(1, 'w', { opening: 'casement', glass: 'double' }),
    p2: pane(2, 'w', { opening: 'frenchDoor', glass: 'lowEDouble' }),
    p3: pane(3, 's', { opening: 'sash', glass: 'single' }),
    p4: pane(4, 'sw', { opening: 'slider', glass: 'double' }),
    p5: pane(5, 'n', { opening: 'fixed', glass: 'wired' }),
  },
};

function panes(line: string): string[] {
  const rule = parseFillRule(line, records, filmsForTest, words);
  if (!rule.ok) throw new Error(JSON.stringify(rule.problem));
  return panesOfRule(records, rule.value).map(({ id }) => id);
}
function problem(line: string) {
  const rule = parseFillRule(line, records, filmsForTest, words);
  return rule.ok ? null : rule.problem;
}
function film(name: string) {
  const rule = parseFillRule(`all: ${name}`, records, filmsForTest, words);
  return rule.ok ? rule.value.filmId : rule.problem.code;
}

describe('a rule as people say it', () => {
  test.each([
    ['all west glass: Gannet Silver 20', ['p1', 'p2', 'p4']],
    ['all west glass: Gannet Silver 20, except doors', ['p1']],
    ['south-facing panes: Gannet Silver 20', ['p3', 'p4']],
    ['south and west: Gannet Silver 20', ['p1', 'p2', 'p3', 'p4']],
    ['north or southern glass: Gannet Silver 20', ['p3', 'p4', 'p5']],
    ['northern glass = Gannet Silver 20', ['p5']],
    ['Kitchen → Gannet Silver 20', ['p1', 'p2', 'p5']],
    ['back kitchen: Gannet Silver 20', ['p3', 'p4']],
    ['doors: Gannet Silver 20', ['p2', 'p4']],
    ['French doors and sashes: Gannet Silver 20', ['p2', 'p3']],
    ['windows in the kitchen: Gannet Silver 20', ['p1', 'p5']],
    ['double with low-e: Gannet Silver 20', ['p2']],
    ['double: Gannet Silver 20', ['p1', 'p4']],
    ['every pane: Gannet Silver 20 but not wired', ['p1', 'p2', 'p3', 'p4']],
    ['all: Gannet Silver 20 except double with low-e', ['p1', 'p3', 'p4', 'p5']],
    ['east: Gannet Silver 20', []],
  ])('%s', (line, expected) => {
    expect(panes(line)).toEqual(expected);
  });

  test('a film is known by its name or the beginnings of its words', () => {
    expect(film('Gannet Silver 20')).toBe('gannet-silver-20');
    expect(film('gannet')).toBe('gannet-silver-20');
    expect(film('sil 20')).toBe('gannet-silver-20');
    expect(film('none')).toBeNull();
    expect(film('no film')).toBeNull();
  });

  test('what is not understood is named, and nothing is done', () => {
    expect(problem('all west glass')).toEqual({ code: 'fill.noFilmNamed' });
    expect(problem('all:  , except doors')).toEqual({ code: 'fill.noFilmNamed' });
    expect(problem('all: Albatross 5')).toEqual({ code: 'fill.unknownFilm', word: 'Albatross 5' });
    expect(problem('upstairs panes: gannet')).toEqual({ code: 'fill.unknownWord', word: 'upstairs' });
    expect(problem('all: gannet, except skylights')).toEqual({ code: 'fill.unknownWord', word: 'skylights' });
    expect(problem('all: 70')).toEqual({
      code: 'fill.manyFilms',
      word: '70',
      names: ['Curlew Select 70', 'Eider Warm 70'],
    });
  });
});
