import type { TimesAsk, TimesDefaults } from './timesCase.ts';

/*
 * minutes = (perPane + perM2·area + perEdgeM·edge + perSeam·seams) × kind × access × person × scatter, the scatter lognormal.
 * All is fitted as logarithms, so that no rate can be below 0. A parameter is how far the logarithm of a rate or factor lies
 * from that of the defaults, beside one for how fast the shop is as a whole.
 */

export const RATES = ['perPane', 'perM2', 'perEdgeM', 'perSeam'] as const;
export type Rate = (typeof RATES)[number];

/**
 * How far shops lie from the defaults before their own records are seen: standard deviations of the logarithm, as shares of
 * the spread that the defaults name, which together with the scatter make up about that spread.
 */
export const PRIOR_SHARES = {
  /** All that a shop does, faster or slower. */
  shop: 0.5,
  rate: 0.4,
  kind: 0.3,
  /** A kind of film the defaults do not know. */
  unknownKind: 0.9,
  access: 0.2,
  person: 0.4,
  scatter: 0.7,
} as const;

type Pane = Pick<TimesAsk, 'areaM2' | 'edgeM' | 'seams'>;

export interface TimesModel {
  readonly defaults: TimesDefaults;
  /** Where each parameter stands in the list of them. */
  readonly shop: number;
  readonly rates: Readonly<Record<Rate, number>>;
  readonly kinds: ReadonlyMap<string, number>;
  readonly access: readonly number[];
  readonly people: ReadonlyMap<string, number>;
  /** The standard deviation of each before records. */
  readonly priors: readonly number[];
}

/** The model for the kinds, ways of access and people that records and questions name. */
export function timesModel(
  defaults: TimesDefaults,
  kinds: readonly string[],
  people: readonly string[],
): TimesModel {
  const priors: number[] = [];
  const next = (share: number) => priors.push(share * defaults.spread) - 1;
  const shop = next(PRIOR_SHARES.shop);
  const rates = {
    perPane: next(PRIOR_SHARES.rate),
    perM2: next(PRIOR_SHARES.rate),
    perEdgeM: next(PRIOR_SHARES.rate),
    perSeam: next(PRIOR_SHARES.rate),
  };
  const all = new Set([...Object.keys(defaults.kind), ...kinds]);
  const ofKinds = new Map(
    [...all].map((kind) => [
      kind,
      next(kind in defaults.kind ? PRIOR_SHARES.kind : PRIOR_SHARES.unknownKind),
    ]),
  );
  // The first is what the others are held against.
  const access = defaults.access.slice(1).map(() => next(PRIOR_SHARES.access));
  const ofPeople = new Map([...new Set(people)].map((person) => [person, next(PRIOR_SHARES.person)]));
  return { defaults, shop, rates, kinds: ofKinds, access, people: ofPeople, priors };
}

const amountOf = (rate: Rate, { areaM2, edgeM, seams }: Pane): number =>
  ({ perPane: 1, perM2: areaM2, perEdgeM: edgeM, perSeam: seams })[rate];

/** The logarithm of the minutes that a pane takes in the middle, and how it moves with each parameter. */
export function logMinutes(
  model: TimesModel,
  pane: Omit<TimesAsk, 'id'>,
  parameters: readonly number[],
): { readonly log: number; readonly gradient: readonly (readonly [at: number, slope: number])[] } {
  const { defaults, rates, kinds, access, people } = model;
  const parts = RATES.map((rate) => ({
    at: rates[rate],
    minutes: defaults[rate] * Math.exp(parameters[rates[rate]] ?? 0) * amountOf(rate, pane),
  }));
  const sum = parts.reduce((all, { minutes }) => all + minutes, 0);
  const kind = kinds.get(pane.kind);
  const reach = pane.access > 0 ? access[pane.access - 1] : undefined;
  const person = pane.person === null ? undefined : people.get(pane.person);
  const factors = [model.shop, kind, reach, person].filter((at) => at !== undefined);
  // Somebody in the middle of the shop's people.
  const middle = pane.person === null ? [...people.values()] : [];
  const log =
    Math.log(sum) +
    Math.log(defaults.kind[pane.kind] ?? 1) +
    Math.log(defaults.access[pane.access] ?? 1) +
    factors.reduce((all, at) => all + (parameters[at] ?? 0), 0) +
    middle.reduce((all, at) => all + (parameters[at] ?? 0), 0) / Math.max(1, middle.length);
  return {
    log,
    gradient: [
      ...parts.map(({ at, minutes }) => [at, minutes / sum] as const),
      ...factors.map((at) => [at, 1] as const),
      ...middle.map((at) => [at, 1 / middle.length] as const),
    ],
  };
}
