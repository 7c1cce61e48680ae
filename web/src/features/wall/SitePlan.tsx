import { HEADER_ID } from '@neat-sill/core/job';
import { patchRecord } from '@neat-sill/core/record';
import {
  bearingOnPlan,
  endsOnPlan,
  northTurned,
  wallMoved,
  wallOnPlan,
  wallsLaidOut,
  type WallOnPlan,
} from '@neat-sill/core/survey';
import { useRef, useState, type KeyboardEvent } from 'react';
import { Button } from '../../ui/Button.tsx';
import { NumberField } from '../../ui/NumberField.tsx';
import { Sheet } from '../../ui/Sheet.tsx';
import { useDrag } from '../../drawing/useDrag.ts';
import { type OpenJob, useJob } from '../job/index.ts';

type PlacedWall = OpenJob['walls'][number] & { readonly plan: WallOnPlan };

const SHEET = { width: 560, height: 420 };
const MARGIN = 56;
/** Walls snap to this while they are turned by hand; the keys turn by single degrees as well. */
const SNAP_DEG = 5;
const STEP_MM = 250;

const turned = (degrees: number) => ((degrees % 360) + 360) % 360;
const snapped = (degrees: number) => turned(Math.round(degrees / SNAP_DEG) * SNAP_DEG);

interface Scale {
  readonly pxPerMm: number;
  readonly x: (mm: number) => number;
  readonly y: (mm: number) => number;
  readonly xMm: (px: number) => number;
  readonly yMm: (px: number) => number;
}

function scaleOf(walls: readonly PlacedWall[]): Scale {
  const ends = walls.flatMap((wall) => Object.values(endsOnPlan({ ...wall.plan, widthMm: wall.widthMm })));
  const [xs, ys] = [ends.map(({ x }) => x), ends.map(({ y }) => y)];
  const [left, right] = [Math.min(-3000, ...xs), Math.max(3000, ...xs)];
  const [top, bottom] = [Math.min(-3000, ...ys), Math.max(3000, ...ys)];
  const pxPerMm = Math.min(
    (SHEET.width - 2 * MARGIN) / (right - left),
    (SHEET.height - 2 * MARGIN) / (bottom - top),
  );
  const [originX, originY] = [
    SHEET.width / 2 - ((left + right) / 2) * pxPerMm,
    SHEET.height / 2 - ((top + bottom) / 2) * pxPerMm,
  ];
  return {
    pxPerMm,
    x: (mm) => originX + mm * pxPerMm,
    y: (mm) => originY + mm * pxPerMm,
    xMm: (px) => (px - originX) / pxPerMm,
    yMm: (px) => (px - originY) / pxPerMm,
  };
}

interface WallLineProps {
  readonly wall: PlacedWall;
  readonly scale: Scale;
  readonly chosen: boolean;
  readonly northDeg: number;
  readonly onChoose: () => void;
  readonly onPlace: (plan: WallOnPlan, turnedToo: boolean) => void;
}

/** One wall from above: a double line, its glass side marked, with a knob to turn it by. */
function WallLine({ wall, scale, chosen, northDeg, onChoose, onPlace }: WallLineProps) {
  const [moving, setMoving] = useState<WallOnPlan | null>(null);
  const plan = moving ?? wall.plan;
  const { left, right } = endsOnPlan({ ...plan, widthMm: wall.widthMm });
  const [cx, cy] = [scale.x(plan.xMm), scale.y(plan.yMm)];
  const out = (plan.facesDeg * Math.PI) / 180;
  const knob = { x: cx + Math.sin(out) * 34, y: cy - Math.cos(out) * 34 };
  const line = useRef<SVGPathElement>(null);
  const handle = useRef<SVGCircleElement>(null);
  useDrag(line, {
    onMove: ({ x, y }) => {
      onChoose();
      setMoving({
        ...wall.plan,
        xMm: Math.round(scale.xMm(x) / 50) * 50,
        yMm: Math.round(scale.yMm(y) / 50) * 50,
      });
    },
    onDrop: () => {
      if (moving) onPlace(moving, false);
      setMoving(null);
    },
  });
  useDrag(handle, {
    onMove: ({ x, y }) => {
      const facesDeg = snapped((Math.atan2(x - cx, cy - y) * 180) / Math.PI);
      setMoving({ ...wall.plan, facesDeg });
    },
    onDrop: () => {
      if (moving) onPlace(moving, true);
      setMoving(null);
    },
  });
  const onKeyDown = (event: KeyboardEvent) => {
    const by = event.shiftKey ? 1 : SNAP_DEG;
    const moves: Readonly<Record<string, WallOnPlan>> = {
      ArrowLeft: { ...plan, xMm: plan.xMm - STEP_MM },
      ArrowRight: { ...plan, xMm: plan.xMm + STEP_MM },
      ArrowUp: { ...plan, yMm: plan.yMm - STEP_MM },
      ArrowDown: { ...plan, yMm: plan.yMm + STEP_MM },
      ',': { ...plan, facesDeg: turned(plan.facesDeg - by) },
      '<': { ...plan, facesDeg: turned(plan.facesDeg - 1) },
      '.': { ...plan, facesDeg: turned(plan.facesDeg + by) },
      '>': { ...plan, facesDeg: turned(plan.facesDeg + 1) },
    };
    const next = moves[event.key];
    if (!next) return;
    event.preventDefault();
    onPlace(next, next.facesDeg !== plan.facesDeg);
  };
  const bearing = Math.round(bearingOnPlan(plan.facesDeg, northDeg));
  const span = `M${scale.x(left.x)} ${scale.y(left.y)}L${scale.x(right.x)} ${scale.y(right.y)}`;
  return (
    <g
      role="button"
      tabIndex={0}
      aria-label={`${wall.name}, faces ${bearing} degrees`}
      aria-pressed={chosen}
      onFocus={onChoose}
      onKeyDown={onKeyDown}
    >
      <path d={span} stroke={chosen ? 'var(--edge)' : 'var(--ink)'} strokeWidth="9" />
      <path d={span} stroke="var(--timber)" strokeWidth="5" />
      <path ref={line} d={span} stroke="transparent" strokeWidth="26" className="cursor-move" />
      <path
        d={`M${cx} ${cy}L${knob.x} ${knob.y}`}
        stroke="var(--dusk)"
        strokeWidth="1.5"
        strokeDasharray="4 3"
      />
      <circle
        ref={handle}
        cx={knob.x}
        cy={knob.y}
        r="11"
        fill={chosen ? 'var(--dusk)' : 'var(--dusk-tint)'}
        stroke="var(--dusk)"
        className="cursor-grab"
      />
      <text
        x={cx - Math.sin(out) * 14}
        y={cy + Math.cos(out) * 22 + 4}
        textAnchor={Math.sin(out) < -0.5 ? 'start' : Math.sin(out) > 0.5 ? 'end' : 'middle'}
        fontSize="13"
        fontWeight="600"
        fill="var(--ink)"
        stroke="var(--sheet)"
        strokeWidth="4"
        paintOrder="stroke"
      >
        {wall.name}, {bearing}°
      </text>
    </g>
  );
}

/** The arrow that points north; turned by hand, by keys, or by the number beside the plan. */
function NorthArrow({ northDeg, onTurn }: { northDeg: number; onTurn: (northDeg: number) => void }) {
  const [turning, setTurning] = useState<number | null>(null);
  const arrow = useRef<SVGGElement>(null);
  const [x, y] = [SHEET.width - 46, 50];
  useDrag(arrow, {
    onMove: (at) => setTurning(snapped((Math.atan2(at.x - x, y - at.y) * 180) / Math.PI)),
    onDrop: () => {
      if (turning !== null) onTurn(turning);
      setTurning(null);
    },
  });
  const shown = turning ?? northDeg;
  return (
    <g
      ref={arrow}
      role="slider"
      tabIndex={0}
      aria-label="North on this plan, degrees clockwise from up"
      aria-valuenow={Math.round(shown)}
      aria-valuemin={0}
      aria-valuemax={359}
      className="cursor-grab"
      onKeyDown={(event) => {
        const by = { ArrowLeft: -1, ArrowDown: -1, ArrowRight: 1, ArrowUp: 1 }[event.key];
        if (!by) return;
        event.preventDefault();
        onTurn(turned(northDeg + by * (event.shiftKey ? 1 : SNAP_DEG)));
      }}
    >
      <circle cx={x} cy={y} r="36" fill="var(--putty)" stroke="var(--hairline)" />
      <g transform={`rotate(${shown} ${x} ${y})`}>
        <path d={`M${x} ${y - 30}l9 40-9-7-9 7Z`} fill="var(--dusk)" />
        <text x={x} y={y + 26} textAnchor="middle" fontSize="13" fontWeight="700" fill="var(--ink)">
          N
        </text>
      </g>
    </g>
  );
}

/** The walls of a job from above: place them, turn them and the north arrow, and the bearings follow. */
export function SitePlan({ onClose }: { onClose: () => void }) {
  const job = useJob();
  const [chosenId, setChosenId] = useState(job.wall?.id ?? null);
  const { northDeg } = job.header.plan;
  const placed = job.walls.filter((wall): wall is PlacedWall => wall.plan !== null);
  const waiting = job.walls.filter(({ plan }) => plan === null);
  const scale = scaleOf(placed);
  const chosen = placed.find(({ id }) => id === chosenId) ?? null;
  const place = (wall: PlacedWall, plan: WallOnPlan, turnedToo: boolean) =>
    job.edit(
      turnedToo ? `Turn ${wall.name} on the plan` : `Move ${wall.name} on the plan`,
      turnedToo ? wallOnPlan(job.records, wall.id, plan, northDeg) : wallMoved(job.records, wall.id, plan),
    );
  const turnNorth = (next: number) =>
    job.edit('Turn the north arrow', [
      patchRecord(job.records, 'job', HEADER_ID, { plan: { northDeg: turned(next) } }),
      ...northTurned(job.records, turned(next)),
    ]);
  const degrees = (label: string, value: number, take: (value: number) => void, hint: string) => (
    <NumberField label={label} value={value} from={0} to={360} of="degrees" hint={hint} onTake={take} />
  );
  return (
    <Sheet title="Site plan" open wide onClose={onClose}>
      <div className="grid gap-5 md:grid-cols-[1fr_16rem]">
        <svg
          viewBox={`0 0 ${SHEET.width} ${SHEET.height}`}
          className="block w-full touch-none border border-hairline bg-sheet"
          role="group"
          aria-label="Walls of the job from above"
        >
          {placed.map((wall) => (
            <WallLine
              key={wall.id}
              wall={wall}
              scale={scale}
              chosen={wall.id === chosenId}
              northDeg={northDeg}
              onChoose={() => setChosenId(wall.id)}
              onPlace={(plan, turnedToo) => place(wall, plan, turnedToo)}
            />
          ))}
          <NorthArrow northDeg={northDeg} onTurn={turnNorth} />
          {placed.length === 0 && (
            <text
              x={SHEET.width / 2}
              y={SHEET.height / 2}
              textAnchor="middle"
              fontSize="15"
              fill="var(--quiet)"
            >
              No wall stands on the plan yet.
            </text>
          )}
        </svg>
        <div className="flex flex-col gap-4">
          {waiting.length > 0 && (
            <>
              <p>
                {placed.length === 0
                  ? 'Lay the walls out by their bearings, then move and turn them as they stand.'
                  : `${waiting.map(({ name }) => name).join(', ')} not on the plan yet.`}
              </p>
              <Button
                weight="act"
                onClick={() => job.edit('Lay the walls out', wallsLaidOut(job.records, northDeg))}
              >
                Lay them out
              </Button>
            </>
          )}
          {degrees(
            'North arrow, clockwise from up',
            northDeg,
            turnNorth,
            'Walls turned on the plan follow it',
          )}
          {chosen && (
            <>
              <h3 className="font-bold">{chosen.name}</h3>
              {degrees(
                'On paper its outside looks to',
                chosen.plan.facesDeg,
                (facesDeg) => place(chosen, { ...chosen.plan, facesDeg }, true),
                `That is ${Math.round(bearingOnPlan(chosen.plan.facesDeg, northDeg))}° from true north${chosen.bearingSource === 'plan' ? '' : '; turned here, the plan decides its bearing'}`,
              )}
            </>
          )}
          <p className="text-sm text-quiet">
            Drag a wall to move it, its knob to turn it. By keys: arrows move, “,” and “.” turn, with Shift by
            one degree.
          </p>
          <Button className="self-end" onClick={onClose}>
            Done
          </Button>
        </div>
      </div>
    </Sheet>
  );
}
