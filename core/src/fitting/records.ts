import { z } from 'zod';
import { WRITTEN_BY_ALL, momentField, recordIdSchema, recordKind } from '../record/index.ts';
import { FAULT_KINDS } from './faults/kinds.ts';
import { logRecords } from './log/entries.ts';
import type { StepCode } from './plan/steps.ts';

/*
 * What was noted at a pane before there was a log of fitting. It is read as the log's beginning; older pages and files
 * still bring it.
 */

/** The steps there were then, with those of today that each of them was. */
export const EARLIER_STEPS = {
  prepare: ['protect', 'recordCondition', 'mix', 'removeOldFilm'],
  clean: ['listen', 'scrape', 'scrub', 'wipeFrame', 'testFit', 'rinse'],
  wet: ['wetGlass'],
  linerOff: ['partLiner', 'wetAdhesive'],
  hang: ['hang', 'square'],
  anchor: ['wetFace', 'anchorStroke'],
  squeegee: ['squeegeeFirst', 'hardRoll', 'comeBack'],
  reliefCuts: ['reliefCut', 'dryBeforeTrim'],
  trim: ['trim', 'seamCut', 'seamClose', 'seamButt'],
  wick: ['squeegeeSecond', 'wick', 'washFace', 'drySill'],
  inspect: ['lookAgain', 'inspect', 'brief', 'sealEdge'],
} as const satisfies Readonly<Record<string, readonly StepCode[]>>;
type EarlierStep = keyof typeof EARLIER_STEPS;

const earlierFittingSchema = z.strictObject({
  ticks: z.partialRecord(z.enum(Object.keys(EARLIER_STEPS) as [EarlierStep, ...EarlierStep[]]), momentField),
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

export type EarlierFitting = z.infer<typeof earlierFittingSchema>;

export const NO_EARLIER_FITTING: EarlierFitting = { ticks: {}, faults: [], doneAt: null };

export const fittingRecords = {
  fitting: recordKind({
    name: 'Fitting of a pane',
    schema: earlierFittingSchema,
    empty: NO_EARLIER_FITTING,
    parentOf: (_fitting, paneId) => ({ kind: 'pane', id: paneId }),
    writtenBy: WRITTEN_BY_ALL,
    mayBeAbsent: false,
  }),
  ...logRecords,
};
