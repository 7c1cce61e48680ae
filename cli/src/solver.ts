import { solverOfText, type LinearSolver } from '@neat-sill/core/cuts';
import loadHighs from 'highs';
import { say } from './files.ts';

/** HiGHS, compiled to WebAssembly. Without it plans are still made; they are not proven as near to the best. */
export async function loadSolver(): Promise<LinearSolver | null> {
  try {
    return solverOfText(await loadHighs());
  } catch (error) {
    say({
      code: 'solver.notLoaded',
      path: '',
      sentence: `The solver could not be loaded (${error instanceof Error ? error.message : 'unknown cause'}); the plan is made without it, and its bound is a weaker one.`,
    });
    return null;
  }
}
