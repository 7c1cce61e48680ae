import {
  PLAN_ID,
  alikePanes,
  piecesOfPane,
  plannedPatternStart,
  seamMarks,
  seamPlaces,
  type PaneAmongOthers,
  type PatternStart,
  type Piece,
  type SeamMarks,
  type SeamPlaces,
} from '../../cuts/index.ts';
import {
  cureOf,
  dayAt,
  entriesByPane,
  fittingPlan,
  whereabouts,
  type Whereabouts,
  fittingState,
  type Cure,
  type FittingPlan,
  type FittingState,
  type KnownEntry,
  type PaneToFit,
} from '../../fitting/index.ts';
import { inOrder } from '../../record/index.ts';
import type { RuleSet } from '../../rules/index.ts';
import { sunOfWall, type DayStretch } from '../../sun/index.ts';
import { doubtsOfPanes, placeOpenings, readOnceAlone, type Doubt, type Wall } from '../../survey/index.ts';
import type { JobHeader } from '../header.ts';
import { headerOf, type JobRecords } from '../records.ts';
import { ruleSetOf, ruleSetOfPane, type ShopData } from '../shopData.ts';
import { measuredPane, paneByItself, type PaneByItself } from './pane.ts';
import { planInputOf, planStanding, type PlanInput, type PlanStanding } from './planInput.ts';
import { toFitOf } from './toFit.ts';

/** A pane with all that follows from its record and from the job it is in. */
export interface DerivedPane extends PaneByItself {
  readonly id: string;
  readonly wallId: string;
  /** Readings that are asked about. */
  readonly doubts: readonly Doubt[];
  /** Whether anything of it is asked about: a reading, or the glass. */
  readonly isInDoubt: boolean;
  /** The house rules it goes by: the job's, or those of its film or of its own. */
  readonly rules: RuleSet;
  /** What was done at it and found wrong with it. */
  readonly fitting: FittingState;
  /** Its pieces and the marks of its seams in the kept plan; none where that no longer holds. */
  readonly pieces: readonly Piece[];
  readonly seams: readonly SeamMarks[];
  /** Where the pattern starts on its panels in the kept plan; null where nothing binds it. */
  readonly patternStart: PatternStart | null;
  /** As the fitter meets it, and how it is fitted; null until it has a size and a film. */
  readonly toFit: PaneToFit | null;
  readonly fittingPlan: FittingPlan | null;
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
  /** Panes film is to be bought for that were read once and are like no other: to be measured again before. */
  readonly readOnce: readonly DerivedPane[];
  /** When the sun is on the panes of a wall within the site's local day `YYYY-MM-DD`. */
  readonly sunOf: (wallId: string, day: string) => readonly DayStretch[];
  /** The log of fitting by pane; what is of the whole job under null. */
  readonly log: ReadonlyMap<string | null, readonly KnownEntry[]>;
  /** The pane that each person wrote of last. */
  readonly whereabouts: readonly Whereabouts[];
  /** Where the seams of a pane may go; null where it needs none. */
  readonly seamPlacesOf: (paneId: string) => SeamPlaces | null;
  /** The panes of its wall that are alike, itself among them. */
  readonly likesOf: (paneId: string) => readonly string[];
}

/** Readings in doubt by pane, where they have been worked out elsewhere (a worker). */
export type DoubtsByPane = ReadonlyMap<string, readonly Doubt[]>;

function lazy<Value>(make: () => Value): () => Value {
  let made: { readonly value: Value } | null = null;
  return () => (made ??= { value: make() }).value;
}

const NO_DOUBTS: readonly Doubt[] = [];

/** What panes of one job have in common. */
interface AroundPane {
  readonly records: JobRecords;
  readonly header: JobHeader | null;
  readonly doubts: () => DoubtsByPane;
  readonly log: () => ReadonlyMap<string | null, readonly KnownEntry[]>;
  readonly kept: () => PlanStanding;
}

/** A class, since each change of a job makes one of these for each of its panes, and few of them are asked for much. */
class PaneOfJob implements DerivedPane {
  readonly record: PaneByItself['record'];
  readonly film: PaneByItself['film'];
  readonly sizes: PaneByItself['sizes'];
  readonly nextPlace: PaneByItself['nextPlace'];
  readonly covered: PaneByItself['covered'];
  readonly filmOrigin: PaneByItself['filmOrigin'];
  readonly asked: PaneByItself['asked'];
  readonly division: PaneByItself['division'];
  readonly verdict: PaneByItself['verdict'];
  readonly planned: PaneByItself['planned'];
  readonly leftOut: PaneByItself['leftOut'];
  readonly glassDoubt: PaneByItself['glassDoubt'];
  readonly wallId: string;
  #pieces: readonly Piece[] | undefined;
  #seams: readonly SeamMarks[] | undefined;
  #toFit: PaneToFit | null | undefined;
  #fitting: FittingState | undefined;
  #fittingPlan: FittingPlan | null | undefined;
  #cure: Cure | null | undefined;
  readonly #around: AroundPane;

  constructor(
    readonly id: string,
    own: PaneByItself,
    readonly rules: RuleSet,
    around: AroundPane,
  ) {
    this.record = own.record;
    this.film = own.film;
    this.sizes = own.sizes;
    this.nextPlace = own.nextPlace;
    this.covered = own.covered;
    this.filmOrigin = own.filmOrigin;
    this.asked = own.asked;
    this.division = own.division;
    this.verdict = own.verdict;
    this.planned = own.planned;
    this.leftOut = own.leftOut;
    this.glassDoubt = own.glassDoubt;
    this.wallId = own.record.wallId;
    this.#around = around;
  }

  #keptPlan() {
    const kept = this.#around.kept();
    return kept.kind === 'holds' ? kept.kept.plan : null;
  }

  get doubts() {
    return this.#around.doubts().get(this.id) ?? NO_DOUBTS;
  }

  get isInDoubt() {
    return this.glassDoubt !== null || this.doubts.length > 0;
  }

  get pieces() {
    if (this.#pieces === undefined) {
      const plan = this.#keptPlan();
      this.#pieces = plan ? piecesOfPane(plan, this.id) : [];
    }
    return this.#pieces;
  }

  get seams() {
    if (this.#seams === undefined) {
      const [plan, measured] = [this.#keptPlan(), measuredPane(this)];
      this.#seams = plan && measured ? seamMarks(measured, this.id, plan) : [];
    }
    return this.#seams;
  }

  get patternStart() {
    const kept = this.#around.kept();
    const pane = kept.kind === 'holds' ? kept.kept.job.panes.find(({ id }) => id === this.id) : undefined;
    return kept.kind === 'holds' && pane ? plannedPatternStart(kept.kept.plan, pane, kept.kept.job) : null;
  }

  get toFit() {
    if (this.#toFit === undefined) this.#toFit = toFitOf(this, this, this.fitting, this.rules);
    return this.#toFit;
  }

  get fittingPlan() {
    if (this.#fittingPlan === undefined)
      this.#fittingPlan = this.toFit && fittingPlan(this.toFit.asked, this.rules, this.toFit.more);
    return this.#fittingPlan;
  }

  get fitting() {
    const { records, log } = this.#around;
    this.#fitting ??= fittingState(records.fitting[this.id] ?? null, log().get(this.id) ?? []);
    return this.#fitting;
  }

  get cure() {
    const { header } = this.#around;
    const { film, fitting, rules } = this;
    if (this.#cure === undefined)
      this.#cure =
        film && fitting.doneAt !== null && header
          ? cureOf(film, dayAt(fitting.doneAt, header.site.timeZone), rules)
          : null;
    return this.#cure;
  }
}

function derive(records: JobRecords, shop: ShopData, knownDoubts: DoubtsByPane | null): DerivedJob {
  const rules = ruleSetOf(records, shop);
  const films = new Map(shop.films.map((film) => [film.id, film]));
  const doubts = lazy(() => knownDoubts ?? doubtsOfPanes(records, rules.survey));
  const header = headerOf(records);
  const byId = new Map<string, DerivedPane>();
  const kept = lazy((): PlanStanding => planStanding(records.plan[PLAN_ID] ?? null, plan().job));
  const log = lazy(() => entriesByPane(records.fittingEntry));
  const people = lazy(() => whereabouts(log()));
  const around: AroundPane = { records, header, doubts, kept, log };
  for (const [id, record] of Object.entries(records.pane)) {
    const roomId = records.wall[record.wallId]?.roomId ?? '';
    const film = record.filmId === null ? null : (films.get(record.filmId) ?? null);
    const rulesOfPane = ruleSetOfPane(record, records, shop, rules);
    const own = paneByItself(id, record, roomId, film, rulesOfPane, rulesOfPane !== rules);
    byId.set(id, new PaneOfJob(id, own, rulesOfPane, around));
  }
  const pane = (id: string) => byId.get(id) ?? null;
  const ordered = [...byId.values()].sort(
    (one, other) => one.record.order - other.record.order || one.id.localeCompare(other.id),
  );
  const plan = lazy(() =>
    planInputOf(records, shop, rules, ordered, () =>
      walls().map(({ panes, placed }) => ({ panes: panes.map(among), openings: placed.openings })),
    ),
  );
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
  const readOnce = lazy(() => {
    const alone = new Set(readOnceAlone(records.pane, rules.survey.twinToleranceMm));
    return ordered.filter(({ id, planned, fitting }) => planned && fitting.doneAt === null && alone.has(id));
  });
  const wall = (id: string) => walls().find((each) => each.id === id) ?? null;
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
    get readOnce() {
      return readOnce();
    },
    get log() {
      return log();
    },
    get whereabouts() {
      return people();
    },
    pane,
    wall,
    sunOf: (wallId, day) => {
      const of = wall(wallId);
      const sizes = of?.panes.flatMap(({ sizes: each }) => each?.cutting ?? []) ?? [];
      return of && header ? sunOfWall(header.site, of.record, sizes, day) : [];
    },
    likesOf: (paneId) => {
      const on = wall(pane(paneId)?.wallId ?? '');
      const alike = on ? alikePanes(on.panes.map(among), on.placed.openings) : null;
      const group = alike?.get(paneId)?.alike;
      return group === undefined
        ? [paneId]
        : [...(alike ?? [])].flatMap(([id, each]) => (each.alike === group ? [id] : []));
    },
    seamPlacesOf: (paneId) => {
      const own = pane(paneId);
      return own && seamPlaces(paneId, own.record.seams, plan().job);
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
