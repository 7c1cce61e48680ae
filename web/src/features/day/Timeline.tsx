import type { Stretch } from '@neat-sill/core/day';
import { scaleLinear } from 'd3';
import type { Row } from './board.ts';

interface TimelineProps {
  /** Minutes of the whole plan at which the shown day begins and ends. */
  readonly from: number;
  readonly to: number;
  readonly walls: readonly { readonly id: string; readonly name: string; readonly sun: readonly Stretch[] }[];
  readonly rows: readonly Row[];
  readonly nameOf: (taskId: string) => string;
  readonly looksOf: (taskId: string) => 'film' | 'other';
  readonly timeOf: (moment: number) => string;
  readonly chosen: string | null;
  readonly onChoose: (taskId: string) => void;
}

const LABEL = 150;
const WIDTH = 1000;
const WALL_ROW = 28;
const PERSON_ROW = 72;
const HEAD = 30;
/** Narrower than this a block has no room for a word. */
const WORD_FROM = 12;

/** One day: the sun on each wall above, and who does what beneath. */
export function Timeline({
  from,
  to,
  walls,
  rows,
  nameOf,
  looksOf,
  timeOf,
  chosen,
  onChoose,
}: TimelineProps) {
  const x = scaleLinear([from, to], [LABEL, WIDTH]).clamp(true);
  const hours = Array.from({ length: Math.floor((to - from) / 60) + 1 }, (_, at) => from + 60 * at);
  const peopleFrom = HEAD + walls.length * WALL_ROW + 14;
  const height = peopleFrom + rows.length * PERSON_ROW + 6;
  return (
    <svg
      viewBox={`0 0 ${WIDTH + 24} ${height}`}
      className="block w-full min-w-[640px]"
      role="group"
      aria-label="The day"
    >
      {hours.map((moment) => (
        <g key={moment}>
          <path d={`M${x(moment)} ${HEAD - 6}V${height}`} stroke="var(--hairline-soft)" />
          <text x={x(moment)} y={HEAD - 12} fontSize="13" textAnchor="middle" fill="var(--quiet)">
            {timeOf(moment)}
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
            {sun.map((stretch) => (
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
            {blocks.map((block) => {
              const width = Math.max(1.5, x(block.to) - x(block.from));
              const isTask = block.taskId !== null;
              const word = isTask ? nameOf(block.taskId ?? '') : block.kind;
              const fill =
                block.kind !== 'task'
                  ? 'var(--putty)'
                  : looksOf(block.taskId ?? '') === 'film'
                    ? 'var(--edge-tint)'
                    : 'var(--sheet)';
              const title = `${word}, ${timeOf(block.from)} to ${timeOf(block.to)}${block.hands > 1 ? `, ${block.hands} people` : ''}`;
              return (
                <g
                  key={block.key}
                  role={isTask ? 'button' : 'img'}
                  aria-label={title}
                  aria-pressed={isTask ? chosen === block.taskId : undefined}
                  tabIndex={isTask ? 0 : undefined}
                  className={isTask ? 'cursor-pointer outline-offset-2' : undefined}
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
                </g>
              );
            })}
          </g>
        );
      })}
    </svg>
  );
}
