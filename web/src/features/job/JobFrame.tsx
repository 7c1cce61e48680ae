import { headerOf } from '@neat-sill/core/job';
import { Check, Circle } from 'lucide-react';
import { memo, useEffect, useState, type ReactNode } from 'react';
import { Link, useLocation, useParams } from 'react-router';
import { useShopBookQuery } from '../../api/api.ts';
import { Button } from '../../ui/Button.tsx';
import { Note } from '../../ui/Note.tsx';
import { useAppDispatch, useAppSelector } from './hooks.ts';
import { jobActions } from './jobSlice.ts';
import { useJobKeys } from './jobKeys.ts';
import { LivePlanProvider, useOptionalLivePlan } from './livePlan.tsx';
import { Settled } from './Settled.tsx';
import { Sill } from './Sill.tsx';
import { STAGES, isStage, type StageId } from './stages.ts';
import { SyncBar } from './SyncBar.tsx';
import { openJob, refreshJob } from './sync.ts';
import { LiveJobContext, OpenJobContext, useJob, useOpenJobValue } from './useJob.ts';
import { viewActions } from './viewSlice.ts';
import { WallPanel } from './WallPanel.tsx';

export type { StageId } from './stages.ts';

export function useStage(): StageId {
  const { stage } = useParams();
  return isStage(stage) ? stage : 'survey';
}

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

type StageState = 'open' | 'waiting' | 'ready';

/** How far each stage is, so that one sees what is missing before it can be trusted. */
function useStageStates(): Readonly<Partial<Record<StageId, StageState>>> {
  const job = useJob();
  const live = useOptionalLivePlan();
  const { figures } = job;
  if (figures.panes === 0) return {};
  const state = (ready: boolean, begun: boolean): StageState =>
    ready ? 'ready' : begun ? 'waiting' : 'open';
  return {
    survey: state(figures.measured === figures.panes && figures.doubts === 0, figures.measured > 0),
    film: state(figures.filmed === figures.panes, figures.filmed > 0),
    cuts: state(live?.kept?.holds ?? false, (live?.plan?.pulls.length ?? 0) > 0),
    fitting: state(figures.done === figures.panes && figures.faults === 0, figures.done > 0),
  };
}

const STATE_WORDS: Readonly<Record<StageState, string>> = {
  ready: 'ready',
  waiting: 'something is missing',
  open: '',
};

function Tape({ stage }: { stage: StageId }) {
  const { jobId, figures } = useJob();
  const states = useStageStates();
  const { doubts } = figures;
  return (
    <nav
      aria-label="Stages of the job"
      className="tape flex items-stretch justify-between border-b border-hairline bg-sheet"
    >
      <ol className="flex min-w-0 flex-1 overflow-x-auto">
        {STAGES.map(({ id, name, key }) => {
          const state = states[id] ?? 'open';
          return (
            <li key={id}>
              <Link
                to={`/jobs/${jobId}/${id}`}
                aria-current={id === stage ? 'step' : undefined}
                aria-keyshortcuts={`Alt+${key}`}
                className={`flex min-h-10 items-center gap-1.5 px-5 max-sm:px-3 ${id === stage ? 'masking-tape border-b-2 border-ochre bg-ochre-tint font-bold' : 'text-quiet hover:text-ink'}`}
              >
                {state === 'ready' && <Check size={15} className="text-edge" aria-hidden />}
                {state === 'waiting' && <Circle size={9} className="fill-ochre text-ochre" aria-hidden />}
                {name}
                {state !== 'open' && <span className="sr-only">, {STATE_WORDS[state]}</span>}
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
          {doubts === 1 ? '1 reading in doubt' : `${doubts} readings in doubt`}
        </Link>
      )}
    </nav>
  );
}

const TapeBehind = memo(Tape);
const WallBehind = memo(WallPanel);
const SillBehind = memo(Sill);

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

function OpenFrame({ stage, bench, phoneFirst }: { stage: StageId; bench: ReactNode; phoneFirst: boolean }) {
  useJobKeys();
  usePaneOfAddress();
  const { selected } = useJob();
  // On a phone one pane fills the page while it is being read.
  const onePane = phoneFirst || (stage === 'survey' && selected.length === 1);
  return (
    <div className="flex h-full min-h-0 flex-col">
      <div className={phoneFirst ? 'max-md:hidden' : ''}>
        <Settled>
          <TapeBehind stage={stage} />
        </Settled>
      </div>
      <SyncBar />
      <div className="flex min-h-0 flex-1 max-lg:flex-col max-lg:overflow-y-auto">
        <div
          className={`flex min-h-0 min-w-0 flex-1 flex-col max-lg:min-h-[420px] max-lg:flex-none ${onePane ? 'max-md:hidden' : ''}`}
        >
          <Settled>
            <WallBehind stage={stage} />
          </Settled>
        </div>
        <section
          aria-label="Bench"
          className="flex min-h-0 flex-col gap-4 overflow-y-auto border-l border-hairline bg-sheet p-4 max-lg:flex-1 max-lg:border-t max-lg:border-l-0 lg:w-[500px] lg:shrink-0"
        >
          {bench}
        </section>
      </div>
      <div className={onePane ? 'max-md:hidden' : ''}>
        <Settled>
          <SillBehind stage={stage} />
        </Settled>
      </div>
    </div>
  );
}

/** What every screen of a job has: the stages on the tape, the wall over its sill, and the bench of the stage. */
export function JobFrame({
  benches,
  phoneFirst,
}: {
  benches: Readonly<Record<StageId, ReactNode>>;
  phoneFirst: readonly StageId[];
}) {
  const { jobId = '' } = useParams();
  const stage = useStage();
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
        {loadedId === jobId && !hasHeader ? 'This job has been taken away.' : 'Opening the job'}
      </p>
    );
  return (
    <LiveJobContext value={open}>
      <OpenJobContext value={open}>
        <LivePlanProvider>
          <OpenFrame stage={stage} bench={benches[stage]} phoneFirst={phoneFirst.includes(stage)} />
        </LivePlanProvider>
      </OpenJobContext>
    </LiveJobContext>
  );
}
