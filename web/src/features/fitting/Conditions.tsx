import type { PaneToFit } from '@neat-sill/core/fitting';
import { formatTemperature } from '@neat-sill/core/units';
import { useState } from 'react';
import { Button } from '../../ui/Button.tsx';
import { NumberField } from '../../ui/NumberField.tsx';
import { Sheet } from '../../ui/Sheet.tsx';
import { useJob, useUnit } from '../job/index.ts';
import { useFittingLog } from './useFittingLog.ts';

interface ConditionsProps {
  readonly paneId: string;
  readonly site: PaneToFit['asked']['site'];
  /** Whether somebody has said how it is there, or it stands for the usual. */
  readonly isSaid: boolean;
}

/** How warm the glass is and whether the sun is on it: what the clocks and the refusals go by. */
export function Conditions({ paneId, site, isSaid }: ConditionsProps) {
  const unit = useUnit();
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button className="min-h-12 text-sm" onClick={() => setOpen(true)}>
        Glass {formatTemperature(site.glassC, unit)}
        {site.directSun ? ', sun on it' : ''}
        {isSaid ? '' : ', not measured'}
      </Button>
      {open && <ConditionsSheet paneId={paneId} site={site} onClose={() => setOpen(false)} />}
    </>
  );
}

function ConditionsSheet({
  paneId,
  site,
  onClose,
}: Pick<ConditionsProps, 'paneId' | 'site'> & { onClose: () => void }) {
  const { derived } = useJob();
  const unit = useUnit();
  const write = useFittingLog();
  const [glassC, setGlassC] = useState(site.glassC);
  const [airC, setAirC] = useState(site.roomC);
  const [directSun, setDirectSun] = useState(site.directSun);
  const wall = derived.wall(derived.pane(paneId)?.wallId ?? '');
  const save = (paneIds: readonly string[]) => {
    write(
      'Glass and air temperature',
      paneIds.map((id) => [id, { kind: 'conditions', glassC, airC, directSun }]),
    );
    onClose();
  };
  const shown = (celsius: number) => (unit === 'in' ? celsius * 1.8 + 32 : celsius);
  const typed = (value: number) => (unit === 'in' ? (value - 32) / 1.8 : value);
  const sign = unit === 'in' ? '°F' : '°C';
  const field = (label: string, value: number, set: (celsius: number) => void) => (
    <NumberField
      label={`${label}, ${sign}`}
      value={shown(value)}
      from={shown(-40)}
      to={shown(60)}
      of={sign}
      onTake={(each) => set(typed(each))}
    />
  );
  return (
    <Sheet title="Glass and air" open onClose={onClose}>
      <div className="grid grid-cols-2 gap-3">
        {field('Glass', glassC, setGlassC)}
        {field('Room', airC, setAirC)}
      </div>
      <label className="flex min-h-12 items-center gap-3">
        <input
          type="checkbox"
          className="size-6"
          checked={directSun}
          onChange={(event) => setDirectSun(event.target.checked)}
        />
        The sun is on the glass
      </label>
      <div className="flex flex-wrap justify-end gap-2">
        <Button className="min-h-12" onClick={onClose}>
          Cancel
        </Button>
        {wall && wall.panes.length > 1 && (
          <Button className="min-h-12" onClick={() => save(wall.panes.map(({ id }) => id))}>
            Save for this wall
          </Button>
        )}
        <Button className="min-h-12" weight="act" onClick={() => save([paneId])}>
          Save
        </Button>
      </div>
    </Sheet>
  );
}
