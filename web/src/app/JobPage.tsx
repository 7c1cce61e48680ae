import { useEffect } from 'react';
import { useParams } from 'react-router';
import { useAppDispatch, viewActions } from '../features/job/index.ts';
import { JobFrame } from '../features/stages/index.ts';
import { STAGE_MODULES } from './stages.ts';

/** A job at one of its stages; loaded when a job is first opened. */
export function Component() {
  const { jobId } = useParams();
  const dispatch = useAppDispatch();
  useEffect(() => {
    dispatch(viewActions.stagesNamed(STAGE_MODULES.map(({ id, name }) => ({ id, name }))));
  }, [dispatch]);
  return <JobFrame key={jobId} stages={STAGE_MODULES} />;
}
