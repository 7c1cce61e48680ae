import type { Hang } from './hangs.ts';
import type { RuleSet } from '../../rules/index.ts';
import { isCling, isDry, isTrimmed, pieceOf, topMm, type Asked, type MoreAtHand } from './paneAtHand.ts';

/* Which way a piece gets onto the glass, and how many hands that takes: hands follow from the way, not from the area alone. */

export interface Ways {
  readonly part: 'tape' | 'tab' | 'creased' | 'none';
  readonly hang: Hang;
  readonly squeegee: 'tThenMiddleOut' | 'middleUpThenDown' | 'withTheLiner';
  readonly trim: 'wetOnGlass' | 'dryOnGlass' | 'none';
}

/** Why two are wanted: the piece with its way, a learner with a large piece, heavy film, large printed film, the height. */
export const HANDS_REASONS = ['size', 'learner', 'heavy', 'printed', 'height'] as const;
export type HandsReason = (typeof HANDS_REASONS)[number];

export interface Hanging {
  readonly hang: Hang;
  readonly hands: 1 | 2;
  readonly because: readonly HandsReason[];
}

/** What a way of hanging takes on this pane, whether or not it is the best one. */
export function hangingBy(hang: Hang, asked: Asked, more: MoreAtHand, { fitting }: RuleSet): Hanging {
  const { film, site, pane } = asked;
  const { widthMm, areaM2 } = pieceOf(asked, more);
  const large = areaM2 > fitting.oneHandUpToM2 && pane.glass !== 'glassBlock';
  const learner = site.skill === 'learner';
  const rolls =
    (hang === 'reverseRoll' || hang === 'peelOff') && !learner && widthMm <= fitting.rollDownUpToMm;
  const alone = rolls || (hang === 'creasedLiner' && !learner);
  const reasons: readonly (readonly [boolean, HandsReason])[] = [
    [film.thicknessUm >= fitting.twoHandsFromUm, 'heavy'],
    [film.kind === 'printed' && areaM2 > fitting.printedOneHandUpToM2, 'printed'],
    [topMm(asked) > fitting.secondPersonAboveMm, 'height'],
    [large && !alone, learner ? 'learner' : 'size'],
  ];
  const because = reasons.flatMap(([holds, reason]) => (holds ? [reason] : []));
  const twoByWay = hang === 'twoPersonPeel' && because.length === 0;
  return {
    hang,
    hands: because.length > 0 || twoByWay ? 2 : 1,
    because: twoByWay ? ['size'] : because,
  };
}

/** The way that the planner would take. */
function bestHang(asked: Asked, more: MoreAtHand, rules: RuleSet): Hang {
  const { film, pane, site } = asked;
  if (pane.glass === 'glassBlock') return 'blockByBlock';
  if (isDry(film)) return 'creasedLiner';
  if (isCling(film)) return 'peelOff';
  const rolled = hangingBy('reverseRoll', asked, more, rules);
  const { widthMm, areaM2 } = pieceOf(asked, more);
  const { fitting } = rules;
  const rolls = site.skill !== 'learner' && widthMm <= fitting.rollDownUpToMm;
  if (rolled.because.some((reason) => reason === 'heavy' || reason === 'printed')) return 'twoPersonPeel';
  if (areaM2 > fitting.oneHandUpToM2 && !rolls) return 'twoPersonPeel';
  return rolls ? 'reverseRoll' : 'tapeToTable';
}

/** How the piece is hung: as somebody has chosen, else the planner's way. */
export function hangingOf(asked: Asked, more: MoreAtHand, rules: RuleSet): Hanging {
  return hangingBy(more.hang ?? bestHang(asked, more, rules), asked, more, rules);
}

/** The other ways a piece like this one can be hung, with what they would take; none where there is only one way. */
export function otherHangings(
  asked: Asked,
  more: MoreAtHand,
  rules: RuleSet,
  taken: Hang,
): readonly Hanging[] {
  if (asked.pane.glass === 'glassBlock' || isDry(asked.film) || isCling(asked.film)) return [];
  return (['reverseRoll', 'tapeToTable', 'twoPersonPeel'] as const)
    .filter((hang) => hang !== taken)
    .map((hang) => hangingBy(hang, asked, more, rules));
}

export function waysOf({ film, piece }: Asked, hang: Hang): Ways {
  return {
    part: !film.liner ? 'none' : isDry(film) ? 'creased' : isCling(film) ? 'tab' : 'tape',
    hang,
    squeegee: isDry(film) ? 'withTheLiner' : film.kind === 'printed' ? 'middleUpThenDown' : 'tThenMiddleOut',
    trim: !isTrimmed(piece) ? 'none' : film.kind === 'printed' || isDry(film) ? 'dryOnGlass' : 'wetOnGlass',
  };
}
