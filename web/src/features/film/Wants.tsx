import { formatShare } from '@neat-sill/core/units';
import { WANTS, type Room, type Want } from '@neat-sill/core/survey';
import { patchRecord } from '@neat-sill/core/record';
import { WANT_NAMES } from '@neat-sill/core/words';
import { useJob } from '../job/index.ts';
import { Choice } from '../../ui/Field.tsx';

const NEXT = { none: 'nice', nice: 'must', must: 'none' } as const;
const SAID = { none: 'no matter', nice: 'nice to have', must: 'a must' } as const;
const LOOK = {
  none: 'border-hairline bg-sheet text-quiet',
  nice: 'border-edge bg-edge-tint font-semibold text-ink',
  must: 'border-edge bg-edge font-bold text-on-edge',
} as const;

const SHARES = [10, 20, 30, 40, 50, 60];
const option = (share: number): [string, string] => [String(share), formatShare(share / 100)];

/** What the people in the room want of its glass: each want goes round from no matter to nice to a must. */
export function Wants({ roomId, room }: { roomId: string; room: Room }) {
  const job = useJob();
  const { wants } = room;
  const set = (label: string, next: Partial<Room['wants']>) =>
    job.edit(label, [patchRecord(job.records, 'room', roomId, { wants: { ...wants, ...next } })]);
  const turn = (want: Want) => {
    const next = NEXT[wants.levels[want] ?? 'none'];
    const levels = { ...wants.levels };
    if (next === 'none') Reflect.deleteProperty(levels, want);
    else levels[want] = next;
    set(`${WANT_NAMES[want]}: ${SAID[next]}`, { levels });
  };
  const limit = (label: string, value: number | null, open: string, take: (share: number | null) => void) => (
    <Choice
      label={label}
      value={value === null ? 'open' : String(Math.round(value * 100))}
      options={[['open', open], ...SHARES.map(option)]}
      onChoose={(chosen) => take(chosen === 'open' ? null : Number(chosen) / 100)}
    />
  );
  return (
    <section aria-label="What is wanted" className="flex flex-col gap-3">
      <h3 className="font-bold">What {room.name} wants</h3>
      <div className="flex flex-wrap gap-1.5">
        {WANTS.map((want) => {
          const level = wants.levels[want] ?? 'none';
          return (
            <button
              key={want}
              type="button"
              className={`min-h-9 rounded-sm border px-2.5 text-sm ${LOOK[level]}`}
              aria-label={`${WANT_NAMES[want]}: ${SAID[level]}`}
              onClick={() => turn(want)}
            >
              {WANT_NAMES[want]}
              {level === 'must' && ', must'}
            </button>
          );
        })}
      </div>
      <p className="text-sm text-quiet">
        {Object.keys(wants.levels).length === 0
          ? 'Nothing said yet: films are held against heat, glare and view. Click once for nice to have, twice for a must.'
          : 'Click once for nice to have, twice for a must.'}
      </p>
      <div className="grid grid-cols-2 gap-4">
        {limit('Not darker than', wants.leastLight, 'no limit', (leastLight) =>
          set('Least light', { leastLight }),
        )}
        {limit('Not shinier outside than', wants.mostShine, 'no limit', (mostShine) =>
          set('Most shine', { mostShine }),
        )}
      </div>
    </section>
  );
}
