import { usualFixMinutes, withRemedy, type Defect, type Remedy } from '@neat-sill/core/survey';
import { CONDITION_NAMES, describeRemedy } from '@neat-sill/core/words';
import { useState } from 'react';
import { useSessionQuery } from '../../api/api.ts';
import { Button } from '../../ui/Button.tsx';
import { TextField } from '../../ui/Field.tsx';
import { showDay } from '../../ui/format.ts';
import { useJob, type PaneWithId } from '../job/index.ts';
import { usePaneWriter } from './usePaneWriter.ts';

/** Where nobody has said how long putting it right takes, in minutes. */
const A_WHILE = 15;
const MOST_MINUTES = 600;

/** Who accepts a defect as it is. */
function Accept({ onAccept, onBack }: { onAccept: (by: string) => void; onBack: () => void }) {
  const { header } = useJob();
  const [by, setBy] = useState(header.customer);
  return (
    <div className="mt-1 flex flex-wrap items-end gap-2">
      <TextField
        label="Accepted as it is by"
        maxLength={120}
        value={by}
        onChange={(event) => setBy(event.target.value)}
      />
      <Button disabled={by.trim() === ''} onClick={() => onAccept(by.trim())}>
        Accept
      </Button>
      <Button weight="quiet" onClick={onBack}>
        Back
      </Button>
    </div>
  );
}

/** What becomes of a defect: it is put right before film, in so many minutes, or somebody accepts it. */
export function WhatBecomes({ defect, pane }: { defect: Defect; pane: PaneWithId }) {
  const { rules } = useJob();
  const { data: session } = useSessionQuery();
  const [accepting, setAccepting] = useState(false);
  const write = usePaneWriter(pane);
  const name = CONDITION_NAMES[defect.kind];
  const { remedy } = defect;
  const set = (label: string, next: Remedy | null) => {
    write(`${label}: ${name.toLowerCase()}`, { condition: withRemedy(pane.condition, defect.id, next) });
    setAccepting(false);
  };
  const now = () => new Date().toISOString();
  const minutes = usualFixMinutes(defect.kind, rules.survey.fixMinutes);
  const fix = (took: number) => set('Put right', { kind: 'fix', minutes: took, doneAt: null, doneBy: null });
  if (accepting)
    return (
      <Accept
        onAccept={(by) => set('Accepted', { kind: 'accepted', by, at: now() })}
        onBack={() => setAccepting(false)}
      />
    );
  if (remedy === null)
    return (
      <div
        className="mt-1 flex flex-wrap gap-2"
        role="group"
        aria-label={`What becomes of the ${name.toLowerCase()}`}
      >
        <Button size="low" onClick={() => fix(minutes ?? A_WHILE)}>
          Fix before film{minutes !== null && ` (${minutes} min)`}
        </Button>
        <Button size="low" onClick={() => setAccepting(true)}>
          Accepted as it is
        </Button>
      </div>
    );
  return (
    <div className="mt-1 flex flex-wrap items-center gap-x-3 gap-y-1 text-sm">
      <span>
        {describeRemedy(remedy)}
        {remedy.kind === 'accepted' && `, ${showDay(remedy.at)}`}
      </span>
      {remedy.kind === 'fix' && remedy.doneAt === null && (
        <>
          <label className="inline-flex items-center gap-1">
            <span className="sr-only">Minutes for the {name.toLowerCase()}</span>
            <input
              type="number"
              min={0}
              max={MOST_MINUTES}
              className="min-h-9 w-20 rounded-sm border border-hairline bg-sheet px-2"
              key={remedy.minutes}
              defaultValue={remedy.minutes}
              onBlur={({ target }) => {
                const took = Math.round(Number(target.value));
                if (target.value !== '' && took >= 0 && took <= MOST_MINUTES && took !== remedy.minutes)
                  fix(took);
              }}
            />
            min
          </label>
          <Button
            size="low"
            onClick={() => set('Done', { ...remedy, doneAt: now(), doneBy: session?.person?.name ?? null })}
          >
            Done
          </Button>
        </>
      )}
      <Button size="low" weight="quiet" onClick={() => set('Open again', null)}>
        Decide again
      </Button>
    </div>
  );
}
