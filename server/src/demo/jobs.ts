import { FITTING_STEPS, type Fitting } from '@neat-sill/core/fitting';
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
import { EMPTY_RECORDS, HEADER_ID, NEW_HEADER, type JobRecords } from '@neat-sill/core/job';

const SALTMARSH_BAY = {
  town: 'Saltmarsh Bay',
  latitude: 43.6,
  longitude: -70.3,
  timeZone: 'America/New_York',
};

interface PaneSketch extends Partial<Omit<Pane, 'readings'>> {
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
  readonly panes: readonly PaneSketch[];
}

interface JobSketch {
  readonly id: string;
  readonly name: string;
  readonly customer: string;
  readonly address: string;
  readonly ruleSetId: string;
  /** What is wanted, by room. */
  readonly wants?: Readonly<Record<string, Room['wants']>>;
  readonly walls: readonly WallSketch[];
}

function readingsOf(lengths: PaneSketch['read']): Readings {
  const entries = READING_PLACES.map((place, at) => {
    const mm = lengths[at] ?? null;
    return [place, mm === null ? null : readingOf(mm, String(mm), { by: 'Osei Rook' })] as const;
  });
  return { ...NO_READINGS, ...Object.fromEntries(entries) };
}

function fittingOf({ doneAt, faults }: PaneSketch): Fitting | null {
  if (!doneAt) return null;
  const ticks = Object.fromEntries(FITTING_STEPS.map((step) => [step, doneAt]));
  return { ticks, faults: [...(faults ?? [])], doneAt };
}

function recordsOf(sketch: JobSketch): JobRecords {
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
        readings: readingsOf(read),
      };
      return {
        id: `pane-${order + 1}`,
        pane,
        fitting: fittingOf({ read, ...(doneAt ? { doneAt } : {}), ...(faults ? { faults } : {}) }),
      };
    });
  return {
    ...EMPTY_RECORDS,
    job: { [HEADER_ID]: { name, customer, site: { address, ...SALTMARSH_BAY }, ...NEW_HEADER, ruleSetId } },
    room: Object.fromEntries(
      rooms.map((room, order) => [
        roomId(room),
        { name: room, order, ...NEW_ROOM, ...(sketch.wants?.[room] ? { wants: sketch.wants[room] } : {}) },
      ]),
    ),
    wall: Object.fromEntries(
      sketch.walls.map(({ room, wall, bearingDeg, widthMm, heightMm, shade = NEW_WALL.shade }, order) => [
        `wall-${order + 1}`,
        { ...NEW_WALL, roomId: roomId(room), name: wall, bearingDeg, widthMm, heightMm, shade, order },
      ]),
    ),
    pane: Object.fromEntries(panes.map(({ id, pane }) => [id, pane])),
    fitting: Object.fromEntries(panes.flatMap(({ id, fitting }) => (fitting ? [[id, fitting]] : []))),
    plan: {},
    sold: {},
  };
}

const library: JobSketch = {
  id: '0d6f3a52-1c0b-4a4e-8a55-6a1f0c9d0001',
  name: 'Reading room',
  customer: 'Lantern Quay Library',
  address: '2 Lantern Quay',
  ruleSetId: 'margin-all-round',
  wants: {
    'Reading room': {
      levels: { fading: 'must', heat: 'nice', glare: 'nice' },
      leastLight: null,
      mostShine: null,
    },
  },
  walls: [
    {
      room: 'Reading room',
      wall: 'South-west wall',
      bearingDeg: 225,
      widthMm: 5200,
      heightMm: 2700,
      panes: [
        {
          read: [1119, 1120, 1120, 2259, 2260, 2260],
          gapBeforeMm: 200,
          sillMm: 180,
          filmId: 'gannet-silver-20',
        },
        {
          read: [1639, 1640, 1638, 2260, 2259, 2260],
          gapBeforeMm: 100,
          sillMm: 180,
          filmId: 'gannet-silver-20',
        },
        {
          read: [1640, 1640, 1604, 2260, 2260, 2258],
          gapBeforeMm: 60,
          sillMm: 180,
          filmId: 'gannet-silver-20',
        },
      ],
    },
    {
      room: 'Reading room',
      wall: 'North-west wall',
      bearingDeg: 315,
      widthMm: 3800,
      heightMm: 2700,
      panes: [
        {
          read: [742, 741, 742, 1388, 1388, 1387],
          opening: 'casement',
          handle: 'right',
          filmId: 'heron-neutral-40',
        },
        {
          read: [742, 742, 742, 1387, null, 1388],
          opening: 'casement',
          handle: 'left',
          filmId: 'heron-neutral-40',
        },
        { read: [], opening: 'casement', handle: 'right' },
      ],
    },
  ],
};

const physiotherapy: JobSketch = {
  id: '0d6f3a52-1c0b-4a4e-8a55-6a1f0c9d0002',
  name: 'Treatment rooms',
  customer: 'Tidewheel Physiotherapy',
  address: '14 Ropewalk',
  ruleSetId: 'bench-cut',
  wants: {
    'Treatment room 1': {
      levels: { privacyNight: 'must', marking: 'nice', view: 'nice' },
      leastLight: null,
      mostShine: null,
    },
  },
  walls: [
    {
      room: 'Treatment room 1',
      wall: 'Partition to the corridor',
      bearingDeg: 90,
      widthMm: 4400,
      heightMm: 2400,
      // Privacy bands on the partition; the door in it is marked so that people see it.
      panes: [980, 981, 979, 980].map((width, at) => ({
        read: [width, width, width + 1, 2080, 2081, 2080],
        opening: at === 3 ? ('frenchDoor' as const) : ('partition' as const),
        glass: 'laminated' as const,
        frame: 'aluminium' as const,
        gapBeforeMm: 50,
        sillMm: 120,
        filmId: 'plover-frost',
        coverage:
          at === 3
            ? ({ kind: 'markings' } as const)
            : ({ kind: 'band', fromFloorMm: 600, toFloorMm: 1700 } as const),
      })),
    },
  ],
};

const house: JobSketch = {
  id: '0d6f3a52-1c0b-4a4e-8a55-6a1f0c9d0003',
  name: 'Whole house',
  customer: 'Alder Row No. 9',
  address: '9 Alder Row',
  ruleSetId: 'factory-edge-first',
  walls: [
    {
      room: 'Front room',
      wall: 'Street wall',
      bearingDeg: 180,
      widthMm: 5200,
      heightMm: 2500,
      panes: [
        {
          read: [819.15, 819.15, 820.7, 711.2, 711.2, 712.8],
          opening: 'sash',
          filmId: 'heron-neutral-40',
          gapBeforeMm: 400,
        },
        {
          read: [819.15, 820.7, 820.7, 711.2, 712.8, 711.2],
          opening: 'sash',
          filmId: 'heron-neutral-40',
          gapBeforeMm: 300,
        },
        {
          read: [412.75, 412.75, 412.75, 1625.6, 1625.6, 1627.2],
          opening: 'sidelight',
          filmId: 'tern-lattice',
          sillMm: 300,
          gapBeforeMm: 500,
        },
        {
          read: [412.75, 414.3, 412.75, 1625.6, 1625.6, 1625.6],
          opening: 'sidelight',
          filmId: 'tern-lattice',
          sillMm: 300,
          gapBeforeMm: 900,
        },
      ],
    },
    {
      room: 'Stair',
      wall: 'Stair wall',
      bearingDeg: 270,
      widthMm: 2600,
      heightMm: 3100,
      shade: {
        overhang: { depthMm: 400, aboveMm: 250 },
        finLeft: null,
        finRight: null,
        horizon: [
          { bearingDeg: 240, altitudeDeg: 8 },
          { bearingDeg: 300, altitudeDeg: 14 },
        ],
      },
      panes: [
        {
          read: [null, null, 902, 1410, 1861, 1410],
          opening: 'fixed',
          shape: { kind: 'arch', riseMm: null },
          filmId: 'heron-neutral-40',
          gapBeforeMm: 300,
          sillMm: 1000,
        },
        {
          read: [null, null, 760, 640, null, 1180],
          opening: 'fixed',
          shape: { kind: 'trapezium', parallel: 'upright', offsetMm: 0 },
          gapBeforeMm: 260,
          sillMm: 1000,
        },
      ],
    },
    {
      room: 'Bathroom',
      wall: 'Yard wall',
      bearingDeg: 0,
      widthMm: 2400,
      heightMm: 2400,
      panes: [
        {
          read: [1190, null, null, 991],
          opening: 'blockWall',
          circumstances: ['wetRoom'],
          shape: {
            kind: 'blocks',
            columns: 6,
            rows: 5,
            block: { widthMm: 190, heightMm: 190 },
            jointMm: 10,
            cornerRadiusMm: 10,
          },
          glass: 'block',
          frame: 'none',
          gapBeforeMm: 500,
          sillMm: 1100,
        },
        {
          read: [430, 430, 431, 560, 560, 560],
          opening: 'fixed',
          glass: 'patterned',
          gapBeforeMm: 60,
          sillMm: 1300,
        },
      ],
    },
  ],
};

const bakery: JobSketch = {
  id: '0d6f3a52-1c0b-4a4e-8a55-6a1f0c9d0004',
  name: 'Shopfront',
  customer: 'Kiln Lane Bakery',
  address: '31 Kiln Lane',
  ruleSetId: 'margin-all-round',
  walls: [
    {
      room: 'Shop',
      wall: 'Shopfront',
      bearingDeg: 200,
      widthMm: 5600,
      heightMm: 2800,
      panes: [
        {
          read: [1720, 1721, 1720, 2100, 2100, 2101],
          opening: 'shopfront',
          glass: 'single',
          frame: 'aluminium',
          filmId: 'cormorant-clear-8',
          gapBeforeMm: 150,
          sillMm: 400,
        },
        {
          read: [830, 830, 829, 1980, 1981, 1980],
          opening: 'frenchDoor',
          glass: 'tempered',
          frame: 'aluminium',
          handle: 'left',
          filmId: 'cormorant-clear-8',
          gapBeforeMm: 120,
          sillMm: 120,
        },
        {
          read: [1720, 1720, 1720, 2100, 2101, 2100],
          opening: 'shopfront',
          glass: 'single',
          frame: 'aluminium',
          filmId: 'cormorant-clear-8',
          gapBeforeMm: 120,
          sillMm: 400,
        },
      ],
    },
  ],
};

const nursery: JobSketch = {
  id: '0d6f3a52-1c0b-4a4e-8a55-6a1f0c9d0005',
  name: 'Garden side',
  customer: 'Harbour Nursery',
  address: '5 Breakwater Road',
  ruleSetId: 'margin-all-round',
  walls: [
    {
      room: 'Playroom',
      wall: 'Garden wall',
      bearingDeg: 135,
      widthMm: 3600,
      heightMm: 2500,
      panes: [
        {
          read: [900, 900, 901, 1200, 1200, 1200],
          filmId: 'cormorant-clear-8',
          sillMm: 350,
          doneAt: '2026-11-18T14:20:00Z',
        },
        {
          read: [900, 901, 900, 1200, 1201, 1200],
          filmId: 'cormorant-clear-8',
          sillMm: 350,
          doneAt: '2026-11-18T15:05:00Z',
          faults: [
            { id: 'fault-1', kind: 'finger', x: 0.08, y: 0.82, notedAt: '2026-11-18T15:10:00Z', note: '' },
          ],
        },
        {
          read: [900, 900, 900, 1200, 1200, 1201],
          filmId: 'dunlin-cling',
          sillMm: 350,
          doneAt: '2026-11-18T15:40:00Z',
        },
      ],
    },
  ],
};

export const DEMO_JOBS: readonly { readonly id: string; readonly records: JobRecords }[] = [
  library,
  physiotherapy,
  house,
  bakery,
  nursery,
].map((sketch) => ({ id: sketch.id, records: recordsOf(sketch) }));
