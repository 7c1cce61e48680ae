import { countOf } from '@neat-sill/core/units';
import { useState } from 'react';
import { Button } from '../../ui/Button.tsx';
import { Confirm } from '../../ui/Confirm.tsx';

/** Lets go of a kept plan; asks first where film has been cut by it. */
export function DropPlan({ cutPulls, onDrop }: { cutPulls: number; onDrop: () => void }) {
  const [asking, setAsking] = useState(false);
  return (
    <>
      <Button onClick={() => (cutPulls > 0 ? setAsking(true) : onDrop())}>Discard plan and re-plan</Button>
      <Confirm
        title="Film is cut by this plan"
        open={asking}
        act="Discard the plan"
        onClose={() => setAsking(false)}
        onAct={() => {
          setAsking(false);
          onDrop();
        }}
      >
        {countOf(cutPulls, 'pull')} of it {cutPulls === 1 ? 'is' : 'are'} cut. Discarded, the plan no longer
        says what these pieces are, and all panes are planned anew. To keep what is cut, leave the plan as it
        is.
      </Confirm>
    </>
  );
}
