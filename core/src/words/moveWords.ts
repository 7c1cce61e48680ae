import type { PlanFault } from '../check/index.ts';
import type { MoveProblem } from '../cuts/index.ts';
import { assertNever, formatLength, type LengthUnit } from '../units/index.ts';

/** Why a piece can't be moved there, and what would help, in one sentence. */
export function describeMoveProblem(
  problem: MoveProblem,
  unit: LengthUnit,
  describeFault: (fault: PlanFault) => string,
): string {
  const show = (mm: number) => formatLength(mm, { unit });
  switch (problem.code) {
    case 'move.gone':
      return 'That piece or pull is not in the plan any more; choose again.';
    case 'move.fixed':
      return `Pull ${problem.pullId} is cut or locked; unlock it, or choose another.`;
    case 'move.otherFilm':
      return 'That roll is of another film.';
    case 'move.noRoom':
      return problem.pullId
        ? `The piece needs ${show(problem.wantsMm)} across; pull ${problem.pullId} has ${show(Math.max(0, problem.roomMm))} left. Take another piece out of it first.`
        : `The piece needs ${show(problem.wantsMm)} across and that roll is narrower.`;
    case 'move.rollTooShort':
      return `The roll would have to be ${show(problem.lacksMm)} longer; move something off it first.`;
    case 'move.refused':
      return describeFault(problem.fault);
    default:
      return assertNever(problem);
  }
}
