import { countOf } from '@neat-sill/core/units';
import type { JobSummary } from '@neat-sill/core/contract';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { showDay } from '../../ui/format.ts';

const STAGES: Readonly<Record<JobSummary['standing'], string>> = {
  survey: 'survey',
  film: 'film',
  cuts: 'cuts',
  fitting: 'fitting',
  faults: 'fitting',
  done: 'handover',
};

/** Where a job stands, in one phrase, and the stage at which to go on. */
export function standingOf(job: JobSummary): { readonly text: string; readonly stage: string } {
  return { text: standingText(job), stage: STAGES[job.standing] };
}

function standingText(job: JobSummary): string {
  const { panes, measured, filmed, done, openFaults, curesOn, planKept } = job;
  switch (job.standing) {
    case 'survey':
      return panes === 0 ? 'to survey' : `${panes - measured} of ${countOf(panes, 'pane')} to measure`;
    case 'film':
      return `${panes - filmed} of ${countOf(panes, 'pane')} without film`;
    case 'cuts':
      return 'to cut';
    case 'fitting':
      return done === 0 && planKept ? 'ready to fit' : `fitting, ${done} of ${countOf(panes, 'pane')} done`;
    case 'faults':
      return `${countOf(openFaults, 'fault')} to mend${done < panes ? `, ${panes - done} to fit` : ''}`;
    case 'done':
      return curesOn ? `dry on ${showDay(curesOn)}` : 'done';
  }
}

const TONES: Partial<Record<JobSummary['standing'], string>> = { faults: 'text-brick', done: 'text-edge' };

/** A job as a line on the tape: how many of its panes are measured, filmed and done. */
export function JobRow({ job, menu }: { job: JobSummary; menu?: ReactNode }) {
  const standing = standingOf(job);
  const share = (count: number) => `${job.panes === 0 ? 0 : (count / job.panes) * 100}%`;
  const visit = [job.assignedTo?.name, job.visitOn && showDay(job.visitOn)].filter(Boolean).join(', ');
  return (
    <div className="flex items-center gap-2">
      <Link
        to={`/jobs/${job.id}/${standing.stage}`}
        className="grid min-h-16 min-w-0 flex-1 grid-cols-[minmax(0,1fr)_15rem_9rem] items-center gap-4 px-2 py-2 hover:bg-sheet max-sm:grid-cols-1 max-sm:gap-1"
      >
        <span className="min-w-0">
          <span className="block truncate text-lg font-bold">{job.customer}</span>
          <span className="block truncate text-quiet">
            {job.name}, {job.town}
          </span>
          {visit && <span className="block truncate text-sm text-dusk">{visit}</span>}
        </span>
        <span className="max-sm:hidden" aria-hidden>
          <span className="relative block h-4 border border-ink bg-sheet">
            <span className="absolute inset-y-0 left-0 bg-dusk-tint" style={{ width: share(job.measured) }} />
            <span
              className="absolute inset-y-0 left-0 bg-edge-tint"
              style={{ width: share(Math.min(job.filmed, job.measured)) }}
            />
            <span className="absolute inset-y-0 left-0 bg-edge" style={{ width: share(job.done) }} />
          </span>
          <span className="mt-1 block text-sm text-quiet">
            {countOf(job.panes, 'pane')}: {job.measured} measured, {job.filmed} with film
            {job.done > 0 && `, ${job.done} done`}
          </span>
        </span>
        <span
          className={`text-right font-semibold max-sm:text-left ${TONES[job.standing] ?? 'text-ochre-text'}`}
        >
          {standing.text}
        </span>
      </Link>
      {menu}
    </div>
  );
}
