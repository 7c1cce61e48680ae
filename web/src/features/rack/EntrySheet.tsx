import { zodResolver } from '@hookform/resolvers/zod';
import type { RackEntry, SaveRack } from '@neat-sill/core/contract';
import type { LengthUnit } from '@neat-sill/core/units';
import type { FormEvent } from 'react';
import { useForm } from 'react-hook-form';
import { z } from 'zod';
import { TextField } from '../../ui/Field.tsx';
import { FormChoice, FormLength } from '../../ui/FormFields.tsx';
import { ScanCode } from '../../scan/ScanCode.tsx';
import { Sheet } from '../../ui/Sheet.tsx';
import { SheetEnd } from '../../ui/SheetEnd.tsx';

export type Entry = SaveRack['entries'][number];

const EDGES = { both: ['left', 'right'], left: ['left'], right: ['right'], none: [] } as const;
type Edges = keyof typeof EDGES;

const LONGEST_MM = 200_000;
const entryFormSchema = z.object({
  name: z.string().trim().min(1, 'Write what stands on it.').max(60, 'At most 60 letters.'),
  filmId: z.string().min(1, 'Choose its film.'),
  kind: z.enum(['roll', 'offcut']),
  edges: z.enum(['both', 'left', 'right', 'none']),
  widthMm: z.number(),
  lengthMm: z.number(),
  lot: z.string().trim().max(60, 'At most 60 letters.'),
  place: z.string().trim().max(60, 'At most 60 letters.'),
});
type EntryForm = z.infer<typeof entryFormSchema>;

const NEW_ROLL = { kind: 'roll', edges: 'both', widthMm: 1524, lengthMm: 30_480 } as const;

function formOf(before: RackEntry | null, films: readonly { id: string }[], lot: string): EntryForm {
  if (!before) return { ...NEW_ROLL, name: '', filmId: films[0]?.id ?? '', lot, place: '' };
  const { entry, place } = before;
  const edges = (Object.keys(EDGES) as Edges[]).find(
    (name) => EDGES[name].join() === entry.factoryEdges.join(),
  );
  return {
    name: entry.id,
    filmId: entry.filmId,
    kind: entry.kind,
    edges: edges ?? 'none',
    widthMm: entry.width,
    lengthMm: entry.length,
    lot: before.lot ?? '',
    place: place ?? '',
  };
}

const entryOf = (form: EntryForm, before: RackEntry | null): Entry => ({
  entry: {
    id: form.name,
    filmId: form.filmId,
    kind: form.kind,
    width: form.widthMm,
    length: form.lengthMm,
    factoryEdges: [...EDGES[form.edges]],
  },
  lot: form.lot || null,
  place: form.place || null,
  baseVersion: before?.version ?? 0,
});

/** One roll or offcut to be put on the rack, or changed. */
export function EntrySheet({
  before,
  lot,
  films,
  unit,
  onClose,
  onSave,
  saving,
  problem,
}: {
  before: RackEntry | null;
  /** What the code of a new roll says. */
  lot: string;
  films: readonly { id: string; name: string }[];
  unit: LengthUnit;
  onClose: () => void;
  /** The sheet stays open, with what was typed, until it is saved. */
  onSave: (entry: Entry) => void;
  saving: boolean;
  /** Why the last try was not saved. */
  problem: string | null;
}) {
  const { register, control, handleSubmit, setValue, formState } = useForm<EntryForm>({
    resolver: zodResolver(entryFormSchema),
    defaultValues: formOf(before, films, lot),
  });
  const wrong = (field: keyof EntryForm) => formState.errors[field]?.message;
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    // A length that can't be taken stays in its field and is not in the form: what stood there before would be saved.
    const wrong = event.currentTarget.querySelector<HTMLElement>('[aria-invalid="true"]');
    if (wrong) wrong.focus();
    else void handleSubmit((form) => onSave(entryOf(form, before)))(event);
  };
  return (
    <Sheet title={before ? `Change ${before.entry.id}` : 'Put on the rack'} open onClose={onClose}>
      <form noValidate className="flex flex-col gap-4" onSubmit={submit}>
        <div className="grid grid-cols-2 gap-3">
          <TextField
            label="Roll number"
            readOnly={before !== null}
            maxLength={60}
            problem={wrong('name')}
            {...register('name')}
          />
          <FormChoice
            control={control}
            name="filmId"
            label="Film"
            options={films.map(({ id, name }) => [id, name])}
          />
          <FormChoice
            control={control}
            name="kind"
            label="What it is"
            options={[
              ['roll', 'Roll'],
              ['offcut', 'Offcut'],
            ]}
            onChosen={(kind) => setValue('edges', kind === 'roll' ? 'both' : 'none')}
          />
          <FormChoice
            control={control}
            name="edges"
            label="Factory edges"
            options={[
              ['both', 'both'],
              ['left', 'left'],
              ['right', 'right'],
              ['none', 'none'],
            ]}
          />
          {(['widthMm', 'lengthMm'] as const).map((side) => (
            <FormLength
              key={side}
              control={control}
              name={side}
              label={side === 'widthMm' ? 'Width' : 'Length left'}
              unit={unit}
              expects="any"
              draftKey={`rack ${before?.entry.id ?? 'new'} ${side}`}
              refuse={(mm) =>
                mm > 0 && mm <= LONGEST_MM ? null : 'It must be longer than nothing, and shorter than 200 m.'
              }
            />
          ))}
          <div className="flex flex-col items-start gap-2">
            <TextField label="Lot" maxLength={60} problem={wrong('lot')} {...register('lot')} />
            <ScanCode onCode={(code) => code.kind === 'lot' && setValue('lot', code.lot)}>
              Read its code
            </ScanCode>
          </div>
          <TextField label="Place" maxLength={60} problem={wrong('place')} {...register('place')} />
        </div>
        <SheetEnd act={before ? 'Save' : 'Add'} busy={saving} problem={problem} onCancel={onClose} />
      </form>
    </Sheet>
  );
}
