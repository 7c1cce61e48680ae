import type { ConditionKind } from './condition.ts';
import type { Pane } from './records.ts';

/* What is found wrong with a pane before film: it is put right first, or somebody accepts it as it is. */

export type Defect = Pane['condition'][number];
export type Remedy = NonNullable<Defect['remedy']>;

/** What is still to be said or done of some panes before film. */
export interface BeforeFilm {
  /** Defects of which nobody has said what becomes of them. */
  readonly undecided: number;
  /** Defects to be put right that are not, and how long that takes. */
  readonly toFix: number;
  readonly minutes: number;
}

export const isToFix = ({ remedy }: Pick<Defect, 'remedy'>): boolean =>
  remedy?.kind === 'fix' && remedy.doneAt === null;

export function beforeFilm(panes: Iterable<Pick<Pane, 'condition'>>): BeforeFilm {
  const defects = [...panes].flatMap(({ condition }) => condition);
  const toFix = defects.filter(isToFix);
  return {
    undecided: defects.filter(({ remedy }) => remedy === null).length,
    toFix: toFix.length,
    minutes: toFix.reduce((sum, { remedy }) => sum + (remedy?.kind === 'fix' ? remedy.minutes : 0), 0),
  };
}

/** How long putting a defect right usually takes, by the house rules; null for what film work does not put right. */
export function usualFixMinutes(
  kind: ConditionKind,
  fixMinutes: Readonly<Record<ConditionKind, number>>,
): number | null {
  return fixMinutes[kind] > 0 ? fixMinutes[kind] : null;
}

/** The defects of a pane after somebody has said what becomes of one; null takes that back. */
export function withRemedy(
  condition: readonly Defect[],
  defectId: string,
  remedy: Remedy | null,
): readonly Defect[] {
  return condition.map((defect) => (defect.id === defectId ? { ...defect, remedy } : defect));
}
