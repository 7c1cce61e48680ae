import { syntheticShop, timesDefaultsForTest as defaults } from '../testing/syntheticShop.ts';
import { PRIOR_SHARES } from './timesModel.ts';
import { readFormatValue } from '../units/index.ts';
import {
  durationOf,
  fitTimes,
  ratesOf,
  timesCaseFormat,
  timesResult,
  type TimesAsk,
  type TimesRecord,
} from './index.ts';

const pane: TimesAsk = { id: 'q', person: null, kind: 'solar', areaM2: 2, edgeM: 5.8, seams: 1, access: 1 };
const record = (id: string, minutes: number, more: Partial<TimesRecord> = {}): TimesRecord => ({
  ...pane,
  ...{ id, person: 'a', minutes },
  ...more,
});
const middle = (values: readonly number[]) =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? 0;

test('without records the defaults answer, with their spread', () => {
  const answer = durationOf(fitTimes(defaults, []), pane);
  // (4 + 9 × 2 + 1.6 × 5.8 + 8) × 1.15
  expect(answer.minutes).toBeCloseTo(39.28 * 1.15, 9);
  expect(answer.low).toBeCloseTo(answer.minutes * Math.exp(-1.2815515655 * 0.35), 6);
  expect(answer.high).toBeCloseTo(answer.minutes * Math.exp(1.2815515655 * 0.35), 6);
  expect(answer.like).toBe(0);
  const rates = ratesOf(fitTimes(defaults, []));
  expect([rates.perPane.value, rates.perM2.value, rates.perEdgeM.value, rates.perSeam.value]).toEqual([
    4, 9, 1.6, 8,
  ]);
  expect(rates.access.map(({ value }) => value)).toEqual(defaults.access);
  expect(rates.spread.value).toBe(0.35);
});

test('records that all say twice as long move the answer most of the way, the more of them the nearer', () => {
  const twice = (count: number) =>
    durationOf(
      fitTimes(
        defaults,
        Array.from({ length: count }, (_, at) => record(`r${at}`, 2 * 39.28 * 1.15)),
      ),
      { ...pane, person: 'a' },
    );
  const shares = [1, 5, 30].map((count) => twice(count).minutes / (39.28 * 1.15));
  expect(shares[0]).toBeGreaterThan(1.15);
  expect(shares[1]).toBeGreaterThan(shares[0] ?? 0);
  expect(shares[2]).toBeGreaterThan(1.9);
  expect(shares[2]).toBeLessThan(2);
  expect(twice(30).like).toBe(30);
  // The range narrows, and never below the scatter that is left.
  expect(twice(30).high / twice(30).low).toBeLessThan(twice(5).high / twice(5).low);
});

test('more glass, edge or seams never take less, whatever was written down', () => {
  const odd = [
    record('small', 60, { areaM2: 0.3, edgeM: 2.2, seams: 0, access: 0 }),
    record('large', 6, { areaM2: 4, edgeM: 8, seams: 0, access: 0 }),
    record('seamed', 4, { areaM2: 1, edgeM: 4, seams: 3, access: 0 }),
  ];
  const records = odd.flatMap((each) =>
    [0, 1, 2, 3, 4].map((copy) => ({
      ...each,
      id: `${each.id} ${copy}`,
      minutes: each.minutes * (1 + copy / 50),
    })),
  );
  const fitted = fitTimes(defaults, records);
  const minutes = (more: Partial<TimesAsk>) => durationOf(fitted, { ...pane, access: 0, ...more }).minutes;
  for (const [less, more] of [
    [{ areaM2: 1 }, { areaM2: 1.2 }],
    [{ edgeM: 4 }, { edgeM: 5 }],
    [{ seams: 0 }, { seams: 1 }],
  ])
    expect(minutes(more ?? {})).toBeGreaterThan(minutes(less ?? {}));
  const { perPane, perM2, perEdgeM, perSeam } = ratesOf(fitted);
  for (const { value, low, high } of [perPane, perM2, perEdgeM, perSeam]) {
    expect(low).toBeGreaterThan(0);
    expect(value).toBeGreaterThan(low);
    expect(high).toBeGreaterThan(value);
  }
});

test('a slow person is told from a quick one, and somebody new is answered with a wider range', () => {
  const of = (person: string, factor: number) =>
    Array.from({ length: 25 }, (_, at) => {
      const areaM2 = 0.5 + (at % 5) * 0.5;
      return record(
        `${person}${at}`,
        factor * (4 + 9 * areaM2 + 1.6 * 5 + 8 * 0) * (1 + ((at % 7) - 3) / 30),
        {
          person,
          areaM2,
          ...{ edgeM: 5, seams: 0, access: 0 },
        },
      );
    });
  const fitted = fitTimes(defaults, [...of('quick', 0.85), ...of('slow', 1.25)]);
  const { person } = ratesOf(fitted);
  expect((person['slow']?.value ?? 0) / (person['quick']?.value ?? 1)).toBeCloseTo(1.25 / 0.85, 1);
  expect((person['slow']?.value ?? 0) * (person['quick']?.value ?? 0)).toBeCloseTo(1, 6);
  const [quick, slow, both, new_] = ['quick', 'slow', null, 'new'].map((who) =>
    durationOf(fitted, { ...pane, person: who }),
  );
  if (!quick || !slow || !both || !new_) throw new Error('no answer');
  expect(both.minutes).toBeCloseTo(Math.sqrt(quick.minutes * slow.minutes), 6);
  expect(new_.minutes).toBeCloseTo(both.minutes, 9);
  expect(new_.high / new_.low).toBeGreaterThan((both.high / both.low) * 1.05);
});

test('what cannot be is set aside with its reason, and does not move the rates', () => {
  const sound = syntheticShop(5, { records: 60, panes: 0 }, { wrongShare: 0 }).records;
  const before = durationOf(fitTimes(defaults, sound), pane).minutes;
  const wrong = [
    { ...record('none', 0), areaM2: 1 },
    { ...record('below', -5), areaM2: 1 },
    { ...record('no glass', 20), areaM2: 0 },
    record('lunch', before * 4.2),
    record('at once', 0.4),
    record('tenfold', before * 10),
    record('tenth', before / 10),
  ].map((each) => ({ ...each, person: 'p0' }));
  const fitted = fitTimes(defaults, [...sound, ...wrong]);
  const reasons = Object.fromEntries(fitted.setAside.map(({ id, reason }) => [id, reason]));
  expect(reasons).toMatchObject({
    ...{ none: 'noTime', below: 'noTime', 'no glass': 'noGlass', lunch: 'ranOn', 'at once': 'stoppedAtOnce' },
    ...{ tenfold: 'tenfold', tenth: 'tenth' },
  });
  expect(Math.abs(durationOf(fitted, pane).minutes / before - 1)).toBeLessThan(0.04);
});

test('a kind of film nobody knows is like the plain one, less surely, until it is seen', () => {
  const fitted = fitTimes(defaults, syntheticShop(9, { records: 40, panes: 0 }).records, ['mural']);
  const [plain, mural] = ['solar', 'mural'].map((kind) => durationOf(fitted, { ...pane, kind }));
  if (!plain || !mural) throw new Error('no answer');
  expect(mural.high / mural.low).toBeGreaterThan(plain.high / plain.low);
  const seen = Array.from({ length: 20 }, (_, at) =>
    record(`m${at}`, 120 + at, { kind: 'mural', person: null }),
  );
  const after = durationOf(fitTimes(defaults, seen), { ...pane, kind: 'mural' });
  expect(after.minutes).toBeGreaterThan(110);
  expect(after.like).toBe(20);
});

test('made-up shops: the answer comes near their true rates, and 80 % of panes fall into their range', () => {
  let [within, all] = [0, 0];
  const errors = [0, 80].map((count) => {
    const off: number[] = [];
    for (let shop = 0; shop < 40; shop += 1) {
      const { records, panes } = syntheticShop(shop, { records: count, panes: 30 });
      const fitted = fitTimes(defaults, records);
      for (const { ask, middle: true_, took } of panes) {
        const said = durationOf(fitted, ask);
        off.push(Math.abs(Math.log(said.minutes / true_)));
        if (count === 0) continue;
        all += 1;
        if (took >= said.low && took <= said.high) within += 1;
      }
    }
    return middle(off);
  });
  expect(errors[1]).toBeLessThan(0.06);
  expect(errors[0]).toBeGreaterThan(0.12);
  expect(within / all).toBeGreaterThan(0.75);
  expect(within / all).toBeLessThan(0.85);
});

test('a case of the format is answered whole; what cannot be used is named', () => {
  const asked = {
    ...{ format: 'neat-sill/times-case', version: 1, id: 'T', defaults },
    records: [record('r1', 27)],
    ask: [pane],
  };
  const read = readFormatValue(asked, timesCaseFormat);
  if (!read.ok) throw new Error('not read');
  const answer = timesResult(read.value.value);
  expect(answer).toMatchObject({ format: 'neat-sill/times-result', id: 'T', setAside: [] });
  expect(answer.predictions.map(({ id, like }) => [id, like])).toEqual([['q', 1]]);
  expect(Object.keys(answer.rates.person)).toEqual(['a']);
  const twice = readFormatValue({ ...asked, ask: [pane, { ...pane, access: 4 }] }, timesCaseFormat);
  expect(twice.ok ? [] : twice.problem.map(({ path, code }) => [path, code])).toEqual([
    ['ask[1].id', 'id.twice'],
    ['ask[1].access', 'access.unknown'],
  ]);
});

test('records are alike by kind, access, person, with or without seams, from half to twice the glass', () => {
  const asked: TimesAsk = { ...pane, person: 'a', seams: 0, access: 1 };
  const like = (more: Partial<TimesRecord>) =>
    durationOf(fitTimes(defaults, [record('r', 45, { seams: 0, ...more })]), asked).like;
  for (const same of [{}, { areaM2: 1 }, { areaM2: 4 }]) expect(like(same)).toBe(1);
  for (const other of [
    { kind: 'frosted' },
    { access: 0 },
    { person: 'b' },
    { seams: 1 },
    { areaM2: 0.99 },
    { areaM2: 4.01 },
  ])
    expect(like(other)).toBe(0);
  const seamed = fitTimes(defaults, [record('r', 45, { seams: 1 })]);
  expect(durationOf(seamed, { ...asked, seams: 2 }).like).toBe(1);
  // Asked for anybody, everybody's records count; set aside, none does.
  expect(durationOf(seamed, { ...asked, person: null, seams: 1 }).like).toBe(1);
  expect(durationOf(fitTimes(defaults, [record('r', 0)]), { ...asked, seams: 1 }).like).toBe(0);
});

test('a record without edge or without glass tells nothing of rates, and stands once among what is set aside', () => {
  const sound = record('sound', 45);
  const { setAside, believed, scatter } = fitTimes(defaults, [
    record('no edge', 20, { edgeM: 0 }),
    sound,
    record('no time', 0),
  ]);
  expect(setAside).toEqual([
    { id: 'no edge', reason: 'noGlass' },
    { id: 'no time', reason: 'noTime' },
  ]);
  expect(believed).toEqual([sound]);
  expect(scatter).not.toBe(fitTimes(defaults, []).scatter);
});

test('how far times scatter is told with its range, closer the more records there are', () => {
  const spreadBy = (records: number) =>
    ratesOf(fitTimes(defaults, syntheticShop(3, { records, panes: 0 }, { wrongShare: 0 }).records)).spread;
  const [none, some, many] = [0, 20, 300].map(spreadBy);
  if (!none || !some || !many) throw new Error('no spread');
  for (const { low, value, high } of [none, some, many]) {
    expect(low).toBeLessThan(value);
    expect(high / value).toBeCloseTo(value / low, 9);
  }
  // Chi-square with eight degrees: the logarithm of a deviation scatters by 1 / √(2 × 8).
  expect(none.high / none.value).toBeCloseTo(Math.exp(1.2815515655 / 4), 9);
  expect(some.high / some.value).toBeLessThan(none.high / none.value);
  expect(many.high / many.value).toBeLessThan(some.high / some.value);
});

test('rates of kinds, places and people move with what was written down, each with its range', () => {
  const shop = syntheticShop(3, { records: 200, panes: 0 }, { wrongShare: 0 }).records;
  const longer = shop.map((each) =>
    each.kind === 'frosted' || each.access === 2 ? { ...each, minutes: each.minutes * 1.5 } : each,
  );
  const [plain, moved] = [shop, longer].map((records) => ratesOf(fitTimes(defaults, records)));
  if (!plain || !moved) throw new Error('no rates');
  const up = (of: (rates: ReturnType<typeof ratesOf>) => number | undefined) =>
    (of(moved) ?? 0) / (of(plain) ?? 1);
  expect(up(({ kind }) => kind['frosted']?.value)).toBeGreaterThan(1.2);
  expect(up(({ access }) => access[2]?.value)).toBeGreaterThan(1.2);
  expect(up(({ access }) => access[1]?.value)).toBeCloseTo(1, 1);
  expect(plain.access[0]).toEqual({ value: 1, low: 1, high: 1 });
  const all = [...Object.values(plain.kind), ...plain.access.slice(1), ...Object.values(plain.person)];
  expect(all.length).toBeGreaterThan(6);
  for (const { low, value, high } of all) {
    expect(low).toBeLessThan(value);
    expect(value).toBeLessThan(high);
    expect(high / low).toBeLessThan(2);
  }
});

test('a new face has the scatter between people on top, and a kind that is asked about is known before it is seen', () => {
  const records = syntheticShop(3, { records: 200, panes: 0 }, { wrongShare: 0 }).records;
  const fitted = fitTimes(defaults, records);
  const half = (person: string | null) => {
    const { high, minutes } = durationOf(fitted, { ...pane, person });
    return Math.log(high / minutes);
  };
  // Student's tenth at 200 records is the normal one and a little.
  const tenth = 1.2815515655 + (1.2815515655 ** 3 + 1.2815515655) / (4 * fitted.degrees);
  const between = (half('nobody') ** 2 - half(null) ** 2) / tenth ** 2;
  expect(between).toBeCloseTo((PRIOR_SHARES.person * defaults.spread) ** 2, 9);
  const answer = timesResult({
    ...{ format: 'neat-sill/times-case', version: 1, id: 'T', defaults },
    records: [record('r1', 0), record('r2', 40)],
    ask: [{ ...pane, kind: 'mural' }],
  });
  expect(Object.keys(answer.rates.kind).sort()).toContain('mural');
  expect(answer.rates.kind['mural']?.value).toBe(1);
  expect(answer.setAside).toEqual([{ id: 'r1', reason: 'noTime' }]);
});

test('records that say nothing new are fitted in a few rounds to the same rates, in whatever order they come', () => {
  const { records } = syntheticShop(8, { records: 60, panes: 0 });
  const [one, other] = [records, [...records].reverse()].map((each) => fitTimes(defaults, each));
  expect(one?.scatter).toBeCloseTo(other?.scatter ?? 0, 6);
  expect(one && ratesOf(one).perM2.value).toBeCloseTo((other && ratesOf(other).perM2.value) ?? 0, 5);
});
