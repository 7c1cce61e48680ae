import type { CutPiece } from '@neat-sill/core/cuts';
import type { LengthUnit } from '@neat-sill/core/units';
import { Length } from '../../ui/Length.tsx';

/** Less than this that stays on a piece is nobody's concern. */
const SAID_FROM_MM = 0.5;

/** What is still cut at a piece once its strip is there, and what stays on it rather than being a sliver. */
export function PieceCuts({ item, unit }: { item: CutPiece; unit: LengthUnit }) {
  const { piece, crossCutAtMm, trimToMm, cutWidthMm, cutLengthMm } = item;
  const [across, along] = [cutWidthMm - piece.w, cutLengthMm - piece.l];
  const stays = [
    ...(across > SAID_FROM_MM && trimToMm === null ? [{ mm: across, where: 'across' }] : []),
    ...(along > SAID_FROM_MM && crossCutAtMm === null ? [{ mm: along, where: 'along' }] : []),
  ];
  return (
    <>
      {crossCutAtMm !== null && (
        <>
          , cross cut at <Length mm={crossCutAtMm} unit={unit} />
        </>
      )}
      {trimToMm !== null && (
        <>
          , trim to <Length mm={trimToMm} unit={unit} />
        </>
      )}
      {stays.map(({ mm, where }) => (
        <span key={where}>
          , <Length mm={mm} unit={unit} /> {where} stay on it
        </span>
      ))}
    </>
  );
}
