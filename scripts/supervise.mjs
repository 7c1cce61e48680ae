// Runs a database, a server and a worker, and brings each back when it ends by itself: node supervise.mjs
// Told by its environment (scripts/start.sh): DATA, the folder of a private database, or DATABASE_URL; SERVER_FOLDER, the
// built programs. Ends all of it, the database last, at the first SIGTERM or SIGINT; further ones change nothing.
import { execFile, spawn } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { promisify } from 'node:util';

const { DATA, SERVER_FOLDER } = process.env;
const FIRST_PAUSE_MS = 500;
const LONGEST_PAUSE_MS = 15_000;
/** Whoever has run for so long begins with a short pause again. */
const SETTLED_MS = 60_000;
const LOOK_EVERY_MS = 1000;
/** How long a process may take to end in order. */
const END_WITHIN_MS = 8000;
/** What the server ends with where it can't have its port: one that is ending may still have it for a moment. */
const CAN_NOT_LISTEN = 78;
const MOST_TRIES_TO_LISTEN = 4;

const isPrivate = Boolean(DATA);
const postgres = join(import.meta.dirname, 'postgres.sh');
const say = (line) => process.stderr.write(`${line}\n`);
let isEnding = false;
const children = new Map();

/**
 * A program in a session of its own, so that a terminal's Ctrl-C reaches this process only; that this process has ended reaches
 * it by standard input. It does not inherit the lock of start.sh (7): that is free as soon as nobody looks after it.
 */
const apart = (program, args) => ['bash', ['-c', 'exec "$0" "$@" 7>&-', program, ...args]];
const script = (...args) => promisify(execFile)(...apart('bash', [postgres, ...args]), { detached: true });

async function startDatabase() {
  const { stdout } = await script('start', DATA, 'durable');
  return stdout.trim();
}

function isDatabaseThere() {
  try {
    process.kill(Number(readFileSync(join(folder, 'data/postmaster.pid'), 'utf8').split('\n', 1)[0]), 0);
    return true;
  } catch (error) {
    return error.code === 'EPERM'; // there, and somebody else's
  }
}

let url = process.env.DATABASE_URL ?? '';
/** Where the database lies: its user may not be able to enter DATA. */
let folder = DATA;

async function keepDatabase() {
  let pauseMs = FIRST_PAUSE_MS;
  while (!isEnding) {
    await wait(LOOK_EVERY_MS);
    if (isEnding || isDatabaseThere()) {
      pauseMs = FIRST_PAUSE_MS;
      continue;
    }
    say('The database has ended by itself; it is started again.');
    try {
      const now = await startDatabase();
      if (now !== url) {
        url = now; // at another port: the processes are told by beginning again
        for (const child of children.values()) child.kill('SIGTERM');
      }
    } catch (error) {
      say(`It could not be started; next try in ${pauseMs / 1000} s. ${error.stderr ?? error.message}`);
      await wait(pauseMs);
      pauseMs = Math.min(pauseMs * 2, LONGEST_PAUSE_MS);
    }
  }
}

const run = (name, stdio) =>
  spawn(...apart('node', ['--enable-source-maps', join(SERVER_FOLDER, `${name}.js`)]), {
    detached: true,
    stdio,
    env: { ...process.env, DATABASE_URL: url, SUPERVISED: 'yes' },
  });
const ended = (child) =>
  new Promise((resolve) => child.once('exit', (code, signal) => resolve(signal ?? code)));

async function keep(name) {
  let pauseMs = FIRST_PAUSE_MS;
  let refusedPort = 0;
  while (!isEnding) {
    const began = Date.now();
    const child = run(name, ['pipe', 'inherit', 'inherit']);
    child.stdin.on('error', () => undefined); // it ends; that is seen below
    children.set(name, child);
    const how = await ended(child);
    children.delete(name);
    if (isEnding) return;
    refusedPort = how === CAN_NOT_LISTEN ? refusedPort + 1 : 0;
    if (refusedPort === MOST_TRIES_TO_LISTEN) {
      say('Another program has this port. Stop it, or name another port in NEAT_SILL_PORT.');
      return endAll(1);
    }
    if (Date.now() - began > SETTLED_MS) pauseMs = FIRST_PAUSE_MS;
    say(
      `The ${name === 'main' ? 'server' : name} has ended (${how}); it is started again in ${pauseMs / 1000} s.`,
    );
    await wait(pauseMs);
    pauseMs = Math.min(pauseMs * 2, LONGEST_PAUSE_MS);
  }
}

async function endAll(code) {
  if (isEnding) return;
  isEnding = true;
  const all = [...children.values()];
  for (const child of all) child.kill('SIGTERM');
  const late = setTimeout(() => all.forEach((child) => child.kill('SIGKILL')), END_WITHIN_MS);
  await Promise.all(
    all.map((child) => (child.exitCode === null && child.signalCode === null ? ended(child) : null)),
  );
  clearTimeout(late);
  if (isPrivate) await script('stop', DATA).catch((error) => say(error.message));
  process.exit(code);
}
process.on('SIGTERM', () => void endAll(0));
process.on('SIGINT', () => void endAll(0));
process.on('SIGHUP', () => void endAll(0));

if (isPrivate) {
  url = await startDatabase();
  folder = (await script('where', DATA)).stdout.trim();
}
if (!isEnding) {
  const preparing = run('prepare', ['ignore', 'inherit', 'inherit']);
  children.set('prepare', preparing);
  const how = await ended(preparing);
  children.delete('prepare');
  if (how !== 0 && !isEnding) {
    say('The database could not be brought forward; the lines above say why.');
    await endAll(1);
  }
}
if (!isEnding) {
  if (isPrivate) void keepDatabase();
  void keep('worker');
  void keep('main');
}
