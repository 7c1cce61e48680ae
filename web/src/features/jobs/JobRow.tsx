import { countOf } from '@neat-sill/core/units';
import type { JobSummary } from '@neat-sill/core/contract';
import { Link } from 'react-router';
import { showDay } from '../../ui/format.ts';

/** Where a job stands, in one phrase, and the stage at which to go on. */
export function standingOf(job: JobSummary): { readonly text: string; readonly stage: string } {
  if (job.panes === 0) return { text: 'to survey', stage: 'survey' };
  if (job.openFaults > 0) return { text: `${countOf(job.openFaults, 'fault')} to mend`, stage: 'fitting' };
  if (job.done === job.panes)
    return { text: job.curesOn ? `dry on ${showDay(job.curesOn)}` : 'done', stage: 'handover' };
  if (job.done > 0)
    return { text: `fitting, ${job.done} of ${countOf(job.panes, 'pane')} done`, stage: 'fitting' };
  if (job.measured < job.panes)
    return {
      text: `${job.panes - job.measured} of ${countOf(job.panes, 'pane')} to measure`,
      stage: 'survey',
    };
  if (job.filmed < job.panes)
    return { text: `${job.panes - job.filmed} of ${countOf(job.panes, 'pane')} without film`, stage: 'film' };
  return job.planKept ? { text: 'ready to fit', stage: 'fitting' } : { text: 'to cut', stage: 'cuts' };
}

/** A job as a line on the tape: how many of its panes are measured, filmed and done. */
export function JobRow({ job }: { job: JobSummary }) {
  const standing = standingOf(job);
  const share = (count: number) => `${job.panes === 0 ? 0 : (count / job.panes) * 100}%`;
  return (
    <li className="border-b border-hairline">
      <Link
        to={`/jobs/${job.id}/${standing.stage}`}
        className="grid min-h-16 grid-cols-[minmax(0,1fr)_15rem_9rem] items-center gap-4 px-2 py-2 hover:bg-sheet max-sm:grid-cols-1 max-sm:gap-1"
      >
        <span className="min-w-0">
          <span className="block truncate text-lg font-bold">{job.customer}</span>
          <span className="block truncate text-quiet">
            {job.name}, {job.town}
          </span>
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
            {countOf(job.panes, 'pane')}: {job.measured} measured, {job.filmed} filmed
            {job.done > 0 && `, ${job.done} done`}
          </span>
        </span>
        <span
          className={`text-right font-semibold max-sm:text-left ${job.openFaults > 0 ? 'text-brick' : standing.stage === 'handover' ? 'text-edge' : 'text-ochre-text'}`}
        >
          {standing.text}
        </span>
      </Link>
    </li>
  );
}
