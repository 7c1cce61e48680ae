import { z } from 'zod';
import { formatBareLength, type FormatReader, type LengthUnit } from '../../units/index.ts';
import { ALL_PLACES, NO_READINGS, OPENING_KINDS, readingOf, type Readings } from '../pane.ts';
import { RECTANGLE } from '../shape.ts';
import { surveyDoubts } from './doubts.ts';
import { DOUBT_CODES, type Doubt, type SurveyedPane } from './surveyed.ts';

/** The file formats `neat-sill/doubts-case` 1 and `neat-sill/doubts-result` 1 (docs/formats). */

const lengthMm = z.number('A length is a number of mm').positive('Must be above 0').max(100_000);
const toleranceMm = z.number().min(0, 'Must be 0 or more').max(1000);
const sizeSchema = z.strictObject({ widthMm: lengthMm, heightMm: lengthMm }).nullable().default(null);
const id = z.string().min(1, 'Must not be empty').max(200);

const paneSchema = z.strictObject({
  id,
  wallId: id,
  /** What the tape was marked in; readings are in mm either way. */
  unit: z.enum(['mm', 'in']).default('mm'),
  opening: z.enum(OPENING_KINDS).default('fixed'),
  readings: z.partialRecord(
    z.enum(ALL_PLACES),
    z.array(lengthMm).min(1, 'A place that was read has one length at least').max(20),
  ),
  twinSet: z.string().max(200).nullable().default(null),
  sillMm: z.number().min(0).max(100_000).default(0),
  wall: sizeSchema,
  frameOpening: sizeSchema,
});

export const doubtsCaseSchema = z
  .strictObject({
    format: z.literal('neat-sill/doubts-case'),
    version: z.literal(1),
    id: z.string().max(200),
    rules: z
      .strictObject({
        sisterToleranceMm: toleranceMm.default(4),
        agreementMm: toleranceMm.default(2),
        twinToleranceMm: toleranceMm.default(4),
      })
      .prefault({}),
    panes: z.array(paneSchema).max(5000, 'At most 5000 panes'),
  })
  .check(({ value: { panes }, issues }) => {
    const seen = new Set<string>();
    panes.forEach((pane, at) => {
      if (seen.has(pane.id))
        issues.push({
          code: 'custom',
          input: pane.id,
          path: ['panes', at, 'id'],
          message: `There are two panes “${pane.id}”; give each an id of its own`,
        });
      seen.add(pane.id);
    });
  });
export type DoubtsCase = z.infer<typeof doubtsCaseSchema>;

export const doubtsResultSchema = z.strictObject({
  format: z.literal('neat-sill/doubts-result'),
  version: z.literal(1),
  id: z.string(),
  /** What the readings of this house scatter by, one standard deviation. */
  unevenMm: z.strictObject({ sisters: z.number(), twins: z.number(), diagonals: z.number() }),
  doubts: z.array(
    z.strictObject({
      paneId: z.string(),
      place: z.enum(ALL_PLACES),
      code: z.enum(DOUBT_CODES),
      /** The likeliest true value; null where none can be named. */
      likelyMm: z.number().nullable(),
      says: z.string(),
    }),
  ),
});
export type DoubtsResult = z.infer<typeof doubtsResultSchema>;

export const doubtsCaseFormat: FormatReader<DoubtsCase> = {
  format: 'neat-sill/doubts-case',
  version: 1,
  schema: doubtsCaseSchema,
};

type PaneOfCase = DoubtsCase['panes'][number];

function readingsOf({ readings, unit }: PaneOfCase): Readings {
  const typed = (mm: number) => formatBareLength(mm, { unit, denominator: 16 });
  return {
    ...NO_READINGS,
    ...Object.fromEntries(
      ALL_PLACES.flatMap((place) => {
        const [first, ...again] = readings[place] ?? [];
        if (first === undefined) return [];
        const taken = { by: null, at: null, how: 'tape' as const };
        const repeats = again.map((mm) => ({ ...taken, mm, typed: typed(mm) }));
        return [[place, { ...readingOf(first, typed(first)), again: repeats }]];
      }),
    ),
  };
}

const surveyedOf = (pane: PaneOfCase): SurveyedPane => ({
  id: pane.id,
  wallId: pane.wallId,
  opening: pane.opening,
  readings: readingsOf(pane),
  shape: RECTANGLE,
  twinSet: pane.twinSet,
  sillMm: pane.sillMm,
  wall: pane.wall,
  hole: pane.frameOpening,
  gridLeaves: null,
});

/** Which readings of a case are asked about, and what its house is uneven by. `says` tells a doubt in the pane's own unit. */
export function doubtsResult(
  asked: DoubtsCase,
  says: (doubt: Doubt, unit: LengthUnit) => string,
): DoubtsResult {
  const { house, doubts } = surveyDoubts(asked.panes.map(surveyedOf), asked.rules);
  const unitOf = new Map(asked.panes.map((pane) => [pane.id, pane.unit]));
  return {
    format: 'neat-sill/doubts-result',
    version: 1,
    id: asked.id,
    unevenMm: { ...house },
    doubts: doubts.map((doubt) => ({
      paneId: doubt.paneId,
      place: doubt.place,
      code: doubt.code,
      likelyMm: doubt.likelyMm,
      says: says(doubt, unitOf.get(doubt.paneId) ?? 'mm'),
    })),
  };
}
