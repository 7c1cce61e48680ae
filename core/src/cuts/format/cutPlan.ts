import { z } from 'zod';
import type { FormatReader } from '../../units/index.ts';

/** The file format `neat-sill/cut-plan` 1; lengths in mm, areas in mm² (docs/formats). */

const id = z.string().min(1).max(400);
const length = z.number();
const rollEdge = z.enum(['left', 'right']);
/** The sides of a piece as it hangs, seen from the side on which the film is hung. */
export const HUNG_SIDES = ['left', 'right', 'top', 'bottom'] as const;
export type HungSide = (typeof HUNG_SIDES)[number];
const side = z.enum(HUNG_SIDES);

export const sourceSchema = z.strictObject({
  id,
  filmId: id,
  kind: z.enum(['roll', 'offcut', 'new']),
  width: length,
  length,
});

export const pieceSchema = z.strictObject({
  id,
  paneId: id,
  copy: z.int(),
  panel: z.int(),
  panels: z.int(),
  x: length,
  y: length,
  w: length,
  l: length,
  turn: z.union([z.literal(0), z.literal(90), z.literal(180), z.literal(270)]),
  cover: z.strictObject({ left: length, top: length, width: length, height: length }),
  factoryEdge: side.nullable(),
  seamEdges: z.strictObject({
    left: rollEdge.optional(),
    right: rollEdge.optional(),
    top: rollEdge.optional(),
    bottom: rollEdge.optional(),
  }),
});

export const offcutSchema = z.strictObject({
  x: length,
  y: length,
  w: length,
  l: length,
  factoryEdges: z.array(rollEdge),
  keep: z.boolean(),
});

export const pullSchema = z.strictObject({
  id,
  sourceId: id,
  start: length,
  length,
  pieces: z.array(pieceSchema),
  offcuts: z.array(offcutSchema),
});

export const filmSummarySchema = z.strictObject({
  filmId: id,
  usedLength: length,
  usedArea: length,
  netArea: length,
  lowerBoundLength: length.nullish(),
  lowerBoundCost: length.nullish(),
  gap: z.number().nullish(),
});

export const cutPlanSchema = z.strictObject({
  format: z.literal('neat-sill/cut-plan'),
  version: z.literal(1),
  sources: z.array(sourceSchema),
  pulls: z.array(pullSchema),
  unplaced: z.array(z.strictObject({ paneId: id, copy: z.int(), reason: z.string() })),
  summary: z.strictObject({ cost: z.number().nullable(), byFilm: z.array(filmSummarySchema) }),
});

export type CutPlan = z.infer<typeof cutPlanSchema>;
export type PlanSource = z.infer<typeof sourceSchema>;
export type Pull = z.infer<typeof pullSchema>;
export type Piece = z.infer<typeof pieceSchema>;
export type PlanOffcut = z.infer<typeof offcutSchema>;
export type FilmSummary = z.infer<typeof filmSummarySchema>;
export type Turn = Piece['turn'];

export const cutPlanFormat: FormatReader<CutPlan> = {
  format: 'neat-sill/cut-plan',
  version: 1,
  schema: cutPlanSchema,
};
