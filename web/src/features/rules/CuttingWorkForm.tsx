import type { CuttingWork, RuleSet } from '@neat-sill/core/rules';
import type { LengthUnit } from '@neat-sill/core/units';
import { Choice } from '../../ui/Field.tsx';
import { LengthField } from '../../ui/LengthField.tsx';
import { NumberField } from '../../ui/NumberField.tsx';

type Cutting = RuleSet['cutting'];

interface FormProps {
  readonly cutting: Cutting;
  readonly draftKey: string;
  readonly unit: LengthUnit;
  readonly onChange: (cutting: Cutting) => void;
}

const SEAMS = [
  ['double', 'Overlap, cut through both layers'],
  ['butt', 'Butt edge to edge'],
] as const;

type Figure = Exclude<keyof CuttingWork, 'leftoverWorth' | 'sliverUnderMm'>;

const FIGURES: readonly (readonly [Figure, string, number, string])[] = [
  ['hourlyRate', 'An hour at the bench costs', 100_000, 'money'],
  ['pullSeconds', 'A pull takes, seconds', 7200, 'seconds'],
  ['knifeSeconds', 'Setting the knives takes, seconds', 7200, 'seconds'],
  ['mostSlits', 'Knives in the box at once', 40, 'knives'],
  ['sliverSeconds', 'Picking off a sliver takes, seconds', 7200, 'seconds'],
  ['extraLotCost', 'A second lot in a room counts', 100_000, 'money'],
];

/** What counts beside film when cuts are planned, and how seams are made. */
export function CuttingWorkForm({ cutting, draftKey, unit, onChange }: FormProps) {
  const { work } = cutting;
  const put = (patch: Partial<CuttingWork>) => onChange({ ...cutting, work: { ...work, ...patch } });
  return (
    <details>
      <summary className="cursor-pointer font-semibold">What counts when cuts are planned</summary>
      <div className="mt-3 grid gap-4 sm:grid-cols-3">
        <Choice
          label="Seams"
          value={cutting.seam}
          options={SEAMS}
          onChoose={(seam) => onChange({ ...cutting, seam })}
        />
        {FIGURES.map(([key, label, most, of]) => (
          <NumberField
            key={key}
            label={label}
            value={work[key]}
            from={key === 'mostSlits' ? 1 : 0}
            to={most}
            whole={of !== 'money'}
            of={of}
            onTake={(value) => put({ [key]: value })}
          />
        ))}
        <NumberField
          label="Film on hand counts, % of new"
          value={cutting.bookValue * 100}
          from={1}
          to={100}
          of="per cent"
          onTake={(value) => onChange({ ...cutting, bookValue: value / 100 })}
        />
        <NumberField
          label="A leftover to keep counts, %"
          value={work.leftoverWorth * 100}
          from={0}
          to={90}
          of="per cent"
          hint="of its film, the less the rarer such sizes were cut"
          onTake={(value) => put({ leftoverWorth: value / 100 })}
        />
        <LengthField
          label="Waste narrower than this is a sliver"
          valueMm={work.sliverUnderMm}
          unit={unit}
          expects="any"
          allowEmpty={false}
          draftKey={`${draftKey} sliver`}
          onTake={(length) => length && put({ sliverUnderMm: length.mm })}
        />
      </div>
    </details>
  );
}
