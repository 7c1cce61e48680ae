import { z } from 'zod';
import { fail, succeed, type Result } from './result.ts';
import { brokenTextIn } from './text.ts';

/** Something in a file that keeps it from being used, or (a warning) that was left out of account. */
export interface FileProblem {
  readonly code: string;
  /** Where in the file, as `panes[2].width`; empty for the file as a whole. */
  readonly path: string;
  readonly sentence: string;
}

export interface FormatReader<Value> {
  readonly format: string;
  readonly version: number;
  readonly schema: z.ZodType<Value>;
}

export interface ReadFile<Value> {
  readonly value: Value;
  readonly warnings: readonly FileProblem[];
}

function pathText(path: readonly PropertyKey[]): string {
  return path.reduce<string>(
    (text, step) =>
      typeof step === 'number' ? `${text}[${step}]` : text ? `${text}.${String(step)}` : String(step),
    '',
  );
}

function problemOf(issue: z.core.$ZodIssue): FileProblem {
  const path = pathText(issue.path);
  const params = issue.code === 'custom' ? (issue.params as { code?: string } | undefined) : undefined;
  const code = params?.code ?? `field.${issue.code}`;
  return { code, path, sentence: issue.message.endsWith('.') ? issue.message : `${issue.message}.` };
}

function withoutUnknown(value: unknown, issues: readonly z.core.$ZodIssue[]): unknown {
  const copy: unknown = structuredCloneJson(value);
  for (const issue of issues) {
    if (issue.code !== 'unrecognized_keys') continue;
    const holder = issue.path.reduce<unknown>((at, step) => (at as Record<PropertyKey, unknown>)[step], copy);
    for (const key of issue.keys) Reflect.deleteProperty(holder as object, key);
  }
  return copy;
}

function structuredCloneJson(value: unknown): unknown {
  return JSON.parse(JSON.stringify(value));
}

/** Checks already parsed JSON against a format: its name, its version, then every field. */
export function readFormatValue<Value>(
  json: unknown,
  reader: FormatReader<Value>,
): Result<ReadFile<Value>, readonly FileProblem[]> {
  const { format, version, schema } = reader;
  const head = z.looseObject({ format: z.unknown(), version: z.unknown() }).safeParse(json);
  if (!head.success || head.data.format !== format)
    return fail([
      {
        code: 'format.other',
        path: 'format',
        sentence: `This is not a ${format} file; choose a file whose "format" is "${format}".`,
      },
    ]);
  if (typeof head.data.version !== 'number' || !Number.isInteger(head.data.version) || head.data.version < 1)
    return fail([
      {
        code: 'version.invalid',
        path: 'version',
        sentence: `"version" must be a whole number from 1 to ${version}.`,
      },
    ]);
  if (head.data.version > version)
    return fail([
      {
        code: 'version.newer',
        path: 'version',
        sentence: `The file is version ${head.data.version}, this program reads up to ${version}: update the program, or save the file as version ${version}.`,
      },
    ]);
  const broken = brokenTextIn(json);
  if (broken !== null)
    return fail([
      {
        code: 'text.broken',
        path: broken,
        sentence: 'The text here has a character that is broken off or is none; write it again.',
      },
    ]);
  const parsed = schema.safeParse(json);
  if (parsed.success) return succeed({ value: parsed.data, warnings: [] });
  const issues = parsed.error.issues;
  if (issues.some((issue) => issue.code !== 'unrecognized_keys')) return fail(issues.map(problemOf));
  const again = schema.safeParse(withoutUnknown(json, issues));
  if (!again.success) return fail(again.error.issues.map(problemOf));
  const warnings = issues.flatMap((issue) =>
    (issue.code === 'unrecognized_keys' ? issue.keys : []).map((key) => ({
      code: 'field.unknown',
      path: pathText([...issue.path, key]),
      sentence:
        'This field is not part of the format and was left out of account; remove it or check its spelling.',
    })),
  );
  return succeed({ value: again.data, warnings });
}

/** Parses the text of a file as JSON; says whether it was cut off or is none. */
export function readJsonText(text: string): Result<unknown, readonly FileProblem[]> {
  try {
    return succeed(JSON.parse(text) as unknown);
  } catch (error) {
    if (!(error instanceof SyntaxError)) throw error;
    const cut = text.trim() === '' || /end of JSON|Unterminated/i.test(error.message);
    const sentence = cut
      ? 'The file ends in the middle: it was cut off while being saved or sent. Fetch it again from where it came.'
      : `The file is not readable JSON (${error.message}). Fetch it again from where it came.`;
    return fail([{ code: cut ? 'file.truncated' : 'file.notJson', path: '', sentence }]);
  }
}

/**
 * Reads a file of one of the open formats. Another format, a newer version, broken JSON and unusable fields are
 * problems; fields the format does not know come back as warnings, so nothing is ignored silently.
 */
export function readFormat<Value>(
  text: string,
  reader: FormatReader<Value>,
): Result<ReadFile<Value>, readonly FileProblem[]> {
  const json = readJsonText(text);
  return json.ok ? readFormatValue(json.value, reader) : json;
}
