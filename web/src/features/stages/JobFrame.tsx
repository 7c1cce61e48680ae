import { countOf } from '@neat-sill/core/units';
import { headerOf } from '@neat-sill/core/job';
import { standingOfJob } from '@neat-sill/core/stage';
import { Check, Circle } from 'lucide-react';
import { memo, useEffect, useState } from 'react';
import { Link, useLocation, useParams } from 'react-router';
import { useShopBookQuery } from '../../api/api.ts';
import { Button } from '../../ui/Button.tsx';
import { Note } from '../../ui/Note.tsx';
import {
  LiveJobContext,
  LivePlanProvider,
  OpenJobContext,
  DeferredJob,
  LiveJob,
  type NextAct,
  SyncBar,
  jobActions,
  openJob,
  refreshJob,
  useAppDispatch,
  useAppSelector,
  useJob,
  useOpenJobValue,
  viewActions,
  type StageModule,
} from '../job/index.ts';
import { WallPanel } from '../wall/index.ts';
import { ActionBar } from './ActionBar.tsx';
import { useJobKeys } from './jobKeys.ts';
import { useNextAct } from './useNextAct.ts';

/** Opens a job and keeps it fresh: on coming back to the page others' changes are looked for. */
function useOpening(jobId: string) {
  const dispatch = useAppDispatch();
  const [problem, setProblem] = useState<string | null>(null);
  const [tries, setTries] = useState(0);
  useEffect(() => {
    let stale = false;
    void openJob(jobId, dispatch).then((result) => {
      if (!stale) setProblem(result?.problem ?? null);
    });
    const onFocus = () => void refreshJob(jobId, dispatch);
    window.addEventListener('focus', onFocus);
    return () => {
      stale = true;
      window.removeEventListener('focus', onFocus);
      dispatch(jobActions.closed());
      dispatch(viewActions.reset());
    };
  }, [jobId, dispatch, tries]);
  return { problem, retry: () => setTries(tries + 1) };
}

const STANDING_WORDS = { done: 'ready', begun: 'something is missing', open: '' } as const;

/** The stages on the tape, each with how far the job is there, so that one sees what is missing before it can be trusted. */
function StageTabs({ stages, stage }: { stages: readonly StageModule[]; stage: StageModule }) {
  const { jobId, derived } = useJob();
  const doubts = derived.panes.reduce((sum, pane) => sum + pane.doubts.length + (pane.glassDoubt ? 1 : 0), 0);
  return (
    <nav
      aria-label="Stages of the job"
      className="tape flex items-stretch justify-between border-b border-hairline bg-sheet"
    >
      <ol className="flex min-w-0 flex-1 overflow-x-auto">
        {stages.map(({ id, name, rules }, at) => {
          const standing = standingOfJob(rules, derived);
          return (
            <li key={id}>
              <Link
                to={`/jobs/${jobId}/${id}`}
                aria-current={id === stage.id ? 'step' : undefined}
                aria-keyshortcuts={`Alt+${at + 1}`}
                className={`flex min-h-10 items-center gap-1.5 px-5 max-sm:px-3 ${id === stage.id ? 'masking-tape border-b-2 border-ochre bg-ochre-tint font-bold' : 'text-quiet hover:text-ink'}`}
              >
                {standing === 'done' && <Check size={15} className="text-edge" aria-hidden />}
                {standing === 'begun' && <Circle size={9} className="fill-ochre text-ochre" aria-hidden />}
                {name}
                {standing !== 'open' && <span className="sr-only">, {STANDING_WORDS[standing]}</span>}
              </Link>
            </li>
          );
        })}
      </ol>
      {doubts > 0 && (
        <Link
          to={`/jobs/${jobId}/survey`}
          className="self-center px-4 text-sm font-bold whitespace-nowrap text-ochre-text max-md:hidden"
        >
          {countOf(doubts, 'reading')} in doubt
        </Link>
      )}
    </nav>
  );
}

const TabsBehind = memo(StageTabs);
const WallBehind = memo(WallPanel);
const ActionsBehind = memo(ActionBar);

/** A code on a label names its pane in the address: the wall and the pane are chosen when the job opens. */
function usePaneOfAddress() {
  const { search } = useLocation();
  const { records } = useJob();
  const dispatch = useAppDispatch();
  const paneId = new URLSearchParams(search).get('pane');
  const wallId = paneId === null ? undefined : records.pane[paneId]?.wallId;
  useEffect(() => {
    if (paneId === null || wallId === undefined) return;
    dispatch(viewActions.wallShown(wallId));
    dispatch(viewActions.selected([paneId]));
  }, [paneId, wallId, dispatch]);
}

/** Keys know the job as it is, whatever of it is drawn yet: one pressed as soon as the first wall stands there adds to it. */
function Keys({ stages, act }: { stages: readonly StageModule[]; act: NextAct | null }) {
  useJobKeys(stages, act);
  return null;
}

/** The next act follows a moment behind the keys, like all that is drawn around the bench. */
function ActionsAndKeys({ stages, stage }: { stages: readonly StageModule[]; stage: StageModule }) {
  const act = useNextAct(stage);
  return (
    <>
      <LiveJob>
        <Keys stages={stages} act={act} />
      </LiveJob>
      <ActionsBehind stages={stages} act={act} />
    </>
  );
}

function OpenFrame({ stages, stage }: { stages: readonly StageModule[]; stage: StageModule }) {
  usePaneOfAddress();
  const { selected } = useJob();
  const { Bench, fillsPhone } = stage;
  const phoneFirst = fillsPhone === 'always';
  // On a phone one pane fills the page while it is being read.
  const onePane = phoneFirst || (fillsPhone === 'withOnePane' && selected.length === 1);
  return (
    <div className="flex h-full min-h-0 flex-col">
      <div className={phoneFirst ? 'max-md:hidden' : ''}>
        <DeferredJob>
          <TabsBehind stages={stages} stage={stage} />
        </DeferredJob>
      </div>
      <SyncBar />
      <div className="flex min-h-0 flex-1 max-lg:flex-col max-lg:overflow-y-auto">
        <div
          className={`flex min-h-0 min-w-0 flex-1 flex-col max-lg:min-h-[420px] max-lg:flex-none ${onePane ? 'max-md:hidden' : ''}`}
        >
          <DeferredJob>
            <WallBehind stage={stage} />
          </DeferredJob>
        </div>
        <section
          aria-label="Bench"
          className="flex min-h-0 flex-col gap-4 overflow-y-auto border-l border-hairline bg-sheet p-4 max-lg:flex-1 max-lg:border-t max-lg:border-l-0 lg:w-[500px] lg:shrink-0"
        >
          <Bench />
        </section>
      </div>
      <div className={onePane ? 'max-md:hidden' : ''}>
        <DeferredJob>
          <ActionsAndKeys stages={stages} stage={stage} />
        </DeferredJob>
      </div>
    </div>
  );
}

/** What every screen of a job has: the stages on the tape, the wall over its sill, and the bench of the stage. */
export function JobFrame({ stages }: { stages: readonly [StageModule, ...StageModule[]] }) {
  const { jobId = '', stage: asked } = useParams();
  const stage = stages.find(({ id }) => id === asked) ?? stages[0];
  const { problem, retry } = useOpening(jobId);
  const { isError, refetch } = useShopBookQuery();
  const loadedId = useAppSelector((state) => state.job.jobId);
  const hasHeader = useAppSelector((state) => headerOf(state.job.records) !== null);
  const open = useOpenJobValue();
  if (problem || isError)
    return (
      <div className="m-6 flex max-w-xl flex-col gap-4">
        <Note tone="no" role="alert">
          {problem ?? 'The films and house rules of the shop can’t be read just now.'}
        </Note>
        <div className="flex gap-3">
          <Button
            onClick={() => {
              retry();
              void refetch();
            }}
          >
            Try again
          </Button>
          <Link to="/jobs" className="self-center underline">
            All jobs
          </Link>
        </div>
      </div>
    );
  if (loadedId !== jobId || !open)
    return (
      <p className="p-6 text-quiet" role="status">
        {loadedId === jobId && !hasHeader ? 'This job has been removed.' : 'Opening the job'}
      </p>
    );
  return (
    <LiveJobContext value={open}>
      <OpenJobContext value={open}>
        <LivePlanProvider>
          <OpenFrame stages={stages} stage={stage} />
        </LivePlanProvider>
      </OpenJobContext>
    </LiveJobContext>
  );
}
