import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { checkPlan } from '@neat-sill/core/check';
import { RACK_COLUMNS, operations, readRackCode, readRackLines } from '@neat-sill/core/contract';
import { planCuts, planJobFormat } from '@neat-sill/core/cuts';
import {
  FILM_COLUMNS,
  catalogueFileSchema,
  catalogueLines,
  linesOfFile,
  parseFillRule,
  readCatalogue,
} from '@neat-sill/core/film';
import { glazingCaseFormat, glazingResult } from '@neat-sill/core/glazing';
import { jobFileFormat, readJobRecords } from '@neat-sill/core/job';
import { guessColumns, sheetLines } from '@neat-sill/core/sheet';
import { readMapPosition, sunCaseFormat, sunResult } from '@neat-sill/core/sun';
import { paneColumnNames, paneListOf, parseOpeningLine, readPaneLines } from '@neat-sill/core/survey';
import {
  bookForTest,
  filmsForTest,
  jobFileForTest,
  jobForTest,
  paneForTest,
  recordsForTest,
} from '@neat-sill/core/testing';
import { parseLength, readFormat, seededRandom } from '@neat-sill/core/units';
import { GLASS_NAMES, OPENING_NAMES, PANE_WORDS } from '@neat-sill/core/words';
import { brokenJson, brokenText, chanceOf, tally, type Chance, type Tally } from './fuzzing.ts';
import { startStack, type BenchStack } from './stack.ts';
import { printTable } from './table.ts';

const ROOT = resolve(import.meta.dirname, '../../..');
const example = (name: string): unknown =>
  JSON.parse(readFileSync(resolve(ROOT, 'docs/formats', name), 'utf8'));

const LENGTHS = ['819', '81.9 cm', '32 1/4', `2' 8 1/4"`, '0,819 m', '32-1/4 in', `5'`, '1.200,5 mm', '⅞'];
const OPENINGS = [
  '640 x 1120 x3 sash',
  '32 1/4 by 44 1/8 double',
  '1200 x 900 lights 3 by 2',
  'arch 900 x 1400 low-e handle left',
  '2 of 600,5 × 902 casement',
];
const RULES = [
  'Gannet Silver 20 on all south windows',
  'frost in the bathroom',
  'no film on doors',
  'silver',
];
const POSITIONS = [
  '51.96, 7.62',
  '51°57′N 7°37′E',
  '43.65 N 70.25 W',
  '-33,86 151,21',
  '40° 26\' 46" N 79° 58\' 56" W',
];
const CODES = [
  '010401234567890110A12',
  '(01)04012345678901(10)A12',
  'http://a.example/rack?entry=G-1',
  'LOT 7',
];

const texts = (
  name: string,
  inputs: number,
  corpus: readonly string[],
  read: (text: string) => boolean,
): Tally => tally(name, inputs, (chance) => read(brokenText(chance.pick(corpus), corpus, chance)));
const files = (name: string, inputs: number, whole: unknown, read: (text: string) => boolean): Tally =>
  tally(name, inputs, (chance) => {
    const broken = brokenJson(whole, chance);
    const text = JSON.stringify(broken) ?? 'null';
    return read(chance.below(5) === 0 ? brokenText(text, [text], chance) : text);
  });
const tables = (
  name: string,
  inputs: number,
  table: readonly (readonly string[])[],
  read: (table: readonly (readonly string[])[]) => boolean,
): Tally =>
  tally(name, inputs, (chance) => {
    const cells = table.flat();
    const broken = table.map((row) =>
      row.map((cell) =>
        chance.below(Math.max(12, cells.length / 2)) < 1 ? brokenText(cell, cells, chance) : cell,
      ),
    );
    return read(chance.below(8) === 0 ? broken.map((row) => row.slice(chance.below(3))) : broken);
  });

/** A plan of what was taken must be possible, and right by the checker. */
function plansRight(text: string): boolean {
  const read = readFormat(text, planJobFormat);
  if (!read.ok) return false;
  const job = read.value.value;
  if (job.panes.reduce((sum, { count = 1 }) => sum + count, 0) > 60) return true;
  const plan = planCuts(job, { random: seededRandom(1), rounds: 0, shouldStop: () => true });
  const [fault] = checkPlan(job, plan);
  if (fault) throw new Error(`a plan with a fault: ${fault.code}`);
  return true;
}

function core(inputs: number): Tally[] {
  const records = recordsForTest();
  const words = { openings: OPENING_NAMES, glass: GLASS_NAMES };
  const columns = FILM_COLUMNS.map((column) => column);
  const planJob = jobForTest({
    panes: [paneForTest(), paneForTest({ id: 'p2', width: 1700, height: 2100 })],
  });
  return [
    texts('a length', inputs * 4, LENGTHS, (text) =>
      (['mm', 'in'] as const).some((unit) => parseLength(text, unit, 'glass').ok),
    ),
    texts('a line of openings', inputs * 4, OPENINGS, (text) => parseOpeningLine(text, 'mm').ok),
    texts('films in one line', inputs, RULES, (text) => parseFillRule(text, records, filmsForTest, words).ok),
    texts('a place on a map', inputs, POSITIONS, (text) => readMapPosition(text) !== null),
    texts('a code on a roll', inputs, CODES, (text) => readRackCode(text, text.length % 2 === 0) !== null),
    tables(
      'a pane list',
      inputs,
      paneListOf(records, bookForTest.ruleSets[0]?.cutting as never, 'mm', PANE_WORDS),
      (table) =>
        readPaneLines(
          sheetLines(table, guessColumns(table[0] ?? [], paneColumnNames(PANE_WORDS))),
          'mm',
          PANE_WORDS,
        ).bad.length === 0,
    ),
    tables(
      'a catalogue',
      inputs,
      catalogueLines(filmsForTest).map((line) => columns.map((column) => line[column] ?? '')),
      (table) => {
        const lines = table.map((row, line) => ({
          line,
          text: Object.fromEntries(columns.map((column, at) => [column, row[at] ?? ''])),
        }));
        return readCatalogue(lines, filmsForTest).bad.length === 0;
      },
    ),
    tables(
      'a stock list',
      inputs,
      [['G-1', 'Gannet Silver 20', 'roll', '1524', '12000', 'left right', 'B12', 'bay 3']],
      (table) => {
        const lines = table.map((row, line) => ({
          line,
          text: Object.fromEntries(RACK_COLUMNS.map((column, at) => [column, row[at] ?? ''])),
        }));
        return readRackLines(lines as never, filmsForTest, []).bad.length === 0;
      },
    ),
    files(
      'films as JSON',
      inputs,
      { format: 'neat-sill/films', version: 1, films: catalogueLines(filmsForTest) },
      (text) => {
        const raw: unknown = (() => {
          try {
            return JSON.parse(text);
          } catch {
            return null; // a page says so before it reads on
          }
        })();
        const read = catalogueFileSchema.safeParse(raw);
        return read.success && readCatalogue(linesOfFile(read.data), filmsForTest).bad.length === 0;
      },
    ),
    files('a job file', inputs, jobFileForTest(records), (text) => {
      const read = readFormat(text, jobFileFormat);
      return read.ok && readJobRecords(read.value.value, bookForTest, null).ok;
    }),
    files('a job to plan', inputs, planJob, plansRight),
    files('a glazing case', inputs, example('example-glazing-case.json'), (text) => {
      const read = readFormat(text, glazingCaseFormat);
      if (read.ok) glazingResult(read.value.value);
      return read.ok;
    }),
    files('a sun case', inputs / 4, example('example-sun-case.json'), (text) => {
      const read = readFormat(text, sunCaseFormat);
      if (read.ok) sunResult(read.value.value);
      return read.ok;
    }),
  ];
}

/** What each operation takes, as far as something good is known; the rest gets anything. */
async function goodBodies(stack: BenchStack): Promise<Readonly<Record<string, unknown>>> {
  const { jobs } = (await stack.call('GET', '/jobs')) as { jobs: { id: string }[] };
  const job = (await stack.call('GET', `/jobs/${jobs[0]?.id ?? ''}`)) as {
    records: { pane: Record<string, unknown> };
  };
  const [paneId, pane] = Object.entries(job.records.pane)[0] ?? ['p', {}];
  const book = (await stack.call('GET', '/shop-book')) as {
    films: unknown[];
    rack: { entry: unknown; lot: unknown; place: unknown; version: number }[];
    ruleSets: { version: number; rules: unknown }[];
  };
  const [entry] = book.rack;
  return {
    editJob: {
      editId: crypto.randomUUID(),
      label: 'x',
      changes: [{ kind: 'pane', id: paneId, baseVersion: 1, after: pane }],
    },
    importJob: { file: JSON.stringify(jobFileForTest(recordsForTest())), customer: '', site: null },
    saveFilms: { films: book.films.slice(0, 1) },
    saveRack: {
      entries: entry ? [{ entry: entry.entry, lot: entry.lot, place: entry.place, baseVersion: 0 }] : [],
      removed: [],
    },
    saveRuleSet: { baseVersion: 1, rules: book.ruleSets[0]?.rules },
    makeJob: {
      name: 'x',
      customer: 'y',
      site: { address: '', town: 't', latitude: 1, longitude: 2, timeZone: 'UTC' },
    },
    makePaper: { kind: 'care-sheet', today: '2026-05-04' },
    invite: { name: 'Ines', email: 'ines@x.example', role: 'owner' },
    signIn: { email: 'a@b.example', password: 'x', code: '' },
    useLink: { kind: 'password', token: 'x'.repeat(40), password: 'four plain slow words' },
    saveConsumable: {
      id: crypto.randomUUID(),
      name: 'Blades',
      unit: 'pieces',
      onHand: 3,
      least: null,
      place: null,
      version: 0,
    },
  };
}

/** Every operation of the server with broken bodies and addresses: whatever comes, it is no fault of the server. */
async function server(stack: BenchStack, inputs: number): Promise<Tally> {
  const bodies = await goodBodies(stack);
  const names = Object.keys(operations).filter(
    (name) => !/signOut|erase|remove|changePassword|Code/.test(name),
  );
  let [taken, refused, slowestMs] = [0, 0, 0];
  const thrown: { seed: number; message: string }[] = [];
  const { jobs } = (await stack.call('GET', '/jobs')) as { jobs: { id: string }[] };
  for (let seed = 1; seed <= inputs; seed += 1) {
    const chance: Chance = chanceOf(seed);
    const name = chance.pick(names) as keyof typeof operations;
    const { method, path } = operations[name];
    const id = chance.pick([...jobs.map((job) => job.id), 'x', '%00', '__proto__', crypto.randomUUID()]);
    const where = path.replaceAll(/:[a-zA-Z]+/g, () =>
      encodeURIComponent(
        chance.below(4) === 0 ? brokenText(id, [id], chance).replaceAll(/[\ud800-\udfff]/g, '') : id,
      ),
    );
    const body = JSON.stringify(brokenJson(bodies[name] ?? { a: 1 }, chance)) ?? 'null';
    const start = performance.now();
    const answer = await fetch(`${stack.address}/api${where}`, {
      method,
      headers: { cookie: stack.cookie, 'x-csrf-token': stack.csrfToken, 'content-type': 'application/json' },
      ...(method === 'get' || method === 'delete'
        ? {}
        : { body: chance.below(6) === 0 ? body.slice(0, chance.below(body.length)) : body }),
    });
    const text = await answer.text();
    slowestMs = Math.max(slowestMs, performance.now() - start);
    if (answer.status >= 500)
      thrown.push({ seed, message: `${method} ${where} ${answer.status} ${text.slice(0, 200)}` });
    else if (answer.ok) taken += 1;
    else refused += 1;
  }
  return { name: 'the server', inputs, taken, refused, thrown, slowestMs };
}

/** Broken input for every reader, by seed: none may throw, none may take long. */
export async function benchFuzz(inputs: number): Promise<void> {
  const drawings = execFileSync(
    'node',
    ['--import', 'tsx', resolve(ROOT, 'web/bench/fuzz.ts'), String(inputs)],
    {
      encoding: 'utf8',
      timeout: 600_000,
    },
  );
  const stack = await startStack();
  const all = [...core(inputs), ...(JSON.parse(drawings) as Tally[])];
  try {
    all.push(await server(stack, inputs));
  } finally {
    await stack.stop();
  }
  printTable(
    'Broken input, by seed from 1',
    all.map(({ name, inputs: many, taken, refused, thrown, slowestMs }) => ({
      reader: name,
      inputs: many,
      taken,
      refused,
      'thrown (faults)': thrown.length,
      'slowest ms': Math.round(slowestMs),
    })),
  );
  for (const { name, thrown } of all)
    for (const { seed, message } of thrown.slice(0, 4)) console.log(`${name}, seed ${seed}: ${message}`);
}
