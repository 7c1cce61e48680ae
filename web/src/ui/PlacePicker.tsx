import { Button } from './Button.tsx';

/** A place on a pane, as shares of its width from the left and of its height from the top. */
export interface Place {
  readonly x: number;
  readonly y: number;
}

const ROWS = ['top', 'middle', 'bottom'] as const;
const COLUMNS = ['left', 'middle', 'right'] as const;
const SHARES = [0.12, 0.5, 0.88] as const;

/** Nine places by name, for those who do not tap on a figure. */
export function PlacePicker({ place, onPlace }: { place: Place | null; onPlace: (place: Place) => void }) {
  return (
    <div className="grid grid-cols-3 gap-1" role="group" aria-label="Where it is">
      {ROWS.flatMap((row, r) =>
        COLUMNS.map((column, c) => {
          const here = { x: SHARES[c] ?? 0.5, y: SHARES[r] ?? 0.5 };
          const name = row === column ? 'middle' : `${row} ${column}`;
          return (
            <Button
              key={name}
              className="min-h-12 px-1 text-sm"
              aria-pressed={place?.x === here.x && place.y === here.y}
              weight={place?.x === here.x && place.y === here.y ? 'act' : 'plain'}
              onClick={() => onPlace(here)}
            >
              {name}
            </Button>
          );
        }),
      )}
    </div>
  );
}
