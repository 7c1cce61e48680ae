import { SMALLEST_LACK_MM } from '../../../units/index.ts';
import { boundTo, goesOn, type Demand, type Form, type Supply } from '../../cost/demand.ts';
import { PullBuilder } from './pull.ts';
import { PullMixer, type ChosenPulls } from './mixPulls.ts';
import { LONGEST_PULL_MM } from './pricingRounds.ts';
import { PullPool, type PoolEffort } from './pullPool.ts';
import { countOf, formsOf, pullOf, type Arrangement, type BuiltPull } from './builtPull.ts';

export interface SearchEffort extends PoolEffort {
  /** Steps of the search at the most; the same seed and steps give the same arrangement. */
  readonly steps: number;
  /** Arrangements made from nothing before steps begin. */
  readonly starts: number;
  /** Where to go on from. */
  readonly from?: Arrangement | null;
  /** Stop after so many steps without a better one. */
  readonly patience?: number;
  /** No arrangement costs less. */
  readonly bound: number;
  /** With the demand it is for: places that pay come to it while it is searched. Says whether it can be laid on rolls. */
  readonly onBetter: (better: Arrangement, demand: Demand) => boolean;
}

/** Ties go to what is on hand: film that is bought counts this much more while pulls are chosen. */
const BOUGHT = 1.0005;
/** Lengths tried for a pull around one piece, the fewer the more there is to lay. */
const lengthsTried = (copies: number) => (copies > 150 ? 4 : copies > 60 ? 9 : 24);
/** How much of a part's worth is taken from the bound, the rest from its film. */
const SHARES: readonly number[] = [0, 0.5, 1];
/** Steps without a better arrangement after which the search goes on from elsewhere. */
const STALE_STEPS = 100;
/** Steps before the first mix of all pulls, and at the most between two: each comes after twice as many as the one before. */
const STEPS_TO_MIX = 250;
const MOST_STEPS_TO_MIX = 1000;
/** Steps between two where panes may go several ways. */
const STEPS_TO_MIX_WAYS = 25;

class Search {
  private readonly pool: PullPool;
  private readonly mixer: PullMixer;

  constructor(
    demand: Demand,
    private readonly effort: SearchEffort,
  ) {
    this.pool = new PullPool(demand, new PullBuilder(demand), effort);
    this.mixer = new PullMixer(this.pool, effort);
  }

  /** With the places that came to it while it was searched. */
  private get demand(): Demand {
    return this.pool.demand;
  }

  private get builder(): PullBuilder {
    return this.pool.builder;
  }

  private get area(): Float64Array {
    return this.pool.film;
  }

  /** What parts count for while pulls are chosen: between their film and what the bound says they are worth, shaken. */
  private values(shake: number, byBound: number): Float64Array {
    const { random, worth } = this.effort;
    const share = worth ? byBound : 0;
    return this.area.map((area, at) => {
      const mean = area * (1 - share) + (worth?.[at] ?? area) * share;
      return Math.max(area * 0.05, mean) * (1 + shake * (random() - 0.5));
    });
  }

  /** Lengths at which a pull around a form may end: its own, stacks of its width, its multiples, and a few mixed ones. */
  private lengths(form: Form, supply: Supply, left: Int32Array, longest: number): number[] {
    const { random } = this.effort;
    const forms = this.builder.formsOn(supply).filter(({ part }) => (left[part] ?? 0) > 0);
    const found = new Set<number>([form.alongMm]);
    const alike = forms.filter(({ acrossMm: w }) => Math.abs(w - form.acrossMm) <= 0.5);
    const grow = (length: number, used: Map<number, number>, depth: number) => {
      if (found.size > 24 || depth > 5) return;
      for (const next of alike) {
        const had = used.get(next.part) ?? 0;
        const sum = length + next.alongMm;
        if (had >= (left[next.part] ?? 0) || sum > longest) continue;
        found.add(sum);
        used.set(next.part, had + 1);
        grow(sum, used, depth + 1);
        used.set(next.part, had);
      }
    };
    grow(form.alongMm, new Map([[form.part, 1]]), 1);
    const narrower = forms.filter(({ acrossMm: w }) => w <= form.acrossMm + 0.5);
    for (let tries = 0; tries < 6 && narrower.length > 0; tries += 1) {
      let length = form.alongMm;
      for (let more = 0; more < 1 + Math.floor(random() * 3); more += 1)
        length += narrower[Math.floor(random() * narrower.length)]?.alongMm ?? 0;
      if (length <= longest) found.add(length);
    }
    // A pull may as well end where another, longer piece does.
    for (let tries = 0; tries < 3 && forms.length > 0; tries += 1) {
      const other = forms[Math.floor(random() * forms.length)];
      if (other && other.alongMm >= form.alongMm && other.alongMm <= longest) found.add(other.alongMm);
    }
    const all = [...found];
    const most = lengthsTried(left.reduce((sum, each) => sum + each, 0));
    while (all.length > most) all.splice(1 + Math.floor(random() * (all.length - 1)), 1);
    return all;
  }

  private longestPull(supply: Supply, rest: number, left: Int32Array): number {
    let longest = 0;
    for (const { part, alongMm } of this.builder.formsOn(supply))
      if (alongMm > longest && (left[part] ?? 0) > 0) longest = alongMm;
    return Math.min(rest, supply.longestPullMm, Math.max(LONGEST_PULL_MM, longest));
  }

  /** Lays all that is left in new pulls; null where something goes nowhere. `rest`: what each supply still has. */
  private construct(
    left: Int32Array,
    rest: Float64Array,
    shake: number,
    byBound = SHARES[Math.floor(this.effort.random() * SHARES.length)] ?? 0,
  ): BuiltPull[] | null {
    const { random } = this.effort;
    const { supplies } = this.demand;
    const value = this.values(shake, byBound);
    const pulls: BuiltPull[] = [];
    const worthOf = (pull: BuiltPull) => formsOf(pull).reduce((sum, { part }) => sum + (value[part] ?? 0), 0);
    const take = (pull: BuiltPull) => {
      for (const { part } of formsOf(pull)) left[part] = (left[part] ?? 0) - 1;
      rest[pull.supply] = (rest[pull.supply] ?? 0) - pull.lengthMm;
      pulls.push(pull);
      this.pool.remember(pull);
    };
    // What is free comes first: an offcut takes the most that goes on it.
    for (const supply of supplies) {
      if (supply.costPerMm > 0) continue;
      for (let guard = 0; guard < 20; guard += 1) {
        const length = Math.min(rest[supply.index] ?? 0, supply.longestPullMm);
        if (length <= 0) break;
        const pull = this.builder.build(supply, length, left.slice(), value);
        if (!pull || (shake > 0 && random() < 0.1)) break;
        take(pull);
      }
    }
    const open = () => {
      const parts: number[] = [];
      left.forEach((count, part) => {
        if (count > 0) parts.push(part);
      });
      return parts;
    };
    for (let parts = open(); parts.length > 0; parts = open()) {
      if (this.effort.shouldStop()) return null;
      const sizeOf = (part: number) =>
        Math.max(
          ...(this.demand.parts[part]?.forms ?? []).map(({ acrossMm: w, alongMm: l }) => Math.max(w, l)),
        );
      const order = parts.sort((a, b) => sizeOf(b) - sizeOf(a));
      const anchor = order[Math.floor(random() ** 3 * Math.min(order.length, shake > 0 ? 5 : 1))] ?? order[0];
      if (anchor === undefined) break;
      let best: BuiltPull | null = null;
      let most = -1;
      const bounded = boundTo(this.demand, { part: anchor });
      for (const supply of supplies) {
        if (supply.costPerMm <= 0 || (bounded !== null && bounded !== supply.index)) continue;
        const room = rest[supply.index] ?? 0;
        const longest = this.longestPull(supply, Math.min(room, supply.lengthMm), left);
        for (const form of this.demand.parts[anchor]?.forms ?? []) {
          if (!goesOn(form, supply) || form.alongMm > longest + SMALLEST_LACK_MM) continue;
          for (const length of this.lengths(form, supply, left, longest)) {
            const trial = left.slice();
            const pull = this.builder.build(supply, length, trial, value);
            if (!pull) continue;
            this.pool.remember(pull);
            const cost = pull.cost * (supply.kind === 'new' ? BOUGHT : 1);
            const gain = (worthOf(pull) / cost) * (1 + shake * 0.2 * (random() - 0.5));
            if (gain > most) {
              most = gain;
              best = pull;
            }
          }
        }
      }
      if (!best) return null;
      take(best);
    }
    return pulls;
  }

  private wantedBy(ways: readonly (readonly number[])[]): Int32Array {
    const left = new Int32Array(this.demand.parts.length);
    ways.forEach((counts, kind) =>
      counts.forEach((count, way) => {
        for (const part of this.demand.kinds[kind]?.ways[way]?.parts ?? [])
          left[part] = (left[part] ?? 0) + count;
      }),
    );
    return left;
  }

  private fullRest(): Float64Array {
    return Float64Array.from(this.demand.supplies, ({ kind, lengthMm: length }) =>
      kind === 'new' ? Infinity : length,
    );
  }

  /** A first choice of ways: those off supplies that can be bought any number of, cheapest by what they are worth. */
  private firstWays(chance: number): number[][] {
    const { random, worth } = this.effort;
    return this.demand.kinds.map(({ copies, ways }) => {
      const counts = ways.map(() => 0);
      const sold = ways.flatMap((way, at) =>
        way.supply === null || this.demand.supplies[way.supply]?.kind === 'new' ? [at] : [],
      );
      const able = sold.length > 0 ? sold : ways.map((_, at) => at);
      const weigh = (at: number) =>
        2 * (ways[at]?.looks ?? 0) +
        (ways[at]?.parts ?? []).reduce((sum, part) => sum + (worth?.[part] ?? 0) + (this.area[part] ?? 0), 0);
      const ranked = [...able].sort((a, b) => weigh(a) - weigh(b));
      copies.forEach(() => {
        const at = random() < chance ? ranked[Math.floor(random() * ranked.length)] : ranked[0];
        if (at !== undefined) counts[at] = (counts[at] ?? 0) + 1;
      });
      return counts;
    });
  }

  private arrange(ways: readonly (readonly number[])[], shake: number, byBound?: number): Arrangement | null {
    const pulls = this.construct(this.wantedBy(ways), this.fullRest(), shake, byBound);
    return pulls && { pulls, ways, ...countOf(this.demand, pulls, ways) };
  }

  /** In what was taken apart, copies of divided panes whose panels are all there may be made another way. */
  private changeWays(ways: number[][], left: Int32Array): void {
    const { random } = this.effort;
    this.demand.kinds.forEach((kind, at) => {
      if (kind.ways.length < 2) return;
      kind.ways.forEach((way, from) => {
        while (
          (ways[at]?.[from] ?? 0) > 0 &&
          way.parts.every((part) => (left[part] ?? 0) > 0) &&
          random() < 0.4
        ) {
          const to = Math.floor(random() * kind.ways.length);
          for (const part of way.parts) left[part] = (left[part] ?? 0) - 1;
          for (const part of kind.ways[to]?.parts ?? []) left[part] = (left[part] ?? 0) + 1;
          const counts = ways[at];
          if (counts) {
            counts[from] = (counts[from] ?? 0) - 1;
            counts[to] = (counts[to] ?? 0) + 1;
          }
          if (to === from) break;
        }
      });
    });
  }

  /** Takes a few pulls apart, those with the most waste rather, and lays their pieces anew. */
  private ruinAndRecreate(now: Arrangement): Arrangement | null {
    const { random } = this.effort;
    const lossOf = (pull: BuiltPull) =>
      pull.cost - formsOf(pull).reduce((sum, { part }) => sum + (this.area[part] ?? 0), 0);
    const pulls = [...now.pulls];
    const count = Math.min(pulls.length, 2 + Math.floor(random() ** 2 * 4));
    const chosen: BuiltPull[] = [];
    const ranked = pulls
      .map((pull) => ({ pull, key: (Math.max(0, lossOf(pull)) + 1e-6) * random() }))
      .sort((a, b) => b.key - a.key);
    const first = ranked[0]?.pull;
    if (first) chosen.push(first);
    const ofKinds = new Set(
      (first ? formsOf(first) : []).flatMap(({ part }) => {
        const found = this.demand.parts[part];
        return found && found.panels > 1 ? [found.kind] : [];
      }),
    );
    // The other panels of a divided pane come along, so that it may be divided otherwise.
    if (ofKinds.size > 0)
      for (const pull of pulls) {
        if (chosen.length >= count + 1 || chosen.includes(pull)) continue;
        if (formsOf(pull).some(({ part }) => ofKinds.has(this.demand.parts[part]?.kind ?? -1)))
          chosen.push(pull);
      }
    while (chosen.length < count) {
      const next =
        random() < 0.5
          ? ranked.find(({ pull }) => !chosen.includes(pull))?.pull
          : pulls[Math.floor(random() * pulls.length)];
      if (!next) break;
      if (!chosen.includes(next)) chosen.push(next);
      else if (pulls.length === chosen.length) break;
    }
    const kept = pulls.filter((pull) => !chosen.includes(pull));
    const rest = this.fullRest();
    for (const pull of kept) rest[pull.supply] = (rest[pull.supply] ?? 0) - pull.lengthMm;
    const left = new Int32Array(this.demand.parts.length);
    for (const pull of chosen) for (const { part } of formsOf(pull)) left[part] = (left[part] ?? 0) + 1;
    const ways = this.demand.kinds.map((kind, at) => kind.ways.map((_, way) => now.ways[at]?.[way] ?? 0));
    this.changeWays(ways, left);
    const laid = this.construct(left, rest, [0.05, 0.4, 0.9, 1.6][Math.floor(random() * 4)] ?? 0.4);
    if (!laid) return null;
    const all = [...kept, ...laid];
    return { pulls: all, ways, ...countOf(this.demand, all, ways) };
  }

  /** What programmes over all pulls found so far make of them, with further places for seams where they pay. */
  private mixed(now: Arrangement): Arrangement | null {
    const chosen = this.mixer.mix(now);
    return chosen && this.completed(chosen);
  }

  /** Pulls without the pieces that nobody wants, and further ones for what they lack. */
  private completed({ pulls: chosen, ways }: ChosenPulls): Arrangement | null {
    const { supplies } = this.demand;
    const left = this.wantedBy(ways);
    const trimmed = [...chosen]
      .sort((a, b) => formsOf(b).length - formsOf(a).length)
      .flatMap((pull): BuiltPull[] => {
        const strips = pull.strips
          .map((strip) => ({
            ...strip,
            stack: strip.stack.filter(({ part }) => {
              const wanted = (left[part] ?? 0) > 0;
              if (wanted) left[part] = (left[part] ?? 0) - 1;
              return wanted;
            }),
          }))
          .filter(({ stack }) => stack.length > 0);
        const supply = supplies[pull.supply];
        return supply && strips.length > 0 ? [pullOf(this.demand, supply, strips)] : [];
      });
    const rest = this.fullRest();
    for (const pull of trimmed) rest[pull.supply] = (rest[pull.supply] ?? 0) - pull.lengthMm;
    if ([...rest].some((each) => each < -SMALLEST_LACK_MM)) return null;
    const missing = left.some((count) => count > 0) ? this.construct(left, rest, 0) : [];
    if (!missing) return null;
    const all = [...trimmed, ...missing];
    return { pulls: all, ways, ...countOf(this.demand, all, ways) };
  }

  run(): Arrangement | null {
    const { effort } = this;
    let best: Arrangement | null = effort.from ?? null;
    const better = (found: Arrangement | null): boolean => {
      if (!found || (best && found.cost >= best.cost - 1e-6)) return false;
      if (!effort.onBetter(found, this.demand)) return false;
      best = found;
      return true;
    };
    const done = () => effort.shouldStop() || (best !== null && best.cost <= effort.bound * (1 + 1e-7));
    for (let start = 0; start < effort.starts && !done(); start += 1)
      better(this.arrange(this.firstWays(start === 0 ? 0 : 0.5), start === 0 ? 0 : 0.3, SHARES[start % 3]));
    let now = best as Arrangement | null;
    let stale = 0;
    let sinceBetter = 0;
    // Where panes may go several ways each mix tries others, so that they come often.
    const isChoice = this.demand.kinds.some(({ ways }) => ways.length > 1);
    let between = isChoice ? STEPS_TO_MIX_WAYS : STEPS_TO_MIX;
    let mixAt = between - 1;
    for (let step = 0; step < effort.steps && !done(); step += 1) {
      sinceBetter += 1;
      if (sinceBetter > (effort.patience ?? Infinity)) break;
      if (!now) {
        better(this.arrange(this.firstWays(0.8), 0.5));
        now = best;
        continue;
      }
      const isMix = step === mixAt;
      if (isMix) {
        mixAt += between;
        if (isChoice) sinceBetter += between;
        else between = Math.min(MOST_STEPS_TO_MIX, 2 * between);
      }
      const next: Arrangement | null = isMix ? this.mixed(best ?? now) : this.ruinAndRecreate(now);
      if (!next) continue;
      const slack: number = effort.random() < 0.04 ? 0.004 : 0;
      if (next.cost < now.cost - 1e-6) stale = 0;
      else stale += 1;
      if (next.cost <= now.cost * (1 + slack) + 1e-9) now = next;
      if (better(next)) sinceBetter = 0;
      if (stale > STALE_STEPS) {
        // Half the times from a new beginning: what comes of it is put together with all that was found before.
        now = (effort.random() < 0.5 ? this.arrange(this.firstWays(0.3), 0.3) : null) ?? best ?? now;
        stale = 0;
      }
    }
    return best;
  }
}

/**
 * Looks for the cheapest pulls for a film: pulls are built around long pieces by bounded knapsacks along and across the
 * roll, a few at a time taken apart and built anew (ruin and recreate: Schrimpf et al. 2000), and now and then the best of
 * all pulls found so far are put together by an integer programme. Null where something goes on no supply.
 */
export function searchPulls(demand: Demand, effort: SearchEffort): Arrangement | null {
  return new Search(demand, effort).run();
}
