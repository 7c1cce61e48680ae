import {
  formatBareLength,
  formatLength,
  parseLength,
  type ExpectedLength,
  type LengthUnit,
} from '@neat-sill/core/units';
import { describeLengthProblem } from '@neat-sill/core/words';
import { useRef, useState, type KeyboardEvent, type Ref } from 'react';
import { FieldFrame, fieldLook } from './Field.tsx';
import { useLengthDraft } from './useLengthDraft.ts';

export interface TypedLength {
  readonly mm: number;
  readonly typed: string;
}

interface CommonProps {
  readonly label: string;
  readonly valueMm: number | null;
  readonly unit: LengthUnit;
  /** Under this name what was typed but not yet taken is kept over a reload. */
  readonly draftKey: string;
  /** After Enter, when what was typed could be taken. */
  readonly onEnter?: () => void;
  readonly inputRef?: Ref<HTMLInputElement>;
  readonly onFocused?: () => void;
  /** Why a length that was understood can't be taken here, and what could. */
  readonly refuse?: (mm: number) => string | null;
  readonly inDoubt?: boolean;
  /** `any` for gaps and margins, which may be small or nothing; a side of glass if not said. */
  readonly expects?: ExpectedLength;
}

/** A field that may be emptied takes null then; any other says that a length must stand there. */
type LengthFieldProps = CommonProps &
  (
    | { readonly mayBeEmpty: true; readonly onTake: (length: TypedLength | null) => void }
    | { readonly mayBeEmpty?: false; readonly onTake: (length: TypedLength) => void }
  );

function understand(text: string, unit: LengthUnit, expects: ExpectedLength) {
  if (expects === 'any' && /^\s*0\s*$/.test(text))
    return { ok: true as const, value: { mm: 0, unit: 'mm' as const, unitAssumed: false } };
  return parseLength(text, unit, expects);
}

/** A field for a length in any spelling of the trade; reads back what was understood while one types. */
export function LengthField(props: LengthFieldProps) {
  const { label, valueMm, unit, draftKey, onEnter, inputRef, inDoubt = false } = props;
  const [draft, setDraft] = useLengthDraft(draftKey);
  // Enter takes the length and moves the cursor on, which blurs this field before it is drawn anew: what is still to be
  // taken must be known at once.
  const untaken = useRef(draft);
  const [tried, setTried] = useState(false);
  const shown = draft ?? (valueMm === null ? '' : formatBareLength(valueMm, { unit }));
  const read = understand(shown, unit, props.expects ?? 'glass');
  const empty = shown.trim() === '';
  const refused = (read.ok && props.refuse?.(read.value.mm)) || null;

  const keep = (text: string | null) => {
    setDraft(text);
    untaken.current = text;
  };
  const take = (): boolean => {
    if (untaken.current === null) return true;
    if (empty && props.mayBeEmpty) {
      keep(null);
      if (valueMm !== null) props.onTake(null);
      return true;
    }
    setTried(true);
    if (!read.ok || refused !== null) return false;
    props.onTake({ mm: read.value.mm, typed: shown.trim() });
    keep(null);
    setTried(false);
    return true;
  };
  const onKeyDown = (event: KeyboardEvent<HTMLInputElement>) => {
    if (event.key === 'Escape') {
      keep(null);
      setTried(false);
    }
    if (event.key !== 'Enter') return;
    event.preventDefault();
    if (take()) onEnter?.();
  };
  const why = read.ok ? refused : describeLengthProblem(read.problem, unit);
  const problem = draft !== null && tried && why !== null ? why : undefined;
  const assumed = read.ok && read.value.unitAssumed;
  const hint =
    draft !== null && !empty && read.ok
      ? `= ${formatLength(read.value.mm, { unit })}${assumed ? `, taken as ${read.value.unit === 'in' ? 'inches' : 'millimetres'}` : ''}`
      : undefined;
  return (
    <FieldFrame label={label} problem={problem} hint={hint}>
      {(ids) => (
        <input
          {...ids}
          ref={inputRef}
          data-doubt={inDoubt || undefined}
          className={`${fieldLook} text-lg font-semibold`}
          inputMode="text"
          autoComplete="off"
          spellCheck={false}
          value={shown}
          onFocus={(event) => {
            event.target.select();
            props.onFocused?.();
          }}
          onChange={(event) => {
            setTried(false);
            keep(event.target.value);
          }}
          onKeyDown={onKeyDown}
          onBlur={take}
        />
      )}
    </FieldFrame>
  );
}
