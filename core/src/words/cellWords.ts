import type { CellProblem } from '../sheet/index.ts';
import { assertNever, cutText, listOf, type LengthUnit } from '../units/index.ts';
import { describeLengthProblem } from './problems.ts';

const SHOWN_OF_KNOWN = 6;
const known = (names: readonly string[]) =>
  names.length > SHOWN_OF_KNOWN
    ? `one such as ${names.slice(0, SHOWN_OF_KNOWN).join(', ')}`
    : listOf(names, 'or');

export const capital = (text: string) => text.slice(0, 1).toUpperCase() + text.slice(1);

/** Why a cell of a sheet was not taken, and what to write there. `column` is what its column is called. */
export function describeCellProblem(problem: CellProblem, column: string, unit: LengthUnit): string {
  const name = capital(column);
  switch (problem.code) {
    case 'cell.missing':
      return `${name}: nothing stands there; write it in.`;
    case 'cell.length':
      return `${name}: ${describeLengthProblem(problem.problem, unit)}`;
    case 'cell.notNumber':
      return `${name}: “${problem.typed}” is not a number; write one such as 0.42 or 42.`;
    case 'cell.outOfRange':
      return `${name}: ${problem.typed} cannot be; write a number from ${problem.from} to ${problem.to}.`;
    case 'cell.notWhole':
      return `${name}: “${problem.typed}” is not a count; write a whole number from ${problem.from} to ${problem.to}.`;
    case 'cell.notDay':
      return `${name}: “${problem.typed}” is not a day; write it as 2027-03-01.`;
    case 'cell.tooLong':
      return `${name}: “${cutText(problem.typed, 24)}…” has ${problem.typed.length} letters; ${problem.most} are kept at the most.`;
    case 'cell.notSize':
      return `${name}: “${problem.typed}” is not width x height; write it as 819 x 1120.`;
    case 'cell.notShape':
      return `${name}: “${problem.typed}” is not a shape; write one such as arch, rise 450, circle or raked.`;
    case 'cell.notOneOf':
      return `${name}: “${problem.typed}” is not known; write ${known(problem.known)}.`;
    default:
      return assertNever(problem);
  }
}
