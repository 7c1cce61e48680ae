import { formatNumber } from '@neat-sill/core/units';
import { NEW_WALL, trueBearing, type TrueBearing, type Wall } from '@neat-sill/core/survey';
import { openWallSun } from '@neat-sill/core/sun';
import { Fragment, useState, type FormEvent } from 'react';
import { Button } from '../../ui/Button.tsx';
import { Choice, TextField } from '../../ui/Field.tsx';
import { showMinute, today } from '../../ui/format.ts';
import { LengthField } from '../../ui/LengthField.tsx';
import { Note } from '../../ui/Note.tsx';
import { Sheet } from '../../ui/Sheet.tsx';
import { useJob, useUnit } from '../job/index.ts';

type WallData = Pick<
  Wall,
  | 'name'
  | 'bearingDeg'
  | 'bearingSource'
  | 'compassDeg'
  | 'bearingUncertaintyDeg'
  | 'widthMm'
  | 'heightMm'
  | 'floorMm'
  | 'shade'
>;
type BearingSource = Wall['bearingSource'];

/** How far off a bearing may be, by where it comes from; a guess off the street is good to a point of the compass. */
const UNCERTAINTY_DEG: Readonly<Record<BearingSource, number>> = { map: 3, compass: 5, rough: 22, plan: 5 };
const SOURCES: readonly (readonly [BearingSource, string])[] = [
  ['map', 'From a map or plan'],
  ['compass', 'Read off a compass'],
  ['rough', 'Known only roughly'],
  ['plan', 'As it stands on the site plan'],
];

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

function BearingNote({
  source,
  degrees,
  corrected,
  problem,
}: {
  source: BearingSource;
  degrees: number;
  corrected: TrueBearing | null;
  problem: boolean;
}) {
  const { header } = useJob();
  if (problem) return null;
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

interface ShadeProps {
  readonly shade: Wall['shade'];
  readonly onChange: (shade: Wall['shade']) => void;
  readonly floorMm: number;
  readonly onFloor: (mm: number) => void;
  /** Whether what is written of the neighbours can't be taken as it stands. */
  readonly onWrong: (wrong: boolean) => void;
}

/** Bearings and heights as written, `180 12, 225 25`; null where a part of it is none. */
function readHorizon(text: string): Wall['shade']['horizon'] | null {
  const parts = text.split(',').flatMap((part) => part.trim() || []);
  const points = parts.map((part) => part.split(/\s+/).map(Number));
  const right = points.every(
    ([bearing = NaN, altitude = NaN, more]) =>
      bearing >= 0 && bearing <= 360 && altitude >= 0 && altitude <= 90 && more === undefined,
  );
  return right ? points.map(([bearingDeg = 0, altitudeDeg = 0]) => ({ bearingDeg, altitudeDeg })) : null;
}

const FIN_SIDES = { finLeft: 'left', finRight: 'right' } as const;

/** What keeps the sun off: overhang, side fins, and how high neighbours reach, by bearing. */
function Shade({ shade, onChange, floorMm, onFloor, onWrong }: ShadeProps) {
  const unit = useUnit();
  const [horizon, setHorizon] = useState(
    shade.horizon.map(({ bearingDeg, altitudeDeg }) => `${bearingDeg} ${altitudeDeg}`).join(', '),
  );
  const read = readHorizon(horizon);
  const overhang = shade.overhang ?? { depthMm: 0, aboveMm: 0 };
  const field = (label: string, valueMm: number, take: (mm: number) => void) => (
    <LengthField
      label={label}
      valueMm={valueMm}
      unit={unit}
      expects="any"
      draftKey={`wall ${label}`}
      onTake={(taken) => take(taken.mm)}
    />
  );
  const setFin = (side: 'finLeft' | 'finRight', change: Partial<NonNullable<Wall['shade']['finLeft']>>) => {
    const fin = { depthMm: 0, besideMm: 0, ...shade[side], ...change };
    onChange({ ...shade, [side]: fin.depthMm > 0 ? fin : null });
  };
  return (
    <details>
      <summary className="cursor-pointer font-semibold">Height and shade</summary>
      <div className="mt-3 grid gap-4 sm:grid-cols-2">
        {field('Its floor over the ground', floorMm, onFloor)}
        {field('Overhang, how deep', overhang.depthMm, (depthMm) =>
          onChange({ ...shade, overhang: depthMm > 0 ? { ...overhang, depthMm } : null }),
        )}
        {shade.overhang &&
          field('Overhang, how far above the glass', overhang.aboveMm, (aboveMm) =>
            onChange({ ...shade, overhang: { ...overhang, aboveMm } }),
          )}
        {(['finLeft', 'finRight'] as const).map((side) => (
          <Fragment key={side}>
            {field(`Fin at its ${FIN_SIDES[side]}, how deep`, shade[side]?.depthMm ?? 0, (depthMm) =>
              setFin(side, { depthMm }),
            )}
            {shade[side] &&
              field(
                `Fin at its ${FIN_SIDES[side]}, how far beside the glass`,
                shade[side].besideMm,
                (besideMm) => setFin(side, { besideMm }),
              )}
          </Fragment>
        ))}
        <TextField
          label="Neighbours: bearing and height in degrees"
          placeholder="180 12, 225 25"
          value={horizon}
          problem={read ? undefined : 'Write a bearing (0 to 360) and a height (0 to 90), as 180 12, 225 25.'}
          onChange={(event) => {
            setHorizon(event.target.value);
            const next = readHorizon(event.target.value);
            onWrong(next === null);
            if (next) onChange({ ...shade, horizon: next });
          }}
        />
      </div>
    </details>
  );
}

/** Room, name, bearing and size of a wall. */
export function WallDialog({ wall, onClose, onSave }: WallSheetProps) {
  const { records, header, rules } = useJob();
  const unit = useUnit();
  const [source, setSource] = useState<BearingSource>(wall?.bearingSource ?? 'map');
  const [floorMm, setFloorMm] = useState(wall?.floorMm ?? 0);
  const [shade, setShade] = useState<Wall['shade']>(wall?.shade ?? NEW_WALL.shade);
  const [room, setRoom] = useState(
    (wall && records.room[wall.roomId]?.name) ?? Object.values(records.room)[0]?.name ?? '',
  );
  const [name, setName] = useState(wall?.name ?? '');
  const [bearing, setBearing] = useState(String(wall?.compassDeg ?? wall?.bearingDeg ?? 180));
  const [size, setSize] = useState({
    widthMm: wall?.widthMm ?? rules.survey.newWallWidthMm,
    heightMm: wall?.heightMm ?? rules.survey.newWallHeightMm,
  });
  const [shadeWrong, setShadeWrong] = useState(false);
  const [tried, setTried] = useState(false);
  const degrees = Number(bearing.trim().replace(/°$/, ''));
  const bearingProblem =
    bearing.trim() === '' || !(degrees >= 0 && degrees <= 360)
      ? 'Type degrees from 0 (north) to 360.'
      : undefined;
  const corrected =
    source === 'compass' && !bearingProblem ? trueBearing(degrees, header.site, new Date()) : null;
  const submit = (event: FormEvent) => {
    event.preventDefault();
    setTried(true);
    if (room.trim() && name.trim() && !bearingProblem && !shadeWrong)
      onSave(
        {
          name: name.trim(),
          bearingDeg: corrected?.bearingDeg ?? degrees,
          bearingSource: source,
          compassDeg: corrected ? degrees : null,
          bearingUncertaintyDeg: UNCERTAINTY_DEG[source],
          floorMm,
          shade,
          ...size,
        },
        room.trim(),
      );
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
        <div className="grid gap-4 sm:grid-cols-2">
          <Choice
            label="Its bearing"
            value={source}
            options={SOURCES.filter(([each]) => each !== 'plan' || wall?.plan)}
            onChoose={setSource}
          />
          <TextField
            label={
              source === 'compass'
                ? 'Compass bearing of the outside face'
                : 'Its outside faces, degrees from north'
            }
            inputMode="decimal"
            value={bearing}
            onChange={(event) => setBearing(event.target.value)}
            problem={tried ? bearingProblem : undefined}
          />
        </div>
        <BearingNote
          source={source}
          degrees={degrees}
          corrected={corrected}
          problem={bearingProblem !== undefined}
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
            onTake={(taken) => setSize({ ...size, widthMm: taken.mm })}
          />
          <LengthField
            label="Wall height"
            valueMm={size.heightMm}
            unit={unit}
            draftKey="wall height"
            onTake={(taken) => setSize({ ...size, heightMm: taken.mm })}
          />
        </div>
        <Shade
          shade={shade}
          onChange={setShade}
          floorMm={floorMm}
          onFloor={setFloorMm}
          onWrong={setShadeWrong}
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
