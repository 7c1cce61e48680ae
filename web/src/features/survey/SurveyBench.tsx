import { patchRecord, removeWithDependents, sizesOf, type Change, type Pane } from '@neat-sill/core/job';
import {
  FRAME_KINDS,
  GLASS_KINDS,
  OPENING_KINDS,
  READING_PLACES,
  SIDES,
  nextReadingPlace,
  readingOf,
  type AnyPlace,
  type ReadingPlace,
  type Side,
} from '@neat-sill/core/survey';
import {
  FRAME_NAMES,
  GLASS_NAMES,
  OPENING_NAMES,
  READING_NAMES,
  SIDE_NAMES,
  describeDoubt,
} from '@neat-sill/core/words';
import { Plus, Trash2 } from 'lucide-react';
import { useEffect, useRef } from 'react';
import {
  useJob,
  useUnit,
  viewActions,
  type OpenJob,
  useAddOpening,
  useAppDispatch,
  useAppSelector,
} from '../job/index.ts';
import { useSessionQuery } from '../../api/api.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice, TextField } from '../../ui/Field.tsx';
import { countOf } from '../../ui/format.ts';
import { Length, Size } from '../../ui/Length.tsx';
import { LengthField, type TypedLength } from '../../ui/LengthField.tsx';
import { Note } from '../../ui/Note.tsx';

type PaneWithId = OpenJob['selected'][number];

/** The value all panes agree on, or '' while they differ. */
function common<Value extends string>(
  panes: readonly PaneWithId[],
  read: (pane: PaneWithId) => Value,
): Value | '' {
  const [first] = panes;
  return first && panes.every((pane) => read(pane) === read(first)) ? read(first) : '';
}

function patchAll(job: OpenJob, panes: readonly PaneWithId[], patch: Partial<Pane>): (Change | null)[] {
  return panes.map(({ id }) => patchRecord(job.records, 'pane', id, patch));
}

function names(panes: readonly PaneWithId[]): string {
  return `pane${panes.length === 1 ? '' : 's'} ${panes.map(({ label }) => label).join(', ')}`;
}

/** Glass, frame and the rest, for one pane or for all that are chosen. */
function GlassAndFrame({ panes }: { panes: readonly PaneWithId[] }) {
  const job = useJob();
  const set = (what: string, patch: Partial<Pane>) =>
    job.edit(`${what} of ${names(panes)}`, patchAll(job, panes, patch));
  const seams = common(panes, (pane) => (pane.seams.allowed ? pane.seams.axis : 'never'));
  return (
    <div className="grid grid-cols-2 gap-x-4 gap-y-3">
      <Choice
        label="Opening"
        mixed="They differ"
        value={common(panes, (pane) => pane.opening)}
        options={OPENING_KINDS.map((kind) => [kind, OPENING_NAMES[kind]])}
        onChoose={(opening) => set('Opening', { opening })}
      />
      <Choice
        label="Glass"
        mixed="They differ"
        value={common(panes, (pane) => pane.glass)}
        options={GLASS_KINDS.map((kind) => [kind, GLASS_NAMES[kind]])}
        onChoose={(glass) => set('Glass', { glass })}
      />
      <Choice
        label="Frame"
        mixed="They differ"
        value={common(panes, (pane) => pane.frame)}
        options={FRAME_KINDS.map((kind) => [kind, FRAME_NAMES[kind]])}
        onChoose={(frame) => set('Frame', { frame })}
      />
      <Choice<Side | 'none'>
        label="Handle at"
        mixed="They differ"
        value={common(panes, (pane) => pane.handle ?? 'none')}
        options={[['none', 'No handle'], ...SIDES.map((side): [Side, string] => [side, SIDE_NAMES[side]])]}
        onChoose={(side) => set('Handle', { handle: side === 'none' ? null : side })}
      />
      <Choice
        label="Seams"
        mixed="They differ"
        value={seams}
        options={[
          ['vertical', 'Upright only'],
          ['horizontal', 'Level only'],
          ['any', 'Either way'],
          ['never', 'None allowed'],
        ]}
        onChoose={(axis) =>
          set('Seams', {
            seams: axis === 'never' ? { allowed: false, axis: 'any' } : { allowed: true, axis },
          })
        }
      />
    </div>
  );
}

function Doubts({ pane }: { pane: PaneWithId }) {
  const job = useJob();
  const unit = useUnit();
  const dispatch = useAppDispatch();
  const write = (place: AnyPlace, label: string, keptBecause: string | null, empty: boolean) => {
    const reading = pane.readings[place];
    if (!reading) return;
    const readings = { ...pane.readings, [place]: empty ? null : { ...reading, keptBecause } };
    job.edit(`${label} of pane ${pane.label}`, [patchRecord(job.records, 'pane', pane.id, { readings })]);
  };
  return (job.doubts.get(pane.id) ?? []).map((doubt) => (
    <Note key={doubt.place} tone="doubt" role="status">
      <p>{describeDoubt(doubt, unit)}</p>
      <div className="mt-2 flex flex-wrap gap-2">
        <Button
          onClick={() => {
            write(doubt.place, 'Measure again', null, true);
            dispatch(viewActions.readingAsked());
          }}
        >
          Measure again
        </Button>
        <Button onClick={() => write(doubt.place, 'Keep the reading', 'looked at and kept', false)}>
          It is so, keep it
        </Button>
      </div>
    </Note>
  ));
}

function Sizes({ pane }: { pane: PaneWithId }) {
  const { rules } = useJob();
  const unit = useUnit();
  const sizes = sizesOf(pane, rules);
  if (!sizes)
    return <p className="text-quiet">One width and one height give a first size; all six a sure one.</p>;
  const figure = (name: string, value: React.ReactNode) => (
    <div>
      <dt className="text-sm text-quiet">{name}</dt>
      <dd className="text-lg font-bold">{value}</dd>
    </div>
  );
  return (
    <dl className="grid grid-cols-3 gap-3 border-y border-hairline-soft py-3" aria-label="Sizes">
      {figure('Cutting size', <Size {...sizes.cutting} unit={unit} rounding="up" denominator={16} />)}
      {figure('Net size', <Size {...sizes.net} unit={unit} rounding="down" denominator={16} />)}
      {figure('Out of square', <Length mm={sizes.outOfSquareMm} unit={unit} withUnit />)}
    </dl>
  );
}

/** The six readings in the order of the tape; Enter goes on to the next, then to the next pane that wants one. */
function ReadingFields({ pane }: { pane: PaneWithId }) {
  const job = useJob();
  const unit = useUnit();
  const dispatch = useAppDispatch();
  const { data: session } = useSessionQuery();
  const by = session?.person?.name ?? null;
  const focusAsked = useAppSelector((state) => state.view.focusAsked);
  const fields = useRef(new Map<ReadingPlace, HTMLInputElement>());
  const addButton = useRef<HTMLButtonElement>(null);
  const addOpening = useAddOpening();
  const doubtful = new Set<AnyPlace>((job.doubts.get(pane.id) ?? []).map(({ place }) => place));

  const firstEmpty = nextReadingPlace(pane.readings);
  useEffect(() => {
    if (focusAsked > 0) fields.current.get(firstEmpty ?? 'widthTop')?.focus();
    // Only when asked, or when another pane is shown: not at each reading that is taken.
    // eslint-disable-next-line react-hooks/exhaustive-deps -- firstEmpty changes with every reading
  }, [focusAsked, pane.id]);

  const taken = ({ mm, typed }: TypedLength) => readingOf(mm, typed, { by, at: new Date().toISOString() });
  const take = (place: ReadingPlace, length: TypedLength | null) => {
    const readings = { ...pane.readings, [place]: length && taken(length) };
    job.edit(`${READING_NAMES[place]} of pane ${pane.label}`, [
      patchRecord(job.records, 'pane', pane.id, { readings }),
    ]);
  };
  const goOn = (place: ReadingPlace) => {
    const next = READING_PLACES[READING_PLACES.indexOf(place) + 1];
    if (next) return fields.current.get(next)?.focus();
    const unread = job.wallPanes.find(
      (other) => other.id !== pane.id && nextReadingPlace(other.readings) !== null,
    );
    if (!unread) return addButton.current?.focus();
    dispatch(viewActions.selected([unread.id]));
    dispatch(viewActions.readingAsked());
  };
  return (
    <>
      <div className="grid grid-cols-2 grid-rows-3 gap-x-4 gap-y-3 [grid-auto-flow:column]">
        {READING_PLACES.map((place) => (
          <LengthField
            key={`${pane.id} ${place}`}
            label={READING_NAMES[place]}
            valueMm={pane.readings[place]?.mm ?? null}
            unit={unit}
            draftKey={`${job.jobId} ${pane.id} ${place}`}
            inDoubt={doubtful.has(place)}
            inputRef={(node) => {
              if (node) fields.current.set(place, node);
              else fields.current.delete(place);
            }}
            onTake={(length) => take(place, length)}
            onEnter={() => goOn(place)}
          />
        ))}
      </div>
      <Doubts pane={pane} />
      <Sizes pane={pane} />
      <GlassAndFrame panes={[pane]} />
      <Place pane={pane} />
      <div className="flex flex-wrap justify-between gap-3">
        <button
          ref={addButton}
          type="button"
          onClick={addOpening}
          className="inline-flex min-h-12 items-center gap-2 rounded-sm border border-edge bg-edge px-4 font-semibold text-on-edge"
          aria-keyshortcuts="Alt+N"
        >
          <Plus size={18} aria-hidden /> Next opening
        </button>
        <Button
          weight="danger"
          onClick={() =>
            job.edit(`Take away pane ${pane.label}`, removeWithDependents(job.records, 'pane', pane.id))
          }
        >
          <Trash2 size={17} aria-hidden /> Take pane {pane.label} away
        </Button>
      </div>
    </>
  );
}

function Place({ pane }: { pane: PaneWithId }) {
  const job = useJob();
  const unit = useUnit();
  const set = (what: string, patch: Partial<Pane>) =>
    job.edit(`${what} of pane ${pane.label}`, patchAll(job, [pane], patch));
  return (
    <div className="grid grid-cols-3 gap-4">
      <TextField
        key={pane.label}
        label="Number"
        defaultValue={pane.label}
        maxLength={12}
        onBlur={(event) => {
          const label = event.target.value.trim();
          if (label) set('Number', { label });
          else event.target.value = pane.label;
        }}
      />
      <LengthField
        label="Gap before it"
        valueMm={pane.gapBeforeMm}
        unit={unit}
        expects="any"
        allowEmpty={false}
        draftKey={`${job.jobId} ${pane.id} gap`}
        onTake={(length) => length && set('Gap', { gapBeforeMm: length.mm })}
      />
      <LengthField
        label="Sill over floor"
        valueMm={pane.sillMm}
        unit={unit}
        expects="any"
        allowEmpty={false}
        draftKey={`${job.jobId} ${pane.id} sill`}
        onTake={(length) => length && set('Sill', { sillMm: length.mm })}
      />
    </div>
  );
}

/** On the phone, where the wall would be too small: the panes in a row to step through. */
function PaneStrip() {
  const { wallPanes, selected, doubts } = useJob();
  const dispatch = useAppDispatch();
  return (
    <div
      className="flex shrink-0 gap-2 overflow-x-auto md:hidden"
      role="group"
      aria-label="Panes of this wall"
    >
      {wallPanes.map((pane) => {
        const state = doubts.has(pane.id)
          ? 'in doubt'
          : nextReadingPlace(pane.readings)
            ? 'to read'
            : 'measured';
        return (
          <button
            key={pane.id}
            type="button"
            aria-pressed={selected.some(({ id }) => id === pane.id)}
            onClick={() => dispatch(viewActions.selected([pane.id]))}
            className="min-h-12 min-w-16 rounded-sm border border-hairline bg-putty px-2 text-center aria-pressed:border-2 aria-pressed:border-edge"
          >
            <span className="block font-bold">{pane.label}</span>
            <span
              className={`block text-xs ${state === 'in doubt' ? 'font-bold text-ochre-text' : 'text-quiet'}`}
            >
              {state}
            </span>
          </button>
        );
      })}
    </div>
  );
}

/** Survey: the tape in one hand, the other at the keys. */
export function SurveyBench() {
  const { wall, wallPanes, selected } = useJob();
  const addOpening = useAddOpening();
  const [pane] = selected;
  if (!wall) return <p className="text-quiet">A wall first, then its openings.</p>;
  return (
    <>
      <PaneStrip />
      {selected.length === 0 || !pane ? (
        <div className="flex flex-col items-start gap-4">
          <h2 className="text-xl font-bold">
            {wallPanes.length === 0
              ? 'The first opening'
              : `${countOf(wallPanes.length, 'opening')} on this wall`}
          </h2>
          <p>
            {wallPanes.length === 0
              ? 'Go along the wall from left to right, as you stand in the room. Type what the tape says: 819, 81.9 cm, 32 1/4 or 2\' 8 1/4".'
              : 'Choose a pane on the wall to read it off, or go on with the next opening.'}
          </p>
          <Button weight="act" onClick={addOpening}>
            <Plus size={18} aria-hidden /> Add an opening
          </Button>
        </div>
      ) : selected.length > 1 ? (
        <>
          <h2 className="text-xl font-bold">{countOf(selected.length, 'pane')} together</h2>
          <GlassAndFrame panes={selected} />
        </>
      ) : (
        <>
          <h2 className="text-xl font-bold">Pane {pane.label}</h2>
          <ReadingFields key={pane.id} pane={pane} />
        </>
      )}
    </>
  );
}
