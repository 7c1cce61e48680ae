import { seededRandom } from '../units/index.ts';
import type { TimesAsk, TimesDefaults, TimesRecord } from '../times/index.ts';

/** What the house rules begin with, as in the format. */
export const timesDefaultsForTest: TimesDefaults = {
  ...{ perPane: 4, perM2: 9, perEdgeM: 1.6, perSeam: 8 },
  kind: { solar: 1, security: 1.5, frosted: 1.1, perforated: 0.8 },
  access: [1, 1.15, 1.4, 1.8],
  spread: 0.35,
};

/** A made-up shop whose true rates are known, with what it wrote down. */
export interface SyntheticShop {
  readonly records: readonly TimesRecord[];
  /** Panes to come, each with the minutes it takes this shop in the middle, and those it took this time. */
  readonly panes: readonly { readonly ask: TimesAsk; readonly middle: number; readonly took: number }[];
  /** The records that were written wrong. */
  readonly wrong: ReadonlySet<string>;
}

/** What may differ from shop to shop. */
export interface ShopTraits {
  /** Rates lie between 1 less this share and 1 more of the defaults. */
  readonly ratesOff: number;
  /** The same for the speed of the shop as a whole. */
  readonly speedOff: number;
  readonly scatter: number;
  readonly wrongShare: number;
}
const USUAL: ShopTraits = { ratesOff: 0.35, speedOff: 0.25, scatter: 0.25, wrongShare: 0.1 };

/**
 * A shop of one to four people whose rates lie evenly about the defaults, not as the prior has it; a tenth of its records
 * ran over lunch, were stopped at once, or were typed wrong.
 */
export function syntheticShop(
  seed: number,
  counts: { readonly records: number; readonly panes: number },
  traits: Partial<ShopTraits> = {},
): SyntheticShop {
  const { ratesOff, speedOff, scatter, wrongShare } = { ...USUAL, ...traits };
  const random = seededRandom(seed);
  // Seeds that follow each other begin alike.
  for (let at = 0; at < 30; at += 1) random();
  const between = (from: number, to: number) => from + (to - from) * random();
  const bell = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
  const about = (share: number) => between(1 - share, 1 + share);
  const defaults = timesDefaultsForTest;
  const speed = about(speedOff);
  const rate = {
    perPane: defaults.perPane * about(ratesOff),
    perM2: defaults.perM2 * about(ratesOff),
    perEdgeM: defaults.perEdgeM * about(ratesOff),
    perSeam: defaults.perSeam * about(ratesOff),
  };
  const kinds = Object.entries(defaults.kind).map(([kind, factor]) => [kind, factor * about(0.15)] as const);
  const access = defaults.access.map((factor, at) => (at === 0 ? 1 : factor * about(0.1)));
  const people = Array.from({ length: 1 + Math.floor(random() * 4) }, (_, at) => ({
    name: `p${at}`,
    factor: about(0.22),
  }));
  const pane = (id: string) => {
    const [width, height] = [between(0.35, 1.6), between(0.4, 2.4)];
    const [kind, kindFactor] = kinds[Math.floor(random() ** 2 * kinds.length)] ?? ['solar', 1];
    const reach = Math.floor(random() ** 2 * access.length);
    const person = people[Math.floor(random() * people.length)] ?? { name: 'p0', factor: 1 };
    const seams = width > 1.4 ? 1 : 0;
    const [areaM2, edgeM] = [width * height, 2 * (width + height)];
    const middle =
      (rate.perPane + rate.perM2 * areaM2 + rate.perEdgeM * edgeM + rate.perSeam * seams) *
      speed *
      kindFactor *
      (access[reach] ?? 1) *
      person.factor;
    const ask: TimesAsk = { id, person: person.name, kind, areaM2, edgeM, seams, access: reach };
    return { ask, middle, took: middle * Math.exp(scatter * bell()) };
  };
  const wrong = new Set<string>();
  const records = Array.from({ length: counts.records }, (_, at): TimesRecord => {
    const { ask, took } = pane(`r${at}`);
    if (random() >= wrongShare) return { ...ask, minutes: Math.round(took * 2) / 2 };
    wrong.add(ask.id);
    const slips = [took + between(45, 110), between(0, 1.5), took * 10, took / 10];
    return { ...ask, minutes: slips[Math.floor(random() * slips.length)] ?? took };
  });
  return { records, panes: Array.from({ length: counts.panes }, (_, at) => pane(`q${at}`)), wrong };
}
