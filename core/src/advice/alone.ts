import type { Film } from '../film/index.ts';
import type { BreakageVerdict } from '../glazing/index.ts';
import type { RuleSet } from '../rules/index.ts';
import { HOLDS_TOGETHER } from './verdict.ts';

/** Why a householder had better not fit a film alone; the most dangerous first. */
export type ProfessionalReason =
  | { readonly code: 'heat'; readonly verdict: Exclude<BreakageVerdict, 'fine'> }
  | { readonly code: 'height'; readonly topMm: number; readonly over: 'floor' | 'ground' }
  | { readonly code: 'bead' }
  | { readonly code: 'splice' }
  | { readonly code: 'size'; readonly areaM2: number };

/** A film on a pane, as far as it decides who can fit it. */
export interface PaneToFit {
  readonly film: Pick<Film, 'kind' | 'mount'>;
  readonly breakage: BreakageVerdict;
  readonly areaM2: number;
  /** Top of the glass over the floor of its room, and that floor over the ground outside; mm. */
  readonly topOverFloorMm: number;
  readonly floorOverGroundMm: number;
  /** It takes more than one panel. */
  readonly seamed: boolean;
}

/** Whether to leave a pane to a professional, with the one reason that weighs most; null where a householder may fit it. */
export function leaveToProfessional(
  { film, breakage, areaM2, topOverFloorMm, floorOverGroundMm, seamed }: PaneToFit,
  { alone }: Pick<RuleSet['film'], 'alone'>,
): ProfessionalReason | null {
  if (breakage !== 'fine') return { code: 'heat', verdict: breakage };
  const over = film.mount === 'outside' ? 'ground' : 'floor';
  const topMm = topOverFloorMm + (over === 'ground' ? floorOverGroundMm : 0);
  if (topMm > alone.highestMm) return { code: 'height', topMm, over };
  if (HOLDS_TOGETHER.has(film.kind)) return { code: 'bead' };
  if (seamed) return { code: 'splice' };
  return areaM2 > alone.glassUpToM2 ? { code: 'size', areaM2 } : null;
}
