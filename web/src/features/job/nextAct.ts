import { PLAN_ID } from '@neat-sill/core/cuts';
import { patchRecord } from '@neat-sill/core/record';
import { sizesOf } from '@neat-sill/core/job';
import { nextReadingPlace } from '@neat-sill/core/survey';
import { READING_NAMES } from '@neat-sill/core/words';
import { useNavigate } from 'react-router';
import { countOf } from '../../ui/format.ts';
import { useAddOpening } from './addOpening.ts';
import { useAppDispatch } from './hooks.ts';
import { useKeepPlan } from './keepPlan.ts';
import { useOptionalLivePlan } from './livePlan.tsx';
import type { StageId } from './stages.ts';
import { useJob } from './useJob.ts';
import { viewActions } from './viewSlice.ts';

/** The one next thing to do, as the sill offers it. */
export interface NextAct {
  readonly name: string;
  readonly detail: string;
  readonly run: () => void;
}

export function useNextAct(stage: StageId): NextAct | null {
  const job = useJob();
  const live = useOptionalLivePlan();
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const addOpening = useAddOpening();
  const keepPlan = useKeepPlan();
  const go = (to: StageId) => void navigate(`/jobs/${job.jobId}/${to}`);
  const show = (paneId: string) => {
    const pane = job.records.pane[paneId];
    if (pane && pane.wallId !== job.wall?.id) dispatch(viewActions.wallShown(pane.wallId));
    dispatch(viewActions.selected([paneId]));
  };

  const survey = (): NextAct | null => {
    if (!job.wall) return null;
    if (job.wallPanes.length === 0)
      return { name: 'Add an opening', detail: `on ${job.wall.name}`, run: addOpening };
    const doubtful = job.allPanes.find((pane) => job.doubts.has(pane.id));
    const unread = job.allPanes.find((pane) => nextReadingPlace(pane.readings, pane.shape) !== null);
    const place = unread && nextReadingPlace(unread.readings, unread.shape);
    if (unread && place)
      return {
        name: `Measure pane ${unread.label}`,
        detail: READING_NAMES[place].toLowerCase(),
        run: () => {
          show(unread.id);
          dispatch(viewActions.readingAsked());
        },
      };
    if (doubtful)
      return {
        name: `Look at pane ${doubtful.label}`,
        detail: 'a reading is in doubt',
        run: () => show(doubtful.id),
      };
    return {
      name: 'Choose films',
      detail: `${countOf(job.allPanes.length, 'pane')} measured`,
      run: () => go('film'),
    };
  };
  const film = (): NextAct | null => {
    const bare = job.allPanes.filter((pane) => pane.filmId === null);
    const [first] = bare;
    if (!first) return { name: 'See the cuts', detail: 'every pane has a film', run: () => go('cuts') };
    return {
      name: `Film for pane ${first.label}`,
      detail: `${countOf(bare.length, 'pane')} without`,
      run: () => show(first.id),
    };
  };
  const cuts = (): NextAct | null => {
    if (!live?.plan || live.plan.pulls.length === 0)
      return { name: 'Choose films', detail: 'nothing to cut yet', run: () => go('film') };
    const kept = live.kept?.holds ? live.kept.kept : null;
    if (!kept)
      return live.state.kind === 'ready'
        ? { name: 'Keep this plan', detail: countOf(live.plan.pulls.length, 'pull'), run: keepPlan }
        : null;
    const next = kept.plan.pulls.find(({ id }) => !kept.cutPullIds.includes(id));
    if (!next) return { name: 'Go fitting', detail: 'all pulls are cut', run: () => go('fitting') };
    return {
      name: `Pull ${next.id} is cut`,
      detail: `${countOf(next.pieces.length, 'piece')}`,
      run: () =>
        job.edit(`Pull ${next.id} is cut`, [
          patchRecord(job.records, 'plan', PLAN_ID, { cutPullIds: [...kept.cutPullIds, next.id] }),
        ]),
    };
  };
  const fitting = (): NextAct | null => {
    const open = job.allPanes.filter(
      (pane) => pane.filmId !== null && sizesOf(pane, job.rules) && !job.records.fitting[pane.id]?.doneAt,
    );
    const [first] = open;
    if (!first) return { name: 'Hand over', detail: 'no pane left to fit', run: () => go('handover') };
    if (job.selected[0]?.id === first.id) return null;
    return {
      name: `Fit pane ${first.label}`,
      detail: `${countOf(open.length, 'pane')} left`,
      run: () => show(first.id),
    };
  };

  switch (stage) {
    case 'survey':
      return survey();
    case 'film':
      return film();
    case 'cuts':
    case 'price':
      return cuts();
    case 'day':
      return { name: 'Go fitting', detail: 'pane by pane', run: () => go('fitting') };
    case 'fitting':
      return fitting();
    case 'handover':
      return null;
  }
}
