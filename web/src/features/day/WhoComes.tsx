import type { Worker } from '@neat-sill/core/visits';

/** Who of the crew comes. */
export function WhoComes({
  crew,
  ids,
  onChoose,
}: {
  crew: readonly Worker[];
  ids: readonly string[];
  onChoose: (ids: readonly string[]) => void;
}) {
  return (
    <fieldset className="flex flex-wrap gap-x-5 gap-y-1">
      <legend className="text-sm text-quiet">Who comes</legend>
      {crew.map(({ id, name }) => (
        <label key={id} className="flex min-h-9 items-center gap-2">
          <input
            type="checkbox"
            className="size-5 accent-edge"
            checked={ids.includes(id)}
            onChange={({ target }) =>
              onChoose(target.checked ? [...ids, id] : ids.filter((each) => each !== id))
            }
          />
          {name}
        </label>
      ))}
    </fieldset>
  );
}
