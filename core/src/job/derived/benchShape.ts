import { shapeOnBench, type ShapeOnBench } from '../../cuts/index.ts';
import type { DerivedPane } from './job.ts';

/** A pane that is no rectangle and is cut to size on the bench, as it is laid out there; null for any other. */
export function benchShapeOf({ record, rules, planned }: DerivedPane, everyMm: number): ShapeOnBench | null {
  const { school, benchClearanceMm } = rules.cutting;
  if (!planned || school !== 'benchCut' || record.coverage.kind !== 'whole') return null;
  return shapeOnBench(record, benchClearanceMm, everyMm);
}
