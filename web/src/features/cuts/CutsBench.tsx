import { cutList, type CutPiece, type CutStep, type PlanSource } from '@neat-sill/core/cuts';
import { HEADER_ID, PLAN_ID, patchRecord } from '@neat-sill/core/job';
import { formatLength, formatRun, type LengthUnit } from '@neat-sill/core/units';
import { LEFT_OUT, SCHOOL_NAMES, SIDE_NAMES, describeUnplaced } from '@neat-sill/core/words';
import { RadioGroup } from 'radix-ui';
import { group } from 'd3';
import { Scissors } from 'lucide-react';
import { useState } from 'react';
import { useLivePlan, useJob, useUnit, useKeepPlan } from '../job/index.ts';
import { PullDrawing, RollBox } from '../../drawing/PullDrawing.tsx';
import { Button } from '../../ui/Button.tsx';
import { countOf } from '../../ui/format.ts';
import { Length, Size } from '../../ui/Length.tsx';
import { Note } from '../../ui/Note.tsx';
import { CutMode } from './CutMode.tsx';
import { Paper } from '../papers/index.ts';
import { PlotFiles } from './PlotFiles.tsx';
import { SeamPlaces } from './SeamPlaces.tsx';
import { useReplan } from './useReplan.ts';
import { useRackOfPlan } from './useRackOfPlan.ts';
import { WhatIf } from './WhatIf.tsx';

/** The school of cutting, as the house rule sets hold them. */
function SchoolChoice() {
  const job = useJob();
  return (
    <RadioGroup.Root
      aria-label="House rules for cutting"
      className="grid grid-cols-3 gap-1"
      value={job.rules.id}
      onValueChange={(ruleSetId) =>
        job.edit('House rules', [patchRecord(job.records, 'job', HEADER_ID, { ruleSetId })])
      }
    >
      {job.book.ruleSets.map((rules) => (
        <RadioGroup.Item
          key={rules.id}
          value={rules.id}
          className="min-h-11 rounded-sm border border-hairline px-2 text-sm data-[state=checked]:border-2 data-[state=checked]:border-edge data-[state=checked]:bg-edge-tint data-[state=checked]:font-bold"
        >
          {rules.name}
        </RadioGroup.Item>
      ))}
    </RadioGroup.Root>
  );
}

function SchoolReason() {
  const { rules } = useJob();
  const unit = useUnit();
  const { school, marginMm, factoryEdgeGapMm, benchClearanceMm } = rules.cutting;
  const show = (mm: number) => formatLength(mm, { unit });
  const added = {
    marginAllRound: `${show(marginMm)} at every side.`,
    factoryEdgeFirst: `A ${show(factoryEdgeGapMm)} gap at the factory edge, ${show(marginMm)} at the other sides.`,
    benchCut: `Net size less ${show(benchClearanceMm)}; no trim on the glass.`,
  }[school];
  return (
    <p className="text-sm text-quiet">
      {SCHOOL_NAMES[school]}: {added} {rules.reason}
    </p>
  );
}

const rollName = (source: PlanSource, film: string) =>
  `${film} · ${source.kind === 'new' ? 'new roll' : source.id}`;

function PieceLine({
  item,
  unit,
  onSpoiled,
}: {
  item: CutPiece;
  unit: LengthUnit;
  /** Makes the piece again; null while it is not cut. */
  onSpoiled: ((pieceId: string) => void) | null;
}) {
  const { piece, name, crossCutAtMm, trimToMm, factoryEdge, seams } = item;
  return (
    <li className="text-sm">
      <b>{name}</b> <Size widthMm={piece.w} heightMm={piece.l} unit={unit} />
      {crossCutAtMm !== null && (
        <>
          , cross cut at <Length mm={crossCutAtMm} unit={unit} />
        </>
      )}
      {trimToMm !== null && (
        <>
          , trim to <Length mm={trimToMm} unit={unit} />
        </>
      )}
      <span className="text-quiet">
        {`, ${SIDE_NAMES[item.freeEndIs].toLowerCase()} first off the roll`}
        {factoryEdge && `; ${factoryEdge.rollEdge} roll edge to its ${SIDE_NAMES[factoryEdge.side]}`}
        {seams
          .map(
            ({ side, rollEdge }) =>
              `; ${rollEdge ? `${rollEdge} roll edge` : 'seam'} to the seam, ${SIDE_NAMES[side]}`,
          )
          .join('')}
      </span>
      {onSpoiled && (
        <Button
          size="low"
          className="mt-1 block"
          aria-label={`${name} is spoiled, make it again`}
          onClick={() => onSpoiled(piece.id)}
        >
          Spoiled, make it again
        </Button>
      )}
    </li>
  );
}

function PullBlock({
  step,
  state,
  onSpoiled,
}: {
  step: CutStep;
  state: 'planned' | 'next' | 'cut';
  onSpoiled: (pieceId: string) => void;
}) {
  const unit = useUnit();
  const { book } = useJob();
  const film = book.films.find(({ id }) => id === step.source.filmId);
  const { pull, strips, keep, knifeAtMm } = step;
  const pieces = strips.flatMap((strip) => strip.pieces);
  const line = (name: string, value: React.ReactNode) => (
    <div className="grid grid-cols-[4.3rem_1fr] items-baseline gap-2">
      <dt className="text-sm text-quiet">{name}</dt>
      <dd>{value}</dd>
    </div>
  );
  return (
    <li className="flex gap-3">
      <div className="shrink-0">
        <PullDrawing step={step} film={film} unit={unit} cut={state === 'cut'} />
      </div>
      <div className={`mb-2 min-w-0 flex-1 px-3 py-2 ${state === 'next' ? 'bg-ochre-tint' : ''}`}>
        <h4 className="flex justify-between font-bold">
          Pull {pull.id}
          {state !== 'planned' && (
            <span className={`text-sm ${state === 'next' ? 'text-ochre-text' : 'text-edge'}`}>
              {state === 'next' ? 'to cut now' : 'cut'}
            </span>
          )}
        </h4>
        <dl className="flex flex-col gap-0.5">
          {line(
            'Knife at',
            knifeAtMm.length === 0 ? (
              <span className="text-sm">no knife, full width</span>
            ) : (
              <span className="text-lg font-bold">
                {knifeAtMm.map((at, index) => (
                  <span key={at}>
                    {index > 0 && ', '}
                    <Length mm={at} unit={unit} />
                  </span>
                ))}
                <span className="text-xs font-normal text-quiet"> from left</span>
              </span>
            ),
          )}
          {line(
            'Pull out',
            <span className="text-lg font-bold">
              <Length mm={pull.length} unit={unit} withUnit />
            </span>,
          )}
          {line(
            'Write',
            <ul className="flex flex-col gap-1">
              {pieces.map((item) => (
                <PieceLine
                  key={item.piece.id}
                  item={item}
                  unit={unit}
                  onSpoiled={state === 'cut' ? onSpoiled : null}
                />
              ))}
            </ul>,
          )}
          {keep.length > 0 &&
            line(
              'Keep',
              <span className="text-sm">
                {keep.map((offcut, index) => (
                  <span key={`${offcut.x} ${offcut.y}`}>
                    {index > 0 && '; '}
                    <Size widthMm={offcut.w} heightMm={offcut.l} unit={unit} />
                    {offcut.factoryEdges.length > 0 && ` (${offcut.factoryEdges.join(' and ')} edge)`}
                  </span>
                ))}
              </span>,
            )}
        </dl>
      </div>
    </li>
  );
}

function Bound({ gap, filmName }: { gap: number; filmName: string }) {
  return (
    <p>
      {filmName}:{' '}
      {gap < 0.0005 ? (
        <b>no plan can use less film.</b>
      ) : (
        <>
          within <b>{(gap * 100).toFixed(1)} %</b> of the best possible: no plan can use less than that.
        </>
      )}
    </p>
  );
}

function NotPlanned() {
  const { job, leftOut, plan } = useLivePlan();
  const { records } = useJob();
  const label = (paneId: string) =>
    records.pane[paneId]?.label ?? job.panes.find(({ id }) => id === paneId)?.label ?? paneId;
  if (leftOut.length === 0 && (plan?.unplaced.length ?? 0) === 0) return null;
  return (
    <Note tone="doubt">
      {[...group(leftOut, ({ reason }) => reason)].map(([reason, panes]) => (
        <p key={reason}>
          Left out, {LEFT_OUT[reason]}: pane {panes.map(({ paneId }) => label(paneId)).join(', ')}.
        </p>
      ))}
      {plan?.unplaced.map(({ paneId, copy, reason }) => (
        <p key={`${paneId} ${copy}`}>
          Pane {label(paneId)}: {describeUnplaced(reason)}
        </p>
      ))}
    </Note>
  );
}

/** Cuts: the roll hanging from its box, one pull below the other, each with its instruction beside it. */
export function CutsBench() {
  const { plan, state, kept, job: planJob, stop, further } = useLivePlan();
  const { book, edit, records } = useJob();
  const keepPlan = useKeepPlan();
  const unit = useUnit();
  const holds = kept?.holds ? kept.kept : null;
  const rackProblem = useRackOfPlan(holds);
  const { state: replanning, replan } = useReplan();
  const [cutting, setCutting] = useState(false);
  const steps = plan ? cutList(plan, planJob) : [];
  const bySource = [...group(steps, (step) => step.source.id).values()];
  const filmName = (id: string) => book.films.find((film) => film.id === id)?.name ?? id;
  const nextPull = holds?.plan.pulls.find(({ id }) => !holds.cutPullIds.includes(id))?.id;
  const pieces = plan?.pulls.reduce((sum, pull) => sum + pull.pieces.length, 0) ?? 0;
  return (
    <>
      <SchoolChoice />
      <SchoolReason />
      <SeamPlaces />
      {planJob.panes.length > 0 && <WhatIf />}
      <NotPlanned />
      {state.kind === 'wrong' && (
        <Note tone="no" role="alert">
          The plan did not pass its check and is not shown ({state.faults.map(({ code }) => code).join(', ')}
          ). Choose another school or film, and tell whoever runs Neat Sill.
        </Note>
      )}
      {!plan || plan.pulls.length === 0 ? (
        state.kind === 'planning' ? (
          <p role="status">Laying the pieces</p>
        ) : (
          <p className="text-quiet">Measure panes and choose films for them: then the roll hangs here.</p>
        )
      ) : (
        <>
          <div className="flex flex-wrap items-baseline justify-between gap-2">
            <h2 className="text-xl font-bold">
              {countOf(pieces, 'piece')} in {countOf(steps.length, 'pull')}
            </h2>
            <span className="text-sm text-quiet">
              {plan.summary.byFilm
                .map((film) => `${filmName(film.filmId)} ${formatRun(film.usedLength, unit)}`)
                .join(', ')}
            </span>
          </div>
          <Note tone="good" role="status">
            {plan.summary.byFilm.map((film) =>
              typeof film.gap === 'number' ? (
                <Bound key={film.filmId} gap={film.gap} filmName={filmName(film.filmId)} />
              ) : null,
            )}
            {state.kind === 'planning' && (
              <span className="flex items-center justify-between gap-2">
                Looking for a better one
                <Button weight="quiet" onClick={stop}>
                  Stop, take this
                </Button>
              </span>
            )}
            {state.kind === 'ready' && !state.solver && (
              <p>The solver could not be loaded: this plan is made without it, and proven less.</p>
            )}
            {state.kind === 'ready' &&
              !holds &&
              plan.summary.byFilm.some(({ gap }) => typeof gap === 'number' && gap >= 0.0005) && (
                <Button weight="quiet" onClick={further}>
                  Look for a better one for half a minute
                </Button>
              )}
            {holds && <p>Kept, and it still fits the job.</p>}
          </Note>
          {kept && !kept.holds && (
            <Note tone="doubt" role="status">
              The plan that was kept no longer fits: the job has changed since. Below is a new one.
              {kept.kept.cutPullIds.length > 0 && (
                <span className="mt-2 flex flex-wrap items-center gap-3">
                  {countOf(kept.kept.cutPullIds.length, 'pull')} of it is cut already.
                  <Button
                    weight="act"
                    disabled={replanning === 'planning'}
                    onClick={() => replan(kept.kept, [])}
                  >
                    Keep what is cut, plan only the rest
                  </Button>
                </span>
              )}
            </Note>
          )}
          {replanning === 'planning' && <p role="status">Planning the rest</p>}
          {replanning === 'wrong' && (
            <Note tone="no" role="alert">
              The rest could not be planned behind what is cut; drop the kept plan and plan again.
            </Note>
          )}
          {rackProblem && (
            <Note tone="no" role="alert">
              {rackProblem}
            </Note>
          )}
          {holds && (
            <Button weight="act" className="min-h-12" onClick={() => setCutting(true)}>
              <Scissors size={18} aria-hidden /> Cut, one pull at a time
            </Button>
          )}
          {holds && (
            <div className="flex flex-wrap gap-3">
              <Paper kind="labels" disabledBecause={null} />
              <Paper kind="single-labels" disabledBecause={null} />
            </div>
          )}
          <PlotFiles steps={steps} />
          {holds && cutting && (
            <CutMode kept={holds} steps={steps} filmName={filmName} onClose={() => setCutting(false)} />
          )}
          {bySource.map((ofSource) => {
            const [first] = ofSource;
            if (!first) return null;
            return (
              <section
                key={first.source.id}
                aria-label={rollName(first.source, filmName(first.source.filmId))}
                className="pl-3"
              >
                <h3 className="flex flex-wrap items-center gap-x-3">
                  <RollBox name={rollName(first.source, filmName(first.source.filmId))} />
                  <span className="text-sm font-normal text-quiet">
                    <Length mm={first.source.width} unit={unit} withUnit /> wide, of{' '}
                    {formatRun(first.source.length, unit)}
                  </span>
                </h3>
                <ol className="pl-0">
                  {ofSource.map((step) => (
                    <PullBlock
                      key={step.pull.id}
                      step={step}
                      onSpoiled={(pieceId) => holds && replan(holds, [pieceId])}
                      state={
                        holds?.cutPullIds.includes(step.pull.id)
                          ? 'cut'
                          : step.pull.id === nextPull
                            ? 'next'
                            : 'planned'
                      }
                    />
                  ))}
                </ol>
              </section>
            );
          })}
          {holds ? (
            <Button
              onClick={() =>
                edit('Drop the kept plan', [
                  { kind: 'plan', id: PLAN_ID, before: records.plan[PLAN_ID] ?? null, after: null },
                ])
              }
            >
              Drop the kept plan and plan again
            </Button>
          ) : (
            <Button weight="act" disabled={state.kind !== 'ready'} onClick={keepPlan}>
              Keep this plan
            </Button>
          )}
        </>
      )}
    </>
  );
}
