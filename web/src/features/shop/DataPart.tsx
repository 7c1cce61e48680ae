import { QUOTA_NAMES, type QuotaName } from '@neat-sill/core/contract';
import { formatNumber } from '@neat-sill/core/units';
import { FileDown } from 'lucide-react';
import { sentenceOf, useShopUsageQuery } from '../../api/api.ts';
import { buttonLook } from '../../ui/Button.tsx';
import { Note } from '../../ui/Note.tsx';

const NAMES: Readonly<Record<QuotaName, string>> = {
  jobs: 'Jobs, archived and deleted ones too',
  people: 'People',
  pictureBytes: 'Photographs',
  papersADay: 'Papers in the last 24 hours',
  planningsAtOnce: 'Plans of cuts and days being made on the server',
};

const show = (name: QuotaName, value: number) => {
  if (name !== 'pictureBytes') return formatNumber(value);
  return value < 1e9 ? `${formatNumber(value / 1e6, 1)} MB` : `${formatNumber(value / 1e9, 1)} GB`;
};

/** All the shop has here: taken out in one file, and how much of its share it fills. */
export function DataPart() {
  const { data: usage, error } = useShopUsageQuery();
  return (
    <section className="flex flex-col gap-6">
      <div>
        <h2 className="text-lg font-bold">Save all of the shop’s data</h2>
        <p className="max-w-prose text-quiet">
          One ZIP file with every job and its history, photographs, papers, films, rack, house rules, people
          and the audit log. Passwords are not in it. It can be read into another installation of Neat Sill,
          by whoever runs that server.
        </p>
        <a href="/api/shop/archive" download className={`${buttonLook('act')} mt-3`}>
          <FileDown size={17} aria-hidden /> Save all data
        </a>
      </div>
      <div>
        <h2 className="text-lg font-bold">How much there is</h2>
        {error && (
          <Note tone="no" role="alert">
            {sentenceOf(error)}
          </Note>
        )}
        {!usage && !error && <p role="status">Counting</p>}
        {usage && (
          <dl className="mt-2 grid max-w-2xl gap-3">
            {QUOTA_NAMES.map((name) => (
              <div key={name} className="grid gap-x-4 sm:grid-cols-[1fr_14rem]">
                <dt>{NAMES[name]}</dt>
                <dd>
                  <b>{show(name, usage.used[name])}</b>
                  <span className="text-quiet"> of {show(name, usage.most[name])}</span>
                  <meter
                    className="block h-2 w-full"
                    aria-label={NAMES[name]}
                    max={usage.most[name]}
                    high={usage.most[name] * 0.9}
                    value={usage.used[name]}
                  />
                </dd>
              </div>
            ))}
          </dl>
        )}
      </div>
    </section>
  );
}
