import type { CutStep, Piece } from '@neat-sill/core/cuts';
import type { Film } from '@neat-sill/core/film';
import { formatBareLength, type LengthUnit } from '@neat-sill/core/units';
import { scaleLinear } from 'd3';
import { useRef, useState, type ReactNode } from 'react';
import { useIsPhone } from '../ui/useMedia.ts';
import { FilmHatches, filmFill } from './FilmHatches.tsx';
import { LitFrame } from './LitFrame.tsx';
import { useDrag } from './useDrag.ts';

/** How wide a roll is drawn at the most and at the least. */
const ROLL_PX = { desk: 260, least: 150 };
/** A pull is drawn no higher than this where its roll is then still wide enough: one sees it whole. */
const PULL_PX = 520;

/** How wide to draw a roll, so that its longest pull is seen whole. */
export function useRollPx(rollWidthMm: number, longestPullMm: number): number {
  const isPhone = useIsPhone();
  if (isPhone) return ROLL_PX.least;
  return Math.max(ROLL_PX.least, Math.min(ROLL_PX.desk, (PULL_PX * rollWidthMm) / longestPullMm));
}

/** Where the top of a piece points as it hangs out of the box, free end below: the lay of its film. */
const TOP_POINTS: Readonly<Record<Piece['turn'], string>> = { 0: '↓', 90: '→', 180: '↑', 270: '←' };

const NOT_IN_HAND: PiecesInHand = { litPaneIds: new Set(), onLit: () => undefined, onDrag: null };

interface Laid {
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly l: number;
}

/** What hands may do with the pieces of a drawing. */
export interface PiecesInHand {
  readonly litPaneIds: ReadonlySet<string>;
  readonly onLit: (paneId: string | null) => void;
  /** A piece is over a place of the page while it is dragged, and let go there; null where none may be moved. */
  readonly onDrag: ((pieceId: string, onPage: { x: number; y: number }, letGo: boolean) => void) | null;
}

/** A piece that lights up with its pane, and can be dragged to another pull. */
function PieceInHand({ piece, hands, children }: { piece: Piece; hands: PiecesInHand; children: ReactNode }) {
  const node = useRef<SVGGElement>(null);
  const from = useRef<{ x: number; y: number } | null>(null);
  const [by, setBy] = useState<{ x: number; y: number } | null>(null);
  const { onDrag, onLit } = hands;
  useDrag(node, {
    byFinger: false,
    onMove: (at, onPage) => {
      if (!onDrag) return;
      from.current ??= at;
      setBy({ x: at.x - from.current.x, y: at.y - from.current.y });
      onDrag(piece.id, onPage, false);
    },
    onDrop: (onPage) => {
      if (from.current && onDrag) onDrag(piece.id, onPage, true);
      from.current = null;
      setBy(null);
    },
  });
  return (
    <g
      ref={node}
      className={onDrag ? 'cursor-grab' : ''}
      transform={by ? `translate(${by.x} ${by.y})` : undefined}
      // What is under the pointer while it is dragged is the pull below.
      pointerEvents={by ? 'none' : undefined}
      opacity={by ? 0.8 : undefined}
      onPointerEnter={() => onLit(piece.paneId)}
      onPointerLeave={() => onLit(null)}
    >
      {children}
    </g>
  );
}

/** One pull to scale as it hangs out of its box: free end below, the roll's left edge left, film face up. */
export function PullDrawing({
  step,
  film,
  unit,
  cut,
  rollPx,
  hands = NOT_IN_HAND,
}: {
  step: CutStep;
  film: Film | undefined;
  unit: LengthUnit;
  cut: boolean;
  rollPx: number;
  hands?: PiecesInHand;
}) {
  const { pull, source, strips, keep, knifeAtMm } = step;
  const across = scaleLinear([0, source.width], [0, rollPx]);
  const height = Math.max(36, across(pull.length));
  const up = scaleLinear([0, pull.length], [height, 0]);
  const box = ({ x, y, w, l }: Laid) => ({
    x: across(x),
    y: up(y + l),
    width: across(w),
    height: up(y) - up(y + l),
  });
  const pieces = strips.flatMap((strip) => strip.pieces);
  return (
    <svg
      width={rollPx + 4}
      height={height + 2}
      viewBox={`-2 0 ${rollPx + 4} ${height + 2}`}
      className={`overflow-visible ${cut ? 'opacity-50' : ''}`}
      aria-hidden
    >
      {film && <FilmHatches films={[{ ...film, id: `pull-${pull.id}` }]} />}
      <rect width={rollPx} height={height} fill="var(--putty)" stroke="var(--hairline)" />
      {keep.map((offcut) => {
        const place = box(offcut);
        const text = `${formatBareLength(offcut.w, { unit })} × ${formatBareLength(offcut.l, { unit })}`;
        const wide = place.width > text.length * 5.6 && place.height > 34;
        return (
          <g key={`${offcut.x} ${offcut.y}`}>
            <rect {...place} fill="var(--timber)" stroke="var(--hairline)" strokeDasharray="4 3" />
            {place.width > 30 && place.height > 16 && (
              <text
                x={place.x + place.width / 2}
                y={place.y + place.height / 2 + (wide ? -3 : 4)}
                textAnchor="middle"
                fontSize="11"
                fill="var(--quiet)"
              >
                keep
                {wide && (
                  <tspan x={place.x + place.width / 2} dy="14">
                    {text}
                  </tspan>
                )}
              </text>
            )}
          </g>
        );
      })}
      {pieces.map(({ piece, name, factoryEdge, seams }) => {
        const place = box(piece);
        const edges = new Set([factoryEdge?.rollEdge, ...seams.map(({ rollEdge }) => rollEdge)]);
        const width = Math.min(place.width - 4, name.length * 8.5 + 12);
        return (
          <PieceInHand key={piece.id} piece={piece} hands={hands}>
            <rect
              {...place}
              fill={film ? filmFill({ id: `pull-${pull.id}` }) : 'var(--glass)'}
              stroke="var(--ink)"
            />
            {edges.has('left') && (
              <path d={`M${place.x} ${place.y}v${place.height}`} stroke="var(--ink)" strokeWidth="4" />
            )}
            {edges.has('right') && (
              <path
                d={`M${place.x + place.width} ${place.y}v${place.height}`}
                stroke="var(--ink)"
                strokeWidth="4"
              />
            )}
            <rect
              x={place.x + (place.width - width) / 2}
              y={place.y + place.height / 2 - 10}
              width={width}
              height="20"
              fill="var(--sheet)"
            />
            <text
              x={place.x + place.width / 2}
              y={place.y + place.height / 2 + 5}
              textAnchor="middle"
              fontSize="13"
              fontWeight="700"
              fill="var(--ink)"
            >
              {name}
            </text>
            {place.height > 64 && (
              <text
                x={place.x + place.width / 2}
                y={place.y + place.height / 2 + 28}
                textAnchor="middle"
                fontSize="18"
                // Dark on the hatch of any film, which stays light in the evening too.
                fill="#17332c"
              >
                {TOP_POINTS[piece.turn]}
              </text>
            )}
            {hands.litPaneIds.has(piece.paneId) && <LitFrame box={place} />}
          </PieceInHand>
        );
      })}
      {knifeAtMm.map((at) => (
        <path key={at} d={`M${across(at)} 0V${height}`} stroke="var(--brick)" strokeWidth="1.5" />
      ))}
      <path d={`M0 ${height}H${rollPx}`} stroke="var(--brick)" strokeWidth="1.5" strokeDasharray="6 3" />
    </svg>
  );
}

/** Room for the name of a film and a roll. */
const NAME_PX = 230;

/** The box from which the roll hangs, with what it is. */
export function RollBox({ name, rollPx }: { name: string; rollPx: number }) {
  return (
    <div
      className="flex h-7 items-center gap-2 rounded-full border border-ink bg-timber px-2 text-xs font-semibold"
      style={{ width: Math.max(rollPx + 20, NAME_PX), marginLeft: -10 }}
    >
      <span className="size-3 shrink-0 rounded-full border border-ink" aria-hidden />
      <span className="truncate">{name}</span>
    </div>
  );
}
