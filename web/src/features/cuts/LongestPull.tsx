import { HEADER_ID } from '@neat-sill/core/job';
import { patchRecord } from '@neat-sill/core/record';
import { LONGEST_PULL_MM } from '@neat-sill/core/rules';
import { formatLength } from '@neat-sill/core/units';
import { useJob, useUnit } from '../job/index.ts';
import { Button } from '../../ui/Button.tsx';
import { LengthField } from '../../ui/LengthField.tsx';

/** How far film can be pulled out here: no plan has a longer pull. */
export function LongestPull() {
  const job = useJob();
  const unit = useUnit();
  const { header, rules } = job;
  const put = (longestPullMm: number | null) =>
    job.edit('Longest pull', [patchRecord(job.records, 'job', HEADER_ID, { longestPullMm })]);
  return (
    <div className="flex items-end gap-2 border-t border-hairline-soft pt-2">
      <div className="min-w-0 flex-1">
        <LengthField
          label="Clear floor or bench here: longest pull"
          valueMm={header.longestPullMm ?? rules.cutting.longestPullMm}
          unit={unit}
          expects="any"
          draftKey="longest pull"
          refuse={(mm) =>
            mm >= LONGEST_PULL_MM.least && mm <= LONGEST_PULL_MM.most
              ? null
              : `It must be from ${formatLength(LONGEST_PULL_MM.least, { unit })} to ${formatLength(LONGEST_PULL_MM.most, { unit })}.`
          }
          onTake={({ mm }) => put(mm)}
        />
      </div>
      {header.longestPullMm !== null && <Button onClick={() => put(null)}>As the house rules</Button>}
    </div>
  );
}
