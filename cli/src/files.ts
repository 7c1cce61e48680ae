import { readFileSync } from 'node:fs';
import { stat } from 'node:fs/promises';
import { readFormat, readJsonText, type FileProblem, type FormatReader } from '@neat-sill/core/units';

/** Larger than any honest job file: a slip in the file name must not fill the memory. */
const LARGEST_FILE_BYTES = 20 * 2 ** 20;

/** Ends the command with exit code 2: the input can't be used. */
export class UnusableInput extends Error {
  constructor(readonly problems: readonly FileProblem[]) {
    super('The input can not be used');
  }
}

export function say({ code, path, sentence }: FileProblem): void {
  process.stderr.write(`${[code, path].filter(Boolean).join(' ')}: ${sentence}\n`);
}

async function textOf(path: string): Promise<string> {
  const size = await stat(path).then(
    (found) => found.size,
    (error: NodeJS.ErrnoException) => {
      const sentence = `The file can't be opened (${error.code ?? error.message}); check its name and place.`;
      throw new UnusableInput([{ code: 'file.notFound', path, sentence }]);
    },
  );
  if (size > LARGEST_FILE_BYTES) {
    const sentence = `The file has ${Math.round(size / 2 ** 20)} MB, the limit is ${LARGEST_FILE_BYTES / 2 ** 20} MB; is it a job file?`;
    throw new UnusableInput([{ code: 'file.tooLarge', path, sentence }]);
  }
  return readFileSync(path, 'utf8');
}

/** Reads a file of a format; warnings go to stderr, problems are thrown as unusable input. */
export async function readInput<Value>(path: string, reader: FormatReader<Value>): Promise<Value> {
  const result = readFormat(await textOf(path), reader);
  if (!result.ok) throw new UnusableInput(result.problem);
  result.value.warnings.forEach(say);
  return result.value.value;
}

/** Reads a file as JSON of any kind. */
export async function readJson(path: string): Promise<unknown> {
  const json = readJsonText(await textOf(path));
  if (!json.ok) throw new UnusableInput(json.problem);
  return json.value;
}
