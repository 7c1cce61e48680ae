import { FileText } from 'lucide-react';
import { useState } from 'react';
import { sentenceOf, useMakePaperMutation, usePaperQuery } from '../../api/api.ts';
import { Button, buttonLook } from '../../ui/Button.tsx';
import { today } from '../../ui/format.ts';
import { Note } from '../../ui/Note.tsx';
import { useAppSelector, useJob } from '../job/index.ts';

type PaperKind =
  | 'care-sheet'
  | 'cut-list'
  | 'day-sheet'
  | 'condition-sheet'
  | 'fitting-report'
  | 'quote'
  | 'labels'
  | 'single-labels'
  | 'steps'
  | 'templates';

const PAPER_NAMES: Readonly<Record<PaperKind, string>> = {
  'care-sheet': 'Care sheet',
  'cut-list': 'Cut list',
  'day-sheet': 'Day sheet',
  'condition-sheet': 'Condition sheet',
  'fitting-report': 'Fitting report',
  labels: 'Labels on sheets',
  'single-labels': 'Labels one by one',
  quote: 'Printed quote',
  steps: 'Steps with drawings',
  templates: 'Templates in full size',
};

function MadePaper({ id, kind }: { id: string; kind: PaperKind }) {
  const [waiting, setWaiting] = useState(true);
  const { data, error } = usePaperQuery(id, { pollingInterval: waiting ? 700 : 0 });
  if (waiting && (error || (data && data.state !== 'waiting'))) setWaiting(false);
  if (error)
    return (
      <Note tone="no" role="alert">
        {sentenceOf(error)}
      </Note>
    );
  if (data?.state === 'failed')
    return (
      <Note tone="doubt" role="alert">
        {data.problem}
      </Note>
    );
  if (data?.state !== 'ready') return <p role="status">Making the {PAPER_NAMES[kind].toLowerCase()}</p>;
  return (
    <a className={buttonLook('plain')} href={`/api/papers/${id}/pdf`} target="_blank" rel="noreferrer">
      <FileText size={18} aria-hidden /> Open the {PAPER_NAMES[kind].toLowerCase()} (PDF)
    </a>
  );
}

/** A paper of the job, made by the server and opened when it is ready. */
export function Paper({ kind, disabledBecause }: { kind: PaperKind; disabledBecause: string | null }) {
  const { jobId } = useJob();
  const unsent = useAppSelector((state) => state.job.outbox.length);
  const [make, { data, error, isLoading }] = useMakePaperMutation();
  return (
    <div className="flex flex-col items-start gap-2">
      <Button
        disabled={isLoading || unsent > 0 || disabledBecause !== null}
        onClick={() => void make({ jobId, body: { kind, today: today() } })}
      >
        <FileText size={18} aria-hidden /> Make the {PAPER_NAMES[kind].toLowerCase()}
      </Button>
      {disabledBecause && <p className="text-sm text-quiet">{disabledBecause}</p>}
      {error && (
        <Note tone="no" role="alert">
          {sentenceOf(error)}
        </Note>
      )}
      {data && <MadePaper key={data.id} id={data.id} kind={kind} />}
    </div>
  );
}
