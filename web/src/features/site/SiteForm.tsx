import { zodResolver } from '@hookform/resolvers/zod';
import { Controller, useForm } from 'react-hook-form';
import { Button } from '../../ui/Button.tsx';
import { TextField } from '../../ui/Field.tsx';
import { Note } from '../../ui/Note.tsx';
import { PlaceFields, type SamePlace } from './PlaceFields.tsx';
import { siteFormSchema, type FilledSite, type SiteText } from './siteForm.ts';

interface SiteFormProps {
  readonly start: SiteText;
  readonly act: string;
  readonly busy: boolean;
  readonly problem: string | undefined;
  /** Leaves out the name of the job, where a file has it already. */
  readonly nameKnown?: boolean;
  /** Asks for what matters on the day as well. */
  readonly withVisit?: boolean;
  /** Places that may be taken over. */
  readonly sameAs?: readonly SamePlace[];
  readonly onFilled: (site: FilledSite) => void | Promise<void>;
}

/** Whose job it is and where: what sun, dates and papers go by. */
export function SiteForm({
  start,
  act,
  busy,
  problem,
  nameKnown = false,
  withVisit = false,
  sameAs = [],
  onFilled,
}: SiteFormProps) {
  const { register, control, handleSubmit, formState } = useForm<SiteText, unknown, FilledSite>({
    resolver: zodResolver(siteFormSchema),
    defaultValues: start,
  });
  const wrong = (name: Exclude<keyof SiteText, 'where'>) => formState.errors[name]?.message;
  const submit = handleSubmit(onFilled);
  return (
    <form onSubmit={(event) => void submit(event)} noValidate className="flex flex-col gap-4">
      <div className="grid gap-4 sm:grid-cols-2">
        <TextField label="Customer" autoFocus problem={wrong('customer')} {...register('customer')} />
        {!nameKnown && (
          <TextField label="Job" placeholder="Reading room" problem={wrong('name')} {...register('name')} />
        )}
        <TextField label="Address" problem={wrong('address')} {...register('address')} />
      </div>
      <Controller
        control={control}
        name="where"
        render={({ field: { value, onChange } }) => (
          <PlaceFields
            value={value}
            onChange={onChange}
            problems={{
              town: formState.errors.where?.town?.message,
              position: formState.errors.where?.position?.message,
            }}
            sameAs={sameAs}
          />
        )}
      />
      {withVisit && (
        <div className="grid gap-4 sm:grid-cols-2">
          <TextField label="Access: stairs, keys, ladder" {...register('access')} />
          <TextField label="Floor to protect" {...register('floorProtection')} />
          <TextField label="Hours when one may work" {...register('workingHours')} />
          <TextField label="Hazards: alarms, wires, traffic" {...register('hazards')} />
        </div>
      )}
      {problem && (
        <Note tone="no" role="alert">
          {problem}
        </Note>
      )}
      <Button type="submit" weight="act" className="self-start" disabled={busy}>
        {act}
      </Button>
    </form>
  );
}
