import autocannon, { type Client, type Options, type Result } from 'autocannon';
import { randomUUID } from 'node:crypto';
import { resolve } from 'node:path';
import { startProgram, startStack, type BenchStack } from './stack.ts';
import { printTable } from './table.ts';

const CONNECTIONS = [20, 200];

interface JobInList {
  readonly id: string;
  readonly customer: string;
}

const load = (options: Options, connections: number, seconds: number): Promise<Result> =>
  autocannon({ ...options, connections, duration: seconds, timeout: 60 });

/** Each connection edits a job of its own, one room of it, edit after edit. */
function edits(stack: BenchStack, jobIds: readonly string[]): Options {
  let next = 0;
  const versions = new Map<string, number>();
  return {
    url: stack.address,
    setupClient: (client: Client) => {
      const jobId = jobIds[next % jobIds.length] ?? '';
      next += 1;
      const write = () => {
        const change = {
          kind: 'room',
          id: 'bench',
          baseVersion: versions.get(jobId) ?? 0,
          after: { name: `Room ${versions.get(jobId) ?? 0}`, order: 9 },
        };
        const body = JSON.stringify({ editId: randomUUID(), label: 'Room', changes: [change] });
        client.setRequest({
          method: 'POST',
          path: `/api/jobs/${jobId}/edits`,
          headers: {
            cookie: stack.cookie,
            'x-csrf-token': stack.csrfToken,
            'content-type': 'application/json',
          },
          body,
        });
      };
      write();
      client.on('response', (status: number) => {
        if (status === 200) versions.set(jobId, (versions.get(jobId) ?? 0) + 1);
        write();
      });
    },
  };
}

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
    const runs: readonly (readonly [string, () => Options])[] = [
      ['bare Express', () => ({ url: `${bare.address}/bare` })],
      ['job list', () => ({ url: `${stack.address}/api/jobs`, headers })],
      [`job of ${Math.round(job / 1024)} kB`, () => ({ url: `${stack.address}/api/jobs/${from}`, headers })],
      ['edit', () => edits(stack, copies)],
    ];
    for (const connections of CONNECTIONS) {
      const rows = [];
      let measure: Result | null = null;
      for (const [name, options] of runs) {
        await load(options(), connections, 2);
        const result = await load(options(), connections, seconds);
        measure ??= result;
        rows.push({
          what: name,
          'requests/s': Math.round(result.requests.average),
          'of bare': (result.requests.average / measure.requests.average).toFixed(3),
          'p50 ms': result.latency.p50,
          'p99 ms': result.latency.p99,
          'p99 of bare': (result.latency.p99 / Math.max(1, measure.latency.p99)).toFixed(1),
          refused: result.non2xx + result.errors,
        });
      }
      printTable(
        `${connections} connections, ${seconds} s each; ${jobs.length + copies.length} jobs; server ${stack.memoryMb()} MB`,
        rows,
      );
    }
  } finally {
    bare.child.kill();
    await stack.stop();
  }
}
