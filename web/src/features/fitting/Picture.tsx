import {
  handsWay,
  stepDrawing,
  type FittingPlan,
  type PaneToFit,
  type PlannedStep,
} from '@neat-sill/core/fitting';
import type { DerivedPane } from '@neat-sill/core/job';
import { Pause, Play } from 'lucide-react';
import { useEffect, useMemo, useState } from 'react';
import { StepPicture } from '../../drawing/StepPicture.tsx';
import { useUnit } from '../job/index.ts';

interface PictureProps {
  readonly pane: DerivedPane;
  readonly toFit: PaneToFit;
  readonly plan: FittingPlan;
  readonly step: PlannedStep;
}

/** How long the hands take over a whole drawing, ms. */
const RUN_MS = 7000;

/** The drawing of a step with the hands' way along it: played, or moved by finger. */
export function Picture({ pane, toFit, plan, step }: PictureProps) {
  const { rules } = pane;
  const unit = useUnit();
  const [share, setShare] = useState<number | null>(null);
  /** Where a run began; null while none is on. */
  const [run, setRun] = useState<{ readonly from: number } | null>(null);
  // Nothing runs by itself for whoever asked for that; the finger still moves it.
  const isStill = globalThis.matchMedia?.('(prefers-reduced-motion: reduce)').matches ?? false;
  const block = useMemo(() => {
    const count = (toFit.asked.pane.blocks?.across ?? 0) * (toFit.asked.pane.blocks?.down ?? 0);
    return Array.from({ length: count }, (_, at) => at).find((at) => !pane.fitting.blocks.has(at)) ?? 0;
  }, [toFit, pane.fitting.blocks]);
  const drawing = useMemo(
    () => stepDrawing({ step, pane: toFit, plan, rules, block }),
    [step, toFit, plan, rules, block],
  );
  const moves = handsWay(drawing.marks).length > 0;
  useEffect(() => {
    if (!run) return;
    const begun = performance.now();
    let frame = 0;
    const tick = (now: number) => {
      const next = Math.min(1, run.from + (now - begun) / RUN_MS);
      setShare(next);
      if (next < 1) frame = requestAnimationFrame(tick);
      else setRun(null);
    };
    frame = requestAnimationFrame(tick);
    return () => cancelAnimationFrame(frame);
  }, [run]);
  const play = () => setRun(run ? null : { from: share === null || share >= 1 ? 0 : share });
  return (
    <div className="mx-auto flex w-full max-w-[460px] flex-col">
      <div className="h-[min(27vh,280px)] md:h-[230px]">
        <StepPicture
          pane={toFit}
          drawing={drawing}
          hands={share}
          blocksDone={pane.fitting.blocks}
          faults={pane.fitting.openFaults}
          unit={unit}
          onPlace={null}
          placed={null}
          width={400}
          height={230}
        />
      </div>
      {moves && (
        <div className="flex items-center gap-2">
          {!isStill && (
            <button
              type="button"
              className="flex min-h-12 min-w-12 items-center justify-center"
              aria-label={run ? 'Stop' : 'Show how the hands go'}
              onClick={play}
            >
              {run ? <Pause size={20} aria-hidden /> : <Play size={20} aria-hidden />}
            </button>
          )}
          <input
            type="range"
            aria-label="How far the hands are"
            className="h-12 flex-1 accent-edge"
            min={0}
            max={1}
            step={0.01}
            value={share ?? 1}
            onChange={(event) => {
              setRun(null);
              const next = Number(event.target.value);
              setShare(next >= 1 ? null : next);
            }}
          />
        </div>
      )}
    </div>
  );
}
