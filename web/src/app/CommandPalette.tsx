import { Command } from 'cmdk';
import { useDeferredValue, useState } from 'react';
import { useNavigate } from 'react-router';
import { useJobsInfiniteQuery, useSavePreferencesMutation, useSessionQuery } from '../api/api.ts';
import { hasEveryWord } from '../ui/hasEveryWord.ts';
import { useAppDispatch, useAppSelector, jobActions, viewActions } from '../features/job/index.ts';

/** Jobs that are offered for what was typed. */
const MOST_JOBS = 12;

interface Entry {
  readonly name: string;
  readonly keys?: string;
  readonly run: () => void;
  /** Where names may be alike. */
  readonly id?: string;
  /** What was typed has found it already. */
  readonly found?: true;
}

function useEntries(typed: string, open: boolean): readonly Entry[] {
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const asked = useDeferredValue(typed.trim());
  const { data: jobs } = useJobsInfiniteQuery({ text: asked }, { skip: !open });
  const { data: session } = useSessionQuery();
  const [savePreferences] = useSavePreferencesMutation();
  const jobId = useAppSelector((state) => state.job.jobId);
  const stages = useAppSelector((state) => state.view.stages);
  const go = (to: string) => () => void navigate(to);
  const unit = session?.person?.unit ?? 'mm';
  const inJob: Entry[] = jobId
    ? [
        ...stages.map(({ id, name }, at) => ({
          name: `Stage: ${name}`,
          keys: `Alt ${at + 1}`,
          run: go(`/jobs/${jobId}/${id}`),
        })),
        { name: 'Undo', keys: 'Ctrl Z', run: () => dispatch(jobActions.undone({ id: crypto.randomUUID() })) },
        {
          name: 'Redo',
          keys: 'Ctrl Shift Z',
          run: () => dispatch(jobActions.redone({ id: crypto.randomUUID() })),
        },
        {
          name: 'See the wall from the other side',
          keys: 'Alt O',
          run: () => dispatch(viewActions.sideTurned()),
        },
      ]
    : [];
  return [
    ...inJob,
    { name: 'Today', run: go('/') },
    { name: 'All jobs', run: go('/jobs') },
    { name: 'Make a job', run: go('/jobs/new') },
    { name: 'Rack', run: go('/rack') },
    { name: 'Films', run: go('/films') },
    { name: 'House rules', run: go('/rules') },
    {
      name: unit === 'mm' ? 'Lengths in inches' : 'Lengths in millimetres',
      run: () => void savePreferences({ unit: unit === 'mm' ? 'in' : 'mm' }),
    },
    ...(jobs?.pages[0]?.jobs ?? []).slice(0, MOST_JOBS).map((job) => ({
      id: job.id,
      found: true as const,
      name: `Job: ${job.customer}, ${job.name}`,
      run: go(`/jobs/${job.id}/survey`),
    })),
  ];
}

const filterOf = (value: string, typed: string, keywords: readonly string[] = []) =>
  Number(hasEveryWord([value, ...keywords].join(' '), typed));

/** Finds or does anything by name. */
export default function CommandPalette() {
  const open = useAppSelector((state) => state.view.paletteOpen);
  const dispatch = useAppDispatch();
  const [typed, setTyped] = useState('');
  const entries = useEntries(typed, open);
  return (
    <Command.Dialog
      open={open}
      onOpenChange={(next) => {
        setTyped('');
        dispatch(viewActions.paletteTurned(next));
      }}
      label="Search or command"
      filter={filterOf}
      overlayClassName="fixed inset-0 z-30 bg-ink/40"
      contentClassName="fixed inset-x-3 top-[12vh] z-40 mx-auto max-w-lg border border-ink bg-sheet shadow-lifted"
    >
      <Command.Input
        value={typed}
        onValueChange={setTyped}
        placeholder="Type what to find or to do"
        className="min-h-12 w-full border-b border-hairline bg-sheet px-4 text-lg"
      />
      <Command.List className="max-h-[50vh] overflow-y-auto p-1">
        <Command.Empty className="p-4 text-quiet">Nothing by that name.</Command.Empty>
        {entries.map(({ name, keys, run, id, found }) => (
          <Command.Item
            key={id ?? name}
            value={id ?? name}
            keywords={found ? [name, typed] : [name]}
            onSelect={() => {
              setTyped('');
              dispatch(viewActions.paletteTurned(false));
              run();
            }}
            className="flex min-h-11 items-center justify-between gap-4 px-3 data-[selected=true]:bg-edge-tint"
          >
            {name}
            {keys && <span className="text-sm text-quiet">{keys}</span>}
          </Command.Item>
        ))}
      </Command.List>
    </Command.Dialog>
  );
}
