import { readApart } from './readApart.ts';
import { UnreadableFile } from './unreadable.ts';

/** Tables of text as files: CSV and XLSX, read and written by the standard packages, loaded only when wanted. */

export type Table = readonly (readonly string[])[];

async function readCsv(file: File): Promise<Table> {
  const { default: papa } = await import('papaparse');
  // Empty lines are kept: lines are named by their number in the file.
  const { data, errors } = papa.parse<string[]>(await file.text());
  const [broken] = errors.filter(({ type }) => type === 'Quotes');
  if (broken)
    throw new UnreadableFile(
      `Line ${(broken.row ?? 0) + 1} has an open quotation mark: close it and try again.`,
    );
  return data.map((row) => row.map(unescaped));
}

/** A cell as it was before it was written so that no spreadsheet takes it for a formula (`csvOf`): `'-1.5` is −1.5. */
const unescaped = (cell: string) => cell.replace(/^'(?=[=+\-@\t\r])/, '');

/** A cell of a workbook as text: days as 2027-03-01, numbers without the noise of binary fractions. */
function textOf(cell: unknown): string {
  if (cell === null || cell === undefined) return '';
  if (cell instanceof Date) return cell.toISOString().slice(0, 10);
  return typeof cell === 'number' ? String(Number(cell.toPrecision(12))) : String(cell);
}

async function readXlsx(file: File): Promise<Table> {
  const rows = await readApart({ kind: 'workbook', name: file.name, file });
  return rows.map((row) => row.map(textOf));
}

const LARGEST_TABLE_MB = 10;

export async function readTable(file: File): Promise<Table> {
  if (file.size > LARGEST_TABLE_MB * 2 ** 20)
    throw new UnreadableFile(`“${file.name}” has more than ${LARGEST_TABLE_MB} MB; is it the right file?`);
  const table = /\.xlsx$/i.test(file.name) ? await readXlsx(file) : await readCsv(file);
  if (table.filter((row) => row.some((cell) => cell.trim() !== '')).length < 2)
    throw new UnreadableFile('The file has no row below its heading; nothing was taken.');
  return table;
}

export async function csvOf(table: Table): Promise<Blob> {
  const { default: papa } = await import('papaparse');
  return new Blob(
    [
      papa.unparse(
        table.map((row) => [...row]),
        { escapeFormulae: true },
      ),
    ],
    { type: 'text/csv' },
  );
}

export async function xlsxOf(table: Table): Promise<Blob> {
  const { default: writeXlsx } = await import('write-excel-file/browser');
  const cells = table.map((row, at) =>
    row.map((value) => ({ value, type: String, ...(at === 0 ? { fontWeight: 'bold' as const } : {}) })),
  );
  return writeXlsx(cells).toBlob();
}

export function download(blob: Blob, name: string): void {
  const url = URL.createObjectURL(blob);
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  URL.revokeObjectURL(url);
}
