import { useContext, useDeferredValue, type ReactNode } from 'react';
import { LiveJobContext, OpenJobContext, useJob } from './useJob.ts';

/**
 * Around what shows the whole job: it follows a change a moment later, so that the field that was typed into and the
 * next one are painted first.
 */
export function DeferredJob({ children }: { children: ReactNode }) {
  const settled = useDeferredValue(useJob());
  return <OpenJobContext value={settled}>{children}</OpenJobContext>;
}

/** Within what follows a moment later: what is worked in by keys, where each has to find what the one before it left. */
export function LiveJob({ children }: { children: ReactNode }) {
  return <OpenJobContext value={useContext(LiveJobContext)}>{children}</OpenJobContext>;
}
