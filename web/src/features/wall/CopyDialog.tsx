import { countOf } from '@neat-sill/core/units';
import { copyOfRoom, copyOfWall } from '@neat-sill/core/survey';
import { useState, type FormEvent } from 'react';
import { Button } from '../../ui/Button.tsx';
import { Choice, TextField } from '../../ui/Field.tsx';
import { Sheet } from '../../ui/Sheet.tsx';
import { type OpenJob, useAppDispatch, useJob, viewActions } from '../job/index.ts';

interface CopySheetProps {
  readonly wall: NonNullable<OpenJob['wall']>;
  readonly onClose: () => void;
}

/** Copies a wall, or its whole room or floor, with its openings as twins of the first. */
export function CopyDialog({ wall, onClose }: CopySheetProps) {
  const job = useJob();
  const dispatch = useAppDispatch();
  const room = job.records.room[wall.roomId];
  const walls = job.walls.filter(({ roomId }) => roomId === wall.roomId).length;
  const [what, setWhat] = useState<'wall' | 'room'>('wall');
  const of = what === 'wall' ? wall.name : (room?.name ?? wall.name);
  const [name, setName] = useState<string | null>(null);
  const shown = name ?? `${of}, again`;
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (!shown.trim()) return;
    const from = { records: job.records, newId: () => crypto.randomUUID() };
    const copied =
      what === 'wall' ? copyOfWall(from, wall.id, shown.trim()) : copyOfRoom(from, wall.roomId, shown.trim());
    if (!copied) return;
    job.edit(`Copy ${of}`, copied.changes);
    const shownWall = 'firstWallId' in copied ? (copied.firstWallId as string | null) : copied.id;
    if (shownWall) dispatch(viewActions.wallShown(shownWall));
    onClose();
  };
  return (
    <Sheet title="Copy for the next floor or room" open onClose={onClose}>
      <form onSubmit={submit} className="flex flex-col gap-4" noValidate>
        <Choice
          label="Copy"
          value={what}
          options={[
            ['wall', `This wall, ${countOf(job.wallPanes.length, 'opening')}`],
            ['room', `All of ${room?.name ?? 'its room'}, ${countOf(walls, 'wall')}`],
          ]}
          onChoose={setWhat}
        />
        <TextField
          label={what === 'wall' ? 'Name of the new wall' : 'Name of the new room or floor'}
          value={shown}
          autoFocus
          onChange={(event) => setName(event.target.value)}
          problem={shown.trim() ? undefined : 'Give it a name.'}
        />
        <p className="text-sm text-quiet">
          Its openings are taken as twins of these: a reading that differs is asked about. Marks of condition
          and work done stay behind.
        </p>
        <div className="flex justify-end gap-3">
          <Button onClick={onClose}>Cancel</Button>
          <Button weight="act" type="submit">
            Copy it
          </Button>
        </div>
      </form>
    </Sheet>
  );
}
