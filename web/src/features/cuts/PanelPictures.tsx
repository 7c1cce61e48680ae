import { piecesOfPane, rollSideOf, seamMarks, type Piece } from '@neat-sill/core/cuts';
import { measuredPane } from '@neat-sill/core/job';
import type { Side } from '@neat-sill/core/survey';
import { formatLength } from '@neat-sill/core/units';
import { SIDE_NAMES } from '@neat-sill/core/words';
import { useJob, useLivePlan, useUnit, type PaneWithId } from '../job/index.ts';

const BOX_PX = 92;
const SIDES_ROUND: readonly Side[] = ['top', 'right', 'bottom', 'left'];
const LETTERS = 'abcdefghijklmnopqrstuvwxyz';

type Edge = 'above' | 'right' | 'below' | 'left';

interface PictureProps {
  readonly title: string;
  readonly widthMm: number;
  readonly heightMm: number;
  /** What is written at each edge of the picture, and which edges are the roll's own. */
  readonly words: Readonly<Record<Edge, string>>;
  readonly rollEdges: ReadonlySet<Edge>;
  readonly name: string;
}

/** A panel to scale with its sides named; the roll's own edges are thick. */
function Picture({ title, widthMm, heightMm, words, rollEdges, name }: PictureProps) {
  const scale = BOX_PX / Math.max(widthMm, heightMm);
  const [w, h] = [Math.max(26, widthMm * scale), Math.max(26, heightMm * scale)];
  const lines: Readonly<Record<Edge, string>> = {
    above: `M0 0H${w}`,
    right: `M${w} 0V${h}`,
    below: `M0 ${h}H${w}`,
    left: `M0 0V${h}`,
  };
  return (
    <figure className="flex flex-col items-center gap-0.5">
      <svg
        viewBox={`-34 -18 ${w + 68} ${h + 36}`}
        width={w + 68}
        height={h + 36}
        role="img"
        aria-label={`Piece ${name} ${title}: ${words.above} above, ${words.below} below, ${words.left} left, ${words.right} right`}
      >
        <rect width={w} height={h} fill="var(--glass)" stroke="var(--ink)" />
        {[...rollEdges].map((edge) => (
          <path key={edge} d={lines[edge]} stroke="var(--ink)" strokeWidth="5" />
        ))}
        <g fontSize="12" fill="var(--quiet)" textAnchor="middle">
          <text x={w / 2} y={-6}>
            {words.above}
          </text>
          <text x={w / 2} y={h + 14}>
            {words.below}
          </text>
          <text x={-6} y={h / 2 + 4} textAnchor="end">
            {words.left}
          </text>
          <text x={w + 6} y={h / 2 + 4} textAnchor="start">
            {words.right}
          </text>
          <text x={w / 2} y={h / 2 + 5} fontSize="14" fontWeight="700" fill="var(--ink)">
            {name}
          </text>
        </g>
      </svg>
      <figcaption className="text-xs text-quiet">{title}</figcaption>
    </figure>
  );
}

/** A panel as it comes off the roll, free end below as it hangs from its box, and as it hangs on the glass. */
function Panel({ piece, name }: { piece: Piece; name: string }) {
  const onRoll = new Map(SIDES_ROUND.map((side) => [rollSideOf(side, piece.turn), side]));
  const own = new Set(
    SIDES_ROUND.filter((side) => {
      const lying = rollSideOf(side, piece.turn);
      return (
        (lying === 'left' || lying === 'right') &&
        (piece.seamEdges[side] === lying || piece.factoryEdge === side)
      );
    }),
  );
  const word = (side: Side | undefined) => (side ? SIDE_NAMES[side].toLowerCase() : '');
  const isOwn = (side: Side | undefined) => side !== undefined && own.has(side);
  const edgesOf = (pairs: readonly (readonly [Edge, Side | undefined])[]) =>
    new Set(pairs.flatMap(([edge, side]) => (isOwn(side) ? [edge] : [])));
  const [start, end] = [onRoll.get('start'), onRoll.get('end')];
  const [left, right] = [onRoll.get('left'), onRoll.get('right')];
  const upright = piece.turn % 180 === 0;
  return (
    <div className="flex items-end gap-1">
      <Picture
        title="off the roll"
        name={name}
        widthMm={piece.w}
        heightMm={piece.l}
        words={{ above: word(end), below: word(start), left: word(left), right: word(right) }}
        rollEdges={edgesOf([
          ['above', end],
          ['below', start],
          ['left', left],
          ['right', right],
        ])}
      />
      <Picture
        title="as it hangs"
        name={name}
        widthMm={upright ? piece.w : piece.l}
        heightMm={upright ? piece.l : piece.w}
        words={{ above: 'top', below: 'bottom', left: 'left', right: 'right' }}
        rollEdges={edgesOf([
          ['above', 'top'],
          ['below', 'bottom'],
          ['left', 'left'],
          ['right', 'right'],
        ])}
      />
    </div>
  );
}

/** The panels of a pane with the marks to make on its frame before they are hung. */
export function PanelPictures({ pane }: { pane: PaneWithId }) {
  const { derived } = useJob();
  const { plan } = useLivePlan();
  const unit = useUnit();
  const own = derived.pane(pane.id);
  const measured = own && measuredPane(own);
  if (!plan || !measured) return null;
  const pieces = piecesOfPane(plan, pane.id);
  if (pieces.length < 2) return null;
  const show = (mm: number) => formatLength(mm, { unit });
  const corners = (side: Side) =>
    side === 'top' || side === 'bottom' ? ['left corner', 'right corner'] : ['upper corner', 'lower corner'];
  const seams = seamMarks(measured, pane.id, plan);
  return (
    <div className="flex flex-col gap-2">
      <div className="flex flex-wrap gap-x-4 gap-y-2">
        {pieces.map((piece) => (
          <Panel key={piece.id} piece={piece} name={`${pane.label}${LETTERS[piece.panel - 1] ?? ''}`} />
        ))}
      </div>
      <p className="text-sm text-quiet">
        Thick: the roll’s own edge. The lower end comes off the roll first.
      </p>
      <ul className="text-sm">
        {seams.map(({ marks, overlapMm, seamMm }) => (
          <li key={seamMm}>
            <b>Mark on the frame</b>{' '}
            {marks
              .map(({ side, fromFirstMm, fromSecondMm }) => {
                const [first, second] = corners(side);
                return `${SIDE_NAMES[side].toLowerCase()}: ${show(fromFirstMm)} from its ${first}, ${show(fromSecondMm)} from its ${second}`;
              })
              .join('; ')}
            . The first panel ends there;{' '}
            {overlapMm > 0
              ? `the next comes ${show(overlapMm)} over it, and both are cut through in one line at ${show(seamMm)}.`
              : 'the next is butted against it.'}
          </li>
        ))}
      </ul>
    </div>
  );
}
