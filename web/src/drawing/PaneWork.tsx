import { useNow } from '../ui/useNow.ts';
import type { WorkMark } from './paneMark.ts';
import { asClock, initialsOf, isAtWork, leftOf } from './paneWork.ts';
import type { OpeningOnSheet } from './wallGeometry.ts';

const DISC_PX = 11;
/** Beside each other where the glass is wide enough, else as many as there is room for. */
const DISC_STEP_PX = 2 * DISC_PX + 3;
const BAR_PX = 6;

const RUN_OUT = { wait: 'go on', grabs: 're-wet' } as const;

/** The work at a pane: a bar of what is done of it, who is there, and the clock that counts. */
export function PaneWork({ glass, work }: { glass: OpeningOnSheet['glass']; work: WorkMark }) {
  const { progress, people } = work;
  const now = useNow(progress?.clock ? 1 : 20);
  const here = people
    .filter((each) => isAtWork(each, now))
    .slice(0, Math.max(1, Math.floor(glass.width / DISC_STEP_PX)));
  const clock = progress?.clock ?? null;
  const left = clock ? leftOf(clock, now) : 0;
  const says = clock && (left > 0 ? `${clock.kind} ${asClock(left)}` : RUN_OUT[clock.kind]);
  const middle = glass.x + glass.width / 2;
  const chipWidth = (says?.length ?? 0) * 7.4 + 12;
  return (
    <g pointerEvents="none">
      {progress && (
        <>
          <rect
            x={glass.x}
            y={glass.y + glass.height - BAR_PX}
            width={glass.width}
            height={BAR_PX}
            fill="var(--sheet)"
          />
          <rect
            x={glass.x}
            y={glass.y + glass.height - BAR_PX}
            width={(glass.width * progress.done) / Math.max(1, progress.of)}
            height={BAR_PX}
            fill="var(--edge)"
          />
        </>
      )}
      {says && (
        <g role="timer">
          <rect
            x={middle - chipWidth / 2}
            y={glass.y + glass.height / 2 + 17}
            width={chipWidth}
            height={21}
            fill={left > 0 ? 'var(--sheet)' : 'var(--ochre-tint)'}
            stroke={left > 0 ? 'var(--edge)' : 'var(--ochre)'}
          />
          <text
            x={middle}
            y={glass.y + glass.height / 2 + 32}
            textAnchor="middle"
            fontSize="13"
            fontWeight="600"
            fill="var(--ink)"
            className="tabular-nums"
          >
            {says}
          </text>
        </g>
      )}
      {here.map(({ personId, name }, at) => (
        <g
          key={personId}
          transform={`translate(${glass.x + glass.width - DISC_PX - 2 - at * DISC_STEP_PX} ${glass.y + DISC_PX + 2})`}
          pointerEvents="auto"
        >
          <title>{`${name} is here`}</title>
          <circle r={DISC_PX} fill="var(--dusk)" />
          <text y="4" textAnchor="middle" fontSize="11" fontWeight="700" fill="var(--sheet)">
            {initialsOf(name)}
          </text>
        </g>
      ))}
    </g>
  );
}
