import type { StepClock, Whereabouts } from '@neat-sill/core/fitting';

/** Somebody who has written within this time is at work. */
const AT_WORK_MS = 30 * 60_000;

/** Whether somebody is at work still, at a moment in ms. */
export const isAtWork = ({ at }: Pick<Whereabouts, 'at'>, now: number): boolean =>
  now - Date.parse(at) < AT_WORK_MS;

/** What is left of a clock at a moment in ms, ms; 0 once it has run out. */
export const leftOf = ({ from, lengthMin }: Pick<StepClock, 'from' | 'lengthMin'>, now: number): number =>
  Math.max(0, lengthMin * 60_000 - Math.max(0, now - Date.parse(from)));

/** As a stopwatch shows it: 2:05, or 1:02:05 from an hour on. */
export function asClock(ms: number): string {
  const seconds = Math.floor(ms / 1000);
  const [h, m, s] = [Math.floor(seconds / 3600), Math.floor(seconds / 60) % 60, seconds % 60];
  const two = (value: number) => String(value).padStart(2, '0');
  return h > 0 ? `${h}:${two(m)}:${two(s)}` : `${m}:${two(s)}`;
}

/** First letters of the first and the last name. */
export function initialsOf(name: string): string {
  const words = name.split(/\s+/).filter(Boolean);
  return [words[0], words.length > 1 ? words.at(-1) : undefined]
    .map((word) => word?.[0]?.toUpperCase() ?? '')
    .join('');
}
