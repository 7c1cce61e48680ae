import type { CutStep, KeptPlan } from '@neat-sill/core/cuts';
import { formatRun } from '@neat-sill/core/units';
import { describeSheet } from '@neat-sill/core/words';
import { useState } from 'react';
import { RollBox, useRollPx, type PiecesInHand } from '../../drawing/PullDrawing.tsx';
import { Length } from '../../ui/Length.tsx';
import { useAppDispatch, useLivePlan, useUnit, viewActions } from '../job/index.ts';
import { PieceMenu } from './PieceMenu.tsx';
import { PullBlock } from './PullBlock.tsx';
import { RollEnd } from './RollEnd.tsx';
import type { Rearrange } from './useRearrange.ts';

export const rollName = ({ source, sheet }: Pick<CutStep, 'source' | 'sheet'>, film: string) =>
  `${film} · ${sheet ? 'new sheet' : source.kind === 'new' ? 'new roll' : source.id}`;

/** The pull over which something is on the page. */
const pullAt = ({ x, y }: { x: number; y: number }) =>
  document.elementFromPoint(x, y)?.closest<HTMLElement>('[data-pull-id]')?.dataset.pullId ?? null;

/** What the pieces that are shown do under the pointer: they light up with their panes, and can be dragged to a pull. */
export function usePiecesInHand(
  steps: readonly CutStep[],
  rearrange: Rearrange | null,
  onProblem: (problem: string | null) => void,
): {
  readonly hands: Omit<PiecesInHand, 'litPaneIds'>;
  readonly over: { readonly pullId: string; readonly may: boolean } | null;
} {
  const dispatch = useAppDispatch();
  const { plan } = useLivePlan();
  const [over, setOver] = useState<{ readonly pullId: string; readonly may: boolean } | null>(null);
  const nameOf = (pieceId: string) =>
    steps
      .flatMap(({ strips }) => strips.flatMap((strip) => strip.pieces))
      .find(({ piece }) => piece.id === pieceId)?.name ?? pieceId;
  const hands: Omit<PiecesInHand, 'litPaneIds'> = {
    onLit: (paneId) => dispatch(viewActions.lit(paneId)),
    onDrag: rearrange
      ? (pieceId, onPage, letGo) => {
          const pullId = pullAt(onPage);
          const from = plan?.pulls.find(({ pieces }) => pieces.some(({ id }) => id === pieceId))?.id;
          const place = pullId && pullId !== from ? ({ kind: 'pull', pullId } as const) : null;
          if (letGo) {
            setOver(null);
            if (place) onProblem(rearrange.move(pieceId, nameOf(pieceId), place));
          } else if (!place) setOver(null);
          else if (place.pullId !== over?.pullId)
            setOver({ pullId: place.pullId, may: typeof rearrange.tried(pieceId, place) !== 'string' });
        }
      : null,
  };
  return { hands, over };
}

interface RollProps {
  /** The pulls off one roll, in their order. */
  readonly ofRoll: readonly CutStep[];
  readonly steps: readonly CutStep[];
  readonly kept: KeptPlan | null;
  readonly filmName: (filmId: string) => string;
  readonly rearrange: Rearrange | null;
  readonly hands: Omit<PiecesInHand, 'litPaneIds'>;
  readonly over: { readonly pullId: string; readonly may: boolean } | null;
  readonly onProblem: (problem: string | null) => void;
  readonly onSpoiled: (pieceId: string) => void;
}

/** A roll hanging from its box, one pull below the other, each with its instruction beside it. */
export function Roll(props: RollProps) {
  const { ofRoll, steps, kept, filmName, rearrange, hands, over, onProblem, onSpoiled } = props;
  const unit = useUnit();
  const [first] = ofRoll;
  const longestMm = Math.max(1, ...ofRoll.map(({ pull }) => pull.length));
  const rollPx = useRollPx(first?.source.width ?? 0, longestMm);
  if (!first) return null;
  const name = rollName(first, filmName(first.source.filmId));
  const next = kept?.plan.pulls.find(({ id }) => !kept.cutPullIds.includes(id))?.id;
  return (
    <section aria-label={name} className="pl-3">
      <h3 className="flex flex-wrap items-center gap-x-3">
        <RollBox name={name} rollPx={rollPx} />
        <span className="text-sm font-normal text-quiet">
          {first.sheet ? (
            describeSheet(first.sheet, unit)
          ) : (
            <>
              <Length mm={first.source.width} unit={unit} withUnit /> wide, of{' '}
              {formatRun(first.source.length, unit)}
            </>
          )}
        </span>
      </h3>
      <RollEnd source={first.source} />
      <ol className="pl-0">
        {ofRoll.map((step) => {
          const { id } = step.pull;
          const isCut = kept?.cutPullIds.includes(id) ?? false;
          const locked = rearrange?.locked.has(id) ?? false;
          return (
            <PullBlock
              key={id}
              step={step}
              rollPx={rollPx}
              state={isCut ? 'cut' : id === next ? 'next' : 'planned'}
              hands={hands}
              over={over?.pullId === id ? (over.may ? 'may' : 'mayNot') : null}
              lock={rearrange && !isCut ? { locked, onTurn: () => rearrange.lock(id, !locked) } : null}
              menuOf={(item) =>
                rearrange && (
                  <PieceMenu item={item} step={step} steps={steps} hands={rearrange} onProblem={onProblem} />
                )
              }
              onSpoiled={onSpoiled}
              keptAt={kept?.keptAt ?? null}
            />
          );
        })}
      </ol>
    </section>
  );
}
