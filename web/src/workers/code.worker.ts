import { prepareZXingModule, readBarcodes } from 'zxing-wasm/reader';
import reader from 'zxing-wasm/reader/zxing_reader.wasm?url';

/** A picture in which a code is looked for: a photograph, or what a camera sees just now. */
export interface CodeOrder {
  readonly turn: number;
  readonly picture: Blob | ImageData;
}
export interface CodeAnswer {
  readonly turn: number;
  readonly found: { readonly text: string; readonly isGs1: boolean } | null;
}

void prepareZXingModule({
  overrides: {
    locateFile: (path: string, prefix: string) => (path.endsWith('.wasm') ? reader : prefix + path),
  },
});

self.onmessage = async ({ data: { turn, picture } }: MessageEvent<CodeOrder>) => {
  const [code] = await readBarcodes(picture, { tryHarder: true, maxNumberOfSymbols: 1, textMode: 'Plain' });
  const found = code?.isValid ? { text: code.text, isGs1: code.contentType === 'GS1' } : null;
  self.postMessage({ turn, found } satisfies CodeAnswer);
};
