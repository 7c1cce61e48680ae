import { solverOfText, type LinearSolver } from '@neat-sill/core/cuts';
import loadHighs from 'highs';
import wasmUrl from 'highs/runtime?url';

/** HiGHS, compiled to WebAssembly; null where it can't be loaded, and plans are made without it. */
export async function loadSolver(): Promise<LinearSolver | null> {
  try {
    return solverOfText(await loadHighs({ locateFile: () => wasmUrl }));
  } catch {
    return null;
  }
}
