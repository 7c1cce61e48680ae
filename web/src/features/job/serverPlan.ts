import type { Planning } from '@neat-sill/core/contract';

/** So much longer than its time a planning may take before it counts as lost, with its worker. */
const LOST_AFTER_MS = 120_000;

const isUnfinished = ({ state }: Pick<Planning, 'state'>) => state === 'waiting' || state === 'working';

/** For how many seconds a planning has been at it at a moment (ms since 1970); 0 while it waits. */
export function goneSeconds({ startedAt }: Pick<Planning, 'startedAt'>, nowMs: number): number {
  return startedAt === null ? 0 : (nowMs - Date.parse(startedAt)) / 1000;
}

/** Whether something may still come of a planning: it waits or works, and is not long past its time. */
export function isOpen(planning: Planning, nowMs: number): boolean {
  const sinceMs = nowMs - Date.parse(planning.startedAt ?? planning.askedAt);
  return isUnfinished(planning) && sinceMs < planning.seconds * 1000 + LOST_AFTER_MS;
}

/** A planning as it is told: what is still unfinished long after its time was lost. */
export function toldPlanning(planning: Planning, nowMs: number): Planning {
  if (!isUnfinished(planning) || isOpen(planning, nowMs)) return planning;
  return {
    ...planning,
    state: 'failed',
    problem: 'The server has lost this planning; its best plan is kept. Hand it over again.',
  };
}
