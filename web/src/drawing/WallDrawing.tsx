import type { Film } from '@neat-sill/core/film';
import type { PlacedOpening, Side } from '@neat-sill/core/survey';
import type { LengthUnit } from '@neat-sill/core/units';
import { useEffect, useRef, useState, type KeyboardEvent, type MouseEvent } from 'react';
import { DimensionLine } from './DimensionLine.tsx';
import { FilmHatches, filmFill } from './FilmHatches.tsx';
import { neighbour, sheetOf, type OpeningOnSheet } from './wallGeometry.ts';

/** A seam as a share of the pane from its left (upright seams) or from its top. */
export interface SeamMark {
  readonly axis: 'vertical' | 'horizontal';
  readonly at: number;
}

/** What the wall shows over a pane at the stage. */
export interface PaneMark {
  readonly id: string;
  readonly label: string;
  /** Read out for the pane: name, size, film, state. */
  readonly spoken: string;
  readonly film: Film | undefined;
  readonly seams: readonly SeamMark[];
  readonly names: readonly {
    readonly at: { readonly x: number; readonly y: number };
    readonly text: string;
    readonly arrow: '↑' | '↓' | '→' | '←' | null;
  }[];
  readonly handle: Side | null;
  readonly tone: 'plain' | 'doubt' | 'good' | 'no';
  readonly under: string | null;
  readonly faults: readonly { readonly x: number; readonly y: number }[];
  /** How the pane was found, numbered. */
  readonly found: readonly { readonly x: number; readonly y: number }[];
  /** Strips that something hides, as shares of the pane from a side. */
  readonly hidden: readonly { readonly side: Side; readonly share: number }[];
}

interface WallDrawingProps {
  readonly wall: {
    readonly widthMm: number;
    readonly heightMm: number;
    readonly openings: readonly PlacedOpening<string>[];
  };
  readonly name: string;
  readonly marks: ReadonlyMap<string, PaneMark>;
  readonly films: readonly Film[];
  readonly selected: readonly string[];
  readonly fromOutside: boolean;
  readonly unit: LengthUnit;
  readonly onSelect: (ids: readonly string[]) => void;
}

/** The same pane seen from outside: left and right are swapped. */
function mirrored(mark: PaneMark): PaneMark {
  const otherSide: Readonly<Record<Side, Side>> = {
    left: 'right',
    right: 'left',
    top: 'top',
    bottom: 'bottom',
  };
  return {
    ...mark,
    handle: mark.handle && otherSide[mark.handle],
    seams: mark.seams.map((seam) => (seam.axis === 'vertical' ? { ...seam, at: 1 - seam.at } : seam)),
    names: mark.names.map((name) => ({ ...name, at: { ...name.at, x: 1 - name.at.x } })),
    faults: mark.faults.map(({ x, y }) => ({ x: 1 - x, y })),
    found: mark.found.map(({ x, y }) => ({ x: 1 - x, y })),
    hidden: mark.hidden.map(({ side, share }) => ({ side: otherSide[side], share })),
  };
}

const TONE_STROKE = {
  plain: 'var(--ink)',
  doubt: 'var(--ochre)',
  good: 'var(--edge)',
  no: 'var(--brick)',
} as const;
const TONE_TEXT = {
  plain: 'var(--quiet)',
  doubt: 'var(--ochre-text)',
  good: 'var(--edge)',
  no: 'var(--brick)',
} as const;

function Handle({ glass, side }: { glass: OpeningOnSheet['glass']; side: Side }) {
  const upright = side === 'left' || side === 'right';
  const [w, h] = upright ? [6, 24] : [24, 6];
  const x =
    side === 'left'
      ? glass.x - 6
      : side === 'right'
        ? glass.x + glass.width
        : glass.x + glass.width / 2 - w / 2;
  const y =
    side === 'top'
      ? glass.y - 6
      : side === 'bottom'
        ? glass.y + glass.height
        : glass.y + glass.height / 2 - h / 2;
  return <rect x={x} y={y} width={w} height={h} fill="var(--ink)" />;
}

/** The strip of a pane along a side. */
function stripOf(glass: OpeningOnSheet['glass'], side: Side, share: number): OpeningOnSheet['glass'] {
  const [w, h] = [glass.width * share, glass.height * share];
  switch (side) {
    case 'left':
      return { ...glass, width: w };
    case 'right':
      return { ...glass, x: glass.x + glass.width - w, width: w };
    case 'top':
      return { ...glass, height: h };
    case 'bottom':
      return { ...glass, y: glass.y + glass.height - h, height: h };
  }
}

function Seam({ glass, seam }: { glass: OpeningOnSheet['glass']; seam: SeamMark }) {
  const x = glass.x + seam.at * glass.width;
  const y = glass.y + seam.at * glass.height;
  const vertical = seam.axis === 'vertical';
  return (
    <g stroke="var(--brick)" fill="var(--brick)">
      <path
        d={
          vertical
            ? `M${x} ${glass.y}V${glass.y + glass.height}`
            : `M${glass.x} ${y}H${glass.x + glass.width}`
        }
        strokeWidth="1.6"
        strokeDasharray="7 4"
      />
      <path
        d={vertical ? `M${x - 7} ${glass.y - 14}h14l-7 10Z` : `M${glass.x - 14} ${y - 7}v14l10-7Z`}
        stroke="none"
      />
    </g>
  );
}

function PaneOnWall({
  opening,
  mark,
  chosen,
  active,
  onPick,
}: {
  opening: OpeningOnSheet;
  mark: PaneMark;
  chosen: boolean;
  active: boolean;
  onPick: (event: MouseEvent) => void;
}) {
  const { glass, frame } = opening;
  const names =
    mark.names.length > 0 ? mark.names : [{ at: { x: 0.5, y: 0.5 }, text: mark.label, arrow: null }];
  return (
    <g
      role="option"
      id={`pane-${opening.id}`}
      aria-selected={chosen}
      aria-label={mark.spoken}
      onClick={onPick}
    >
      <rect
        {...frame}
        fill="var(--timber)"
        stroke={TONE_STROKE[mark.tone]}
        strokeWidth={mark.tone === 'plain' ? 1.4 : 2.2}
      />
      <rect
        {...glass}
        fill={opening.measured ? filmFill(mark.film) : 'none'}
        stroke={opening.measured ? 'none' : 'var(--quiet)'}
        strokeDasharray="5 4"
      />
      {chosen && (
        <rect
          x={frame.x - 4}
          y={frame.y - 4}
          width={frame.width + 8}
          height={frame.height + 8}
          fill="none"
          stroke="var(--edge)"
          strokeWidth="3"
        />
      )}
      {active && <rect {...frame} fill="none" stroke="var(--ink)" strokeWidth="1.5" strokeDasharray="3 3" />}
      {mark.hidden.map(({ side, share }, at) => (
        <rect
          key={at}
          {...stripOf(glass, side, share)}
          fill="url(#hidden-strip)"
          stroke="var(--quiet)"
          strokeWidth="0.8"
        />
      ))}
      {mark.handle && <Handle glass={glass} side={mark.handle} />}
      {mark.seams.map((seam) => (
        <Seam key={`${seam.axis}${seam.at}`} glass={glass} seam={seam} />
      ))}
      {names.map(({ at, text, arrow }) => {
        const x = glass.x + at.x * glass.width;
        const y = glass.y + at.y * glass.height;
        const width = Math.max(30, text.length * 9 + 14);
        return (
          <g key={text}>
            <rect x={x - width / 2} y={y - 13} width={width} height={26} fill="var(--sheet)" />
            <text x={x} y={y + 5} textAnchor="middle" fontSize="15" fontWeight="700" fill="var(--ink)">
              {text}
            </text>
            {arrow && glass.height > 90 && (
              <text x={x} y={y + 38} textAnchor="middle" fontSize="22" fill="#17332c">
                {arrow}
              </text>
            )}
          </g>
        );
      })}
      {mark.found.map(({ x, y }, at) => (
        <g key={at}>
          <rect
            x={glass.x + x * glass.width - 8}
            y={glass.y + y * glass.height - 8}
            width="16"
            height="16"
            fill="var(--ochre-tint)"
            stroke="var(--ochre)"
            strokeWidth="1.5"
          />
          <text
            x={glass.x + x * glass.width}
            y={glass.y + y * glass.height + 4}
            textAnchor="middle"
            fontSize="11"
            fontWeight="700"
            fill="var(--ink)"
          >
            {at + 1}
          </text>
        </g>
      ))}
      {mark.faults.map(({ x, y }) => (
        <circle
          key={`${x} ${y}`}
          cx={glass.x + x * glass.width}
          cy={glass.y + y * glass.height}
          r="6"
          fill="none"
          stroke="#a93f2b"
          strokeWidth="2.5"
        />
      ))}
      {mark.under && frame.width > mark.under.length * 6 && (
        <text
          x={glass.x + glass.width / 2}
          y={frame.y - 9}
          textAnchor="middle"
          fontSize="12.5"
          fontWeight="600"
          fill={TONE_TEXT[mark.tone]}
        >
          {mark.under}
        </text>
      )}
    </g>
  );
}

function useSheetSize() {
  const holder = useRef<HTMLDivElement>(null);
  const [size, setSize] = useState({ width: 740, height: 480 });
  useEffect(() => {
    const node = holder.current;
    if (!node) return;
    const observer = new ResizeObserver(([entry]) => {
      if (entry)
        setSize({
          width: Math.max(280, entry.contentRect.width),
          height: Math.max(220, entry.contentRect.height),
        });
    });
    observer.observe(node);
    return () => observer.disconnect();
  }, []);
  return { holder, size };
}

const ARROWS: Readonly<Record<string, 'left' | 'right' | 'up' | 'down'>> = {
  ArrowLeft: 'left',
  ArrowRight: 'right',
  ArrowUp: 'up',
  ArrowDown: 'down',
};

/** One wall to scale, over its floor: the navigation of a job. Panes are picked by pointer or arrow keys, alone or many. */
export function WallDrawing({
  wall,
  name,
  marks,
  films,
  selected,
  fromOutside,
  unit,
  onSelect,
}: WallDrawingProps) {
  const { holder, size } = useSheetSize();
  const [focused, setFocused] = useState(false);
  const sheet = sheetOf(wall, size, fromOutside);
  const current = selected.at(-1) ?? null;
  const toggled = (id: string) =>
    selected.includes(id) ? selected.filter((other) => other !== id) : [...selected, id];
  const pick = (id: string, event: MouseEvent) =>
    onSelect(event.shiftKey || event.ctrlKey || event.metaKey ? toggled(id) : [id]);
  const onKeyDown = (event: KeyboardEvent) => {
    const direction = ARROWS[event.key];
    if (direction) {
      const next = neighbour(sheet.openings, current, direction);
      if (next) onSelect(event.shiftKey ? [...selected.filter((id) => id !== next), next] : [next]);
    } else if (event.key === 'Escape') onSelect([]);
    else if (event.key.toLowerCase() === 'a' && (event.ctrlKey || event.metaKey))
      onSelect(sheet.openings.map(({ id }) => id));
    else return;
    event.preventDefault();
  };
  const lowest = Math.min(sheet.height - 18, sheet.floorY + 24);
  const tallest = sheet.openings.filter(({ measured }) => measured).sort((a, b) => a.glass.x - b.glass.x)[0];
  const heightMm = tallest && wall.openings.find(({ id }) => id === tallest.id)?.size.heightMm;
  return (
    <div ref={holder} className="relative min-h-0 flex-1">
      <svg
        width={sheet.width}
        height={sheet.height}
        className="absolute inset-0 block"
        role="listbox"
        aria-label={`${name}, its panes from left to right`}
        aria-multiselectable
        aria-activedescendant={current ? `pane-${current}` : undefined}
        tabIndex={0}
        onKeyDown={onKeyDown}
        onFocus={() => setFocused(true)}
        onBlur={() => setFocused(false)}
      >
        <FilmHatches films={films} />
        <defs>
          <pattern
            id="hidden-strip"
            width="7"
            height="7"
            patternUnits="userSpaceOnUse"
            patternTransform="rotate(45)"
          >
            <path d="M0 0V7" stroke="var(--quiet)" strokeWidth="2.4" />
          </pattern>
        </defs>
        <rect {...sheet.wall} fill="var(--sheet)" onClick={() => onSelect([])} />
        {focused && (
          <rect
            x="1.5"
            y="1.5"
            width={sheet.width - 3}
            height={sheet.height - 3}
            fill="none"
            stroke="var(--edge)"
            strokeWidth="2"
            aria-hidden
          />
        )}
        <g aria-hidden>
          <path
            d={`M${sheet.wall.x - 20} ${sheet.floorY}h${sheet.wall.width + 40}`}
            stroke="var(--ink)"
            strokeWidth="2"
          />
          {Array.from({ length: Math.floor((sheet.wall.width + 36) / 14) }, (_, at) => (
            <path
              key={at}
              d={`M${sheet.wall.x - 14 + at * 14} ${sheet.floorY + 2}l-7 8`}
              stroke="var(--hairline)"
            />
          ))}
        </g>
        {sheet.openings.map((opening) => {
          const mark = marks.get(opening.id);
          if (!mark) return null;
          return (
            <PaneOnWall
              key={opening.id}
              opening={opening}
              mark={fromOutside ? mirrored(mark) : mark}
              chosen={selected.includes(opening.id)}
              active={focused && current === opening.id}
              onPick={(event) => pick(opening.id, event)}
            />
          );
        })}
        {sheet.openings.map(({ id, glass, measured }) => {
          const opening = wall.openings.find((each) => each.id === id);
          const mm = opening?.size.widthMm;
          // Lights of a grid are dimensioned once a column, and only where the figures have room.
          const shown = !opening?.cell || (opening.cell.row === 0 && glass.width > 44);
          return measured && mm && shown ? (
            <DimensionLine
              key={id}
              along="x"
              from={glass.x}
              to={glass.x + glass.width}
              at={lowest}
              mm={mm}
              unit={unit}
            />
          ) : null;
        })}
        {tallest && heightMm && (
          <DimensionLine
            along="y"
            from={tallest.glass.y}
            to={tallest.glass.y + tallest.glass.height}
            at={Math.max(14, sheet.wall.x - 22)}
            mm={heightMm}
            unit={unit}
          />
        )}
      </svg>
    </div>
  );
}
