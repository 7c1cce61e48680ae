import { useEffect } from 'react';
import { useNavigate } from 'react-router';
import { useAddOpening } from './addOpening.ts';
import { useAppDispatch } from './hooks.ts';
import { jobActions } from './jobSlice.ts';
import { STAGES } from './stages.ts';
import { useJob } from './useJob.ts';

/** A text field that was typed in has its own undo; everywhere else Ctrl+Z takes back the last change of the job. */
function isTyping(target: EventTarget | null): boolean {
  return target instanceof HTMLInputElement && target.value !== target.defaultValue;
}

/** The keys of a job: Alt+1 to 7 the stages, Alt+N a new opening, Ctrl+Z and Ctrl+Shift+Z, Ctrl+Enter the next act. */
export function useJobKeys(): void {
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const addOpening = useAddOpening();
  const { jobId } = useJob();
  useEffect(() => {
    const onKeyDown = (event: KeyboardEvent) => {
      const stage = event.altKey ? STAGES.find(({ key }) => key === event.key) : undefined;
      const key = event.key.toLowerCase();
      const control = event.ctrlKey || event.metaKey;
      if (stage) void navigate(`/jobs/${jobId}/${stage.id}`);
      else if (event.altKey && key === 'n') addOpening();
      else if (control && event.key === 'Enter')
        document.querySelector<HTMLButtonElement>('[aria-keyshortcuts="Control+Enter"]')?.click();
      else if (control && key === 'z' && !isTyping(event.target))
        dispatch(
          event.shiftKey
            ? jobActions.redone({ id: crypto.randomUUID() })
            : jobActions.undone({ id: crypto.randomUUID() }),
        );
      else if (control && key === 'y' && !isTyping(event.target))
        dispatch(jobActions.redone({ id: crypto.randomUUID() }));
      else return;
      event.preventDefault();
    };
    window.addEventListener('keydown', onKeyDown);
    return () => window.removeEventListener('keydown', onKeyDown);
  }, [dispatch, navigate, addOpening, jobId]);
}
