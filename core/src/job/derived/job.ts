import {
  PLAN_ID,
  piecesOfPane,
  seamMarks,
  seamPlaces,
  type PaneAmongOthers,
  type Piece,
  type SeamMarks,
  type SeamPlaces,
} from '../../cuts/index.ts';
import { pieceSize } from '../../film/index.ts';
import {
  NO_FITTING,
  cureOf,
  dayAt,
  fittingFigures,
  type Cure,
  type Fitting,
  type FittingFigures,
  type PaneToFit,
} from '../../fitting/index.ts';
import { inOrder } from '../../record/index.ts';
import type { RuleSet } from '../../rules/index.ts';
import { sunOfWall, type DayStretch } from '../../sun/index.ts';
import {
  doubtsOfPanes,
  placeOpenings,
  type Doubt,
  type PlacedOpening,
  type Wall,
} from '../../survey/index.ts';
import type { JobHeader } from '../header.ts';
import { headerOf, type JobRecords } from '../records.ts';
import { ruleSetOf, type ShopData } from '../shopData.ts';
import { measuredPane, paneByItself, type PaneByItself } from './pane.ts';
import { planInputOf, planStanding, type PlanInput, type PlanStanding } from './planInput.ts';

/** A pane with all that follows from its record and from the job it is in. */
export interface DerivedPane extends PaneByItself {
  readonly id: string;
  readonly wallId: string;
  /** Readings that are asked about. */
  readonly doubts: readonly Doubt[];
  /** Whether anything of it is asked about: a reading, or the glass. */
  readonly isInDoubt: boolean;
  readonly fitting: Fitting;
  /** Its pieces and the marks of its seams in the kept plan; none where that no longer holds. */
  readonly pieces: readonly Piece[];
  readonly seams: readonly SeamMarks[];
  /** As the fitter meets it, with its figures; null until it has a size and a film. */
  readonly toFit: PaneToFit | null;
  readonly fittingFigures: FittingFigures | null;
  /** When its film is dry; null until it is done. */
  readonly cure: Cure | null;
}

/** A wall with its panes and where they stand on it. */
export interface DerivedWall {
  readonly id: string;
  readonly record: Wall;
  readonly panes: readonly DerivedPane[];
  readonly placed: ReturnType<typeof placeOpenings<string>>;
}

/** A job with all that follows from its records: the only way from records to meaning. Worked out when first asked for. */
export interface DerivedJob {
  readonly records: JobRecords;
  readonly shop: ShopData;
  readonly rules: RuleSet;
  readonly header: JobHeader | null;
  /** Wall by wall, each in its own order. */
  readonly panes: readonly DerivedPane[];
  readonly walls: readonly DerivedWall[];
  readonly plan: PlanInput;
  /** The plan somebody has kept, and whether it still fits the job. */
  readonly kept: PlanStanding;
  readonly pane: (id: string) => DerivedPane | null;
  readonly wall: (id: string) => DerivedWall | null;
  /** When the sun is on the panes of a wall within the site's local day `YYYY-MM-DD`. */
  readonly sunOf: (wallId: string, day: string) => readonly DayStretch[];
  /** Where the seams of a pane may go; null where it needs none. */
  readonly seamPlacesOf: (paneId: string) => SeamPlaces | null;
}

/** Readings in doubt by pane, where they have been worked out elsewhere (a worker). */
export type DoubtsByPane = ReadonlyMap<string, readonly Doubt[]>;

function lazy<Value>(make: () => Value): () => Value {
  let made: { readonly value: Value } | null = null;
  return () => (made ??= { value: make() }).value;
}

const NO_DOUBTS: readonly Doubt[] = [];

/** A pane as the fitter meets it. Panels and edges are those of the kept plan while it holds, else what the film needs. */
function toFitOf(
  pane: PaneByItself,
  pieces: readonly Piece[],
  seams: readonly SeamMarks[],
): PaneToFit | null {
  const { record, film, sizes, covered, division } = pane;
  if (!film || !sizes) return null;
  const needed = division?.kind === 'panels' ? Math.min(...division.ways.map(({ panels }) => panels)) : 1;
  return {
    label: record.label,
    // Only what is covered is cleaned for film, hung and trimmed.
    glass: pieceSize(covered),
    glassKind: record.glass,
    handle: record.handle,
    topOverFloorMm: record.sillMm + sizes.cutting.heightMm - (covered[0]?.topMm ?? 0),
    film,
    panels: pieces.length > 0 ? pieces.length : needed,
    factoryEdge: pieces.find(({ factoryEdge }) => factoryEdge !== null)?.factoryEdge ?? null,
    seams,
  };
}

function derivedPane(
  id: string,
  own: PaneByItself,
  records: JobRecords,
  rules: RuleSet,
  job: { readonly doubts: () => DoubtsByPane; readonly kept: () => PlanStanding },
): DerivedPane {
  const fitting = records.fitting[id] ?? NO_FITTING;
  const keptPlan = () => {
    const kept = job.kept();
    return kept.kind === 'holds' ? kept.kept.plan : null;
  };
  const pieces = lazy(() => {
    const plan = keptPlan();
    return plan ? piecesOfPane(plan, id) : [];
  });
  const seams = lazy(() => {
    const [plan, measured] = [keptPlan(), measuredPane(own)];
    return plan && measured ? seamMarks(measured, id, plan) : [];
  });
  const toFit = lazy(() => toFitOf(own, pieces(), seams()));
  const figures = lazy(() => {
    const fit = toFit();
    return fit && fittingFigures(fit, rules);
  });
  const doubts = () => job.doubts().get(id) ?? NO_DOUBTS;
  const cure = lazy(() => {
    const header = headerOf(records);
    return own.film && fitting.doneAt !== null && header
      ? cureOf(own.film, dayAt(fitting.doneAt, header.site.timeZone), rules)
      : null;
  });
  return {
    ...own,
    id,
    wallId: own.record.wallId,
    fitting,
    get doubts() {
      return doubts();
    },
    get isInDoubt() {
      return own.glassDoubt !== null || doubts().length > 0;
    },
    get pieces() {
      return pieces();
    },
    get seams() {
      return seams();
    },
    get toFit() {
      return toFit();
    },
    get fittingFigures() {
      return figures();
    },
    get cure() {
      return cure();
    },
  };
}

function derive(records: JobRecords, shop: ShopData, knownDoubts: DoubtsByPane | null): DerivedJob {
  const rules = ruleSetOf(records, shop);
  const films = new Map(shop.films.map((film) => [film.id, film]));
  const doubts = lazy(() => knownDoubts ?? doubtsOfPanes(records, rules.survey));
  const byId = new Map<string, DerivedPane>();
  const kept = lazy((): PlanStanding => planStanding(records.plan[PLAN_ID] ?? null, plan().job));
  for (const [id, record] of Object.entries(records.pane)) {
    const roomId = records.wall[record.wallId]?.roomId ?? '';
    const film = record.filmId === null ? null : (films.get(record.filmId) ?? null);
    const own = paneByItself(id, record, roomId, film, rules);
    byId.set(id, derivedPane(id, own, records, rules, { doubts, kept }));
  }
  const pane = (id: string) => byId.get(id) ?? null;
  const ordered = inOrder(records.pane).flatMap(({ id }) => pane(id) ?? []);
  const plan = lazy(() => planInputOf(records, shop, rules, ordered));
  const walls = lazy(() =>
    inOrder(records.wall).map(({ id, ...record }): DerivedWall => {
      const panes = ordered.filter(({ wallId }) => wallId === id);
      const placed = lazy(() =>
        placeOpenings(
          record,
          panes.map((each) => ({ ...each.record, id: each.id, size: each.sizes?.cutting ?? null })),
        ),
      );
      return {
        id,
        record,
        panes,
        get placed() {
          return placed();
        },
      };
    }),
  );
  const wall = (id: string) => walls().find((each) => each.id === id) ?? null;
  const header = headerOf(records);
  const among = ({ id, record, sizes, covered }: DerivedPane): PaneAmongOthers => ({
    id,
    pane: record,
    size: sizes?.cutting ?? null,
    covered,
  });
  return {
    records,
    shop,
    rules,
    header,
    get panes() {
      return walls().flatMap(({ panes }) => panes);
    },
    get walls() {
      return walls();
    },
    get plan() {
      return plan();
    },
    get kept() {
      return kept();
    },
    pane,
    wall,
    sunOf: (wallId, day) => {
      const of = wall(wallId);
      const sizes = of?.panes.flatMap(({ sizes: each }) => each?.cutting ?? []) ?? [];
      return of && header ? sunOfWall(header.site, of.record, sizes, day) : [];
    },
    seamPlacesOf: (paneId) => {
      const own = pane(paneId);
      const on = own && wall(own.wallId);
      if (!own || !on) return null;
      const openings: readonly PlacedOpening<string>[] = on.placed.openings;
      return seamPlaces(among(own), on.panes.map(among), openings, plan().job);
    },
  };
}

interface Known {
  readonly shop: ShopData;
  readonly doubts: DoubtsByPane | null;
  readonly job: DerivedJob;
}

const known = new WeakMap<JobRecords, Known>();

/**
 * All that follows from the records of a job, with what the shop brings; the same object while these are the same.
 * Readings in doubt may be passed in where they are known already. Throws where a shop has no house rules at all.
 */
export function deriveJob(
  records: JobRecords,
  shop: ShopData,
  doubts: DoubtsByPane | null = null,
): DerivedJob {
  const before = known.get(records);
  if (before?.shop === shop && before.doubts === doubts) return before.job;
  const job = derive(records, shop, doubts);
  known.set(records, { shop, doubts, job });
  return job;
}
