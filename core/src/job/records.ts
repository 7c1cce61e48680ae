import { z } from 'zod';
import { cutPlanSchema, planJobSchema } from '../cuts/index.ts';
import { NO_WANTS, WANTS, WANT_LEVELS } from '../advice/index.ts';
import { filmSchema } from '../film/index.ts';
import { FAULT_KINDS, FITTING_STEPS } from '../fitting/index.ts';
import { placeFields } from '../sun/index.ts';
import {
  ALL_PLACES,
  CIRCUMSTANCES,
  CONDITION_KINDS,
  FRAME_KINDS,
  GLASS_KINDS,
  HIDING_THINGS,
  NO_READINGS,
  OPENING_KINDS,
  RECTANGLE,
  READING_TOOLS,
  SIDES,
} from '../survey/index.ts';
import { LONGEST_LENGTH_MM } from '../units/index.ts';

/** What a job is made of: small records, each with a kind and an id, so that people edit beside each other. */

export const recordIdSchema = z
  .string()
  .regex(/^[A-Za-z0-9_-]{1,64}$/, 'An id has 1 to 64 letters, digits, - or _');
const name = z
  .string()
  .trim()
  .min(1, 'A name must not be empty')
  .max(120, 'A name has 120 letters at the most');
const placeMm = z.number().min(0, 'Must be 0 or more').max(100_000);
const wallMm = z.number().positive('Must be above 0').max(100_000);
const moment = z.iso.datetime({ offset: true });

export const siteSchema = z.strictObject({
  address: z.string().trim().max(200),
  town: name,
  ...placeFields,
});

const jobHeaderSchema = z.strictObject({
  name,
  customer: name,
  site: siteSchema,
  visit: z
    .strictObject({
      access: z.string().trim().max(400),
      floorProtection: z.string().trim().max(400),
      workingHours: z.string().trim().max(400),
      hazards: z.string().trim().max(400),
    })
    .default({ access: '', floorProtection: '', workingHours: '', hazards: '' }),
  ruleSetId: z.string().min(1).max(60),
  /** Films of which only rolls of one width are to be used, mm. */
  rollWidths: z.record(z.string().min(1).max(60), wallMm).default({}),
  /** The sketch plan of the site: where its arrow points north, degrees clockwise from up. */
  plan: z.strictObject({ northDeg: z.number().min(0).max(360) }).default({ northDeg: 0 }),
});

const sizeSchema = z.strictObject({ widthMm: wallMm, heightMm: wallMm });

const wantLevel = z.enum(WANT_LEVELS);

/** What the people in a room want of its glass, and how far it may go. Shares from 0 to 1. */
const wantsSchema = z.strictObject({
  levels: z.partialRecord(z.enum(WANTS), wantLevel),
  /** Not darker than: light that must still come through; not shinier than: light thrown back outwards. */
  leastLight: z.number().min(0).max(1).nullable(),
  mostShine: z.number().min(0).max(1).nullable(),
});

const roomSchema = z.strictObject({
  name,
  order: z.int(),
  wants: wantsSchema.default(NO_WANTS),
});

const wallSchema = z.strictObject({
  roomId: recordIdSchema,
  name,
  bearingDeg: z
    .number('A bearing is a number of degrees')
    .min(0, 'A bearing runs from 0 to 360')
    .max(360, 'A bearing runs from 0 to 360'),
  widthMm: wallMm,
  heightMm: wallMm,
  grids: z
    .record(
      recordIdSchema,
      z.strictObject({
        columns: z.int().min(1).max(50),
        rows: z.int().min(1).max(50),
        barMm: placeMm,
        whole: sizeSchema.nullable(),
      }),
    )
    .default({}),
  /** Where the bearing comes from: a map, the sketch plan, a compass (corrected to true north), or a guess. */
  bearingSource: z.enum(['map', 'compass', 'rough', 'plan']).default('map'),
  /** As the compass showed it, from magnetic north. */
  compassDeg: z.number().min(0).max(360).nullable().default(null),
  bearingUncertaintyDeg: z.number().min(0).max(90).default(5),
  /** A seat in the room: how far from the glass, from the wall's left, and how high its eyes are. */
  seat: z
    .strictObject({
      fromGlassMm: z.number().min(200).max(30_000),
      fromLeftMm: placeMm,
      eyeMm: z.number().min(300).max(2500),
    })
    .nullable()
    .default(null),
  /** Height of its floor over the ground outside. */
  floorMm: z.number().min(-20_000).max(1_000_000).default(0),
  shade: z
    .strictObject({
      overhang: z.strictObject({ depthMm: placeMm, aboveMm: placeMm }).nullable(),
      finLeft: z.strictObject({ depthMm: placeMm, besideMm: placeMm }).nullable(),
      finRight: z.strictObject({ depthMm: placeMm, besideMm: placeMm }).nullable(),
      /** How high what stands opposite reaches into the sky, by bearing. */
      horizon: z
        .array(
          z.strictObject({ bearingDeg: z.number().min(0).max(360), altitudeDeg: z.number().min(0).max(90) }),
        )
        .max(72),
    })
    .default({ overhang: null, finLeft: null, finRight: null, horizon: [] }),
  /** Where it stands on the sketch plan of the site; mm on paper, the middle of the wall. */
  plan: z
    .strictObject({
      xMm: z.number().min(-1_000_000).max(1_000_000),
      yMm: z.number().min(-1_000_000).max(1_000_000),
      facesDeg: z.number().min(0).max(360),
    })
    .nullable()
    .default(null),
  order: z.int(),
});

const takenLength = {
  mm: z.number().positive('A reading must be above 0').max(LONGEST_LENGTH_MM),
  typed: z.string().max(60),
  by: z.string().max(120).nullable().default(null),
  at: moment.nullable().default(null),
  how: z.enum(READING_TOOLS).default('tape'),
};
const readingSchema = z.strictObject({
  ...takenLength,
  keptBecause: z.string().max(200).nullable(),
  again: z.array(z.strictObject(takenLength)).max(20).readonly().default([]),
});

/* Places and fields that came later may be missing in older records and files: they read as empty. */
const readingsSchema = z.strictObject(
  Object.fromEntries(ALL_PLACES.map((place) => [place, readingSchema.nullable().default(null)])) as Record<
    (typeof ALL_PLACES)[number],
    z.ZodDefault<z.ZodNullable<typeof readingSchema>>
  >,
);

const shapeSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('rectangle'), cornerRadiusMm: placeMm }),
  z.strictObject({ kind: z.literal('quadrilateral') }),
  z.strictObject({
    kind: z.literal('trapezium'),
    parallel: z.enum(['upright', 'level']),
    offsetMm: z.number().min(-100_000).max(100_000),
  }),
  z.strictObject({ kind: z.literal('triangle'), apexMm: placeMm.nullable() }),
  z.strictObject({ kind: z.literal('arch'), riseMm: wallMm.nullable() }),
  z.strictObject({ kind: z.literal('circle') }),
  z.strictObject({
    kind: z.literal('blocks'),
    columns: z.int().min(1).max(100),
    rows: z.int().min(1).max(100),
    block: sizeSchema,
    jointMm: placeMm,
    cornerRadiusMm: placeMm,
  }),
]);

const coverageSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('whole') }),
  /** Heights over the floor of the room. */
  z.strictObject({ kind: z.literal('band'), fromFloorMm: placeMm, toFloorMm: placeMm }),
  z.strictObject({ kind: z.literal('lower'), toFloorMm: placeMm }),
  /** Bands at the heights of the house rules, so that people see a glass door. */
  z.strictObject({ kind: z.literal('markings') }),
  /** Film that grows clear away from one end, over a reach. */
  z.strictObject({ kind: z.literal('gradient'), from: z.enum(['top', 'bottom']), reachMm: wallMm }),
]);

const leadingSchema = z.strictObject({
  pattern: z.enum(['squares', 'diamonds']),
  acrossMm: z.number().min(20).max(2000),
  alongMm: z.number().min(20).max(2000),
  stripMm: z.number().min(2).max(40),
});

const glassProbeSchema = z.strictObject({
  panes: z.int().min(1).max(3),
  thicknessMm: z.number().min(1).max(60).nullable(),
  coatedFace: z.int().min(1).max(6).nullable(),
  light: z.number().min(0).max(1).nullable(),
  solar: z.number().min(0).max(1).nullable(),
  uv: z.number().min(0).max(1).nullable(),
  at: moment,
  by: z.string().max(120).nullable(),
  /** Why the entry stands although the instruments say otherwise. */
  keptBecause: z.string().max(200).nullable(),
});

const paneSchema = z.strictObject({
  wallId: recordIdSchema,
  label: z.string().trim().min(1).max(12),
  order: z.int(),
  opening: z.enum(OPENING_KINDS),
  gapBeforeMm: placeMm,
  sillMm: placeMm,
  readings: readingsSchema,
  shape: shapeSchema.default({ kind: 'rectangle', cornerRadiusMm: 0 }),
  glass: z.enum(GLASS_KINDS),
  /** Thickness of each pane of the glass; null where nobody has measured it. */
  glassMm: z.number().min(2).max(40).nullable().default(null),
  frame: z.enum(FRAME_KINDS),
  /** What else decides which film may go here: a wet room, the way out in a fire, fire-rated glass. */
  circumstances: z.array(z.enum(CIRCUMSTANCES)).max(CIRCUMSTANCES.length).readonly().default([]),
  /** What detector and meter made of the glass as it was found. */
  probed: glassProbeSchema.nullable().default(null),
  handle: z.enum(SIDES).nullable(),
  filmId: z.string().min(1).max(60).nullable(),
  coverage: coverageSchema.default({ kind: 'whole' }),
  /** Which way the printed or textured side looks. */
  printFaces: z.enum(['room', 'street']).default('room'),
  /** Where the pattern starts at the pane's top left corner: so far into its repeat; null where it does not matter. */
  patternStart: z.strictObject({ acrossMm: placeMm, alongMm: placeMm }).nullable().default(null),
  leading: leadingSchema.nullable().default(null),
  /** Panes said to be alike carry the same name here. */
  twinSet: z.string().max(60).nullable().default(null),
  /** A light of a grid stands in its cell; the grid itself belongs to the wall. */
  cell: z
    .strictObject({ gridId: recordIdSchema, column: z.int().min(0).max(50), row: z.int().min(0).max(50) })
    .nullable()
    .default(null),
  /** How the glass and its frame were found, before work. */
  condition: z
    .array(
      z.strictObject({
        id: recordIdSchema,
        kind: z.enum(CONDITION_KINDS),
        x: z.number().min(0).max(1),
        y: z.number().min(0).max(1),
        note: z.string().max(400),
        pictureId: z.uuid().nullable(),
        notedAt: moment,
        notedBy: z.string().max(120).nullable(),
      }),
    )
    .max(60)
    .readonly()
    .default([]),
  /** Strips along a side that something hides, measured inward from that side. */
  hidden: z
    .array(
      z.strictObject({
        side: z.enum(SIDES),
        depthMm: wallMm,
        behind: z.enum(HIDING_THINGS),
        /** Left without film: nobody sees that glass. */
        bare: z.boolean().default(false),
      }),
    )
    .max(8)
    .readonly()
    .default([]),
  /** The hole in the frame, where it was measured: the glass can't be larger. */
  hole: sizeSchema.nullable().default(null),
  /** The roll or offcut, or the width of new film, off which somebody wants it. */
  fromRoll: z
    .discriminatedUnion('kind', [
      z.strictObject({ kind: z.literal('onHand'), id: z.string().min(1).max(200) }),
      z.strictObject({ kind: z.literal('new'), widthMm: wallMm }),
    ])
    .nullable()
    .default(null),
  seams: z.strictObject({
    allowed: z.boolean(),
    axis: z.enum(['any', 'vertical', 'horizontal']),
    /** Where somebody wants the seams: middles of the overlaps, from the left or the top of the glass. */
    atMm: z.array(placeMm).max(60).readonly().nullable().default(null),
  }),
});

const fittingSchema = z.strictObject({
  ticks: z.partialRecord(z.enum(FITTING_STEPS), moment),
  faults: z.array(
    z.strictObject({
      id: recordIdSchema,
      kind: z.enum(FAULT_KINDS),
      /** Place on the glass, as shares of its width from the left and of its height from the top, seen from inside. */
      x: z.number().min(0).max(1),
      y: z.number().min(0).max(1),
      notedAt: moment,
      note: z.string().max(400),
    }),
  ),
  doneAt: moment.nullable(),
});

const keptPlanSchema = z.strictObject({
  /** The job as it was planned, so that it can be seen whether the plan still holds. */
  job: planJobSchema,
  plan: cutPlanSchema,
  keptAt: moment,
  cutPullIds: z.array(z.string()),
  /** Pulls that stay as they are when the rest is planned anew. */
  lockedPullIds: z.array(z.string()).default([]),
});

/** A film as it was when the job was sold: its figures and prices stay what they were. */
const soldFilmSchema = z.strictObject({ film: filmSchema, soldAt: moment });

export const recordSchemas = {
  job: jobHeaderSchema,
  room: roomSchema,
  wall: wallSchema,
  pane: paneSchema,
  fitting: fittingSchema,
  plan: keptPlanSchema,
  sold: soldFilmSchema,
} as const;

export const RECORD_KINDS = ['job', 'room', 'wall', 'pane', 'fitting', 'plan', 'sold'] as const;
export type RecordKind = (typeof RECORD_KINDS)[number];

export type RecordData = { readonly [Kind in RecordKind]: z.infer<(typeof recordSchemas)[Kind]> };
export type JobHeader = RecordData['job'];
export type Room = RecordData['room'];
export type Wall = RecordData['wall'];
export type Pane = RecordData['pane'];
export type Fitting = RecordData['fitting'];
export type KeptPlan = RecordData['plan'];
export type SoldFilm = RecordData['sold'];
export type Coverage = Pane['coverage'];
export type Leading = NonNullable<Pane['leading']>;
export type GlassProbe = NonNullable<Pane['probed']>;
export type PaneFault = Fitting['faults'][number];

/** All records of a job by kind and id. The job's header, and its plan, have the ids below. */
export type JobRecords = { readonly [Kind in RecordKind]: Readonly<Record<string, RecordData[Kind]>> };

export const HEADER_ID = 'job';
export const PLAN_ID = 'plan';

export const EMPTY_RECORDS: JobRecords = {
  job: {},
  room: {},
  wall: {},
  pane: {},
  fitting: {},
  plan: {},
  sold: {},
};
export const NO_FITTING: Fitting = { ticks: {}, faults: [], doneAt: null };

export function headerOf(records: JobRecords): JobHeader | null {
  return records.job[HEADER_ID] ?? null;
}

/** The records of a kind with their ids, in the order people gave them. */
export function inOrder<Data extends { readonly order: number }>(
  records: Readonly<Record<string, Data>>,
): (Data & { readonly id: string })[] {
  return Object.entries(records)
    .map(([id, data]) => ({ ...data, id }))
    .sort((a, b) => a.order - b.order || a.id.localeCompare(b.id));
}

export function panesOfWall(records: JobRecords, wallId: string): (Pane & { readonly id: string })[] {
  return inOrder(records.pane).filter((pane) => pane.wallId === wallId);
}

/** A room before anybody has said what is wanted there. */
export const NEW_ROOM: Pick<Room, 'wants'> = { wants: NO_WANTS };

/** What is known of a visit before anybody was there. */
export const NO_VISIT: JobHeader['visit'] = {
  access: '',
  floorProtection: '',
  workingHours: '',
  hazards: '',
};

/** What a new job says of its site until somebody says more; on its plan north is up. */
export const NEW_HEADER: Pick<JobHeader, 'visit' | 'plan' | 'rollWidths'> = {
  visit: NO_VISIT,
  plan: { northDeg: 0 },
  rollWidths: {},
};

/** What a new wall is until somebody says otherwise. */
export const NEW_WALL: Pick<
  Wall,
  'seat' | 'grids' | 'bearingSource' | 'compassDeg' | 'bearingUncertaintyDeg' | 'floorMm' | 'shade' | 'plan'
> = {
  seat: null,
  grids: {},
  bearingSource: 'map',
  compassDeg: null,
  bearingUncertaintyDeg: 5,
  floorMm: 0,
  shade: { overhang: null, finLeft: null, finRight: null, horizon: [] },
  plan: null,
};

/** What a new opening is until somebody says otherwise. */
export const NEW_PANE: Omit<Pane, 'wallId' | 'label' | 'order' | 'gapBeforeMm' | 'sillMm'> = {
  opening: 'fixed',
  readings: NO_READINGS,
  shape: RECTANGLE,
  glass: 'double',
  glassMm: null,
  frame: 'timber',
  handle: null,
  circumstances: [],
  probed: null,
  filmId: null,
  coverage: { kind: 'whole' },
  printFaces: 'room',
  patternStart: null,
  leading: null,
  twinSet: null,
  cell: null,
  condition: [],
  hidden: [],
  hole: null,
  fromRoll: null,
  seams: { allowed: true, axis: 'vertical', atMm: null },
};
