import { PLAN_ID, cutList, pieceName, planCuts, type KeptPlan } from '@neat-sill/core/cuts';
import { deriveJob, type JobRecords, type ShopData } from '@neat-sill/core/job';
import { NEW_SHOP_DETAILS } from '@neat-sill/core/contract';
import { DEFAULT_RULE_SETS } from '@neat-sill/core/rules';
import { bookForTest, readingsForTest, recordsForTest, silverForTest } from '@neat-sill/core/testing';
import { seededRandom } from '@neat-sill/core/units';
import type { LogEntry, LogSays } from '@neat-sill/core/fitting';
import { fittingReport } from './fittingReport.ts';
import { careSheet } from './careSheet.ts';
import { conditionSheet } from './conditionSheet.ts';
import { cutListPaper } from './cutListPaper.ts';
import { labels } from './labels.ts';
import { PaperProblem, type PaperInput } from './paperInput.ts';
import { shoppingListPaper } from './shoppingListPaper.ts';

/* What stands on the papers, against core. */

/** All text of a paper, in its order. */
function textOf(content: unknown): string[] {
  if (typeof content === 'string') return content === '' ? [] : [content];
  if (Array.isArray(content)) return content.flatMap(textOf);
  if (typeof content !== 'object' || content === null) return [];
  const { text, stack, columns, ul, ol, table, content: inner } = content as Record<string, unknown>;
  const cells = (table as { body?: unknown } | undefined)?.body;
  return [text, stack, columns, ul, ol, cells, inner].flatMap((part) =>
    Array.isArray(part) && part === text ? [textOf(part).join('')] : textOf(part),
  );
}
function find<Value>(content: unknown, key: string): Value[] {
  if (Array.isArray(content)) return content.flatMap((each) => find<Value>(each, key));
  if (typeof content !== 'object' || content === null) return [];
  return Object.entries(content).flatMap(([name, value]) =>
    name === key ? [value as Value] : find<Value>(value, key),
  );
}

const input = (
  records: JobRecords,
  changes: Partial<PaperInput> = {},
  shop: ShopData = bookForTest,
): PaperInput => ({
  job: deriveJob(records, shop),
  unit: 'mm',
  today: '2026-05-04',
  shop: { name: 'Brindle & Rook Glass Film', details: NEW_SHOP_DETAILS, logo: null },
  ...changes,
});
function keeping(records: JobRecords, shop: ShopData = bookForTest): JobRecords {
  const { job } = deriveJob(records, shop).plan;
  const plan = planCuts(job, { random: seededRandom(1), rounds: 3, shouldStop: () => false });
  const kept: KeptPlan = {
    job,
    plan,
    keptAt: '2026-05-04T15:00:00Z',
    cutPullIds: [],
    lockedPullIds: [],
    frozen: null,
  };
  return { ...records, plan: { [PLAN_ID]: kept } };
}
const keptOf = (records: JobRecords): KeptPlan => {
  const kept = records.plan[PLAN_ID];
  if (!kept) throw new Error('nothing is kept');
  return kept;
};
const WIDE = readingsForTest([2300, 2300, 2300, 2000, 2000, 2000]);
const sound = keeping(
  recordsForTest({
    panes: { p1: { readings: WIDE }, p2: { readings: readingsForTest([700, 700, 700, 900, 900, 900]) } },
  }),
);
const changedSince: JobRecords = {
  ...sound,
  pane: { ...sound.pane, p3: { ...sound.pane['p3'], readings: WIDE } as JobRecords['pane'][string] },
};

describe('the cut list', () => {
  const said = textOf(cutListPaper(input(sound)));

  test('has every piece once, with its size, and every pull with its knives', () => {
    const { plan, job } = keptOf(sound);
    const pieces = plan.pulls.flatMap((pull) => pull.pieces);
    for (const piece of pieces) {
      const lines = said.filter((line) => line.startsWith(`${pieceName(piece, job)}  `));
      expect(lines).toHaveLength(1);
      expect(lines[0]).toContain(`${piece.w} × ${piece.l}`);
    }
    for (const step of cutList(plan, job))
      for (const mm of step.knifeAtMm) expect(said.some((line) => line.includes(String(mm)))).toBe(true);
  });

  test('says of each piece where it hangs, on what glass, in what shape; and what to buy', () => {
    expect(said).toContain('Reading room, South-west wall, glass 700 × 900');
    expect(
      said.filter((line) => line.startsWith('Reading room, South-west wall, glass 2300 × 2000')),
    ).toHaveLength(2);
    const round = keeping(
      recordsForTest({
        panes: {
          p2: { shape: { kind: 'circle' }, readings: readingsForTest([700, 700, 700, 700, 700, 700]) },
        },
      }),
    );
    expect(textOf(cutListPaper(input(round)))).toContain(
      'Reading room, South-west wall, glass 700 × 700, circle',
    );
    expect(said.join(' ')).toMatch(/4 May 2026/);
    const tickBoxes = find<unknown>(cutListPaper(input(sound)).content, 'canvas');
    expect(new Set(tickBoxes).size).toBe(tickBoxes.length);
    expect(tickBoxes).toHaveLength(keptOf(sound).plan.pulls.flatMap(({ pieces }) => pieces).length);
    const news = keptOf(sound).plan.sources.filter(({ kind }) => kind === 'new').length;
    expect(said.filter((line) => line.startsWith('To buy: Gannet Silver 20, '))).toHaveLength(news);
  });

  test('says the lot of what is on the rack, and leaves room for that of a new roll', () => {
    const roll: ShopData['stock'][number] = {
      id: 'G-1',
      filmId: silverForTest.id,
      kind: 'roll',
      width: 1524,
      length: 30_000,
      factoryEdges: ['left', 'right'],
      lot: 'B12',
    };
    const shop = { ...bookForTest, stock: [roll] };
    const off = textOf(cutListPaper(input(keeping(recordsForTest(), shop), {}, shop))).join('\n');
    expect(off).toMatch(/, lot B12/);
    const bare = { ...bookForTest, stock: [] };
    const fresh = textOf(cutListPaper(input(keeping(recordsForTest(), bare), {}, bare))).join('\n');
    expect(fresh).toMatch(/Lot of the new roll: ___/);
  });

  test('says whose it is', () => {
    expect(said).toContain('Brindle & Rook Glass Film');
  });

  test('tells the length of roll that each film takes', () => {
    const [film] = keptOf(sound).plan.summary.byFilm;
    const metres = ((film?.usedLength ?? 0) / 1000).toFixed(1);
    expect(said.find((line) => line.startsWith('Gannet Silver 20'))).toContain(`${metres} m of roll`);
  });

  test('is in inches for who reads inches', () => {
    expect(textOf(cutListPaper(input(sound, { unit: 'in' }))).join(' ')).toMatch(/Inches, film face up/);
  });

  test('is not made of no plan, nor of one that no longer fits', () => {
    expect(() => cutListPaper(input(recordsForTest()))).toThrow(
      /No plan is kept yet: .* then make the cut list/,
    );
    expect(() => cutListPaper(input(changedSince))).toThrow(/has changed since the plan was kept/);
    expect(() => cutListPaper(input(changedSince))).toThrow(PaperProblem);
  });
});

describe('labels', () => {
  const sheet = (unit: 'mm' | 'in', kind: 'labels' | 'single-labels') =>
    labels(input(sound, { unit }), 'https://shop.example', 'job-1', kind);

  test('there is one for each piece, in the order in which they are cut', () => {
    const { plan, job } = keptOf(sound);
    const names = cutList(plan, job).flatMap(({ strips }) =>
      strips.flatMap(({ pieces }) => pieces.map(({ name }) => name)),
    );
    const said = textOf(sheet('mm', 'labels').content);
    expect(said.filter((line) => names.includes(line))).toEqual(names);
    expect(names).toEqual(expect.arrayContaining(['1a', '1b', '2', '3']));
  });

  test('each has size, the end that comes off first, film, customer and wall', () => {
    const said = textOf(sheet('mm', 'labels').content);
    const at = said.indexOf('2');
    expect(said.slice(at, at + 5)).toEqual([
      '2',
      expect.stringMatching(/^7\d\d × \d+, glass 700 × 900$/),
      expect.stringMatching(/^(top|bottom|left|right) first$/),
      expect.stringMatching(/^Gannet Silver 20(, lot .+)?$/),
      'Reading room, South-west wall, Lantern Quay Library, Reading room',
    ]);
    // Of two panels each says at which of its sides the seam comes to lie.
    const sides = ['1a', '1b'].map((name) => said[said.indexOf(name) + 2]);
    expect(new Set(sides.map((line) => /, seam (left|right)$/.exec(line ?? '')?.[1]))).toEqual(
      new Set(['left', 'right']),
    );
  });

  test('the code opens the pane in Fitting', () => {
    const codes = find<string>(sheet('mm', 'labels').content, 'qr');
    expect(new Set(codes)).toEqual(
      new Set(['p1', 'p2', 'p3'].map((id) => `https://shop.example/jobs/job-1/fitting?pane=${id}`)),
    );
  });

  test('fit the sheets of stationers: 70 × 37 mm three by eight, 2⅝ × 1 in three by ten, or one a page', () => {
    const points = (mm: number) => expect.closeTo((mm * 72) / 25.4, 6);
    expect(sheet('mm', 'labels').pageSize).toEqual({ width: points(210), height: points(297) });
    expect(find<number[]>(sheet('mm', 'labels').content, 'widths')[0]).toEqual([70, 70, 70].map(points));
    expect(find<number[]>(sheet('mm', 'labels').content, 'heights')[0]?.[0]).toEqual(points(37));
    expect(sheet('in', 'labels').pageSize).toEqual({ width: points(215.9), height: points(279.4) });
    expect(find<number[]>(sheet('in', 'labels').content, 'heights')[0]?.[0]).toEqual(points(25.4));
    expect(sheet('mm', 'single-labels').pageSize).toEqual({ width: points(62), height: points(29) });
    expect(sheet('mm', 'single-labels').content).toHaveLength(
      keptOf(sound).plan.pulls.flatMap(({ pieces }) => pieces).length,
    );
  });

  test('twenty-five go on two sheets of twenty-four', () => {
    const one = recordsForTest().pane['p2'];
    if (!one) throw new Error('no pane');
    const small = { ...one, readings: readingsForTest([300, 300, 300, 400, 400, 400]) };
    const panes = Array.from({ length: 25 }, (_, at) => [
      `q${at}`,
      { ...small, label: String(at + 1), order: at },
    ]);
    const many = keeping({ ...recordsForTest(), pane: Object.fromEntries(panes) as JobRecords['pane'] });
    const { content } = labels(input(many), '', 'j', 'labels');
    expect(content).toHaveLength(2);
    expect(find<string>(content, 'pageBreak')).toEqual(['before']);
  });

  test('are not written from a plan that no longer fits', () => {
    const make = (records: JobRecords) => () => labels(input(records), '', 'j', 'labels');
    expect(make(changedSince)).toThrow(/has changed since the plan was kept/);
    expect(make(recordsForTest())).toThrow(/No plan is kept yet: .* then make the labels/);
  });

  test('name the side that hangs on the factory edge', () => {
    const records = keeping(recordsForTest({ ruleSetId: 'factory-edge-first' }));
    const said = textOf(labels(input(records), '', 'j', 'labels').content);
    expect(said.filter((line) => /, factory edge (left|right|top|bottom)$/.test(line))).toHaveLength(3);
  });
});

describe('the care sheet', () => {
  const fitted: JobRecords = {
    ...recordsForTest({ panes: { p3: { filmId: null } } }),
    fitting: { p1: { ticks: {}, faults: [], doneAt: '2026-05-04T03:00:00Z' } },
  };

  test('tells pane by pane the day from which it is dry, by the clock of the site', () => {
    const said = textOf(careSheet(input(fitted)));
    const row = said.slice(said.indexOf('1'), said.indexOf('1') + 5);
    // 03:00 UTC is the evening of the 3rd in Saltmarsh Bay; 38 µm take 30 days.
    expect(row).toEqual(['1', 'Reading room', 'Gannet Silver 20', '3 May 2026', '2 June 2026']);
    const open = said.slice(said.indexOf('2'), said.indexOf('2') + 5);
    expect(open).toEqual([
      '2',
      'Reading room',
      'Gannet Silver 20',
      'not fitted yet',
      '30 days after fitting',
    ]);
    expect(said).not.toContain('3');
  });

  test('says that haze is normal of wet film only', () => {
    const haze = /Haze, a milky cast/;
    expect(textOf(careSheet(input(fitted))).join(' ')).toMatch(haze);
    const dry = { ...bookForTest, films: [{ ...silverForTest, kind: 'perforated' as const }] };
    expect(textOf(careSheet(input(fitted, {}, dry))).join(' ')).not.toMatch(haze);
  });

  test('does not say that all is dry while panes are to be fitted', () => {
    const some = textOf(careSheet(input(fitted))).join(' ');
    expect(some).toContain('1 of 2 panes fitted so far');
    expect(some).not.toMatch(/All of it is dry/);
    const all = {
      ...fitted,
      fitting: { ...fitted.fitting, p2: { ticks: {}, faults: [], doneAt: '2026-05-05T15:00:00Z' } },
    };
    expect(textOf(careSheet(input(all)))).toContain('All of it is dry by 4 June 2026.');
  });

  test('names what is still to be put right', () => {
    const faults = [
      { id: 'f', kind: 'speck' as const, x: 0.5, y: 0.5, note: '', notedAt: '2026-05-04T03:00:00Z' },
    ];
    const withFault = { ...fitted, fitting: { p1: { ticks: {}, faults, doneAt: '2026-05-04T03:00:00Z' } } };
    expect(textOf(careSheet(input(withFault)))).toContain('Pane 1: speck or hair.');
    expect(textOf(careSheet(input(fitted)))).not.toContain('We come back for');
  });

  test('is the shop’s: its address, how to reach it, its warranty; never the customer’s town', () => {
    const details = {
      ...NEW_SHOP_DETAILS,
      street: '3 Chandler’s Wharf',
      town: 'Millhaven',
      telephone: '555 0142',
      warranty: 'Ten years.',
    };
    const said = textOf(careSheet(input(fitted, { shop: { name: 'Brindle & Rook', details, logo: null } })));
    expect(said.slice(0, 3)).toEqual(['Brindle & Rook', '3 Chandler’s Wharf, Millhaven', '555 0142']);
    expect(said).toContain('Call us: 555 0142');
    expect(said).toContain('Ten years.');
    expect(said.filter((line) => line.includes('Saltmarsh Bay'))).toHaveLength(1);
    expect(textOf(careSheet(input(fitted)))).toContain('Call us');
  });

  test('one day is one day', () => {
    const dry = { ...bookForTest, films: [{ ...silverForTest, kind: 'perforated' as const }] };
    expect(textOf(careSheet(input(fitted, {}, dry)))).toContain('1 day after fitting');
  });

  test('needs a film, and a job with a name', () => {
    const bare = recordsForTest({
      panes: { p1: { filmId: null }, p2: { filmId: null }, p3: { filmId: null } },
    });
    expect(() => careSheet(input(bare))).toThrow(/No pane has a film yet/);
    expect(() => careSheet(input({ ...fitted, job: {} }))).toThrow(/no name and customer/);
  });

  test('days go by the house rules of the job', () => {
    const [first, ...others] = DEFAULT_RULE_SETS;
    const quick = { ...first, cure: { ...first.cure, byThickness: [{ upToUm: 1000, days: 7 }] } };
    const said = textOf(careSheet(input(fitted, {}, { ...bookForTest, ruleSets: [quick, ...others] })));
    expect(said).toContain('10 May 2026');
  });
});

describe('film to buy', () => {
  const want = (jobName: string, widthMm: number) => ({
    jobId: jobName,
    jobName,
    filmId: silverForTest.id,
    widthMm,
    rollMm: 30_480,
    usedMm: 9000,
  });
  const paper = (wanted: readonly ReturnType<typeof want>[]) =>
    textOf(
      shoppingListPaper({
        wanted,
        films: [
          {
            ...silverForTest,
            rolls: [{ widthMm: 1524, lengthMm: 30_480, price: 430, soldBy: 'roll', later: [] }],
          },
        ],
        shop: { name: 'Brindle & Rook', details: { ...NEW_SHOP_DETAILS, currency: 'EUR' }, logo: null },
        unit: 'mm',
        today: '2026-05-04',
      }).content,
    );

  test('stands by film and width, with rolls, cost and the jobs it is for', () => {
    const said = paper([want('Hall', 1524), want('Shop', 1524)]);
    const at = said.indexOf('Gannet Silver 20');
    expect(said.slice(at, at + 5)).toEqual([
      'Gannet Silver 20',
      '1524 mm wide',
      '2 × 30.5 m',
      expect.stringMatching(/860/),
      'Hall and Shop',
    ]);
    expect(said.at(-1)).toMatch(/860.* in all\.$/);
  });

  test('what has no price is said, and not counted as nothing', () => {
    const said = paper([want('Hall', 1524), want('Hall', 914)]);
    expect(said).toContain('no price');
    expect(said.at(-1)).toMatch(/430.* for what has a price; ask for the others\.$/);
  });
});

describe('the condition sheet', () => {
  test('lists what was found, pane by pane, with who noted it, and says how many were without', () => {
    const mark = {
      id: 'm1',
      x: 0.25,
      y: 0.5,
      note: 'at the sill',
      pictureId: null,
      notedAt: '2026-05-04T15:00:00Z',
    };
    const at = mark.notedAt;
    const noted = { ...mark, notedBy: 'Osei Rook' };
    const condition = [
      { ...noted, kind: 'scratch' as const, remedy: { kind: 'accepted' as const, by: 'Anna Quay', at } },
      {
        ...noted,
        kind: 'oldFilm' as const,
        remedy: { kind: 'fix' as const, minutes: 25, doneAt: null, doneBy: null },
      },
    ];
    const fixtures = [{ id: 'f1', kind: 'alarmContact' as const, x: 0.9, y: 0.05, note: '' }];
    const records = recordsForTest({ panes: { p2: { condition, fixtures } } });
    const said = textOf(conditionSheet(input(records), new Map()).content).join('\n');
    expect(said).toMatch(/Pane 2, Reading room, South-west wall/);
    expect(said).toMatch(/Scratch, at the sill, accepted as it is by Anna Quay/);
    expect(said).toMatch(/Old film, .* about 25 min/);
    expect(said).toMatch(/alarm contact top right/);
    expect(said).toMatch(/2 (other )?panes/);
    expect(() => conditionSheet(input(recordsForTest()), new Map())).toThrow(/Nothing was noted/);
  });
});

describe('the fitting report', () => {
  const by = { id: 'tove', name: 'Tove Lind' };
  const wrote = (says: LogSays, minute: number, paneId: string | null = 'p1'): LogEntry => ({
    paneId,
    at: `2026-05-04T14:${String(minute).padStart(2, '0')}:00Z`,
    by,
    says,
  });
  const steps = (minute: number, ...keys: string[]) => wrote({ kind: 'steps', steps: keys }, minute);
  const logged = (...entries: LogEntry[]): JobRecords => ({
    ...recordsForTest(),
    fittingEntry: Object.fromEntries(entries.map((entry, at) => [`e${at}`, entry])),
  });
  const signed = (sheet: 'condition' | 'handover') =>
    wrote(
      {
        kind: 'signed',
        sheet,
        name: 'Ada Brook',
        strokes: [
          [
            [0.1, 0.1],
            [0.4, 0.2],
          ],
          [[0.5, 0.1]],
        ],
      },
      59,
      null,
    );

  test('tells who did what at each pane and when, by the clock of the site, and what became of faults', () => {
    const said = textOf(
      fittingReport(
        input(
          logged(
            wrote({ kind: 'conditions', glassC: 16, airC: 20, directSun: true }, 0),
            steps(0, 'protect', 'scrub'),
            steps(20, 'hang'),
            wrote({ kind: 'lot', lot: 'G-118' }, 21),
            wrote(
              {
                ...{ kind: 'fault', faultId: 'f', fault: 'speck', x: 0.5, y: 0.5, sizeMm: null },
                ...{ pictureId: null, note: 'hair' },
              },
              22,
            ),
            wrote(
              {
                kind: 'faultIs',
                faultId: 'f',
                standing: 'mended',
                how: 'flushed',
                by: 'Ada Brook',
                until: null,
              },
              30,
            ),
          ),
        ),
      ),
    );
    expect(said).toEqual(
      expect.arrayContaining([
        expect.stringMatching(/^Lantern Quay Library.*0 of 3 panes done\.$/),
        'Pane 1, Reading room, South-west wall',
        'Gannet Silver 20, 820 mm × 1326 mm, lot G-118',
        'Glass 16 °C, room 20 °C, sun on it',
        '20 min from the first step to the last',
        'Prepare the glass: 4 May 10:00, Tove Lind',
        'Hang and squeegee: 4 May 10:20, Tove Lind',
        'Speck or hair at the middle, hair: mended by Ada Brook, flushed',
      ]),
    );
    expect(said.some((line) => line.startsWith('Pane 2'))).toBe(false);
  });

  test('holds the meter’s readings against what was computed, and says who took a pane with a fault', () => {
    const meter = (when: 'before' | 'after', light: number) =>
      wrote({ kind: 'meter', when, light, heat: 0.5, uv: 0.4 }, when === 'before' ? 1 : 2);
    const said = textOf(
      fittingReport(
        input(
          logged(
            steps(0, 'protect'),
            meter('before', 0.8),
            meter('after', 0.7),
            wrote({ kind: 'done', timesCount: false, openFaults: ['f'], takenBy: 'Ada Brook' }, 5),
          ),
        ),
      ),
    ).join('\n');
    expect(said).toMatch(/Light 80.% before, 70.% after.*not as computed/);
    expect(said).toContain('Called done by Ada Brook with an open fault');
    expect(said).toContain('1 of 3 panes done');
  });

  test('carries the signature of who signed it, or a line to sign on', () => {
    const plain = fittingReport(input(logged(steps(0, 'protect')))).content;
    expect(JSON.stringify(plain)).toContain('____');
    const drawn = JSON.stringify(
      fittingReport(input(logged(steps(0, 'protect'), signed('handover')))).content,
    );
    expect(drawn).toContain('M17.0 17.0L68.0 34.0');
    expect(drawn).toContain('Ada Brook, 4 May 2026');
    expect(drawn).not.toContain('____');
    // Another sheet's signature is no signature here.
    expect(
      JSON.stringify(fittingReport(input(logged(steps(0, 'protect'), signed('condition')))).content),
    ).toContain('____');
  });

  test('is not made of nothing', () => {
    expect(() => fittingReport(input(recordsForTest()))).toThrow(/Nothing is fitted yet/);
  });
});
