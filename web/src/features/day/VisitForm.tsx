import { countOf } from '@neat-sill/core/units';
import { Choice, TextField } from '../../ui/Field.tsx';
import { showMoment } from '../../ui/format.ts';
import type { Visit } from './useVisit.ts';
import { WhoComes } from './WhoComes.tsx';
import { isDay } from './visitChoices.ts';

export const DAYS = ['1', '2', '3', '5', '10', '20', '30', '42'] as const;

/** Which days, and who comes; who of them is elsewhere then. */
export function VisitForm({ visit }: { visit: Visit }) {
  const { crew, ids, choices, setChoices, crewDays, workers } = visit;
  const elsewhere = (crewDays?.busy ?? []).filter(({ personId }) =>
    workers.some(({ id }) => id === personId),
  );
  return (
    <div className="flex flex-col gap-2">
      <div className="flex flex-wrap items-end gap-x-4 gap-y-2">
        <TextField
          label="First day"
          type="date"
          value={choices.from}
          problem={isDay(choices.from) ? undefined : 'Choose a day.'}
          onChange={(event) => setChoices({ ...choices, from: event.target.value })}
        />
        <Choice
          label="Days"
          value={String(choices.days) as (typeof DAYS)[number]}
          options={DAYS.map((count) => [count, countOf(Number(count), 'day')])}
          onChoose={(count) => setChoices({ ...choices, days: Number(count) })}
        />
        <WhoComes crew={crew} ids={ids} onChoose={(comes) => setChoices({ ...choices, comes })} />
      </div>
      {elsewhere.length > 0 && (
        <ul className="text-sm text-quiet" aria-label="Elsewhere">
          {elsewhere.slice(0, 6).map(({ personId, from, to, job }) => (
            <li key={`${personId} ${from}`}>
              {workers.find(({ id }) => id === personId)?.name}: {job ?? 'busy by their own calendar'},{' '}
              {showMoment(from)} to {showMoment(to).slice(-5)}
            </li>
          ))}
          {elsewhere.length > 6 && <li>and {countOf(elsewhere.length - 6, 'time')} more</li>}
        </ul>
      )}
    </div>
  );
}
