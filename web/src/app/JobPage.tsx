import { useEffect } from 'react';
import { Navigate, useParams } from 'react-router';
import { useAppDispatch, viewActions } from '../features/job/index.ts';
import { JobFrame } from '../features/stages/index.ts';
import { STAGE_MODULES } from './stages.ts';

/** A job at one of its stages; loaded when a job is first opened. */
export function Component() {
  const { jobId = '', stage } = useParams();
  const dispatch = useAppDispatch();
  useEffect(() => {
    dispatch(viewActions.stagesNamed(STAGE_MODULES.map(({ id, name }) => ({ id, name }))));
  }, [dispatch]);
  if (!STAGE_MODULES.some(({ id }) => id === stage)) return <Navigate to={`/jobs/${jobId}/survey`} replace />;
  return <JobFrame key={jobId} stages={STAGE_MODULES} />;
}
