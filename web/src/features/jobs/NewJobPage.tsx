import { useNavigate } from 'react-router';
import { sentenceOf, useMakeJobMutation } from '../../api/api.ts';
import { EMPTY_SITE, SiteForm, headerOfForm } from '../site/index.ts';

export function NewJobPage() {
  const [makeJob, { error, isLoading }] = useMakeJobMutation();
  const navigate = useNavigate();
  return (
    <div className="mx-auto max-w-2xl p-5">
      <h1 className="mb-4 text-2xl font-bold">Make a job</h1>
      <SiteForm
        start={EMPTY_SITE}
        act="Make the job"
        busy={isLoading}
        problem={error && sentenceOf(error)}
        onFilled={async (filled) => {
          const { customer, name, site } = headerOfForm(filled);
          const made = await makeJob({ customer, name, site });
          if (made.data) await navigate(`/jobs/${made.data.id}/survey`);
        }}
      />
    </div>
  );
}
