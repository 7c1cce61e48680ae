import {
  faultFixed,
  fittingChange,
  noteFault,
  stepNow,
  stepsFor,
  tickStep,
  untickStep,
  type Fitting,
  type FittingFigures,
  type FittingStep,
  type PaneToFit,
} from '@neat-sill/core/fitting';
import type { DerivedPane } from '@neat-sill/core/job';
import { wallTitle } from '@neat-sill/core/survey';
import { countOf, formatTemperature } from '@neat-sill/core/units';
import { FAULT_NAMES, STEP_NAMES, stepWords } from '@neat-sill/core/words';
import { Check, ChevronLeft, ListChecks } from 'lucide-react';
import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { PaneDrawing } from '../../drawing/PaneDrawing.tsx';
import { Button } from '../../ui/Button.tsx';
import { showTime } from '../../ui/format.ts';
import { Size } from '../../ui/Length.tsx';
import { Note } from '../../ui/Note.tsx';
import { Sheet } from '../../ui/Sheet.tsx';
import { useAppDispatch, useJob, useUnit, viewActions } from '../job/index.ts';
import type { Place } from '../../ui/PlacePicker.tsx';
import { BeforeThisPane } from './BeforeThisPane.tsx';
import { FaultSheet } from './FaultSheet.tsx';

const LOOK_BACK_MINUTES = 60;

/** Minutes that pass while one works, for what depends on how long ago something was. */
function useNow(): number {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), 10_000);
    return () => clearInterval(timer);
  }, []);
  return now;
}

/** The pane that was finished before this one and should be looked at again. */
function LookBack({ paneId }: { paneId: string }) {
  const { allPanes, records, rules } = useJob();
  const now = useNow();
  const done = allPanes
    .flatMap((pane) => {
      const doneAt = records.fitting[pane.id]?.doneAt;
      return doneAt && pane.id !== paneId
        ? [{ label: pane.label, seconds: (now - Date.parse(doneAt)) / 1000 }]
        : [];
    })
    .sort((a, b) => a.seconds - b.seconds)[0];
  if (!done || done.seconds < rules.fitting.recheckAfterSeconds || done.seconds > LOOK_BACK_MINUTES * 60)
    return null;
  const minutes = Math.max(1, Math.round(done.seconds / 60));
  return (
    <Note tone="no">
      Pane {done.label} was finished {countOf(minutes, 'minute')} ago: look along its edges again.
    </Note>
  );
}

function Faults({ fitting, onRemove }: { fitting: Fitting; onRemove: (id: string) => void }) {
  if (fitting.faults.length === 0) return null;
  return (
    <ul className="flex flex-col gap-1">
      {fitting.faults.map(({ id, kind, note, notedAt }) => (
        <li
          key={id}
          className="flex items-center justify-between gap-2 border-l-4 border-brick bg-brick-tint px-3 py-1"
        >
          <span>
            <b>{FAULT_NAMES[kind]}</b>
            {note && `, ${note}`} <span className="text-sm text-quiet">noted {showTime(notedAt)}</span>
          </span>
          <Button
            className="min-h-11 px-3"
            onClick={() => onRemove(id)}
            aria-label={`${FAULT_NAMES[kind]} is fixed`}
          >
            Fixed
          </Button>
        </li>
      ))}
    </ul>
  );
}

function PaneList({ onClose }: { onClose: () => void }) {
  const { allPanes, records } = useJob();
  const dispatch = useAppDispatch();
  return (
    <Sheet title="Panes" open onClose={onClose}>
      <ul className="grid grid-cols-3 gap-2">
        {allPanes.map((pane) => {
          const fitting = records.fitting[pane.id];
          const state = fitting?.doneAt ? 'done' : fitting ? 'begun' : 'to do';
          return (
            <li key={pane.id}>
              <button
                type="button"
                className="min-h-16 w-full rounded-sm border border-hairline bg-putty"
                onClick={() => {
                  dispatch(viewActions.wallShown(pane.wallId));
                  dispatch(viewActions.selected([pane.id]));
                  onClose();
                }}
              >
                <span className="block text-lg font-bold">{pane.label}</span>
                <span className="block text-xs text-quiet">
                  {wallTitle(records, records.wall[pane.wallId])}
                </span>
                <span className="block text-sm text-quiet">
                  {fitting && fitting.faults.length > 0 ? countOf(fitting.faults.length, 'fault') : state}
                </span>
              </button>
            </li>
          );
        })}
      </ul>
    </Sheet>
  );
}

interface StepsProps {
  readonly pane: DerivedPane;
  readonly toFit: PaneToFit;
  readonly figures: FittingFigures;
}

/** The plan that was kept no longer fits: whoever fits by its marks would cut wrong. */
function PlanGone() {
  const { derived, jobId } = useJob();
  if (derived.kept.kind !== 'changed') return null;
  return (
    <Note tone="doubt">
      The job has changed since the plan was kept: marks of seams and factory edges are left out until a new
      one is kept.{' '}
      <Link className="underline" to={`/jobs/${jobId}/cuts`}>
        See the cuts
      </Link>
    </Note>
  );
}

function StepList({
  steps,
  step,
  fitting,
  onChoose,
}: {
  steps: readonly FittingStep[];
  step: FittingStep;
  fitting: Fitting;
  onChoose: (step: FittingStep) => void;
}) {
  return (
    <ol className="flex flex-col max-md:hidden" aria-label="Steps">
      {steps.map((each, at) => {
        const ticked = fitting.ticks[each];
        return (
          <li key={each}>
            <button
              type="button"
              aria-current={each === step ? 'step' : undefined}
              onClick={() => onChoose(each)}
              className="flex min-h-9 w-full items-center gap-3 border-t border-hairline-soft px-2 text-left aria-[current=step]:bg-ochre-tint aria-[current=step]:font-bold"
            >
              <span className="w-5 text-right text-sm text-quiet">{at + 1}</span>
              <span className="flex-1">{STEP_NAMES[each]}</span>
              {ticked && (
                <span className="flex items-center gap-1 text-sm text-quiet">
                  <Check size={16} className="text-edge" aria-hidden /> {showTime(ticked)}
                </span>
              )}
            </button>
          </li>
        );
      })}
    </ol>
  );
}

/** One pane, step by step: the figure, the step in large words, and three keys for the thumb. */
function PaneSteps({ pane, toFit, figures }: StepsProps) {
  const job = useJob();
  const unit = useUnit();
  const dispatch = useAppDispatch();
  const { records, rules, derived } = job;
  const { fitting } = pane;
  const { label } = pane.record;
  const [faultOpen, setFaultOpen] = useState(false);
  const [listOpen, setListOpen] = useState(false);
  const steps = stepsFor(toFit, rules);
  const firstOpen = stepNow(fitting, steps);
  const [chosen, setChosen] = useState<FittingStep | null>(null);
  const step = chosen && steps.includes(chosen) ? chosen : firstOpen;
  const at = steps.indexOf(step);
  const words = stepWords(step, toFit, figures, rules, unit);
  const write = (label: string, alter: (fitting: Fitting) => Fitting) =>
    job.edit(label, [fittingChange(records, pane.id, alter)]);
  const next = derived.panes.find(
    (other) => other.id !== pane.id && other.fitting.doneAt === null && other.toFit !== null,
  );
  const done = () => {
    if (!(step in fitting.ticks))
      write(`${STEP_NAMES[step]}, pane ${label}`, (before) =>
        tickStep(before, step, steps, new Date().toISOString()),
      );
    setChosen(null);
    if (at < steps.length - 1 || !next) return;
    dispatch(viewActions.wallShown(next.wallId));
    dispatch(viewActions.selected([next.id]));
  };
  const back = () => {
    const before = steps[at - 1];
    if (!before) return;
    if (before in fitting.ticks)
      write(`Back to ${STEP_NAMES[before]}, pane ${label}`, (was) => untickStep(was, before));
    setChosen(before);
  };
  const figure = (
    place: Place | null,
    onPlace: ((place: Place) => void) | null,
    size: { width: number; height: number },
  ) => (
    <PaneDrawing
      glass={toFit.glass}
      film={toFit.film}
      step={step}
      handle={toFit.handle}
      factoryEdge={toFit.factoryEdge}
      trimmedSides={figures.trimmedSides}
      stopShortMm={rules.fitting.stopShortMm}
      cornerStopMm={rules.fitting.cornerStopMm}
      lightGapMm={figures.lightGapMm}
      faults={fitting.faults}
      unit={unit}
      onPlace={onPlace}
      placed={place}
      {...size}
    />
  );
  return (
    <div className="flex min-h-0 flex-1 flex-col gap-3">
      <header className="-mt-2 flex items-center justify-between gap-3">
        <h2 className="flex flex-wrap items-baseline gap-x-3">
          <span className="text-xl font-bold whitespace-nowrap">Pane {label}</span>
          <span className="text-quiet">
            <Size {...toFit.glass} unit={unit} rounding="up" withUnit />
          </span>
        </h2>
        <Button className="md:hidden" onClick={() => setListOpen(true)}>
          <ListChecks size={20} aria-hidden /> All panes
        </Button>
      </header>
      <div className="mx-auto w-full max-w-[420px] max-md:max-h-[26vh] max-md:[&>svg]:max-h-[26vh]">
        {figure(null, null, { width: 390, height: 300 })}
      </div>
      <div className="flex flex-col gap-2">
        <p className="text-quiet" role="status">
          Step {at + 1} of {steps.length}
          {figures.hands === 2 && ', both on the pane'}
          {fitting.doneAt && `, done at ${showTime(fitting.doneAt)}`}
        </p>
        <h3 className="text-2xl font-bold">{STEP_NAMES[step]}</h3>
        <p className="text-lg leading-snug">{words.text}</p>
        <BeforeThisPane pane={pane} />
        {words.caution && <Note tone="doubt">{words.caution}</Note>}
        <PlanGone />
        <LookBack paneId={pane.id} />
        <Faults
          fitting={fitting}
          onRemove={(id) => write(`Fault fixed, pane ${label}`, (before) => faultFixed(before, id))}
        />
      </div>
      <StepList steps={steps} step={step} fitting={fitting} onChoose={setChosen} />
      <div className="max-md:fixed max-md:inset-x-0 max-md:bottom-0 max-md:z-10 md:mt-auto">
        <div className="grid h-20 grid-cols-[1fr_1fr_2.4fr] bg-ledge text-on-ledge md:h-14">
          <button
            type="button"
            onClick={back}
            disabled={at === 0}
            className="inline-flex items-center justify-center gap-1 border-r border-ledge-lip disabled:text-on-ledge-quiet"
          >
            <ChevronLeft size={18} aria-hidden /> Back
          </button>
          <button type="button" onClick={() => setFaultOpen(true)} className="border-r border-ledge-lip">
            Fault
          </button>
          <button type="button" onClick={done} className="bg-edge text-xl font-bold text-on-edge">
            {fitting.doneAt && at === steps.length - 1
              ? next
                ? `Pane ${next.record.label}`
                : 'All done'
              : 'Done, next'}
          </button>
        </div>
      </div>
      <div className="h-20 shrink-0 md:hidden" />
      {faultOpen && (
        <FaultSheet
          figure={(place, onPlace) => figure(place, onPlace, { width: 260, height: 220 })}
          onClose={() => setFaultOpen(false)}
          onNote={(kind, { x, y }, note) => {
            const fault = { id: crypto.randomUUID(), kind, x, y, note, notedAt: new Date().toISOString() };
            write(`Fault on pane ${label}`, (before) => noteFault(before, fault));
            setFaultOpen(false);
          }}
        />
      )}
      {listOpen && <PaneList onClose={() => setListOpen(false)} />}
    </div>
  );
}

/** Fitting: the pane that is chosen, or the first that is not done. */
export function FittingBench() {
  const job = useJob();
  const unit = useUnit();
  const { panes } = job.derived;
  const chosen = job.selected[0] && job.derived.pane(job.selected[0].id);
  const pane =
    chosen ??
    panes.find(({ toFit, fitting }) => toFit !== null && fitting.doneAt === null) ??
    panes.find(({ toFit }) => toFit !== null);
  if (!pane?.toFit || !pane.fittingFigures)
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
  return <PaneSteps key={pane.id} pane={pane} toFit={pane.toFit} figures={pane.fittingFigures} />;
}
