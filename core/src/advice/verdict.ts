import { divide, type PaneForPlan, type PlanJob, type UnplacedReason } from '../cuts/index.ts';
import { glassVerdict, type Film } from '../film/index.ts';
import type { GlassKind } from '../survey/index.ts';
import { filmForPlan } from './filmForPlan.ts';

/** Why a film cannot go on a pane, or what must be asked first. */
export type FilmReason =
  | { readonly code: 'glass.refused' | 'glass.ask'; readonly glass: GlassKind; readonly film: Film }
  | { readonly code: 'film.noRolls'; readonly film: Film }
  | {
      readonly code: 'pane.tooLarge';
      readonly film: Film;
      readonly because: UnplacedReason;
      readonly widthMm: number;
      readonly heightMm: number;
      readonly widestMm: number;
    };

/** `goes`; `ask` the film maker before it is sold; `refused` for the reasons given. The maker's chart decides. */
export interface FilmVerdict {
  readonly kind: 'goes' | 'ask' | 'refused';
  readonly reasons: readonly FilmReason[];
}

/** The pane as far as a film has to suit it; `cut` is null until it is measured. */
export interface PaneToSuit {
  readonly glass: GlassKind;
  readonly cut: Pick<PaneForPlan, 'width' | 'height' | 'factoryEdge' | 'seams'> | null;
}

/** Whether a film may go on a pane: the glass it is on, the rolls it comes in, and whether it may be seamed. */
export function filmVerdict(film: Film, pane: PaneToSuit, rules: PlanJob['rules']): FilmVerdict {
  const refused: FilmReason[] = [];
  const ask: FilmReason[] = [];
  const onGlass = glassVerdict(film.kind, pane.glass);
  if (onGlass === 'refuse') refused.push({ code: 'glass.refused', glass: pane.glass, film });
  if (onGlass === 'ask') ask.push({ code: 'glass.ask', glass: pane.glass, film });
  if (film.rolls.length === 0) refused.push({ code: 'film.noRolls', film });
  else if (pane.cut) {
    const { width, height } = pane.cut;
    const seams = { ...pane.cut.seams, allowed: pane.cut.seams.allowed && film.mayBeSeamed };
    const asked = { id: 'pane', label: '', filmId: film.id, count: 1, ...pane.cut, seams };
    const division = divide(asked, filmForPlan(film), rules);
    if (division.kind === 'impossible') {
      const widestMm = Math.max(...film.rolls.map((roll) => roll.widthMm));
      refused.push({
        code: 'pane.tooLarge',
        film,
        because: division.reason,
        widthMm: width,
        heightMm: height,
        widestMm,
      });
    }
  }
  if (refused.length > 0) return { kind: 'refused', reasons: refused };
  return ask.length > 0 ? { kind: 'ask', reasons: ask } : { kind: 'goes', reasons: [] };
}
