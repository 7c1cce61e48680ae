import { countOf } from '@neat-sill/core/units';
import { useState } from 'react';
import { Button } from '../../ui/Button.tsx';
import { Sheet } from '../../ui/Sheet.tsx';

/** Lets go of a kept plan; asks first where film has been cut by it. */
export function DropPlan({ cutPulls, onDrop }: { cutPulls: number; onDrop: () => void }) {
  const [asking, setAsking] = useState(false);
  return (
    <>
      <Button onClick={() => (cutPulls > 0 ? setAsking(true) : onDrop())}>
        Drop the kept plan and plan again
      </Button>
      <Sheet title="Film is cut by this plan" open={asking} onClose={() => setAsking(false)}>
        <p>
          {countOf(cutPulls, 'pull')} of it {cutPulls === 1 ? 'is' : 'are'} cut. Dropped, the plan no longer
          says what these pieces are, and all panes are planned anew. To keep what is cut, leave the plan as
          it is.
        </p>
        <div className="flex justify-end gap-3">
          <Button onClick={() => setAsking(false)}>Cancel</Button>
          <Button
            weight="danger"
            onClick={() => {
              setAsking(false);
              onDrop();
            }}
          >
            Drop the plan
          </Button>
        </div>
      </Sheet>
    </>
  );
}
