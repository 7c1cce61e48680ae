import { startStack, type BenchStack } from './stack.ts';
import { printTable } from './table.ts';

const JOBS = 10_000;
const RACK = 2_000;
/** Panes of the jobs that are copied, and how many of a hundred jobs are of each size: half a million panes in all. */
const SIZES = [
  { panes: 12, share: 30 },
  { panes: 30, share: 30 },
  { panes: 60, share: 25 },
  { panes: 140, share: 15 },
] as const;
const LARGE = 600;

/** A list of panes with sizes, glass and openings as they differ in a house. */
function paneList(panes: number, seed: number): unknown {
  const openings = ['sash', 'casement', 'fixed', 'slider'];
  return Array.from({ length: panes }, (_, at) => ({
    width: 380 + ((at * 97 + seed * 31) % 900),
    height: 520 + ((at * 61 + seed * 17) % 1300),
    opening: openings[(at + seed) % openings.length],
  }));
}

/** Makes a job of so many panes by the way people do: an edit of its rooms, walls and panes. */
async function makeJob(stack: BenchStack, panes: number): Promise<string> {
  const site = {
    address: '9 Alder Row',
    town: 'Saltmarsh Bay',
    latitude: 43.6,
    longitude: -70.3,
    timeZone: 'America/New_York',
  };
  const { jobs } = (await stack.call('GET', '/jobs')) as { jobs: { id: string; customer: string }[] };
  const like = jobs.find(({ customer }) => customer.startsWith('Alder')) ?? jobs[0];
  const { records } = (await stack.call('GET', `/jobs/${like?.id ?? ''}`)) as {
    records: Record<'room' | 'wall' | 'pane', Record<string, Record<string, unknown>>>;
  };
  const [room, wall, pane] = (['room', 'wall', 'pane'] as const).map(
    (kind) => Object.values(records[kind])[0] ?? {},
  );
  const made = (await stack.call('POST', '/jobs', {
    customer: 'Template',
    name: `${panes} panes`,
    site,
  })) as {
    id: string;
  };
  const perWall = 15;
  const walls = Math.ceil(panes / perWall);
  const reading = (mm: number) => ({
    ...(pane?.readings as { widthTop: object }).widthTop,
    mm,
    typed: String(mm),
  });
  const changes = [
    { kind: 'room', id: 'r', after: { ...room, name: 'Whole house', order: 0 } },
    ...Array.from({ length: walls }, (_, at) => ({
      kind: 'wall',
      id: `w${at}`,
      after: { ...wall, roomId: 'r', name: `Wall ${at + 1}`, grids: {}, order: at },
    })),
    ...(paneList(panes, panes) as { width: number; height: number; opening: string }[]).map((each, at) => ({
      kind: 'pane',
      id: `p${at}`,
      after: {
        ...pane,
        wallId: `w${Math.floor(at / perWall)}`,
        label: String(at + 1),
        order: at,
        opening: each.opening,
        cell: null,
        twinSet: null,
        readings: {
          ...(pane?.readings as object),
          widthTop: reading(each.width),
          heightLeft: reading(each.height),
        },
      },
    })),
  ].map((change) => ({ ...change, baseVersion: 0 }));
  await stack.call('POST', `/jobs/${made.id}/edits`, {
    editId: crypto.randomUUID(),
    label: 'All panes',
    changes,
  });
  return made.id;
}

const CUSTOMERS = [
  'Hollis',
  'Marsh',
  'Osprey',
  'Kiln',
  'Alder',
  'Quay',
  'Lantern',
  'Tern',
  'Gannet',
  'Heron',
];
const STREETS = ['Alder Row', 'Kiln Lane', 'Harbour Street', 'Mill Rise', 'Tide Road'];

/** Copies of a job by its rows: each with a customer, a street and a standing of its own. */
const copies = (template: string, many: number) => `
  set session_replication_role = replica;
  create temp table made as
    select gen_random_uuid() as id, at, (array[${CUSTOMERS.map((name) => `'${name}'`).join(',')}])[1 + (at * 7 % ${CUSTOMERS.length})] as called,
      (array[${STREETS.map((name) => `'${name}'`).join(',')}])[1 + (at * 3 % ${STREETS.length})] as lane
    from generate_series(1, ${many}) at;
  insert into jobs (id, shop_id, created_at, changed_at, outline, outline_stale, shelf, visit_on, version)
    select made.id, t.shop_id, now() - at * interval '40 minutes', now() - at * interval '37 minutes',
      t.outline || jsonb_build_object('customer', 'Family ' || called || ' ' || at, 'standing',
        (array['survey','film','cuts','fitting','faults','done'])[1 + at % 6],
        'done', case when at % 6 = 5 then (t.outline->>'panes')::int else 0 end,
        'openFaults', case when at % 6 = 4 then 1 else 0 end,
        'search', lower('family ' || called || ' ' || at || ' ' || at || ' ' || lane || ' saltmarsh bay gannet silver 20')),
      false, case when at % 9 = 0 then 'archived' else 'open' end,
      case when at % 4 = 0 then current_date + (at % 60) - 20 end, 1
    from made, jobs t where t.id = '${template}';
  insert into job_records (shop_id, job_id, kind, id, version, data, changed_by, changed_at)
    select r.shop_id, made.id, r.kind, r.id, r.version,
      case when r.kind = 'job' then r.data || jsonb_build_object('customer', 'Family ' || called || ' ' || at) else r.data end,
      r.changed_by, r.changed_at
    from made, job_records r where r.job_id = '${template}';
  drop table made`;

const rolls = `
  set session_replication_role = replica;
  insert into stock (shop_id, id, data, lot, place, version)
    select s.shop_id, 'S-' || at, s.data || jsonb_build_object('id', 'S-' || at, 'kind', case when at % 3 = 0 then 'roll' else 'offcut' end,
      'width', 300 + at % 1200, 'length', 600 + at * 13 % 29000), 'L' || at % 40, 'bay ' || at % 12, 1
    from (select * from stock order by id limit 1) s, generate_series(1, ${RACK}) at`;

interface Asked {
  readonly what: string;
  readonly run: () => Promise<number>;
}

/** How long the pages and acts of a shop take that has kept everything for years; nothing is answered from memory. */
export async function benchScale(): Promise<void> {
  const stack = await startStack();
  try {
    const began = performance.now();
    const templates = [];
    for (const { panes, share } of SIZES) templates.push({ id: await makeJob(stack, panes), share });
    const large = await makeJob(stack, LARGE);
    for (const { id, share } of templates) stack.psql(copies(id, (JOBS * share) / 100));
    stack.psql(rolls);
    stack.psql('analyze');
    const [jobs, panes, rack] = stack
      .psql(
        `select (select count(*) from jobs) || ' ' || (select count(*) from job_records where kind = 'pane') || ' ' || (select count(*) from stock)`,
      )
      .split(' ');
    console.log(
      `${jobs} jobs, ${panes} panes, ${rack} rolls and offcuts, made in ${Math.round((performance.now() - began) / 1000)} s`,
    );
    const some = stack.psql(
      `select id from jobs where version = 1 and outline->>'panes' = '60' order by id limit 1`,
    );

    /** As somebody who has just written: made anew each time. */
    const timed = async (method: string, path: string, body?: unknown): Promise<number> => {
      const start = performance.now();
      const answer = await fetch(`${stack.address}/api${path}`, {
        method,
        headers: {
          cookie: `${stack.cookie}; neat_sill_wrote=1`,
          'x-csrf-token': stack.csrfToken,
          'content-type': 'application/json',
        },
        ...(body === undefined ? {} : { body: JSON.stringify(body) }),
      });
      await answer.arrayBuffer();
      if (!answer.ok) throw new Error(`${method} ${path}: ${answer.status}`);
      return performance.now() - start;
    };
    const versions = new Map<string, number>();
    const edit = (jobId: string) => {
      const baseVersion = versions.get(jobId) ?? 0;
      versions.set(jobId, baseVersion + 1);
      const after = { name: `Room ${baseVersion}`, order: 9 };
      return timed('POST', `/jobs/${jobId}/edits`, {
        editId: crypto.randomUUID(),
        label: 'Room',
        changes: [{ kind: 'room', id: 'bench', baseVersion, after }],
      });
    };
    const get = (path: string) => () => timed('GET', path);
    const day = new Date().toISOString().slice(0, 10);
    const asked: readonly Asked[] = [
      { what: 'Today', run: get(`/today?day=${day}`) },
      { what: 'Jobs, first page', run: get('/jobs') },
      { what: 'Jobs, page 100', run: get('/jobs?from=5000') },
      { what: 'Jobs by customer', run: get('/jobs?order=customer') },
      { what: 'Jobs by next visit', run: get('/jobs?order=visit') },
      { what: 'Search, found in a tenth', run: get('/jobs?text=hollis') },
      { what: 'Search, found once', run: get('/jobs?text=hollis%20alder%20row%20771') },
      { what: 'Search, not found', run: get('/jobs?text=nobody') },
      { what: 'Films, rack and rules', run: get('/shop-book') },
      { what: 'A job of 60 panes', run: get(`/jobs/${some}`) },
      { what: `A job of ${LARGE} panes`, run: get(`/jobs/${large}`) },
      { what: 'An edit of 60 panes’ job', run: () => edit(some) },
      { what: `An edit of ${LARGE} panes’ job`, run: () => edit(large) },
    ];
    const rows = [];
    for (const { what, run } of asked) {
      const first = await run();
      const ms: number[] = [];
      for (let at = 0; at < 30; at += 1) ms.push(await run());
      ms.sort((a, b) => a - b);
      rows.push({
        what,
        'first ms': first.toFixed(1),
        'p50 ms': (ms[15] ?? 0).toFixed(1),
        'slowest ms': (ms[29] ?? 0).toFixed(1),
      });
    }
    printTable(`One after the other, made anew each time; server ${stack.memoryMb()} MB`, rows);
  } finally {
    await stack.stop();
  }
}
