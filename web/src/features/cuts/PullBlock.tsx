import type { CutPiece, CutStep } from '@neat-sill/core/cuts';
import { formatLength, listOf, type LengthUnit } from '@neat-sill/core/units';
import { SIDE_NAMES, describeTrimOff } from '@neat-sill/core/words';
import { Lock, LockOpen } from 'lucide-react';
import type { ReactNode } from 'react';
import { PullDrawing, type PiecesInHand } from '../../drawing/PullDrawing.tsx';
import { useAppSelector, useJob, useUnit } from '../job/index.ts';
import { Button } from '../../ui/Button.tsx';
import { Length, Size } from '../../ui/Length.tsx';
import { PieceCuts } from './PieceCuts.tsx';
import { PullDone } from './PullDone.tsx';

function PieceLine({
  item,
  unit,
  lit,
  onLit,
  menu,
  pinned,
  onSpoiled,
}: {
  item: CutPiece;
  unit: LengthUnit;
  lit: boolean;
  onLit: PiecesInHand['onLit'];
  /** What it can be told; null where hands may not move it. */
  menu: ReactNode;
  pinned: boolean;
  /** Makes the piece again; null while it is not cut. */
  onSpoiled: ((pieceId: string) => void) | null;
}) {
  const { piece, name, factoryEdge, seams } = item;
  const pane = useJob().derived.pane(piece.paneId);
  // How it is fitted is worked out where there is a pattern only.
  const start = pane?.film?.pattern ? pane.toFit?.more.patternStart : null;
  const show = (mm: number) => formatLength(mm, { unit });
  return (
    <li
      className={`text-sm ${lit ? 'bg-dusk-tint' : ''}`}
      onPointerEnter={() => onLit(piece.paneId)}
      onPointerLeave={() => onLit(null)}
      onFocus={() => onLit(piece.paneId)}
      onBlur={() => onLit(null)}
    >
      <b>{name}</b> <Size widthMm={piece.w} heightMm={piece.l} unit={unit} />
      <PieceCuts item={item} unit={unit} />
      <span className="text-quiet">
        {`, ${SIDE_NAMES[item.freeEndIs].toLowerCase()} edge leads`}
        {factoryEdge && `; ${factoryEdge.rollEdge} roll edge to its ${SIDE_NAMES[factoryEdge.side]}`}
        {seams
          .map(
            ({ side, rollEdge }) =>
              `; ${rollEdge ? `${rollEdge} roll edge` : 'seam'} to the seam, ${SIDE_NAMES[side]}`,
          )
          .join('')}
        {start &&
          `; pattern starts ${show(start.acrossMm)} from the glass’s left, ${show(start.alongMm)} from its top`}
        {pinned && '; locked to this roll'}
      </span>
      {menu}
      {onSpoiled && (
        <Button
          size="low"
          className="mt-1 block"
          aria-label={`Re-cut piece ${name}`}
          onClick={() => onSpoiled(piece.id)}
        >
          Re-cut this piece
        </Button>
      )}
    </li>
  );
}

interface PullBlockProps {
  readonly step: CutStep;
  /** How wide its roll is drawn. */
  readonly rollPx: number;
  readonly state: 'planned' | 'next' | 'cut';
  readonly hands: Omit<PiecesInHand, 'litPaneIds'>;
  /** A piece is dragged over this pull: whether it may come here. */
  readonly over: 'may' | 'mayNot' | null;
  /** Null where it can't be locked: it is cut, or nobody may change the plan. */
  readonly lock: { readonly locked: boolean; readonly onTurn: () => void } | null;
  readonly menuOf: (item: CutPiece) => ReactNode;
  readonly onSpoiled: (pieceId: string) => void;
  /** When the plan was kept that it is cut by; null while none is. */
  readonly keptAt: string | null;
}

const OVER = { may: 'bg-edge-tint', mayNot: 'bg-brick-tint' } as const;

/** One pull: as it hangs off the roll, and beside it what hands do, in their order. */
export function PullBlock({
  step,
  rollPx,
  state,
  hands: ofAll,
  over,
  lock,
  menuOf,
  onSpoiled,
  keptAt,
}: PullBlockProps) {
  const unit = useUnit();
  const { jobShopData: book, records } = useJob();
  const film = book.films.find(({ id }) => id === step.source.filmId);
  const { pull, strips, keep, knifeAtMm } = step;
  // As a text: a pull is drawn anew only when one of its own pieces lights up or goes out.
  const lit = useAppSelector(({ view }) =>
    pull.pieces
      .map(({ paneId }) => paneId)
      .filter((id) => id === view.litPaneId || view.selected.includes(id))
      .join(' '),
  );
  const hands: PiecesInHand = { ...ofAll, litPaneIds: new Set(lit.split(' ')) };
  const pieces = strips.flatMap((strip) => strip.pieces);
  const line = (name: string, value: React.ReactNode) => (
    <div className="grid grid-cols-[4.3rem_1fr] items-baseline gap-2">
      <dt className="text-sm text-quiet">{name}</dt>
      <dd>{value}</dd>
    </div>
  );
  return (
    <li className={`flex gap-3 ${over ? OVER[over] : ''}`} data-pull-id={pull.id}>
      <div className="shrink-0">
        <PullDrawing
          step={step}
          film={film}
          unit={unit}
          cut={state === 'cut'}
          rollPx={rollPx}
          hands={hands}
        />
      </div>
      <div
        className={`sticky top-0 mb-2 min-w-0 flex-1 self-start px-3 py-2 ${state === 'next' ? 'bg-ochre-tint' : ''}`}
      >
        <h4 className="flex items-center gap-2 font-bold">
          <span className="flex-1">Pull {pull.id}</span>
          {lock && (
            <button
              type="button"
              aria-pressed={lock.locked}
              aria-label={`Lock pull ${pull.id}`}
              title={lock.locked ? 'Locked: stays when the rest is planned anew' : 'Lock this pull'}
              className="grid size-8 place-items-center rounded-sm border border-transparent text-quiet hover:border-ink aria-pressed:border-ochre aria-pressed:bg-ochre-tint aria-pressed:text-ink"
              onClick={lock.onTurn}
            >
              {lock.locked ? <Lock size={16} aria-hidden /> : <LockOpen size={16} aria-hidden />}
            </button>
          )}
          {state !== 'planned' && (
            <span className={`text-sm ${state === 'next' ? 'text-ochre-text' : 'text-edge'}`}>
              {state === 'next' ? 'to cut now' : 'cut'}
            </span>
          )}
        </h4>
        <dl className="flex flex-col gap-0.5">
          {step.squaring &&
            line(
              'Roll end',
              <span className="text-sm">
                cut <Length mm={step.squaring.mm} unit={unit} withUnit /> off square:{' '}
                <Length mm={step.squaring.outMm} unit={unit} withUnit /> out over its width
              </span>,
            )}
          {step.sheet &&
            describeTrimOff(step.sheet, unit) !== null &&
            line('Sheet', <span className="text-sm">{describeTrimOff(step.sheet, unit)}</span>)}
          {line(
            'Knife at',
            knifeAtMm.length === 0 ? (
              <span className="text-sm">no knife, full width</span>
            ) : (
              <span className="text-lg font-bold">
                {knifeAtMm.map((at, index) => (
                  <span key={at}>
                    {index > 0 && ', '}
                    <Length mm={at} unit={unit} />
                  </span>
                ))}
                <span className="text-xs font-normal text-quiet"> from left</span>
              </span>
            ),
          )}
          {line(
            step.sheet ? 'Length' : 'Pull out',
            <span className="text-lg font-bold">
              <Length mm={step.pullOutMm} unit={unit} withUnit />
            </span>,
          )}
          {line(
            'Pieces',
            <ul className="flex flex-col gap-1">
              {pieces.map((item) => (
                <PieceLine
                  key={item.piece.id}
                  item={item}
                  unit={unit}
                  lit={hands.litPaneIds.has(item.piece.paneId)}
                  onLit={hands.onLit}
                  menu={state === 'cut' ? null : menuOf(item)}
                  pinned={(records.pane[item.piece.paneId]?.fromRoll ?? null) !== null}
                  onSpoiled={state === 'cut' ? onSpoiled : null}
                />
              ))}
            </ul>,
          )}
          {keep.length > 0 &&
            line(
              'Keep',
              <span className="text-sm">
                {keep.map((offcut, index) => (
                  <span key={`${offcut.x} ${offcut.y}`}>
                    {index > 0 && '; '}
                    <Size widthMm={offcut.w} heightMm={offcut.l} unit={unit} />
                    {offcut.factoryEdges.length > 0 && ` (${listOf(offcut.factoryEdges)} edge)`}
                  </span>
                ))}
              </span>,
            )}
        </dl>
        {state === 'cut' && keptAt !== null && <PullDone step={step} keptAt={keptAt} />}
      </div>
    </li>
  );
}
