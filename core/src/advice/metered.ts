import type { Film } from '../film/index.ts';
import { glassBuild, glazingOptics } from '../glazing/index.ts';
import type { GlassMetered, Pane } from '../survey/index.ts';
import { filmOnBuild } from './filmOnPane.ts';

/** What comes through, as shares of what falls on the glass. */
export type Through = GlassMetered;
const BANDS = ['light', 'solar', 'uv'] as const;

/** Light, heat and UV that a pane lets through by its glass, bare or with a film; shares from 0 to 1. */
export function throughPane({ glass, glassMm }: Pick<Pane, 'glass' | 'glassMm'>, film: Film | null): Through {
  const build = glassBuild(glass, glassMm);
  const glazing = { panes: build.panes, films: film ? [filmOnBuild(film, build)] : [] };
  return {
    light: glazingOptics(glazing, 'visible').t,
    solar: glazingOptics(glazing, 'solar').t,
    uv: glazingOptics(glazing, 'uv').t,
  };
}

/** What a meter's readings before and after say: as computed, or what is likely wrong. */
export type MeterVerdict = 'asComputed' | 'film' | 'glass' | 'meter';

/**
 * Holds what a meter read before and after a film was hung against what was computed. Readings that are all off by one
 * factor, before as after, say that the meter is out; glass that was off before the film, that it is another glass; a film
 * that takes away another share than it should, that it is another film. `tolerance` is in shares.
 */
export function meterVerdict(
  read: Readonly<Record<'before' | 'after', Through>>,
  computed: Readonly<Record<'before' | 'after', Through>>,
  tolerance: number,
): MeterVerdict {
  const offBy = (when: 'before' | 'after') =>
    BANDS.map((band) => read[when][band] - computed[when][band]).filter((off) => Math.abs(off) > tolerance);
  const [before, after] = [offBy('before'), offBy('after')];
  if (before.length === 0 && after.length === 0) return 'asComputed';
  if (before.length === 0) return 'film';
  const factors = BANDS.flatMap((band) =>
    (['before', 'after'] as const).flatMap((when) =>
      computed[when][band] > tolerance ? [read[when][band] / computed[when][band]] : [],
    ),
  );
  const middle = factors.reduce((sum, each) => sum + each, 0) / factors.length;
  if (factors.every((factor) => Math.abs(factor - middle) <= tolerance)) return 'meter';
  // The film itself takes away what it should: what is behind it is not the glass that was entered.
  const taken = BANDS.every((band) => {
    if (computed.before[band] <= tolerance || read.before[band] <= tolerance) return true;
    const [should, does] = [
      computed.after[band] / computed.before[band],
      read.after[band] / read.before[band],
    ];
    return Math.abs(should - does) <= 2 * tolerance;
  });
  return taken ? 'glass' : 'film';
}
