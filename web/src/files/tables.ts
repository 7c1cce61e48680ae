/** Tables of text as files: CSV and XLSX, read and written by the standard packages, loaded only when wanted. */

export type Table = readonly (readonly string[])[];

/** A file that can't be read as a table, with a sentence on what to do. */
export class UnreadableTable extends Error {}

async function readCsv(file: File): Promise<Table> {
  const { default: papa } = await import('papaparse');
  const { data, errors } = papa.parse<string[]>(await file.text(), { skipEmptyLines: 'greedy' });
  const [broken] = errors.filter(({ type }) => type === 'Quotes');
  if (broken)
    throw new UnreadableTable(
      `Line ${(broken.row ?? 0) + 1} has an open quotation mark: close it and try again.`,
    );
  return data;
}

async function readXlsx(file: File): Promise<Table> {
  const { readSheet } = await import('read-excel-file/browser');
  try {
    const rows = await readSheet(file);
    return rows.map((row) => row.map((cell) => (cell === null ? '' : String(cell))));
  } catch (error) {
    throw new UnreadableTable(
      `“${file.name}” can’t be read as a workbook (${error instanceof Error ? error.message : 'unknown cause'}). Save it again as XLSX or CSV.`,
      { cause: error },
    );
  }
}

const LARGEST_TABLE_MB = 10;

export async function readTable(file: File): Promise<Table> {
  if (file.size > LARGEST_TABLE_MB * 2 ** 20)
    throw new UnreadableTable(`“${file.name}” has more than ${LARGEST_TABLE_MB} MB; is it a list of panes?`);
  const table = /\.xlsx$/i.test(file.name) ? await readXlsx(file) : await readCsv(file);
  if (table.length < 2)
    throw new UnreadableTable('The file has no row below its heading; nothing was taken.');
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
