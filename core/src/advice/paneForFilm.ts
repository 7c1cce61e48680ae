import type { Pane, PaneSizes, Wall } from '../survey/index.ts';
import type { PaneForFilm } from './filmOnPane.ts';

/** What stands for a pane that nobody has measured yet, so that its films can be told already; mm. */
const UNMEASURED = { widthMm: 900, heightMm: 1200 };

/** A pane as its film has to know it: its glass, frame, sun and what is behind it. */
export function paneForFilm(
  pane: Pane,
  sizes: PaneSizes | null,
  wall: Pick<Wall, 'bearingDeg' | 'shade'>,
  { latitude, longitude, timeZone }: PaneForFilm['site'],
): PaneForFilm {
  const { widthMm, heightMm } = sizes?.cutting ?? UNMEASURED;
  return {
    glass: pane.glass,
    glassMm: pane.glassMm,
    frame: pane.frame,
    said: { strengths: pane.strengths, stampSeen: pane.stampSeen },
    edgeDamaged: pane.condition.some(({ kind }) => kind === 'chip'),
    inSun: { bearingDeg: wall.bearingDeg, widthMm, heightMm, shade: wall.shade },
    site: { latitude, longitude, timeZone },
    circumstances: pane.circumstances,
    hiddenBy: [...new Set(pane.hidden.map(({ behind }) => behind))],
  };
}
