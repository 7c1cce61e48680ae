import { tickOf, type FittingPlan, type FittingState, type StepToDo } from '@neat-sill/core/fitting';
import { useEffect, useRef } from 'react';
import { useNow } from './useNow.ts';

const minutesAndSeconds = (seconds: number) =>
  `${Math.floor(seconds / 60)}:${String(Math.floor(seconds % 60)).padStart(2, '0')}`;

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

interface Clock {
  readonly name: string;
  /** What it says when it has run out. */
  readonly after: string;
  readonly fromMs: number;
  readonly lengthMs: number;
}

const LAID: readonly string[] = ['wetAdhesive', 'hang', 'square', 'wetFace', 'anchorStroke'];

/** The clock that counts at a step: until film grabs, or until one may go on. */
function clockOf(
  todo: readonly StepToDo[],
  at: StepToDo,
  plan: FittingPlan,
  state: FittingState,
): Clock | null {
  const place = todo.indexOf(at);
  const before = todo[place - 1];
  const since = before && tickOf(state, before.key);
  if (at.isDone) return null;
  if (at.step.waitMin > 0 && since)
    return {
      name: 'Wait',
      after: 'You may go on.',
      fromMs: Date.parse(since.at),
      lengthMs: at.step.waitMin * 60_000,
    };
  const code = at.step.code;
  const isLaying = LAID.includes(code) || code === 'squeegeeFirst';
  if (plan.graceMin === 0 || !isLaying) return null;
  const laid = todo
    .slice(0, place)
    .filter(({ step }) => LAID.includes(step.code) && step.figures['panel'] === at.step.figures['panel'])
    .flatMap(({ key }) => tickOf(state, key)?.at ?? [])[0];
  return laid
    ? {
        name: 'Grabs in about',
        after: 'It may grab: re-wet before you move it.',
        fromMs: Date.parse(laid),
        lengthMs: plan.graceMin * 60_000,
      }
    : null;
}

interface StepClockProps {
  readonly todo: readonly StepToDo[];
  readonly at: StepToDo;
  readonly plan: FittingPlan;
  readonly state: FittingState;
}

/** The one clock of a step; it counts from the log, so that it survives a lock and a reload. */
export function StepClock({ todo, at, plan, state }: StepClockProps) {
  const clock = clockOf(todo, at, plan, state);
  return clock ? <RunningClock key={`${clock.name} ${clock.fromMs}`} {...clock} /> : null;
}

function RunningClock({ name, after, fromMs, lengthMs }: Clock) {
  const now = useNow(1);
  const left = Math.max(0, lengthMs - (now - fromMs));
  const called = useRef(left === 0);
  useEffect(() => {
    if (left > 0 || called.current) return;
    called.current = true;
    call();
  }, [left]);
  const share = 1 - left / lengthMs;
  return (
    <div role="timer" className="flex items-center gap-3 border border-hairline bg-sheet px-3 py-1.5">
      {left > 0 ? (
        <>
          <span className="text-quiet">{name}</span>
          <span className="text-2xl font-bold tabular-nums">{minutesAndSeconds(left / 1000)}</span>
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
