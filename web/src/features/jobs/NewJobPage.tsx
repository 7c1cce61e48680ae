import { useNavigate } from 'react-router';
import { sentenceOf, useMakeJobMutation, useShopQuery } from '../../api/api.ts';
import { EMPTY_SITE, SiteForm, headerOfForm, placeText } from '../site/index.ts';

export function NewJobPage() {
  const [makeJob, { error, isLoading }] = useMakeJobMutation();
  const navigate = useNavigate();
  const { data: shop, isLoading: isOpening } = useShopQuery();
  if (isOpening) return null;
  const { town, place, timeZone } = shop?.details ?? {
    town: '',
    place: null,
    timeZone: EMPTY_SITE.where.timeZone,
  };
  return (
    <div className="mx-auto max-w-2xl p-5">
      <h1 className="mb-4 text-2xl font-bold">Make a job</h1>
      <SiteForm
        start={{ ...EMPTY_SITE, where: placeText('', null, timeZone) }}
        sameAs={place ? { name: 'As the shop', place: placeText(town, place, timeZone) } : undefined}
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
