import { sameData } from '@neat-sill/core/record';
import { describeCoverage, describeWants } from '@neat-sill/core/words';
import { useId, useState } from 'react';
import { Button } from '../../ui/Button.tsx';
import { useJob, useUnit, type PaneWithId } from '../job/index.ts';
import { CoverageOf } from './CoverageOf.tsx';
import { FillByRule } from './FillByRule.tsx';
import { Wants } from './Wants.tsx';

/** What is wanted of the glass and how much of it is covered, as one sentence; opened, it can be changed. */
export function Wanted({ panes }: { panes: readonly PaneWithId[] }) {
  const { wall, records } = useJob();
  const unit = useUnit();
  const id = useId();
  const [open, setOpen] = useState(false);
  const roomId = wall?.roomId ?? '';
  const room = records.room[roomId];
  const [first] = panes;
  if (!room || !first) return null;
  const alike = panes.every(({ coverage }) => sameData(coverage, first.coverage));
  const wants = describeWants(room.wants);
  return (
    <div className="flex flex-col gap-4">
      <div className="flex items-start justify-between gap-4">
        <p>
          {wants ? (
            <b>{wants}</b>
          ) : first.circumstances.includes('wetRoom') ? (
            'Nothing said yet: in a wet room privacy counts'
          ) : (
            'Nothing said yet: heat, glare and view count'
          )}
          ; {alike ? describeCoverage(first.coverage, unit) : 'the panes are covered differently'}.
        </p>
        <Button
          size="low"
          weight="quiet"
          className="-mt-1"
          aria-expanded={open}
          aria-controls={open ? id : undefined}
          onClick={() => setOpen(!open)}
        >
          {open ? 'Close' : 'Change'}
          <span className="sr-only"> what is wanted</span>
        </Button>
      </div>
      {open && (
        <div id={id} className="flex flex-col gap-4 border-l-2 border-edge pl-4">
          <Wants roomId={roomId} room={room} />
          <CoverageOf panes={panes} />
          <FillByRule />
        </div>
      )}
    </div>
  );
}
