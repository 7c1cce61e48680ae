import { SMALLEST_LACK_MM } from '../../../units/index.ts';
import { boundTo, goesOn, type Demand, type Form, type Supply } from '../../cost/demand.ts';
import { pullOf, type BuiltPull, type Strip } from './builtPull.ts';

/** So many steps a length is counted in at the least: 1 mm for short pulls, more for long ones. */
const STEPS = 2000;

interface Item {
  readonly form: Form;
  readonly units: number;
  readonly copies: number;
  readonly value: number;
}

/** Stacks of the most worth for every strip width at once. Forms come in rising width. */
interface Stacks {
  /** For each form, in rising width: the worth of the best stack of forms up to its width. */
  readonly worth: readonly number[];
  readonly forms: readonly Form[];
  readonly stack: (upTo: number) => Form[];
}

/** One item more in a knapsack: where it makes a length worth more it is marked. The innermost loop of all planning. */
function fill(best: Float64Array, take: Uint8Array, units: number, value: number): void {
  for (let at = best.length - 1; at >= units; at -= 1) {
    const more = (best[at - units] as number) + value;
    if (more > (best[at] as number) + 1e-9) {
      best[at] = more;
      take[at] = 1;
    }
  }
}

/** Room for the tables of one pull, used again for the next: making them anew would take longer than filling them. */
class Arena {
  private readonly bytes = new Uint8Array(1 << 22);
  private readonly floats = new Float64Array(1 << 16);
  private byte = 0;
  private float = 0;

  clear(): void {
    this.byte = 0;
    this.float = 0;
  }

  marks(count: number): Uint8Array {
    if (this.byte + count > this.bytes.length) return new Uint8Array(count);
    const piece = this.bytes.subarray(this.byte, this.byte + count).fill(0);
    this.byte += count;
    return piece;
  }

  numbers(count: number): Float64Array {
    if (this.float + count > this.floats.length) return new Float64Array(count);
    const piece = this.floats.subarray(this.float, this.float + count).fill(0);
    this.float += count;
    return piece;
  }
}

/** A bounded knapsack along the pull over forms in rising width: one table gives the best stack of every strip width. */
function stacksFor(
  forms: readonly Form[],
  length: number,
  left: Int32Array,
  value: Float64Array,
  arena: Arena,
): Stacks {
  // Rounded up while stacks are sought; pulls keep the true lengths.
  const stepMm = Math.max(1, Math.floor(length / STEPS));
  const unitsOf = (mm: number) => Math.ceil((mm - 2 * SMALLEST_LACK_MM) / stepMm);
  const room = Math.floor((length + 2 * SMALLEST_LACK_MM) / stepMm);
  const best = arena.numbers(room + 1);
  const items: Item[] = [];
  const takes: Uint8Array[] = [];
  const worth: number[] = [];
  const lastItem: number[] = [];
  for (const form of forms) {
    const units = unitsOf(form.alongMm);
    let copies = Math.min(left[form.part] ?? 0, Math.floor(room / units));
    for (let size = 1; copies > 0; size *= 2) {
      const taken = Math.min(size, copies);
      copies -= taken;
      const item = { form, units: units * taken, copies: taken, value: (value[form.part] ?? 0) * taken };
      const take = arena.marks(room + 1);
      fill(best, take, item.units, item.value);
      items.push(item);
      takes.push(take);
    }
    worth.push(best[room] ?? 0);
    lastItem.push(items.length - 1);
  }
  const stack = (upTo: number) => {
    const found: Form[] = [];
    const used = new Map<number, number>();
    let at = room;
    for (let item = lastItem[upTo] ?? -1; item >= 0; item -= 1) {
      const each = items[item];
      if (!each || takes[item]?.[at] !== 1) continue;
      at -= each.units;
      // A part that may lie two ways stands in the table twice: it is taken no more often than it is wanted.
      const had = used.get(each.form.part) ?? 0;
      const may = Math.min(each.copies, (left[each.form.part] ?? 0) - had);
      used.set(each.form.part, had + may);
      for (let copy = 0; copy < may; copy += 1) found.push(each.form);
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
}

/** The strips beside each other that are worth most across a width; each free choice may be taken again. */
function bestAcross(
  free: readonly Choice[],
  edged: readonly Choice[],
  width: number,
  mostStrips: number,
): Choice[] {
  const sorted = [...free].sort((a, b) => b.worth / b.w - a.worth / a.w);
  let best: Choice[] = [];
  let most = 0;
  let nodes = 0;
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
      taken.push(choice);
      search(next, room - choice.w, worth + choice.worth, taken);
      taken.pop();
    }
  };
  const lefts = [null, ...edged.filter(({ lane }) => lane === 'left')];
  const rights = [null, ...edged.filter(({ lane }) => lane === 'right')];
  for (const left of lefts)
    for (const right of rights) {
      const chosen = [left, right].filter((each) => each !== null);
      const used = chosen.reduce((sum, { w }) => sum + w, 0);
      if (used > width + SMALLEST_LACK_MM || (chosen.length > 1 && chosen.length > mostStrips)) continue;
      search(
        0,
        width - used,
        chosen.reduce((sum, { worth }) => sum + worth, 0),
        [...chosen],
      );
    }
  const both = edged.filter(({ lane }) => lane === 'both').sort((a, b) => b.worth - a.worth)[0];
  return both && both.worth > most ? [both] : best;
}

/** What the builder works with: forms by lane for each supply, and what is still wanted of each part. */
export class PullBuilder {
  private readonly arena = new Arena();
  private readonly bySupply: readonly { readonly free: readonly Form[]; readonly edged: readonly Form[] }[];

  constructor(private readonly demand: Demand) {
    this.bySupply = demand.supplies.map((supply) => {
      const forms = demand.parts
        .flatMap((part) => part.forms)
        .filter((form) => {
          const only = boundTo(demand, form);
          return (only === null || only === supply.index) && goesOn(form, supply);
        })
        .sort((a, b) => a.acrossMm - b.acrossMm || a.alongMm - b.alongMm);
      return {
        free: forms.filter(({ lane }) => lane === 'free'),
        edged: forms.filter(({ lane }) => lane !== 'free'),
      };
    });
  }

  formsOn(supply: Supply): readonly Form[] {
    const forms = this.bySupply[supply.index];
    return forms ? [...forms.free, ...forms.edged] : [];
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
    const found: Choice[] = [];
    wanted.forEach(({ acrossMm: w }, upTo) => {
      const worth = stacks.worth[upTo] ?? 0;
      const last = found.at(-1);
      if (last && Math.abs(last.w - w) <= SMALLEST_LACK_MM)
        found[found.length - 1] = { w: Math.max(w, last.w), worth, lane, stacks, upTo };
      else if (!last || worth > last.worth + 1e-9) found.push({ w, worth, lane, stacks, upTo });
    });
    return found;
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
      const chosen = bestAcross(free, edged, room, mostStrips);
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
