import { fittingFigures } from '@neat-sill/core/fitting';
import { paneToFit, panesOfWall } from '@neat-sill/core/job';
import { sunOnWall } from '@neat-sill/core/sun';
import { formatVolume } from '@neat-sill/core/units';
import { scaleLinear } from 'd3';
import { useState } from 'react';
import { useJob, useUnit } from '../job/index.ts';
import { TextField } from '../../ui/Field.tsx';
import { countOf, showMinute, today } from '../../ui/format.ts';
import { Note } from '../../ui/Note.tsx';

const FROM_MINUTE = 5 * 60;
const TO_MINUTE = 21 * 60;

/** Day: when the sun stands before each wall, so that one works where it is not; hands and solution to bring. */
export function DayBench() {
  const job = useJob();
  const unit = useUnit();
  const [day, setDay] = useState(today());
  const x = scaleLinear([FROM_MINUTE, TO_MINUTE], [0, 300]).clamp(true);
  const toFit = job.allPanes
    .flatMap((pane) => paneToFit(pane, pane.id, job.records, job.book) ?? [])
    .map((pane) => fittingFigures(pane, job.rules));
  const litres = toFit.reduce((sum, { solutionLitres }) => sum + solutionLitres, 0);
  const valid = /^\d{4}-\d{2}-\d{2}$/.test(day);
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
          {job.walls.map((wall) => {
            const stretches = sunOnWall(job.header.site, day, wall.bearingDeg);
            const words = stretches
              .map(({ fromMinute, toMinute }) => `${showMinute(fromMinute)} to ${showMinute(toMinute)}`)
              .join(', ');
            return (
              <li key={wall.id}>
                <div className="flex flex-wrap justify-between gap-2">
                  <b>{wall.name}</b>
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
                  {countOf(panesOfWall(job.records, wall.id).length, 'pane')}
                </p>
              </li>
            );
          })}
        </ul>
      )}
      <h2 className="text-xl font-bold">To bring</h2>
      <p>
        {litres > 0
          ? `${formatVolume(litres, unit)} of solution for ${countOf(toFit.length, 'pane')}`
          : 'Nothing to mix yet'}
        {toFit.some(({ hands }) => hands === 2)
          ? `, and two people for ${countOf(toFit.filter(({ hands }) => hands === 2).length, 'pane')}.`
          : '.'}
      </p>
      <Note tone="sun">
        Open sky is taken: trees, overhangs and houses opposite are not reckoned with yet.
      </Note>
    </>
  );
}
