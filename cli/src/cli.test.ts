import { buildSync } from 'esbuild';
import { spawnSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join, resolve } from 'node:path';

const root = resolve(import.meta.dirname, '../..');
const exampleJob = join(root, 'docs/formats/example-job.json');
const example = JSON.parse(readFileSync(exampleJob, 'utf8'));
const folder = mkdtempSync(join(tmpdir(), 'sill-'));
afterAll(() => rmSync(folder, { recursive: true }));

// Built once: from its source each call would read and turn the whole core.
const program = join(root, '.data', `test-sill-${process.pid}.mjs`);
beforeAll(() => {
  mkdirSync(dirname(program), { recursive: true });
  buildSync({
    entryPoints: [join(root, 'cli/src/main.ts')],
    outfile: program,
    bundle: true,
    platform: 'node',
    format: 'esm',
    external: ['highs'],
  });
});
afterAll(() => rmSync(program, { force: true }));

function run(command: string, args: readonly string[]) {
  const { status, stdout, stderr } = spawnSync(command, args, { cwd: root, encoding: 'utf8' });
  return { status, stdout, stderr };
}
const sill = (...args: readonly string[]) => run('node', [program, ...args]);

function written(name: string, content: unknown): string {
  const path = join(folder, name);
  writeFileSync(path, typeof content === 'string' ? content : JSON.stringify(content));
  return path;
}

describe('sill plan and sill check', () => {
  const planFile = join(folder, 'plan.json');

  test('a plan is written, and nothing speaks against it', () => {
    expect(sill('plan', exampleJob, '--out', planFile, '--seconds', '1')).toEqual({
      status: 0,
      stdout: '',
      stderr: '',
    });
    expect(sill('check', exampleJob, planFile)).toEqual({ status: 0, stdout: '', stderr: '' });
  });

  test('without any time there is the first plan, and a word about it', () => {
    const first = join(folder, 'first.json');
    const { status, stderr } = sill('plan', exampleJob, '--out', first, '--seconds', '0');
    expect([status, stderr]).toEqual([
      0,
      expect.stringMatching(/^time\.none: There is no time .* --seconds\.\n$/),
    ]);
    expect(sill('check', exampleJob, first).status).toBe(0);
  });

  test('each fault of a plan is one line with its code and place, and the answer is no', () => {
    const plan = JSON.parse(readFileSync(planFile, 'utf8'));
    plan.pulls[0].pieces[0].x += 5000;
    plan.pulls[0].pieces[0].w = 10;
    const { status, stderr } = sill('check', exampleJob, written('broken.json', plan));
    expect(status).toBe(1);
    expect(stderr.trim().split('\n').length).toBeGreaterThanOrEqual(2);
    for (const line of stderr.trim().split('\n')) expect(line).toMatch(/^\w+\.\w+ \S+: .+\.$/);
  });

  test('a pane that no roll covers is named, the rest is planned, and the answer is no', () => {
    const [pane] = example.panes;
    const wide = {
      ...pane,
      id: 'P9',
      count: 1,
      width: 5000,
      height: 5000,
      seams: { allowed: false, axis: 'any' },
    };
    const { status, stdout, stderr } = sill(
      'plan',
      written('wide.json', { ...example, panes: [pane, wide] }),
      '--seconds',
      '1',
    );
    expect(status).toBe(1);
    expect(JSON.parse(stdout).unplaced).toMatchObject([{ paneId: 'P9' }]);
    expect(stderr).toMatch(/panes\.P9/);
  });

  const [film] = example.films;
  const [pane] = example.panes;
  test.each([
    ['an id used twice', { ...example, panes: [pane, pane] }, /P1/],
    ['an unknown film', { ...example, panes: [{ ...pane, filmId: 'F7' }] }, /F7/],
    ['a count of nothing', { ...example, panes: [{ ...pane, count: 0 }] }, /panes\[0\]\.count/],
    ['a width of nothing', { ...example, panes: [{ ...pane, width: 0 }] }, /panes\[0\]\.width/],
    [
      'a size that is no number',
      { ...example, films: [{ ...film, rolls: [{ width: '5', length: 1 }] }] },
      /rolls\[0\]/,
    ],
    ['a newer version', { ...example, version: 2 }, /version.newer version: /],
    ['a cut-off file', JSON.stringify(example).slice(0, 500), /file\.truncated/],
  ])('%s is input that can’t be used', (name, content, reason) => {
    const result = sill('plan', written(`${name}.json`, content), '--seconds', '1');
    expect(result).toMatchObject({ status: 2, stdout: '' });
    expect(result.stderr).toMatch(reason);
  });

  test('what is not part of the format is said and left out of account', () => {
    const result = sill('plan', written('extra.json', { ...example, colour: 'grey' }), '--seconds', '1');
    expect(result.status).toBe(0);
    expect(result.stderr).toMatch(/^field\.unknown colour: /);
  });

  test('without a command it says how it is used', () => {
    expect(sill()).toMatchObject({ status: 2, stdout: expect.stringContaining('sill -- plan JOB.json') });
    expect(sill('plan', 'nothing.json')).toMatchObject({
      status: 2,
      stderr: expect.stringMatching(/file\.notFound/),
    });
    expect(run('npm', ['run', '--silent', 'sill', '--', '--help'])).toMatchObject({
      status: 0,
      stdout: sill('--help').stdout,
    });
  });
});

describe('sill doubts', () => {
  const asked = JSON.parse(readFileSync(join(root, 'docs/formats/example-doubts-case.json'), 'utf8'));

  test('a swapped digit is asked about in words, with what the house is uneven by', () => {
    const { status, stderr, stdout } = sill('doubts', written('doubts.json', asked));
    expect({ status, stderr }).toEqual({ status: 0, stderr: '' });
    expect(JSON.parse(stdout)).toEqual({
      format: 'neat-sill/doubts-result',
      version: 1,
      id: 'Alder Row, street wall',
      unevenMm: {
        sisters: expect.closeTo(4 / 3.9, 6),
        twins: expect.closeTo(4 / 3.9, 6),
        diagonals: expect.closeTo(5 / 3.9, 6),
      },
      doubts: [
        {
          paneId: 'p1',
          place: 'widthBottom',
          code: 'reading.apartFromSisters',
          likelyMm: 819,
          says: expect.stringContaining('Perhaps two digits changed places: 819'),
        },
      ],
    });
  });

  test('rules, twins, wall, frame and repeats are gone by, in the unit of the tape', () => {
    const [pane] = asked.panes;
    const right = { ...pane, readings: { widthTop: [820], heightLeft: [1388] } };
    const panes = [
      { ...right, id: 'a', twinSet: 'T' },
      { ...right, id: 'b', twinSet: 'T' },
      { ...right, id: 'c', twinSet: 'T', unit: 'in', readings: { widthTop: [870], heightLeft: [1388] } },
      { ...right, id: 'd', readings: { widthTop: [820, 826], heightLeft: [1388] } },
      { ...right, id: 'e', wallId: 'w2', sillMm: 1500, readings: { widthTop: [1400], heightLeft: [1388] } },
      {
        ...right,
        id: 'f',
        frameOpening: { widthMm: 810, heightMm: 1400 },
        readings: { widthTop: [1000, 1000] },
      },
    ];
    const { doubts } = JSON.parse(sill('doubts', written('more.json', { ...asked, panes })).stdout);
    const codes = doubts.map(({ paneId, code }: { paneId: string; code: string }) => `${paneId} ${code}`);
    expect(codes).toEqual([
      'c reading.apartFromTwins',
      'd reading.secondDisagrees',
      'e pane.offWall',
      'f pane.largerThanHole',
    ]);
    expect(doubts[0].says).toMatch(/34 1\/4 in/);
    const lenient = { ...asked, panes, rules: { agreementMm: 10 } };
    const fewer = JSON.parse(sill('doubts', written('lenient.json', lenient)).stdout).doubts;
    expect(fewer.map(({ paneId }: { paneId: string }) => paneId)).not.toContain('d');
  });

  test('what can not be used is said with its place', () => {
    const [pane] = asked.panes;
    const twice = { ...asked, panes: [pane, pane] };
    expect(sill('doubts', written('twice.json', twice))).toMatchObject({
      status: 2,
      stderr: expect.stringContaining('panes[1].id: There are two panes “p1”'),
    });
    const none = { ...asked, panes: [{ ...pane, readings: { widthTop: [] } }] };
    expect(sill('doubts', written('none.json', none)).stderr).toMatch(/panes\[0\]\.readings\.widthTop/);
  });
});

describe('sill glazing and sill sun', () => {
  const glazing = JSON.parse(readFileSync(join(root, 'docs/formats/example-glazing-case.json'), 'utf8'));
  const sun = JSON.parse(readFileSync(join(root, 'docs/formats/example-sun-case.json'), 'utf8'));

  test('one case gives one result, an array an array, in the order asked', () => {
    const one = sill('glazing', written('one.json', glazing));
    expect(one).toMatchObject({ status: 0, stderr: '' });
    expect(JSON.parse(one.stdout)).toMatchObject({
      format: 'neat-sill/glazing-result',
      id: 'A',
      breakage: { verdict: expect.stringMatching(/^(fine|ask|no)$/) },
    });
    const two = sill('sun', written('two.json', [sun, { ...sun, id: 'C', bearingDeg: 45 }]));
    const [first, second] = JSON.parse(two.stdout);
    expect([first.id, second.id]).toEqual(['B', 'C']);
    expect(first).toMatchObject({
      sunrise: expect.stringMatching(/^2027-06-21T(03:5[89]|04:0[01]):\d\d-05:00$/),
    });
    expect(first.directSun).not.toEqual(second.directSun);
  });

  test('in an array the place of a problem has its number', () => {
    const wrong = { ...sun, latitude: 143.6 };
    const { status, stdout, stderr } = sill('sun', written('wrong.json', [sun, wrong]));
    expect({ status, stdout }).toEqual({ status: 2, stdout: '' });
    expect(stderr).toMatch(/^\S+ \[1\]\.latitude: Latitude runs from -90 to 90\.$/m);
  });

  test('a figure that one broad band does not carry is said to be uncertain', () => {
    const [film] = glazing.films;
    const selective = { ...film, visible: { ...film.visible, t: 0.7 } };
    const result = sill('glazing', written('selective.json', { ...glazing, films: [selective] }));
    expect(result.status).toBe(0);
    expect(result.stderr).toMatch(/^shgc\.uncertain films: SHGC within 0\.03/);
  });
});

describe.each([
  ['times', 'times-case', { predictions: [{ id: 'q1' }], setAside: [] }],
  ['price', 'price-case', { cost: 57_100, gross: 104_571, warnings: ['marginUnder'] }],
])('sill %s', (command, example, answer) => {
  const asked = JSON.parse(
    readFileSync(join(root, `docs/formats/example-${example}.json`), 'utf8'),
  ) as object;

  test('answers the example, a case or an array of them, and refuses what cannot be used', () => {
    const { status, stdout } = sill(command, written(`${example}.json`, [asked, asked]));
    expect(status).toBe(0);
    const [first, second] = JSON.parse(stdout) as unknown[];
    expect(first).toMatchObject(answer);
    expect(second).toEqual(first);
    const refused = sill(command, written(`${example}-wrong.json`, { ...asked, version: 2 }));
    expect(refused.status).toBe(2);
    expect(refused.stderr).toMatch(/version/);
  });
});

describe('sill fitting', () => {
  const asked = JSON.parse(readFileSync(join(root, 'docs/formats/example-fitting-case.json'), 'utf8'));

  test('gives the steps of a pane; a refused one ends with 1, many give an array', () => {
    const { status, stdout, stderr } = sill('fitting', written('fitting.json', asked));
    expect([status, stderr]).toEqual([0, '']);
    const plan = JSON.parse(stdout);
    expect(plan).toMatchObject({ format: 'neat-sill/fitting-plan', version: 1, hands: 2, refused: [] });
    expect(plan.visits.map(({ afterDays }: { afterDays: number }) => afterDays)).toEqual([0, 1, 8]);
    const cold = { ...asked, site: { ...asked.site, glassC: 1 } };
    const both = sill('fitting', written('both.json', [asked, cold]));
    expect(both.status).toBe(1);
    expect(JSON.parse(both.stdout).map(({ refused }: { refused: unknown[] }) => refused.length)).toEqual([
      0, 1,
    ]);
  });

  test('what can’t be used is said by its place', () => {
    const block = { ...asked, pane: { ...asked.pane, glass: 'glassBlock' } };
    expect(sill('fitting', written('block.json', block))).toMatchObject({
      status: 2,
      stderr: expect.stringMatching(/pane\.blocks: Glass block says its blocks/),
    });
  });
});

describe('sill day and sill daycheck', () => {
  const day = {
    ...{ format: 'neat-sill/day-case', version: 1, id: 'D', start: '2027-06-21T00:00:00-05:00' },
    people: [{ id: 'o', costPerMin: 70, pace: 1, can: ['film'], shifts: [{ from: 480, to: 1020 }] }],
    places: [
      { id: 'depot', open: null },
      { id: 'reading', open: [{ from: 540, to: 1080 }] },
    ],
    travelMin: [
      [0, 18],
      [18, 0],
    ],
    tasks: [
      { id: 'P1.clean', placeId: 'reading', minutes: 10, hands: 1, needs: 'film' },
      {
        ...{ id: 'P1.film', placeId: 'reading', minutes: 26, hands: 1, needs: 'film' },
        avoid: [{ from: 560, to: 900 }],
        after: [{ taskId: 'P1.clean', minGap: 0, maxGap: 20 }],
      },
    ],
    lateCostPerMin: 5,
  };

  test('a plan is written, holds, and is the same the next time; a breach is told', () => {
    const asked = written('day.json', day);
    const out = join(folder, 'plan.json');
    expect(sill('day', asked, '--out', out)).toMatchObject({ status: 0, stderr: '' });
    const plan = JSON.parse(readFileSync(out, 'utf8'));
    // Out and back, and both tasks without waiting, right after the sun.
    expect(plan).toMatchObject({ id: 'D', unplaced: [], cost: 72 * 70 + 926 * 5, proven: true });
    expect(sill('daycheck', asked, out)).toEqual({ status: 0, stdout: '', stderr: '' });
    expect(sill('day', asked).stdout).toBe(readFileSync(out, 'utf8'));
    const early = { ...plan, assignments: plan.assignments.map((each: object) => ({ ...each, start: 600 })) };
    const checked = sill('daycheck', asked, written('early.json', early));
    expect(checked.status).toBe(1);
    expect(checked.stderr).toMatch(/^avoid assignments\[\d\]: P1\.film goes on from 600 to 626/m);
  });

  test('the example of the docs, with roads that are full in the morning, is planned and holds', () => {
    const asked = join(root, 'docs/formats/example-day-case.json');
    const out = join(folder, 'example.json');
    expect(sill('day', asked, '--out', out, '--seconds', '1')).toMatchObject({ status: 0, stderr: '' });
    expect(sill('daycheck', asked, out)).toEqual({ status: 0, stdout: '', stderr: '' });
  });

  test('what is not placed ends with 1 and is told with what would help; a wrong case with 2', () => {
    const bead = { id: 'b', placeId: 'reading', minutes: 10, hands: 1, needs: 'bead' };
    const { status, stdout, stderr } = sill(
      'day',
      written('bead.json', [day, { ...day, tasks: [...day.tasks, bead] }]),
      '--seconds',
      '1',
    );
    expect([status, JSON.parse(stdout)[1].unplaced]).toEqual([1, [{ taskId: 'b', reason: 'skill.none' }]]);
    expect(stderr).toMatch(/^skill\.none tasks\.b: b: nobody here can do what it needs/);
    expect(sill('day', written('none.json', { ...day, travelMin: [[0]] }))).toMatchObject({
      status: 2,
      stderr: expect.stringMatching(/^travel\.size travelMin: There are 2 places/),
    });
  });
});
