import type { FilmRules } from '@neat-sill/core/rules';
import type { LengthUnit } from '@neat-sill/core/units';
import { Plus, Trash2 } from 'lucide-react';
import { Button } from '../../ui/Button.tsx';
import { LengthField } from '../../ui/LengthField.tsx';
import { NumberField } from '../../ui/NumberField.tsx';

interface FormProps {
  readonly rules: FilmRules;
  readonly draftKey: string;
  readonly unit: LengthUnit;
  readonly onChange: (rules: FilmRules) => void;
}

const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'] as const;

const TEMPERATURES = [
  ['coldestC', 'A clear winter morning'],
  ['hottestC', 'A clear summer afternoon'],
  ['indoorC', 'In the room'],
  ['dewPointC', 'Glass gets wet below'],
] as const;

/** Degrees in the person's unit; kept in °C. */
function TemperatureField({
  label,
  valueC,
  unit,
  onTake,
}: {
  label: string;
  valueC: number;
  unit: LengthUnit;
  onTake: (valueC: number) => void;
}) {
  const inF = unit === 'in';
  const show = (c: number) => (inF ? c * 1.8 + 32 : c);
  return (
    <NumberField
      label={`${label}, ${inF ? '°F' : '°C'}`}
      value={show(valueC)}
      from={Math.round(show(-50))}
      to={Math.round(show(55))}
      of="degrees"
      onTake={(value) => onTake(inF ? (value - 32) / 1.8 : value)}
    />
  );
}

function PerCent({
  label,
  share,
  to = 100,
  onTake,
}: {
  label: string;
  share: number;
  to?: number;
  onTake: (share: number) => void;
}) {
  return (
    <NumberField
      label={`${label}, %`}
      value={share * 100}
      from={0}
      to={to}
      of="per cent"
      onTake={(value) => onTake(value / 100)}
    />
  );
}

/** Bands on glass doors. */
function Markings({ rules, draftKey, unit, onChange }: FormProps) {
  const put = (at: number, patch: Partial<FilmRules['markings'][number]>) =>
    onChange({
      ...rules,
      markings: rules.markings.map((mark, each) => (each === at ? { ...mark, ...patch } : mark)),
    });
  return (
    <fieldset className="flex flex-col gap-3">
      <legend className="font-bold">Door markings</legend>
      <p className="text-sm text-quiet">Heights that codes usually ask for; the local code decides.</p>
      {rules.markings.map((mark, at) => (
        <div key={at} className="grid grid-cols-[1fr_1fr_auto] items-end gap-3">
          <LengthField
            label={`Band ${at + 1}, from the floor`}
            valueMm={mark.fromFloorMm}
            unit={unit}
            expects="any"
            allowEmpty={false}
            draftKey={`${draftKey} mark ${at} from`}
            onTake={(length) => length && put(at, { fromFloorMm: length.mm })}
          />
          <LengthField
            label="Its height"
            valueMm={mark.heightMm}
            unit={unit}
            expects="any"
            allowEmpty={false}
            draftKey={`${draftKey} mark ${at} height`}
            onTake={(length) => length && put(at, { heightMm: length.mm })}
          />
          <Button
            title={`Take band ${at + 1} away`}
            onClick={() => onChange({ ...rules, markings: rules.markings.filter((_, each) => each !== at) })}
          >
            <Trash2 size={17} aria-hidden />
            <span className="sr-only">Take band {at + 1} away</span>
          </Button>
        </div>
      ))}
      <Button
        className="self-start"
        disabled={rules.markings.length >= 6}
        onClick={() =>
          onChange({ ...rules, markings: [...rules.markings, { fromFloorMm: 1000, heightMm: 100 }] })
        }
      >
        <Plus size={17} aria-hidden /> Another band
      </Button>
    </fieldset>
  );
}

/** What the house goes by when it chooses film: climate, what glass bears, what fading comes of, door markings. */
export function FilmRulesForm({ rules, draftKey, unit, onChange }: FormProps) {
  const { breakage, fades, best, daylight, lamplight } = rules;
  return (
    <details>
      <summary className="cursor-pointer font-semibold">Film: climate, glass, fading, door markings</summary>
      <div className="mt-3 flex flex-col gap-5">
        <div className="grid gap-4 sm:grid-cols-4">
          {TEMPERATURES.map(([key, label]) => (
            <TemperatureField
              key={key}
              label={label}
              valueC={rules[key]}
              unit={unit}
              onTake={(value) => onChange({ ...rules, [key]: value })}
            />
          ))}
        </div>
        <fieldset className="grid grid-cols-3 gap-3 sm:grid-cols-6">
          <legend className="mb-1 font-bold">By month: outdoors, and how much of the sky is clouded</legend>
          {MONTHS.map((month, at) => (
            <div key={month} className="flex flex-col gap-1">
              <TemperatureField
                label={month}
                valueC={rules.monthlyC[at] ?? 0}
                unit={unit}
                onTake={(value) =>
                  onChange({
                    ...rules,
                    monthlyC: rules.monthlyC.map((each, other) => (other === at ? value : each)),
                  })
                }
              />
              <PerCent
                label="cloud"
                share={rules.cloud[at] ?? 0}
                onTake={(share) =>
                  onChange({
                    ...rules,
                    cloud: rules.cloud.map((each, other) => (other === at ? share : each)),
                  })
                }
              />
            </div>
          ))}
        </fieldset>
        <fieldset className="grid gap-3 sm:grid-cols-4">
          <legend className="mb-1 font-bold">What glass bears, K from the middle to its edge</legend>
          {(
            [
              ['annealed', 'Annealed'],
              ['laminated', 'Laminated'],
              ['heatStrengthened', 'Heat-strengthened'],
              ['tempered', 'Tempered'],
              ['wired', 'Wired'],
              ['patterned', 'Textured'],
            ] as const
          ).map(([key, label]) => (
            <NumberField
              key={key}
              label={label}
              value={breakage.bearsK[key]}
              from={5}
              to={300}
              of="kelvin"
              onTake={(value) =>
                onChange({
                  ...rules,
                  breakage: { ...breakage, bearsK: { ...breakage.bearsK, [key]: value } },
                })
              }
            />
          ))}
          <PerCent
            label="Ask the maker from"
            share={breakage.askFrom}
            onTake={(askFrom) => onChange({ ...rules, breakage: { ...breakage, askFrom } })}
          />
        </fieldset>
        <fieldset className="grid gap-3 sm:grid-cols-4">
          <legend className="mb-1 font-bold">What fading comes of</legend>
          <PerCent
            label="UV"
            share={fades.uv}
            onTake={(uv) => onChange({ ...rules, fades: { ...fades, uv } })}
          />
          <PerCent
            label="Visible light"
            share={fades.light}
            onTake={(light) => onChange({ ...rules, fades: { ...fades, light } })}
          />
          <PerCent
            label="Heat"
            share={fades.heat}
            onTake={(heat) => onChange({ ...rules, fades: { ...fades, heat } })}
          />
          <PerCent
            label="Other causes"
            share={fades.anyway}
            onTake={(anyway) => onChange({ ...rules, fades: { ...fades, anyway } })}
          />
        </fieldset>
        <fieldset className="grid gap-3 sm:grid-cols-4">
          <legend className="mb-1 font-bold">Judging films, and what the eye meets (cd/m²)</legend>
          <PerCent
            label="A must is met from"
            share={rules.mustFrom}
            onTake={(mustFrom) => onChange({ ...rules, mustFrom: Math.max(0.1, mustFrom) })}
          />
          <PerCent
            label="Best films keep out"
            share={best.heat}
            onTake={(heat) => onChange({ ...rules, best: { ...best, heat: Math.max(0.05, heat) } })}
          />
          <NumberField
            label="Outdoors by day"
            value={daylight.outdoors}
            from={1}
            to={100_000}
            of="cd/m²"
            onTake={(outdoors) => onChange({ ...rules, daylight: { ...daylight, outdoors } })}
          />
          <NumberField
            label="Indoors by lamplight"
            value={lamplight.indoors}
            from={1}
            to={100_000}
            of="cd/m²"
            onTake={(indoors) => onChange({ ...rules, lamplight: { ...lamplight, indoors } })}
          />
        </fieldset>
        <Markings rules={rules} draftKey={draftKey} unit={unit} onChange={onChange} />
      </div>
    </details>
  );
}
