import { nextEmpty } from './nextEmpty.ts';

const places = ['top', 'middle', 'bottom', 'left'] as const;
const from = (place: (typeof places)[number], ...filled: readonly string[]) =>
  nextEmpty(places, place, (each) => !filled.includes(each));

test('Enter passes over what is filled, turns back for what was left, and ends where nothing is', () => {
  expect(from('top')).toBe('middle');
  expect(from('top', 'middle', 'bottom')).toBe('left');
  expect(from('left', 'middle', 'left')).toBe('top');
  expect(from('bottom', 'top', 'left')).toBe('middle');
  expect(from('left', 'top', 'middle', 'bottom')).toBeNull();
  // A place is not its own next, though what was typed there is not known yet.
  expect(from('top', 'middle', 'bottom', 'left')).toBeNull();
});
