import { z } from 'zod';
import { dayCaseSchema, dayPlanSchema, happenedSchema } from '../day/index.ts';
import { WRITTEN_BY_CREW_LEADERS, momentField, recordIdSchema, recordKind } from '../record/index.ts';

/** A room whose panes are worked in two parts: these in the second one, with its own setting up. */
const roomSplitSchema = z.strictObject({
  roomId: recordIdSchema,
  paneIds: z.array(recordIdSchema).min(1, 'A part of a room has a pane').max(5000).readonly(),
});
export type RoomSplit = z.infer<typeof roomSplitSchema>;

/** A plan of days that somebody kept: who comes, what was planned, and when it was kept. */
export const visitPlanSchema = z.strictObject({
  from: z.iso.date(),
  days: z.int().min(1).max(60),
  workers: z
    .array(z.strictObject({ id: z.string().min(1).max(64), name: z.string().max(120) }))
    .min(1, 'Somebody has to come')
    .max(50)
    .readonly(),
  day: dayCaseSchema,
  plan: dayPlanSchema,
  keptAt: momentField,
  /** What happened since, where the rest was planned anew; the case has it in it. */
  happened: happenedSchema.nullable().default(null),
  /** Tasks that somebody put where they are, and that stay there. */
  pins: z.array(z.string().min(1).max(200)).max(5000).readonly().default([]),
  /** What else it went by when it was made: when people were elsewhere, and glass too cold or too hot. */
  around: z
    .strictObject({
      busy: z
        .array(z.strictObject({ personId: z.string().max(64), from: momentField, to: momentField }))
        .max(5000)
        .readonly(),
      glassNotFit: z
        .array(
          z.strictObject({
            paneId: recordIdSchema,
            stretches: z
              .array(z.strictObject({ from: z.int(), to: z.int() }))
              .max(1000)
              .readonly(),
          }),
        )
        .max(5000)
        .readonly(),
    })
    .default({ busy: [], glassNotFit: [] }),
  splits: z.array(roomSplitSchema).max(200).readonly().default([]),
});
export type VisitPlan = z.infer<typeof visitPlanSchema>;

/** A job has one kept plan of its days, under this id. */
export const VISIT_ID = 'visit';

export const visitRecords = {
  visit: recordKind({
    name: 'Plan of the days',
    schema: visitPlanSchema,
    empty: {},
    parentOf: null,
    writtenBy: WRITTEN_BY_CREW_LEADERS,
    mayBeAbsent: true,
  }),
};
