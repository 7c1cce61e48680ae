import { readFormatValue, type FileProblem, type FormatReader } from '@neat-sill/core/units';
import { UnusableInput, readJson, say } from './files.ts';

/** How a kind of case is read, answered, and what is to be said of an answer beside it. */
export interface CaseCommand<Case, Answer> {
  readonly reader: FormatReader<Case>;
  readonly answer: (asked: Case) => Answer;
  readonly remarks: (asked: Case) => readonly FileProblem[];
  /** Whether an answer is a no, which the exit code tells; none is where it is left out. */
  readonly isNo?: (answer: Answer) => boolean;
}

/** Reads one case or an array of them and writes the result, or an array of results, to stdout. */
export async function casesCommand<Case, Answer>(
  file: string,
  { reader, answer, remarks, isNo = () => false }: CaseCommand<Case, Answer>,
): Promise<number> {
  const json = await readJson(file);
  const many = Array.isArray(json);
  const entries: readonly unknown[] = many ? json : [json];
  const placed = (problem: FileProblem, at: number): FileProblem =>
    many ? { ...problem, path: [`[${at}]`, problem.path].filter(Boolean).join('.') } : problem;
  const problems: FileProblem[] = [];
  const cases = entries.flatMap((entry, at) => {
    const read = readFormatValue(entry, reader);
    if (!read.ok) {
      problems.push(...read.problem.map((problem) => placed(problem, at)));
      return [];
    }
    read.value.warnings.forEach((warning) => say(placed(warning, at)));
    return [read.value.value];
  });
  if (problems.length > 0) throw new UnusableInput(problems);
  cases.forEach((asked, at) => remarks(asked).forEach((remark) => say(placed(remark, at))));
  const answers = cases.map(answer);
  process.stdout.write(`${JSON.stringify(many ? answers : answers[0], null, 2)}\n`);
  return answers.some(isNo) ? 1 : 0;
}
