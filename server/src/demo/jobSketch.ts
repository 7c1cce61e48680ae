import { PLAN_ID, planCuts, type KeptPlan } from '@neat-sill/core/cuts';
import { stepsToDo, type FaultKind, type FittingLog, type LogEntry } from '@neat-sill/core/fitting';
import { EMPTY_RECORDS, HEADER_ID, NEW_HEADER, deriveJob, type JobRecords } from '@neat-sill/core/job';
import { DEFAULT_RULE_SETS } from '@neat-sill/core/rules';
import {
  NEW_PANE,
  NEW_ROOM,
  NEW_WALL,
  NO_READINGS,
  READING_PLACES,
  readingOf,
  type Pane,
  type Readings,
  type Room,
  type Wall,
} from '@neat-sill/core/survey';
import { seededRandom } from '@neat-sill/core/units';
import { DEMO_FILMS } from './films.ts';

/* Demo jobs are sketched as one would tell them; records follow. */

const SALTMARSH_BAY = {
  town: 'Saltmarsh Bay',
  latitude: 43.6,
  longitude: -70.3,
  timeZone: 'America/New_York',
};

export interface PaneSketch extends Partial<Omit<Pane, 'readings'>> {
  /** Readings in mm in the order of the tape: three widths, three heights; fewer while the survey goes on. */
  readonly read: readonly (number | null)[];
  /** Moment at which the pane was finished, if it was. */
  readonly doneAt?: string;
  readonly faults?: readonly {
    readonly id: string;
    readonly kind: FaultKind;
    readonly x: number;
    readonly y: number;
    readonly notedAt: string;
    readonly note: string;
  }[];
  /** What light, heat and UV came through before and after, by the meter. */
  readonly metered?: Readonly<Record<'before' | 'after', readonly [light: number, heat: number, uv: number]>>;
}

interface WallSketch {
  readonly room: string;
  readonly wall: string;
  readonly bearingDeg: number;
  readonly widthMm: number;
  readonly heightMm: number;
  readonly shade?: Wall['shade'];
  /** Its floor over the ground outside. */
  readonly floorMm?: number;
  readonly panes: readonly PaneSketch[];
}

export interface JobSketch {
  readonly id: string;
  readonly name: string;
  readonly customer: string;
  readonly address: string;
  readonly ruleSetId: string;
  /** What is wanted, by room. */
  readonly wants?: Readonly<Record<string, Room['wants']>>;
  /** When the survey was taken; null where nobody has said. */
  readonly surveyedAt?: string;
  /** When its plan was kept; all of it is cut. */
  readonly cutAt?: string;
  readonly walls: readonly WallSketch[];
}

function readingsOf(lengths: PaneSketch['read'], surveyedAt: string | null): Readings {
  const entries = READING_PLACES.map((place, at) => {
    const mm = lengths[at] ?? null;
    return [
      place,
      mm === null ? null : readingOf(mm, String(mm), { by: 'Osei Rook', at: surveyedAt }),
    ] as const;
  });
  return { ...NO_READINGS, ...Object.fromEntries(entries) };
}

const DEMO_SHOP = { films: DEMO_FILMS, stock: [], cutBefore: {}, ruleSets: DEFAULT_RULE_SETS };

/** Each step takes about this long. */
const STEP_MS = 100_000;

/** What Tove Lind wrote of the panes that are done: step by step up to when each was. */
function logOf(records: JobRecords, sketches: ReadonlyMap<string, PaneSketch>): FittingLog {
  const derived = deriveJob(records, DEMO_SHOP);
  const entries: [string, LogEntry][] = [];
  for (const [paneId, { doneAt, faults = [], metered }] of sketches) {
    const pane = derived.pane(paneId);
    if (!doneAt || !pane?.fittingPlan) continue;
    const end = Date.parse(doneAt);
    const write = (at: number, says: LogEntry['says']) =>
      entries.push([
        `entry-${entries.length + 1}`,
        { paneId, at: new Date(at).toISOString(), by: { id: 'tove', name: 'Tove Lind' }, says },
      ]);
    const steps = stepsToDo(pane.fittingPlan, pane.fitting).filter(({ afterDays }) => afterDays === 0);
    write(end - steps.length * STEP_MS, { kind: 'conditions', glassC: 17, airC: 20, directSun: false });
    steps.forEach(({ key }, at) =>
      write(end - (steps.length - 1 - at) * STEP_MS, { kind: 'steps', steps: [key] }),
    );
    write(end, { kind: 'done', timesCount: true, openFaults: [], takenBy: null });
    if (faults.length === 0) write(end + STEP_MS, { kind: 'look', found: 'clean' });
    for (const when of metered ? (['before', 'after'] as const) : []) {
      const [light, heat, uv] = metered?.[when] ?? [0, 0, 0];
      write(when === 'before' ? end - steps.length * STEP_MS : end, { kind: 'meter', when, light, heat, uv });
    }
    for (const { id, kind, x, y, notedAt, note } of faults)
      write(Date.parse(notedAt), {
        ...{ kind: 'fault', faultId: id, fault: kind, x, y, note, sizeMm: null, pictureId: null },
      });
  }
  return Object.fromEntries(entries);
}

/** What is told of a pane itself, without what was done at it. */
function withoutFitting(sketch: PaneSketch): Omit<PaneSketch, 'doneAt' | 'faults' | 'metered'> {
  const rest = { ...sketch };
  for (const name of ['doneAt', 'faults', 'metered'] as const) Reflect.deleteProperty(rest, name);
  return rest;
}

/** The plan of a job kept and cut, all off new rolls; what is planned is the same each time. */
function withPlanCut(records: JobRecords, cutAt: string): JobRecords {
  const { job } = deriveJob(records, DEMO_SHOP).plan;
  const plan = planCuts(job, { random: seededRandom(1), rounds: 0, shouldStop: () => false });
  const kept: KeptPlan = {
    job,
    plan,
    keptAt: cutAt,
    cutPullIds: plan.pulls.map(({ id }) => id),
    lockedPullIds: [],
    frozen: null,
  };
  return { ...records, plan: { [PLAN_ID]: kept } };
}

export function recordsOf(sketch: JobSketch): JobRecords {
  const { name, customer, address, ruleSetId } = sketch;
  const rooms = [...new Set(sketch.walls.map(({ room }) => room))];
  const roomId = (room: string) => `room-${rooms.indexOf(room) + 1}`;
  const panes = sketch.walls
    .flatMap(({ panes: onWall }, wallAt) => onWall.map((pane) => ({ pane, wallId: `wall-${wallAt + 1}` })))
    .map(({ pane: sketched, wallId }, order) => {
      const { read, ...rest } = withoutFitting(sketched);
      const pane: Pane = {
        wallId,
        label: String(order + 1),
        order,
        ...NEW_PANE,
        gapBeforeMm: 120,
        sillMm: 900,
        ...rest,
        readings: readingsOf(read, sketch.surveyedAt ?? null),
      };
      return { id: `pane-${order + 1}`, pane, sketched };
    });
  const records: JobRecords = {
    ...EMPTY_RECORDS,
    job: { [HEADER_ID]: { name, customer, site: { address, ...SALTMARSH_BAY }, ...NEW_HEADER, ruleSetId } },
    room: Object.fromEntries(
      rooms.map((room, order) => [
        roomId(room),
        { name: room, order, ...NEW_ROOM, ...(sketch.wants?.[room] ? { wants: sketch.wants[room] } : {}) },
      ]),
    ),
    wall: Object.fromEntries(
      sketch.walls.map(
        ({ room, wall, bearingDeg, widthMm, heightMm, shade = NEW_WALL.shade, floorMm = 0 }, order) => [
          `wall-${order + 1}`,
          {
            ...NEW_WALL,
            roomId: roomId(room),
            name: wall,
            bearingDeg,
            widthMm,
            heightMm,
            shade,
            floorMm,
            order,
          },
        ],
      ),
    ),
    pane: Object.fromEntries(panes.map(({ id, pane }) => [id, pane])),
  };
  const planned = sketch.cutAt ? withPlanCut(records, sketch.cutAt) : records;
  return {
    ...planned,
    fittingEntry: logOf(planned, new Map(panes.map(({ id, sketched }) => [id, sketched]))),
  };
}
