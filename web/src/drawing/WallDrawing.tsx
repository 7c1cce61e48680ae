import type { Film } from '@neat-sill/core/film';
import type { PlacedOpening } from '@neat-sill/core/survey';
import type { LengthUnit } from '@neat-sill/core/units';
import { memo, useEffect, useRef, useState, type KeyboardEvent, type MouseEvent } from 'react';
import { DimensionLine } from './DimensionLine.tsx';
import { FilmHatches } from './FilmHatches.tsx';
import { PaneOnWall, type OpeningsInHand, type SeamsInHand } from './PaneOnWall.tsx';
import { mirrored, type PaneMark } from './paneMark.ts';
import { neighbour, sheetOf } from './wallGeometry.ts';

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
  /** A pane that is pointed at elsewhere, as at its piece on the roll. */
  readonly lit: string | null;
  readonly fromOutside: boolean;
  readonly unit: LengthUnit;
  readonly onSelect: (ids: readonly string[]) => void;
  /** Told which pane the pointer is on; null where nobody asks. */
  readonly onLit: ((id: string | null) => void) | null;
  /** Seams that can be dragged; null where they only show. */
  readonly seams: SeamsInHand | null;
  /**
   * Told where on the wall an opening was dropped: the middle of its glass, mm from the left and over the floor; null where
   * openings stay where they are.
   */
  readonly onMove: ((paneId: string, at: { readonly xMm: number; readonly yMm: number }) => void) | null;
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
export const WallDrawing = memo(function WallDrawing({
  wall,
  name,
  marks,
  films,
  selected,
  lit,
  fromOutside,
  unit,
  onSelect,
  onLit,
  seams,
  onMove,
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
  const hands: OpeningsInHand | null = onMove && {
    onDrop: (paneId, moved) => {
      const glass = sheet.openings.find(({ id }) => id === paneId)?.glass;
      if (!glass) return;
      const fromLeftMm = (glass.x + glass.width / 2 + moved.x - sheet.wall.x) / sheet.pxPerMm;
      onMove(paneId, {
        xMm: fromOutside ? wall.widthMm - fromLeftMm : fromLeftMm,
        yMm: (sheet.floorY - glass.y - glass.height / 2 - moved.y) / sheet.pxPerMm,
      });
    },
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
              lit={lit === opening.id}
              onPick={(event) => pick(opening.id, event)}
              onLit={onLit}
              seams={seams}
              openings={hands}
            />
          );
        })}
        {sheet.openings.map(({ id, glass, measured }) => {
          const opening = wall.openings.find((each) => each.id === id);
          const mm = opening?.size.widthMm;
          // Lights of a grid are dimensioned once a column, and only where the figures have room.
          const shown =
            opening?.isOver !== true && (!opening?.cell || (opening.cell.row === 0 && glass.width > 44));
          return measured && mm && shown ? (
            <DimensionLine
              key={id}
              along="x"
              from={glass.x}
              to={glass.x + glass.width}
              atPx={lowest}
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
            atPx={Math.max(14, sheet.wall.x - 22)}
            mm={heightMm}
            unit={unit}
          />
        )}
      </svg>
    </div>
  );
});
