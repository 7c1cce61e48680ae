import type { JobRecords } from '@neat-sill/core/job';
import { recordsOf, type JobSketch, type PaneSketch } from './jobSketch.ts';

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
        trees: [
          { bearingDeg: 235, altitudeDeg: 0 },
          { bearingDeg: 240, altitudeDeg: 24 },
          { bearingDeg: 265, altitudeDeg: 24 },
          { bearingDeg: 270, altitudeDeg: 0 },
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
  cutAt: '2026-11-17T09:30:00Z',
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
          read: [840, 840, 840, 1200, 1200, 1201],
          filmId: 'dunlin-cling',
          sillMm: 350,
          doneAt: '2026-11-18T15:40:00Z',
        },
      ],
    },
  ],
};

/** Six readings of a pane in a frame that is a millimetre out here and there. */
const taped = (widthMm: number, heightMm: number, at: number): PaneSketch['read'] => [
  widthMm + (at % 2),
  widthMm,
  widthMm + (at % 3 === 0 ? 1 : 0),
  heightMm,
  heightMm + ((at + 1) % 2),
  heightMm,
];

const alike = (
  count: number,
  [widthMm, heightMm]: readonly [number, number],
  sketch: Omit<PaneSketch, 'read'>,
): PaneSketch[] =>
  Array.from({ length: count }, (_, at) => ({ ...sketch, read: taped(widthMm, heightMm, at) }));

/** The first floor over the ground outside. */
const UPSTAIRS_MM = 2900;
const BAR_MM = 40;

const terrace: JobSketch = {
  id: '0d6f3a52-1c0b-4a4e-8a55-6a1f0c9d0006',
  name: 'House, three films',
  customer: 'Alder Row No. 4',
  address: '4 Alder Row',
  ruleSetId: 'margin-all-round',
  surveyedAt: '2026-11-24T14:30:00Z',
  wants: {
    'Living room': {
      levels: { heat: 'must', glare: 'nice', view: 'nice' },
      leastLight: 0.3,
      mostShine: null,
    },
    Bathroom: { levels: { privacyNight: 'must' }, leastLight: null, mostShine: null },
  },
  walls: [
    {
      room: 'Hall',
      wall: 'Street wall',
      bearingDeg: 95,
      widthMm: 2600,
      heightMm: 2700,
      panes: [
        {
          read: taped(820, 2000, 0),
          opening: 'frenchDoor',
          glass: 'tempered',
          stampSeen: true,
          handle: 'right',
          sillMm: 0,
          gapBeforeMm: 700,
          filmId: 'heron-neutral-40',
        },
        {
          read: taped(820, 380, 1),
          opening: 'fanlight',
          over: { paneId: 'pane-1', fromLeftMm: 0 },
          sillMm: 2000 + BAR_MM,
          filmId: 'heron-neutral-40',
        },
        ...alike(2, [300, 2000], {
          opening: 'sidelight',
          sillMm: 0,
          gapBeforeMm: 60,
          filmId: 'plover-frost',
        }),
      ],
    },
    {
      room: 'Living room',
      wall: 'Street wall',
      bearingDeg: 95,
      widthMm: 4200,
      heightMm: 2700,
      panes: [
        ...alike(3, [640, 1120], {
          opening: 'sash',
          sillMm: 850,
          gapBeforeMm: 420,
          filmId: 'heron-neutral-40',
        }),
        ...alike(3, [640, 380], {
          opening: 'fanlight',
          sillMm: 850 + 1120 + BAR_MM,
          filmId: 'heron-neutral-40',
        }).map((pane, at) => ({ ...pane, over: { paneId: `pane-${at + 5}`, fromLeftMm: 0 } })),
      ],
    },
    {
      room: 'Living room',
      wall: 'Garden wall',
      bearingDeg: 275,
      widthMm: 4200,
      heightMm: 2700,
      panes: [
        ...alike(2, [780, 2050], {
          opening: 'frenchDoor',
          sillMm: 60,
          gapBeforeMm: 90,
          filmId: 'gannet-silver-35',
        }),
        ...alike(2, [700, 1200], {
          opening: 'casement',
          handle: 'left',
          gapBeforeMm: 350,
          filmId: 'gannet-silver-35',
        }),
      ],
    },
    {
      room: 'Kitchen',
      wall: 'Garden wall',
      bearingDeg: 275,
      widthMm: 3600,
      heightMm: 2700,
      panes: alike(4, [560, 1050], {
        opening: 'casement',
        handle: 'right',
        gapBeforeMm: 180,
        sillMm: 1050,
        filmId: 'gannet-silver-35',
      }),
    },
    {
      room: 'Stair',
      wall: 'Gable',
      bearingDeg: 185,
      widthMm: 2400,
      heightMm: 3300,
      panes: [
        {
          read: [null, null, 760, 1280, 1660, 1280],
          opening: 'fixed',
          shape: { kind: 'arch', riseMm: null },
          gapBeforeMm: 300,
          sillMm: 1200,
          filmId: 'heron-neutral-40',
        },
        {
          read: taped(520, 900, 0),
          opening: 'fixed',
          gapBeforeMm: 350,
          sillMm: 1500,
          filmId: 'heron-neutral-40',
        },
      ],
    },
    {
      room: 'Bathroom',
      wall: 'Gable',
      bearingDeg: 185,
      widthMm: 2200,
      heightMm: 2500,
      floorMm: UPSTAIRS_MM,
      panes: alike(2, [450, 600], {
        opening: 'casement',
        circumstances: ['wetRoom'],
        handle: 'left',
        gapBeforeMm: 380,
        sillMm: 1250,
        filmId: 'plover-frost',
      }),
    },
    {
      room: 'Front bedroom',
      wall: 'Street wall',
      bearingDeg: 95,
      widthMm: 4400,
      heightMm: 2500,
      floorMm: UPSTAIRS_MM,
      panes: alike(4, [640, 1120], { opening: 'sash', gapBeforeMm: 320, filmId: 'heron-neutral-40' }),
    },
    {
      room: 'Back bedroom',
      wall: 'Garden wall',
      bearingDeg: 275,
      widthMm: 4400,
      heightMm: 2500,
      floorMm: UPSTAIRS_MM,
      panes: alike(4, [640, 1120], { opening: 'sash', gapBeforeMm: 320, filmId: 'gannet-silver-35' }),
    },
  ],
};

/** Finished in October: surveyed, put right, cut, fitted, looked at again; dry by now. */
const staffRoom: JobSketch = {
  id: '0d6f3a52-1c0b-4a4e-8a55-6a1f0c9d0007',
  name: 'Staff room',
  customer: 'Lantern Quay Library',
  address: '2 Lantern Quay',
  ruleSetId: 'margin-all-round',
  surveyedAt: '2026-09-28T13:10:00Z',
  cutAt: '2026-10-05T12:20:00Z',
  wants: {
    'Staff room': { levels: { heat: 'must', glare: 'nice' }, leastLight: null, mostShine: null },
  },
  walls: [
    {
      room: 'Staff room',
      wall: 'West wall',
      bearingDeg: 268,
      widthMm: 4600,
      heightMm: 2600,
      panes: alike(4, [860, 1340], {
        opening: 'casement',
        handle: 'right',
        joint: 'gasket',
        recessMm: 12,
        gapBeforeMm: 210,
        filmId: 'gannet-silver-35',
      }).map((pane, at) => ({
        ...pane,
        doneAt: `2026-10-05T1${at + 4}:05:00Z`,
        ...(at === 0
          ? {
              condition: [
                {
                  id: 'mark-1',
                  kind: 'oldFilm' as const,
                  x: 0.5,
                  y: 0.5,
                  note: 'a sun-bleached strip',
                  pictureId: null,
                  notedAt: '2026-09-28T13:12:00Z',
                  notedBy: 'Osei Rook',
                  remedy: {
                    kind: 'fix' as const,
                    minutes: 20,
                    doneAt: '2026-10-05T12:55:00Z',
                    doneBy: 'Tove Lind',
                  },
                },
              ],
              fixtures: [{ id: 'fixture-1', kind: 'alarmContact' as const, x: 0.96, y: 0.04, note: '' }],
            }
          : {}),
        ...(at === 2
          ? {
              condition: [
                {
                  id: 'mark-1',
                  kind: 'scratch' as const,
                  x: 0.7,
                  y: 0.2,
                  note: '30 mm, near the handle',
                  pictureId: null,
                  notedAt: '2026-09-28T13:20:00Z',
                  notedBy: 'Osei Rook',
                  remedy: {
                    kind: 'accepted' as const,
                    by: 'Lantern Quay Library',
                    at: '2026-09-28T13:40:00Z',
                  },
                },
              ],
            }
          : {}),
      })),
    },
  ],
};

export const DEMO_JOBS: readonly { readonly id: string; readonly records: JobRecords }[] = [
  library,
  physiotherapy,
  house,
  bakery,
  nursery,
  terrace,
  staffRoom,
].map((sketch) => ({ id: sketch.id, records: recordsOf(sketch) }));
