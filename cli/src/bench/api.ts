import autocannon, { type Options, type Result } from 'autocannon';
import { randomUUID } from 'node:crypto';
import { Agent, request } from 'node:http';
import { resolve } from 'node:path';
import { cpuMsOf, startProgram, startStack, type BenchStack } from './stack.ts';
import { printTable } from './table.ts';

const CONNECTIONS = [20, 200];
const ROUNDS = 15;

interface JobInList {
  readonly id: string;
  readonly customer: string;
}

const load = (options: Options, connections: number, seconds: number): Promise<Result> =>
  autocannon({ ...options, connections, duration: seconds, timeout: 60 });

interface Figures {
  readonly perSecond: number;
  readonly p50: number;
  readonly p99: number;
  readonly refused: string;
}

interface MeasuredFigures extends Figures {
  /** Time of a core that the server has taken for each request. */
  readonly cpuMs: number;
}

function figuresOf({ requests, latency, statusCodeStats = {}, errors }: Result): Figures {
  const refused = Object.entries(statusCodeStats)
    .filter(([status]) => !status.startsWith('2'))
    .map(([status, { count }]) => `${status}: ${count}`);
  if (errors > 0) refused.push(`lost: ${errors}`);
  return { perSecond: requests.average, p50: latency.p50, p99: latency.p99, refused: refused.join(', ') };
}

/** Each connection edits a job of its own, one room of it, edit after edit; every answer decides what is sent next. */
async function edits(
  stack: BenchStack,
  versions: Map<string, number>,
  jobIds: readonly string[],
  seconds: number,
): Promise<Figures> {
  const until = performance.now() + seconds * 1000;
  const ms: number[] = [];
  const refused = new Map<number, number>();
  const agent = new Agent({ keepAlive: true, maxSockets: jobIds.length });
  const headers = {
    cookie: stack.cookie,
    'x-csrf-token': stack.csrfToken,
    'content-type': 'application/json',
  };
  const send = (jobId: string, body: string) =>
    new Promise<number>((done, failed) => {
      const sent = request(
        `${stack.address}/api/jobs/${jobId}/edits`,
        { method: 'POST', agent, headers },
        (answer) => {
          answer.resume().once('end', () => done(answer.statusCode ?? 0));
        },
      );
      sent.once('error', failed).end(body);
    });
  await Promise.all(
    jobIds.map(async (jobId) => {
      while (performance.now() < until) {
        const baseVersion = versions.get(jobId) ?? 0;
        const after = { name: `Room ${baseVersion}`, order: 9 };
        const changes = [{ kind: 'room', id: 'bench', baseVersion, after }];
        const start = performance.now();
        const status = await send(jobId, JSON.stringify({ editId: randomUUID(), label: 'Room', changes }));
        ms.push(performance.now() - start);
        if (status === 200) versions.set(jobId, baseVersion + 1);
        else refused.set(status, (refused.get(status) ?? 0) + 1);
      }
    }),
  );
  agent.destroy();
  const sorted = ms.sort((a, b) => a - b);
  const at = (share: number) => Math.round(sorted[Math.floor(sorted.length * share)] ?? 0);
  return {
    perSecond: ms.length / seconds,
    p50: at(0.5),
    p99: at(0.99),
    refused: [...refused].map(([status, count]) => `${status}: ${count}`).join(', '),
  };
}

const middleOf = (all: readonly number[]) =>
  [...all].sort((a, b) => a - b)[Math.floor(all.length / 2)] ?? Number.NaN;

/** Job list, job and edit beside a bare Express route, in one run on one machine: what counts is the ratio. */
export async function benchApi(seconds: number): Promise<void> {
  const stack = await startStack();
  const bare = await startProgram(resolve(import.meta.dirname, 'bareExpress.mjs'));
  try {
    const { jobs } = (await stack.call('GET', '/jobs')) as { jobs: JobInList[] };
    const from = jobs.find(({ customer }) => customer.startsWith('Alder'))?.id ?? jobs[0]?.id ?? '';
    const copies: string[] = [];
    for (let at = 0; at < Math.max(...CONNECTIONS); at += 1)
      copies.push(((await stack.call('POST', `/jobs/${from}/copies`, {})) as { id: string }).id);
    const job = JSON.stringify(await stack.call('GET', `/jobs/${from}`)).length;
    const headers = { cookie: stack.cookie };
    const versions = new Map<string, number>();
    const runs: readonly (readonly [
      string,
      (connections: number, forSeconds: number) => Promise<Figures>,
    ])[] = [
      ['bare Express', async (c, s) => figuresOf(await load({ url: `${bare.address}/bare` }, c, s))],
      [
        'job list',
        async (c, s) => figuresOf(await load({ url: `${stack.address}/api/jobs`, headers }, c, s)),
      ],
      [
        `job of ${Math.round(job / 1024)} kB`,
        async (c, s) => figuresOf(await load({ url: `${stack.address}/api/jobs/${from}`, headers }, c, s)),
      ],
      ['edit', (c, s) => edits(stack, versions, copies.slice(0, c), s)],
    ];
    for (const connections of CONNECTIONS) {
      for (const [, run] of runs) await run(connections, 2);
      const rounds: MeasuredFigures[][] = [];
      // A machine that others share is quick now and slow then: each round has its own measure.
      for (let round = 0; round < ROUNDS; round += 1) {
        const figures: MeasuredFigures[] = [];
        for (const [at, [, run]] of runs.entries()) {
          const pids = at === 0 ? [bare.child.pid ?? 0] : stack.pids();
          const before = cpuMsOf(pids);
          const own = await run(connections, seconds / ROUNDS);
          figures.push({ ...own, cpuMs: (cpuMsOf(pids) - before) / (own.perSecond * (seconds / ROUNDS)) });
        }
        rounds.push(figures);
      }
      const middle = (at: number, of: (figures: MeasuredFigures, measure: MeasuredFigures) => number) =>
        middleOf(
          rounds.map((figures) => {
            const [measure, own] = [figures[0], figures[at]];
            return measure && own ? of(own, measure) : Number.NaN;
          }),
        );
      printTable(
        `${connections} connections, middle of ${ROUNDS} rounds of ${seconds / ROUNDS} s; ${jobs.length + copies.length} jobs; server ${stack.memoryMb()} MB`,
        runs.map(([what], at) => ({
          what,
          'requests/s': Math.round(middle(at, (own) => own.perSecond)),
          'of bare': middle(at, (own, measure) => own.perSecond / measure.perSecond).toFixed(3),
          'core ms each': middle(at, (own) => own.cpuMs).toFixed(2),
          'p50 ms': middle(at, (own) => own.p50),
          'p99 ms': middle(at, (own) => own.p99),
          'p99 of bare': middle(at, (own, measure) => own.p99 / Math.max(1, measure.p99)).toFixed(1),
          refused: rounds.flatMap((figures) => figures[at]?.refused || []).join('; '),
        })),
      );
    }
  } finally {
    bare.child.kill();
    await stack.stop();
  }
}
