import { RULES_OF_ROLES } from '@neat-sill/core/contract';
import type { PlanSource } from '@neat-sill/core/cuts';
import { formatLength } from '@neat-sill/core/units';
import { sentenceOf, useSaveRackMutation, useSessionQuery, useShopBookQuery } from '../../api/api.ts';
import { showDay, today } from '../../ui/format.ts';
import { LengthField } from '../../ui/LengthField.tsx';
import { Note } from '../../ui/Note.tsx';
import { useUnit } from '../job/index.ts';

/** Further out of square nobody cuts by it. */
const MOST_OUT_MM = 50;

/** Whether the end of a roll is square, looked at once a roll before it is cut. */
export function RollEnd({ source }: { source: PlanSource }) {
  const unit = useUnit();
  const { data: book } = useShopBookQuery();
  const { data: session } = useSessionQuery();
  const [save, { error }] = useSaveRackMutation();
  const onRack = book?.rack.find(({ entry }) => entry.id === source.id);
  if (!onRack) return null;
  const { endCheck } = onRack.entry;
  const said = endCheck
    ? `${endCheck.outMm < 0.25 ? 'square' : `${formatLength(endCheck.outMm, { unit })} out over its width`}, looked at on ${showDay(endCheck.on)}`
    : 'not looked at yet';
  const mayChange = session?.person ? RULES_OF_ROLES[session.person.role].changesRack : false;
  return (
    <details className="my-1 text-sm">
      <summary className="cursor-pointer text-quiet">Roll end: {said}</summary>
      {mayChange && (
        <div className="mt-1 max-w-60">
          <LengthField
            label={`End of ${source.id}: out of square over its width`}
            valueMm={endCheck?.outMm ?? 0}
            unit={unit}
            expects="any"
            draftKey={`roll end ${source.id}`}
            refuse={(mm) =>
              mm >= 0 && mm <= MOST_OUT_MM
                ? null
                : `It must be from 0 to ${formatLength(MOST_OUT_MM, { unit })}; cut it square first if it is more.`
            }
            onTake={({ mm }) =>
              void save({
                entries: [
                  {
                    entry: { ...onRack.entry, endCheck: { outMm: mm, on: today() } },
                    lot: onRack.lot,
                    place: onRack.place,
                    baseVersion: onRack.version,
                  },
                ],
                removed: [],
              })
            }
          />
        </div>
      )}
      {error && (
        <Note tone="no" role="alert">
          {sentenceOf(error)}
        </Note>
      )}
    </details>
  );
}
