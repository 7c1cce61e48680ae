import {
  emptyOpening,
  insertedBefore,
  mayStandOver,
  movedAlong,
  type Pane,
  type PlacedOpening,
} from '@neat-sill/core/survey';
import { ArrowLeft, ArrowRight, Plus } from 'lucide-react';
import { useAppDispatch, useJob, useTakeOff, useUnit, viewActions } from '../job/index.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice, TextField } from '../../ui/Field.tsx';
import { LengthField } from '../../ui/LengthField.tsx';
import { patchAll, type PaneWithId } from './GlassAndFrame.tsx';

const BESIDE = 'beside';

interface OverFieldsProps {
  readonly pane: PaneWithId;
  readonly base: PlacedOpening<string>;
  readonly onTake: (what: string, patch: Partial<Pane>) => void;
}

/** Where an opening stands over another: the bar between, and how far from its left. */
function OverFields({ pane, base, onTake }: OverFieldsProps) {
  const { jobId, records } = useJob();
  const unit = useUnit();
  const baseTopMm = base.sillMm + base.size.heightMm;
  const label = records.pane[base.id]?.label ?? '';
  return (
    <>
      <LengthField
        label={`Bar over pane ${label}`}
        valueMm={Math.max(0, pane.sillMm - baseTopMm)}
        unit={unit}
        expects="any"
        draftKey={`${jobId} ${pane.id} bar`}
        onTake={(length) => onTake('Bar', { sillMm: baseTopMm + length.mm })}
      />
      <LengthField
        label="From its left"
        valueMm={Math.max(0, pane.over?.fromLeftMm ?? 0)}
        unit={unit}
        expects="any"
        draftKey={`${jobId} ${pane.id} over`}
        onTake={(length) => onTake('Place', { over: { paneId: base.id, fromLeftMm: length.mm } })}
      />
    </>
  );
}

/** Moves an opening among its neighbours, or makes room before it. */
function Along({ pane }: { pane: PaneWithId }) {
  const job = useJob();
  const takeOff = useTakeOff();
  const dispatch = useAppDispatch();
  const move = (direction: 'left' | 'right') =>
    job.edit(`Move pane ${pane.label} to the ${direction}`, movedAlong(job.records, pane.id, direction));
  const insert = () => {
    if (!takeOff) return;
    const { id, label, changes } = emptyOpening(takeOff);
    const [made] = changes;
    if (made?.kind !== 'pane' || !made.after) return;
    job.edit(
      `Insert opening ${label} before ${pane.label}`,
      insertedBefore(job.records, { id, pane: made.after }, pane.id),
    );
    dispatch(viewActions.selected([id]));
    dispatch(viewActions.readingAsked());
  };
  return (
    <div className="col-span-3 flex flex-wrap gap-3">
      <Button size="low" onClick={() => move('left')}>
        <ArrowLeft size={16} aria-hidden /> Move left
      </Button>
      <Button size="low" onClick={() => move('right')}>
        Move right <ArrowRight size={16} aria-hidden />
      </Button>
      <Button size="low" onClick={insert}>
        <Plus size={16} aria-hidden /> Insert before it
      </Button>
    </div>
  );
}

/** Its number, and where it stands on the wall: beside the one before it, or over another. */
export function Place({ pane }: { pane: PaneWithId }) {
  const job = useJob();
  const unit = useUnit();
  const set = (what: string, patch: Partial<Pane>) =>
    job.edit(`${what} of pane ${pane.label}`, patchAll(job, [pane], patch));
  const placed = job.derived.wall(pane.wallId)?.placed.openings ?? [];
  const base = pane.over && placed.find(({ id }) => id === pane.over?.paneId);
  const stand = (on: string) => {
    const over = placed.find(({ id }) => id === on);
    const { defaultBarMm } = job.rules.survey;
    set(
      'Place',
      over
        ? { over: { paneId: on, fromLeftMm: 0 }, sillMm: over.sillMm + over.size.heightMm + defaultBarMm }
        : { over: null },
    );
  };
  return (
    <div className="grid grid-cols-[5rem_minmax(0,1.5fr)_minmax(0,1fr)] gap-4">
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
      <Choice
        label="Stands"
        value={base?.id ?? BESIDE}
        options={[
          [BESIDE, 'beside the one before'],
          ...job.wallPanes
            .filter(({ id, cell }) => cell === null && mayStandOver(job.records, pane.id, id))
            .map(({ id, label }) => [id, `above pane ${label}`] as const),
        ]}
        onChoose={stand}
      />
      <LengthField
        label="Sill over floor"
        valueMm={pane.sillMm}
        unit={unit}
        expects="any"
        draftKey={`${job.jobId} ${pane.id} sill`}
        onTake={(length) => set('Sill', { sillMm: length.mm })}
      />
      {base ? (
        <OverFields pane={pane} base={base} onTake={set} />
      ) : (
        <LengthField
          label="Gap before it"
          valueMm={pane.gapBeforeMm}
          unit={unit}
          expects="any"
          draftKey={`${job.jobId} ${pane.id} gap`}
          onTake={(length) => set('Gap', { gapBeforeMm: length.mm })}
        />
      )}
      {!base && <Along pane={pane} />}
    </div>
  );
}
