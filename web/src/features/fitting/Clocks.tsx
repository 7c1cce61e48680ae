import {
  clockOfStep,
  type FittingPlan,
  type FittingState,
  type StepClock as Clock,
  type StepToDo,
} from '@neat-sill/core/fitting';
import { useEffect, useRef } from 'react';
import { asClock, leftOf } from '../../drawing/paneWork.ts';
import { useNow } from '../../ui/useNow.ts';

/** A short buzz and a tone, where the device has them and lets us. */
function call() {
  navigator.vibrate?.([120, 80, 120]);
  const Audio = globalThis.AudioContext;
  if (!Audio) return;
  const audio = new Audio();
  const tone = audio.createOscillator();
  const volume = audio.createGain();
  tone.frequency.value = 880;
  volume.gain.value = 0.08;
  tone.connect(volume).connect(audio.destination);
  tone.start();
  tone.stop(audio.currentTime + 0.25);
  tone.onended = () => void audio.close();
}

/** What a clock is called while it counts, and what it says when it has run out. */
const CLOCK_WORDS = {
  wait: { name: 'Wait', after: 'You may go on.' },
  grabs: { name: 'Grabs in about', after: 'It may grab: re-wet before you move it.' },
} as const;

interface StepClockProps {
  readonly todo: readonly StepToDo[];
  readonly at: StepToDo;
  readonly plan: FittingPlan;
  readonly state: FittingState;
}

/** The one clock of a step. */
export function StepClock({ todo, at, plan, state }: StepClockProps) {
  const clock = clockOfStep(todo, at, plan, state);
  return clock && <RunningClock key={`${clock.kind} ${clock.from}`} {...clock} />;
}

function RunningClock(clock: Clock) {
  const now = useNow(1);
  const left = leftOf(clock, now);
  const called = useRef(left === 0);
  useEffect(() => {
    if (left > 0 || called.current) return;
    called.current = true;
    call();
  }, [left]);
  const { name, after } = CLOCK_WORDS[clock.kind];
  const share = 1 - left / (clock.lengthMin * 60_000);
  return (
    <div role="timer" className="flex items-center gap-3 border border-hairline bg-sheet px-3 py-1.5">
      {left > 0 ? (
        <>
          <span className="text-quiet">{name}</span>
          <span className="text-2xl font-bold tabular-nums">{asClock(left)}</span>
          <span className="h-2 flex-1 bg-hairline-soft" aria-hidden>
            <span className="block h-full bg-edge" style={{ width: `${share * 100}%` }} />
          </span>
        </>
      ) : (
        <span className="font-semibold">{after}</span>
      )}
    </div>
  );
}
