import { rulesOfKind } from '@neat-sill/core/job';
import type { Reading, ReadingPlace } from '@neat-sill/core/survey';
import { READING_NAMES } from '@neat-sill/core/words';
import { formatLength, type LengthUnit } from '@neat-sill/core/units';
import type { StaleRecord } from '@neat-sill/core/contract';
import { Button } from '../../ui/Button.tsx';
import { DataTable } from '../../ui/DataTable.tsx';
import { Sheet } from '../../ui/Sheet.tsx';
import { useAppDispatch, useAppSelector } from './hooks.ts';
import { jobActions } from './jobSlice.ts';
import { clashesOf, type Choice, type StaleClash } from './rebase.ts';
import { useUnit } from './useJob.ts';

const FIELD_NAMES: Readonly<Record<string, string>> = {
  filmId: 'Film',
  glass: 'Glass',
  frame: 'Frame',
  handle: 'Handle',
  opening: 'Kind of opening',
  gapBeforeMm: 'Gap before it',
  sillMm: 'Height of the sill',
  label: 'Number',
  seams: 'Seams',
  ruleSetId: 'House rules',
  filmRuleSets: 'House rules of films',
  name: 'Name',
  ticks: 'Steps done',
  faults: 'Faults',
  doneAt: 'Done at',
  cutPullIds: 'Pulls cut',
};

function fieldName(path: readonly string[]): string {
  const last = path.at(-1) ?? '';
  if (last in READING_NAMES) return READING_NAMES[last as ReadingPlace];
  return FIELD_NAMES[last] ?? (last === '' ? 'All of it' : last);
}

function shown(value: unknown, path: readonly string[], unit: LengthUnit): string {
  if (value === null || value === undefined) return path.length === 0 ? 'removed' : 'empty';
  if (typeof value === 'object' && 'mm' in value) return formatLength((value as Reading).mm, { unit });
  if (typeof value === 'number' && path.at(-1)?.endsWith('Mm')) return formatLength(value, { unit });
  if (Array.isArray(value)) return `${value.length}`;
  if (typeof value === 'object') return path.length === 0 ? 'kept, changed' : JSON.stringify(value);
  return String(value as string | number | boolean);
}

/** What kind of record it is and, where it has one, what people call it. */
function recordName({ mine }: StaleClash): string {
  const data = (mine.after ?? mine.before) as { readonly label?: string; readonly name?: string } | null;
  return [rulesOfKind(mine.kind).name, data?.label ?? data?.name ?? ''].join(' ').trim();
}

/** Two people changed the same thing: both are shown side by side, field by field, and one is chosen. */
export function ClashSheet({ stale }: { stale: readonly StaleRecord[] }) {
  const dispatch = useAppDispatch();
  const unit = useUnit();
  const outbox = useAppSelector((state) => state.job.outbox);
  const edit = outbox[0]?.edit;
  if (!edit) return null;
  const clashes = clashesOf(edit, stale);
  const choose = (choice: Choice) =>
    dispatch(jobActions.resolved({ stale, choice, newIds: outbox.map(() => crypto.randomUUID()) }));
  return (
    <Sheet title="Changed elsewhere meanwhile" open onClose={() => undefined}>
      <p>
        By somebody else, or by you in another window. Nothing is lost: what only one side changed is kept of
        both; these fields both changed:
      </p>
      {clashes.map((clash) => (
        <DataTable
          key={`${clash.mine.kind}/${clash.mine.id}`}
          caption={recordName(clash)}
          items={clash.conflicts}
          keyOf={({ path }) => path.join('.')}
          columns={[
            { key: 'what', title: 'What', cell: ({ path }) => fieldName(path) },
            { key: 'mine', title: 'Yours', cell: ({ path, mine }) => <b>{shown(mine, path, unit)}</b> },
            {
              key: 'theirs',
              title: 'Theirs',
              cell: ({ path, theirs }) => <b>{shown(theirs, path, unit)}</b>,
            },
          ]}
        />
      ))}
      <div className="flex justify-end gap-3">
        <Button onClick={() => choose('theirs')}>Use theirs</Button>
        <Button weight="act" onClick={() => choose('mine')}>
          Keep mine
        </Button>
      </div>
    </Sheet>
  );
}
