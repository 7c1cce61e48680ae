import type { PaneForFilm } from '../advice/index.ts';
import type { RuleSet } from '../rules/index.ts';
import { sizesOf } from './planning.ts';
import { headerOf, type JobRecords } from './records.ts';

/** What stands for a pane that nobody has measured yet, so that its films can be told already; mm. */
const UNMEASURED = { widthMm: 900, heightMm: 1200 };

/** A pane of a job as its film has to know it: its glass, frame, sun and what is behind it; null without such a pane. */
export function paneForFilm(records: JobRecords, paneId: string, rules: RuleSet): PaneForFilm | null {
  const pane = records.pane[paneId];
  const wall = pane && records.wall[pane.wallId];
  const header = headerOf(records);
  if (!pane || !wall || !header) return null;
  const { widthMm, heightMm } = sizesOf(pane, rules)?.cutting ?? UNMEASURED;
  const { latitude, longitude, timeZone } = header.site;
  return {
    glass: pane.glass,
    glassMm: pane.glassMm,
    frame: pane.frame,
    edgeDamaged: pane.condition.some(({ kind }) => kind === 'chip'),
    inSun: { bearingDeg: wall.bearingDeg, widthMm, heightMm, shade: wall.shade },
    site: { latitude, longitude, timeZone },
    circumstances: pane.circumstances,
    hiddenBy: [...new Set(pane.hidden.map(({ behind }) => behind))],
  };
}
