import { dropDoubtful, keepDoubtful, acceptLikely, type Doubt, type Pane } from '@neat-sill/core/survey';
import { patchRecord } from '@neat-sill/core/record';
import { formatLength } from '@neat-sill/core/units';
import { describeDoubt } from '@neat-sill/core/words';
import { useLayoutEffect, useState } from 'react';
import { useAppDispatch, useJob, useUnit, viewActions } from '../job/index.ts';
import { Button } from '../../ui/Button.tsx';
import { Note } from '../../ui/Note.tsx';
import type { PaneWithId } from './GlassAndFrame.tsx';

const REASONS = [
  'measured twice',
  'the frame leans',
  'this pane really differs',
  'the other reading was wrong',
];

interface Answers {
  readonly take: () => void;
  readonly again: () => void;
  readonly keep: (because: string) => void;
}

function useAnswers(pane: PaneWithId, doubt: Doubt | undefined): Answers | null {
  const job = useJob();
  const unit = useUnit();
  const dispatch = useAppDispatch();
  if (!doubt) return null;
  const write = (label: string, readings: Pane['readings']) =>
    job.edit(`${label}, pane ${pane.label}`, [patchRecord(job.records, 'pane', pane.id, { readings })]);
  return {
    take: () => write('Use the likely value', acceptLikely(pane.readings, doubt, unit)),
    again: () => {
      write('Measure again', dropDoubtful(pane.readings, doubt));
      dispatch(viewActions.readingAsked());
    },
    keep: (because) => write('Keep the reading', keepDoubtful(pane.readings, doubt, because)),
  };
}

function likelyText(doubt: Doubt, unit: 'mm' | 'in'): string | null {
  if (doubt.slip === 'exchanged') return 'Swap width and height';
  return doubt.likelyMm === null ? null : `Use ${formatLength(doubt.likelyMm, { unit })}`;
}

function OneDoubt({ pane, doubt, first }: { pane: PaneWithId; doubt: Doubt; first: boolean }) {
  const unit = useUnit();
  const answers = useAnswers(pane, doubt);
  const [asking, setAsking] = useState(false);
  // In place as soon as the doubt can be read: a key pressed at once must not be lost.
  useLayoutEffect(() => {
    if (!first || !answers) return;
    const onKeyDown = (event: KeyboardEvent) => {
      if (!event.altKey) return;
      const key = event.key.toLowerCase();
      if (key === 't') answers.take();
      else if (key === 'm') answers.again();
      else if (key === 'k') setAsking(true);
      else return;
      event.preventDefault();
    };
    window.addEventListener('keydown', onKeyDown);
    return () => window.removeEventListener('keydown', onKeyDown);
  }, [first, answers]);
  if (!answers) return null;
  const likely = likelyText(doubt, unit);
  const key = (name: string) => (first ? { 'aria-keyshortcuts': `Alt+${name}`, title: `Alt+${name}` } : {});
  return (
    <Note tone="doubt" role="status">
      <p>{describeDoubt(doubt, unit)}</p>
      {asking ? (
        <div className="mt-2 flex flex-wrap gap-2" role="group" aria-label="Why it is right as it is">
          {REASONS.map((reason, at) => (
            <Button key={reason} autoFocus={at === 0} onClick={() => answers.keep(reason)}>
              {reason}
            </Button>
          ))}
          <Button weight="quiet" onClick={() => setAsking(false)}>
            Back
          </Button>
        </div>
      ) : (
        <div className="mt-2 flex flex-wrap gap-2">
          {likely && (
            <Button onClick={answers.take} {...key('T')}>
              {likely}
            </Button>
          )}
          <Button onClick={answers.again} {...key('M')}>
            Measure again
          </Button>
          <Button onClick={() => setAsking(true)} {...key('K')}>
            Correct, keep
          </Button>
        </div>
      )}
    </Note>
  );
}

/** What is asked about on a pane; the first can be answered by one key. */
export function Doubts({ pane }: { pane: PaneWithId }) {
  const { doubts } = useJob();
  return (doubts.get(pane.id) ?? []).map((doubt, at) => (
    <OneDoubt key={`${doubt.place} ${doubt.code}`} pane={pane} doubt={doubt} first={at === 0} />
  ));
}
