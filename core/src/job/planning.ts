import { filmForPlan, filmVerdict, type FilmVerdict, type PaneToSuit } from '../advice/index.ts';
import {
  divide,
  type FilmForPlan,
  type PaneForPlan,
  type PlanJob,
  type StockForPlan,
  type WantedSize,
} from '../cuts/index.ts';
import type { Film } from '../film/index.ts';
import type { RuleSet } from '../rules/index.ts';
import {
  doubtsOfSurvey,
  gridLeaves,
  paneSizes,
  type Doubt,
  type PaneSizes,
  type SurveyedPane,
} from '../survey/index.ts';
import { roundLength } from '../units/index.ts';
import { coveredStrips, pieceSize } from './coverage.ts';
import { headerOf, inOrder, type JobRecords, type Pane, type Wall } from './records.ts';

/** What the shop brings to every job. */
export interface ShopBook {
  readonly films: readonly Film[];
  readonly stock: readonly StockForPlan[];
  /** Sizes that were cut before, by film. */
  readonly cutBefore: Readonly<Record<string, readonly WantedSize[]>>;
  readonly ruleSets: readonly RuleSet[];
}

/** A pane that cannot be planned yet, and why. */
export interface LeftOut {
  readonly paneId: string;
  readonly reason: 'pane.notMeasured' | 'pane.noFilm' | 'pane.filmRefused' | 'pane.coverageOffGlass';
}

export function ruleSetOf(records: JobRecords, book: ShopBook): RuleSet {
  const wanted = headerOf(records)?.ruleSetId;
  const found = book.ruleSets.find((rules) => rules.id === wanted) ?? book.ruleSets[0];
  if (!found) throw new Error('A shop has at least one house rule set');
  return found;
}

/** The rules of planning that follow from a school: what is added at trimmed sides, at the factory edge, at seams. */
export function planRulesOf({ cutting }: RuleSet): PlanJob['rules'] {
  const { work } = cutting;
  const costOf = (seconds: number) => (work.hourlyRate * seconds) / 3600;
  return {
    allowance: cutting.school === 'benchCut' ? 0 : cutting.marginMm,
    factoryEdgeAllowance: -cutting.factoryEdgeGapMm,
    seamOverlap: cutting.seam === 'butt' ? 0 : cutting.seamOverlapMm,
    minPanel: cutting.minPanelMm,
    minOffcut: { width: cutting.minOffcutWidthMm, length: cutting.minOffcutLengthMm },
    bookValue: cutting.bookValue,
    work: {
      perPull: costOf(work.pullSeconds),
      perKnifeSetting: costOf(work.knifeSeconds),
      mostSlits: work.mostSlits,
      leftoverWorth: work.leftoverWorth,
      sliver: { underMm: work.sliverUnderMm, cost: costOf(work.sliverSeconds) },
      perExtraLot: work.extraLotCost,
    },
  };
}

interface KnownSizes {
  readonly shape: Pane['shape'];
  readonly roundingStepMm: number;
  readonly sizes: PaneSizes | null;
}

/** Sizes by the readings they follow from: a job asks for those of all its panes at every change of one. */
const knownSizes = new WeakMap<Pane['readings'], KnownSizes>();

export function sizesOf(
  { readings, shape }: Pick<Pane, 'readings' | 'shape'>,
  rules: RuleSet,
): PaneSizes | null {
  const { roundingStepMm } = rules.cutting;
  const known = knownSizes.get(readings);
  if (known?.shape === shape && known.roundingStepMm === roundingStepMm) return known.sizes;
  const sizes = paneSizes(readings, { roundingStepMm }, shape);
  knownSizes.set(readings, { shape, roundingStepMm, sizes });
  return sizes;
}

type Leaves = NonNullable<SurveyedPane['gridLeaves']>;

/** Lights that do not fit their grid, with what the others leave for them. */
function lightsOffGrid(
  records: Pick<JobRecords, 'pane' | 'wall'>,
  rules: RuleSet,
): ReadonlyMap<string, Leaves> {
  const found = new Map<string, Leaves>();
  const lights = Object.entries(records.pane).flatMap(([id, { wallId, cell, readings }]) => {
    const grid = cell && records.wall[wallId]?.grids[cell.gridId];
    return cell && grid?.whole ? [{ id, cell, grid, whole: grid.whole, readings }] : [];
  });
  const lines = group(lights, ({ cell }) => cell.gridId);
  const tolerance = rules.survey.sisterToleranceMm;
  for (const ofGrid of lines.values())
    for (const across of [true, false]) {
      const rows = group(ofGrid, ({ cell }) => String(across ? cell.row : cell.column));
      for (const row of rows.values()) {
        const [first] = row;
        if (!first || row.length !== (across ? first.grid.columns : first.grid.rows)) continue;
        const lengths = row.map(
          ({ readings }) => (across ? readings.widthTop : readings.heightLeft)?.mm ?? null,
        );
        const wholeMm = across ? first.whole.widthMm : first.whole.heightMm;
        const odd = gridLeaves(lengths, wholeMm, first.grid.barMm, tolerance);
        const light = odd && row[odd.at];
        if (!odd || !light) continue;
        const before = found.get(light.id) ?? { widthMm: null, heightMm: null };
        found.set(light.id, { ...before, [across ? 'widthMm' : 'heightMm']: odd.leavesMm });
      }
    }
  return found;
}

function group<Item>(items: readonly Item[], keyOf: (item: Item) => string): Map<string, Item[]> {
  const groups = new Map<string, Item[]>();
  for (const item of items) groups.set(keyOf(item), [...(groups.get(keyOf(item)) ?? []), item]);
  return groups;
}

/** A wall that still has the size every new wall begins with says nothing of the glass on it. */
function measuredWall(wall: Wall | undefined, { survey }: RuleSet): Wall | null {
  const untouched = wall?.widthMm === survey.newWallWidthMm && wall.heightMm === survey.newWallHeightMm;
  return wall && !untouched ? wall : null;
}

/** All readings of a job that are asked about, by pane. */
export function jobDoubts(
  records: Pick<JobRecords, 'pane' | 'wall'>,
  rules: RuleSet,
): ReadonlyMap<string, readonly Doubt[]> {
  const leaves = lightsOffGrid(records, rules);
  const panes = Object.entries(records.pane).map(([id, pane]): SurveyedPane => ({
    id,
    wallId: pane.wallId,
    opening: pane.opening,
    readings: pane.readings,
    shape: pane.shape,
    twinSet: pane.twinSet,
    // A sill nobody has measured says nothing of the room that is left above it.
    sillMm: pane.sillMm === rules.survey.defaultSillMm ? 0 : pane.sillMm,
    wall: measuredWall(records.wall[pane.wallId], rules),
    hole: pane.hole,
    gridLeaves: leaves.get(id) ?? null,
  }));
  const byPane = new Map<string, Doubt[]>();
  for (const doubt of doubtsOfSurvey(panes, rules.survey))
    byPane.set(doubt.paneId, [...(byPane.get(doubt.paneId) ?? []), doubt]);
  return byPane;
}

/** What a pane asks of its film, or null until it is measured: the size to cut for, its factory edge and its seams. */
function cutOf(pane: Pane, rules: RuleSet, film: Film | null): PaneToSuit['cut'] {
  const sizes = sizesOf(pane, rules);
  if (!sizes) return null;
  const { school, benchClearanceMm, roundingStepMm } = rules.cutting;
  if (pane.shape.kind === 'blocks') {
    // Each block is filmed for itself, with a piece cut to its face.
    const { widthMm, heightMm } = pane.shape.block;
    return { width: widthMm, height: heightMm, factoryEdge: 'none', seams: { allowed: false, axis: 'any' } };
  }
  const factoryEdge = school === 'factoryEdgeFirst' ? 'any' : 'none';
  const strips = coveredStrips(pane, sizes.cutting, rules.film);
  const covered = pieceSize(strips);
  // A pattern that has to start at a given place may need up to a repeat more, both ways.
  const repeat = pane.patternStart && film?.pattern ? film.pattern : { acrossMm: 0, alongMm: 0 };
  const size = { width: covered.widthMm + repeat.acrossMm, height: covered.heightMm + repeat.alongMm };
  const { allowed, axis, atMm } = pane.seams;
  const seams = { allowed, axis, ...(atMm ? { at: [...atMm] } : {}) };
  if (school !== 'benchCut') return { ...size, factoryEdge, seams };
  const net = (mm: number) => roundLength(mm - benchClearanceMm, roundingStepMm, 'down');
  const whole = strips.length === 1 && strips[0]?.heightMm === sizes.cutting.heightMm;
  const fullWidth = covered.widthMm === sizes.cutting.widthMm;
  return {
    width: net((fullWidth ? sizes.net.widthMm : covered.widthMm) + repeat.acrossMm),
    height: net((whole ? sizes.net.heightMm : covered.heightMm) + repeat.alongMm),
    factoryEdge,
    seams,
  };
}

/** Whether a film of the catalogue may go on a pane of this job. */
export function paneVerdict(pane: Pane, film: Film, rules: RuleSet): FilmVerdict {
  return filmVerdict(
    film,
    { glass: pane.glass, circumstances: pane.circumstances, cut: cutOf(pane, rules, film) },
    planRulesOf(rules),
  );
}

function piecesWanted(pane: Pane, rules: RuleSet): number {
  if (pane.shape.kind === 'blocks') return pane.shape.columns * pane.shape.rows;
  const sizes = sizesOf(pane, rules);
  return sizes ? coveredStrips(pane, sizes.cutting, rules.film).length : 0;
}

function wishedRoll(from: NonNullable<Pane['fromRoll']>): NonNullable<PaneForPlan['from']> {
  return from.kind === 'onHand' ? from : { kind: 'new', width: from.widthMm };
}

function paneForPlan(id: string, pane: Pane, roomId: string, film: Film, rules: RuleSet): PaneForPlan | null {
  const cut = cutOf(pane, rules, film);
  if (!cut || cut.width <= 0 || cut.height <= 0) return null;
  const seams = { ...cut.seams, allowed: cut.seams.allowed && film.mayBeSeamed };
  const asked: PaneForPlan = {
    id,
    label: pane.label,
    filmId: film.id,
    count: piecesWanted(pane, rules),
    ...cut,
    room: roomId,
    ...(pane.fromRoll ? { from: wishedRoll(pane.fromRoll) } : {}),
    seams,
  };
  // At a seam the factory edge belongs to the seam: a divided pane has no wish for its outer sides.
  const divided = divide(asked, filmForPlan(film), planRulesOf(rules)).kind === 'panels';
  return divided ? { ...asked, factoryEdge: 'none' } : asked;
}

/** The rolls of a film that this job may buy: all, or the one width somebody has chosen. */
function chosenRolls(film: FilmForPlan, records: JobRecords): FilmForPlan {
  const width = headerOf(records)?.rollWidths[film.id];
  const rolls = film.rolls.filter((roll) => roll.width === width);
  return width === undefined || rolls.length === 0 ? film : { ...film, rolls };
}

function isChosen(entry: StockForPlan, records: JobRecords): boolean {
  const width = headerOf(records)?.rollWidths[entry.filmId];
  return width === undefined || entry.kind === 'offcut' || entry.width === width;
}

/** Turns a job into what planning takes, and names the panes that cannot be planned yet. */
export function planJobOf(
  records: JobRecords,
  book: ShopBook,
): { job: PlanJob; leftOut: readonly LeftOut[] } {
  const rules = ruleSetOf(records, book);
  const leftOut: LeftOut[] = [];
  const panes: PaneForPlan[] = [];
  for (const pane of inOrder(records.pane)) {
    const film = book.films.find(({ id }) => id === pane.filmId);
    if (!film) {
      leftOut.push({ paneId: pane.id, reason: 'pane.noFilm' });
      continue;
    }
    const asked = paneForPlan(pane.id, pane, records.wall[pane.wallId]?.roomId ?? '', film, rules);
    if (!asked)
      leftOut.push({
        paneId: pane.id,
        reason: sizesOf(pane, rules) ? 'pane.coverageOffGlass' : 'pane.notMeasured',
      });
    else if (paneVerdict(pane, film, rules).kind === 'refused')
      leftOut.push({ paneId: pane.id, reason: 'pane.filmRefused' });
    else panes.push(asked);
  }
  const used = new Set(panes.map((pane) => pane.filmId));
  const job: PlanJob = {
    format: 'neat-sill/job',
    version: 1,
    name: headerOf(records)?.name ?? '',
    films: book.films
      .filter((film) => used.has(film.id))
      .map((film) => {
        const wanted = book.cutBefore[film.id] ?? [];
        const forPlan = chosenRolls(filmForPlan(film), records);
        return wanted.length > 0 ? { ...forPlan, wantedBefore: [...wanted] } : forPlan;
      }),
    stock: book.stock.filter((entry) => used.has(entry.filmId) && isChosen(entry, records)),
    panes,
    rules: planRulesOf(rules),
  };
  return { job, leftOut };
}
