import type { FittingPlan } from '@neat-sill/core/fitting';
import { describeHanging } from '@neat-sill/core/words';
import { Button } from '../../ui/Button.tsx';
import { useFittingLog } from './useFittingLog.ts';

/** How this piece is hung and why, and the other schools with what they would change. */
export function Way({
  paneId,
  label,
  plan,
  isOwn,
}: {
  paneId: string;
  label: string;
  plan: FittingPlan;
  isOwn: boolean;
}) {
  const write = useFittingLog();
  const { hang } = plan.ways;
  return (
    <details className="border-t border-hairline-soft pt-1">
      <summary className="flex min-h-12 cursor-pointer items-center text-quiet">
        {describeHanging({ hang, hands: plan.hands, because: plan.handsBecause })}
      </summary>
      <div className="flex flex-col gap-2 pb-2">
        {plan.otherWays.map((way) => (
          <Button
            key={way.hang}
            className="min-h-12 justify-start text-left"
            onClick={() =>
              write(`Way of hanging, pane ${label}`, [[paneId, { kind: 'way', hang: way.hang }]])
            }
          >
            {describeHanging(way)}
          </Button>
        ))}
        {isOwn && (
          <Button
            className="min-h-12"
            onClick={() => write(`Way of hanging, pane ${label}`, [[paneId, { kind: 'way', hang: null }]])}
          >
            As planned
          </Button>
        )}
        {plan.otherWays.length === 0 && <p className="text-quiet">This film is hung in no other way.</p>}
      </div>
    </details>
  );
}
