import {
  useId,
  type InputHTMLAttributes,
  type ReactNode,
  type SelectHTMLAttributes,
  type TextareaHTMLAttributes,
} from 'react';

export const fieldLook =
  'min-h-11 w-full rounded-sm border border-hairline bg-sheet px-3 py-1.5 text-ink data-doubt:border-ochre data-doubt:bg-ochre-tint aria-invalid:border-brick aria-invalid:border-2';

interface FrameProps {
  readonly label: string;
  readonly problem?: string | undefined;
  readonly hint?: ReactNode;
  readonly children: (ids: {
    id: string;
    'aria-describedby': string | undefined;
    'aria-invalid': boolean;
  }) => ReactNode;
}

/** A label, its control, and below it what is wrong or what was understood. */
export function FieldFrame({ label, problem, hint, children }: FrameProps) {
  const id = useId();
  const below = problem ?? hint;
  return (
    <div className="flex flex-col gap-1">
      <label htmlFor={id} className="text-sm text-quiet">
        {label}
      </label>
      {children({
        id,
        'aria-describedby': below ? `${id}-below` : undefined,
        'aria-invalid': problem !== undefined,
      })}
      {below && (
        <p
          id={`${id}-below`}
          role={problem ? 'alert' : undefined}
          className={`text-sm ${problem ? 'text-brick' : 'text-quiet'}`}
        >
          {below}
        </p>
      )}
    </div>
  );
}

interface TextFieldProps extends InputHTMLAttributes<HTMLInputElement> {
  readonly label: string;
  readonly problem?: string | undefined;
  readonly hint?: ReactNode;
}

export function TextField({ label, problem, hint, ...rest }: TextFieldProps) {
  return (
    <FieldFrame label={label} problem={problem} hint={hint}>
      {(ids) => <input {...ids} className={fieldLook} {...rest} />}
    </FieldFrame>
  );
}

interface TextAreaProps extends TextareaHTMLAttributes<HTMLTextAreaElement> {
  readonly label: string;
  readonly problem?: string | undefined;
  readonly hint?: ReactNode;
}

export function TextArea({ label, problem, hint, ...rest }: TextAreaProps) {
  return (
    <FieldFrame label={label} problem={problem} hint={hint}>
      {(ids) => <textarea {...ids} className={fieldLook} {...rest} />}
    </FieldFrame>
  );
}

interface ChoiceProps<Value extends string> extends Omit<
  SelectHTMLAttributes<HTMLSelectElement>,
  'onChange' | 'value'
> {
  readonly label: string;
  readonly value: Value | '';
  readonly options: readonly (readonly [Value, string])[];
  readonly onChoose: (value: Value) => void;
  /** Shown while the things chosen for differ. */
  readonly mixed?: string;
}

export function Choice<Value extends string>({
  label,
  value,
  options,
  onChoose,
  mixed,
  ...rest
}: ChoiceProps<Value>) {
  return (
    <FieldFrame label={label}>
      {(ids) => (
        <select
          {...ids}
          className={fieldLook}
          value={value}
          onChange={(event) => onChoose(event.target.value as Value)}
          {...rest}
        >
          {value === '' && <option value="">{mixed ?? 'Choose'}</option>}
          {options.map(([option, name]) => (
            <option key={option} value={option}>
              {name}
            </option>
          ))}
        </select>
      )}
    </FieldFrame>
  );
}
