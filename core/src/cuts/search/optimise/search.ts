import { SMALLEST_LACK_MM } from '../../../units/index.ts';
import { boundTo, goesOn, type Demand, type Form, type Supply } from '../../cost/demand.ts';
import type { LinearSolver } from '../../cost/linearSolver.ts';
import { PullBuilder } from './pull.ts';
import { programmeOver } from './pullProgramme.ts';
import { countOf, formsOf, pullOf, type Arrangement, type BuiltPull } from './builtPull.ts';

export interface SearchEffort {
  readonly random: () => number;
  readonly shouldStop: () => boolean;
  /** Steps of the search at the most; the same seed and steps give the same arrangement. */
  readonly steps: number;
  /** Arrangements made from nothing before steps begin. */
  readonly starts: number;
  /** Where to go on from. */
  readonly from?: Arrangement | null;
  /** Stop after so many steps without a better one. */
  readonly patience?: number;
  readonly solver: LinearSolver | null;
  /** What the bound says a part is worth; null where there is none. */
  readonly worth: readonly number[] | null;
  readonly secondsLeft: () => number;
  /** No arrangement costs less. */
  readonly bound: number;
  readonly onBetter: (better: Arrangement) => void;
}

/** Ties go to what is on hand: film that is bought counts this much more while pulls are chosen. */
const BOUGHT = 1.0005;
/** Lengths tried for a pull around one piece, the fewer the more there is to lay. */
const lengthsTried = (copies: number) => (copies > 150 ? 4 : copies > 60 ? 9 : 24);
/** How much of a part's worth is taken from the bound, the rest from its film. */
const SHARES: readonly number[] = [0, 0.5, 1];
/** Longer pulls are unhandy, and as a rule no cheaper. */
const LONGEST_PULL_MM = 12_000;
/** Columns of the programme that puts pulls found so far together anew. */
const MOST_COLUMNS = 1400;
const LARGEST_POOL = 20_000;
/** Seconds that one of them may take. */
const LONGEST_MIX_S = 1.5;
/** Steps without a better arrangement after which the search goes on from elsewhere. */
const STALE_STEPS = 100;
/** Steps before the first such programme, and at the most between two: each comes after twice as many as the one before. */
const STEPS_TO_MIX = 250;
const MOST_STEPS_TO_MIX = 1000;
/** Times that it is asked which pulls it lacks, and lengths of several pieces that are tried for them. */
const ROUNDS_A_MIX = 4;
const LENGTHS_A_ROUND = 100;

class Search {
  private readonly builder: PullBuilder;
  private readonly pool = new Map<string, BuiltPull>();
  private readonly area: Float64Array;
  private readonly byPart: readonly (readonly Form[])[];

  constructor(
    private readonly demand: Demand,
    private readonly effort: SearchEffort,
  ) {
    this.builder = new PullBuilder(demand);
    const rates = demand.supplies
      .filter(({ costPerMm }) => costPerMm > 0)
      .map(({ costPerMm, widthMm: width }) => costPerMm / width);
    const rate = rates.length > 0 ? Math.min(...rates) : 1;
    this.area = Float64Array.from(demand.parts, ({ forms }) =>
      Math.min(...forms.map(({ acrossMm: w, alongMm: l }) => w * l * rate)),
    );
    this.byPart = demand.parts.map(({ forms }) => forms);
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
      this.remember(pull);
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
        Math.max(...(this.byPart[part] ?? []).map(({ acrossMm: w, alongMm: l }) => Math.max(w, l)));
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
        for (const form of this.byPart[anchor] ?? []) {
          if (!goesOn(form, supply) || form.alongMm > longest + SMALLEST_LACK_MM) continue;
          for (const length of this.lengths(form, supply, left, longest)) {
            const trial = left.slice();
            const pull = this.builder.build(supply, length, trial, value);
            if (!pull) continue;
            this.remember(pull);
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

  /** Whether it is new, or cheaper than what was known. */
  private remember(pull: BuiltPull): boolean {
    if (this.pool.size > LARGEST_POOL) return false;
    const parts = formsOf(pull)
      .map(({ part }) => part)
      .sort((a, b) => a - b);
    const key = `${pull.supply}:${parts.join(',')}`;
    const known = this.pool.get(key);
    const isBetter = !known || pull.cost < known.cost - 1e-9;
    if (isBetter) this.pool.set(key, pull);
    return isBetter;
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
    const ways = now.ways.map((counts) => [...counts]);
    this.changeWays(ways, left);
    const laid = this.construct(left, rest, [0.05, 0.4, 0.9, 1.6][Math.floor(random() * 4)] ?? 0.4);
    if (!laid) return null;
    const all = [...kept, ...laid];
    return { pulls: all, ways, ...countOf(this.demand, all, ways) };
  }

  /** Pulls of the pool that lose least by what parts are worth, those of `now` before. */
  private bestOfPool(now: Arrangement, lossOf: (pull: BuiltPull) => number): BuiltPull[] {
    const current = new Set(now.pulls);
    return [
      ...now.pulls,
      ...[...this.pool.values()]
        .filter((pull) => !current.has(pull))
        .map((pull) => ({ pull, loss: lossOf(pull) }))
        .sort((a, b) => a.loss - b.loss)
        .slice(0, MOST_COLUMNS)
        .map(({ pull }) => pull),
    ];
  }

  /** What a pull costs above what its pieces are worth, by the bound or by their film: the less of the two. */
  private lossOf(pull: BuiltPull): number {
    const forms = formsOf(pull);
    const over = (worth: (part: number) => number) =>
      pull.cost - forms.reduce((sum, { part }) => sum + worth(part), 0);
    const byFilm = over((part) => this.area[part] ?? 0);
    const byBound = over((part) => this.effort.worth?.[part] ?? this.area[part] ?? 0);
    return Math.min(byFilm, byBound) / Math.max(1, forms.length);
  }

  /** Lengths at which a pull may end, of all forms that go on a supply: one piece, or two behind each other. */
  private lengthsOn(supply: Supply): number[] {
    const alongs = [...new Set(this.builder.formsOn(supply).map(({ alongMm }) => alongMm))];
    const longest = Math.min(supply.longestPullMm, LONGEST_PULL_MM);
    const found = new Set(alongs.filter((mm) => mm <= supply.longestPullMm));
    for (let tries = 0; tries < LENGTHS_A_ROUND && alongs.length > 0; tries += 1) {
      const some = Array.from(
        { length: 2 + Math.floor(this.effort.random() * 2) },
        () => alongs[Math.floor(this.effort.random() * alongs.length)] ?? 0,
      );
      const sum = some.reduce((all, mm) => all + mm, 0);
      if (sum <= longest) found.add(sum);
    }
    return [...found];
  }

  /**
   * Pulls that the programme over those known lacks, by what it says parts are worth (columns by Gilmore and Gomory 1965);
   * all of them by what they cost above it.
   */
  private generate(now: Arrangement, solver: LinearSolver): (pull: BuiltPull) => number {
    const { demand } = this;
    let pulls = this.bestOfPool(now, (pull) => this.lossOf(pull));
    let above = (pull: BuiltPull) => this.lossOf(pull);
    const wanted = Int32Array.from(demand.parts, ({ kind }) => demand.kinds[kind]?.copies.length ?? 0);
    for (let round = 0; round < ROUNDS_A_MIX && !this.effort.shouldStop(); round += 1) {
      const programme = programmeOver(demand, pulls, false);
      const answer = solver.solve(programme.model, {
        seconds: Math.min(1, this.effort.secondsLeft()),
        nodes: 0,
      });
      if (!answer) break;
      const worth = Float64Array.from(programme.partRow, (row) => Math.max(0, answer.duals[row] ?? 0));
      above = (pull) => {
        const { cost, entries } = programme.columnOf(pull);
        return cost - entries.reduce((sum, [row, each]) => sum + each * (answer.duals[row] ?? 0), 0);
      };
      const fresh: BuiltPull[] = [];
      for (const supply of demand.supplies)
        for (const length of this.lengthsOn(supply)) {
          if (this.effort.shouldStop()) return above;
          const pull = this.builder.build(supply, length, wanted.slice(), worth);
          if (!pull || above(pull) >= -1e-6) continue;
          if (this.remember(pull)) fresh.push(pull);
        }
      if (fresh.length === 0) break;
      pulls = [...pulls, ...fresh];
    }
    return above;
  }

  /** The cheapest set of pulls found so far that makes everything: an integer programme over the pool. */
  private mix(now: Arrangement): Arrangement | null {
    const { solver } = this.effort;
    if (!solver) return null;
    const { kinds, supplies } = this.demand;
    const pulls = this.bestOfPool(now, this.generate(now, solver));
    const { model, wayColumns } = programmeOver(this.demand, pulls, true);
    const seconds = Math.min(LONGEST_MIX_S, this.effort.secondsLeft());
    const answer = seconds > 0 ? solver.solve(model, { seconds, nodes: 400 }) : null;
    if (!answer) return null;
    const ways = kinds.map((kind) =>
      kind.ways.length === 1 ? [kind.copies.length] : kind.ways.map(() => 0),
    );
    wayColumns.forEach(({ kind, way }, at) => {
      const counts = ways[kind];
      if (counts) counts[way] = Math.round(answer.values[at] ?? 0);
    });
    // More copies than are wanted can come of rounding: the last ways give way.
    kinds.forEach((kind, at) => {
      const counts = ways[at];
      if (!counts) return;
      let over = counts.reduce((sum, count) => sum + count, 0) - kind.copies.length;
      for (let way = counts.length - 1; way >= 0 && over > 0; way -= 1) {
        const less = Math.min(over, counts[way] ?? 0);
        counts[way] = (counts[way] ?? 0) - less;
        over -= less;
      }
    });
    const left = this.wantedBy(ways);
    const chosen = pulls.flatMap((pull, at) =>
      Array.from({ length: Math.round(answer.values[wayColumns.length + at] ?? 0) }, () => pull),
    );
    const trimmed = chosen
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
      best = found;
      effort.onBetter(found);
      return true;
    };
    const done = () => effort.shouldStop() || (best !== null && best.cost <= effort.bound * (1 + 1e-7));
    for (let start = 0; start < effort.starts && !done(); start += 1)
      better(this.arrange(this.firstWays(start === 0 ? 0 : 0.5), start === 0 ? 0 : 0.3, SHARES[start % 3]));
    let now = best as Arrangement | null;
    let stale = 0;
    let sinceBetter = 0;
    let between = STEPS_TO_MIX;
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
        between = Math.min(MOST_STEPS_TO_MIX, 2 * between);
      }
      const next: Arrangement | null = isMix ? this.mix(best ?? now) : this.ruinAndRecreate(now);
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
