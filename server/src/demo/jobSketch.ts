import { PLAN_ID, planCuts, type KeptPlan } from '@neat-sill/core/cuts';
import { FITTING_STEPS, type Fitting } from '@neat-sill/core/fitting';
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
  readonly faults?: Fitting['faults'];
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

/** Each step takes about this long. */
const STEP_MS = 3 * 60_000;

function fittingOf({ doneAt, faults }: PaneSketch): Fitting | null {
  if (!doneAt) return null;
  const end = Date.parse(doneAt);
  const ticks = Object.fromEntries(
    FITTING_STEPS.map((step, at) => [
      step,
      new Date(end - (FITTING_STEPS.length - 1 - at) * STEP_MS).toISOString(),
    ]),
  );
  return { ticks, faults: [...(faults ?? [])], doneAt };
}

/** The plan of a job kept and cut, all off new rolls; what is planned is the same each time. */
function withPlanCut(records: JobRecords, cutAt: string): JobRecords {
  const shop = { films: DEMO_FILMS, stock: [], cutBefore: {}, ruleSets: DEFAULT_RULE_SETS };
  const { job } = deriveJob(records, shop).plan;
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
    .map(({ pane: { read, doneAt, faults, ...rest }, wallId }, order) => {
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
      return {
        id: `pane-${order + 1}`,
        pane,
        fitting: fittingOf({ read, ...(doneAt ? { doneAt } : {}), ...(faults ? { faults } : {}) }),
      };
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
    fitting: Object.fromEntries(panes.flatMap(({ id, fitting }) => (fitting ? [[id, fitting]] : []))),
    plan: {},
    sold: {},
  };
  return sketch.cutAt ? withPlanCut(records, sketch.cutAt) : records;
}
