import { PLAN_ID, type CutStep, type KeptPlan } from '@neat-sill/core/cuts';
import { patchRecord } from '@neat-sill/core/record';
import { countOf, formatRun } from '@neat-sill/core/units';
import { SIDE_NAMES, describeSheet, describeTrimOff } from '@neat-sill/core/words';
import { Check, ChevronLeft } from 'lucide-react';
import { Dialog } from 'radix-ui';
import { useState, type ReactNode } from 'react';
import { PullDrawing, useRollPx } from '../../drawing/PullDrawing.tsx';
import { useJob, useUnit } from '../job/index.ts';
import { Button } from '../../ui/Button.tsx';
import { Length, Size } from '../../ui/Length.tsx';
import { LengthField } from '../../ui/LengthField.tsx';
import { Note } from '../../ui/Note.tsx';
import { PieceCuts } from './PieceCuts.tsx';
import { PullDone } from './PullDone.tsx';

interface CutModeProps {
  readonly kept: KeptPlan;
  readonly steps: readonly CutStep[];
  readonly filmName: (id: string) => string;
  readonly onClose: () => void;
}

function Line({ name, children }: { name: string; children: ReactNode }) {
  return (
    <div className="border-t border-hairline-soft py-2">
      <dt className="text-sm text-quiet">{name}</dt>
      <dd className="text-xl font-bold">{children}</dd>
    </div>
  );
}

/** A pull's length as drops from a bench of known height and what is left over. */
function Drops({ lengthMm, benchMm }: { lengthMm: number; benchMm: number }) {
  const unit = useUnit();
  const drops = Math.floor(lengthMm / benchMm);
  return (
    <span className="text-base font-normal text-quiet">
      {' '}
      = {countOf(drops, 'drop')} from the bench and{' '}
      <Length mm={lengthMm - drops * benchMm} unit={unit} withUnit />
    </span>
  );
}

/** Cutting with wet hands: one pull at a time, in large words, ticked when it lies there. */
export function CutMode({ kept, steps, filmName, onClose }: CutModeProps) {
  const job = useJob();
  const unit = useUnit();
  const [benchMm, setBenchMm] = useState(job.rules.cutting.benchDropMm);
  const open = steps.findIndex(({ pull }) => !kept.cutPullIds.includes(pull.id));
  const [at, setAt] = useState(Math.max(0, open));
  const step = steps[at];
  const stepBefore = steps[at - 1];
  const last = stepBefore && kept.cutPullIds.includes(stepBefore.pull.id) ? stepBefore : null;
  const film = job.jobShopData.films.find(({ id }) => id === step?.source.filmId);
  // One behind the other each is measured, and cut, before the next.
  const several = step?.strips.some(({ pieces }) => pieces.length > 1) ?? false;
  const isCut = step ? kept.cutPullIds.includes(step.pull.id) : false;
  const rollPx = useRollPx(step?.source.width ?? 0, step?.pull.length ?? 1);
  const tick = () => {
    if (!step) return;
    job.edit(`Pull ${step.pull.id} is cut`, [
      patchRecord(job.records, 'plan', PLAN_ID, { cutPullIds: [...kept.cutPullIds, step.pull.id] }),
    ]);
    setAt(at + 1);
  };
  const before = step
    ? steps
        .slice(0, at + 1)
        .filter(({ source }) => source.id === step.source.id)
        .reduce((sum, { pull }) => sum + pull.length, 0)
    : 0;
  return (
    <Dialog.Root open onOpenChange={(next) => !next && onClose()}>
      <Dialog.Portal>
        <Dialog.Content aria-describedby={undefined} className="fixed inset-0 z-20 flex flex-col bg-sheet">
          <header className="flex items-center justify-between gap-3 border-b border-hairline px-4 py-2">
            <Dialog.Title className="text-lg font-bold">
              {step ? `Pull ${at + 1} of ${steps.length}` : 'All pulls are cut'}
            </Dialog.Title>
            <Button className="min-h-12" onClick={onClose}>
              Back to the bench
            </Button>
          </header>
          {step ? (
            <div className="flex min-h-0 flex-1 gap-6 overflow-y-auto p-4 max-sm:flex-col" tabIndex={0}>
              <div className="shrink-0 self-center sm:self-start">
                <PullDrawing step={step} film={film} unit={unit} cut={isCut} rollPx={rollPx} />
              </div>
              <div className="min-w-0 flex-1">
                {last && (
                  <Note tone="good" role="status">
                    Pull {last.pull.id} is cut.
                    <PullDone step={last} keptAt={kept.keptAt} />
                  </Note>
                )}
                <dl>
                  <Line name="Roll">
                    {filmName(step.source.filmId)},{' '}
                    {step.sheet ? (
                      describeSheet(step.sheet, unit)
                    ) : (
                      <>
                        {step.source.kind === 'new' ? 'a new roll' : step.source.id},{' '}
                        <Length mm={step.source.width} unit={unit} withUnit /> wide
                      </>
                    )}
                  </Line>
                  {step.sheet && describeTrimOff(step.sheet, unit) !== null && (
                    <Line name="Sheet">{describeTrimOff(step.sheet, unit)}</Line>
                  )}
                  {step.squaring && (
                    <Line name="First, square the roll end">
                      cut <Length mm={step.squaring.mm} unit={unit} withUnit /> off{' '}
                      <span className="text-base font-normal">
                        it is <Length mm={step.squaring.outMm} unit={unit} withUnit /> out over its width
                      </span>
                    </Line>
                  )}
                  <Line name="Knife from the left edge of the box">
                    {step.knifeAtMm.length === 0
                      ? 'no knife, full width'
                      : step.knifeAtMm.map((mm, index) => (
                          <span key={mm}>
                            {index > 0 && ', '}
                            <Length mm={mm} unit={unit} withUnit />
                          </span>
                        ))}
                  </Line>
                  <Line name="Pull out and cut across">
                    <Length mm={step.pullOutMm} unit={unit} withUnit />
                    <Drops lengthMm={step.pullOutMm} benchMm={benchMm} />
                  </Line>
                  <Line name="Write on the liner">
                    <ul className="flex flex-col gap-1">
                      {step.strips
                        .flatMap((strip) => strip.pieces)
                        .map((item) => (
                          <li key={item.piece.id}>
                            {item.name}{' '}
                            <span className="text-base font-normal">
                              <Size widthMm={item.piece.w} heightMm={item.piece.l} unit={unit} />
                              <PieceCuts item={item} unit={unit} />, {SIDE_NAMES[item.freeEndIs]} edge leads
                              {several && <Drops lengthMm={item.cutLengthMm} benchMm={benchMm} />}
                            </span>
                          </li>
                        ))}
                    </ul>
                  </Line>
                  <Line name="Roll them up">
                    <span className="text-base font-normal">
                      {film?.hold === 'pressureSensitive'
                        ? 'Roll-down: liner inside. Tape to table: liner outside. Never kink it.'
                        : 'Flat or in a wide roll, liner outside.'}
                    </span>
                  </Line>
                  {step.keep.length > 0 && (
                    <Line name="Keep for the rack">
                      {step.keep.map((offcut, index) => (
                        <span key={`${offcut.x} ${offcut.y}`}>
                          {index > 0 && '; '}
                          <Size widthMm={offcut.w} heightMm={offcut.l} unit={unit} />
                        </span>
                      ))}
                    </Line>
                  )}
                  <Line name="Left on the roll after it">
                    {formatRun(Math.max(0, step.source.length - before), unit)}
                  </Line>
                </dl>
                <div className="max-w-60 pt-2">
                  <LengthField
                    label="Height of the bench"
                    valueMm={benchMm}
                    unit={unit}
                    expects="any"
                    draftKey="bench height"
                    refuse={(mm) => (mm >= 300 && mm <= 3000 ? null : 'A bench is 300 to 3000 mm high.')}
                    onTake={(length) => setBenchMm(length.mm)}
                  />
                </div>
              </div>
            </div>
          ) : (
            <div className="p-6 text-lg">
              <p>The rack is shorter by what was cut, and the leftovers are on it.</p>
              {last && <PullDone step={last} keptAt={kept.keptAt} />}
            </div>
          )}
          <footer className="flex gap-3 border-t border-hairline p-3">
            <Button className="min-h-14 flex-1" disabled={at === 0} onClick={() => setAt(at - 1)}>
              <ChevronLeft size={20} aria-hidden /> Back
            </Button>
            {step &&
              (isCut ? (
                <Button className="min-h-14 flex-[2]" onClick={() => setAt(at + 1)}>
                  It is cut, next
                </Button>
              ) : (
                <Button weight="act" className="min-h-14 flex-[2] text-lg" onClick={tick}>
                  <Check size={22} aria-hidden /> Cut, next
                </Button>
              ))}
          </footer>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
