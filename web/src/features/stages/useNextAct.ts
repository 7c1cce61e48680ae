import { PLAN_ID } from '@neat-sill/core/cuts';
import { patchRecord } from '@neat-sill/core/record';
import { useNavigate } from 'react-router';
import {
  useAddOpening,
  useAppDispatch,
  useJob,
  useKeepPlan,
  useOptionalLivePlan,
  viewActions,
  type NextAct,
  type StageModule,
} from '../job/index.ts';

/** The one next thing to do at a stage, with what it does. */
export function useNextAct(stage: StageModule): NextAct | null {
  const job = useJob();
  const live = useOptionalLivePlan();
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const addOpening = useAddOpening();
  const keepPlan = useKeepPlan();
  const show = (paneId: string) => {
    const pane = job.records.pane[paneId];
    if (pane && pane.wallId !== job.wall?.id) dispatch(viewActions.wallShown(pane.wallId));
    dispatch(viewActions.selected([paneId]));
  };
  const hasPlan = live?.state.kind === 'ready' && live.state.plan.pulls.length > 0;
  return stage.next(job, {
    goTo: (to) => void navigate(`/jobs/${job.jobId}/${to}`),
    show,
    addOpening,
    measure: (paneId) => {
      show(paneId);
      dispatch(viewActions.readingAsked());
    },
    keepPlan: hasPlan ? keepPlan : null,
    tickPull: (pullId) => {
      const cut = job.records.plan[PLAN_ID]?.cutPullIds ?? [];
      job.edit(`Pull ${pullId} is cut`, [
        patchRecord(job.records, 'plan', PLAN_ID, { cutPullIds: [...cut, pullId] }),
      ]);
    },
  });
}
