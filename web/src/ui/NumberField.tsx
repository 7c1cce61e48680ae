import { useState, type ReactNode } from 'react';
import { TextField } from './Field.tsx';

interface NumberFieldProps {
  readonly label: string;
  readonly value: number;
  readonly from: number;
  readonly to: number;
  readonly whole?: boolean;
  /** How many decimals are shown, and told apart. */
  readonly decimals?: number;
  /** What it is measured in, said with the limits when something else was typed, as `degrees`; empty for a bare number. */
  readonly of: string;
  readonly hint?: ReactNode;
  readonly onTake: (value: number) => void;
}

/** A plain number within limits, taken on leaving the field; what can't be taken stays and says why. */
export function NumberField({
  label,
  value,
  from,
  to,
  whole = false,
  decimals = 1,
  of,
  hint,
  onTake,
}: NumberFieldProps) {
  const [draft, setDraft] = useState<string | null>(null);
  const [problem, setProblem] = useState<string>();
  const shown = String(Number(value.toFixed(decimals)));
  const take = () => {
    if (draft === null) return;
    const typed = Number(draft.trim().replace(/°$/, ''));
    if (draft.trim() === '' || !(typed >= from && typed <= to) || (whole && !Number.isInteger(typed)))
      return setProblem(
        `Type ${whole ? 'a whole number' : 'a number'} from ${from} to ${to}${of && ` ${of}`}.`,
      );
    setDraft(null);
    if (Number(typed.toFixed(decimals)) !== Number(shown)) onTake(typed);
  };
  return (
    <TextField
      label={label}
      inputMode={whole ? 'numeric' : 'decimal'}
      value={draft ?? shown}
      problem={problem}
      hint={hint}
      onChange={(event) => {
        setDraft(event.target.value);
        setProblem(undefined);
      }}
      onKeyDown={(event) => {
        if (event.key === 'Enter') take();
        if (event.key === 'Escape') setDraft(null);
      }}
      onBlur={take}
    />
  );
}
