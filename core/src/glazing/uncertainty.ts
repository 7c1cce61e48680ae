import { UNCOATED_TOLERANCE } from './filmOnGlass.ts';
import type { GlassPane, Glazing, LaidOn } from './glazing.ts';

/** Why one broad solar band is not enough for a glazing, and how far its SHGC may be off, either way. */
export interface Uncertainty {
  readonly shgc: number;
  readonly because: 'selectiveOnColoured' | 'selective' | 'broadBand';
}

/** Film that passes light and keeps heat: its band is not the sun's. */
function isSelective({ visible, solar, emissivity }: LaidOn): boolean {
  return visible.t - solar.t > 0.12 || emissivity < 0.4;
}

/** Glass that itself takes part of the spectrum out: body tints and coatings. */
function isColoured({ visible, solar }: GlassPane): boolean {
  return visible.t < 0.82 || Math.abs(solar.rOut - solar.rIn) > UNCOATED_TOLERANCE;
}

/**
 * How far the figures of a single solar band can be trusted. A selective film behind glass that has already taken out
 * the infrared does less than its figures on clear glass promise; how much less only its spectrum tells.
 */
export function uncertaintyOf({ panes, films }: Pick<Glazing, 'panes' | 'films'>): Uncertainty {
  const selective = films.some(isSelective);
  if (selective && panes.some(isColoured)) return { shgc: 0.05, because: 'selectiveOnColoured' };
  return selective ? { shgc: 0.03, because: 'selective' } : { shgc: 0.01, because: 'broadBand' };
}
