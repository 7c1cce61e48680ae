import { z } from 'zod';
import {
  WRITTEN_BY_CREW_LEADERS,
  momentField,
  recordKind,
  type ChangeOf,
  type RecordsOf,
} from '../record/index.ts';
import { filmSchema } from './filmSchema.ts';

/* The records of film: what the films of a job were when it was sold. */

/** A film as it was when the job was sold: its figures and prices stay what they were. */
const soldFilmSchema = z.strictObject({ film: filmSchema, soldAt: momentField });

export const filmRecords = {
  sold: recordKind({
    name: 'Film as sold',
    schema: soldFilmSchema,
    empty: {},
    parentOf: null,
    writtenBy: WRITTEN_BY_CREW_LEADERS,
    mayBeAbsent: true,
  }),
};

export type FilmRecords = RecordsOf<typeof filmRecords>;
export type FilmChange = ChangeOf<typeof filmRecords>;
