import {
  checkDay,
  dayCaseFormat,
  dayPlanFormat,
  planDay,
  type DayCase,
  type DayPlan,
} from '@neat-sill/core/day';
import { readFormatValue, seededRandom, type FileProblem, type FormatReader } from '@neat-sill/core/units';
import { describeUnplacedTask } from '@neat-sill/core/words';
import { writeFileSync } from 'node:fs';
import { UnusableInput, readJson, say } from './files.ts';

const SEED = 20261130;
const MOST_ROUNDS = 1_000_000_000;

interface ReadMany<Value> {
  readonly isList: boolean;
  readonly values: readonly Value[];
}

/** One value of a format, or a list of them. */
async function readMany<Value>(file: string, reader: FormatReader<Value>): Promise<ReadMany<Value>> {
  const json = await readJson(file);
  const isList = Array.isArray(json);
  const problems: FileProblem[] = [];
  const values = (isList ? json : [json]).flatMap((entry: unknown, at: number) => {
    const read = readFormatValue(entry, reader);
    const placed = (problem: FileProblem) =>
      isList ? { ...problem, path: [`[${at}]`, problem.path].filter(Boolean).join('.') } : problem;
    if (!read.ok) {
      problems.push(...read.problem.map(placed));
      return [];
    }
    read.value.warnings.map(placed).forEach(say);
    return [read.value.value];
  });
  if (problems.length > 0) throw new UnusableInput(problems);
  return { isList, values };
}

function planOne(day: DayCase, milliseconds: number): DayPlan {
  const end = performance.now() + milliseconds;
  const plan = planDay(day, {
    random: seededRandom(SEED),
    rounds: MOST_ROUNDS,
    shouldStop: () => performance.now() >= end,
  });
  const [fault] = checkDay(day, plan);
  if (fault) throw new Error(`The planner made a plan that its checker refuses: ${fault.sentence}`);
  for (const { taskId, reason } of plan.unplaced)
    say({ code: reason, path: `tasks.${taskId}`, sentence: describeUnplacedTask(reason, taskId) });
  return plan;
}

export interface DayOptions {
  readonly caseFile: string;
  readonly outFile: string | null;
  readonly seconds: number;
}

/** Plans days; gives the exit code: 0 all tasks are placed, 1 some are not. */
export async function dayCommand({ caseFile, outFile, seconds }: DayOptions): Promise<number> {
  const { isList, values } = await readMany(caseFile, dayCaseFormat);
  const plans = values.map((day) => planOne(day, (seconds * 1000) / values.length));
  const text = `${JSON.stringify(isList ? plans : plans[0], null, 2)}\n`;
  if (outFile === null) process.stdout.write(text);
  else writeFileSync(outFile, text);
  return plans.some(({ unplaced }) => unplaced.length > 0) ? 1 : 0;
}

/** Checks plans against their cases; gives the exit code: 0 nothing against them, 1 one line per breach. */
export async function dayCheckCommand(caseFile: string, planFile: string): Promise<number> {
  const days = await readMany(caseFile, dayCaseFormat);
  const plans = await readMany(planFile, dayPlanFormat);
  if (days.values.length !== plans.values.length)
    throw new UnusableInput([
      {
        ...{ code: 'plans.count', path: '' },
        sentence: `There are ${days.values.length} cases and ${plans.values.length} plans; each case has one plan, in the same order.`,
      },
    ]);
  let faults = 0;
  days.values.forEach((day, at) => {
    const plan = plans.values[at];
    for (const fault of plan ? checkDay(day, plan) : []) {
      faults += 1;
      say(days.isList ? { ...fault, path: [`[${at}]`, fault.path].filter(Boolean).join('.') } : fault);
    }
  });
  return faults > 0 ? 1 : 0;
}
