import { SMALLEST_LACK_MM } from '../../../units/index.ts';
import type { OpenPull, OpenSource, OpenStrip, PlacedShape } from '../../lay/rollPacking.ts';
import { sourceOf, type Demand, type Supply } from '../../cost/demand.ts';
import { formsOf, type Arrangement, type BuiltPull, type Strip } from './builtPull.ts';

type CopyNames = (part: number) => string | null;

/** Hands out copies of panes: the k-th first panel of a way goes with its k-th second one. */
function copyNames({ kinds, parts }: Demand, ways: Arrangement['ways']): CopyNames {
  const next = new Map<number, number>();
  return (part) => {
    const found = parts[part];
    const kind = found && kinds[found.kind];
    if (!found || !kind) return null;
    const before = (ways[found.kind] ?? []).slice(0, found.way).reduce((sum, count) => sum + count, 0);
    const at = next.get(part) ?? 0;
    next.set(part, at + 1);
    return kind.copies[before + at]?.key ?? null;
  };
}

interface NamedPull {
  readonly pull: BuiltPull;
  readonly open: Omit<OpenPull, 'startMm'>;
  readonly copies: ReadonlySet<string>;
}

function openStrip(
  strip: Strip,
  x: number,
  side: 'left' | 'right',
  demand: Demand,
  nameOf: CopyNames,
): OpenStrip {
  let filled = 0;
  let end = 0;
  // What follows a pattern comes first: it takes whole repeats, and all behind it stays in phase.
  const stack = [...strip.stack].sort((a, b) => Number(b.onPattern !== null) - Number(a.onPattern !== null));
  const pieces = stack.flatMap((form): PlacedShape[] => {
    const part = demand.parts[form.part];
    const copyKey = nameOf(form.part);
    if (!part || copyKey === null) return [];
    const { insetMm, offsetMm } = form.onPattern ?? { insetMm: 0, offsetMm: 0 };
    const at = (side === 'left' ? x : x + strip.widthMm - form.acrossMm) + insetMm;
    const placed = {
      copyKey,
      panel: part.panel,
      panels: part.panels,
      shape: form.shape,
      acrossAtMm: at,
      alongAtMm: filled + offsetMm,
    };
    filled += form.alongMm;
    end = placed.alongAtMm + form.shape.alongMm;
    return [placed];
  });
  return { fromMm: x, widthMm: strip.widthMm, lineUp: side, filled: end, pieces };
}

function named(pull: BuiltPull, supply: Supply, demand: Demand, nameOf: CopyNames): NamedPull {
  const { strips } = pull;
  const onLeft = strips.filter(({ lane }) => lane === 'left' || lane === 'both');
  const onRight = strips.filter(({ lane }) => lane === 'right');
  const between = strips.filter(({ lane }) => lane === null).sort((a, b) => b.widthMm - a.widthMm);
  let x = 0;
  const left = [...onLeft, ...between].map((strip) => {
    const open = openStrip(strip, x, 'left', demand, nameOf);
    x += strip.widthMm;
    return open;
  });
  const right = onRight.map((strip) =>
    openStrip(strip, supply.widthMm - strip.widthMm, 'right', demand, nameOf),
  );
  const copies = new Set([...left, ...right].flatMap(({ pieces }) => pieces.map(({ copyKey }) => copyKey)));
  const lengthMm = Math.max(0, ...[...left, ...right].map(({ filled }) => filled));
  return { pull, open: { lengthMm, left, right }, copies };
}

/** Pulls that share a divided pane have to come off one roll. */
function clusters(pulls: readonly NamedPull[], divided: ReadonlySet<string>): NamedPull[][] {
  const groups: { pulls: NamedPull[]; copies: Set<string> }[] = [];
  for (const pull of pulls) {
    const shared = new Set([...pull.copies].filter((copy) => divided.has(copy)));
    const touching = groups.filter(({ copies }) => [...shared].some((copy) => copies.has(copy)));
    const joined = {
      pulls: [...touching.flatMap((group) => group.pulls), pull],
      copies: new Set([...touching.flatMap((group) => [...group.copies]), ...shared]),
    };
    for (const group of touching) groups.splice(groups.indexOf(group), 1);
    groups.push(joined);
  }
  return groups.map((group) => group.pulls);
}

const lengthOf = (pulls: readonly NamedPull[]) => pulls.reduce((sum, { pull }) => sum + pull.lengthMm, 0);

/** Puts clusters of pulls on as few rolls of a length as first fit, longest first, finds. Null where one fits none. */
function onRolls(groups: readonly NamedPull[][], rollLength: number): NamedPull[][] | null {
  const rolls: NamedPull[][] = [];
  for (const group of [...groups].sort((a, b) => lengthOf(b) - lengthOf(a))) {
    const length = lengthOf(group);
    if (length > rollLength + SMALLEST_LACK_MM) return null;
    const roll = rolls.find((each) => lengthOf(each) + length <= rollLength + SMALLEST_LACK_MM);
    if (roll) roll.push(...group);
    else rolls.push([...group]);
  }
  return rolls;
}

/** A strip whose pieces begin behind what is left to the next line of the pattern. */
const behindGap = (strip: OpenStrip, gapMm: number): OpenStrip =>
  gapMm <= 0
    ? strip
    : {
        ...strip,
        filled: strip.filled + gapMm,
        pieces: strip.pieces.map((piece) => ({ ...piece, alongAtMm: piece.alongAtMm + gapMm })),
      };

/** The repeat on which a pull has to begin; 0 where nothing in it follows a pattern. */
const repeatOf = ({ pull }: NamedPull) =>
  Math.max(0, ...formsOf(pull).map(({ onPattern }) => onPattern?.repeatMm ?? 0));

/**
 * First what follows a pattern: pulls of the same panes together, of these first what ends on a line; then by the places of the
 * knives.
 */
function inOrder(clusterOf: ReadonlyMap<NamedPull, number>) {
  const rank = (pull: NamedPull) => {
    const repeat = repeatOf(pull);
    if (repeat === 0) return 1;
    const over = pull.open.lengthMm % repeat;
    return Math.min(over, repeat - over) < SMALLEST_LACK_MM ? 0 : 0.5;
  };
  const group = (pull: NamedPull) => (repeatOf(pull) === 0 ? Infinity : (clusterOf.get(pull) ?? 0));
  return (one: NamedPull, other: NamedPull): number => {
    const [a, b] = [group(one), group(other)];
    if (a !== b) return a - b;
    return rank(one) - rank(other) || widthsOf(other).localeCompare(widthsOf(one));
  };
}

const widthsOf = ({ open }: NamedPull) =>
  [...open.left, ...open.right].map(({ widthMm: w }) => w.toFixed(1).padStart(9, '0')).join(' ');

/**
 * Names the pieces of an arrangement after their panes and puts its pulls on rolls: panels of one pane on one roll,
 * pulls with the same knife settings one after the other. Null where a pane's panels are too many for one roll.
 */
export function realise(demand: Demand, arrangement: Arrangement, newId: () => string): OpenSource[] | null {
  const nameOf = copyNames(demand, arrangement.ways);
  const divided = new Set(
    demand.kinds.flatMap(({ ways, copies }) =>
      ways.some(({ parts }) => parts.length > 1) ? copies.map(({ key }) => key) : [],
    ),
  );
  const sources: OpenSource[] = [];
  for (const supply of demand.supplies) {
    const pulls = arrangement.pulls
      .filter((pull) => pull.supply === supply.index)
      .sort((a, b) => (formsOf(a)[0]?.part ?? 0) - (formsOf(b)[0]?.part ?? 0))
      .map((pull) => named(pull, supply, demand, nameOf));
    if (pulls.length === 0) continue;
    const together = clusters(pulls, divided);
    const clusterOf = new Map(together.flatMap((group, at) => group.map((pull) => [pull, at] as const)));
    const rolls = supply.kind === 'new' ? onRolls(together, supply.lengthMm) : [pulls];
    if (!rolls) return null;
    for (const roll of rolls) {
      let used = 0;
      const ordered = [...roll].sort(inOrder(clusterOf));
      // Only panels of the same panes have to agree: each such group begins where it comes.
      const began = new Map<number, number>();
      const opened = ordered.map((each): OpenPull => {
        const { open } = each;
        const repeat = repeatOf(each);
        const cluster = clusterOf.get(each) ?? 0;
        if (!began.has(cluster)) began.set(cluster, used);
        const since = used - (began.get(cluster) ?? 0);
        const gap = repeat > 0 ? Math.ceil(since / repeat - 1e-9) * repeat - since : 0;
        const start = used;
        used += gap + open.lengthMm;
        const later = (strips: readonly OpenStrip[]) => strips.map((strip) => behindGap(strip, gap));
        return {
          startMm: start,
          lengthMm: gap + open.lengthMm,
          left: later(open.left),
          right: later(open.right),
        };
      });
      sources.push({
        source: sourceOf(supply, demand.film.id, supply.kind === 'new' ? newId() : ''),
        factoryEdges: supply.factoryEdges,
        costPerMm: supply.costPerMm,
        mostSlits: demand.mostSlits,
        longestPullMm: supply.longestPullMm,
        usedMm: used,
        pulls: opened,
      });
    }
  }
  return sources;
}
