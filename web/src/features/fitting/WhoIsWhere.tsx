import type { KnownEntry } from '@neat-sill/core/fitting';
import { useSessionQuery } from '../../api/api.ts';
import { useJob } from '../job/index.ts';
import { useNow } from './useNow.ts';

/** Somebody who has written within this time is at work. */
const AT_WORK_MS = 30 * 60_000;

/** Where others are: the pane each wrote of last, within half an hour. */
export function WhoIsWhere() {
  const { derived } = useJob();
  const { data: session } = useSessionQuery();
  const now = useNow(20);
  const last = new Map<string, KnownEntry>();
  for (const entries of derived.log.values())
    for (const entry of entries)
      if (entry.by && entry.by.id !== session?.person?.id && entry.paneId !== null) {
        const before = last.get(entry.by.id);
        if (!before || Date.parse(before.at) < Date.parse(entry.at)) last.set(entry.by.id, entry);
      }
  const here = [...last.values()].filter(({ at }) => now - Date.parse(at) < AT_WORK_MS);
  if (here.length === 0) return null;
  return (
    <p className="text-quiet" role="status" aria-label="Who is where">
      {here
        .map((entry) => {
          const pane = derived.pane(entry.paneId ?? '');
          return `${entry.by?.name ?? ''} at pane ${pane?.record.label ?? '?'}`;
        })
        .join(', ')}
      .
    </p>
  );
}
