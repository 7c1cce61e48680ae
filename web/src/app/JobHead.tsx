import { sameData } from '@neat-sill/core/record';
import { HEADER_ID, headerOf } from '@neat-sill/core/job';
import { Redo2, Undo2 } from 'lucide-react';
import { useState } from 'react';
import { useAppDispatch, useAppSelector, jobActions, SavedLine } from '../features/job/index.ts';
import { SiteForm, headerOfForm, siteText } from '../features/site/index.ts';
import { Button } from '../ui/Button.tsx';
import { Sheet } from '../ui/Sheet.tsx';

/** The head of a job: whose it is, whether it is saved, undo and redo. */
export default function JobHead() {
  const dispatch = useAppDispatch();
  const [open, setOpen] = useState(false);
  const header = useAppSelector((state) => headerOf(state.job.records));
  const done = useAppSelector((state) => state.job.done.at(-1)?.label);
  const undone = useAppSelector((state) => state.job.undone.at(-1)?.label);
  if (!header) return null;
  return (
    <div className="flex min-w-0 flex-1 items-center justify-between gap-3 max-md:gap-1">
      <button
        type="button"
        className="min-h-9 min-w-14 flex-1 truncate text-left"
        title="Customer and site"
        onClick={() => setOpen(true)}
      >
        <b>{header.customer}</b> <span className="text-quiet">/ {header.name}</span>
      </button>
      <Sheet title="Customer and site" open={open} onClose={() => setOpen(false)}>
        <SiteForm
          start={siteText(header)}
          act="Save"
          busy={false}
          problem={undefined}
          withVisit
          onFilled={(filled) => {
            setOpen(false);
            const after = { ...header, ...headerOfForm(filled) };
            const change = { kind: 'job' as const, id: HEADER_ID, before: header, after };
            if (!sameData(header, after))
              dispatch(
                jobActions.edited({ id: crypto.randomUUID(), label: 'Customer and site', changes: [change] }),
              );
          }}
        />
      </Sheet>
      <div className="flex shrink-0 items-center gap-1">
        <SavedLine />
        <Button
          size="low"
          className="ml-2 max-md:ml-0"
          disabled={!done}
          title={done ? `Undo: ${done}` : 'Nothing to undo'}
          onClick={() => dispatch(jobActions.undone({ id: crypto.randomUUID() }))}
        >
          <Undo2 size={17} aria-hidden />
          <span className="sr-only">Undo{done && `: ${done}`}</span>
        </Button>
        <Button
          size="low"
          disabled={!undone}
          title={undone ? `Redo: ${undone}` : 'Nothing to redo'}
          onClick={() => dispatch(jobActions.redone({ id: crypto.randomUUID() }))}
        >
          <Redo2 size={17} aria-hidden />
          <span className="sr-only">Redo{undone && `: ${undone}`}</span>
        </Button>
      </div>
    </div>
  );
}
