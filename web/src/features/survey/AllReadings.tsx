import { ALL_PLACES, type AnyPlace, type TakenLength } from '@neat-sill/core/survey';
import { formatLength } from '@neat-sill/core/units';
import { READING_NAMES } from '@neat-sill/core/words';
import { showDay, showTime } from '../../ui/format.ts';
import { useUnit, type PaneWithId } from '../job/index.ts';

function takenLine({ by, at, how }: TakenLength): string {
  const when = at ? `${showDay(at)}, ${showTime(at)}` : null;
  return [by, when, how === 'laser' ? 'laser' : 'tape'].filter(Boolean).join(', ');
}

/** Every reading of a pane with who took it, when and with what: folded away until somebody asks. */
export function AllReadings({ pane }: { pane: PaneWithId }) {
  const unit = useUnit();
  const taken = ALL_PLACES.flatMap((place): { place: AnyPlace; count: number; length: TakenLength }[] => {
    const reading = pane.readings[place];
    return reading ? [reading, ...reading.again].map((length, count) => ({ place, count, length })) : [];
  });
  if (taken.length === 0) return null;
  return (
    <details>
      <summary className="cursor-pointer text-sm text-quiet">
        {taken.length === 1 ? 'One reading' : `All ${taken.length} readings`}: who took them, and how
      </summary>
      <ul className="mt-2 flex flex-col gap-1 text-sm">
        {taken.map(({ place, count, length }) => (
          <li
            key={`${place} ${count}`}
            className="flex flex-wrap justify-between gap-x-3 border-b border-hairline-soft pb-1"
          >
            <span>
              {READING_NAMES[place]}
              {count > 0 && ', again'}: <b>{formatLength(length.mm, { unit })}</b>
            </span>
            <span className="text-quiet">{takenLine(length)}</span>
          </li>
        ))}
      </ul>
    </details>
  );
}
