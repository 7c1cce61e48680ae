import { useId, useState, type ReactNode } from 'react';

export interface Fold {
  readonly key: string;
  readonly title: ReactNode;
  readonly content: () => ReactNode;
}

/** Things to open side by side in one row, one at a time: what is closed takes no room and does no work. */
export function Folds({ name, folds }: { name: string; folds: readonly Fold[] }) {
  const id = useId();
  const [open, setOpen] = useState<string | null>(null);
  const shown = folds.find(({ key }) => key === open);
  return (
    <div>
      <div className="flex flex-wrap gap-1" role="group" aria-label={name}>
        {folds.map(({ key, title }) => (
          <button
            key={key}
            type="button"
            aria-expanded={key === open}
            aria-controls={key === open ? id : undefined}
            className="min-h-9 rounded-sm border border-hairline bg-sheet px-2.5 text-sm aria-expanded:border-edge aria-expanded:bg-edge-tint aria-expanded:font-semibold"
            onClick={() => setOpen(key === open ? null : key)}
          >
            {title}
          </button>
        ))}
      </div>
      {shown && (
        <div id={id} className="mt-2 border-l-2 border-edge pl-3">
          {shown.content()}
        </div>
      )}
    </div>
  );
}
