import type { CellProblem, PaneWords } from '../survey/index.ts';
import { assertNever, type LengthUnit } from '../units/index.ts';
import { FRAME_NAMES, GLASS_NAMES, OPENING_NAMES, SIDE_NAMES } from './names.ts';
import { describeLengthProblem } from './problems.ts';

/** The words of a pane list, as files carry them. */
export const PANE_WORDS: PaneWords = {
  columns: {
    number: 'Number',
    room: 'Room',
    wall: 'Wall',
    width: 'Width',
    height: 'Height',
    count: 'How many',
    opening: 'Opening',
    glass: 'Glass',
    frame: 'Frame',
    handle: 'Handle at',
    sill: 'Sill over floor',
  },
  opening: OPENING_NAMES,
  glass: GLASS_NAMES,
  frame: FRAME_NAMES,
  side: SIDE_NAMES,
};

/** Why a cell of a list was not taken, and how to write it. */
export function describeCellProblem(problem: CellProblem, unit: LengthUnit): string {
  const column = PANE_WORDS.columns[problem.column];
  switch (problem.code) {
    case 'cell.length':
      return `${column}: ${describeLengthProblem(problem.problem, unit)}`;
    case 'cell.count':
      return `${column}: “${problem.typed}” is no count; write a whole number from 1.`;
    case 'cell.unknown':
      return `${column}: “${problem.typed}” is not known; write one of ${problem.known.slice(0, 4).join(', ')}…`;
    default:
      return assertNever(problem);
  }
}
