import { betterPlan, type CutPlan, type PlanJob } from '@neat-sill/core/cuts';
import { sameData } from '@neat-sill/core/record';
import type { PlanFault } from '@neat-sill/core/check';
import type { LeftOut, PlanStanding } from '@neat-sill/core/job';
import {
  createContext,
  useContext,
  useDeferredValue,
  useEffect,
  useMemo,
  useRef,
  useState,
  type ReactNode,
} from 'react';
import type { PlanMessage, PlanOrder } from '../../workers/plan.worker.ts';
import { useOpenJob } from './useJob.ts';
import { useServerPlanning, type ServerPlanning } from './useServerPlanning.ts';

export type PlanState =
  | { readonly kind: 'none' }
  | { readonly kind: 'planning'; readonly plan: CutPlan | null }
  | { readonly kind: 'ready'; readonly plan: CutPlan; readonly solver: boolean }
  | { readonly kind: 'wrong'; readonly faults: readonly PlanFault[] };

export interface LivePlan {
  readonly job: PlanJob;
  readonly leftOut: readonly LeftOut[];
  readonly state: PlanState;
  readonly plan: CutPlan | null;
  /** The plan somebody kept, and whether it still fits the job. */
  readonly kept: PlanStanding;
  readonly stop: () => void;
  /** Looks for a better plan for longer. */
  readonly further: () => void;
  /** What no plan of the job can count less than, by film, as far as it is proven. */
  readonly least: Readonly<Record<string, number>>;
  /** Planning that was handed to the server. */
  readonly server: ServerPlanning;
}

/** Somebody wants a better plan than the one in hand looked for: of which job, and how often by now. */
interface AskedLonger {
  readonly job: PlanJob | null;
  readonly times: number;
}

/** A plan that was found for a job as it was once: undone, the job has it again, and never a worse one. */
interface FoundPlan {
  readonly job: PlanJob;
  readonly plan: CutPlan;
}
const MOST_FOUND = 8;

const withFound = (before: readonly FoundPlan[], now: FoundPlan): readonly FoundPlan[] => [
  now,
  ...before.filter(({ job }) => job !== now.job && !sameData(job, now.job)).slice(0, MOST_FOUND - 1),
];

const Context = createContext<LivePlan | null>(null);

/** How long a plan is looked for as the job changes: longer where there is more to lay, and where seams have to be placed. */
export function searchMs({ panes }: PlanJob): number {
  const pieces = panes.reduce((sum, { count }) => sum + count, 0);
  if (pieces > 80) return 8_000;
  // What stands about a pane is given with those that are divided only.
  return panes.some(({ seams }) => seams.about !== undefined) ? 5_000 : 2_500;
}
/** How much longer when somebody asks for it. */
const FURTHER_MS = 30_000;
const WAIT_MS = 120;
/** How long may be proven what no plan beats, of a plan that is kept. */
const PROVE_MS = 1_500;
const NO_PLAN: PlanStanding = { kind: 'none' };
const NOTHING_PROVEN = { job: null, byFilm: {} };

/** Keeps a job's planning input the same object while its content is the same, so that planning is not restarted. */
function useStable<Value>(value: Value): Value {
  const [stable, setStable] = useState(value);
  if (sameData(stable, value)) return stable;
  setStable(value);
  return value;
}

function startPlanning(order: PlanOrder, onMessage: (message: PlanMessage) => void): () => void {
  const worker = new Worker(new URL('../../workers/plan.worker.ts', import.meta.url), { type: 'module' });
  worker.onmessage = ({ data }: MessageEvent<PlanMessage>) => onMessage(data);
  worker.postMessage(order);
  return () => worker.terminate();
}

/** Plans the open job in a worker as it changes, and hands the plan to whoever shows it. */
export function LivePlanProvider({ children }: { children: ReactNode }) {
  // The plan follows a moment behind, so that typing never waits for it.
  const open = useDeferredValue(useOpenJob());
  const input = open?.derived.plan ?? null;
  const job = useStable(input?.job ?? null);
  const kept = open?.derived.kept ?? NO_PLAN;
  const keptHolds = kept.kind === 'holds' ? kept.kept.plan : null;
  const [state, setState] = useState<PlanState>({ kind: 'none' });
  const [asked, setAsked] = useState<AskedLonger>({ job: null, times: 0 });
  const end = useRef<() => void>(() => undefined);
  const found = useRef<readonly FoundPlan[]>([]);
  const [proven, setLeast] = useState<{ job: PlanJob | null; byFilm: LivePlan['least'] }>(NOTHING_PROVEN);

  useEffect(() => {
    if (!job || job.panes.length === 0 || keptHolds) return;
    let plan: CutPlan | null = null;
    const inHand = found.current.find((each) => sameData(each.job, job))?.plan ?? null;
    const longer = asked.job === job ? asked.times : 0;
    const milliseconds = longer > 0 ? FURTHER_MS : searchMs(job);
    const timer = setTimeout(() => {
      setState({ kind: 'planning', plan: inHand });
      end.current = startPlanning({ job, milliseconds, longer, inHand }, (message) => {
        if (message.kind === 'least') setLeast({ job, byFilm: message.byFilm });
        else if (message.kind === 'wrong') setState(message);
        else {
          plan = message.plan;
          found.current = withFound(found.current, { job, plan });
          setState(
            message.kind === 'finished'
              ? { kind: 'ready', plan, solver: message.solver }
              : { kind: 'planning', plan },
          );
        }
      });
    }, WAIT_MS);
    return () => {
      clearTimeout(timer);
      end.current();
    };
  }, [job, keptHolds, asked]);

  const knownLeast = proven.job === job;
  useEffect(() => {
    if (!job || !keptHolds || knownLeast) return;
    return startPlanning({ job, milliseconds: PROVE_MS, onlyProve: true }, (message) => {
      if (message.kind === 'least') setLeast({ job, byFilm: message.byFilm });
    });
  }, [job, keptHolds, knownLeast]);
  const server = useServerPlanning(open?.jobId ?? null, job);
  const leftOut = input?.leftOut;
  // The same value while nothing of it has changed: all that show the plan would be drawn anew at every key.
  const value = useMemo((): LivePlan | null => {
    if (!job || !leftOut) return null;
    const waiting: PlanState = job.panes.length > 0 ? state : { kind: 'none' };
    const shown: PlanState = keptHolds ? { kind: 'ready', plan: keptHolds, solver: true } : waiting;
    const here = shown.kind === 'ready' || shown.kind === 'planning' ? shown.plan : null;
    const plan = keptHolds || !server.plan ? here : betterPlan(job, here, server.plan);
    const stop = () => {
      end.current();
      setState(plan ? { kind: 'ready', plan, solver: true } : { kind: 'none' });
    };
    const further = () => {
      // The plan in hand may be the server's.
      if (plan) found.current = withFound(found.current, { job, plan });
      setAsked((before) => ({ job, times: before.job === job ? before.times + 1 : 1 }));
    };
    const least = proven.job === job ? proven.byFilm : NOTHING_PROVEN.byFilm;
    return { job, leftOut, state: shown, plan, kept, stop, further, least, server };
  }, [job, leftOut, kept, keptHolds, state, proven, server]);
  return <Context value={value}>{children}</Context>;
}

export function useLivePlan(): LivePlan {
  const live = useContext(Context);
  if (!live) throw new Error('There is no open job to plan here');
  return live;
}

export function useOptionalLivePlan(): LivePlan | null {
  return useContext(Context);
}
