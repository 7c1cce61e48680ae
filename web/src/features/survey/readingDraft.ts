import type { AnyPlace } from '@neat-sill/core/survey';

/** The key under which what is typed for a reading is kept: the same on desk and phone, another for each further reading. */
export function readingDraftKey(jobId: string, paneId: string, place: AnyPlace, round = 0): string {
  return [jobId, paneId, place, ...(round > 0 ? [round] : [])].join(' ');
}
