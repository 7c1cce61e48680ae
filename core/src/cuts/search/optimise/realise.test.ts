import { filmForTest, jobForTest, paneForTest } from '../../../testing/planJobs.ts';
import { demandOf, type Demand, type Form, type Supply } from '../../cost/demand.ts';
import type { FilmForPlan, PaneForPlan, PlanJob } from '../../index.ts';
import { arrangementOf, pullOf, type Arrangement, type Strip } from './builtPull.ts';
import { realise } from './realise.ts';

/** Rolls 1000 wide and 10 m long, no margins and no overlap. */
const film: FilmForPlan = {
  ...filmForTest,
  ...{ turn: 'half', matchEdges: false, rolls: [{ width: 1000, length: 10_000 }] },
};
const pane = (id: string, width: number, height: number, more: Partial<PaneForPlan> = {}) =>
  paneForTest({ id, label: id, width, height, seams: { allowed: true, axis: 'vertical' }, ...more });
const demandFor = (
  panes: readonly PaneForPlan[],
  of: FilmForPlan = film,
  more: Partial<PlanJob> = {},
): Demand => {
  const job = jobForTest({ films: [of], panes: [...panes], ...more });
  const rules = { allowance: 0, factoryEdgeAllowance: 0, minPanel: 100, seamOverlap: 0 };
  return demandOf(of, { ...job, rules: { ...job.rules, ...rules, seamPlaces: 'equal' } });
};
const formOf = ({ parts }: Demand, part: number) => parts[part]?.forms[0] as Form;
const strip = (stack: readonly Form[], lane: Strip['lane'] = null): Strip => ({
  widthMm: Math.max(...stack.map(({ acrossMm }) => acrossMm)),
  lane,
  stack,
});
/** Pulls off the first supply, each by its strips. */
const pullsOf = (demand: Demand, ...pulls: readonly (readonly Strip[])[]) =>
  pulls.map((strips) => pullOf(demand, demand.supplies[0] as Supply, strips));
const realised = (demand: Demand, arrangement: Arrangement) => {
  let ids = 0;
  return realise(demand, arrangement, () => `N${(ids += 1)}`);
};
const layOf = (demand: Demand, ...pulls: readonly (readonly Strip[])[]) =>
  realised(demand, arrangementOf(demand, pullsOf(demand, ...pulls)));
type Sources = NonNullable<ReturnType<typeof realise>>;
const pieces = (sources: Sources | null) =>
  (sources ?? []).flatMap(({ source, pulls }) =>
    pulls.flatMap(({ startMm, left, right }) =>
      [...left, ...right].flatMap((each) =>
        each.pieces.map(({ copyKey, panel, acrossAtMm, alongAtMm }) =>
          [source.id, startMm, copyKey, panel, acrossAtMm, alongAtMm].join(' '),
        ),
      ),
    ),
  );

test('strips stand beside each other, the widest first, pieces behind each other, and copies get their names in order', () => {
  const demand = demandFor([pane('a', 400, 1000, { count: 3 }), pane('b', 500, 700)]);
  const [a, b] = [formOf(demand, 0), formOf(demand, 1)];
  const sources = layOf(demand, [strip([a, a]), strip([b])], [strip([a])]);
  const key = (kind: number, copy: number) => demand.kinds[kind]?.copies[copy]?.key;
  expect(pieces(sources)).toEqual([
    `N1 0 ${key(1, 0)} 1 0 0`,
    `N1 0 ${key(0, 0)} 1 500 0`,
    `N1 0 ${key(0, 1)} 1 500 1000`,
    `N1 2000 ${key(0, 2)} 1 0 0`,
  ]);
  expect(sources?.map(({ usedMm, pulls }) => [usedMm, pulls.map(({ lengthMm }) => lengthMm)])).toEqual([
    [3000, [2000, 1000]],
  ]);
});

test('a strip on the right edge stands there, its narrower pieces against the edge; one on both edges is a left one', () => {
  const demand = demandFor([pane('a', 400, 1000), pane('b', 300, 700), pane('c', 1000, 500)]);
  const [a, b, c] = [0, 1, 2].map((at) => formOf(demand, at)) as [Form, Form, Form];
  const [source] = layOf(demand, [strip([a, b], 'right')], [strip([c], 'both')]) ?? [];
  const [both, right] = source?.pulls ?? [];
  expect(both).toMatchObject({ startMm: 0, right: [], left: [{ fromMm: 0, lineUp: 'left', filled: 500 }] });
  expect(right).toMatchObject({ startMm: 500, left: [], right: [{ fromMm: 600, lineUp: 'right' }] });
  expect(right?.right[0]?.pieces.map(({ acrossAtMm }) => acrossAtMm)).toEqual([600, 700]);
});

test('a strip on the left edge stands there before wider ones, and a piece nobody wants is not laid', () => {
  const demand = demandFor([pane('a', 400, 1000), pane('b', 300, 700)]);
  const [a, b] = [formOf(demand, 0), formOf(demand, 1)];
  const [source] = layOf(demand, [strip([b], 'left'), strip([a, a])]) ?? [];
  const [pull] = source?.pulls ?? [];
  expect(pull?.left.map(({ fromMm, filled }) => [fromMm, filled])).toEqual([
    [0, 700],
    [300, 1000],
  ]);
  expect(pull?.lengthMm).toBe(1000);
});

test('pulls with the same knife settings come one after the other, the widest first', () => {
  const demand = demandFor([pane('a', 400, 1000, { count: 2 }), pane('b', 900, 700, { count: 2 })]);
  const [a, b] = [formOf(demand, 0), formOf(demand, 1)];
  const [source] = layOf(demand, [strip([a])], [strip([b])], [strip([a])], [strip([b])]) ?? [];
  expect(source?.pulls.map(({ left }) => left[0]?.widthMm)).toEqual([900, 900, 400, 400]);
  expect(source?.pulls.map(({ startMm }) => startMm)).toEqual([0, 700, 1400, 2400]);
});

describe('panels of one pane', () => {
  /** Two panels of 700 or so by 4 m each, so that one roll takes two pulls. */
  const divided = (count: number) => {
    const demand = demandFor([pane('w', 1400, 4000, { count })]);
    const [first, second] = [formOf(demand, 0), formOf(demand, 1)];
    return { demand, first, second };
  };

  test('come off one roll, and others off the next', () => {
    const { demand, first, second } = divided(2);
    const of = (sources: Sources | null) =>
      (sources ?? []).map(({ source, pulls }) => [
        source.id,
        pulls.flatMap(({ left }) => left.flatMap((each) => each.pieces.map(({ copyKey }) => copyKey))),
      ]);
    const [one, other] = demand.kinds[0]?.copies.map(({ key }) => key) ?? [];
    expect(
      of(layOf(demand, [strip([first])], [strip([first])], [strip([second])], [strip([second])])),
    ).toEqual([
      ['N1', [one, one]],
      ['N2', [other, other]],
    ]);
  });

  test('that take more than a roll can’t be laid; whole panes go on as many rolls as they need', () => {
    const { demand, first, second } = divided(1);
    const short = { ...demand, supplies: demand.supplies.map((each) => ({ ...each, lengthMm: 7000 })) };
    expect(layOf(short, [strip([first])], [strip([second])])).toBeNull();
    const whole = demandFor([pane('a', 900, 4000, { count: 3 })]);
    const a = formOf(whole, 0);
    const sources = layOf(whole, [strip([a])], [strip([a])], [strip([a])]);
    expect(sources?.map(({ source, usedMm }) => [source.id, source.kind, usedMm])).toEqual([
      ['N1', 'new', 8000],
      ['N2', 'new', 4000],
    ]);
  });

  test('made in several ways are named by way: copies of the first way come first', () => {
    const demand = demandFor([pane('w', 1400, 1000, { count: 2 })]);
    const [kind] = demand.kinds;
    const [way] = kind?.ways ?? [];
    if (!kind || !way) throw new Error('the pane is divided');
    const more = demand.parts.map((part) => ({ ...part, index: part.index + 2, way: 1 }));
    const parts = [
      ...demand.parts,
      ...more.map((part) => ({
        ...part,
        forms: part.forms.map((form) => ({ ...form, part: form.part + 2 })),
      })),
    ];
    const both = { ...demand, parts, kinds: [{ ...kind, ways: [way, { ...way, parts: [2, 3] }] }] };
    const pulls = pullsOf(both, ...[0, 1, 2, 3].map((at) => [strip([formOf(both, at)])]));
    const sources = realised(both, { ...arrangementOf(both, pulls), ways: [[1, 1]] });
    const keys = sources?.flatMap(({ pulls: all }) =>
      all.flatMap(({ left }) => left.flatMap((each) => each.pieces.map(({ copyKey }) => copyKey))),
    );
    expect([...(keys ?? [])].sort()).toEqual(kind.copies.flatMap(({ key }) => [key, key]).sort());
  });
});

test('film on hand is one source under its own name, however much is pulled off it', () => {
  const roll = { id: 'K-7', filmId: film.id, kind: 'roll' as const, width: 1000, length: 6000 };
  const demand = demandFor([pane('a', 900, 1000, { count: 2 })], film, {
    stock: [{ ...roll, factoryEdges: ['left'] }],
  });
  const a = formOf(demand, 0);
  const sources = layOf(demand, [strip([a])], [strip([a])]);
  expect(sources).toHaveLength(1);
  expect(sources?.[0]).toMatchObject({
    source: { id: 'K-7', kind: 'roll' },
    factoryEdges: ['left'],
    usedMm: 2000,
  });
});

test('what follows a pattern comes first and begins on a line, counted from where its group begins', () => {
  const demand = demandFor([pane('w', 1400, 950), pane('a', 900, 650)]);
  const onPattern = { insetMm: 20, offsetMm: 50, repeatMm: 300 };
  const [first, second] = [0, 1].map((at) => ({ ...formOf(demand, at), onPattern, alongMm: 1000 })) as [
    Form,
    Form,
  ];
  const plain = formOf(demand, 2);
  const [source] = layOf(demand, [strip([plain])], [strip([first])], [strip([second])]) ?? [];
  const lays = source?.pulls.map(({ startMm, lengthMm, left }) => [
    startMm,
    lengthMm,
    left[0]?.filled,
    left[0]?.pieces[0]?.acrossAtMm,
    left[0]?.pieces[0]?.alongAtMm,
  ]);
  // The second begins on the fourth line, 1200 from the first; the piece without a pattern comes last, without a gap.
  expect(lays).toEqual([
    [0, 1000, 1000, 20, 50],
    [1000, 1200, 1200, 20, 250],
    [2200, 650, 650, 0, 0],
  ]);
});

test('pulls of the same panes follow each other, of these first what ends on a line of the pattern', () => {
  const demand = demandFor([pane('w', 1400, 950), pane('v', 1500, 950)]);
  const following = (part: number, alongMm: number) => ({
    ...formOf(demand, part),
    ...{ alongMm, onPattern: { insetMm: 0, offsetMm: 0, repeatMm: 300 } },
    shape: { ...formOf(demand, part).shape, alongMm },
  });
  const lay = (...lengths: readonly number[]) => {
    const pulls = lengths.map((mm, part) => [strip([following(part, mm)])]);
    // Interleaved: the panes' first panels, then their second ones.
    const [source] = layOf(demand, ...[0, 2, 1, 3].map((at) => pulls[at] as Strip[])) ?? [];
    return source?.pulls.map(({ startMm, lengthMm, left }) => [
      left[0]?.pieces[0]?.copyKey.slice(0, 1),
      startMm,
      lengthMm,
    ]);
  };
  // 1000 ends off a line, 1200 on one: it comes first, and what follows it needs no gap.
  expect(lay(1000, 1200, 1200, 1000)).toEqual([
    ['w', 0, 1200],
    ['w', 1200, 1000],
    ['v', 2200, 1200],
    ['v', 3400, 1000],
  ]);
  expect(lay(1000, 1000, 900, 1000.01)).toEqual([
    ['w', 0, 1000],
    ['w', 1000, 1200],
    ['v', 2200, 900],
    ['v', 3100, 1000.01],
  ]);
});

test('a roll is filled to its end and no further, the longest first', () => {
  const demand = demandFor([pane('a', 900, 4000), pane('b', 900, 6000), pane('c', 900, 5000, { count: 2 })]);
  const [a, b, c] = [0, 1, 2].map((at) => formOf(demand, at)) as [Form, Form, Form];
  const on = (within: Demand) =>
    layOf(within, [strip([a])], [strip([c])], [strip([b])], [strip([c])])?.map(({ usedMm }) => usedMm);
  expect(on(demand)).toEqual([10_000, 10_000]);
  const shorter = (lengthMm: number) => ({
    ...demand,
    supplies: demand.supplies.map((each) => ({ ...each, lengthMm })),
  });
  expect(on(shorter(9999.99))).toEqual([10_000, 10_000]);
  expect(on(shorter(9999))).toEqual([6000, 9000, 5000]);
  expect(on(shorter(5999.99))).toEqual([6000, 5000, 5000, 4000]);
  expect(on(shorter(5999))).toBeUndefined();
});

test('two panes of which one panel shares a pull stay together on one roll', () => {
  const demand = demandFor([pane('w', 1400, 2000), pane('v', 1402, 2000), pane('a', 900, 8000)]);
  const form = (part: number) => ({ ...formOf(demand, part), acrossMm: 450 });
  const sources = layOf(
    demand,
    [strip([form(0)])],
    [strip([form(3)])],
    [strip([form(1)]), strip([form(2)])],
    [strip([formOf(demand, 4)])],
  );
  expect(sources?.map(({ usedMm }) => usedMm).sort()).toEqual([6000, 8000]);
});

test('in one strip what follows a pattern stands before what does not', () => {
  const demand = demandFor([pane('a', 900, 650), pane('b', 900, 800)]);
  const onPattern = { insetMm: 0, offsetMm: 0, repeatMm: 400 };
  const [a, b] = [formOf(demand, 0), { ...formOf(demand, 1), onPattern }];
  const [source] = layOf(demand, [strip([a, b])]) ?? [];
  const keys = source?.pulls[0]?.left[0]?.pieces.map(({ copyKey }) => copyKey);
  expect(keys).toEqual([demand.kinds[1]?.copies[0]?.key, demand.kinds[0]?.copies[0]?.key]);
});
