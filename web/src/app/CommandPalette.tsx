import { Command } from 'cmdk';
import { useEffect } from 'react';
import { useNavigate } from 'react-router';
import { useJobsQuery, useSavePreferencesMutation, useSessionQuery } from '../api/api.ts';
import { useAppDispatch, useAppSelector, jobActions, viewActions } from '../features/job/index.ts';
import { STAGE_MODULES } from './stages.ts';

interface Entry {
  readonly name: string;
  readonly keys?: string;
  readonly run: () => void;
}

function useEntries(): readonly Entry[] {
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const { data: jobs } = useJobsQuery();
  const { data: session } = useSessionQuery();
  const [savePreferences] = useSavePreferencesMutation();
  const jobId = useAppSelector((state) => state.job.jobId);
  const go = (to: string) => () => void navigate(to);
  const unit = session?.person?.unit ?? 'mm';
  const inJob: Entry[] = jobId
    ? [
        ...STAGE_MODULES.map(({ id, name }, at) => ({
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
        { name: 'See the wall from the other side', run: () => dispatch(viewActions.sideTurned()) },
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
    ...(jobs ?? []).map((job) => ({
      name: `Job: ${job.customer}, ${job.name}`,
      run: go(`/jobs/${job.id}/survey`),
    })),
  ];
}

/** Find or do anything by name; opens with Ctrl+K. */
export function CommandPalette() {
  const open = useAppSelector((state) => state.view.paletteOpen);
  const dispatch = useAppDispatch();
  const entries = useEntries();
  useEffect(() => {
    const onKeyDown = (event: KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'k') return;
      event.preventDefault();
      dispatch(viewActions.paletteTurned(true));
    };
    window.addEventListener('keydown', onKeyDown);
    return () => window.removeEventListener('keydown', onKeyDown);
  }, [dispatch]);
  return (
    <Command.Dialog
      open={open}
      onOpenChange={(next) => dispatch(viewActions.paletteTurned(next))}
      label="Find or do"
      overlayClassName="fixed inset-0 z-30 bg-ink/40"
      contentClassName="fixed inset-x-3 top-[12vh] z-40 mx-auto max-w-lg border border-ink bg-sheet shadow-lifted"
    >
      <Command.Input
        placeholder="Type what to find or to do"
        className="min-h-12 w-full border-b border-hairline bg-sheet px-4 text-lg"
      />
      <Command.List className="max-h-[50vh] overflow-y-auto p-1">
        <Command.Empty className="p-4 text-quiet">Nothing by that name.</Command.Empty>
        {entries.map(({ name, keys, run }) => (
          <Command.Item
            key={name}
            value={name}
            onSelect={() => {
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
