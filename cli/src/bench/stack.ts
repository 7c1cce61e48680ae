import { execFileSync, spawn, type ChildProcess } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { resolve } from 'node:path';

const ROOT = resolve(import.meta.dirname, '../../..');
const SERVER_FOLDER = resolve(ROOT, '.data/bench-server');

/** A Neat Sill of its own for a bench, its database as durable as a shop's. */
export interface BenchStack {
  readonly address: string;
  readonly databaseUrl: string;
  readonly cookie: string;
  readonly csrfToken: string;
  readonly call: (method: string, path: string, body?: unknown) => Promise<unknown>;
  /** Memory of the server now, MB. */
  readonly memoryMb: () => number;
  /** The server's processes. */
  readonly pids: () => readonly number[];
  /** Runs SQL on its database as the owner, and gives what it prints. */
  readonly psql: (sql: string) => string;
  readonly stop: () => Promise<void>;
}

const bash = (...args: string[]) => execFileSync('bash', args, { cwd: ROOT, encoding: 'utf8' }).trim();

/** Waits for the address that a program prints. */
export function startProgram(
  file: string,
  env: NodeJS.ProcessEnv = {},
): Promise<{ child: ChildProcess; address: string }> {
  const child = spawn('node', [file], {
    cwd: ROOT,
    env: { ...process.env, ...env },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  return new Promise((found, failed) => {
    let said = '';
    child.stdout.on('data', (chunk: Buffer) => {
      said += chunk.toString();
      const address = /at (http:\S+)/.exec(said)?.[1];
      if (address) found({ child, address });
    });
    child.once('exit', (code) => failed(new Error(`${file} ended with ${code}`)));
  });
}

/** The time of a core that processes have had so far, ms: what others do on the machine does not count in it. */
export function cpuMsOf(pids: readonly number[]): number {
  return pids.reduce((sum, pid) => {
    const [, after = ''] = readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ');
    const [user = 0, system = 0] = after.split(' ').slice(11, 13).map(Number);
    return sum + (user + system) * 10; // in ticks of a hundredth of a second
  }, 0);
}

const memoryKbOf = (pid: number) =>
  Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1] ?? 0);

/** A process with those it has started. */
function familyOf(pid: number): number[] {
  const children = readFileSync(`/proc/${pid}/task/${pid}/children`, 'utf8').split(' ').filter(Boolean);
  return [pid, ...children.map(Number)];
}

export async function startStack(): Promise<BenchStack> {
  execFileSync('npm', ['run', '--silent', 'build', '-w', 'server', '--', SERVER_FOLDER], { cwd: ROOT });
  const data = resolve(ROOT, '.data/bench');
  const cluster = new URL(bash('scripts/postgres.sh', 'start', data, 'durable'));
  const name = `bench_${randomUUID().replaceAll('-', '')}`;
  const psqlOn = (database: string, sql: string) =>
    bash(
      '-c',
      '"$(ls -d /usr/lib/postgresql/*/bin | sort -V | tail -n1)/psql" -v ON_ERROR_STOP=1 -XqAtc "$0" "$1"',
      sql,
      database,
    );
  const psql = (sql: string) => psqlOn(cluster.href, sql);
  psql(`create database ${name}`);
  const url = new URL(cluster);
  url.pathname = name;
  const env = { DATABASE_URL: url.href, PORT: '0', DEMO: 'yes', LOG_LEVEL: 'warn', SERVER_PROCESSES: '2' };
  execFileSync('node', [`${SERVER_FOLDER}/prepare.js`], { cwd: ROOT, env: { ...process.env, ...env } });
  const { child, address } = await startProgram(`${SERVER_FOLDER}/main.js`, env);

  const pids = () => familyOf(child.pid ?? 0);

  const session = (await (await fetch(`${address}/api/session`)).json()) as { demoSignIn: object };
  const signedIn = await fetch(`${address}/api/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(session.demoSignIn),
  });
  const cookie = signedIn.headers
    .getSetCookie()
    .map((each) => each.split(';')[0])
    .join('; ');
  const { csrfToken } = (await signedIn.json()) as { csrfToken: string };
  return {
    address,
    databaseUrl: url.href,
    cookie,
    csrfToken,
    call: async (method, path, body) => {
      const answer = await fetch(`${address}/api${path}`, {
        method,
        headers: { cookie, 'x-csrf-token': csrfToken, 'content-type': 'application/json' },
        ...(body === undefined ? {} : { body: JSON.stringify(body) }),
      });
      if (!answer.ok) throw new Error(`${method} ${path}: ${answer.status} ${await answer.text()}`);
      return answer.json();
    },
    pids,
    memoryMb: () => Math.round(pids().reduce((sum, pid) => sum + memoryKbOf(pid), 0) / 1024),
    psql: (sql) => psqlOn(url.href, sql),
    stop: async () => {
      const gone = new Promise((done) => child.once('exit', done));
      child.kill('SIGTERM');
      await gone;
      psql(`drop database ${name} with (force)`);
      bash('scripts/postgres.sh', 'stop', data);
    },
  };
}
