import { decodeText, type Encoding } from './decode.ts';
import { readApart } from './readApart.ts';
import { UnreadableFile } from './unreadable.ts';

/** Tables of text as files: CSV and XLSX, read and written by the standard packages, loaded only when wanted. */

export type Table = readonly (readonly string[])[];

/** A sheet of a file; the only one of a CSV has its name. */
export interface NamedTable {
  readonly name: string;
  readonly table: Table;
}

/** A file of tables as it was read; the encoding of its letters where that was a question. */
export interface ReadTables {
  readonly sheets: readonly [NamedTable, ...NamedTable[]];
  readonly encoding: Encoding | null;
}

async function readCsv(file: File, said: Encoding | null): Promise<ReadTables> {
  const { default: papa } = await import('papaparse');
  const { text, encoding } = decodeText(new Uint8Array(await file.arrayBuffer()), said);
  if (text.includes('\u0000'))
    throw new UnreadableFile(`“${file.name}” is no text; save the list as CSV or XLSX and read that.`);
  // Empty lines are kept, but for those at the end: lines are named by their number in the file.
  const { data, errors } = papa.parse<string[]>(text.replace(/[\r\n]+$/, ''));
  const [broken] = errors.filter(({ type }) => type === 'Quotes');
  if (broken)
    throw new UnreadableFile(
      `Line ${(broken.row ?? 0) + 1} has an open quotation mark: close it and try again.`,
    );
  return { sheets: [{ name: file.name, table: data.map((row) => row.map(unescaped)) }], encoding };
}

/** A cell as it was before it was written so that no spreadsheet takes it for a formula (`csvOf`): `'-1.5` is −1.5. */
const unescaped = (cell: string) => cell.replace(/^'(?=[=+\-@\t\r])/, '');

/** A cell of a workbook as text: days as 2027-03-01, numbers without the noise of binary fractions. */
function textOf(cell: unknown): string {
  if (cell === null || cell === undefined) return '';
  if (cell instanceof Date) return cell.toISOString().slice(0, 10);
  return typeof cell === 'number' ? String(Number(cell.toPrecision(12))) : String(cell);
}

const rowsIn = (table: Table) => table.filter((row) => row.some((cell) => cell.trim() !== '')).length;

async function readXlsx(file: File): Promise<ReadTables> {
  const sheets = await readApart({ kind: 'workbook', name: file.name, file });
  const tables = sheets.map(({ sheet, data }) => ({
    name: sheet,
    table: data.map((row) => row.map(textOf)),
  }));
  // The first with anything to read is the one that is meant, unless somebody says otherwise.
  const [first, ...others] = [...tables].sort(
    (a, b) => Number(rowsIn(b.table) > 1) - Number(rowsIn(a.table) > 1),
  );
  if (!first) throw new UnreadableFile(`“${file.name}” has no sheet.`);
  return { sheets: [first, ...others], encoding: null };
}

const LARGEST_TABLE_MB = 10;

/** Reads a CSV or XLSX; `encoding` is what somebody says of a CSV whose letters came out wrong. */
export async function readTables(file: File, encoding: Encoding | null = null): Promise<ReadTables> {
  if (file.size > LARGEST_TABLE_MB * 2 ** 20)
    throw new UnreadableFile(`“${file.name}” has more than ${LARGEST_TABLE_MB} MB; is it the right file?`);
  const read = /\.xlsx$/i.test(file.name) ? await readXlsx(file) : await readCsv(file, encoding);
  if (rowsIn(read.sheets[0].table) < 2)
    throw new UnreadableFile('The file has no row below its heading; nothing was taken.');
  return read;
}

/** By which spreadsheets know that letters are in UTF-8. */
const BYTE_ORDER_MARK = '\ufeff';

export async function csvOf(table: Table): Promise<Blob> {
  const { default: papa } = await import('papaparse');
  return new Blob(
    [
      BYTE_ORDER_MARK,
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
