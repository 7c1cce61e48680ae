import type { ProblemAt } from '../sheet/index.ts';
import { describeCellProblem } from './cellWords.ts';

/** What the columns of a stock list are called; lengths in mm. */
export const RACK_COLUMN_NAMES = {
  name: 'roll number',
  film: 'film',
  kind: 'roll or offcut',
  widthMm: 'width (mm)',
  lengthMm: 'length (mm)',
  factoryEdges: 'factory edges',
  lot: 'lot',
  place: 'place',
} as const;
export type RackColumn = keyof typeof RACK_COLUMN_NAMES;

export type RackLineProblem = ProblemAt<RackColumn> | { readonly code: 'rack.twice'; readonly name: string };

/** Why a line of a stock list was not taken, and what to do about it. */
export function describeRackProblem(problem: RackLineProblem): string {
  return problem.code === 'rack.twice'
    ? `“${problem.name}” stands in the sheet twice; take one line out.`
    : describeCellProblem(problem, RACK_COLUMN_NAMES[problem.column], 'mm');
}
