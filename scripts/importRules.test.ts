import { mkdtemp, mkdir, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { cruise, type ICruiseResult, type IFlattenedRuleSet } from 'dependency-cruiser';

/* The import rules are tried with planted breaches, in a small tree laid out like this one. */

interface Config {
  readonly forbidden: IFlattenedRuleSet['forbidden'];
}

const SOUND: Readonly<Record<string, string>> = {
  'core/src/units/index.ts': `export { length } from './length.ts';`,
  'core/src/units/length.ts': `export const length = 1;`,
  'core/src/survey/index.ts': `import { length } from '../units/index.ts'; export const pane = length;`,
  'core/src/cuts/format/index.ts': `export type Plan = number;`,
  'core/src/cuts/format/cutPlan.ts': `export type Inner = number;`,
  'core/src/cuts/lay/knives.ts': `import type { Plan } from '../format/index.ts'; export const knives = (plan: Plan) => plan;`,
  'core/src/cuts/after/cutList.ts': `import { knives } from '../lay/knives.ts'; export const list = knives;`,
  'core/src/cuts/index.ts': `export { list } from './after/cutList.ts';`,
  'core/src/check/index.ts': `import type { Plan } from '../cuts/format/index.ts'; export const check = (plan: Plan) => plan;`,
  'core/src/job/index.ts': `import { list } from '../cuts/index.ts'; export const job = list;`,
  'core/src/contract/index.ts': `export const contract = 1;`,
  'server/src/app.ts': `import { contract } from '../../core/src/contract/index.ts'; export const app = contract;`,
  'web/src/features/job/index.ts': `export const store = 1;`,
  'web/src/features/wall/index.ts': `import { store } from '../job/index.ts'; export const wall = store;`,
  'web/src/features/cuts/stage.ts': `import { wall } from '../wall/index.ts'; export const cuts = wall;`,
  'web/src/drawing/pane.ts': `export const drawing = 1;`,
};

/** The rules that a tree breaks, by name. */
async function broken(planted: Readonly<Record<string, string>>): Promise<string[]> {
  const { default: config } = (await import('../.dependency-cruiser.mjs' as string)) as { default: Config };
  const folder = await mkdtemp(join(tmpdir(), 'import-rules-'));
  try {
    for (const [path, text] of Object.entries({ ...SOUND, ...planted })) {
      await mkdir(dirname(join(folder, path)), { recursive: true });
      await writeFile(join(folder, path), text);
    }
    const { output } = await cruise(['core', 'server', 'web'], {
      ruleSet: { forbidden: config.forbidden },
      validate: true,
      baseDir: folder,
      tsPreCompilationDeps: true,
    });
    const { summary } = output as ICruiseResult;
    return [...new Set(summary.violations.map(({ rule }) => rule.name))].sort();
  } finally {
    await rm(folder, { recursive: true });
  }
}

const breach = (path: string, text: string) => ({ [path]: text });

test.each<[string, Readonly<Record<string, string>>, string[]]>([
  ['nothing', {}, []],
  [
    'another core folder’s inner file',
    breach(
      'core/src/survey/size.ts',
      `import { length } from '../units/length.ts'; export const size = length;`,
    ),
    ['core-folders-by-their-doors'],
  ],
  [
    'a core folder that comes later',
    breach('core/src/survey/late.ts', `import { job } from '../job/index.ts'; export const late = job;`),
    ['core-order-survey'],
  ],
  [
    'the planner, by the checker',
    breach(
      'core/src/check/slits.ts',
      `import { knives } from '../cuts/lay/knives.ts'; export const slits = knives;`,
    ),
    ['check-shares-the-format-only', 'core-folders-by-their-doors', 'core-order-check'],
  ],
  [
    'the planner’s door, by the checker',
    breach('core/src/check/lists.ts', `import { list } from '../cuts/index.ts'; export const lists = list;`),
    ['check-shares-the-format-only', 'core-order-check'],
  ],
  [
    'the survey, by the checker',
    breach(
      'core/src/check/panes.ts',
      `import { pane } from '../survey/index.ts'; export const panes = pane;`,
    ),
    ['check-shares-the-format-only'],
  ],
  [
    'what comes after the plan, by its layout',
    breach(
      'core/src/cuts/lay/strips.ts',
      `import { list } from '../after/cutList.ts'; export const strips = list;`,
    ),
    ['cuts-order-lay'],
  ],
  [
    'an inner file of core, by the server',
    breach(
      'server/src/length.ts',
      `import { length } from '../../core/src/units/length.ts'; export const l = length;`,
    ),
    ['core-by-its-doors'],
  ],
  [
    'the server, by the web',
    breach('web/src/app.ts', `import { app } from '../../server/src/app.ts'; export const page = app;`),
    ['room-web'],
  ],
  [
    'the web, by core',
    breach(
      'core/src/units/page.ts',
      `import { drawing } from '../../../web/src/drawing/pane.ts'; export const p = drawing;`,
    ),
    ['room-core'],
  ],
  [
    'an inner file of another feature',
    {
      ...breach('web/src/features/job/slice.ts', `export const slice = 1;`),
      ...breach(
        'web/src/features/cuts/bench.ts',
        `import { slice } from '../job/slice.ts'; export const bench = slice;`,
      ),
    },
    ['features-by-their-doors'],
  ],
  [
    'the wall, by the store of a job',
    breach(
      'web/src/features/job/shown.ts',
      `import { wall } from '../wall/index.ts'; export const shown = wall;`,
    ),
    ['store-knows-no-wall'],
  ],
  [
    'a stage, by the wall',
    {
      ...breach('web/src/features/cuts/index.ts', `export const marks = 1;`),
      ...breach(
        'web/src/features/wall/marks.ts',
        `import { marks } from '../cuts/index.ts'; export const m = marks;`,
      ),
    },
    ['store-wall-stages'],
  ],
  [
    'the store, by a drawing',
    breach(
      'web/src/drawing/wall.ts',
      `import { store } from '../features/job/index.ts'; export const drawn = store;`,
    ),
    ['drawing-knows-no-store'],
  ],
  [
    'each other',
    {
      ...breach('core/src/units/one.ts', `import { two } from './two.ts'; export const one = () => two;`),
      ...breach('core/src/units/two.ts', `import { one } from './one.ts'; export const two = () => one;`),
    },
    ['no-circles'],
  ],
])('a file that imports %s', async (_what, planted, rules) => {
  expect(await broken(planted)).toEqual(rules);
});
