import readWorkbook from 'read-excel-file/web-worker';
import { parseDrawing, type DrawnLayers } from '../files/parseDrawing.ts';
import { UnreadableFile } from '../files/unreadable.ts';

/** Reads one file off the page's thread; the page ends it when it takes too long. */

export type FileOrder =
  | { readonly kind: 'drawing'; readonly name: string; readonly text: string }
  | { readonly kind: 'workbook'; readonly name: string; readonly file: Blob };

/** The sheets of a workbook by name: numbers, text, days and truths by row. */
export type SheetCells = readonly {
  readonly sheet: string;
  readonly data: readonly (readonly unknown[])[];
}[];

export type ReadOf<Order extends FileOrder> = Order['kind'] extends 'drawing' ? DrawnLayers : SheetCells;

export type FileAnswer =
  | { readonly kind: 'read'; readonly read: DrawnLayers | SheetCells }
  | { readonly kind: 'unreadable'; readonly sentence: string };

async function workbook(name: string, file: Blob): Promise<SheetCells> {
  try {
    return await readWorkbook(file);
  } catch (error) {
    throw new UnreadableFile(
      `“${name}” can’t be read as a workbook (${error instanceof Error ? error.message : 'unknown cause'}). Save it again as XLSX or CSV.`,
      { cause: error },
    );
  }
}

async function answerTo(order: FileOrder): Promise<FileAnswer> {
  try {
    const read =
      order.kind === 'drawing'
        ? parseDrawing(order.name, order.text)
        : await workbook(order.name, order.file);
    return { kind: 'read', read };
  } catch (error) {
    if (!(error instanceof UnreadableFile)) throw error;
    return { kind: 'unreadable', sentence: error.message };
  }
}

self.onmessage = ({ data }: MessageEvent<FileOrder>) => {
  answerTo(data).then((answer) => self.postMessage(answer), reportError);
};
