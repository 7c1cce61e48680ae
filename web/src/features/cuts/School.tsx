import { patchRecord } from '@neat-sill/core/record';
import { HEADER_ID } from '@neat-sill/core/job';
import { formatLength } from '@neat-sill/core/units';
import { SCHOOL_NAMES } from '@neat-sill/core/words';
import { RadioGroup } from 'radix-ui';
import { useJob, useUnit } from '../job/index.ts';

/** The school of cutting, as the house rule sets hold them. */
export function SchoolChoice() {
  const job = useJob();
  return (
    <RadioGroup.Root
      aria-label="House rules for cutting"
      className="grid grid-cols-3 gap-1"
      value={job.rules.id}
      onValueChange={(ruleSetId) =>
        job.edit('House rules', [patchRecord(job.records, 'job', HEADER_ID, { ruleSetId })])
      }
    >
      {job.jobShopData.ruleSets.map((rules) => (
        <RadioGroup.Item
          key={rules.id}
          value={rules.id}
          className="min-h-11 rounded-sm border border-hairline px-2 text-sm data-[state=checked]:border-2 data-[state=checked]:border-edge data-[state=checked]:bg-edge-tint data-[state=checked]:font-bold"
        >
          {rules.name}
        </RadioGroup.Item>
      ))}
    </RadioGroup.Root>
  );
}

/** What the chosen school adds, and why. */
export function SchoolReason() {
  const { rules } = useJob();
  const unit = useUnit();
  const { school, marginMm, factoryEdgeGapMm, benchClearanceMm, roundUpToMm } = rules.cutting;
  const show = (mm: number) => formatLength(mm, { unit });
  const added = {
    marginAllRound: `${show(marginMm)} at every side.`,
    factoryEdgeFirst: `A ${show(factoryEdgeGapMm)} gap at the factory edge, ${show(marginMm)} at the other sides.`,
    roundedUp: `Each size up to the next ${show(roundUpToMm)}, half of it at each side.`,
    twoEdgesKept: `A ${show(factoryEdgeGapMm)} gap at both upright sides, ${show(marginMm)} at top and bottom.`,
    benchCut: `Net size less ${show(benchClearanceMm)}; no trim on the glass.`,
  }[school];
  return (
    <p className="text-sm text-quiet">
      {SCHOOL_NAMES[school]}: {added} {rules.reason}
    </p>
  );
}
