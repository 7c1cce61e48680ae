import { pathOfEntry, readRackCode } from './rackCode.ts';

const lot = (text: string, isGs1 = false) => readRackCode(text, isGs1);
const GS = '\u001d';

test.each<[string, string, boolean, string]>([
  ['a lot after a product number', '010401234567890110A12-7', true, 'A12-7'],
  ['a lot before a date, parted', `10A12${GS}17270301`, true, 'A12'],
  ['after what has a length of its own', `0104012345678901310300254721serial${GS}10B7`, true, 'B7'],
  ['parted where nothing need be', `0104012345678901${GS}17270301${GS}10B7`, true, 'B7'],
  ['a weight of four digits before it', '320200012510B7', true, 'B7'],
  ['parted by a sign, though it does not say what it is', `21x${GS}10B7`, false, 'B7'],
  ['with brackets', '(01)04012345678901(10) A12 (21)7', false, 'A12'],
  ['no lot at all', '0104012345678901', true, '0104012345678901'],
  ['any other code is the lot itself', ' LOT 2026-114 ', false, 'LOT 2026-114'],
  ['ten that begins a plain code is no identifier', '1012345', false, '1012345'],
])('%s', (_name, text, isGs1, expected) => {
  expect(lot(text, isGs1)).toEqual({ kind: 'lot', lot: expected });
});

test('labels of ours lead to what they are on, whatever server printed them', () => {
  for (const id of ['G-119', 'a/b ?&', 'Ü 7'])
    expect(lot(`https://sill.brindle-rook.example${pathOfEntry(id)}`)).toEqual({ kind: 'entry', id });
  expect(lot('http://10.0.0.7:4173/jobs/5f0c/fitting?pane=p-1')).toEqual({
    kind: 'page',
    path: '/jobs/5f0c/fitting?pane=p-1',
  });
  expect(lot('https://x.example/rack')).toEqual({ kind: 'lot', lot: 'https://x.example/rack' });
  expect(lot('http://x.example/rack?entry=50%')).toEqual({ kind: 'entry', id: '50%' });
  expect(lot('x'.repeat(80))).toEqual({ kind: 'lot', lot: 'x'.repeat(60) });
  expect(lot('see https://x.example/jobs/1')).toMatchObject({ kind: 'lot' });
  expect(lot('  ')).toBeNull();
});
