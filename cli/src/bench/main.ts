import { parseArgs } from 'node:util';
import { benchApi } from './api.ts';
import { benchCuts } from './cuts.ts';
import { FAMILIES, type Family } from './families.ts';
import { benchDay } from './day.ts';
import { benchFilm } from './film.ts';
import { benchFuzz } from './fuzz.ts';
import { benchScale } from './scale.ts';
import { benchSurvey } from './survey.ts';
import { benchTimes } from './times.ts';

const USAGE = `npm run bench [-- cuts|film|survey|times|day|api|scale|fuzz …] [--seconds 10] [--jobs 8] [--inputs 5000] [--family house] [--short]

Figures with their sizes; nothing here passes or fails. --short leaves out what takes half an hour.
`;

const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: {
    seconds: { type: 'string', default: '10' },
    jobs: { type: 'string', default: '8' },
    inputs: { type: 'string', default: '5000' },
    family: { type: 'string', multiple: true, default: [] },
    short: { type: 'boolean', default: false },
    help: { type: 'boolean', default: false },
  },
});

const isFamily = (name: string): name is Family => name in FAMILIES;
const families = values.family.filter(isFamily);

/** `npm run bench` runs all, `npm run bench cuts` one. */
const BENCHES: Readonly<Record<string, () => void | Promise<void>>> = {
  cuts: () =>
    benchCuts({
      seconds: Number(values.seconds),
      jobs: Number(values.jobs),
      families: families.length > 0 ? families : (Object.keys(FAMILIES) as Family[]),
      long: !values.short,
    }),
  api: () => benchApi(Number(values.seconds)),
  scale: benchScale,
  fuzz: () => benchFuzz(Number(values.inputs)),
  film: benchFilm,
  survey: benchSurvey,
  times: benchTimes,
  day: () => benchDay(Number(values.seconds), !values.short),
};

const unknown = [
  ...positionals.filter((name) => !(name in BENCHES)),
  ...values.family.filter((name) => !isFamily(name)),
];
if (values.help || unknown.length > 0) {
  process.stderr.write(unknown.length > 0 ? `There is no ${unknown.join(', ')}.\n${USAGE}` : USAGE);
  process.exitCode = unknown.length > 0 ? 2 : 0;
} else
  for (const name of positionals.length > 0 ? positionals : Object.keys(BENCHES)) await BENCHES[name]?.();
