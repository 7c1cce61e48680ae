import { countOf, formatTemperature } from '@neat-sill/core/units';
import { Link } from 'react-router';
import { useAppDispatch, useJob, useUnit, viewActions } from '../job/index.ts';
import { MarkSeveral } from './PaneList.tsx';
import { PaneSteps } from './PaneSteps.tsx';

/** Fitting: the pane that is chosen, or the first that is not done; several chosen ones are marked together. */
export function FittingBench() {
  const job = useJob();
  const unit = useUnit();
  const dispatch = useAppDispatch();
  const { panes } = job.derived;
  const several = job.selected.flatMap(({ id }) => job.derived.pane(id) ?? []);
  if (several.length > 1)
    return (
      <section className="flex flex-col gap-3">
        <h2 className="text-xl font-bold">{countOf(several.length, 'pane')}</h2>
        <p>Done up to:</p>
        <MarkSeveral
          panes={several}
          onMarked={() => dispatch(viewActions.selected([several[0]?.id ?? '']))}
        />
      </section>
    );
  const pane =
    several[0] ??
    panes.find(({ toFit, fitting }) => toFit !== null && fitting.doneAt === null) ??
    panes.find(({ fitting }) => fitting.openFaults.length > 0) ??
    panes.find(({ toFit }) => toFit !== null);
  if (!pane?.toFit)
    return (
      <div className="flex flex-col items-start gap-3">
        <h2 className="text-xl font-bold">
          {pane ? `Pane ${pane.record.label} is not ready` : 'Nothing to fit yet'}
        </h2>
        <p>A pane needs a size and a film before it can be fitted.</p>
        <Link className="underline" to={`/jobs/${job.jobId}/${pane?.record.filmId ? 'survey' : 'film'}`}>
          {pane?.record.filmId ? 'Measure it' : 'Choose a film for it'}
        </Link>
        <p className="text-sm text-quiet">
          Glass should be between {formatTemperature(job.rules.fitting.glassFromC, unit)} and{' '}
          {formatTemperature(job.rules.fitting.glassToC, unit)}.
        </p>
      </div>
    );
  return <PaneSteps key={pane.id} pane={pane} toFit={pane.toFit} />;
}
