import { fitPane } from '@neat-sill/core/survey';
import { READING_NAMES } from '@neat-sill/core/words';
import { useMemo, type ReactNode } from 'react';
import { useJob, useUnit } from '../job/index.ts';
import { Length, Size } from '../../ui/Length.tsx';
import type { PaneWithId } from './GlassAndFrame.tsx';

/** Where the corners are by all readings together, once a diagonal was read. */
function Squareness({ pane }: { pane: PaneWithId }) {
  const { rules } = useJob();
  const unit = useUnit();
  const fitted = useMemo(
    () =>
      pane.readings.diagonalDown || pane.readings.diagonalUp
        ? fitPane(pane.readings, rules.survey.agreementMm)
        : null,
    [pane.readings, rules.survey.agreementMm],
  );
  if (!fitted) return null;
  const lean = fitted.bottomLeft.x;
  return (
    <p className="text-sm text-quiet">
      {Math.abs(lean) < 0.5 ? (
        'The sides stand square'
      ) : (
        <>
          The left side leans <Length mm={Math.abs(lean)} unit={unit} withUnit /> to the{' '}
          {lean > 0 ? 'right' : 'left'} at its foot
        </>
      )}
      ; the readings agree within <Length mm={fitted.rmsMm} unit={unit} withUnit />.
      {fitted.oddPlace && ` ${READING_NAMES[fitted.oddPlace]} does not fit the others.`}
    </p>
  );
}

/** What follows from the readings. */
export function Sizes({ pane }: { pane: PaneWithId }) {
  const { derived } = useJob();
  const unit = useUnit();
  const sizes = derived.pane(pane.id)?.sizes;
  if (!sizes)
    return <p className="text-quiet">One width and one height give a first size; all six a sure one.</p>;
  const figure = (name: string, value: ReactNode) => (
    <div>
      <dt className="text-sm text-quiet">{name}</dt>
      <dd className="text-lg font-bold">{value}</dd>
    </div>
  );
  return (
    <>
      <dl className="grid grid-cols-3 gap-3 border-y border-hairline-soft py-3" aria-label="Sizes">
        {figure('Cutting size', <Size {...sizes.cutting} unit={unit} rounding="up" denominator={16} />)}
        {figure('Net size', <Size {...sizes.net} unit={unit} rounding="down" denominator={16} />)}
        {figure('Out of square', <Length mm={sizes.outOfSquareMm} unit={unit} withUnit />)}
      </dl>
      <Squareness pane={pane} />
    </>
  );
}
