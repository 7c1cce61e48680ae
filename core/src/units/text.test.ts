import { brokenTextIn, cutText } from './text.ts';

describe('text that can’t be kept', () => {
  test.each([
    [{ panes: [{ label: '1' }, { label: 'a\u0000' }] }, 'panes[1].label'],
    [{ note: 'half of one: \ud83e' }, 'note'],
    [{ note: 'the other half: \uddfd' }, 'note'],
    [{ row: { 'key\u0000': 1 } }, 'row'],
    ['\u0000', ''],
    [[1, [null, true, '\ud800']], '[1][2]'],
  ])('in %j is at %j', (value, path) => {
    expect(brokenTextIn(value)).toBe(path);
  });

  test('is not what people write, in any alphabet', () => {
    expect(brokenTextIn({ name: 'Straße, 窓 🪟 é\n\t', list: [1, null], deep: { er: ['ok'] } })).toBeNull();
  });

  test('is found however deep it lies', () => {
    let value: unknown = '\u0000';
    for (let at = 0; at < 20_000; at += 1) value = [value];
    expect(brokenTextIn(value)).toHaveLength(3 * 20_000);
  });
});

test('a text is cut between characters', () => {
  expect(cutText('Flooor 2 we🪟 left', 12)).toBe('Flooor 2 we');
  expect(cutText('Flooor 2 we🪟 left', 13)).toBe('Flooor 2 we🪟');
  expect(cutText('short', 12)).toBe('short');
});
