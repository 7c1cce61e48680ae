import { useNavigate } from 'react-router';
import { sentenceOf, useLastSiteQuery, useMakeJobMutation, useShopQuery } from '../../api/api.ts';
import { EMPTY_SITE, SiteForm, headerOfForm, placeText } from '../site/index.ts';

export function NewJobPage() {
  const [makeJob, { error, isLoading }] = useMakeJobMutation();
  const navigate = useNavigate();
  const { data: shop, isLoading: isOpening } = useShopQuery();
  const { data: lastSite } = useLastSiteQuery();
  if (isOpening) return null;
  const { town, place, timeZone } = shop?.details ?? {
    town: '',
    place: null,
    timeZone: EMPTY_SITE.where.timeZone,
  };
  const last = lastSite?.site;
  const sameAs = [
    ...(last ? [{ name: 'As the last job', place: placeText(last.town, last, last.timeZone) }] : []),
    ...(place ? [{ name: 'As the shop', place: placeText(town, place, timeZone) }] : []),
  ];
  return (
    <div className="mx-auto max-w-2xl p-5">
      <h1 className="mb-4 text-2xl font-bold">Make a job</h1>
      <SiteForm
        start={{ ...EMPTY_SITE, where: placeText('', null, timeZone) }}
        sameAs={sameAs}
        act="Make the job"
        busy={isLoading}
        problem={error && sentenceOf(error)}
        onFilled={async (filled) => {
          const { customer, name, site } = headerOfForm(filled);
          const made = await makeJob({ customer, name, site });
          if (made.data) await navigate(`/jobs/${made.data.id}/survey`, { replace: true });
        }}
      />
    </div>
  );
}
