import { ToggleGroup } from 'radix-ui';
import type { ReactNode } from 'react';

type Look = 'chip' | 'key';

interface OneOfProps<Value extends string> {
  readonly label: string;
  readonly options: readonly (readonly [Value, ReactNode])[];
  readonly value: Value | null;
  readonly onChoose: (value: Value) => void;
  /** Chips stand in a line of tools; keys are for the hand. */
  readonly look?: Look;
  /** How they stand, where not in one line. */
  readonly className?: string;
}

const LOOKS: Readonly<Record<Look, string>> = {
  chip: 'min-h-8 px-2.5 text-sm data-[state=on]:border-edge data-[state=on]:bg-edge-tint data-[state=on]:font-semibold',
  key: 'min-h-12 px-1 data-[state=on]:border-edge data-[state=on]:bg-edge data-[state=on]:font-semibold data-[state=on]:text-on-edge',
};

/** One of a few, all in sight; arrow keys go from one to the next. */
export function OneOf<Value extends string>({
  label,
  options,
  value,
  onChoose,
  look = 'chip',
  className = 'flex flex-wrap gap-1',
}: OneOfProps<Value>) {
  return (
    <ToggleGroup.Root
      type="single"
      aria-label={label}
      className={className}
      value={value ?? ''}
      // What is chosen already is not taken back by another click.
      onValueChange={(next) => next !== '' && onChoose(next as Value)}
    >
      {options.map(([each, name]) => (
        <ToggleGroup.Item
          key={each}
          value={each}
          className={`rounded-sm border border-hairline bg-sheet text-center text-ink hover:border-ink ${LOOKS[look]}`}
        >
          {name}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  );
}
