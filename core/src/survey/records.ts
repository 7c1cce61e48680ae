import { z } from 'zod';
import {
  WRITTEN_BY_ALL,
  WRITTEN_BY_CREW_LEADERS,
  inOrder,
  lengthMmField,
  momentField,
  nameField,
  placeMmField,
  recordIdSchema,
  recordKind,
  type ChangeOf,
  type RecordsOf,
} from '../record/index.ts';
import { LONGEST_LENGTH_MM } from '../units/index.ts';
import { CONDITION_KINDS, FIXTURE_KINDS, HIDING_THINGS } from './condition.ts';
import {
  ALL_PLACES,
  CIRCUMSTANCES,
  FRAME_KINDS,
  GLASS_JOINTS,
  GLASS_KINDS,
  NO_READINGS,
  OPENING_KINDS,
  PANE_STRENGTHS,
  READING_TOOLS,
  SIDES,
} from './pane.ts';
import { RECTANGLE } from './shape.ts';
import { NO_WANTS, WANTS, WANT_LEVELS } from './wants.ts';

/* The records of the survey: rooms, their walls, and the panes on them. */

const sizeSchema = z.strictObject({ widthMm: lengthMmField, heightMm: lengthMmField });

const wantLevel = z.enum(WANT_LEVELS);

/** What the people in a room want of its glass, and how far it may go. Shares from 0 to 1. */
const wantsSchema = z.strictObject({
  levels: z.partialRecord(z.enum(WANTS), wantLevel),
  /** Not darker than: light that must still come through; not shinier than: light thrown back outwards. */
  leastLight: z.number().min(0).max(1).nullable(),
  mostShine: z.number().min(0).max(1).nullable(),
});

const roomSchema = z.strictObject({
  name: nameField,
  order: z.int(),
  wants: wantsSchema.default(NO_WANTS),
});

/** Heights over the horizon by bearing. */
const skyline = z
  .array(z.strictObject({ bearingDeg: z.number().min(0).max(360), altitudeDeg: z.number().min(0).max(90) }))
  .max(72);

const wallSchema = z.strictObject({
  roomId: recordIdSchema,
  name: nameField,
  bearingDeg: z
    .number('A bearing is a number of degrees')
    .min(0, 'A bearing runs from 0 to 360')
    .max(360, 'A bearing runs from 0 to 360'),
  widthMm: lengthMmField,
  heightMm: lengthMmField,
  grids: z
    .record(
      recordIdSchema,
      z.strictObject({
        columns: z.int().min(1).max(50),
        rows: z.int().min(1).max(50),
        barMm: placeMmField,
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
      fromLeftMm: placeMmField,
      eyeMm: z.number().min(300).max(2500),
    })
    .nullable()
    .default(null),
  /** Height of its floor over the ground outside. */
  floorMm: z.number().min(-20_000).max(1_000_000).default(0),
  shade: z
    .strictObject({
      overhang: z.strictObject({ depthMm: placeMmField, aboveMm: placeMmField }).nullable(),
      finLeft: z.strictObject({ depthMm: placeMmField, besideMm: placeMmField }).nullable(),
      finRight: z.strictObject({ depthMm: placeMmField, besideMm: placeMmField }).nullable(),
      /** How high what stands opposite reaches into the sky, by bearing. */
      horizon: skyline,
      /** Trees that are bare in winter, likewise. */
      trees: skyline.default([]),
    })
    .default({ overhang: null, finLeft: null, finRight: null, horizon: [], trees: [] }),
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
  at: momentField.nullable().default(null),
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
  z.strictObject({ kind: z.literal('rectangle'), cornerRadiusMm: placeMmField }),
  z.strictObject({ kind: z.literal('quadrilateral') }),
  z.strictObject({
    kind: z.literal('trapezium'),
    parallel: z.enum(['upright', 'level']),
    offsetMm: z.number().min(-100_000).max(100_000),
  }),
  z.strictObject({ kind: z.literal('triangle'), apexMm: placeMmField.nullable() }),
  z.strictObject({ kind: z.literal('arch'), riseMm: lengthMmField.nullable() }),
  z.strictObject({ kind: z.literal('circle') }),
  z.strictObject({
    kind: z.literal('blocks'),
    columns: z.int().min(1).max(100),
    rows: z.int().min(1).max(100),
    block: sizeSchema,
    jointMm: placeMmField,
    cornerRadiusMm: placeMmField,
  }),
]);

const coverageSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('whole') }),
  /** Heights over the floor of the room. */
  z.strictObject({ kind: z.literal('band'), fromFloorMm: placeMmField, toFloorMm: placeMmField }),
  z.strictObject({ kind: z.literal('lower'), toFloorMm: placeMmField }),
  /** Bands at the heights of the house rules, so that people see a glass door. */
  z.strictObject({ kind: z.literal('markings') }),
  /** Film that grows clear away from one end, over a reach. */
  z.strictObject({ kind: z.literal('gradient'), from: z.enum(['top', 'bottom']), reachMm: lengthMmField }),
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
  at: momentField,
  by: z.string().max(120).nullable(),
  /** Why the entry stands although the instruments say otherwise. */
  keptBecause: z.string().max(200).nullable(),
});

const paneSchema = z.strictObject({
  wallId: recordIdSchema,
  label: z.string().trim().min(1).max(12),
  order: z.int(),
  opening: z.enum(OPENING_KINDS),
  gapBeforeMm: placeMmField,
  sillMm: placeMmField,
  readings: readingsSchema,
  shape: shapeSchema.default({ kind: 'rectangle', cornerRadiusMm: 0 }),
  glass: z.enum(GLASS_KINDS),
  /** Thickness of each pane of the glass; null where nobody has measured it. */
  glassMm: z.number().min(2).max(40).nullable().default(null),
  /** How strong each pane of the glass is, the outmost first; empty where nobody has said more than the kind of glass. */
  strengths: z.array(z.enum(PANE_STRENGTHS)).max(3).readonly().default([]),
  /** The stamp of tempered or heat-strengthened glass was seen. */
  stampSeen: z.boolean().default(false),
  frame: z.enum(FRAME_KINDS),
  joint: z.enum(GLASS_JOINTS).nullable().default(null),
  /** How far the glass lies behind the face of its frame. */
  recessMm: placeMmField.nullable().default(null),
  /** What else decides which film may go here: a wet room, the way out in a fire, fire-rated glass. */
  circumstances: z.array(z.enum(CIRCUMSTANCES)).max(CIRCUMSTANCES.length).readonly().default([]),
  /** What detector and meter made of the glass as it was found. */
  probed: glassProbeSchema.nullable().default(null),
  handle: z.enum(SIDES).nullable(),
  filmId: z.string().min(1).max(60).nullable(),
  /** The house rules it goes by, where not by those of its film or its job. */
  ruleSetId: z.string().min(1).max(60).nullable().default(null),
  coverage: coverageSchema.default({ kind: 'whole' }),
  /** Which way the printed or textured side looks. */
  printFaces: z.enum(['room', 'street']).default('room'),
  /** Where the pattern starts at the pane's top left corner: so far into its repeat; null where it does not matter. */
  patternStart: z.strictObject({ acrossMm: placeMmField, alongMm: placeMmField }).nullable().default(null),
  leading: leadingSchema.nullable().default(null),
  /** Panes said to be alike carry the same name here. */
  twinSet: z.string().max(60).nullable().default(null),
  /** A light of a grid stands in its cell; the grid itself belongs to the wall. */
  cell: z
    .strictObject({ gridId: recordIdSchema, column: z.int().min(0).max(50), row: z.int().min(0).max(50) })
    .nullable()
    .default(null),
  /** Stands over another opening of its wall, as a fanlight over a door; its sill is its own. */
  over: z
    .strictObject({
      paneId: recordIdSchema,
      fromLeftMm: z.number().min(-100_000).max(100_000),
    })
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
        notedAt: momentField,
        notedBy: z.string().max(120).nullable(),
        /** What becomes of it: put right before film, or accepted by somebody as it is; null while that is not decided. */
        remedy: z
          .discriminatedUnion('kind', [
            z.strictObject({
              kind: z.literal('fix'),
              minutes: z.int().min(0).max(600),
              doneAt: momentField.nullable(),
              doneBy: z.string().max(120).nullable(),
            }),
            z.strictObject({
              kind: z.literal('accepted'),
              by: z.string().trim().min(1, 'Who accepts it is wanted').max(120),
              at: momentField,
            }),
          ])
          .nullable()
          .default(null),
      }),
    )
    .max(60)
    .readonly()
    .default([]),
  /** What sits on or beside the glass; places as shares of the glass from its left and its top. */
  fixtures: z
    .array(
      z.strictObject({
        id: recordIdSchema,
        kind: z.enum(FIXTURE_KINDS),
        x: z.number().min(0).max(1),
        y: z.number().min(0).max(1),
        note: z.string().max(400),
      }),
    )
    .max(40)
    .readonly()
    .default([]),
  /** Strips along a side that something hides, measured inward from that side. */
  hidden: z
    .array(
      z.strictObject({
        side: z.enum(SIDES),
        depthMm: lengthMmField,
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
      z.strictObject({ kind: z.literal('new'), widthMm: lengthMmField }),
    ])
    .nullable()
    .default(null),
  /** On a sheet with a motif: how far in from the sheet's left and top the glass begins; null in its middle. */
  motif: z.strictObject({ leftMm: placeMmField, topMm: placeMmField }).nullable().default(null),
  seams: z.strictObject({
    allowed: z.boolean(),
    axis: z.enum(['any', 'vertical', 'horizontal']),
    /** Where somebody wants the seams: middles of the overlaps, from the left or the top of the glass. */
    atMm: z.array(placeMmField).max(60).readonly().nullable().default(null),
    /** Its seams may stand elsewhere than those of panes beside it that are alike. */
    alone: z.boolean().default(false),
  }),
});

export type Room = z.infer<typeof roomSchema>;
export type Wall = z.infer<typeof wallSchema>;
export type Pane = z.infer<typeof paneSchema>;
export type Coverage = Pane['coverage'];
export type Leading = NonNullable<Pane['leading']>;
export type GlassProbe = NonNullable<Pane['probed']>;

/** A room before anybody has said what is wanted there. */
export const NEW_ROOM: Pick<Room, 'wants'> = { wants: NO_WANTS };

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
  shade: { overhang: null, finLeft: null, finRight: null, horizon: [], trees: [] },
  plan: null,
};

/** What a new opening is until somebody says otherwise. */
export const NEW_PANE: Omit<Pane, 'wallId' | 'label' | 'order' | 'gapBeforeMm' | 'sillMm'> = {
  opening: 'fixed',
  readings: NO_READINGS,
  shape: RECTANGLE,
  glass: 'double',
  glassMm: null,
  strengths: [],
  stampSeen: false,
  frame: 'timber',
  joint: null,
  recessMm: null,
  handle: null,
  circumstances: [],
  probed: null,
  filmId: null,
  ruleSetId: null,
  coverage: { kind: 'whole' },
  printFaces: 'room',
  patternStart: null,
  leading: null,
  twinSet: null,
  cell: null,
  over: null,
  condition: [],
  fixtures: [],
  hidden: [],
  hole: null,
  fromRoll: null,
  motif: null,
  seams: { allowed: true, axis: 'vertical', atMm: null, alone: false },
};

export const surveyRecords = {
  room: recordKind({
    name: 'Room',
    schema: roomSchema,
    empty: NEW_ROOM,
    parentOf: null,
    writtenBy: WRITTEN_BY_CREW_LEADERS,
    mayBeAbsent: false,
  }),
  wall: recordKind({
    name: 'Wall',
    schema: wallSchema,
    empty: NEW_WALL,
    parentOf: ({ roomId }) => ({ kind: 'room', id: roomId }),
    writtenBy: WRITTEN_BY_CREW_LEADERS,
    mayBeAbsent: false,
  }),
  pane: recordKind({
    name: 'Pane',
    schema: paneSchema,
    empty: NEW_PANE,
    parentOf: ({ wallId }) => ({ kind: 'wall', id: wallId }),
    writtenBy: WRITTEN_BY_ALL,
    mayBeAbsent: false,
  }),
};

/** A wall as people call it: with its room, where the job has several. */
export function wallTitle({ room }: Pick<SurveyRecords, 'room'>, wall: Wall | undefined): string {
  const roomName = wall && Object.keys(room).length > 1 ? room[wall.roomId]?.name : undefined;
  return [roomName, wall?.name].filter(Boolean).join(', ');
}

/** What each wall is called among others: by its name, with its room where another has the same. */
export function wallNames(
  records: Pick<SurveyRecords, 'room'>,
  walls: readonly (Wall & { readonly id: string })[],
): ReadonlyMap<string, string> {
  const shared = (name: string) => walls.filter((wall) => wall.name === name).length > 1;
  return new Map(walls.map((wall) => [wall.id, shared(wall.name) ? wallTitle(records, wall) : wall.name]));
}

/** What the survey knows of a job. */
export type SurveyRecords = RecordsOf<typeof surveyRecords>;
export type SurveyChange = ChangeOf<typeof surveyRecords>;

export function panesOfWall(
  records: Pick<SurveyRecords, 'pane'>,
  wallId: string,
): (Pane & { readonly id: string })[] {
  return inOrder(records.pane).filter((pane) => pane.wallId === wallId);
}
