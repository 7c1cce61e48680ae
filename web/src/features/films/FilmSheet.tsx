import { FILM_KINDS, type Film } from '@neat-sill/core/film';
import { sameData } from '@neat-sill/core/record';
import { countOf, type LengthUnit } from '@neat-sill/core/units';
import { FILM_COLUMN_NAMES, FILM_KIND_NAMES } from '@neat-sill/core/words';
import { Plus, X } from 'lucide-react';
import { useState, type FormEvent } from 'react';
import { sentenceOf, useSaveFilmsMutation, useShopQuery } from '../../api/api.ts';
import { Button } from '../../ui/Button.tsx';
import { Confirm } from '../../ui/Confirm.tsx';
import { Choice, TextField } from '../../ui/Field.tsx';
import { LengthField } from '../../ui/LengthField.tsx';
import { Note } from '../../ui/Note.tsx';
import { Sheet } from '../../ui/Sheet.tsx';
import { SheetEnd } from '../../ui/SheetEnd.tsx';
import {
  NEW_ROLL,
  formOfFilm,
  readFilmForm,
  type FieldName,
  type FilmForm,
  type FormProblems,
  type RollForm,
} from './filmForm.ts';

const CHOICES: Partial<Record<FieldName, readonly (readonly [string, string])[]>> = {
  kind: FILM_KINDS.map((kind) => [kind, FILM_KIND_NAMES[kind]] as const),
  hold: [
    ['pressureSensitive', 'pressure-sensitive adhesive'],
    ['dryAdhesive', 'dry adhesive'],
    ['cling', 'cling'],
  ],
  mount: [
    ['inside', 'inside'],
    ['outside', 'outside'],
  ],
  madeFor: [
    ['glazing', 'buildings'],
    ['vehicle', 'vehicles'],
  ],
  openMetal: [
    ['no', 'no'],
    ['yes', 'yes, seal its edges'],
  ],
  turn: [
    ['half', 'can turn 180°'],
    ['any', 'any direction'],
    ['none', 'no turning'],
  ],
  matchEdges: [
    ['no', 'any roll edge'],
    ['yes', 'the same roll edge on both'],
  ],
  mayBeSeamed: [
    ['yes', 'yes'],
    ['no', 'no'],
  ],
  patternDrop: [
    ['straight', 'straight'],
    ['half', 'half drop'],
  ],
};

const LABELS: Partial<Record<FieldName, string>> = {
  name: 'Name',
  kind: 'Kind of film',
  hold: 'How it holds',
  mount: 'Goes on the face',
  thicknessUm: 'Thickness, µm',
  visibleTransmitted: 'Visible transmittance (VLT), %',
  visibleReflectedOut: 'Visible reflectance outside, %',
  visibleReflectedIn: 'Visible reflectance inside, %',
  solarTransmitted: 'Solar transmittance, %',
  solarReflectedOut: 'Solar reflectance outside, %',
  solarReflectedIn: 'Solar reflectance inside, %',
  uvTransmitted: 'UV transmittance, %',
  emissivity: 'Emissivity, 0 to 1',
  castA: 'Colour a* (green to red)',
  castB: 'Colour b* (blue to yellow)',
  madeFor: 'Made for',
  openMetal: 'Metal open at cut edges',
  lifeYears: 'Lasts, years',
  warrantyYears: 'Warranty, years',
  cureDays: 'Cures, days at 20 °C',
  turn: 'Lies on the roll',
  matchEdges: 'A seam wants',
  mayBeSeamed: 'May be seamed',
  patternAcrossMm: 'Repeat across, mm',
  patternAlongMm: 'Repeat along, mm',
  patternDrop: 'Match of the repeat',
  lots: 'Lots on hand, with ; between',
  discontinuedOn: 'Discontinued from',
};

const PARTS: readonly (readonly [string, readonly FieldName[], string?])[] = [
  ['What it is', ['name', 'kind', 'mount', 'hold', 'thicknessUm', 'madeFor']],
  [
    'Light and heat',
    [
      'visibleTransmitted',
      'visibleReflectedOut',
      'visibleReflectedIn',
      'solarTransmitted',
      'solarReflectedOut',
      'solarReflectedIn',
      'uvTransmitted',
      'emissivity',
    ],
    'On 3 mm clear glass, from the maker’s data sheet. What the sheet leaves out stays empty: the usual figure stands for it and is marked as assumed.',
  ],
];
const REST: readonly (readonly [string, readonly FieldName[], string?])[] = [
  [
    'Cutting and seams',
    ['turn', 'mayBeSeamed', 'matchEdges', 'openMetal', 'patternAcrossMm', 'patternAlongMm', 'patternDrop'],
  ],
  [
    'Life, lots and colour',
    ['warrantyYears', 'lifeYears', 'cureDays', 'lots', 'castA', 'castB', 'discontinuedOn'],
    'From the day it is discontinued it is not offered for new panes. Jobs that have it keep it, and what is on the rack can be used up.',
  ],
];

function RollFields({
  roll,
  at,
  unit,
  currency,
  problem,
  onChange,
  onRemove,
}: {
  roll: RollForm;
  at: number;
  unit: LengthUnit;
  currency: string;
  problem: string | undefined;
  onChange: (roll: RollForm) => void;
  onRemove: () => void;
}) {
  const change = (patch: Partial<RollForm>) => onChange({ ...roll, ...patch });
  return (
    <li className="border-t border-hairline py-3">
      <div className="grid grid-cols-2 items-start gap-3 sm:grid-cols-[1fr_1fr_1fr_1fr_auto]">
        <div className="contents" data-lengths>
          <LengthField
            label="Width"

            unit={unit}
            valueMm={roll.widthMm}
            draftKey={`film roll ${at} width`}
            refuse={(mm) => (mm > 5000 ? 'No roll is wider than 5 m.' : null)}
            onTake={({ mm }) => change({ widthMm: mm })}
          />
          <LengthField
            label="Length"

            unit={unit}
            expects="any"
            valueMm={roll.lengthMm}
            draftKey={`film roll ${at} length`}
            refuse={(mm) => (mm < 1 || mm > 200_000 ? 'A roll has up to 200 m.' : null)}
            onTake={({ mm }) => change({ lengthMm: mm })}
          />
        </div>
        <TextField
          label={`Price of the roll, ${currency}`}
          inputMode="decimal"
          value={roll.price}
          problem={problem}
          onChange={(event) => change({ price: event.target.value })}
        />
        <Choice
          label="Sold by"
          value={roll.soldBy}
          options={[
            ['roll', 'whole rolls'],
            ['metre', 'the metre'],
            ['sheet', 'sheets of this size'],
            ['motif', 'sheets with one motif'],
          ]}
          onChoose={(soldBy) => change({ soldBy })}
        />
        <Button size="low" className="sm:mt-7" aria-label={`Remove roll ${at + 1}`} onClick={onRemove}>
          <X size={16} aria-hidden />
        </Button>
      </div>
      {roll.later.map(({ from, price }, place) => {
        const set = (patch: Partial<(typeof roll.later)[number]>) =>
          change({
            later: roll.later.map((each, index) => (index === place ? { ...each, ...patch } : each)),
          });
        return (
          <div key={place} className="mt-2 grid grid-cols-[1fr_1fr_auto] items-end gap-3 sm:max-w-md">
            <TextField
              label="From the day"
              type="date"
              value={from}
              onChange={(event) => set({ from: event.target.value })}
            />
            <TextField
              label={`it costs, ${currency}`}
              inputMode="decimal"
              value={price}
              onChange={(event) => set({ price: event.target.value })}
            />
            <Button
              size="low"
              aria-label={`Remove price ${place + 1} of roll ${at + 1}`}
              onClick={() => change({ later: roll.later.filter((_, index) => index !== place) })}
            >
              <X size={16} aria-hidden />
            </Button>
          </div>
        );
      })}
      <Button
        size="low"
        weight="quiet"
        className="mt-1"
        onClick={() => change({ later: [...roll.later, { from: '', price: '' }] })}
      >
        A new price from a day on
      </Button>
    </li>
  );
}

const NO_PROBLEMS: FormProblems = { fields: {}, rolls: {}, whole: [] };

/** One film to be added to the catalogue, or changed: its figures, rolls, prices with their day, and when it ends. */
export function FilmSheet({
  before,
  films,
  unit,
  onClose,
}: {
  before: Film | null;
  films: readonly Film[];
  unit: LengthUnit;
  onClose: () => void;
}) {
  const [start] = useState<FilmForm>(() => formOfFilm(before));
  const [form, setForm] = useState(start);
  const [leaving, setLeaving] = useState(false);
  const leave = () => (sameData(form, start) ? onClose() : setLeaving(true));
  const [problems, setProblems] = useState<FormProblems>(NO_PROBLEMS);
  const [save, { error, isLoading }] = useSaveFilmsMutation();
  const { data: shop } = useShopQuery();
  const currency = shop?.details.currency ?? '';
  const setField = (name: FieldName, value: string) =>
    setForm({ ...form, fields: { ...form.fields, [name]: value } });
  const setRolls = (rolls: readonly RollForm[]) => setForm({ ...form, rolls });
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const wrong = event.currentTarget.querySelector<HTMLElement>('[data-lengths] [aria-invalid="true"]');
    if (wrong) {
      wrong.focus();
      return;
    }
    const read = readFilmForm(form, films, before);
    if ('problems' in read) {
      setProblems(read.problems);
      return;
    }
    setProblems(NO_PROBLEMS);
    void save({ films: [read.film] }).then((result) => {
      if (result.data) onClose();
    });
  };
  const field = (name: FieldName) => {
    const label = LABELS[name] ?? FILM_COLUMN_NAMES[name];
    const options = CHOICES[name];
    const problem = problems.fields[name];
    if (options)
      return (
        <Choice
          key={name}
          label={label}
          value={form.fields[name]}
          options={options}
          onChoose={(value) => setField(name, value)}
        />
      );
    return (
      <TextField
        key={name}
        label={label}
        type={name === 'discontinuedOn' ? 'date' : 'text'}
        inputMode={name === 'name' || name === 'lots' ? undefined : 'decimal'}
        value={form.fields[name]}
        problem={problem}
        onChange={(event) => setField(name, event.target.value)}
      />
    );
  };
  const part = ([title, names, hint]: (typeof PARTS)[number]) => (
    <fieldset key={title}>
      <legend className="font-bold">{title}</legend>
      {hint && <p className="mb-1 max-w-prose text-sm text-quiet">{hint}</p>}
      <div className="grid grid-cols-2 items-end gap-3 sm:grid-cols-3">{names.map(field)}</div>
    </fieldset>
  );
  const wrongs = Object.keys(problems.fields).length + Object.keys(problems.rolls).length;
  return (
    <Sheet title={before ? `Change ${before.name}` : 'Add a film'} open wide onClose={leave}>
      <form noValidate className="flex flex-col gap-5" onSubmit={submit}>
        {PARTS.map(part)}
        <fieldset>
          <legend className="font-bold">Rolls and prices</legend>
          <ul>
            {form.rolls.map((roll, at) => (
              <RollFields
                key={at}
                roll={roll}
                at={at}
                unit={unit}
                currency={currency}
                problem={problems.rolls[at]}
                onChange={(changed) =>
                  setRolls(form.rolls.map((each, index) => (index === at ? changed : each)))
                }
                onRemove={() => setRolls(form.rolls.filter((_, index) => index !== at))}
              />
            ))}
          </ul>
          <Button size="low" onClick={() => setRolls([...form.rolls, NEW_ROLL])}>
            <Plus size={16} aria-hidden /> Add a roll
          </Button>
        </fieldset>
        {REST.map(part)}
        {problems.whole.map((sentence) => (
          <Note key={sentence} tone="no" role="alert">
            {sentence}
          </Note>
        ))}
        {wrongs > 0 && (
          <Note tone="no" role="alert">
            {countOf(wrongs, 'field')} can’t be taken as written; each says why.
          </Note>
        )}
        <SheetEnd
          act={before ? 'Save' : 'Add it'}
          busy={isLoading}
          problem={error && sentenceOf(error)}
          onCancel={leave}
        >
          {before && (
            <p className="mr-auto text-sm text-quiet">
              Jobs that were sold or cut keep the figures they were sold with.
            </p>
          )}
        </SheetEnd>
      </form>
      <Confirm
        title="Leave without saving?"
        open={leaving}
        act="Leave"
        onClose={() => setLeaving(false)}
        onAct={onClose}
      >
        What you have typed here is not saved and goes.
      </Confirm>
    </Sheet>
  );
}
