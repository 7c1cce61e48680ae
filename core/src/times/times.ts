import { fitTimes, type FittedTimes } from './fitTimes.ts';
import type { RateRange, TimesAsk, TimesCase, TimesRecord, TimesResult } from './timesCase.ts';
import { PRIOR_SHARES, RATES, logMinutes, type Rate } from './timesModel.ts';

/** Of the normal distribution, 10 % lie beyond. */
const TENTH = 1.2815515655446004;

/** Of Student's distribution, 10 % lie beyond, by the first term of its expansion (Abramowitz and Stegun 26.7.5). */
const tenthOf = (degrees: number) => TENTH + (TENTH ** 3 + TENTH) / (4 * degrees);

/** How long a pane takes: in the middle, and from where to where 80 % of such panes lie. Minutes. */
export interface Duration {
  readonly minutes: number;
  readonly low: number;
  readonly high: number;
  /** How many records of the shop are like it. */
  readonly like: number;
}

type Asked = Omit<TimesAsk, 'id'>;

function isLike(record: TimesRecord, asked: Asked): boolean {
  const ratio = record.areaM2 / asked.areaM2;
  return (
    record.kind === asked.kind &&
    record.access === asked.access &&
    record.seams > 0 === asked.seams > 0 &&
    (asked.person === null || record.person === asked.person) &&
    ratio >= 0.5 &&
    ratio <= 2
  );
}

/** Variance of a sum of parameters, by its weights. */
function varianceOf({ covariance }: FittedTimes, weights: readonly (readonly [number, number])[]): number {
  return weights.reduce(
    (sum, [at, one]) =>
      sum + weights.reduce((inner, [other, two]) => inner + one * two * covariance.get(at, other), 0),
    0,
  );
}

/** What a shop's records, or without any the defaults, say of a pane. */
export function durationOf(fitted: FittedTimes, asked: Asked): Duration {
  const { model, parameters, believed } = fitted;
  const isKnown = asked.person !== null && model.people.has(asked.person);
  // Somebody nobody has seen is thought to be like the middle of the others, less surely.
  const { log, gradient } = logMinutes(model, isKnown ? asked : { ...asked, person: null }, parameters);
  const minutes = Math.exp(log);
  const like = believed.filter((record) => isLike(record, asked)).length;
  if (minutes === 0) return { minutes: 0, low: 0, high: 0, like };
  const { spread } = model.defaults;
  const stranger = asked.person !== null && !isKnown ? (PRIOR_SHARES.person * spread) ** 2 : 0;
  const half =
    believed.length === 0
      ? TENTH * spread
      : tenthOf(fitted.degrees) * Math.sqrt(fitted.scatter ** 2 + varianceOf(fitted, gradient) + stranger);
  return { minutes, low: minutes * Math.exp(-half), high: minutes * Math.exp(half), like };
}

function ranged(
  fitted: FittedTimes,
  before: number,
  weights: readonly (readonly [number, number])[],
): RateRange {
  const moved = weights.reduce((sum, [at, weight]) => sum + weight * (fitted.parameters[at] ?? 0), 0);
  const half = TENTH * Math.sqrt(varianceOf(fitted, weights));
  const value = before * Math.exp(moved);
  return { value, low: value * Math.exp(-half), high: value * Math.exp(half) };
}

/** The rates and factors of a shop, each with the range that holds it with 80 %. */
export function ratesOf(fitted: FittedTimes): TimesResult['rates'] {
  const { model, scatter, degrees, believed } = fitted;
  const { defaults } = model;
  const people = [...model.people];
  const middle = people.map(([, at]) => [at, 1 / people.length] as const);
  const rate = (name: Rate) =>
    ranged(fitted, defaults[name], [[model.shop, 1], [model.rates[name], 1], ...middle]);
  const byName = (of: ReadonlyMap<string, number>, before: (name: string) => number) =>
    Object.fromEntries([...of].map(([name, at]) => [name, ranged(fitted, before(name), [[at, 1]])]));
  const spread = believed.length === 0 ? defaults.spread : scatter;
  const off = TENTH / Math.sqrt(2 * degrees);
  const [perPane, perM2, perEdgeM, perSeam] = RATES.map(rate) as [RateRange, RateRange, RateRange, RateRange];
  return {
    ...{ perPane, perM2, perEdgeM, perSeam },
    kind: byName(model.kinds, (kind) => defaults.kind[kind] ?? 1),
    access: defaults.access.map((before, at) => {
      const place = at === 0 ? undefined : model.access[at - 1];
      return place === undefined
        ? { value: before, low: before, high: before }
        : ranged(fitted, before, [[place, 1]]);
    }),
    person: Object.fromEntries(
      people.map(([name, at]) => [
        name,
        ranged(fitted, 1, [[at, 1], ...middle.map(([other, weight]) => [other, -weight] as const)]),
      ]),
    ),
    spread: { value: spread, low: spread * Math.exp(-off), high: spread * Math.exp(off) },
  };
}

/** Answers a case of the file format. */
export function timesResult({ id, defaults, records, ask }: TimesCase): TimesResult {
  const fitted = fitTimes(
    defaults,
    records,
    ask.map(({ kind }) => kind),
  );
  return {
    format: 'neat-sill/times-result',
    version: 1,
    id,
    predictions: ask.map((asked) => ({ id: asked.id, ...durationOf(fitted, asked) })),
    rates: ratesOf(fitted),
    setAside: fitted.setAside.map((each) => ({ ...each })),
  };
}
