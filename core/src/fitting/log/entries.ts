import { z } from 'zod';
import { WRITTEN_BY_ALL, momentField, recordIdSchema, recordKind } from '../../record/index.ts';
import { SIDES } from '../../survey/index.ts';
import { BEADS } from '../plan/beads.ts';
import { HANGS } from '../plan/hangs.ts';
import { FAULT_KINDS } from '../faults/kinds.ts';

/*
 * The log of fitting: what somebody did or found, as one entry each, never changed and never taken away. What stands at a
 * pane follows from its entries, so that two phones that were cut off put theirs together without losing one.
 */

const share = z.number().min(0).max(1);
const personName = z.string().trim().min(1, 'A name is wanted').max(120);
const note = z.string().max(400);

/** A step of a pane's plan: its code, with the panel where it is done a panel (`hang.2`). */
export const stepKeySchema = z.string().regex(/^[a-zA-Z]{1,30}(\.\d{1,2})?$/, 'A step is named by its code');

/** What can become of a fault. */
export const FAULT_STATES = ['open', 'watched', 'mended', 'replaced', 'accepted'] as const;
export type FaultStanding = (typeof FAULT_STATES)[number];

const meterSchema = { light: share, heat: share.nullable(), uv: share.nullable() };

const saysSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('steps'), steps: z.array(stepKeySchema).min(1).max(200).readonly() }),
  /** One face of a grid of blocks, counted row by row from the top left. */
  z.strictObject({ kind: z.literal('block'), number: z.int().min(0).max(10_000) }),
  z.strictObject({
    kind: z.literal('done'),
    /** Whether its times tell how long such a pane takes: not where steps were ticked afterwards. */
    timesCount: z.boolean(),
    /** Faults that were open then, and who takes the pane with them. */
    openFaults: z.array(recordIdSchema).max(100).readonly(),
    takenBy: personName.nullable(),
  }),
  /** Another entry was a mistake: it counts as if it had never been made. */
  z.strictObject({ kind: z.literal('takenBack'), entryId: recordIdSchema }),
  /** A step that was ticked late, with when it was really done. */
  z.strictObject({ kind: z.literal('doneAt'), step: stepKeySchema, doneAt: momentField }),
  z.strictObject({ kind: z.literal('paused') }),
  z.strictObject({ kind: z.literal('resumed') }),
  z.strictObject({
    kind: z.literal('fault'),
    faultId: recordIdSchema,
    fault: z.enum(FAULT_KINDS),
    /** Place on the glass, as shares of its width from the left and of its height from the top, seen from inside. */
    x: share,
    y: share,
    sizeMm: z.number().min(0).max(5000).nullable(),
    pictureId: z.uuid().nullable(),
    note,
  }),
  z.strictObject({
    kind: z.literal('faultIs'),
    faultId: recordIdSchema,
    standing: z.enum(FAULT_STATES),
    how: note,
    /** Who mended it, or accepts it as it is. */
    by: personName,
    /** Looked at again on this day. */
    until: z.iso.date().nullable(),
  }),
  /** The pane was looked at again, and what was found. */
  z.strictObject({ kind: z.literal('look'), found: z.enum(['clean', 'fault']) }),
  /** What the blade said of tempered glass. */
  z.strictObject({ kind: z.literal('listened'), fusedParticles: z.boolean() }),
  /** A piece was tried dry: on which sides it binds, and of which panel. */
  z.strictObject({
    kind: z.literal('triedDry'),
    panel: z.int().min(1).max(99).nullable(),
    bindsAt: z.array(z.enum(SIDES)).max(4).readonly(),
  }),
  /** Film is anchored to the frame by a bead on these sides; null where it is not. */
  z.strictObject({
    kind: z.literal('anchor'),
    anchor: z.strictObject({ bead: z.enum(BEADS), sides: z.array(z.enum(SIDES)).min(1).max(4) }).nullable(),
  }),
  z.strictObject({
    kind: z.literal('conditions'),
    glassC: z.number().min(-60).max(100),
    airC: z.number().min(-60).max(60),
    directSun: z.boolean(),
  }),
  /** Somebody goes on although the plan refuses, by name. */
  z.strictObject({
    kind: z.literal('takenOn'),
    refusals: z.array(z.string().max(60)).min(1).max(20).readonly(),
    by: personName,
  }),
  /** Another way of hanging than the plan's. */
  z.strictObject({ kind: z.literal('way'), hang: z.enum(HANGS).nullable() }),
  z.strictObject({ kind: z.literal('meter'), when: z.enum(['before', 'after']), ...meterSchema }),
  z.strictObject({ kind: z.literal('picture'), when: z.enum(['before', 'after']), pictureId: z.uuid() }),
  z.strictObject({ kind: z.literal('lot'), lot: z.string().trim().min(1).max(60) }),
  /** An item of the kit was loaded, or taken off again. */
  z.strictObject({ kind: z.literal('loaded'), item: z.string().min(1).max(60), loaded: z.boolean() }),
  /** What was used up at the glass and taken off the rack. */
  z.strictObject({
    kind: z.literal('tookOffRack'),
    taken: z
      .array(z.strictObject({ name: z.string().max(60), amount: z.number().min(0).max(1e6) }))
      .max(100)
      .readonly(),
  }),
  /** A signature, as its strokes: points in shares of the field's width. */
  z.strictObject({
    kind: z.literal('signed'),
    sheet: z.enum(['condition', 'handover']),
    name: personName,
    strokes: z
      .array(z.array(z.tuple([z.number().min(0).max(1), z.number().min(0).max(1)])).max(2000))
      .min(1, 'A signature has at least one stroke')
      .max(200)
      .readonly(),
  }),
]);

export const logEntrySchema = z.strictObject({
  /** Null for what concerns the whole job. */
  paneId: recordIdSchema.nullable(),
  at: momentField,
  by: z.strictObject({ id: z.string().max(64), name: z.string().max(120) }).nullable(),
  says: saysSchema,
});

export type LogEntry = z.infer<typeof logEntrySchema>;
export type LogSays = LogEntry['says'];
export type Doer = LogEntry['by'];
/** The log of a job by the entries' ids. */
export type FittingLog = Readonly<Record<string, LogEntry>>;

export const logRecords = {
  fittingEntry: recordKind({
    name: 'Entry of the fitting log',
    schema: logEntrySchema,
    empty: {},
    // The log outlives what it tells of.
    parentOf: null,
    writtenBy: WRITTEN_BY_ALL,
    mayBeAbsent: true,
    takenBack: (entryId: string, { paneId, at, by }: LogEntry): LogEntry => ({
      paneId,
      at,
      by,
      says: { kind: 'takenBack', entryId },
    }),
  }),
};
