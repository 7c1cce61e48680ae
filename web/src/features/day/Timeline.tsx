import type { Stretch } from '@neat-sill/core/day';
import { scaleLinear } from 'd3';
import { useRef, useState, type PointerEvent } from 'react';
import type { Block, Row } from './board.ts';

/** A start, and in whose row. */
export interface DraggedTo {
  readonly start: number;
  readonly personId: string;
}

interface TimelineProps {
  /** The stretches that are shown beside each other, in minutes of the whole plan: working hours of one day or of many. */
  readonly spans: readonly Stretch[];
  readonly ticks: readonly { readonly at: number; readonly label: string }[];
  readonly walls: readonly { readonly id: string; readonly name: string; readonly sun: readonly Stretch[] }[];
  readonly rows: readonly Row[];
  readonly nameOf: (taskId: string) => string;
  readonly looksOf: (taskId: string) => 'film' | 'other' | 'done';
  /** What the fitting log says was really done when, by person. */
  readonly clocks: readonly {
    readonly personId: string;
    readonly from: number;
    readonly to: number;
    readonly says: string;
  }[];
  /** This minute, where it is on the shown day. */
  readonly now: number | null;
  readonly isPinned: (taskId: string) => boolean;
  /** Where a task is dragged: why it can’t go there, or null where it can. Null: nothing can be dragged. */
  readonly tryMove: ((taskId: string, personId: string, to: DraggedTo) => string | null) | null;
  readonly onMove: (taskId: string, personId: string, to: DraggedTo) => void;
  readonly timeOf: (moment: number) => string;
  readonly chosen: string | null;
  readonly onChoose: (taskId: string) => void;
}

const LABEL = 150;
const WIDTH = 1000;
const WALL_ROW = 28;
const PERSON_ROW = 72;
const HEAD = 30;
/** A block is dragged by so many minutes at a time; a shorter way is a press. */
const STEP_MIN = 5;
const LEAST_DRAG_PX = 4;
/** Between two days that stand beside each other. */
const NIGHT = 6;
/** Narrower than this a block has no room for a word. */
const WORD_FROM = 12;

const FILLS = { film: 'var(--edge-tint)', other: 'var(--sheet)', done: 'var(--putty)' } as const;

interface Drag {
  readonly taskId: string;
  /** In whose row it was taken up. */
  readonly personId: string;
  readonly block: Block;
  readonly atX: number;
  readonly atY: number;
  readonly to: DraggedTo;
  readonly against: string | null;
  readonly isMoved: boolean;
}

/** One day: the sun on each wall above, and who does what beneath. */
export function Timeline({
  spans,
  ticks,
  walls,
  rows,
  nameOf,
  looksOf,
  timeOf,
  chosen,
  onChoose,
  clocks,
  now,
  isPinned,
  tryMove,
  onMove,
}: TimelineProps) {
  const drawing = useRef<SVGSVGElement>(null);
  const [drag, setDrag] = useState<Drag | null>(null);
  const each = (WIDTH - LABEL - NIGHT * (spans.length - 1)) / spans.length;
  const x = scaleLinear(
    spans.flatMap(({ from, to }) => [from, to]),
    spans.flatMap((_, at) => [LABEL + at * (each + NIGHT), LABEL + at * (each + NIGHT) + each]),
  ).clamp(true);
  const isShown = (stretch: Stretch) => spans.some(({ from, to }) => stretch.from < to && stretch.to > from);
  const peopleFrom = HEAD + walls.length * WALL_ROW + 18;
  const height = peopleFrom + rows.length * PERSON_ROW + 6;
  const place = ({ clientX, clientY }: PointerEvent) => {
    const matrix = drawing.current?.getScreenCTM();
    return matrix ? new DOMPoint(clientX, clientY).matrixTransform(matrix.inverse()) : null;
  };
  const begin = (event: PointerEvent<SVGGElement>, block: Block, personId: string) => {
    const at = place(event);
    if (!tryMove || block.taskId === null || !at || event.button !== 0) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    const { taskId } = block;
    setDrag({
      taskId,
      personId,
      block,
      atX: at.x,
      atY: at.y,
      to: { start: block.from, personId },
      against: null,
      isMoved: false,
    });
  };
  const go = (event: PointerEvent) => {
    const at = place(event);
    if (!drag || !at || !tryMove) return;
    const minutes = x.invert(x(drag.block.from) + at.x - drag.atX);
    const start = Math.round(minutes / STEP_MIN) * STEP_MIN;
    const row = rows[Math.max(0, Math.min(rows.length - 1, Math.floor((at.y - peopleFrom) / PERSON_ROW)))];
    const to = { start, personId: row?.worker.id ?? drag.personId };
    const isMoved = drag.isMoved || Math.hypot(at.x - drag.atX, at.y - drag.atY) > LEAST_DRAG_PX;
    if (to.start === drag.to.start && to.personId === drag.to.personId && isMoved === drag.isMoved) return;
    setDrag({ ...drag, to, isMoved, against: isMoved ? tryMove(drag.taskId, drag.personId, to) : null });
  };
  const end = () => {
    if (drag?.isMoved) onMove(drag.taskId, drag.personId, drag.to);
    setDrag(null);
  };
  const rowAt = (personId: string) =>
    peopleFrom + rows.findIndex(({ worker }) => worker.id === personId) * PERSON_ROW;
  return (
    <svg
      ref={drawing}
      viewBox={`0 0 ${WIDTH + 24} ${height}`}
      className="block w-full min-w-[640px]"
      role="group"
      aria-label="The day"
    >
      {ticks.map(({ at: moment, label }) => (
        <g key={moment}>
          <path d={`M${x(moment)} ${HEAD - 6}V${height}`} stroke="var(--hairline-soft)" />
          <text
            x={x(moment)}
            y={HEAD - 12}
            fontSize="13"
            textAnchor={spans.length > 1 ? 'start' : 'middle'}
            fill="var(--quiet)"
          >
            {label}
          </text>
        </g>
      ))}
      {walls.map(({ id, name, sun }, at) => {
        const y = HEAD + at * WALL_ROW;
        return (
          <g key={id}>
            <text x={0} y={y + 16} fontSize="13" fill="var(--ink)">
              {name}
            </text>
            <rect x={LABEL} y={y + 2} width={WIDTH - LABEL} height={20} fill="var(--dusk-tint)" />
            {sun.filter(isShown).map((stretch) => (
              <g key={stretch.from}>
                <rect
                  x={x(stretch.from)}
                  y={y + 2}
                  width={Math.max(0, x(stretch.to) - x(stretch.from))}
                  height={20}
                  fill="var(--dusk)"
                />
                {x(stretch.to) - x(stretch.from) > 90 && (
                  <text x={x(stretch.from) + 6} y={y + 16} fontSize="12" fill="var(--sheet)">
                    sun until {timeOf(stretch.to)}
                  </text>
                )}
              </g>
            ))}
          </g>
        );
      })}
      {rows.map(({ worker, blocks, paidMin }, at) => {
        const y = peopleFrom + at * PERSON_ROW;
        return (
          <g key={worker.id}>
            <path d={`M0 ${y}H${WIDTH}`} stroke="var(--hairline)" />
            <text x={0} y={y + 26} fontSize="14" fontWeight="bold" fill="var(--ink)">
              {worker.name}
            </text>
            <text x={0} y={y + 44} fontSize="12" fill="var(--quiet)">
              {paidMin === 0 ? 'nothing to do' : `${Math.floor(paidMin / 60)} h ${paidMin % 60} min`}
            </text>
            {blocks.filter(isShown).map((block) => {
              const width = Math.max(1.5, x(block.to) - x(block.from));
              const isTask = block.taskId !== null;
              const word = isTask ? nameOf(block.taskId ?? '') : block.kind;
              const fill = block.kind !== 'task' ? 'var(--putty)' : FILLS[looksOf(block.taskId ?? '')];
              const title = `${word}, ${timeOf(block.from)} to ${timeOf(block.to)}${block.hands > 1 ? `, ${block.hands} people` : ''}`;
              return (
                <g
                  key={block.key}
                  role={isTask ? 'button' : 'img'}
                  aria-label={title}
                  aria-pressed={isTask ? chosen === block.taskId : undefined}
                  tabIndex={isTask ? 0 : undefined}
                  className={
                    isTask
                      ? `outline-offset-2 ${tryMove ? 'cursor-grab touch-none' : 'cursor-pointer'}`
                      : undefined
                  }
                  onPointerDown={(event) => begin(event, block, worker.id)}
                  onPointerMove={go}
                  onPointerUp={end}
                  onPointerCancel={() => setDrag(null)}
                  onClick={() => block.taskId !== null && onChoose(block.taskId)}
                  onKeyDown={(event) => {
                    if (block.taskId === null || (event.key !== 'Enter' && event.key !== ' ')) return;
                    event.preventDefault();
                    onChoose(block.taskId);
                  }}
                >
                  <title>{title}</title>
                  <rect
                    x={x(block.from)}
                    y={y + 12}
                    width={width}
                    height={40}
                    fill={fill}
                    stroke={
                      chosen !== null && chosen === block.taskId
                        ? 'var(--brick)'
                        : isTask
                          ? 'var(--edge)'
                          : 'var(--hairline)'
                    }
                    strokeWidth={chosen !== null && chosen === block.taskId ? 2.5 : 1}
                  />
                  {width > WORD_FROM && word.length * 7 < width - 2 && (
                    <text x={x(block.from) + 5} y={y + 37} fontSize="12.5" fill="var(--ink)">
                      {word}
                    </text>
                  )}
                  {isTask && isPinned(block.taskId ?? '') && (
                    <circle cx={x(block.from) + 5} cy={y + 16} r="3.5" fill="var(--brick)" />
                  )}
                </g>
              );
            })}
            {clocks
              .filter((clock) => clock.personId === worker.id && isShown(clock))
              .map((clock) => (
                <rect
                  key={`${clock.from} ${clock.says}`}
                  x={x(clock.from)}
                  y={y + 55}
                  width={Math.max(1.5, x(clock.to) - x(clock.from))}
                  height={6}
                  fill="var(--brick)"
                >
                  <title>{clock.says}</title>
                </rect>
              ))}
          </g>
        );
      })}
      {now !== null && spans.some(({ from, to }) => now > from && now < to) && (
        <path d={`M${x(now)} ${HEAD - 6}V${height}`} stroke="var(--brick)" strokeWidth="1.5">
          <title>Now, {timeOf(now)}</title>
        </path>
      )}
      {drag?.isMoved && (
        <g pointerEvents="none">
          <rect
            x={x(drag.to.start)}
            y={rowAt(drag.to.personId) + 8}
            width={Math.max(3, x(drag.to.start + drag.block.to - drag.block.from) - x(drag.to.start))}
            height={48}
            fill={drag.against ? 'var(--brick-tint)' : 'var(--edge-tint)'}
            stroke={drag.against ? 'var(--brick)' : 'var(--edge)'}
            strokeWidth="2.5"
            strokeDasharray={drag.against ? '5 4' : undefined}
          />
          <text
            x={Math.min(x(drag.to.start), WIDTH - 80)}
            y={rowAt(drag.to.personId) + 5}
            fontSize="13"
            fontWeight="bold"
            fill={drag.against ? 'var(--brick)' : 'var(--edge)'}
          >
            {timeOf(drag.to.start)}
          </text>
          {drag.against && (
            <text x={LABEL} y={peopleFrom - 3} fontSize="13" fill="var(--brick)">
              {drag.against}
            </text>
          )}
        </g>
      )}
    </svg>
  );
}
