import { MOST_DAYS_ASKED } from '@neat-sill/core/contract';
import { visitClock } from '@neat-sill/core/visits';
import { countOf } from '@neat-sill/core/units';
import { useState } from 'react';
import { Link } from 'react-router';
import { useCrewDaysQuery } from '../../api/api.ts';
import { Button, buttonLook } from '../../ui/Button.tsx';
import { showDay, showMinute, today } from '../../ui/format.ts';
import { useSlots, type BookOrder } from './usePlannedDays.ts';
import type { Visit } from './useVisit.ts';

/** When could we do this job? The earliest days on which all of it fits, beside all else that the crew has. */
export function Booking({ visit }: { visit: Visit }) {
  const { job, workers, choices, setChoices } = visit;
  const [asked, setAsked] = useState<BookOrder | null>(null);
  const { data: crewDays } = useCrewDaysQuery({ from: today(), days: MOST_DAYS_ASKED, not: job.jobId });
  const booked = useSlots(asked);
  const ask = () =>
    setAsked({
      ...{ records: job.records, shop: job.jobShopData, workers: [...workers], days: choices.days },
      ...{ from: today(), lookAhead: MOST_DAYS_ASKED - choices.days, splits: choices.splits },
      busy: (crewDays?.busy ?? []).map(({ personId, from, to }) => ({ personId, from, to })),
    });
  const { timeZone } = job.header.site;
  return (
    <section aria-label="When could it be" className="flex flex-col items-start gap-2">
      <div className="flex flex-wrap gap-2">
        <Button onClick={ask} disabled={workers.length === 0 || !crewDays}>
          When could we do this job?
        </Button>
        <Link to="/days" state={{ jobId: job.jobId }} className={buttonLook('plain')}>
          Plan it with other jobs
        </Link>
      </div>
      {booked.kind === 'looking' && <p role="status">Looking through the weeks to come</p>}
      {booked.kind === 'found' && booked.slots.length === 0 && (
        <p role="status">
          Not within the next {countOf(MOST_DAYS_ASKED, 'day')} with these people in{' '}
          {countOf(choices.days, 'day')}. Let more come, or give it more days.
        </p>
      )}
      {booked.kind === 'found' && booked.slots.length > 0 && (
        <ul aria-label="Earliest days">
          {booked.slots.map(({ from, ends }) => {
            const clock = visitClock(timeZone, from);
            const last = clock.local(ends);
            return (
              <li key={from} className="flex flex-wrap items-center gap-3 py-1">
                <span>
                  <b>{showDay(from)}</b>
                  {last.day > 0 && ` to ${showDay(clock.dayOf(last.day))}`}, done at {showMinute(last.minute)}
                </span>
                <Button size="low" onClick={() => setChoices({ ...choices, from })}>
                  Plan it then
                </Button>
              </li>
            );
          })}
        </ul>
      )}
    </section>
  );
}
