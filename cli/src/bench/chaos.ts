import { execFileSync, spawn, type ChildProcess } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { mkdirSync, mkdtempSync, readFileSync, readdirSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { join, resolve } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { parseArgs } from 'node:util';
import { chanceOf } from './fuzzing.ts';
import { printTable } from './table.ts';

/* Everything ends by itself, over and over, while people write: what they were told is written must be there afterwards. */

const { values } = parseArgs({
  options: { seconds: { type: 'string', default: '90' }, seed: { type: 'string', default: '1' } },
});
const SECONDS = Number(values.seconds);
const chance = chanceOf(Number(values.seed));

const ROOT = resolve(import.meta.dirname, '../../..');
const WRITERS = 8;
const JOBS = 4;
const DEVICES = 2;
const bash = (...args: string[]) => execFileSync('bash', args, { cwd: ROOT, encoding: 'utf8' }).trim();

mkdirSync(resolve(ROOT, '.data'), { recursive: true });
const serverFolder = resolve(ROOT, '.data/bench-server');
execFileSync('npm', ['run', '--silent', 'build', '-w', 'server', '--', serverFolder], { cwd: ROOT });
const data = mkdtempSync(resolve(ROOT, '.data/chaos-'));
const port = await new Promise<number>((found) => {
  const probe = createServer().listen(0, '127.0.0.1', () => {
    const { port: free } = probe.address() as { port: number };
    probe.close(() => found(free));
  });
});
const api = `http://127.0.0.1:${port}/api`;

const supervisor: ChildProcess = spawn('node', ['scripts/supervise.mjs'], {
  cwd: ROOT,
  env: {
    ...process.env,
    DATA: data,
    PORT: String(port),
    DEMO: 'yes',
    LOG_LEVEL: 'silent',
    SERVER_FOLDER: serverFolder,
  },
  stdio: 'ignore',
});

const isWell = () =>
  fetch(`${api}/health`).then(
    (answer) => answer.status === 200,
    () => false,
  );
async function untilWell(): Promise<void> {
  while (!(await isWell())) await wait(200);
}

/** Processes that belong to this run, by what they are called. */
function pidsOf(program: string): number[] {
  return readdirSync('/proc').flatMap((pid) => {
    if (!/^\d+$/.test(pid)) return [];
    try {
      const [command, environment] = ['cmdline', 'environ'].map((file) =>
        readFileSync(join('/proc', pid, file), 'utf8'),
      );
      return environment?.includes(`DATA=${data}\0`) && command?.includes(program) ? [Number(pid)] : [];
    } catch {
      return []; // ended meanwhile, or somebody else's
    }
  });
}
function postmaster(): number[] {
  try {
    const folder = bash('scripts/postgres.sh', 'where', data);
    return [Number(readFileSync(join(folder, 'data/postmaster.pid'), 'utf8').split('\n', 1)[0])];
  } catch {
    return []; // it is away just now
  }
}

await untilWell();
const { demoSignIn } = (await (await fetch(`${api}/session`)).json()) as { demoSignIn: object };
const signedIn = await fetch(`${api}/session`, {
  method: 'POST',
  headers: { 'content-type': 'application/json' },
  body: JSON.stringify(demoSignIn),
});
const cookie = signedIn.headers
  .getSetCookie()
  .map((each) => each.split(';')[0])
  .join('; ');
const { csrfToken } = (await signedIn.json()) as { csrfToken: string };

const counts = { sent: 0, again: 0, stale: 0, acknowledged: 0, pictures: 0, papers: 0 };

/** Sends until there is an answer that is one: what got lost on the way is sent again, as a page does. */
async function send(
  method: string,
  path: string,
  body?: unknown,
): Promise<{ status: number; body: unknown }> {
  for (;;) {
    counts.sent += 1;
    try {
      const answer = await fetch(`${api}${path}`, {
        method,
        headers: {
          cookie,
          'x-csrf-token': csrfToken,
          ...(body instanceof Uint8Array
            ? { 'content-type': 'image/jpeg' }
            : { 'content-type': 'application/json' }),
        },
        ...(body === undefined
          ? {}
          : { body: body instanceof Uint8Array ? new Blob([new Uint8Array(body)]) : JSON.stringify(body) }),
      });
      const text = await answer.text();
      if (answer.status < 500) return { status: answer.status, body: text === '' ? null : JSON.parse(text) };
    } catch {
      // no answer: it may be written or not
    }
    counts.again += 1;
    await wait(300);
  }
}

const { jobs } = (await send('GET', '/jobs')).body as { jobs: { id: string }[] };
const jobIds: string[] = [];
for (let at = 0; at < JOBS; at += 1)
  jobIds.push(
    ((await send('POST', `/jobs/${jobs[at % jobs.length]?.id ?? ''}/copies`, {})).body as { id: string }).id,
  );

interface Told {
  readonly editId: string;
  readonly jobId: string;
  readonly recordId: string;
  readonly version: number;
  readonly name: string;
}
const told: Told[] = [];
const pictures: string[] = [];
const papers: string[] = [];
const until = Date.now() + SECONDS * 1000;

/** One edit, on the version that is believed to stand; a stale one is made anew on what does. */
async function edit(
  jobId: string,
  recordId: string,
  known: Map<string, number>,
  name: string,
): Promise<void> {
  const key = `${jobId} ${recordId}`;
  for (;;) {
    const editId = randomUUID();
    const baseVersion = known.get(key) ?? 0;
    const changes = [{ kind: 'room', id: recordId, baseVersion, after: { name, order: 9 } }];
    const { status, body } = await send('POST', `/jobs/${jobId}/edits`, { editId, label: 'Room', changes });
    if (status === 200) {
      known.set(key, baseVersion + 1);
      counts.acknowledged += 1;
      told.push({ editId, jobId, recordId, version: baseVersion + 1, name });
      return;
    }
    const stale = (body as { stale?: { version: number }[] }).stale?.[0];
    if (status !== 409 || !stale)
      throw new Error(`An edit was answered by ${status}: ${JSON.stringify(body)}`);
    counts.stale += 1;
    known.set(key, stale.version);
  }
}

async function writer(number: number): Promise<void> {
  const known = new Map<string, number>();
  for (let at = 0; Date.now() < until; at += 1) {
    const jobId = jobIds[number % JOBS] ?? '';
    await edit(jobId, at % 3 === 0 ? 'shared' : `w${number}`, known, `writer ${number}, ${at}`);
    await wait(chance.below(60));
  }
}
/** Writes without network for a while, then sends all of it in order. */
async function device(number: number): Promise<void> {
  const known = new Map<string, number>();
  let at = 0;
  while (Date.now() < until) {
    const written: string[] = [];
    const offlineUntil = Date.now() + 4_000 + chance.below(8_000);
    while (Date.now() < offlineUntil) {
      written.push(`device ${number}, ${(at += 1)}`);
      await wait(200);
    }
    for (const name of written) await edit(jobIds[number % JOBS] ?? '', `d${number}`, known, name);
  }
}
async function photographer(): Promise<void> {
  // Eight by eight, grey.
  const jpeg = Uint8Array.from(
    Buffer.from(
      '/9j/2wBDAAYEBQYFBAYGBQYHBwYIChAKCgkJChQODwwQFxQYGBcUFhYaHSUfGhsjHBYWICwgIyYnKSopGR8tMC0oMCUoKSj/2wBDAQcHBwoIChMKChMoGhYaKCgoKCgoKCgoKCgoKCgoKCgoKCgoKCgoKCgoKCgoKCgoKCgoKCgoKCgoKCgoKCgoKCj/wAARCAAIAAgDASIAAhEBAxEB/8QAFQABAQAAAAAAAAAAAAAAAAAAAAT/xAAUEAEAAAAAAAAAAAAAAAAAAAAA/8QAFAEBAAAAAAAAAAAAAAAAAAAAAP/EABQRAQAAAAAAAAAAAAAAAAAAAAD/2gAMAwEAAhEDEQA/AKwAf//Z',
      'base64',
    ),
  );
  while (Date.now() < until) {
    const id = randomUUID();
    const { status } = await send('PUT', `/jobs/${jobIds[0] ?? ''}/pictures/${id}`, jpeg);
    if (status === 201) pictures.push(id);
    await wait(900);
  }
}
async function clerk(): Promise<void> {
  while (Date.now() < until) {
    const { status, body } = await send('POST', `/jobs/${jobIds[1] ?? ''}/papers`, {
      kind: 'condition-sheet',
      today: new Date().toISOString().slice(0, 10),
    });
    if (status < 300) papers.push((body as { id: string }).id);
    await wait(2_500);
  }
}

const kills = { server: 0, worker: 0, database: 0 };
async function killer(): Promise<void> {
  const victims = [
    ['server', () => pidsOf('main.js')],
    ['worker', () => pidsOf('worker.js')],
    ['database', postmaster],
  ] as const;
  while (Date.now() < until) {
    await wait(1_500 + chance.below(4_000));
    const [name, find] = chance.pick(victims);
    for (const pid of find()) {
      process.kill(pid, 'SIGKILL');
      kills[name] += 1;
    }
  }
}

await Promise.all([
  ...Array.from({ length: WRITERS }, (_, at) => writer(at)),
  ...Array.from({ length: DEVICES }, (_, at) => device(at)),
  photographer(),
  clerk(),
  killer(),
]);
await untilWell();

/** What is waited for at the end: work that was lost with its worker is taken up by another. */
const PAPERS_WITHIN_MS = 120_000;
const giveUp = Date.now() + PAPERS_WITHIN_MS;
let unmade = papers.length;
while (unmade > 0 && Date.now() < giveUp) {
  await wait(1000);
  const states = await Promise.all(
    papers.map(async (id) => ((await send('GET', `/papers/${id}`)).body as { state: string }).state),
  );
  unmade = states.filter((state) => state === 'waiting').length;
}

const url = readFileSync(join(data, 'url'), 'utf8').trim();
const psql = (sql: string) =>
  JSON.parse(
    bash('-c', '"$(ls -d /usr/lib/postgresql/*/bin | sort -V | tail -n1)/psql" -XqAtc "$0" "$1"', sql, url) ||
      '[]',
  ) as unknown;
const idList = jobIds.map((id) => `'${id}'`).join(',');
const edits = new Set(
  psql(`select json_agg(edit_id) from job_edits where job_id in (${idList})`) as string[],
);
const records = psql(
  `select json_agg(json_build_object('key', job_id || ' ' || id, 'version', version, 'name', data->>'name')) from job_records where kind = 'room' and job_id in (${idList})`,
) as { key: string; version: number; name: string }[];
const standing = new Map(records.map((record) => [record.key, record]));
const photographs = new Set((psql(`select json_agg(id) from pictures`) as string[] | null) ?? []);

const lost = told.filter(({ editId }) => !edits.has(editId)).length;
const latest = new Map<string, Told>();
const written = new Map<string, Set<number>>();
for (const each of told) {
  const key = `${each.jobId} ${each.recordId}`;
  if ((latest.get(key)?.version ?? 0) < each.version) latest.set(key, each);
  written.set(key, (written.get(key) ?? new Set()).add(each.version));
}
const overwritten = [...written].filter(
  ([key, versions]) => versions.size !== standing.get(key)?.version,
).length;
const wrong = [...latest].filter(([key, { name }]) => standing.get(key)?.name !== name).length;

printTable(
  `${SECONDS} s, seed ${values.seed}; ${WRITERS} writers and ${DEVICES} devices offline now and then on ${JOBS} jobs`,
  [
    { what: 'killed: server', count: kills.server },
    { what: 'killed: worker', count: kills.worker },
    { what: 'killed: database', count: kills.database },
    { what: 'requests', count: counts.sent },
    { what: 'sent again, no answer', count: counts.again },
    { what: 'edits made anew on what stood', count: counts.stale },
    { what: 'edits acknowledged', count: counts.acknowledged },
    { what: 'of them not there', count: lost },
    { what: 'records with a version too many or too few', count: overwritten },
    { what: 'records that are not as last acknowledged', count: wrong },
    { what: 'photographs acknowledged', count: pictures.length },
    { what: 'of them not there', count: pictures.filter((id) => !photographs.has(id)).length },
    { what: 'papers asked for', count: papers.length },
    { what: 'of them still waiting after two minutes', count: unmade },
  ],
);
supervisor.kill('SIGTERM');
await new Promise((ended) => supervisor.once('exit', ended));
rmSync(data, { recursive: true, force: true });
process.exitCode = lost + overwritten + wrong + unmade > 0 ? 1 : 0;
