import { z } from 'zod';
import { WRITTEN_BY_ALL, momentField, recordIdSchema, recordKind } from '../record/index.ts';
import { FAULT_KINDS, FITTING_STEPS } from './steps.ts';

/* The records of fitting: what was done at each pane, and what was found wrong with it. */

const fittingSchema = z.strictObject({
  ticks: z.partialRecord(z.enum(FITTING_STEPS), momentField),
  faults: z.array(
    z.strictObject({
      id: recordIdSchema,
      kind: z.enum(FAULT_KINDS),
      /** Place on the glass, as shares of its width from the left and of its height from the top, seen from inside. */
      x: z.number().min(0).max(1),
      y: z.number().min(0).max(1),
      notedAt: momentField,
      note: z.string().max(400),
    }),
  ),
  doneAt: momentField.nullable(),
});

export type Fitting = z.infer<typeof fittingSchema>;
export type PaneFault = Fitting['faults'][number];

export const NO_FITTING: Fitting = { ticks: {}, faults: [], doneAt: null };

export const fittingRecords = {
  fitting: recordKind({
    name: 'Fitting of a pane',
    schema: fittingSchema,
    empty: NO_FITTING,
    parentOf: (_fitting, paneId) => ({ kind: 'pane', id: paneId }),
    writtenBy: WRITTEN_BY_ALL,
    mayBeAbsent: false,
  }),
};
