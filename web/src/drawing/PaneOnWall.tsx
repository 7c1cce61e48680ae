import type { Side } from '@neat-sill/core/survey';
import { useRef, useState, type MouseEvent } from 'react';
import { BlockFaces } from './BlockFaces.tsx';
import { filmFill } from './FilmHatches.tsx';
import { FilmParts, LeadLines } from './FilmOnGlass.tsx';
import { outlinePath } from './outlinePath.ts';
import type { PaneMark, SeamMark } from './paneMark.ts';
import { LitFrame } from './LitFrame.tsx';
import { PaneWork } from './PaneWork.tsx';
import { useDrag } from './useDrag.ts';
import type { OpeningOnSheet } from './wallGeometry.ts';

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

/** What a seam on the wall does when it is dragged; shares of the glass from its left or top, as drawn. */
export interface SeamsInHand {
  /** Where it would come to lie. */
  readonly snap: (paneId: string, seam: SeamMark, at: number) => number;
  readonly onDrop: (paneId: string, index: number, seam: SeamMark, at: number) => void;
}

interface SeamProps {
  readonly glass: OpeningOnSheet['glass'];
  readonly seam: SeamMark;
  readonly paneId: string;
  readonly index: number;
  readonly hands: SeamsInHand | null;
}

function Seam({ glass, seam, paneId, index, hands }: SeamProps) {
  const node = useRef<SVGGElement>(null);
  const [dragged, setDragged] = useState<number | null>(null);
  const vertical = seam.axis === 'vertical';
  useDrag(node, {
    onMove: (at) => {
      if (!hands) return;
      const share = vertical ? (at.x - glass.x) / glass.width : (at.y - glass.y) / glass.height;
      setDragged(hands.snap(paneId, seam, share));
    },
    onDrop: () => {
      if (dragged !== null) hands?.onDrop(paneId, index, seam, dragged);
      setDragged(null);
    },
  });
  const at = dragged ?? seam.atShare;
  const x = glass.x + at * glass.width;
  const y = glass.y + at * glass.height;
  return (
    <g ref={node} stroke="var(--brick)" fill="var(--brick)" className={hands ? 'cursor-grab' : ''}>
      {hands && (
        <path
          d={
            vertical
              ? `M${x} ${glass.y - 14}V${glass.y + glass.height}`
              : `M${glass.x - 14} ${y}H${glass.x + glass.width}`
          }
          stroke="transparent"
          strokeWidth="20"
        />
      )}
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

/** Frame and glass, along the true outline. */
function Glass({ opening: { glass, frame, measured }, mark }: { opening: OpeningOnSheet; mark: PaneMark }) {
  const framePx = glass.x - frame.x;
  const strokeWidth = mark.tone === 'plain' ? 1.4 : 2.2;
  const whole = mark.cover ? (mark.bareTint ?? 'var(--glass)') : (mark.tint ?? filmFill(mark.film));
  if (mark.outline) {
    const path = outlinePath(mark.outline, glass);
    const round = { d: path, fill: 'none', strokeLinejoin: 'miter' } as const;
    return (
      <>
        <path {...round} stroke={TONE_STROKE[mark.tone]} strokeWidth={2 * (framePx + strokeWidth / 2)} />
        <path {...round} stroke="var(--timber)" strokeWidth={2 * (framePx - strokeWidth / 2)} />
        <path d={path} fill={mark.tint ?? filmFill(mark.film)} />
      </>
    );
  }
  return (
    <>
      <rect {...frame} fill="var(--timber)" stroke={TONE_STROKE[mark.tone]} strokeWidth={strokeWidth} />
      {mark.blocks ? (
        <BlockFaces shape={mark.blocks} box={glass} fill={mark.tint ?? filmFill(mark.film)} />
      ) : (
        <rect
          {...glass}
          fill={measured ? whole : 'none'}
          stroke={measured ? 'none' : 'var(--quiet)'}
          strokeDasharray="5 4"
        />
      )}
      {measured && mark.cover && (
        <FilmParts glass={glass} cover={mark.cover} fill={mark.tint ?? filmFill(mark.film)} />
      )}
      {measured && mark.lead && <LeadLines glass={glass} {...mark.lead} />}
    </>
  );
}

/** What an opening does when it is dragged along the wall: told by how many px its middle was moved. */
export interface OpeningsInHand {
  readonly onDrop: (paneId: string, moved: { readonly x: number; readonly y: number }) => void;
}

/** Less than this is a click, px. */
const DRAGGED_PX = 4;

/** An opening that follows the pointer until it is let go. */
function useOpeningDrag(paneId: string, hands: OpeningsInHand | null) {
  const node = useRef<SVGGElement>(null);
  const start = useRef<{ readonly x: number; readonly y: number } | null>(null);
  const [moved, setMoved] = useState<{ readonly x: number; readonly y: number } | null>(null);
  useDrag(node, {
    enabled: hands !== null,
    byFinger: false,
    onStart: (at) => {
      start.current = at;
    },
    onMove: (at) => {
      if (!start.current) return;
      const by = { x: at.x - start.current.x, y: at.y - start.current.y };
      if (moved || Math.hypot(by.x, by.y) > DRAGGED_PX) setMoved(by);
    },
    onDrop: () => {
      if (moved) hands?.onDrop(paneId, moved);
      start.current = null;
      setMoved(null);
    },
  });
  return { node, moved };
}

/** One pane with its frame, and what the stage shows over it. */
export function PaneOnWall({
  opening,
  mark,
  chosen,
  active,
  lit,
  seams,
  openings,
  onPick,
  onLit,
}: {
  opening: OpeningOnSheet;
  mark: PaneMark;
  chosen: boolean;
  active: boolean;
  lit: boolean;
  seams: SeamsInHand | null;
  openings: OpeningsInHand | null;
  onPick: (event: MouseEvent) => void;
  onLit: ((id: string | null) => void) | null;
}) {
  const { glass, frame } = opening;
  const { node, moved } = useOpeningDrag(opening.id, openings);
  const names =
    mark.names.length > 0 ? mark.names : [{ at: { x: 0.5, y: 0.5 }, text: mark.label, arrow: null }];
  return (
    <g
      ref={node}
      role="option"
      transform={moved ? `translate(${moved.x} ${moved.y})` : undefined}
      opacity={moved ? 0.7 : undefined}
      id={`pane-${opening.id}`}
      aria-selected={chosen}
      aria-label={mark.spoken}
      onClick={onPick}
      onPointerEnter={onLit ? () => onLit(opening.id) : undefined}
      onPointerLeave={onLit ? () => onLit(null) : undefined}
    >
      <Glass opening={opening} mark={mark} />
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
      {lit && <LitFrame box={glass} />}
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
      {mark.seams.map((seam, index) => (
        <Seam
          key={`${seam.axis} ${index}`}
          glass={glass}
          seam={seam}
          paneId={opening.id}
          index={index}
          hands={seams}
        />
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
      {mark.fixtures.map(({ x, y, name }, at) => (
        <path
          key={at}
          d={`M${glass.x + x * glass.width} ${glass.y + y * glass.height - 6}l6 6-6 6-6-6Z`}
          fill="var(--sheet)"
          stroke="var(--ink)"
          strokeWidth="1.5"
        >
          <title>{name}</title>
        </path>
      ))}
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
      {mark.work && <PaneWork glass={glass} work={mark.work} />}
      {mark.under && frame.width > mark.under.length * 6 && (
        <text
          x={glass.x + glass.width / 2}
          // Above the marks of its seams, where it has upright ones.
          y={frame.y - (mark.seams.some(({ axis }) => axis === 'vertical') ? 19 : 9)}
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
