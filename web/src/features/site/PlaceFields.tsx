import type { Town } from '@neat-sill/core/contract';
import { formatMapPosition, readMapPosition } from '@neat-sill/core/sun';
import { LocateFixed } from 'lucide-react';
import { useDeferredValue, useId, useState } from 'react';
import { useLazyNearestTownQuery, useTownsLikeQuery } from '../../api/api.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice, TextField } from '../../ui/Field.tsx';
import type { PlaceText } from './placeText.ts';
import { TIME_ZONES } from './timeZones.ts';

export interface PlaceProblems {
  readonly town?: string | undefined;
  readonly position?: string | undefined;
}

/** A place that may be taken over, and what its button says. */
export interface SamePlace {
  readonly name: string;
  readonly place: PlaceText;
}

interface PlaceFieldsProps {
  readonly value: PlaceText;
  readonly onChange: (value: PlaceText) => void;
  readonly problems: PlaceProblems;
  /** Places to take over: of the shop, of the job before. */
  readonly sameAs?: readonly SamePlace[];
}

const nameOf = ({ name, around }: Town) => `${name}, ${around}`;

/** Where something is: by its town, by a pair from a map, or by where this device is. */
export function PlaceFields({ value, onChange, problems, sameAs = [] }: PlaceFieldsProps) {
  const id = useId();
  const typed = useDeferredValue(value.town);
  const { data: towns = [] } = useTownsLikeQuery(typed, { skip: typed.trim().length < 2 });
  const [findNearest] = useLazyNearestTownQuery();
  const [located, setLocated] = useState<string | null>(null);

  const typeTown = (town: string) => {
    const chosen = towns.find((each) => nameOf(each) === town);
    if (chosen)
      onChange({ town: chosen.name, position: formatMapPosition(chosen), timeZone: chosen.timeZone });
    else onChange({ ...value, town });
  };
  const goBy = async (position: { latitude: number; longitude: number }, from: PlaceText) => {
    const near = await findNearest(position, true)
      .unwrap()
      .catch(() => null); // without network the time zone stays as it is, and is there to be seen
    if (near) onChange({ ...from, town: from.town || near.name, timeZone: near.timeZone });
  };
  const locate = () => {
    setLocated('Looking where this device is');
    navigator.geolocation.getCurrentPosition(
      ({ coords: { latitude, longitude } }) => {
        setLocated(null);
        const here = { ...value, position: formatMapPosition({ latitude, longitude }) };
        onChange(here);
        void goBy({ latitude, longitude }, here);
      },
      () => setLocated('This device does not say where it is; type the town.'),
      { timeout: 15_000, maximumAge: 600_000 },
    );
  };
  return (
    <>
      <div className="grid items-start gap-4 sm:grid-cols-2">
        <div>
          <TextField
            label="Town"
            list={`${id}-towns`}
            autoComplete="off"
            value={value.town}
            problem={problems.town}
            hint="Choose it from the list, and the rest follows"
            onChange={(event) => typeTown(event.target.value)}
          />
          <datalist id={`${id}-towns`}>
            {towns.map((town) => (
              <option key={nameOf(town)} value={nameOf(town)} />
            ))}
          </datalist>
        </div>
        <TextField
          label="Latitude and longitude"
          value={value.position}
          problem={problems.position}
          hint="As a map shows them: 51.96, 7.62"
          onChange={(event) => onChange({ ...value, position: event.target.value })}
          onBlur={() => {
            const read = readMapPosition(value.position);
            if (read) void goBy(read, value);
          }}
        />
        <Choice
          label="Time zone, for sun and dates"
          value={value.timeZone}
          options={
            TIME_ZONES.some(([zone]) => zone === value.timeZone)
              ? TIME_ZONES
              : [...TIME_ZONES, [value.timeZone, value.timeZone] as const]
          }
          onChoose={(timeZone) => onChange({ ...value, timeZone })}
        />
        <div className="flex flex-wrap gap-2 sm:mt-6">
          <Button onClick={locate}>
            <LocateFixed size={17} aria-hidden /> Where I am
          </Button>
          {sameAs.map(({ name, place }) => (
            <Button key={name} onClick={() => onChange(place)}>
              {name}
            </Button>
          ))}
        </div>
      </div>
      {located && (
        <p role="status" className="text-sm text-quiet">
          {located}
        </p>
      )}
    </>
  );
}
