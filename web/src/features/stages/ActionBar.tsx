import { ArrowRight } from 'lucide-react';
import { useMemo } from 'react';
import { useNavigate } from 'react-router';
import {
  useJob,
  useOptionalLivePlan,
  useUnit,
  type NextAct,
  type ShownFigure,
  type StageModule,
} from '../job/index.ts';

/** The figures of all stages in their order, with the stage each comes from; what is in doubt comes last. */
export function figuresOf(
  stages: readonly StageModule[],
  source: Parameters<StageModule['figures']>[0],
): (ShownFigure & { readonly stage: string })[] {
  const all = stages.flatMap((stage) => stage.figures(source).map((each) => ({ ...each, stage: stage.id })));
  return [...all.filter(({ doubtful }) => !doubtful), ...all.filter(({ doubtful }) => doubtful)];
}

function NextActButton({ act }: { act: NextAct }) {
  return (
    <button
      type="button"
      onClick={act.run}
      aria-keyshortcuts="Control+Enter"
      className="flex min-h-16 shrink-0 items-center justify-between gap-4 bg-edge px-5 text-left text-on-edge hover:brightness-95 max-md:min-h-14 max-md:w-full short:min-h-10"
    >
      <span>
        <span className="block font-bold">{act.name}</span>
        <span className="block text-sm short:hidden">{act.detail}</span>
      </span>
      <ArrowRight aria-hidden size={20} />
    </button>
  );
}

/** The ledge below the wall: the figures that matter now, each a way to where it comes from, and the next thing to do. */
export function ActionBar({ stages, act }: { stages: readonly StageModule[]; act: NextAct | null }) {
  const job = useJob();
  const unit = useUnit();
  const live = useOptionalLivePlan();
  const navigate = useNavigate();
  const figures = useMemo(() => figuresOf(stages, { job, live, unit }), [stages, job, live, unit]);
  return (
    <section
      className="border-t-8 border-ledge-lip bg-ledge text-on-ledge max-md:border-t-4 short:border-t-0"
      aria-label="Sill"
    >
      <div className="flex items-stretch justify-between max-md:flex-col">
        <ul className="flex min-w-0 flex-1 overflow-x-auto short:hidden">
          {figures.map(({ key, name, value, stage: from, doubtful }) => (
            <li key={key} className="border-r border-ledge-lip">
              <button
                type="button"
                className="min-h-16 px-4 text-left whitespace-nowrap hover:bg-ledge-lip max-md:flex max-md:min-h-9 max-md:items-baseline max-md:gap-1.5 max-md:px-3 max-md:pt-1"
                onClick={() => void navigate(`/jobs/${job.jobId}/${from}`)}
              >
                <span className="block text-sm text-on-ledge-quiet">{name}</span>
                <span
                  className={`block text-[1.05rem] font-bold max-md:text-sm ${doubtful ? 'text-[#f3c46c]' : ''}`}
                >
                  {value}
                </span>
              </button>
            </li>
          ))}
        </ul>
        {act && <NextActButton act={act} />}
      </div>
    </section>
  );
}
