import {
  fittingPlan,
  groupsToDo,
  isForNow,
  stepDrawing,
  stepsToDo,
  tickOf,
  type FittingPlan,
  type GroupToDo,
  type LogSays,
  type PaneToFit,
  type StepToDo,
} from '@neat-sill/core/fitting';
import { againstFitting, type DerivedPane } from '@neat-sill/core/job';
import { SIDES, type Side } from '@neat-sill/core/survey';
import {
  CAUTION_TEXTS,
  FAULT_NAMES,
  GROUP_NAMES,
  SIDE_NAMES,
  STEP_NAMES,
  stepWords,
} from '@neat-sill/core/words';
import { ChevronLeft, ListChecks } from 'lucide-react';
import { useMemo, useState } from 'react';
import { useSessionQuery } from '../../api/api.ts';
import { StepPicture } from '../../drawing/StepPicture.tsx';
import { Button } from '../../ui/Button.tsx';
import { Size } from '../../ui/Length.tsx';
import { Note } from '../../ui/Note.tsx';
import { Sheet } from '../../ui/Sheet.tsx';
import { OneOf } from '../../ui/OneOf.tsx';
import { showTime } from '../../ui/format.ts';
import { useAppDispatch, useJob, useUnit, viewActions } from '../job/index.ts';
import { AnchorSheet } from './AnchorSheet.tsx';
import { Against, TakenOn } from './Against.tsx';
import { BeforeAfterSheet } from './BeforeAfter.tsx';
import { BeforeThisPane } from './BeforeThisPane.tsx';
import { StepClock } from './Clocks.tsx';
import { Conditions } from './Conditions.tsx';
import { DoneSheet, asksBeforeDone } from './Done.tsx';
import { FaultSheet, type NotedFault } from './FaultSheet.tsx';
import { Faults } from './Faults.tsx';
import { KitList } from './Kit.tsx';
import { LogSheet } from './LogSheet.tsx';
import { LookAgain } from './LookAgain.tsx';
import { PaneList } from './PaneList.tsx';
import { Picture } from './Picture.tsx';
import { StepList, nameOfStep } from './StepList.tsx';
import { Way } from './Way.tsx';
import { WhoIsWhere } from './WhoIsWhere.tsx';
import { useFittingLog, type ToWrite } from './useFittingLog.ts';
import { useStepSize, type StepSize } from './useStepSize.ts';

/** The step of a group whose drawing says most. */
const KEY_STEPS: ReadonlySet<string> = new Set(['scrape', 'squeegeeFirst', 'trim', 'wick', 'bead']);

const GROUP_ACTS: Readonly<Record<GroupToDo['group'], string>> = {
  prepared: 'Prepared',
  hung: 'Hung',
  trimmed: 'Trimmed',
  lookedAt: 'Looked at',
  later: 'Done',
};

/** What else there is of a pane: its name, what its button says, and whether it is of security film only. */
const SHEETS = [
  ['kit', 'Kit', false],
  ['anchor', 'Anchoring', true],
  ['beforeAfter', 'Before and after', false],
  ['log', 'What was done', false],
] as const;

interface PaneStepsProps {
  readonly pane: DerivedPane;
  readonly toFit: PaneToFit;
}

/** The plan as it is for whoever is signed in: a learner hangs with more hands, and not in the sun. */
function usePlan(pane: DerivedPane, toFit: PaneToFit): FittingPlan | null {
  const { rules } = pane;
  const { data: session } = useSessionQuery();
  const learner = session?.person?.role === 'apprentice';
  return useMemo(() => {
    if (!learner) return pane.fittingPlan;
    const site = { ...toFit.asked.site, skill: 'learner' as const };
    return fittingPlan({ ...toFit.asked, site }, rules, toFit.more);
  }, [learner, pane, toFit, rules]);
}

function Head({ pane, toFit, onList }: PaneStepsProps & { onList: () => void }) {
  const unit = useUnit();
  return (
    <header className="-mt-2 flex flex-wrap items-center justify-between gap-x-3">
      <h2 className="flex flex-wrap items-baseline gap-x-3">
        <span className="text-xl font-bold whitespace-nowrap">Pane {pane.record.label}</span>
        <span className="text-quiet">
          <Size {...toFit.glass} unit={unit} rounding="up" withUnit />
        </span>
      </h2>
      <Button className="min-h-12" onClick={onList} aria-label="All panes">
        <ListChecks size={20} aria-hidden />
        <span className="max-md:hidden">All panes</span>
      </Button>
    </header>
  );
}

/** What the blade says of tempered glass decides whether there is a blade at all. */
function Listened({ paneId, label }: { paneId: string; label: string }) {
  const write = useFittingLog();
  const says = (fusedParticles: boolean) =>
    write(`Listened to pane ${label}`, [[paneId, { kind: 'listened', fusedParticles }]]);
  return (
    <div className="grid grid-cols-2 gap-2" role="group" aria-label="What the blade says">
      <Button className="min-h-12" onClick={() => says(false)}>
        Smooth
      </Button>
      <Button className="min-h-12" onClick={() => says(true)}>
        Rough, no blade
      </Button>
    </div>
  );
}

/** Whether a piece fits as it is held up dry, or where it binds. */
function TriedDry({ pane, at }: { pane: DerivedPane; at: StepToDo }) {
  const write = useFittingLog();
  const panel = typeof at.step.figures['panel'] === 'number' ? at.step.figures['panel'] : null;
  const binds = pane.fitting.triedDry.find((tried) => tried.panel === panel)?.bindsAt ?? null;
  const says = (bindsAt: readonly Side[]) =>
    write(`Tried pane ${pane.record.label} dry`, [[pane.id, { kind: 'triedDry', panel, bindsAt }]]);
  const toggled = (side: Side) =>
    binds?.includes(side) ? binds.filter((each) => each !== side) : [...(binds ?? []), side];
  return (
    <div className="flex flex-col gap-1" role="group" aria-label="Dry fit">
      <Button className="min-h-12" aria-pressed={binds?.length === 0} onClick={() => says([])}>
        It fits all round
      </Button>
      <div className="grid grid-cols-4 gap-1">
        {SIDES.map((side) => (
          <Button
            key={side}
            className="min-h-12 px-1 text-sm"
            weight={binds?.includes(side) ? 'danger' : 'plain'}
            aria-pressed={binds?.includes(side) ?? false}
            onClick={() => says(toggled(side))}
          >
            Binds {SIDE_NAMES[side]}
          </Button>
        ))}
      </div>
    </div>
  );
}

/** Which step is at hand: the one that was chosen, else the first that is open. */
function stepAtHand(
  open: readonly StepToDo[],
  todo: readonly StepToDo[],
  chosen: string | null,
  size: StepSize,
  groups: readonly GroupToDo[],
): StepToDo | null {
  const own = chosen === null ? undefined : todo.find(({ key }) => key === chosen);
  if (own) return own;
  const first = open[0];
  if (!first || size === 'fine') return first ?? null;
  const group = groups.find(({ steps }) => steps.includes(first));
  return group?.steps.find(({ step, isDone }) => !isDone && KEY_STEPS.has(step.code)) ?? first;
}

/** One pane: its drawing, its step in large words, its clock, and three keys for the thumb. */
export function PaneSteps({ pane, toFit }: PaneStepsProps) {
  const job = useJob();
  const unit = useUnit();
  const dispatch = useAppDispatch();
  const write = useFittingLog();
  const { derived } = job;
  const { fitting, rules } = pane;
  const { label } = pane.record;
  const [size, setSize] = useStepSize();
  const [chosen, setChosen] = useState<string | null>(null);
  const [sheet, setSheet] = useState<
    'fault' | 'list' | 'done' | 'kit' | 'anchor' | 'beforeAfter' | 'log' | null
  >(null);
  const plan = usePlan(pane, toFit);
  const hindrances = againstFitting(pane, derived, plan);
  if (!plan) return null;
  const blocked = fitting.doneAt === null && hindrances.some(({ takenBy }) => takenBy === null);
  const todo = stepsToDo(plan, fitting);
  const open = todo.filter((each) => !each.isDone && isForNow(each));
  const groups = groupsToDo(todo);
  const at = stepAtHand(open, todo, chosen, size, groups);
  const group = at && (groups.find(({ steps }) => steps.includes(at)) ?? null);
  const { blocks } = toFit.asked.pane;
  const blockCount = blocks ? blocks.across * blocks.down : 0;
  const nextBlock = Array.from({ length: blockCount }, (_, number) => number).find(
    (number) => !fitting.blocks.has(number),
  );
  const byBlock = group?.group === 'hung' && nextBlock !== undefined;
  const keys = !at
    ? []
    : byBlock || (size === 'large' && at.afterDays === 0)
      ? (group?.steps ?? []).flatMap(({ key, isDone }) => (isDone ? [] : [key]))
      : [at.key];
  const ends = fitting.doneAt === null && open.length > 0 && open.every(({ key }) => keys.includes(key));
  // The next in the order of the walls, and from the start again after the last.
  const own = derived.panes.indexOf(pane);
  const next = [...derived.panes.slice(own + 1), ...derived.panes.slice(0, Math.max(0, own))].find(
    (other) => other.fitting.doneAt === null && other.toFit !== null,
  );
  const goOn = () => {
    if (!next) return;
    dispatch(viewActions.wallShown(next.wallId));
    dispatch(viewActions.selected([next.id]));
  };
  const ticks: readonly ToWrite[] = keys.length > 0 ? [[pane.id, { kind: 'steps', steps: keys }]] : [];
  const tick = (done: LogSays | null) => {
    const name = size === 'large' && group ? GROUP_NAMES[group.group] : at ? nameOfStep(at) : 'Done';
    write(`${name}, pane ${label}`, [...ticks, ...(done ? [[pane.id, done] as const] : [])]);
    setChosen(null);
    setSheet(null);
    if (done) goOn();
  };
  const onDone = () => {
    if (byBlock) {
      const last = fitting.blocks.size === blockCount - 1;
      write(`Block ${fitting.blocks.size + 1} of pane ${label}`, [
        [pane.id, { kind: 'block', number: nextBlock }],
        ...(last ? ticks : []),
      ]);
    } else if (!at) goOn();
    else if (ends && asksBeforeDone(pane, rules.fitting.leastPaneMin)) setSheet('done');
    else if (at.isDone) setChosen(null);
    else tick(ends ? { kind: 'done', timesCount: true, openFaults: [], takenBy: null } : null);
  };
  const back = () => {
    const done = todo.filter(({ isDone }) => isDone);
    const last =
      size === 'large'
        ? groups.filter(({ steps }) => steps.some(({ isDone }) => isDone)).at(-1)?.steps
        : done.slice(-1);
    const entryIds = new Set((last ?? []).flatMap(({ key }) => tickOf(fitting, key)?.entryId ?? []));
    for (const entry of derived.log.get(pane.id) ?? [])
      if (entry.says.kind === 'done') entryIds.add(entry.id);
    write(
      `Back, pane ${label}`,
      [...entryIds].map((entryId) => [pane.id, { kind: 'takenBack', entryId }]),
    );
    setChosen(null);
  };
  const note = ({ kind, place, note: said, sizeMm, pictureId }: NotedFault) => {
    write(`${FAULT_NAMES[kind]}, pane ${label}`, [
      [
        pane.id,
        {
          ...{ kind: 'fault', faultId: crypto.randomUUID(), fault: kind, ...place },
          ...{ sizeMm, pictureId, note: said },
        },
      ],
    ]);
    setSheet(null);
  };
  const paused = fitting.pauses.some(({ to }) => to === null);
  const words = at && stepWords({ step: at.step, pane: toFit, plan, rules, unit });
  const place = at ? todo.indexOf(at) : -1;
  return (
    <div className="flex min-h-0 flex-1 flex-col gap-3">
      <Head pane={pane} toFit={toFit} onList={() => setSheet('list')} />
      {blocked ? (
        <>
          <BeforeThisPane pane={pane} />
          <Against pane={pane} toFit={toFit} hindrances={hindrances} />
          <div className="flex">
            <Conditions paneId={pane.id} site={toFit.asked.site} isSaid={fitting.conditions !== null} />
          </div>
        </>
      ) : (
        <>
          {at && <Picture key={at.key} pane={pane} toFit={toFit} plan={plan} step={at.step} />}
          <LookAgain />
          <div className="flex flex-col gap-2">
            <p className="text-quiet" role="status">
              {at
                ? size === 'large' && group
                  ? `${GROUP_NAMES[group.group]}${group.panel === null ? '' : `, panel ${group.panel}`}: ${group.steps.filter(({ isDone }) => isDone).length} of ${group.steps.length}`
                  : `Step ${place + 1} of ${todo.length}`
                : ''}
              {blockCount > 0 && `, ${fitting.blocks.size} of ${blockCount} blocks`}
              {at && plan.hands === 2 && ', two on the pane'}
              {fitting.doneAt && `${at ? ', ' : ''}done at ${showTime(fitting.doneAt)}`}
              {fitting.takenBy && ` by ${fitting.takenBy} with an open fault`}
            </p>
            {at && words ? (
              <>
                <h3 className="text-2xl font-bold">{nameOfStep(at)}</h3>
                <p className="text-lg leading-snug">{words.text}</p>
                <StepClock todo={todo} at={at} plan={plan} state={fitting} />
                {at.step.code === 'listen' && fitting.fusedParticles === null && (
                  <Listened paneId={pane.id} label={label} />
                )}
                {at.step.code === 'testFit' && <TriedDry pane={pane} at={at} />}
                {(words.more ?? at.step.cautions.length > 0) && (
                  <details>
                    <summary className="flex min-h-12 cursor-pointer items-center text-quiet md:min-h-8">
                      More about it
                    </summary>
                    <p className="pb-2">{words.more}</p>
                    {at.step.cautions.map((caution) => (
                      <Note key={caution} tone="doubt">
                        {CAUTION_TEXTS[caution]}
                      </Note>
                    ))}
                  </details>
                )}
              </>
            ) : (
              <h3 className="text-2xl font-bold">Pane {label} is done</h3>
            )}
            {size === 'large' && group && group.steps.length > 1 && (
              <OneOf
                label="Steps in it"
                className="flex flex-wrap gap-1 [&>button]:min-h-12 md:[&>button]:min-h-9"
                options={group.steps.map((each) => [each.key, STEP_NAMES[each.step.code]])}
                value={at?.key ?? null}
                onChoose={setChosen}
              />
            )}
            <BeforeThisPane pane={pane} />
            <TakenOn hindrances={hindrances} />
            <Faults pane={pane} />
            <WhoIsWhere />
            <div className="flex flex-wrap gap-2">
              <Conditions paneId={pane.id} site={toFit.asked.site} isSaid={fitting.conditions !== null} />
              <Button
                className="min-h-12 text-sm"
                aria-pressed={paused}
                onClick={() =>
                  write(paused ? 'Go on' : 'Pause', [[pane.id, { kind: paused ? 'resumed' : 'paused' }]])
                }
              >
                {paused ? 'Paused: go on' : 'Pause'}
              </Button>
              <Button
                className="min-h-12 text-sm"
                onClick={() => {
                  setSize(size === 'fine' ? 'large' : 'fine');
                  setChosen(null);
                }}
              >
                {size === 'fine' ? 'Few large steps' : 'Step by step'}
              </Button>
              {SHEETS.filter(
                ([, , onlySecurity]) => !onlySecurity || toFit.asked.film.kind === 'security',
              ).map(([name, say]) => (
                <Button key={name} className="min-h-12 text-sm" onClick={() => setSheet(name)}>
                  {say}
                </Button>
              ))}
            </div>
          </div>
          {at && <Way paneId={pane.id} label={label} plan={plan} isOwn={fitting.hang !== null} />}
          <details open={size === 'fine'} className="border-t border-hairline-soft pt-1">
            <summary className="flex min-h-12 cursor-pointer items-center text-quiet md:min-h-9">
              All steps, {todo.filter(({ isDone }) => isDone).length} of {todo.length} done
            </summary>
            <StepList paneId={pane.id} todo={todo} at={at} state={fitting} onChoose={setChosen} />
          </details>
        </>
      )}
      <div className="h-20 shrink-0 md:hidden" />
      <div className="sticky bottom-[-1rem] z-10 mt-auto max-md:fixed max-md:inset-x-0">
        <div className="grid h-20 grid-cols-[1fr_1fr_2.4fr] bg-ledge text-on-ledge md:h-14">
          <button
            type="button"
            onClick={back}
            disabled={blocked || todo.every(({ isDone }) => !isDone)}
            className="inline-flex items-center justify-center gap-1 border-r border-ledge-lip disabled:text-on-ledge-quiet"
          >
            <ChevronLeft size={18} aria-hidden /> Back
          </button>
          <button type="button" onClick={() => setSheet('fault')} className="border-r border-ledge-lip">
            Fault
          </button>
          <button
            type="button"
            onClick={onDone}
            disabled={blocked}
            className="bg-edge text-xl font-bold text-on-edge disabled:opacity-60"
          >
            {byBlock
              ? `Block ${fitting.blocks.size + 1} done`
              : !at
                ? next
                  ? `Pane ${next.record.label}`
                  : 'All done'
                : at.isDone
                  ? 'Go on'
                  : size === 'large' && group
                    ? GROUP_ACTS[group.group]
                    : 'Done, next'}
          </button>
        </div>
      </div>
      {sheet === 'fault' && (
        <FaultSheet
          figure={(placed, onPlace) => {
            const inspect = todo.find(({ step }) => step.code === 'inspect')?.step;
            return (
              inspect && (
                <StepPicture
                  pane={toFit}
                  drawing={stepDrawing({ step: inspect, pane: toFit, plan, rules })}
                  hands={null}
                  blocksDone={fitting.blocks}
                  faults={fitting.openFaults}
                  unit={unit}
                  onPlace={onPlace}
                  placed={placed}
                  width={260}
                  height={210}
                />
              )
            );
          }}
          onClose={() => setSheet(null)}
          onNote={note}
        />
      )}
      {sheet === 'kit' && (
        <Sheet title="To mix and to load" open onClose={() => setSheet(null)}>
          <KitList panes={derived.panes.filter((each) => each.fitting.doneAt === null)} />
          <Button className="min-h-12 self-end" onClick={() => setSheet(null)}>
            Close
          </Button>
        </Sheet>
      )}
      {sheet === 'anchor' && <AnchorSheet pane={pane} toFit={toFit} onClose={() => setSheet(null)} />}
      {sheet === 'beforeAfter' && (
        <BeforeAfterSheet pane={pane} toFit={toFit} onClose={() => setSheet(null)} />
      )}
      {sheet === 'log' && <LogSheet pane={pane} onClose={() => setSheet(null)} />}
      {sheet === 'list' && <PaneList onClose={() => setSheet(null)} />}
      {sheet === 'done' && <DoneSheet pane={pane} onClose={() => setSheet(null)} onDone={tick} />}
    </div>
  );
}
