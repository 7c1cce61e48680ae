import { useSessionQuery } from '../../api/api.ts';
import { isAtWork } from '../../drawing/paneWork.ts';
import { useNow } from '../../ui/useNow.ts';
import { useJob } from '../job/index.ts';

/** Where others are: the pane each wrote of last, while they are at work. */
export function WhoIsWhere() {
  const { derived } = useJob();
  const { data: session } = useSessionQuery();
  const now = useNow(20);
  const others = derived.whereabouts.filter(
    (each) => each.personId !== session?.person?.id && isAtWork(each, now),
  );
  if (others.length === 0) return null;
  return (
    <p className="text-quiet" role="status" aria-label="Who is where">
      {others
        .map(({ name, paneId }) => `${name} at pane ${derived.pane(paneId)?.record.label ?? '?'}`)
        .join(', ')}
      .
    </p>
  );
}
