import { seededRandom } from '@neat-sill/core/units';

/* Bad input by seed: good examples are broken in small ways, as slips, programs and attackers break them. */

export interface Chance {
  readonly below: (most: number) => number;
  readonly pick: <Item>(items: readonly Item[]) => Item;
}

export function chanceOf(seed: number): Chance {
  const random = seededRandom(Math.imul(seed, 0x9e3779b1) ^ 0x2545f491);
  const below = (most: number) => Math.floor(random() * most);
  return {
    below,
    pick: (items) => {
      const item = items[below(items.length)];
      if (item === undefined) throw new Error('nothing to pick from');
      return item;
    },
  };
}

const SIGNS = [
  '\u0000', '\ud800', '\udc00', '\u202e', '\ufeff', '"', "'", '`', '\\', '/', ',', ';', '.', '-', '−', '+', '×', 'x', '*',
  '%', '(', ')', '[', ']', '{', '}', '<', '>', '=', '\n', '\r', '\t', ' ', '0', '9', '½', '⅛', '١', '１', 'é', '窓', '🪟',
  '1e309', '0x10', 'NaN', 'Infinity', '__proto__', 'constructor', '-0', '99999999999999999999', '1/0', '0.000001',
]; // prettier-ignore

/** A text after a few breakages. */
export function brokenText(text: string, others: readonly string[], { below, pick }: Chance): string {
  let broken = text;
  for (let times = 1 + below(4); times > 0; times -= 1) {
    const at = below(broken.length + 1);
    const span = below(Math.min(40, broken.length - at + 1));
    switch (below(6)) {
      case 0:
        broken = broken.slice(0, at) + pick(SIGNS) + broken.slice(at);
        break;
      case 1:
        broken = broken.slice(0, at) + broken.slice(at + span);
        break;
      case 2:
        broken =
          broken.slice(0, at) + broken.slice(at, at + span).repeat(1 + below(8)) + broken.slice(at + span);
        break;
      case 3:
        broken = broken.slice(0, at);
        break;
      case 4:
        broken = broken.slice(0, at) + pick(others).slice(below(20));
        break;
      default:
        broken = broken.replace(/\d+/, () =>
          pick(['0', '-1', '1e308', '4096', '0.1', '', '123456789012345678901']),
        );
    }
  }
  return broken;
}

const ODD: readonly unknown[] = [
  null, true, 0, -1, 0.5, 1e308, -1e-308, 5001, 2 ** 53, '', ' ', '\u0000', '\ud800', 'x'.repeat(5000), '__proto__', [], [[]], {},
  [null], { __proto__: null }, 'NaN', '2026-02-31', '1e3',
]; // prettier-ignore

function places(value: unknown, path: readonly (string | number)[] = []): (readonly (string | number)[])[] {
  if (typeof value !== 'object' || value === null) return [path];
  return [
    path,
    ...Object.entries(value).flatMap(([key, inner]) =>
      places(inner, [...path, Array.isArray(value) ? Number(key) : key]),
    ),
  ];
}

/** A JSON value with some of its places taken away, doubled, renamed or replaced by something odd. */
export function brokenJson(value: unknown, { below, pick }: Chance): unknown {
  const copy = structuredClone(value);
  for (let times = 1 + below(3); times > 0; times -= 1) {
    const path = pick(places(copy));
    const last = path.at(-1);
    if (last === undefined) {
      if (below(20) === 0) return pick(ODD);
      continue;
    }
    let parent = copy as Record<string | number, unknown>;
    for (const step of path.slice(0, -1)) parent = parent[step] as Record<string | number, unknown>;
    switch (below(5)) {
      case 0:
        if (Array.isArray(parent)) parent.splice(Number(last), 1);
        else Reflect.deleteProperty(parent, last);
        break;
      case 1:
        if (Array.isArray(parent))
          parent.splice(Number(last), 0, ...Array.from({ length: below(40) }, () => parent[last]));
        else parent[`${last}${pick(['', 's', '\u0000', ' '])}`] = parent[last];
        break;
      case 2:
        if (typeof parent[last] === 'number') parent[last] *= pick([0, -1, 0.001, 1000, 1e9]);
        else parent[last] = pick(ODD);
        break;
      default:
        parent[last] = pick(ODD);
    }
  }
  return copy;
}

/** What became of a reader's inputs. */
export interface Tally {
  readonly name: string;
  readonly inputs: number;
  readonly taken: number;
  readonly refused: number;
  readonly thrown: readonly { readonly seed: number; readonly message: string }[];
  readonly slowestMs: number;
}

/** Runs a reader on broken inputs; it takes, refuses, or, which is a fault of ours, throws. */
export function tally(name: string, inputs: number, run: (chance: Chance) => boolean): Tally {
  let [taken, refused, slowestMs] = [0, 0, 0];
  const thrown: { seed: number; message: string }[] = [];
  for (let seed = 1; seed <= inputs; seed += 1) {
    const start = performance.now();
    try {
      if (run(chanceOf(seed))) taken += 1;
      else refused += 1;
    } catch (error) {
      thrown.push({
        seed,
        message:
          error instanceof Error
            ? `${error.message} ${error.stack?.split('\n')[1]?.trim() ?? ''}`
            : String(error),
      });
    }
    slowestMs = Math.max(slowestMs, performance.now() - start);
  }
  return { name, inputs, taken, refused, thrown, slowestMs };
}
