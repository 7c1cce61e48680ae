import type { JobShelf, JobSummary } from '@neat-sill/core/contract';
import { MoreHorizontal } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { useState, type FormEvent } from 'react';
import { useNavigate } from 'react-router';
import {
  sentenceOf,
  useCopyJobMutation,
  useCrewQuery,
  useEraseJobMutation,
  useKeepJobMutation,
} from '../../api/api.ts';
import { Confirm } from '../../ui/Confirm.tsx';
import { Choice, TextField } from '../../ui/Field.tsx';
import { Sheet } from '../../ui/Sheet.tsx';
import { SheetEnd } from '../../ui/SheetEnd.tsx';
import { MENU_LOOK } from '../../ui/menuLook.ts';

const NOBODY = 'nobody';

/** Who does a job, and on which day. */
function VisitSheet({ job, onClose }: { job: JobSummary; onClose: () => void }) {
  const { data: crew } = useCrewQuery();
  const [keep, { error, isLoading }] = useKeepJobMutation();
  const [who, setWho] = useState(job.assignedTo?.id ?? NOBODY);
  const [day, setDay] = useState(job.visitOn ?? '');
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const body = { assignedTo: who === NOBODY ? null : who, visitOn: day || null };
    const kept = await keep({ jobId: job.id, body });
    if (kept.data) onClose();
  };
  const people = [
    [NOBODY, 'Nobody yet'] as const,
    ...(crew ?? []).map(({ id, name }) => [id, name] as const),
  ];
  return (
    <Sheet title={`Who and when: ${job.customer}, ${job.name}`} open onClose={onClose}>
      <form className="flex flex-col gap-4" onSubmit={(event) => void submit(event)}>
        <div className="grid gap-4 sm:grid-cols-2">
          <Choice label="Who does it" value={who} options={people} onChoose={setWho} />
          <TextField label="Day" type="date" value={day} onChange={(event) => setDay(event.target.value)} />
        </div>
        <SheetEnd act="Save" busy={isLoading} problem={error && sentenceOf(error)} onCancel={onClose} />
      </form>
    </Sheet>
  );
}

function EraseSheet({ job, onClose }: { job: JobSummary; onClose: () => void }) {
  const [erase, { error, isLoading }] = useEraseJobMutation();
  const act = async () => {
    const erased = await erase(job.id);
    if (erased.data) onClose();
  };
  return (
    <Confirm
      title={`Erase ${job.customer}, ${job.name}`}
      open
      act="Erase for good"
      busy={isLoading}
      problem={error && sentenceOf(error)}
      onClose={onClose}
      onAct={() => void act()}
    >
      The customer, the photographs, every reading and the history of this job go for good. Nobody can bring
      them back; older backups still hold them.
    </Confirm>
  );
}

interface JobMenuProps {
  readonly job: JobSummary;
  readonly mayErase: boolean;
  /** It was put somewhere else; what is to be mended by hand. */
  readonly onMoved: (job: JobSummary, to: JobShelf, notices: readonly string[]) => void;
  readonly onProblem: (sentence: string) => void;
}

/** What can be done with a whole job. */
export function JobMenu({ job, mayErase, onMoved, onProblem }: JobMenuProps) {
  const [keep] = useKeepJobMutation();
  const [copy] = useCopyJobMutation();
  const [sheet, setSheet] = useState<'visit' | 'erase' | null>(null);
  const navigate = useNavigate();
  const move = async (shelf: JobShelf) => {
    const kept = await keep({ jobId: job.id, body: { shelf } });
    if (kept.data) onMoved(job, shelf, kept.data.notices);
    else onProblem(sentenceOf(kept.error));
  };
  const duplicate = async () => {
    const made = await copy(job.id);
    if (made.data) await navigate(`/jobs/${made.data.id}/survey`);
    else onProblem(sentenceOf(made.error));
  };
  const acts: readonly (readonly [string, () => void])[] = [
    ...(job.shelf === 'open'
      ? ([
          ['Who and when', () => setSheet('visit')],
          ['Archive', () => void move('archived')],
        ] as const)
      : ([['Put back', () => void move('open')]] as const)),
    ...(job.shelf === 'deleted'
      ? mayErase
        ? ([['Erase for good', () => setSheet('erase')]] as const)
        : []
      : ([
          ['Duplicate', () => void duplicate()],
          ['Delete', () => void move('deleted')],
        ] as const)),
  ];
  return (
    <>
      <DropdownMenu.Root>
        <DropdownMenu.Trigger
          aria-label={`More for ${job.customer}, ${job.name}`}
          className="flex size-11 shrink-0 items-center justify-center rounded-sm hover:bg-sheet"
        >
          <MoreHorizontal size={18} aria-hidden />
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content align="end" className={MENU_LOOK}>
            {acts.map(([name, act]) => (
              <DropdownMenu.Item
                key={name}
                onSelect={act}
                className="flex min-h-11 items-center px-3 data-highlighted:bg-edge-tint"
              >
                {name}
              </DropdownMenu.Item>
            ))}
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
      {sheet === 'visit' && <VisitSheet job={job} onClose={() => setSheet(null)} />}
      {sheet === 'erase' && <EraseSheet job={job} onClose={() => setSheet(null)} />}
    </>
  );
}
