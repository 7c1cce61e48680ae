import { OneOf } from './OneOf.tsx';

/** A place on a pane, as shares of its width from the left and of its height from the top. */
export interface Place {
  readonly x: number;
  readonly y: number;
}

const ROWS = ['top', 'middle', 'bottom'] as const;
const COLUMNS = ['left', 'middle', 'right'] as const;
const SHARES = [0.12, 0.5, 0.88] as const;

const PLACES = ROWS.flatMap((row, r) =>
  COLUMNS.map((column, c) => ({
    name: row === column ? 'middle' : `${row} ${column}`,
    here: { x: SHARES[c] ?? 0.5, y: SHARES[r] ?? 0.5 },
  })),
);

/** Nine places by name, for those who do not tap on a figure. */
export function PlacePicker({ place, onPlace }: { place: Place | null; onPlace: (place: Place) => void }) {
  const chosen = PLACES.find(({ here }) => place?.x === here.x && place.y === here.y);
  return (
    <OneOf
      label="Where it is"
      look="key"
      className="grid grid-cols-3 gap-1 text-sm"
      options={PLACES.map(({ name }) => [name, name])}
      value={chosen?.name ?? null}
      onChoose={(name) => {
        const found = PLACES.find((each) => each.name === name);
        if (found) onPlace(found.here);
      }}
    />
  );
}
