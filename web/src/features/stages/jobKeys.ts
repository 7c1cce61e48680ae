import { useLayoutEffect } from 'react';
import { useNavigate } from 'react-router';
import { tinykeys } from 'tinykeys';
import {
  jobActions,
  useAddOpening,
  useAppDispatch,
  useJob,
  viewActions,
  type NextAct,
  type StageModule,
} from '../job/index.ts';

/** A text field that was typed in has its own undo; everywhere else Ctrl+Z takes back the last change of the job. */
function isTyping(target: EventTarget | null): boolean {
  return target instanceof HTMLInputElement && target.value !== target.defaultValue;
}

/** The keys of a job: Alt+1 to 7 the stages, Alt+N a new opening, Alt+O the other side of the wall, Ctrl+Z and Ctrl+Shift+Z, Ctrl+Enter the next act. */
export function useJobKeys(stages: readonly StageModule[], act: NextAct | null): void {
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const addOpening = useAddOpening();
  const { jobId } = useJob();
  // Before the screen is painted: a key that is pressed as soon as the wall is seen must know that wall.
  useLayoutEffect(() => {
    const doing = (run: () => void) => (event: KeyboardEvent) => {
      event.preventDefault();
      run();
    };
    const outsideFields = (run: () => void) => (event: KeyboardEvent) => {
      if (!isTyping(event.target)) doing(run)(event);
    };
    const undo = outsideFields(() => dispatch(jobActions.undone({ id: crypto.randomUUID() })));
    const redo = outsideFields(() => dispatch(jobActions.redone({ id: crypto.randomUUID() })));
    const toStages = stages.map(({ id }, at) => [
      `Alt+${at + 1}`,
      doing(() => void navigate(`/jobs/${jobId}/${id}`)),
    ]);
    return tinykeys(window, {
      ...Object.fromEntries(toStages),
      'Alt+n': doing(addOpening),
      'Alt+o': doing(() => dispatch(viewActions.sideTurned())),
      // tinykeys looks at neither case nor layout: one binding a key, or it acts twice.
      '$mod+Enter': doing(() => act?.run()),
      '$mod+z': undo,
      '$mod+Shift+z': redo,
      '$mod+y': redo,
    });
  }, [dispatch, navigate, addOpening, jobId, stages, act]);
}
