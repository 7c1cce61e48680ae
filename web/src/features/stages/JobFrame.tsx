import { countOf } from '@neat-sill/core/units';
import { headerOf } from '@neat-sill/core/job';
import { standingOfJob } from '@neat-sill/core/stage';
import { Check, Circle } from 'lucide-react';
import { memo, useEffect, useRef, useState } from 'react';
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
import { useIsPhone } from '../../ui/useMedia.ts';
import { WallPanel, WallStrip } from '../wall/index.ts';
import { ActionBar } from './ActionBar.tsx';
import { useJobKeys } from './jobKeys.ts';
import { useNextAct } from './useNextAct.ts';
import { WallBesideBench } from './WallBesideBench.tsx';

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
  const current = useRef<HTMLAnchorElement>(null);
  // On a phone not all stages are in sight at once.
  useEffect(() => {
    current.current?.scrollIntoView({ inline: 'center', block: 'nearest' });
  }, [stage.id]);
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
                ref={id === stage.id ? current : undefined}
                aria-current={id === stage.id ? 'step' : undefined}
                aria-keyshortcuts={`Alt+${at + 1}`}
                className={`flex min-h-10 items-center gap-1.5 px-5 max-md:px-3 short:min-h-9 ${id === stage.id ? 'masking-tape border-b-2 border-ochre bg-ochre-tint font-bold' : 'text-quiet hover:text-ink'}`}
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
const StripBehind = memo(WallStrip);
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
  const { selected, walls } = useJob();
  const { Bench, ownKeys } = stage;
  const isPhone = useIsPhone();
  const wallOpenAt = useAppSelector((state) => state.view.wallOpenAt);
  const benchRef = useRef<HTMLElement>(null);
  // What had the focus may have gone with the stage before: whoever works by keys goes on at the bench.
  useEffect(() => {
    if (document.activeElement === document.body) benchRef.current?.focus({ preventScroll: true });
  }, [stage.id]);
  // Without a wall there is nothing to fold: it is begun where it will stand.
  const showsWall = wallOpenAt === stage.id || (walls.length === 0 && stage.id === 'survey');
  const hasOwnKeys = ownKeys === 'always' || (ownKeys === 'withOnePane' && selected.length === 1);
  const wall = (
    <DeferredJob>
      <WallBehind stage={stage} />
    </DeferredJob>
  );
  const bench = (
    <section
      aria-label="Bench"
      ref={benchRef}
      tabIndex={-1}
      className="flex min-h-0 flex-1 flex-col gap-4 overflow-y-auto bg-sheet p-4 outline-none short:py-2"
    >
      <Bench />
    </section>
  );
  return (
    <div className="flex h-full min-h-0 flex-col">
      <button
        type="button"
        className="sr-only bg-sheet px-3 py-2 font-semibold focus:not-sr-only focus:absolute focus:z-30"
        onClick={() => benchRef.current?.focus()}
      >
        Skip to the bench
      </button>
      <DeferredJob>
        <TabsBehind stages={stages} stage={stage} />
      </DeferredJob>
      <SyncBar />
      {isPhone ? (
        <div className="flex min-h-0 flex-1 flex-col">
          {walls.length > 0 && (
            <DeferredJob>
              <StripBehind stage={stage} />
            </DeferredJob>
          )}
          {showsWall ? wall : bench}
        </div>
      ) : (
        <WallBesideBench stageId={stage.id} wallShare={stage.wallShare} wall={wall} bench={bench} />
      )}
      <div className={hasOwnKeys && !showsWall ? 'max-md:hidden' : ''}>
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
