import type { Leading } from '@neat-sill/core/survey';
import { useId } from 'react';
import type { CoverMark } from './paneMark.ts';
import type { OpeningOnSheet } from './wallGeometry.ts';

type Box = OpeningOnSheet['glass'];

/** Film that covers only parts of the glass, or grows clear away from one end. */
export function FilmParts({ glass, cover, fill }: { glass: Box; cover: CoverMark; fill: string }) {
  const id = useId();
  if (cover.kind === 'parts')
    return cover.parts.map(({ top, left, width, height }) => (
      <rect
        key={top}
        x={glass.x + left * glass.width}
        y={glass.y + top * glass.height}
        width={width * glass.width}
        height={height * glass.height}
        fill={fill}
        stroke="var(--quiet)"
        strokeWidth="0.7"
      />
    ));
  const stops = cover.from === 'top' ? [1, 0] : [0, 1];
  const [begin, end] = cover.from === 'top' ? [0, cover.reach] : [1 - cover.reach, 1];
  return (
    <>
      <defs>
        <linearGradient id={`${id}-fade`} x1="0" y1="0" x2="0" y2="1">
          <stop offset={begin} stopColor="#fff" stopOpacity={stops[0]} />
          <stop offset={end} stopColor="#fff" stopOpacity={stops[1]} />
        </linearGradient>
        <mask id={`${id}-mask`}>
          <rect {...glass} fill={`url(#${id}-fade)`} />
        </mask>
      </defs>
      <rect {...glass} fill={fill} mask={`url(#${id}-mask)`} />
    </>
  );
}

/** Applied lead lines; `share` are the sizes of a square or diamond as shares of the glass. */
export function LeadLines({
  glass,
  pattern,
  across,
  along,
  leadShare,
}: {
  glass: Box;
  pattern: Leading['pattern'];
  across: number;
  along: number;
  leadShare: number;
}) {
  const id = useId();
  const [w, h] = [across * glass.width, along * glass.height];
  const lines: string[] = [];
  if (pattern === 'squares') {
    for (let x = w; x < glass.width - 0.5; x += w) lines.push(`M${glass.x + x} ${glass.y}v${glass.height}`);
    for (let y = h; y < glass.height - 0.5; y += h) lines.push(`M${glass.x} ${glass.y + y}h${glass.width}`);
  } else {
    const reach = (glass.height / h) * w;
    for (let x = w / 2 - Math.ceil((reach + w / 2) / w) * w; x < glass.width + reach; x += w)
      lines.push(
        `M${glass.x + x} ${glass.y}l${reach} ${glass.height}M${glass.x + x} ${glass.y}l${-reach} ${glass.height}`,
      );
  }
  return (
    <g>
      <clipPath id={id}>
        <rect {...glass} />
      </clipPath>
      <path
        d={lines.join('')}
        clipPath={`url(#${id})`}
        stroke="#4a5450"
        strokeWidth={Math.max(1, leadShare * glass.width)}
        fill="none"
      />
    </g>
  );
}
