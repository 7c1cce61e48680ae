import { SMALLEST_LACK_MM } from '../../../units/index.ts';
import { boundTo, goesOn, type Demand, type Form, type Supply } from '../../cost/demand.ts';
import { pullOf, type BuiltPull, type Strip } from './builtPull.ts';

/** Stacks of the most worth for every strip width at once. Forms come in rising width. */
interface Stacks {
  /** For each form, in rising width: the worth of the best stack of forms up to its width. */
  readonly worth: readonly number[];
  readonly forms: readonly Form[];
  readonly stack: (upTo: number) => Form[];
}

/** Stacks that no shorter one is worth as much as are kept up to so many; then those that are worth nearly the same go. */
const MOST_STACKS = 1500;

/**
 * Room for the stacks of one pull, used again for the next. A stack is another one with some pieces more: its length, its
 * worth, which it goes on from, and with which form how often.
 */
class Arena {
  private size = 1 << 14;
  lengths = new Float64Array(this.size);
  worths = new Float64Array(this.size);
  before = new Int32Array(this.size);
  forms = new Int32Array(this.size);
  copies = new Int32Array(this.size);
  private count = 0;

  clear(): void {
    this.count = 0;
  }

  add(length: number, worth: number, before: number, form: number, copies: number): number {
    if (this.count === this.size) this.grow();
    const at = this.count;
    this.lengths[at] = length;
    this.worths[at] = worth;
    this.before[at] = before;
    this.forms[at] = form;
    this.copies[at] = copies;
    this.count += 1;
    return at;
  }

  private grow(): void {
    this.size *= 2;
    const larger = <Kept extends Float64Array | Int32Array>(from: Kept, to: Kept): Kept => {
      to.set(from);
      return to;
    };
    this.lengths = larger(this.lengths, new Float64Array(this.size));
    this.worths = larger(this.worths, new Float64Array(this.size));
    this.before = larger(this.before, new Int32Array(this.size));
    this.forms = larger(this.forms, new Int32Array(this.size));
    this.copies = larger(this.copies, new Int32Array(this.size));
  }
}

/** Of stacks in rising length those that are worth more than all before by a share of the most that any is worth. */
function thinned(stacks: readonly number[], { worths }: Arena): number[] {
  const least = (worths[stacks.at(-1) ?? 0] ?? 0) / MOST_STACKS;
  let last = -Infinity;
  return stacks.filter((at, index) => {
    const worth = worths[at] ?? 0;
    if (worth - last <= least && index < stacks.length - 1) return false;
    last = worth;
    return true;
  });
}

/** Stacks in rising length and worth, each also with a form more where that is worth more. The innermost loop of all planning. */
function withMore(
  stacks: readonly number[],
  room: number,
  length: number,
  worth: number,
  form: number,
  copies: number,
  arena: Arena,
): number[] {
  const { lengths, worths } = arena;
  const found: number[] = [];
  let most = -1;
  let old = 0;
  let more = 0;
  const count = stacks.length;
  let moreLength = (lengths[stacks[0] as number] as number) + length;
  for (;;) {
    const hasMore = more < count && moreLength <= room;
    if (old >= count && !hasMore) return found;
    const at = stacks[old] as number;
    if (!hasMore || (old < count && (lengths[at] as number) <= moreLength + 1e-9)) {
      if ((worths[at] as number) > most + 1e-9) {
        most = worths[at] as number;
        found.push(at);
      }
      old += 1;
      continue;
    }
    const from = stacks[more] as number;
    const sum = (arena.worths[from] as number) + worth;
    if (sum > most + 1e-9) {
      most = sum;
      found.push(arena.add(moreLength, sum, from, form, copies));
    }
    more += 1;
    if (more < count) moreLength = (arena.lengths[stacks[more] as number] as number) + length;
  }
}

/**
 * A bounded knapsack along the pull over forms in rising width, by the stacks that no other one beats in both length and
 * worth (Nemhauser and Ullmann 1969): one pass gives the best stack of every strip width.
 */
function stacksFor(
  forms: readonly Form[],
  length: number,
  left: Int32Array,
  value: Float64Array,
  arena: Arena,
): Stacks {
  const room = length + SMALLEST_LACK_MM;
  let stacks = [arena.add(0, 0, -1, -1, 0)];
  const worth: number[] = [];
  const last: number[] = [];
  forms.forEach((form, at) => {
    let copies = Math.min(left[form.part] ?? 0, Math.floor(room / form.alongMm));
    for (let size = 1; copies > 0; size *= 2) {
      const taken = Math.min(size, copies);
      copies -= taken;
      const each = value[form.part] ?? 0;
      stacks = withMore(stacks, room, form.alongMm * taken, each * taken, at, taken, arena);
      if (stacks.length > MOST_STACKS) stacks = thinned(stacks, arena);
    }
    const longest = stacks.at(-1) ?? 0;
    worth.push(arena.worths[longest] ?? 0);
    last.push(longest);
  });
  const stack = (upTo: number) => {
    const found: Form[] = [];
    const used = new Map<number, number>();
    for (let at = last[upTo] ?? 0; (arena.before[at] ?? -1) >= 0; at = arena.before[at] ?? 0) {
      const form = forms[arena.forms[at] ?? -1];
      if (!form) continue;
      // A part that may lie two ways stands in the table twice: it is taken no more often than it is wanted.
      const had = used.get(form.part) ?? 0;
      const may = Math.min(arena.copies[at] ?? 0, (left[form.part] ?? 0) - had);
      used.set(form.part, had + may);
      for (let copy = 0; copy < may; copy += 1) found.push(form);
    }
    return found;
  };
  return { worth, forms, stack };
}

interface Choice {
  readonly w: number;
  readonly worth: number;
  readonly lane: Strip['lane'];
  readonly stacks: Stacks;
  readonly upTo: number;
  /** The parts of its stack, each as often as it is in it. */
  readonly parts: readonly number[];
}

/** The strips beside each other that are worth most across a width; each as often as its pieces are still wanted. */
function bestAcross(
  free: readonly Choice[],
  edged: readonly Choice[],
  width: number,
  mostStrips: number,
  left: Int32Array,
): Choice[] {
  const sorted = [...free].sort((a, b) => b.worth / b.w - a.worth / a.w);
  let best: Choice[] = [];
  let most = 0;
  let nodes = 0;
  const used = new Int32Array(left.length);
  const use = ({ parts }: Choice, times: number) => {
    for (const part of parts) used[part] = (used[part] as number) + times;
  };
  /** Takes what a choice wants; false, and takes nothing, where it is not all there. */
  const take = (choice: Choice): boolean => {
    use(choice, 1);
    for (const part of choice.parts)
      if ((used[part] as number) > (left[part] as number)) {
        use(choice, -1);
        return false;
      }
    return true;
  };
  const search = (at: number, room: number, worth: number, taken: Choice[]) => {
    if (worth > most) {
      most = worth;
      best = [...taken];
    }
    nodes += 1;
    if (nodes > 4000) return;
    for (let next = at; next < sorted.length; next += 1) {
      const choice = sorted[next];
      if (!choice) return;
      if (worth + (room * choice.worth) / choice.w <= most + 1e-9) return;
      if (choice.w > room + SMALLEST_LACK_MM) continue;
      // A strip more is a slit more, unless it fills the roll.
      if (taken.length > 0 && taken.length + (room - choice.w > SMALLEST_LACK_MM ? 1 : 0) > mostStrips)
        continue;
      if (!take(choice)) continue;
      taken.push(choice);
      search(next, room - choice.w, worth + choice.worth, taken);
      taken.pop();
      use(choice, -1);
    }
  };
  const lefts = [null, ...edged.filter(({ lane }) => lane === 'left')];
  const rights = [null, ...edged.filter(({ lane }) => lane === 'right')];
  for (const onLeft of lefts)
    for (const onRight of rights) {
      const chosen = [onLeft, onRight].filter((each) => each !== null);
      const taken = chosen.reduce((sum, { w }) => sum + w, 0);
      if (taken > width + SMALLEST_LACK_MM || (chosen.length > 1 && chosen.length > mostStrips)) continue;
      used.fill(0);
      if (!chosen.every(take)) continue;
      search(
        0,
        width - taken,
        chosen.reduce((sum, { worth }) => sum + worth, 0),
        [...chosen],
      );
    }
  const both = edged.filter(({ lane }) => lane === 'both').sort((a, b) => b.worth - a.worth)[0];
  return both && both.worth > most ? [both] : best;
}

/** The most that strips beside each other are worth, by whole mm of the width there is for them (unbounded knapsack). */
function worthAcross(choices: readonly Choice[], width: number): Float64Array {
  const most = new Float64Array(width + 1);
  const taken = choices.map(({ w, worth }) => ({ mm: Math.ceil(w - SMALLEST_LACK_MM), worth }));
  for (let mm = 1; mm <= width; mm += 1) {
    let best = most[mm - 1] ?? 0;
    for (const choice of taken) {
      if (choice.mm > mm) break;
      const worth = (most[mm - choice.mm] ?? 0) + choice.worth;
      if (worth > best) best = worth;
    }
    most[mm] = best;
  }
  return most;
}

/** What the builder works with: forms by lane for each supply, and what is still wanted of each part. */
export class PullBuilder {
  private readonly arena = new Arena();
  private readonly bySupply: readonly {
    readonly free: readonly Form[];
    readonly edged: readonly Form[];
    readonly all: readonly Form[];
  }[];

  constructor(private readonly demand: Demand) {
    this.bySupply = demand.supplies.map((supply) => {
      const forms = demand.parts
        .flatMap((part) => part.forms)
        .filter((form) => {
          const only = boundTo(demand, form);
          return (only === null || only === supply.index) && goesOn(form, supply);
        })
        .sort((a, b) => a.acrossMm - b.acrossMm || a.alongMm - b.alongMm);
      const free = forms.filter(({ lane }) => lane === 'free');
      const edged = forms.filter(({ lane }) => lane !== 'free');
      return { free, edged, all: [...free, ...edged] };
    });
  }

  formsOn(supply: Supply): readonly Form[] {
    return this.bySupply[supply.index]?.all ?? [];
  }

  private choices(
    forms: readonly Form[],
    lane: Strip['lane'],
    length: number,
    width: number,
    left: Int32Array,
    value: Float64Array,
  ): Choice[] {
    const wanted = forms.filter(
      ({ part, acrossMm: w, alongMm: l }) =>
        (left[part] ?? 0) > 0 && w <= width + SMALLEST_LACK_MM && l <= length + SMALLEST_LACK_MM,
    );
    if (wanted.length === 0) return [];
    const stacks = stacksFor(wanted, length, left, value, this.arena);
    const found: Omit<Choice, 'parts'>[] = [];
    wanted.forEach(({ acrossMm: w }, upTo) => {
      const worth = stacks.worth[upTo] ?? 0;
      const last = found.at(-1);
      if (last && Math.abs(last.w - w) <= SMALLEST_LACK_MM)
        found[found.length - 1] = { w: Math.max(w, last.w), worth, lane, stacks, upTo };
      else if (!last || worth > last.worth + 1e-9) found.push({ w, worth, lane, stacks, upTo });
    });
    return found.map((choice) => ({ ...choice, parts: stacks.stack(choice.upTo).map(({ part }) => part) }));
  }

  /**
   * What a panel so long costs in the best of pulls of some lengths off a supply, by whole mm of its width: their film less
   * what goes beside the panel and behind it, by what parts are worth. Infinity where it goes on none.
   */
  panelPrices(
    supply: Supply,
    alongMm: number,
    lengths: readonly number[],
    left: Int32Array,
    value: Float64Array,
  ): Float64Array {
    const width = Math.floor(supply.widthMm + SMALLEST_LACK_MM);
    const prices = new Float64Array(width + 1).fill(Infinity);
    const free = this.bySupply[supply.index]?.free ?? [];
    for (const lengthMm of lengths) {
      if (lengthMm < alongMm - SMALLEST_LACK_MM) continue;
      this.arena.clear();
      const beside = worthAcross(this.choices(free, null, lengthMm, width, left, value), width);
      this.arena.clear();
      const behind = this.choices(free, null, lengthMm - alongMm, width, left, value);
      const film = supply.countPerMm * lengthMm;
      for (let mm = 0, at = 0; mm <= width; mm += 1) {
        while (at < behind.length && (behind[at]?.w ?? Infinity) <= mm + SMALLEST_LACK_MM) at += 1;
        const price = film - (beside[width - mm] ?? 0) - (behind[at - 1]?.worth ?? 0);
        if (price < (prices[mm] ?? Infinity)) prices[mm] = price;
      }
    }
    return prices;
  }

  /**
   * A pull of at most `length` off a supply: strips and stacks of the most worth, of what is still wanted. Takes from
   * `left` what it lays. Null where nothing goes.
   */
  build(supply: Supply, length: number, left: Int32Array, value: Float64Array): BuiltPull | null {
    const forms = this.bySupply[supply.index];
    if (!forms) return null;
    this.arena.clear();
    const strips: Strip[] = [];
    const edgesTaken = new Set<string>();
    let room = supply.widthMm;
    for (let guard = 0; guard < 40; guard += 1) {
      this.arena.clear();
      const free = this.choices(forms.free, null, length, room, left, value);
      const edged = (['left', 'right', 'both'] as const).flatMap((lane) => {
        if (edgesTaken.has(lane) || (lane === 'both' && strips.length > 0)) return [];
        const own = forms.edged.filter((form) => form.lane === lane);
        if (!own.some(({ part }) => (left[part] ?? 0) > 0)) return [];
        // A piece without a wish may stand behind one that lies on the edge.
        const mixed = [...own, ...forms.free].sort(
          (a, b) => a.acrossMm - b.acrossMm || a.alongMm - b.alongMm,
        );
        return this.choices(mixed, lane, length, room, left, value);
      });
      const mostStrips = this.demand.mostSlits - strips.length;
      if (strips.length > 0 && mostStrips <= 0) break;
      const chosen = bestAcross(free, edged, room, mostStrips, left);
      if (chosen.length === 0) break;
      let laid = 0;
      // The strips of one choice may ask for the same pieces: those that still stand as they were worth are taken.
      for (const choice of [...chosen].sort((a, b) => b.worth / b.w - a.worth / a.w)) {
        const stack = choice.stacks.stack(choice.upTo);
        const need = new Map<number, number>();
        for (const { part } of stack) need.set(part, (need.get(part) ?? 0) + 1);
        const there = [...need].every(([part, count]) => (left[part] ?? 0) >= count);
        if (!there || stack.length === 0) continue;
        const w = Math.max(...stack.map((form) => form.acrossMm));
        if (w > room + SMALLEST_LACK_MM) continue;
        for (const [part, count] of need) left[part] = (left[part] ?? 0) - count;
        const lane = stack.some((form) => form.lane !== 'free') ? choice.lane : null;
        if (lane) edgesTaken.add(lane);
        if (lane === 'both') {
          edgesTaken.add('left');
          edgesTaken.add('right');
        }
        strips.push({ widthMm: w, lane, stack });
        room -= w;
        laid += 1;
      }
      if (laid === 0 || room < SMALLEST_LACK_MM) break;
    }
    return strips.length > 0 ? pullOf(this.demand, supply, strips) : null;
  }
}
