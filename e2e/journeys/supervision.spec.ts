import { expect, test } from '@playwright/test';
import { execFileSync, spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, readFileSync, readdirSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { join } from 'node:path';
import { ROOT, SERVER_FOLDER, WEB_FOLDER } from '../fixtures/folders.ts';

/* `npm start` after its building: what is killed comes back, and nothing is left behind. */

let data: string;
let port: number;
let supervisor: ChildProcess;
let said = '';

const freePort = () =>
  new Promise<number>((resolve) => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const { port: free } = probe.address() as { port: number };
      probe.close(() => resolve(free));
    });
  });

function supervise(): ChildProcess {
  const child = spawn('node', ['scripts/supervise.mjs'], {
    cwd: ROOT,
    env: {
      ...process.env,
      DATA: data,
      PORT: String(port),
      DEMO: 'yes',
      LOG_LEVEL: 'silent',
      SERVER_PROCESSES: '2',
      SERVER_FOLDER,
      WEB_FOLDER,
    },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  const note = (chunk: Buffer) => (said += chunk.toString());
  child.stdout?.on('data', note);
  child.stderr?.on('data', note);
  return child;
}

const health = () =>
  fetch(`http://127.0.0.1:${port}/api/health`).then(
    async (answer) => ((await answer.json()) as { database: string }).database,
    () => 'no server',
  );
const isWell = () => expect.poll(health, { timeout: 60_000, intervals: [200] }).toBe('there');

/** When a process began: the 22nd field of its state, the 20th after its name. */
const beganAt = (pid: string) =>
  Number(
    readFileSync(join('/proc', pid, 'stat'), 'utf8')
      .split(') ')
      .at(-1)
      ?.split(' ')[19],
  );

/** The processes that belong to this data folder by their command line or environment, the oldest first: numbers begin anew. */
function processes(named: string): number[] {
  const found = readdirSync('/proc').flatMap((pid) => {
    if (!/^\d+$/.test(pid)) return [];
    try {
      const [command, environment] = ['cmdline', 'environ'].map((file) =>
        readFileSync(join('/proc', pid, file), 'utf8'),
      );
      const isOurs = environment?.includes(`DATA=${data}\0`) && command?.includes(named);
      return isOurs ? [{ pid: Number(pid), began: beganAt(pid) }] : [];
    } catch {
      return []; // ended meanwhile, or somebody else's
    }
  });
  return found.sort((a, b) => a.began - b.began).map(({ pid }) => pid);
}
/** The database may lie elsewhere, where its user can't enter the folder: its pid stands beside its address either way. */
function postmaster(): number {
  const folder = execFileSync('bash', ['-c', 'bash scripts/postgres.sh where "$0"', data], {
    cwd: ROOT,
    encoding: 'utf8',
  }).trim();
  return Number(readFileSync(join(folder, 'data/postmaster.pid'), 'utf8').split('\n', 1)[0]);
}

function kill(pid: number | undefined): void {
  if (pid === undefined) throw new Error('there is no such process');
  process.kill(pid, 'SIGKILL');
}

async function signIn(): Promise<string> {
  const address = `http://127.0.0.1:${port}/api/session`;
  const { demoSignIn } = (await (await fetch(address)).json()) as { demoSignIn: object };
  const answer = await fetch(address, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(demoSignIn),
  });
  expect(answer.status).toBe(201);
  return answer.headers
    .getSetCookie()
    .map((cookie) => cookie.split(';')[0])
    .join('; ');
}

test.describe.configure({ mode: 'serial' });
test.beforeAll(async () => {
  data = mkdtempSync(join(ROOT, '.data/supervised-'));
  port = await freePort();
  supervisor = supervise();
  await isWell();
});
test.afterAll(() => {
  if (supervisor.exitCode === null) supervisor.kill('SIGKILL');
  execFileSync('bash', ['scripts/postgres.sh', 'stop', data], { cwd: ROOT });
  rmSync(data, { recursive: true, force: true });
});

test('server, worker and database come back by themselves, and people stay signed in', async () => {
  const cookie = await signIn();
  const jobs = async () => (await fetch(`http://127.0.0.1:${port}/api/jobs`, { headers: { cookie } })).status;
  // The server keeps two processes: itself and one of these are killed.
  await expect.poll(() => processes('main.js').length, { timeout: 60_000 }).toBe(3);
  for (const [name, at, count] of [
    ['main.js', 1, 3],
    ['main.js', 0, 3],
    ['worker.js', 0, 1],
  ] as const) {
    const before = processes(name)[at];
    kill(before);
    await expect
      .poll(() => processes(name).filter((pid) => pid !== before).length, { timeout: 60_000 })
      .toBe(count);
    await isWell();
    expect(await jobs()).toBe(200);
  }
  expect(said.match(/A process of the server has ended/g)).toHaveLength(1);
  const before = postmaster();
  kill(before);
  await expect.poll(() => said, { timeout: 60_000 }).toContain('The database has ended by itself');
  await isWell();
  expect(postmaster()).not.toBe(before);
  expect(await jobs()).toBe(200);
  // The server outlived its database.
  expect(said.match(/The server has ended/g)).toHaveLength(1);
});

test('a supervisor that is killed leaves no server behind, and the next takes over', async () => {
  kill(supervisor.pid);
  await expect
    .poll(() => [...processes('main.js'), ...processes('worker.js')], { timeout: 60_000 })
    .toEqual([]);
  supervisor = supervise();
  await isWell();
});

test('several signals end it once, with its database', async () => {
  const exit = new Promise<number | null>((resolve) => supervisor.once('exit', resolve));
  supervisor.kill('SIGINT');
  supervisor.kill('SIGINT');
  supervisor.kill('SIGTERM');
  expect(await exit).toBe(0);
  expect(postmaster).toThrow(/no such file/);
  expect([...processes('main.js'), ...processes('worker.js')]).toEqual([]);
});
