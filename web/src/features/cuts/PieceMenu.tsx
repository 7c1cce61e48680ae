import type { CutPiece, CutStep, NewPlace } from '@neat-sill/core/cuts';
import { formatRun } from '@neat-sill/core/units';
import { DropdownMenu } from 'radix-ui';
import { useState } from 'react';
import { useJob, useLivePlan, useUnit } from '../job/index.ts';
import type { Rearrange } from './useRearrange.ts';

const ITEM = 'flex min-h-10 flex-col justify-center px-3 py-1 data-highlighted:bg-edge-tint';

interface PieceMenuProps {
  readonly item: CutPiece;
  readonly step: CutStep;
  readonly steps: readonly CutStep[];
  readonly hands: Rearrange;
  readonly onProblem: (problem: string | null) => void;
}

/** What a piece can be told: another pull, a pull of its own, to stay on its roll. Each place is tried when looked at. */
export function PieceMenu({ item, step, steps, hands, onProblem }: PieceMenuProps) {
  const unit = useUnit();
  const job = useJob();
  const { plan } = useLivePlan();
  const [tried, setTried] = useState<{ key: string; says: string } | null>(null);
  const { piece, name } = item;
  const pinned = job.records.pane[piece.paneId]?.fromRoll ?? null;
  const used = plan?.summary.byFilm.find(({ filmId }) => filmId === step.source.filmId)?.usedLength ?? 0;
  const places: { key: string; label: string; to: NewPlace }[] = [
    ...steps
      .filter(({ pull, source }) => source.filmId === step.source.filmId && pull.id !== step.pull.id)
      .filter(({ pull }) => !hands.fixed.has(pull.id))
      .map(({ pull }) => ({
        key: `pull ${pull.id}`,
        label: `To pull ${pull.id}`,
        to: { kind: 'pull' as const, pullId: pull.id },
      })),
    ...[...new Map(steps.map(({ source }) => [source.id, source])).values()]
      .filter(
        ({ filmId, id }) =>
          filmId === step.source.filmId && (id !== step.source.id || step.pull.pieces.length > 1),
      )
      .map(({ id, kind }) => ({
        key: `own ${id}`,
        label: kind === 'new' ? 'To a pull of its own, new roll' : `To a pull of its own, ${id}`,
        to: { kind: 'ownPull' as const, sourceId: id },
      })),
  ];
  const look = (key: string, to: NewPlace) => {
    const result = hands.tried(piece.id, to);
    if (typeof result === 'string') return setTried({ key, says: result });
    const after = result.summary.byFilm.find(({ filmId }) => filmId === step.source.filmId)?.usedLength ?? 0;
    const more = after - used;
    setTried({
      key,
      says:
        Math.abs(more) < 1
          ? 'no film more or less'
          : `${formatRun(Math.abs(more), unit)} ${more > 0 ? 'more' : 'less'} film`,
    });
  };
  if (hands.fixed.has(step.pull.id)) return null;
  return (
    <DropdownMenu.Root modal={false} onOpenChange={() => setTried(null)}>
      <DropdownMenu.Trigger
        aria-label={`Move piece ${name}`}
        className="ml-1 min-h-7 rounded-sm border border-hairline px-1.5 text-xs hover:border-ink"
      >
        Move
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          sideOffset={4}
          className="z-20 max-h-96 max-w-80 min-w-60 overflow-y-auto border border-ink bg-sheet p-1 text-sm shadow-lifted"
        >
          <DropdownMenu.Label className="px-3 py-1.5 text-quiet">Piece {name}</DropdownMenu.Label>
          {places.map(({ key, label, to }) => (
            <DropdownMenu.Item
              key={key}
              className={ITEM}
              onFocus={() => look(key, to)}
              onSelect={() => onProblem(hands.move(piece.id, name, to))}
            >
              {label}
              {tried?.key === key && <span className="text-xs text-quiet">{tried.says}</span>}
            </DropdownMenu.Item>
          ))}
          <DropdownMenu.Separator className="my-1 h-px bg-hairline" />
          <DropdownMenu.Item
            className={ITEM}
            onSelect={() => hands.pin(piece.paneId, pinned ? null : step.source.id)}
          >
            {pinned ? 'Unlock from this roll' : 'Lock to this roll'}
          </DropdownMenu.Item>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
