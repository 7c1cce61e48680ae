import type { RuleSet } from '../../rules/index.ts';
import { isCling, type Asked } from './paneAtHand.ts';

export const REFUSALS = [
  'textured.adhesive',
  'wired.absorbing',
  'block.inside',
  'cling.outside',
  'lowE.outside',
  'glassTooCold',
  'glassTooHot',
  'sun.direct',
] as const;
export type RefusalCode = (typeof REFUSALS)[number];

/** Absorbing film on wired glass starts cracks at its rusted ends. */
const ABSORBING: ReadonlySet<Asked['film']['kind']> = new Set(['solar']);

/** Why the work must not go on, until somebody takes it on. */
export function refusalsOf({ pane, film, site }: Asked, { fitting }: RuleSet): RefusalCode[] {
  const found: [boolean, RefusalCode][] = [
    [pane.surface === 'textured' && !isCling(film), 'textured.adhesive'],
    [pane.strength === 'wired' && ABSORBING.has(film.kind), 'wired.absorbing'],
    [pane.glass === 'glassBlock' && pane.side === 'inside', 'block.inside'],
    [isCling(film) && pane.side === 'outside', 'cling.outside'],
    [film.kind === 'lowE' && pane.side === 'outside', 'lowE.outside'],
    [site.glassC < fitting.glassFromC, 'glassTooCold'],
    [site.glassC > fitting.glassToC, 'glassTooHot'],
    [site.directSun && site.skill === 'learner', 'sun.direct'],
  ];
  return found.flatMap(([holds, code]) => (holds ? [code] : []));
}
