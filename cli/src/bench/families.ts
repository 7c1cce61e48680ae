import type { FilmForPlan, PaneForPlan, PlanJob, StockForPlan } from '@neat-sill/core/cuts';
import { filmForTest, jobForTest, paneForTest } from '@neat-sill/core/testing';
import { seededRandom } from '@neat-sill/core/units';

/** A job of a family; `bestLengthMm` where the least length is known by the way it was made. */
export interface BenchJob {
  readonly job: PlanJob;
  readonly pieces: number;
  readonly bestLengthMm: number | null;
}

export type Family =
  | 'perfect20'
  | 'perfect60'
  | 'perfect200'
  | 'house'
  | 'office'
  | 'splice'
  | 'spliceTurned'
  | 'splicePattern'
  | 'spliceStock'
  | 'stock';

interface Chance {
  readonly between: (from: number, to: number) => number;
  readonly whole: (from: number, to: number) => number;
  readonly pick: <Item>(items: readonly [Item, ...Item[]]) => Item;
}

function chanceOf(seed: number): Chance {
  // Small seeds beside each other begin alike: they are spread first.
  const random = seededRandom(Math.imul(seed, 0x9e3779b1) ^ 0x5bd1e995);
  const between = (from: number, to: number) => from + random() * (to - from);
  return {
    between,
    whole: (from, to) => Math.floor(between(from, to + 1)),
    pick: (items) => items[Math.floor(random() * items.length)] ?? items[0],
  };
}

const ROLL_MM = 1524;
const INCH = 25.4;

/** A roll cut up in stages until there are as many pieces as wanted, nothing left over: its length is the best possible. */
function perfect(pieces: number, seed: number): BenchJob {
  const { whole } = chanceOf(seed);
  const sizes: { w: number; l: number }[] = [];
  let length = 0;
  while (sizes.length < pieces) {
    const pull = whole(900, 2600);
    const strips: number[] = [];
    for (let room = ROLL_MM; room > 0;) {
      const strip = room < 700 ? room : Math.min(room, whole(300, 900));
      strips.push(room - strip < 250 ? room : strip);
      room -= strips.at(-1) ?? room;
    }
    const wanted = pieces - sizes.length;
    // The last pull has just as many pieces as are still wanted.
    const used = strips.length > wanted ? [ROLL_MM] : strips;
    let spare = wanted - used.length;
    length += pull;
    for (const w of used) {
      let room = pull;
      while (spare > 0 && room > 700 && whole(0, 2) > 0) {
        const l = whole(250, room - 300);
        sizes.push({ w, l });
        room -= l;
        spare -= 1;
      }
      sizes.push({ w, l: room });
    }
  }
  const film: FilmForPlan = {
    ...filmForTest,
    turn: 'half',
    rolls: [{ width: ROLL_MM, length: length + 1000, price: 400 }],
  };
  const panes = sizes.map(({ w, l }, at) =>
    paneForTest({ id: `P${at + 1}`, label: String(at + 1), width: w, height: l }),
  );
  const rules = { ...jobForTest().rules, allowance: 0 };
  return { job: jobForTest({ films: [film], panes, rules }), pieces: sizes.length, bestLengthMm: length };
}

/** 8 to 40 panes with the repeats that houses have: pairs and rows of sashes, a stair light, doors; mm or inches. */
function house(seed: number): BenchJob {
  const { whole, between, pick } = chanceOf(seed);
  const inches = seed % 2 === 0;
  const round = (mm: number) => (inches ? Math.ceil(mm / (INCH / 16)) * (INCH / 16) : Math.round(mm));
  const wanted = whole(8, 40);
  const panes: PaneForPlan[] = [];
  let count = 0;
  while (count < wanted) {
    const twins = Math.min(wanted - count, pick([1, 2, 2, 3, 4, 4, 6, 8]));
    const kind = pick(['sash', 'sash', 'casement', 'tall', 'stair'] as const);
    const sizes: Readonly<Record<typeof kind, readonly [number, number]>> = {
      sash: [between(550, 950), between(500, 900)],
      casement: [between(400, 650), between(800, 1300)],
      tall: [between(600, 1100), between(1700, 2200)],
      stair: [between(300, 700), between(1200, 2600)],
    };
    const [width, height] = sizes[kind];
    const id = `P${panes.length + 1}`;
    panes.push(paneForTest({ id, label: id, width: round(width), height: round(height), count: twins }));
    count += twins;
  }
  return { job: jobForTest({ panes }), pieces: count, bestLengthMm: null };
}

/** 60 to 600 panes of few sizes. */
function office(seed: number): BenchJob {
  const { whole, between } = chanceOf(seed);
  const wanted = whole(60, 600);
  const sizes = whole(3, 8);
  const shares = Array.from({ length: sizes }, () => between(0.3, 1));
  const all = shares.reduce((sum, share) => sum + share, 0);
  const panes = shares.map((share, at) =>
    paneForTest({
      id: `P${at + 1}`,
      label: String(at + 1),
      width: Math.round(between(500, 1400)),
      height: Math.round(between(700, 2600)),
      count: Math.max(1, Math.round((wanted * share) / all)),
    }),
  );
  return {
    job: jobForTest({ panes }),
    pieces: panes.reduce((sum, { count }) => sum + count, 0),
    bestLengthMm: null,
  };
}

/** Oversize panes whose panels meet with the same roll edge, between a few that go whole. */
function splice(seed: number): BenchJob {
  const { whole, between } = chanceOf(seed);
  const film: FilmForPlan = { ...filmForTest, turn: 'half', matchEdges: true };
  const wide = whole(3, 9);
  const small = whole(4, 12);
  const panes = [
    ...Array.from({ length: wide }, (_, at) =>
      paneForTest({
        id: `W${at + 1}`,
        label: `W${at + 1}`,
        width: Math.round(between(1600, 3600)),
        height: Math.round(between(1650, 2700)),
        count: whole(1, 2),
        seams: { allowed: true, axis: 'vertical' },
      }),
    ),
    ...Array.from({ length: small }, (_, at) =>
      paneForTest({
        id: `S${at + 1}`,
        label: `S${at + 1}`,
        width: Math.round(between(300, 900)),
        height: Math.round(between(500, 1500)),
        count: whole(1, 3),
      }),
    ),
  ];
  return {
    job: jobForTest({ films: [film], panes }),
    pieces: panes.reduce((sum, { count }) => sum + count, 0),
    bestLengthMm: null,
  };
}

/** Oversize panes of film that may be turned, seams upright or level, two or three panels. */
function spliceTurned(seed: number): BenchJob {
  const { job, ...more } = splice(seed + 1000);
  const film: FilmForPlan = { ...filmForTest, turn: 'any', matchEdges: false };
  const panes = job.panes.map((pane) => ({ ...pane, seams: { allowed: true, axis: 'any' as const } }));
  return { ...more, job: { ...job, films: [film], panes } };
}

/** Oversize panes of patterned film, straight or half drop. */
function splicePattern(seed: number): BenchJob {
  const { job, ...more } = splice(seed + 2000);
  const { whole } = chanceOf(seed);
  const film: FilmForPlan = {
    ...filmForTest,
    turn: 'none',
    matchEdges: false,
    pattern: { across: whole(60, 320), along: whole(80, 640), drop: whole(0, 1) ? 'half' : 'straight' },
  };
  const panes = job.panes.map((pane) => ({ ...pane, width: Math.min(pane.width, 2600) }));
  return { ...more, job: { ...job, films: [film], panes } };
}

/** Oversize panes beside part rolls, and offcuts that just take one strip of them. */
function spliceStock(seed: number): BenchJob {
  const { job, ...more } = splice(seed + 3000);
  const { whole } = chanceOf(seed);
  const film: FilmForPlan = { ...filmForTest, turn: 'half', matchEdges: false };
  const { allowance } = job.rules;
  const offcuts = job.panes.slice(0, whole(2, 4)).map((pane, at): StockForPlan => ({
    id: `O${at + 1}`,
    filmId: film.id,
    kind: 'offcut',
    width: whole(250, 700),
    length: pane.height + 2 * allowance + whole(0, 30),
    factoryEdges: ['left'],
  }));
  const part: StockForPlan = {
    ...{ id: 'R1', filmId: film.id, kind: 'roll' as const, width: 1524, length: whole(3000, 9000) },
    factoryEdges: ['left', 'right'],
  };
  return { ...more, job: { ...job, films: [film], stock: [...offcuts, part] } };
}

/** Offcuts, part rolls and several widths, the narrower dearer by area. */
function stock(seed: number): BenchJob {
  const { whole, between } = chanceOf(seed);
  const rolls = [
    { width: 914, length: 30480, price: 285 },
    { width: 1219, length: 30480, price: 362 },
    { width: 1524, length: 30480, price: 412 },
  ];
  const film: FilmForPlan = { ...filmForTest, rolls };
  const offcuts = Array.from({ length: whole(2, 6) }, (_, at): StockForPlan => ({
    id: `O${at + 1}`,
    filmId: film.id,
    kind: 'offcut',
    width: Math.round(between(350, 1100)),
    length: Math.round(between(700, 2400)),
    factoryEdges: [],
  }));
  const partRolls = Array.from({ length: whole(1, 2) }, (_, at): StockForPlan => ({
    id: `R${at + 1}`,
    filmId: film.id,
    kind: 'roll',
    width: [914, 1219, 1524][whole(0, 2)] ?? 1524,
    length: Math.round(between(2000, 9000)),
    factoryEdges: ['left', 'right'],
  }));
  const { job, pieces } = house(seed + 5000);
  return {
    job: { ...job, films: [film], stock: [...offcuts, ...partRolls] },
    pieces,
    bestLengthMm: null,
  };
}

export const FAMILIES: Readonly<Record<Family, (seed: number) => BenchJob>> = {
  perfect20: (seed) => perfect(20, seed),
  perfect60: (seed) => perfect(60, seed),
  perfect200: (seed) => perfect(200, seed),
  house,
  office,
  splice,
  spliceTurned,
  splicePattern,
  spliceStock,
  stock,
};
