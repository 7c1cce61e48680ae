import type { Film } from './film.ts';

/** The shop's gaps between film and frame, mm, and the thickness in µm from which film is heavy. */
export interface LightGapRules {
  readonly lightGapMm: number;
  readonly heavyLightGapMm: number;
  readonly heavyFromUm: number;
}

export function isHeavy({ thicknessUm }: Pick<Film, 'thicknessUm'>, rules: LightGapRules): boolean {
  return thicknessUm >= rules.heavyFromUm;
}

/** The gap that is left between a film and its frame, mm. */
export function lightGapOf(film: Pick<Film, 'thicknessUm'>, rules: LightGapRules): number {
  return isHeavy(film, rules) ? rules.heavyLightGapMm : rules.lightGapMm;
}
