import { syntheticShop, timesDefaultsForTest as defaults } from '../testing/syntheticShop.ts';
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
