import { PLAN_ID, atMostCheaper, cutList, handRulesOf } from '@neat-sill/core/cuts';
import { filmWantedBy } from '@neat-sill/core/buying';
import { sameData } from '@neat-sill/core/record';
import { isSoldAsSheet } from '@neat-sill/core/film';
import { countOf } from '@neat-sill/core/units';
import { describeBought, describePlan } from '@neat-sill/core/words';
import { group } from 'd3';
import { Scissors } from 'lucide-react';
import { useMemo, useState } from 'react';
import { Button } from '../../ui/Button.tsx';
import { Folds, type Fold } from '../../ui/Folds.tsx';
import { Note } from '../../ui/Note.tsx';
import { ToBuy } from '../buying/index.ts';
import { useJob, useKeepPlan, useLivePlan, useUnit } from '../job/index.ts';
import { Paper } from '../papers/index.ts';
import { CutMode } from './CutMode.tsx';
import { DropPlan } from './DropPlan.tsx';
import { LongSearch } from './LongSearch.tsx';
import { MixedLots, PlanCounts, useCountsOfFilms, usePlanCount } from './PlanCounts.tsx';
import { Bound, NotPlanned, ReadOnce } from './PlanWords.tsx';
import { PlotFiles } from './PlotFiles.tsx';
import { Roll, usePiecesInHand } from './Roll.tsx';
import { PlanSettings } from './PlanSettings.tsx';
import { SeamPlaces, useDividedPanes } from './SeamPlaces.tsx';
import { Motifs, useMotifPanes } from './Motifs.tsx';
import { Shapes, useShapesOnBench } from './Shapes.tsx';
import { useRearrange } from './useRearrange.ts';
import { useReplan } from './useReplan.ts';
import { WhatIf } from './WhatIf.tsx';
import { useMoney } from '../../api/useMoney.ts';

/** Cuts: the roll hanging from its box, one pull below the other, each with its instruction beside it. */
export function CutsBench() {
  const money = useMoney();
  const { plan, state, kept, job: planJob, stop } = useLivePlan();
  const { jobShopData: book, currentShopData, edit, records, jobId, header, rules } = useJob();
  const rearrange = useRearrange();
  const [problem, setProblem] = useState<string | null>(null);
  const keepPlan = useKeepPlan();
  const unit = useUnit();
  const holds = kept.kind === 'holds' ? kept.kept : null;
  const frozenRules = holds?.frozen?.rules;
  const rulesChanged =
    frozenRules !== undefined &&
    !currentShopData.ruleSets.some(
      (set) => set.id === frozenRules.id && sameData({ ...set, price: frozenRules.price }, frozenRules),
    );
  const dropPlan = () =>
    edit('Discard the kept plan', [
      { kind: 'plan', id: PLAN_ID, before: records.plan[PLAN_ID] ?? null, after: null },
    ]);
  const { state: replanning, remade, replan } = useReplan();
  const [cutting, setCutting] = useState(false);
  const steps = useMemo(
    () => (plan ? cutList(plan, planJob, handRulesOf(rules, unit, planJob.stock)) : []),
    [plan, planJob, rules, unit],
  );
  const bySource = [...group(steps, (step) => step.source.id).values()];
  const filmName = (id: string) => book.films.find((film) => film.id === id)?.name ?? id;
  const { hands, over } = usePiecesInHand(steps, rearrange, setProblem);
  const divided = useDividedPanes();
  const count = usePlanCount();
  const countsOf = useCountsOfFilms();
  const wanted = useMemo(
    () => (plan ? filmWantedBy({ jobId, jobName: header.name }, plan, holds?.cutPullIds ?? []) : []),
    [plan, holds, jobId, header.name],
  );
  const sheets = wanted.filter(({ filmId, widthMm, rollMm }) =>
    book.films.some((film) => film.id === filmId && isSoldAsSheet(film, widthMm, rollMm)),
  ).length;
  const locked = holds?.lockedPullIds.length ?? 0;
  const hasPlan = plan !== null && plan.pulls.length > 0;
  const whatIf: Fold = { key: 'whatIf', title: 'What if', content: () => <WhatIf /> };
  const shapes = useShapesOnBench();
  const motifs = useMotifPanes();
  const folds: Fold[] = [
    ...(divided.length > 0
      ? [
          {
            key: 'seams',
            title: `Seams of ${divided.map(({ pane }) => pane.label).join(', ')}`,
            content: () => <SeamPlaces divided={divided} />,
          },
        ]
      : []),
    whatIf,
    ...(motifs.length > 0
      ? [
          {
            key: 'motifs',
            title: `Motif of ${motifs.map(({ record }) => record.label).join(', ')}`,
            content: () => <Motifs panes={motifs} />,
          },
        ]
      : []),
    ...(shapes.length > 0
      ? [
          {
            key: 'shapes',
            title: `Shape of ${shapes.map(({ pane }) => pane.label).join(', ')}`,
            content: () => <Shapes shapes={shapes} />,
          },
        ]
      : []),
    ...(count
      ? [
          {
            key: 'counts',
            title: `Plan cost ${money(count.total)}`,
            content: () => (
              <>
                <PlanCounts count={count} />
                <div className="mt-2 text-sm">
                  {plan?.summary.byFilm.map(({ filmId, gap }) => (
                    <Bound
                      key={filmId}
                      filmName={filmName(filmId)}
                      gap={gap ?? null}
                      cost={countsOf(filmId)}
                    />
                  ))}
                </div>
              </>
            ),
          },
        ]
      : []),
    ...(plan && plan.pulls.length > 0
      ? [
          {
            key: 'buy',
            title:
              wanted.length === 0
                ? 'Nothing to buy'
                : `To buy: ${describeBought(wanted.length - sheets, sheets)}`,
            content: () => <ToBuy wanted={wanted} unit={unit} filmName={filmName} ofManyJobs={false} />,
          },
          { key: 'plotter', title: 'For a plotter', content: () => <PlotFiles steps={steps} /> },
        ]
      : []),
  ];
  return (
    <>
      <div className="flex flex-wrap items-center justify-between gap-x-4 gap-y-1">
        <h2 className="min-w-0 flex-1 basis-60 text-lg leading-tight font-bold">
          {hasPlan && plan
            ? describePlan(
                {
                  pieces: plan.pulls.reduce((count, { pieces }) => count + pieces.length, 0),
                  pulls: steps.length,
                  lengthMm: plan.summary.byFilm.reduce((mm, film) => mm + film.usedLength, 0),
                  cost: count ? money(count.total) : null,
                  atMostCheaper: atMostCheaper(plan.summary.byFilm.map(({ filmId }) => countsOf(filmId))),
                },
                unit,
              )
            : 'Cuts'}
        </h2>
        <PlanSettings />
      </div>
      <NotPlanned />
      <ReadOnce />
      {state.kind === 'wrong' && (
        <Note tone="no" role="alert">
          The plan did not pass its check and is not shown ({state.faults.map(({ code }) => code).join(', ')}
          ). Choose another cutting method or film, and tell whoever runs Neat Sill.
        </Note>
      )}
      {!hasPlan ? (
        state.kind === 'planning' ? (
          <p role="status">Laying the pieces</p>
        ) : (
          <p className="text-quiet">Measure panes and choose films for them: then the roll hangs here.</p>
        )
      ) : (
        <>
          {state.kind === 'planning' && (
            <p role="status" className="flex items-center justify-between gap-2 bg-edge-tint px-3 py-1">
              Looking for a better one
              <Button size="low" onClick={stop}>
                Stop, use this
              </Button>
            </p>
          )}
          {(holds !== null || (state.kind === 'ready' && !state.solver)) && (
            <Note tone="good" role="status">
              {state.kind === 'ready' && !state.solver && (
                <p>The solver could not be loaded: this plan is made without it, and proven less.</p>
              )}
              {holds && <p>Kept, and it still fits the job.</p>}
              {holds && rulesChanged && (
                <p>The house rules have been changed since; this plan stays as it was kept.</p>
              )}
            </Note>
          )}
          <LongSearch />
          <MixedLots />
          {kept.kind === 'changed' && (
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
          {remade && (
            <Note tone="good" role="status">
              {remade}
            </Note>
          )}
          {replanning === 'wrong' && (
            <Note tone="no" role="alert">
              The rest could not be planned behind what is cut; discard the kept plan and plan again.
            </Note>
          )}
          {problem && (
            <Note tone="no" role="alert">
              {problem}
            </Note>
          )}
          {holds && locked > 0 && (
            <div className="flex flex-wrap items-center gap-3">
              {countOf(locked, 'pull')} locked.
              <Button disabled={replanning === 'planning'} onClick={() => replan(holds, [])}>
                Plan the others anew
              </Button>
            </div>
          )}
          {holds && (
            <div className="flex flex-wrap gap-2">
              <Button weight="act" onClick={() => setCutting(true)}>
                <Scissors size={18} aria-hidden /> Cut, one pull at a time
              </Button>
              <Paper kind="cut-list" disabledBecause={null} />
              <Paper kind="labels" disabledBecause={null} />
              <Paper kind="single-labels" disabledBecause={null} />
            </div>
          )}
        </>
      )}
      {planJob.panes.length > 0 && <Folds name="About this plan" folds={folds} />}
      {plan && plan.pulls.length > 0 && (
        <>
          {holds && cutting && (
            <CutMode kept={holds} steps={steps} filmName={filmName} onClose={() => setCutting(false)} />
          )}
          {bySource.map((ofRoll) => (
            <Roll
              key={ofRoll[0]?.source.id}
              ofRoll={ofRoll}
              steps={steps}
              kept={holds}
              filmName={filmName}
              rearrange={rearrange}
              hands={hands}
              over={over}
              onProblem={setProblem}
              onSpoiled={(pieceId) => holds && replan(holds, [pieceId])}
            />
          ))}
          {holds ? (
            <DropPlan cutPulls={holds.cutPullIds.length} onDrop={dropPlan} />
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
