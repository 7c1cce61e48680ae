import { zodResolver } from '@hookform/resolvers/zod';
import { useForm } from 'react-hook-form';
import { useNavigate } from 'react-router';
import { sentenceOf, useMakeJobMutation } from '../../api/api.ts';
import { Button } from '../../ui/Button.tsx';
import { TextField } from '../../ui/Field.tsx';
import { Note } from '../../ui/Note.tsx';
import { EMPTY_SITE, siteFormSchema, type FilledSite, type SiteForm } from './site.ts';

export function NewJobPage() {
  const [makeJob, { error, isLoading }] = useMakeJobMutation();
  const navigate = useNavigate();
  const { register, handleSubmit, formState } = useForm<SiteForm, unknown, FilledSite>({
    resolver: zodResolver(siteFormSchema),
    defaultValues: EMPTY_SITE,
  });
  const problem = (name: keyof SiteForm) => formState.errors[name]?.message;
  const submit = handleSubmit(async ({ customer, name, ...site }) => {
    const made = await makeJob({ customer, name, site });
    if (made.data) await navigate(`/jobs/${made.data.id}/survey`);
  });
  return (
    <div className="mx-auto max-w-2xl p-5">
      <h1 className="mb-4 text-2xl font-bold">Make a job</h1>
      <form onSubmit={(event) => void submit(event)} noValidate className="flex flex-col gap-4">
        <div className="grid gap-4 sm:grid-cols-2">
          <TextField label="Customer" autoFocus problem={problem('customer')} {...register('customer')} />
          <TextField label="Job" placeholder="Reading room" problem={problem('name')} {...register('name')} />
          <TextField label="Address" problem={problem('address')} {...register('address')} />
          <TextField label="Town" problem={problem('town')} {...register('town')} />
          <TextField
            label="Latitude, degrees north"
            inputMode="decimal"
            problem={problem('latitude')}
            hint="South is negative"
            {...register('latitude')}
          />
          <TextField
            label="Longitude, degrees east"
            inputMode="decimal"
            problem={problem('longitude')}
            hint="West is negative"
            {...register('longitude')}
          />
          <TextField
            label="Time zone"
            problem={problem('timeZone')}
            hint="For sun and dates"
            {...register('timeZone')}
          />
        </div>
        {error && (
          <Note tone="no" role="alert">
            {sentenceOf(error)}
          </Note>
        )}
        <Button type="submit" weight="act" className="self-start" disabled={isLoading}>
          Make the job
        </Button>
      </form>
    </div>
  );
}
