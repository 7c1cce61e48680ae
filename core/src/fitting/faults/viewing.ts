import type { RuleSet } from '../../rules/index.ts';

/** What somebody sees, and how. Distances m, sizes mm. */
export interface Seen {
  /** The furthest from which it can still be seen, looking square on. */
  readonly seenFromM: number;
  readonly light: 'daylight' | 'lamp' | 'sun';
  /** How long one had to look for it. */
  readonly minutes: number;
  readonly sizeMm: number;
  readonly place: 'edge' | 'middle';
}

export interface ViewingVerdict {
  readonly verdict: 'notAFault' | 'mend' | 'replace';
  readonly because: 'light' | 'distance' | 'searched' | 'small' | 'edge' | 'middle';
}

/**
 * Whether what is seen is a fault, by the house's viewing rule: in daylight, square on, from the viewing distance, without
 * looking for it, and larger than is left at its place. At an edge it can be mended, in the middle the piece is replaced.
 */
export function viewingVerdict(seen: Seen, { inspectFromM, viewing }: RuleSet['fitting']): ViewingVerdict {
  if (seen.light !== 'daylight') return { verdict: 'notAFault', because: 'light' };
  if (seen.seenFromM < inspectFromM) return { verdict: 'notAFault', because: 'distance' };
  if (seen.minutes > viewing.minutes) return { verdict: 'notAFault', because: 'searched' };
  const leaveMm = seen.place === 'edge' ? viewing.edgeUpToMm : viewing.middleUpToMm;
  if (seen.sizeMm <= leaveMm) return { verdict: 'notAFault', because: 'small' };
  return seen.place === 'edge'
    ? { verdict: 'mend', because: 'edge' }
    : { verdict: 'replace', because: 'middle' };
}
