import { emptyOpening, type TakeOff } from '@neat-sill/core/survey';
import { useSessionQuery } from '../../api/api.ts';
import { useAppDispatch } from './hooks.ts';
import { useJob, useUnit } from './useJob.ts';
import { viewActions } from './viewSlice.ts';

/** Who takes off what on the wall that is shown; null while there is no wall. */
export function useTakeOff(): TakeOff | null {
  const { records, rules, wall } = useJob();
  const unit = useUnit();
  const { data: session } = useSessionQuery();
  if (!wall) return null;
  const taken = { by: session?.person?.name ?? null, at: new Date().toISOString() };
  return { records, rules, wallId: wall.id, taken, unit, newId: () => crypto.randomUUID() };
}

/** Adds an opening to the wall, chooses it and puts the cursor in its first reading. */
export function useAddOpening(): () => void {
  const job = useJob();
  const takeOff = useTakeOff();
  const dispatch = useAppDispatch();
  return () => {
    if (!takeOff) return;
    const { id, changes, label } = emptyOpening(takeOff);
    job.edit(`Add opening ${label}`, changes);
    dispatch(viewActions.selected([id]));
    dispatch(viewActions.readingAsked());
  };
}
