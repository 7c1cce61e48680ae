import { sunUncertaintyOfWall } from '@neat-sill/core/sun';
import { panesOfWall, wallTitle, type Wall } from '@neat-sill/core/survey';
import { countOf } from '@neat-sill/core/units';
import { scaleLinear } from 'd3';
import { useMemo, useState } from 'react';
import { KitList } from '../fitting/index.ts';
import { useJob } from '../job/index.ts';
import { TextField } from '../../ui/Field.tsx';
import { showMinute, today } from '../../ui/format.ts';
import { Note } from '../../ui/Note.tsx';

const FROM_MINUTE = 5 * 60;
const TO_MINUTE = 21 * 60;

/** An uncertainty below this changes nobody's day. */
const WORTH_SAYING_MINUTES = 15;

/** What of a wall's shade is reckoned with, in words. */
function reckonedWith({ shade }: Wall): string[] {
  const parts = [
    shade.overhang && 'an overhang',
    (shade.finLeft ?? shade.finRight) && 'fins',
    shade.horizon.length > 0 && 'neighbours',
  ].filter((part) => typeof part === 'string');
  return parts.length > 0 ? [`with ${parts.join(', ')}`] : [];
}

/** Day: when the sun stands before each wall, so that one works where it is not; hands and solution to bring. */
export function DayBench() {
  const job = useJob();
  const [day, setDay] = useState(today());
  const x = scaleLinear([FROM_MINUTE, TO_MINUTE], [0, 300]).clamp(true);
  const { derived, header } = job;
  const toFit = derived.panes.filter(({ fitting }) => fitting.doneAt === null);
  const valid = /^\d{4}-\d{2}-\d{2}$/.test(day);
  // The sun of forty walls takes a moment: it is followed once a change, not at each look.
  const walls = useMemo(
    () =>
      valid
        ? derived.walls.map(({ id, record, panes }) => ({
            wall: { ...record, id },
            stretches: derived.sunOf(id, day),
            uncertainMinutes: sunUncertaintyOfWall(
              header.site,
              record,
              panes.flatMap(({ sizes }) => sizes?.cutting ?? []),
              day,
            ),
          }))
        : [],
    [derived, header, day, valid],
  );
  if (job.walls.length === 0)
    return <p className="text-quiet">Add a wall first: its bearing decides when the sun is on it.</p>;
  return (
    <>
      <h2 className="text-xl font-bold">Sun on the walls</h2>
      <TextField
        label="Day"
        type="date"
        value={day}
        onChange={(event) => setDay(event.target.value)}
        problem={valid ? undefined : 'Choose a day.'}
      />
      {valid && (
        <ul className="flex flex-col gap-3">
          {walls.map(({ wall, stretches, uncertainMinutes }) => {
            const words = stretches
              .map(({ fromMinute, toMinute }) => `${showMinute(fromMinute)} to ${showMinute(toMinute)}`)
              .join(', ');
            return (
              <li key={wall.id}>
                <div className="flex flex-wrap justify-between gap-2">
                  <b>{wallTitle(job.records, wall)}</b>
                  <span className="text-dusk">
                    {stretches.length > 0 ? `sun from ${words}` : 'no sun all day'}
                  </span>
                </div>
                <svg viewBox="0 0 300 34" className="block w-full" aria-hidden>
                  <rect y="4" width="300" height="12" fill="var(--dusk-tint)" />
                  {stretches.map(({ fromMinute, toMinute }) => (
                    <rect
                      key={fromMinute}
                      x={x(fromMinute)}
                      y="4"
                      width={x(toMinute) - x(fromMinute)}
                      height="12"
                      fill="var(--dusk)"
                    />
                  ))}
                  {[6, 9, 12, 15, 18].map((hour) => (
                    <g key={hour}>
                      <path d={`M${x(hour * 60)} 16v4`} stroke="var(--quiet)" />
                      <text x={x(hour * 60)} y="31" fontSize="10" textAnchor="middle" fill="var(--quiet)">
                        {hour}:00
                      </text>
                    </g>
                  ))}
                </svg>
                <p className="text-sm text-quiet">
                  {[countOf(panesOfWall(job.records, wall.id).length, 'pane'), ...reckonedWith(wall)].join(
                    ', ',
                  )}
                  {uncertainMinutes >= WORTH_SAYING_MINUTES && stretches.length > 0 && (
                    <span className="text-ochre-text">
                      ; give or take {uncertainMinutes} min, as its bearing is known within{' '}
                      {wall.bearingUncertaintyDeg}°
                    </span>
                  )}
                </p>
              </li>
            );
          })}
        </ul>
      )}
      <h2 className="text-xl font-bold">To bring</h2>
      <KitList panes={toFit} />
      <Note tone="sun">
        The sun on the middle of the panes under a clear sky. Overhang, fins and neighbours count as they
        stand in the wall’s sheet; trees do not.
      </Note>
    </>
  );
}
