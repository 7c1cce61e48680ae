/** @jest-environment <rootDir>/jest-env-dom.js */
import { csvOf, readTables } from './tables.ts';

const readTable = async (file: File) => (await readTables(file)).sheets[0].table;

/** This page's files can't be read here. */
const fileOf = (text: string | Uint8Array, name = 'films.csv') =>
  Object.assign(new File([], name, { type: 'text/csv' }), {
    arrayBuffer: () =>
      Promise.resolve((typeof text === 'string' ? new TextEncoder().encode(text) : text).buffer),
  });
const textOf = (blob: Blob) =>
  new Promise<string>((resolve) => {
    const reader = new FileReader();
    reader.onload = () => resolve(String(reader.result));
    reader.readAsText(blob);
  });

test('a table reads back from CSV as it was, formulas in it being text', async () => {
  const table = [
    ['name', 'cast a*'],
    ['Gannet', '-1.5'],
    ['=1+1', '+3'],
    ['@home, “so”', "'quoted'"],
    ['two\nlines', '-'],
  ];
  const text = await textOf(await csvOf(table));
  for (const line of text.split('\r\n')) expect(line).not.toMatch(/(^|,)"?[=+\-@]/);
  expect(await readTable(fileOf(text))).toEqual(table);
});

test('a file without a row, or with an open quotation mark, is refused by its place', async () => {
  await expect(readTable(fileOf('name,width\n , \n'))).rejects.toThrow(/no row below its heading/);
  await expect(readTable(fileOf('name,width\n"Gannet,1\n'))).rejects.toThrow(/Line \d+ has an open/);
});

test('letters of Windows and UTF-16 are read, and somebody may say which they are', async () => {
  const latin = Uint8Array.from('Küche;Straße\n1;2\n', (letter) => letter.charCodeAt(0));
  expect(await readTables(fileOf(latin))).toMatchObject({
    encoding: 'windows-1252',
    sheets: [
      {
        table: [
          ['Küche', 'Straße'],
          ['1', '2'],
        ],
      },
    ],
  });
  expect((await readTables(fileOf(latin), 'windows-1251')).sheets[0].table[0]).toEqual(['Kьche', 'StraЯe']);
  expect(await readTables(fileOf('Küche;2\n1;2\n'))).toMatchObject({ encoding: 'utf-8' });
  const twoByte = (mark: readonly number[], big: boolean) =>
    Uint8Array.from([
      ...mark,
      ...[...'Küche;2\n1;2\n'].flatMap((letter) => {
        const code = letter.charCodeAt(0);
        return big ? [code >> 8, code & 255] : [code & 255, code >> 8];
      }),
    ]);
  for (const bytes of [twoByte([0xff, 0xfe], false), twoByte([0xfe, 0xff], true), twoByte([], false)])
    expect((await readTables(fileOf(bytes))).sheets[0].table[0]).toEqual(['Küche', '2']);
});

test('what is no text is refused by its name', async () => {
  await expect(readTables(fileOf(Uint8Array.from([1, 0, 0, 2, 7]), 'photo.csv'))).rejects.toThrow(
    /“photo.csv” is no text/,
  );
});

test('our own CSV says that it is UTF-8', async () => {
  const bytes = await new Promise<ArrayBuffer>((resolve) => {
    const reader = new FileReader();
    reader.onload = () => resolve(reader.result as ArrayBuffer);
    void csvOf([['Küche']]).then((blob) => reader.readAsArrayBuffer(blob));
  });
  expect([...new Uint8Array(bytes)].slice(0, 3)).toEqual([0xef, 0xbb, 0xbf]);
});
