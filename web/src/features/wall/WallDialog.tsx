import { zodResolver } from '@hookform/resolvers/zod';
import { formatNumber } from '@neat-sill/core/units';
import type { TrueBearing, Wall } from '@neat-sill/core/survey';
import { openWallSun } from '@neat-sill/core/sun';
import { useForm, useWatch, type Control, type FieldPath } from 'react-hook-form';
import { Button } from '../../ui/Button.tsx';
import { TextField } from '../../ui/Field.tsx';
import { FormChoice, FormLength } from '../../ui/FormFields.tsx';
import { showMinute, today } from '../../ui/format.ts';
import { Note } from '../../ui/Note.tsx';
import { OneOf } from '../../ui/OneOf.tsx';
import { Sheet } from '../../ui/Sheet.tsx';
import { useJob, useUnit } from '../job/index.ts';
import {
  UNCERTAINTY_DEG,
  correctedBearing,
  readBearing,
  wallFormOf,
  wallFormSchema,
  wallOfForm,
  type WallData,
  type WallForm,
} from './wallForm.ts';

const SOURCES: readonly (readonly [WallForm['source'], string])[] = [
  ['map', 'From a map or plan'],
  ['compass', 'Read off a compass'],
  ['rough', 'Known only roughly'],
  ['plan', 'As it stands on the site plan'],
];
const POINTS = [
  ['0', 'N'],
  ['45', 'NE'],
  ['90', 'E'],
  ['135', 'SE'],
  ['180', 'S'],
  ['225', 'SW'],
  ['270', 'W'],
  ['315', 'NW'],
] as const;

function BearingNote({
  source,
  degrees,
  corrected,
}: {
  source: WallForm['source'];
  degrees: number | null;
  corrected: TrueBearing | null;
}) {
  const { header } = useJob();
  if (degrees === null) return null;
  if (corrected) {
    const { declinationDeg, bearingDeg, model } = corrected;
    return (
      <Note tone="sun">
        At {header.site.town} the needle points {formatNumber(Math.abs(declinationDeg), 1)}°{' '}
        {declinationDeg < 0 ? 'west' : 'east'} of true north today ({model}): the wall faces{' '}
        <b>{formatNumber(bearingDeg, 1)}°</b> true.
      </Note>
    );
  }
  if (source !== 'rough') return null;
  const sun = (turn: number) => openWallSun(header.site, today(), (degrees + turn + 360) % 360)[0];
  const [early, late] = [sun(-UNCERTAINTY_DEG.rough), sun(UNCERTAINTY_DEG.rough)];
  return (
    <Note tone="doubt">
      Within {UNCERTAINTY_DEG.rough}° either way
      {early && late && early.fromMinute !== late.fromMinute
        ? `, the sun may come to it today between ${showMinute(Math.min(early.fromMinute, late.fromMinute))} and ${showMinute(Math.max(early.fromMinute, late.fromMinute))}.`
        : '.'}{' '}
      A compass or a map tells it better.
    </Note>
  );
}

type LengthName = Extract<FieldPath<WallForm>, `${string}Mm`>;

/** A length of the wall. */
function WallLength({
  of,
  control,
  name,
  label,
  side = false,
}: {
  /** Which wall: what is half typed of one is not found in another. */
  of: string;
  control: Control<WallForm>;
  name: LengthName;
  label: string;
  /** A side of the wall itself, which is longer than nothing. */
  side?: boolean;
}) {
  const unit = useUnit();
  return (
    <FormLength
      control={control}
      name={name}
      label={label}
      unit={unit}
      expects={side ? 'glass' : 'any'}
      draftKey={`wall ${of} ${name}`}
    />
  );
}

/** What keeps the sun off: overhang, side fins, and how high neighbours and trees reach, by bearing. */
function Shade({
  of,
  control,
  horizon,
  trees,
}: {
  of: string;
  control: Control<WallForm>;
  horizon: Parameters<typeof TextField>[0];
  trees: Parameters<typeof TextField>[0];
}) {
  const [overhangMm, finLeftMm, finRightMm] = useWatch({
    control,
    name: ['overhangDepthMm', 'finLeftDepthMm', 'finRightDepthMm'],
  });
  const length = (name: LengthName, label: string) => (
    <WallLength of={of} control={control} name={name} label={label} />
  );
  return (
    <details>
      <summary className="cursor-pointer font-semibold">Height and shade</summary>
      <div className="mt-3 grid gap-4 sm:grid-cols-2">
        {length('floorMm', 'Its floor over the ground')}
        {length('overhangDepthMm', 'Overhang, how deep')}
        {overhangMm > 0 && length('overhangAboveMm', 'Overhang, how far above the glass')}
        {length('finLeftDepthMm', 'Fin at its left, how deep')}
        {finLeftMm > 0 && length('finLeftBesideMm', 'Fin at its left, how far beside the glass')}
        {length('finRightDepthMm', 'Fin at its right, how deep')}
        {finRightMm > 0 && length('finRightBesideMm', 'Fin at its right, how far beside the glass')}
        <TextField {...horizon} />
        <TextField {...trees} />
      </div>
    </details>
  );
}

interface WallDialogProps {
  readonly wall: (Wall & { readonly id: string }) | null;
  readonly onClose: () => void;
  readonly onSave: (wall: WallData, roomName: string) => void;
}

/** Room, name, bearing and size of a wall. */
export function WallDialog({ wall, onClose, onSave }: WallDialogProps) {
  const { records, header, rules } = useJob();
  const of = wall?.id ?? 'new';
  const [firstRoom] = Object.values(records.room);
  const { register, control, handleSubmit, setValue, formState } = useForm<WallForm>({
    resolver: zodResolver(wallFormSchema),
    defaultValues: wallFormOf(wall && { ...wall, room: records.room[wall.roomId]?.name ?? '' }, {
      room: firstRoom?.name ?? '',
      widthMm: rules.survey.newWallWidthMm,
      heightMm: rules.survey.newWallHeightMm,
    }),
  });
  const [source, bearing] = useWatch({ control, name: ['source', 'bearing'] });
  const degrees = readBearing(bearing);
  const corrected = correctedBearing({ source, bearing }, header.site, new Date());
  const wrong = (name: keyof WallForm) => formState.errors[name]?.message;
  const submit = handleSubmit((form) => onSave(wallOfForm(form, corrected), form.room));
  return (
    <Sheet title={wall ? 'Edit wall' : 'Add a wall'} open onClose={onClose}>
      <form onSubmit={(event) => void submit(event)} className="flex flex-col gap-4" noValidate>
        <div className="grid gap-4 sm:grid-cols-2">
          <TextField label="Room or elevation" autoFocus problem={wrong('room')} {...register('room')} />
          <TextField
            label="Wall"
            placeholder="South-west wall"
            problem={wrong('name')}
            {...register('name')}
          />
        </div>
        <div className="grid gap-4 sm:grid-cols-2">
          <FormChoice
            control={control}
            name="source"
            label="Direction"
            options={SOURCES.filter(([each]) => each !== 'plan' || wall?.plan)}
          />
          <TextField
            label={
              source === 'compass'
                ? 'Compass bearing of the outside face'
                : 'Faces (compass degrees, 0 = north)'
            }
            inputMode="decimal"
            problem={wrong('bearing')}
            {...register('bearing')}
          />
        </div>
        <BearingNote source={source} degrees={degrees} corrected={corrected} />
        <OneOf
          label="Compass points"
          look="key"
          className="grid grid-cols-8 gap-1"
          options={POINTS}
          value={degrees === null ? null : (POINTS.find(([at]) => Number(at) === degrees)?.[0] ?? null)}
          onChoose={(at) => setValue('bearing', at, { shouldValidate: formState.isSubmitted })}
        />
        <div className="grid gap-4 sm:grid-cols-2">
          <WallLength of={of} control={control} name="widthMm" label="Wall width" side />
          <WallLength of={of} control={control} name="heightMm" label="Wall height" side />
        </div>
        <Shade
          of={of}
          control={control}
          horizon={{
            label: 'Neighbours: bearing and height in degrees',
            placeholder: '180 12, 225 25',
            problem: wrong('horizon'),
            ...register('horizon'),
          }}
          trees={{
            label: 'Trees, bare in winter: bearing and height in degrees',
            placeholder: '170 0, 180 25, 220 25, 230 0',
            problem: wrong('trees'),
            ...register('trees'),
          }}
        />
        <div className="flex justify-end gap-3">
          <Button onClick={onClose}>Cancel</Button>
          <Button weight="act" type="submit">
            {wall ? 'Change it' : 'Add the wall'}
          </Button>
        </div>
      </form>
    </Sheet>
  );
}
