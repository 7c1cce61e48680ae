import { glassBuild } from '@neat-sill/core/glazing';
import { PANE_STRENGTHS, type Pane, type PaneStrength } from '@neat-sill/core/survey';
import { STRENGTH_NAMES } from '@neat-sill/core/words';
import type { PaneWithId } from '../job/index.ts';
import { Choice } from '../../ui/Field.tsx';

const WHICH: Readonly<Record<number, readonly string[]>> = {
  1: ['The pane'],
  2: ['Outer pane', 'Inner pane'],
  3: ['Outer pane', 'Middle pane', 'Inner pane'],
};

interface StrengthsProps {
  readonly panes: readonly PaneWithId[];
  readonly onTake: (what: string, patch: Partial<Pane>) => void;
}

/** How strong each pane of the glass is, apart from how it is built, and whether a stamp proves it. */
export function Strengths({ panes, onTake }: StrengthsProps) {
  const [first] = panes;
  if (!first || panes.some(({ glass }) => glass !== first.glass)) return null;
  const { strengths, stampSeen } = first;
  const same = panes.every(
    (pane) => pane.stampSeen === stampSeen && pane.strengths.join(' ') === strengths.join(' '),
  );
  const usual = glassBuild(first.glass, null).edges.map(({ strength }) =>
    PANE_STRENGTHS.find((each) => each === strength),
  );
  const now = usual.map((each, at) => strengths[at] ?? each);
  // A block or a textured pane is what it is.
  if (now.some((each) => each === undefined)) return null;
  const stamped = now.some((each) => each === 'tempered' || each === 'heatStrengthened');
  return (
    <fieldset className="col-span-2 grid grid-cols-[repeat(auto-fit,minmax(9rem,1fr))] items-end gap-x-4 gap-y-2">
      <legend className="sr-only">Strength of each pane</legend>
      {now.map((strength, at) => (
        <Choice<PaneStrength>
          key={at}
          label={WHICH[now.length]?.[at] ?? `Pane ${at + 1}`}
          mixed="They differ"
          value={same && strength ? strength : ''}
          options={PANE_STRENGTHS.map((each) => [each, STRENGTH_NAMES[each]])}
          onChoose={(chosen) =>
            onTake('Strength', {
              strengths: now.flatMap((each, place) => (place === at ? chosen : (each ?? []))),
            })
          }
        />
      ))}
      {stamped && (
        <label className="inline-flex min-h-11 items-center gap-2">
          <input
            type="checkbox"
            className="size-5 accent-edge"
            checked={stampSeen}
            onChange={({ target }) => onTake('Stamp', { stampSeen: target.checked })}
          />
          Stamp seen
        </label>
      )}
      {stamped && !stampSeen && strengths.length > 0 && (
        <p className="col-span-full text-sm text-ochre-text">
          Without its stamp the glass is reckoned as annealed.
        </p>
      )}
    </fieldset>
  );
}
