import type { Film } from '../../film/index.ts';
import type { CutPlan, PaneForPlan, PlanJob } from '../format/index.ts';
import { piecesOfPane } from '../lay/seams.ts';
import { allowanceAt } from '../format/index.ts';

/** Where the first line of a pattern stands on a pane, from the left and the top of what is filmed; mm. */
export interface PatternStart {
  readonly fromLeftMm: number;
  readonly fromTopMm: number;
}

const within = (mm: number, repeatMm: number) => {
  const rest = ((mm % repeatMm) + repeatMm) % repeatMm;
  return repeatMm - rest < 1e-6 ? 0 : rest;
};

/** The first lines of a pattern of which a pane's top left corner is to lie so far into its repeat. */
export function wishedPatternStart(
  { acrossMm, alongMm }: { readonly acrossMm: number; readonly alongMm: number },
  pattern: NonNullable<Film['pattern']>,
): PatternStart {
  return {
    fromLeftMm: within(-acrossMm, pattern.acrossMm),
    fromTopMm: within(-alongMm, pattern.alongMm),
  };
}

/**
 * Where the pattern starts on the panels of a divided pane as they are planned: all of them agree, by the line at the roll's
 * left edge and at its begin. Null where the pane goes whole, since nothing binds it then, or the film has no pattern.
 */
export function plannedPatternStart(
  plan: Pick<CutPlan, 'pulls'>,
  pane: PaneForPlan,
  { films, rules }: Pick<PlanJob, 'films' | 'rules'>,
): PatternStart | null {
  const pattern = films.find(({ id }) => id === pane.filmId)?.pattern;
  const [first] = piecesOfPane(plan, pane.id);
  if (!pattern || !first || first.panels < 2 || first.turn !== 0) return null;
  const pull = plan.pulls.find(({ pieces }) => pieces.includes(first));
  const margin = (side: 'left' | 'top') =>
    side === first.factoryEdge ? rules.factoryEdgeAllowance : allowanceAt(pane, side, rules);
  return {
    fromLeftMm: within(-first.x - margin('left'), pattern.across),
    fromTopMm: within(-(pull?.start ?? 0) - first.y - margin('top'), pattern.along),
  };
}
