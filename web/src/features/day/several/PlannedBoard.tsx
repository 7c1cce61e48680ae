import type { PlannedJobs } from '@neat-sill/core/contract';
import { visitClock } from '@neat-sill/core/visits';
import { countOf } from '@neat-sill/core/units';
import { scaleLinear } from 'd3';
import { showMinute, showWeekday } from '../../../ui/format.ts';
import { daysOfPlan, letterOf, type DayOfPerson } from './severalRows.ts';

const HOUR = 60;
/** A stretch with a smaller share of the width than this has no room for a name. */
const NARROW_SHARE = 0.09;

/** Who is where when, day by day: a line for each person with a bar for each stretch at a job; on a phone a list. */
export function PlannedBoard({ planned, from }: { planned: PlannedJobs; from: string }) {
  const clock = visitClock(planned.timeZone, from);
  const days = daysOfPlan(planned, clock.local);
  const all = days.flatMap(({ people }) => people.flatMap(({ atJobs }) => atJobs));
  if (all.length === 0) return null;
  const [begin, end] = [
    Math.floor(Math.min(...all.map(({ fromMinute }) => fromMinute)) / HOUR) * HOUR,
    Math.ceil(Math.max(...all.map(({ toMinute }) => toMinute)) / HOUR) * HOUR,
  ];
  const x = scaleLinear([begin, end], [0, 100]);
  const hours = Array.from({ length: (end - begin) / HOUR + 1 }, (_, at) => begin + at * HOUR);
  return (
    <section aria-label="Who is where" className="flex flex-col gap-4">
      {days.map(({ day, people }) => (
        <div key={day}>
          <h3 className="font-semibold">{showWeekday(clock.dayOf(day))}</h3>
          <div
            className="ml-28 flex justify-between text-xs text-quiet tabular-nums max-sm:hidden"
            aria-hidden
          >
            {hours.map((hour) => (
              <span key={hour}>{showMinute(hour)}</span>
            ))}
          </div>
          <ul className="flex flex-col gap-1 max-sm:gap-2">
            {people.map((person) => (
              <PersonLine key={person.personId} person={person} planned={planned} x={x} />
            ))}
          </ul>
        </div>
      ))}
    </section>
  );
}

function PersonLine({
  person: { name, atJobs },
  planned: { jobs },
  x,
}: {
  person: DayOfPerson;
  planned: PlannedJobs;
  x: (minute: number) => number;
}) {
  return (
    <li className="flex items-center gap-2 max-sm:items-start">
      <span className="w-26 shrink-0 truncate text-sm max-sm:w-22">{name}</span>
      <ol className="min-w-0 flex-1 sm:hidden">
        {atJobs.map(({ key, at, fromMinute, toMinute }) => (
          <li key={key} className="flex gap-2 text-sm">
            <span className="shrink-0 tabular-nums">
              {showMinute(fromMinute)} to {showMinute(toMinute)}
            </span>
            <span className="min-w-0 truncate">
              <b>{letterOf(at)}</b> {jobs[at]?.job}
            </span>
          </li>
        ))}
      </ol>
      <ol className="relative h-8 flex-1 border border-hairline-soft bg-sheet max-sm:hidden">
        {atJobs.map(({ key, at, fromMinute, toMinute, tasks }) => {
          const width = x(toMinute) - x(fromMinute);
          const isWide = width > NARROW_SHARE * 100;
          const said = `${letterOf(at)}, ${jobs[at]?.job ?? '?'}: ${showMinute(fromMinute)} to ${showMinute(toMinute)}, ${countOf(tasks, 'task')}`;
          return (
            <li
              key={key}
              title={said}
              className="absolute inset-y-0 truncate border-l-4 border-edge bg-edge-tint text-sm leading-8"
              style={{
                left: `${x(fromMinute)}%`,
                width: `${width}%`,
                textOverflow: isWide ? undefined : 'clip',
              }}
            >
              <span aria-hidden className={isWide ? 'px-1' : 'px-px'}>
                <b>{letterOf(at)}</b>
                {isWide && ` ${jobs[at]?.job ?? ''}`}
              </span>
              <span className="sr-only">{said}</span>
            </li>
          );
        })}
      </ol>
    </li>
  );
}
