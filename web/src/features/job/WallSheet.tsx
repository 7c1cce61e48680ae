import type { Wall } from '@neat-sill/core/job';
import { useState, type FormEvent } from 'react';
import { Button } from '../../ui/Button.tsx';
import { TextField } from '../../ui/Field.tsx';
import { LengthField } from '../../ui/LengthField.tsx';
import { Sheet } from '../../ui/Sheet.tsx';
import { useJob, useUnit } from './useJob.ts';

type WallData = Pick<Wall, 'name' | 'bearingDeg' | 'widthMm' | 'heightMm'>;

interface WallSheetProps {
  readonly wall: Wall | null;
  readonly onClose: () => void;
  readonly onSave: (wall: WallData, roomName: string) => void;
}

const POINTS = [
  ['N', 0],
  ['NE', 45],
  ['E', 90],
  ['SE', 135],
  ['S', 180],
  ['SW', 225],
  ['W', 270],
  ['NW', 315],
] as const;

/** Room, name, bearing and size of a wall. */
export function WallSheet({ wall, onClose, onSave }: WallSheetProps) {
  const { records } = useJob();
  const unit = useUnit();
  const [room, setRoom] = useState(
    (wall && records.room[wall.roomId]?.name) ?? Object.values(records.room)[0]?.name ?? '',
  );
  const [name, setName] = useState(wall?.name ?? '');
  const [bearing, setBearing] = useState(String(wall?.bearingDeg ?? 180));
  const [size, setSize] = useState({ widthMm: wall?.widthMm ?? 4000, heightMm: wall?.heightMm ?? 2500 });
  const [tried, setTried] = useState(false);
  const degrees = Number(bearing.trim().replace(/°$/, ''));
  const bearingProblem =
    bearing.trim() === '' || !(degrees >= 0 && degrees <= 360)
      ? 'Type degrees from 0 (north) to 360.'
      : undefined;
  const submit = (event: FormEvent) => {
    event.preventDefault();
    setTried(true);
    if (room.trim() && name.trim() && !bearingProblem)
      onSave({ name: name.trim(), bearingDeg: degrees, ...size }, room.trim());
  };
  return (
    <Sheet title={wall ? 'Change the wall' : 'Add a wall'} open onClose={onClose}>
      <form onSubmit={submit} className="flex flex-col gap-4" noValidate>
        <div className="grid gap-4 sm:grid-cols-2">
          <TextField
            label="Room or elevation"
            value={room}
            autoFocus
            onChange={(event) => setRoom(event.target.value)}
            problem={tried && !room.trim() ? 'Name the room.' : undefined}
          />
          <TextField
            label="Wall"
            placeholder="South-west wall"
            value={name}
            onChange={(event) => setName(event.target.value)}
            problem={tried && !name.trim() ? 'Name the wall.' : undefined}
          />
        </div>
        <TextField
          label="Its outside faces, degrees from true north"
          inputMode="decimal"
          value={bearing}
          onChange={(event) => setBearing(event.target.value)}
          problem={tried ? bearingProblem : undefined}
        />
        <div className="grid grid-cols-8 gap-1" role="group" aria-label="Compass points">
          {POINTS.map(([point, at]) => (
            <Button
              key={point}
              className="px-0"
              aria-pressed={degrees === at}
              weight={degrees === at ? 'act' : 'plain'}
              onClick={() => setBearing(String(at))}
            >
              {point}
            </Button>
          ))}
        </div>
        <div className="grid gap-4 sm:grid-cols-2">
          <LengthField
            label="Wall width"
            valueMm={size.widthMm}
            unit={unit}
            draftKey="wall width"
            allowEmpty={false}
            onTake={(taken) => taken && setSize({ ...size, widthMm: taken.mm })}
          />
          <LengthField
            label="Wall height"
            valueMm={size.heightMm}
            unit={unit}
            draftKey="wall height"
            allowEmpty={false}
            onTake={(taken) => taken && setSize({ ...size, heightMm: taken.mm })}
          />
        </div>
        <div className="flex justify-end gap-3">
          <Button onClick={onClose}>Leave it</Button>
          <Button weight="act" type="submit">
            {wall ? 'Change it' : 'Add the wall'}
          </Button>
        </div>
      </form>
    </Sheet>
  );
}
