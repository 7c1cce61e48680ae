import {
  divisionOf,
  type AskedOfFilm,
  type Division,
  type PlanJob,
  type UnplacedReason,
} from '../cuts/index.ts';
import { glassVerdict, type Film, type GlassVerdict } from '../film/index.ts';
import { glassBuild } from '../glazing/index.ts';
import type { Circumstance, GlassKind, PaneStrength } from '../survey/index.ts';

/** What the place, not the glass, says against a film. */
export type PlaceReason =
  | 'film.vehicle'
  | 'film.clingOutside'
  | 'wet.openMetal'
  | 'wet.perforated'
  | 'wet.edges'
  | 'wayOut.holds'
  | 'wayOut.ask'
  | 'fireRated';

/** Why a film cannot go on a pane, or what must be asked first. */
export type FilmReason =
  | { readonly code: 'glass.refused' | 'glass.ask'; readonly glass: GlassKind; readonly film: Film }
  | { readonly code: 'film.noRolls' | PlaceReason; readonly film: Film }
  | {
      readonly code: 'pane.tooLarge';
      readonly film: Film;
      readonly because: UnplacedReason;
      readonly widthMm: number;
      readonly heightMm: number;
      readonly widestMm: number;
    };

/** `allowed`; `ask` the film maker before it is sold; `refused` for the reasons given. The maker's chart decides. */
export interface FilmVerdict {
  readonly kind: 'allowed' | 'ask' | 'refused';
  readonly reasons: readonly FilmReason[];
}

/** The pane as far as a film has to suit it; `cut` is null until it is measured. */
export interface PaneToSuit {
  readonly glass: GlassKind;
  /** Strengths of its panes, the outmost first, as far as they were said. */
  readonly strengths: readonly PaneStrength[];
  readonly circumstances: readonly Circumstance[];
  readonly cut: AskedOfFilm | null;
}

/** Film that keeps broken glass in one sheet, as long as its edge is anchored to the frame. */
export const HOLDS_TOGETHER: ReadonlySet<Film['kind']> = new Set(['clearSecurity', 'solarSecurity']);

/** What speaks against a film in its place, whatever the glass. */
function saidByPlace(
  film: Film,
  circumstances: readonly Circumstance[],
): { readonly code: PlaceReason; readonly kind: 'ask' | 'refused' }[] {
  const found: { code: PlaceReason; kind: 'ask' | 'refused' }[] = [];
  if (film.madeFor === 'vehicle') found.push({ code: 'film.vehicle', kind: 'refused' });
  if (film.hold === 'cling' && film.mount === 'outside')
    found.push({ code: 'film.clingOutside', kind: 'refused' });
  if (circumstances.includes('wetRoom') && film.mount === 'inside') {
    if (film.kind === 'perforated') found.push({ code: 'wet.perforated', kind: 'refused' });
    else if (film.openMetal) found.push({ code: 'wet.openMetal', kind: 'refused' });
    else if (film.hold !== 'pressureSensitive') found.push({ code: 'wet.edges', kind: 'ask' });
  }
  if (circumstances.includes('wayOut'))
    found.push(
      HOLDS_TOGETHER.has(film.kind)
        ? { code: 'wayOut.holds', kind: 'refused' }
        : { code: 'wayOut.ask', kind: 'ask' },
    );
  if (circumstances.includes('fireRated')) found.push({ code: 'fireRated', kind: 'refused' });
  return found;
}

/** Strengths that the general guidance judges as glass of their own. */
const JUDGED_AS: Readonly<Partial<Record<PaneStrength, GlassKind>>> = {
  laminated: 'laminated',
  wired: 'wired',
};
const WORSE: readonly GlassVerdict[] = ['usual', 'ask', 'refuse'];

/** What the guidance says of a film on a glass and on the very pane of it that carries the film: the worse of both. */
function onItsGlass(
  film: Film,
  { glass, strengths }: Pick<PaneToSuit, 'glass' | 'strengths'>,
): { readonly verdict: GlassVerdict; readonly glass: GlassKind } {
  const whole = { verdict: glassVerdict(film, glass), glass };
  const carrying = film.mount === 'inside' ? glassBuild(glass, null).panes.length - 1 : 0;
  const judgedAs = JUDGED_AS[strengths[carrying] ?? 'annealed'];
  if (!judgedAs) return whole;
  const pane = { verdict: glassVerdict(film, judgedAs), glass: judgedAs };
  return WORSE.indexOf(pane.verdict) > WORSE.indexOf(whole.verdict) ? pane : whole;
}

/**
 * Whether a film may go on a pane: its place, the glass it is on, the rolls it comes in, and whether it may be seamed.
 * How the pane goes on those rolls may be passed in where it is known.
 */
export function filmVerdict(
  film: Film,
  pane: PaneToSuit,
  rules: PlanJob['rules'],
  division: Division | null = pane.cut && divisionOf(pane.cut, film, rules),
): FilmVerdict {
  const refused: FilmReason[] = [];
  const ask: FilmReason[] = [];
  const { verdict: onGlass, glass } = onItsGlass(film, pane);
  if (onGlass === 'refuse') refused.push({ code: 'glass.refused', glass, film });
  if (onGlass === 'ask') ask.push({ code: 'glass.ask', glass, film });
  for (const { code, kind } of saidByPlace(film, pane.circumstances))
    (kind === 'refused' ? refused : ask).push({ code, film });
  if (film.rolls.length === 0) refused.push({ code: 'film.noRolls', film });
  else if (pane.cut) {
    const { width, height } = pane.cut;
    if (division?.kind === 'impossible') {
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
  return ask.length > 0 ? { kind: 'ask', reasons: ask } : { kind: 'allowed', reasons: [] };
}
