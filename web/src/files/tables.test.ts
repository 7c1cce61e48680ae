/** @jest-environment <rootDir>/jest-env-dom.js */
import { csvOf, readTable } from './tables.ts';

const fileOf = (text: string, name = 'films.csv') => {
  const file = new File([text], name, { type: 'text/csv' });
  // This page's file has no text of its own here.
  return Object.assign(file, { text: () => Promise.resolve(text) });
};
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
