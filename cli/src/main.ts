import { parseArgs } from 'node:util';
import { glazingCaseFormat, glazingResult, uncertaintyOf, type GlazingCase } from '@neat-sill/core/glazing';
import { doubtsCaseFormat, doubtsResult, type DoubtsCase } from '@neat-sill/core/survey';
import { priceCaseFormat, priceOf } from '@neat-sill/core/price';
import { timesCaseFormat, timesResult } from '@neat-sill/core/times';
import { sunCaseFormat, sunResult } from '@neat-sill/core/sun';
import {
  fittingCaseFormat,
  fittingResult,
  type FittingCase,
  type FittingResult,
} from '@neat-sill/core/fitting';
import {
  describeAnchoring,
  describeDoubt,
  describeRefusal,
  describeUncertainty,
} from '@neat-sill/core/words';
import { casesCommand } from './casesCommand.ts';
import { checkCommand } from './checkCommand.ts';
import { dayCheckCommand, dayCommand } from './dayCommands.ts';
import { UnusableInput, say } from './files.ts';
import { planCommand } from './planCommand.ts';

const GLAZING = {
  reader: glazingCaseFormat,
  answer: glazingResult,
  remarks: (asked: GlazingCase) => {
    const uncertain = uncertaintyOf(asked);
    return uncertain.because === 'broadBand'
      ? []
      : [{ code: 'shgc.uncertain', path: 'films', sentence: describeUncertainty(uncertain) }];
  },
};
const SUN = { reader: sunCaseFormat, answer: sunResult, remarks: () => [] };

const DOUBTS = {
  reader: doubtsCaseFormat,
  answer: (asked: DoubtsCase) => doubtsResult(asked, describeDoubt),
  remarks: () => [],
};

const FITTING = {
  reader: fittingCaseFormat,
  answer: (asked: FittingCase) =>
    fittingResult(asked, { refused: describeRefusal, anchor: describeAnchoring }),
  remarks: () => [],
  isNo: ({ refused }: FittingResult) => refused.length > 0,
};

const TIMES = { reader: timesCaseFormat, answer: timesResult, remarks: () => [] };
const PRICE = { reader: priceCaseFormat, answer: priceOf, remarks: () => [] };

/** What is computed case by case: reads a file of them, writes their results, gives the exit code. */
const CASES: Readonly<Record<string, (file: string) => Promise<number>>> = {
  glazing: (file) => casesCommand(file, GLAZING),
  sun: (file) => casesCommand(file, SUN),
  doubts: (file) => casesCommand(file, DOUBTS),
  fitting: (file) => casesCommand(file, FITTING),
  times: (file) => casesCommand(file, TIMES),
  price: (file) => casesCommand(file, PRICE),
};

const USAGE = `sill: the computations of Neat Sill on files, without a server

  npm run --silent sill -- plan JOB.json [--out PLAN.json] [--seconds 10]
  npm run --silent sill -- check JOB.json PLAN.json
  npm run --silent sill -- glazing CASE.json      light, heat and breakage of a glazing with its films
  npm run --silent sill -- sun CASE.json          where the sun stands, and when it is on a pane
  npm run --silent sill -- doubts CASE.json       which readings of a survey are asked about, and why
  npm run --silent sill -- fitting CASE.json      the steps of a pane, by film, glass, piece and site
  npm run --silent sill -- times CASE.json        how long panes take, by what a shop wrote down
  npm run --silent sill -- price CASE.json        what a job costs and what is asked for it
  npm run --silent sill -- day CASE.json [--out PLAN.json] [--seconds 10]
  npm run --silent sill -- daycheck CASE.json PLAN.json

Exit codes: 0 done, 1 the answer is no, 2 the input can't be used. Formats: docs/formats.
`;

function usage(sentence: string): UnusableInput {
  return new UnusableInput([{ code: 'usage', path: '', sentence: `${sentence}\n\n${USAGE}` }]);
}

function readArguments() {
  try {
    return parseArgs({
      allowPositionals: true,
      options: {
        out: { type: 'string' },
        seconds: { type: 'string', default: '10' },
        help: { type: 'boolean', short: 'h' },
      },
    });
  } catch (error) {
    if (error instanceof TypeError) throw usage(error.message);
    throw error;
  }
}

async function run(): Promise<number> {
  const { values, positionals } = readArguments();
  const [command, first, second, ...more] = positionals;
  if (values.help || command === undefined) {
    process.stdout.write(USAGE);
    return values.help ? 0 : 2;
  }
  if (command === 'plan') {
    const seconds = Number(values.seconds);
    if (!first || second) throw usage('plan takes one job file.');
    if (!(seconds >= 0) || seconds > 3600) throw usage('--seconds is a number from 0 to 3600.');
    return planCommand({ jobFile: first, outFile: values.out ?? null, seconds });
  }
  if (command === 'day') {
    const seconds = Number(values.seconds);
    if (!first || second) throw usage('day takes one file of cases.');
    if (!(seconds >= 0) || seconds > 3600) throw usage('--seconds is a number from 0 to 3600.');
    return dayCommand({ caseFile: first, outFile: values.out ?? null, seconds });
  }
  if (command === 'daycheck') {
    if (!first || !second || more.length > 0) throw usage('daycheck takes a file of cases and one of plans.');
    return dayCheckCommand(first, second);
  }
  if (command === 'check') {
    if (!first || !second || more.length > 0) throw usage('check takes a job file and a plan file.');
    return checkCommand(first, second);
  }
  const answer = CASES[command];
  if (answer) {
    if (!first || second) throw usage(`${command} takes one file of cases.`);
    return answer(first);
  }
  throw usage(`There is no command "${command}".`);
}

run().then(
  (code) => {
    process.exitCode = code;
  },
  (error: unknown) => {
    if (!(error instanceof UnusableInput)) throw error;
    error.problems.forEach(say);
    process.exitCode = 2;
  },
);
