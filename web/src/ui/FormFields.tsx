import type { ComponentProps } from 'react';
import { Controller, type Control, type FieldPathByValue, type FieldValues } from 'react-hook-form';
import { Choice } from './Field.tsx';
import { LengthField } from './LengthField.tsx';

interface FormChoiceProps<Form extends FieldValues, Value extends string, Filled> {
  readonly control: Control<Form, unknown, Filled>;
  readonly name: FieldPathByValue<Form, Value>;
  readonly label: string;
  readonly options: readonly (readonly [Value, string])[];
  /** What else changes with it. */
  readonly onChosen?: (value: Value) => void;
}

/** A choice that belongs to a form. */
export function FormChoice<Form extends FieldValues, Value extends string, Filled = Form>({
  control,
  name,
  label,
  options,
  onChosen,
}: FormChoiceProps<Form, Value, Filled>) {
  return (
    <Controller
      control={control}
      name={name}
      render={({ field }) => (
        <Choice
          label={label}
          value={field.value as Value}
          options={options}
          onChoose={(value) => {
            field.onChange(value);
            onChosen?.(value);
          }}
        />
      )}
    />
  );
}

type FormLengthProps<Form extends FieldValues> = {
  readonly control: Control<Form>;
  readonly name: FieldPathByValue<Form, number>;
} & Pick<ComponentProps<typeof LengthField>, 'label' | 'unit' | 'expects' | 'draftKey' | 'refuse'>;

/** A length in mm that belongs to a form, typed in any spelling. */
export function FormLength<Form extends FieldValues>({ control, name, ...field }: FormLengthProps<Form>) {
  return (
    <Controller
      control={control}
      name={name}
      render={({ field: { value, onChange } }) => (
        <LengthField {...field} valueMm={value} onTake={({ mm }) => onChange(mm)} />
      )}
    />
  );
}
