import { sunOfWall } from '@neat-sill/core/sun';
import { formatArea } from '@neat-sill/core/units';
import { ArrowRight } from 'lucide-react';
import { useMemo } from 'react';
import { useNavigate } from 'react-router';
import { countOf, showMinute, today } from '../../ui/format.ts';
import { useOptionalLivePlan } from './livePlan.tsx';
import { useNextAct, type NextAct } from './nextAct.ts';
import type { StageId } from './stages.ts';
import { useJob, useUnit } from './useJob.ts';

interface Figure {
  readonly name: string;
  readonly value: string;
  readonly stage: StageId;
  readonly doubtful?: boolean;
}

function useFigures(): Figure[] {
  const job = useJob();
  const unit = useUnit();
  const live = useOptionalLivePlan();
  return useMemo(() => {
    const { figures } = job;
    const films = live?.plan?.summary.byFilm ?? [];
    const used = films.reduce((sum, film) => sum + film.usedArea, 0);
    const net = films.reduce((sum, film) => sum + film.netArea, 0);
    const seams =
      live?.plan?.pulls.flatMap((pull) => pull.pieces).filter((piece) => piece.panel > 1).length ?? 0;
    const sun = job.wall ? sunOfWall(job.records, job.wall.id, job.rules, today())[0] : undefined;
    const list: (Figure | false)[] = [
      { name: 'Glass', value: formatArea(figures.glassM2, unit), stage: 'survey' },
      used > 0 && { name: 'Film to cut', value: formatArea(used / 1e6, unit), stage: 'cuts' },
      used > 0 && { name: 'Yield', value: `${Math.round((net / used) * 100)} %`, stage: 'cuts' },
      seams > 0 && { name: 'Seams', value: String(seams), stage: 'cuts' },
      figures.handsFor > 0 && {
        name: 'Hands',
        value: `2 for ${countOf(figures.handsFor, 'pane')}`,
        stage: 'fitting',
      },
      job.wall !== null && {
        name: 'Sun on glass',
        value: sun ? `from ${showMinute(sun.fromMinute)}` : 'none today',
        stage: 'day',
      },
      { name: 'Panes left', value: `${figures.panes - figures.done} of ${figures.panes}`, stage: 'fitting' },
      figures.doubts > 0 && {
        name: 'In doubt',
        value: String(figures.doubts),
        stage: 'survey',
        doubtful: true,
      },
      figures.faults > 0 && {
        name: 'Faults',
        value: String(figures.faults),
        stage: 'fitting',
        doubtful: true,
      },
    ];
    return list.filter((figure) => figure !== false);
  }, [job, unit, live?.plan]);
}

function NextActButton({ act }: { act: NextAct }) {
  return (
    <button
      type="button"
      onClick={act.run}
      aria-keyshortcuts="Control+Enter"
      className="flex min-h-16 shrink-0 items-center justify-between gap-4 bg-edge px-5 text-left text-on-edge hover:brightness-95 max-md:w-full"
    >
      <span>
        <span className="block font-bold">{act.name}</span>
        <span className="block text-sm">{act.detail}</span>
      </span>
      <ArrowRight aria-hidden size={20} />
    </button>
  );
}

/** The ledge below the wall: the figures that matter now, each a way to where it comes from, and the next thing to do. */
export function Sill({ stage }: { stage: StageId }) {
  const figures = useFigures();
  const act = useNextAct(stage);
  const navigate = useNavigate();
  const { jobId } = useJob();
  return (
    <section className="border-t-8 border-ledge-lip bg-ledge text-on-ledge" aria-label="Sill">
      <div className="flex items-stretch justify-between max-md:flex-col">
        <ul className="flex min-w-0 flex-1 overflow-x-auto">
          {figures.map(({ name, value, stage: from, doubtful }) => (
            <li key={name} className="border-r border-ledge-lip">
              <button
                type="button"
                className="min-h-16 px-4 text-left whitespace-nowrap hover:bg-ledge-lip"
                onClick={() => void navigate(`/jobs/${jobId}/${from}`)}
              >
                <span className="block text-sm text-on-ledge-quiet">{name}</span>
                <span className={`block text-[1.05rem] font-bold ${doubtful ? 'text-[#f3c46c]' : ''}`}>
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
