import type { Wall } from '@neat-sill/core/survey';
import { patchRecord } from '@neat-sill/core/record';
import { formatLength } from '@neat-sill/core/units';
import { useRef, useState } from 'react';
import { useJob, useUnit } from '../job/index.ts';
import { useDrag } from '../../drawing/useDrag.ts';
import { Button } from '../../ui/Button.tsx';
import { LengthField } from '../../ui/LengthField.tsx';

const WIDTH = 320;
const DEEP_MM = 5000;
const STEP_MM = 100;

type Seat = NonNullable<Wall['seat']>;

/** The room before a wall from above, with the seat that glare and warmth are reckoned for; dragged, or moved by arrow keys. */
export function SeatPlan({ pane }: { pane: { readonly leftMm: number; readonly widthMm: number } }) {
  const job = useJob();
  const unit = useUnit();
  const node = useRef<SVGGElement>(null);
  const [dragged, setDragged] = useState<Seat | null>(null);
  const { wall } = job;
  const mmPerPx = wall ? wall.widthMm / WIDTH : 1;
  const place = (seat: Seat) => ({
    ...seat,
    fromGlassMm: Math.round(Math.min(DEEP_MM, Math.max(300, seat.fromGlassMm)) / 10) * 10,
    fromLeftMm: Math.round(Math.min(wall?.widthMm ?? 0, Math.max(0, seat.fromLeftMm)) / 10) * 10,
  });
  const keep = (seat: Seat | null) =>
    wall &&
    job.edit(seat ? 'Place the seat' : 'No seat', [patchRecord(job.records, 'wall', wall.id, { seat })]);
  const seat = dragged ?? wall?.seat ?? null;
  useDrag(node, {
    onMove: ({ x, y }) => {
      const before = wall?.seat;
      if (before) setDragged(place({ ...before, fromLeftMm: x * mmPerPx, fromGlassMm: (y - 12) * mmPerPx }));
    },
    onDrop: () => {
      if (dragged) keep(dragged);
      setDragged(null);
    },
  });
  if (!wall) return null;
  const height = Math.min(220, DEEP_MM / mmPerPx) + 24;
  const show = (mm: number) => formatLength(mm, { unit });
  return (
    <div className="grid gap-4 sm:grid-cols-[320px_1fr]">
      <svg viewBox={`0 0 ${WIDTH} ${height}`} className="block w-full border border-hairline bg-sheet">
        <rect
          x="0"
          y="4"
          width={WIDTH}
          height="8"
          fill="var(--timber)"
          stroke="var(--ink)"
          strokeWidth="0.8"
        />
        <rect
          x={pane.leftMm / mmPerPx}
          y="4"
          width={pane.widthMm / mmPerPx}
          height="8"
          fill="var(--glass)"
          stroke="var(--edge)"
          strokeWidth="1.5"
        />
        <text x="6" y={height - 6} fontSize="11" fill="var(--quiet)">
          the room from above
        </text>
        <g
          ref={node}
          tabIndex={seat ? 0 : -1}
          role="slider"
          aria-label="The seat; move it by arrow keys"
          aria-valuenow={Math.round(seat?.fromGlassMm ?? 0)}
          aria-valuemin={300}
          aria-valuemax={DEEP_MM}
          aria-valuetext={
            seat
              ? `${show(seat.fromGlassMm)} from the glass, ${show(seat.fromLeftMm)} from the left`
              : 'no seat'
          }
          visibility={seat ? 'visible' : 'hidden'}
          className="cursor-grab"
          transform={seat ? `translate(${seat.fromLeftMm / mmPerPx} ${seat.fromGlassMm / mmPerPx + 12})` : ''}
          onKeyDown={(event) => {
            if (!seat) return;
            const [along, away] =
              { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[event.key] ??
              [];
            if (along === undefined || away === undefined) return;
            event.preventDefault();
            keep(
              place({
                ...seat,
                fromLeftMm: seat.fromLeftMm + along * STEP_MM,
                fromGlassMm: seat.fromGlassMm + away * STEP_MM,
              }),
            );
          }}
        >
          <circle r="17" fill="var(--ochre-tint)" stroke="var(--ochre)" strokeWidth="1.5" />
          <circle r="6" fill="var(--ink)" />
          <path d="M-4-9L0-16 4-9Z" fill="var(--ink)" />
        </g>
      </svg>
      {seat ? (
        <div className="flex flex-col gap-3">
          <p className="text-sm">
            {show(seat.fromGlassMm)} from the glass, {show(seat.fromLeftMm)} from the left end of the wall,
            looking at it.
          </p>
          <LengthField
            key={`eyes ${wall.id}`}
            label="Eyes over the floor"
            valueMm={seat.eyeMm}
            unit={unit}
            expects="any"
            draftKey={`${job.jobId} ${wall.id} eyes`}
            refuse={(mm) => (mm >= 300 && mm <= 2500 ? null : `From ${show(300)} to ${show(2500)}.`)}
            onTake={(length) => keep({ ...seat, eyeMm: length.mm })}
          />
          <Button size="low" className="self-start" onClick={() => keep(null)}>
            Take the seat away
          </Button>
        </div>
      ) : (
        <div className="flex flex-col items-start gap-2">
          <p className="text-sm text-quiet">
            Where does somebody sit? Glare and warmth of the glass are reckoned for that seat.
          </p>
          <Button
            onClick={() =>
              keep(place({ fromGlassMm: 1500, fromLeftMm: pane.leftMm + pane.widthMm / 2, eyeMm: 1200 }))
            }
          >
            Place a seat
          </Button>
        </div>
      )}
    </div>
  );
}
