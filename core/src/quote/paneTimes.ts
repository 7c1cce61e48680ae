import { topMm, type PaneToFit } from '../fitting/index.ts';
import type { RuleSet } from '../rules/index.ts';
import type { TimesAsk, TimesDefaults } from '../times/index.ts';

/* Panes of a job as the model of times asks for them. */

export const ACCESS_WAYS = ['floor', 'step', 'ladder', 'scaffold'] as const;
export type AccessWay = (typeof ACCESS_WAYS)[number];

/** How a pane is got at, by the height of its top over the floor. */
export function accessOf({ asked }: PaneToFit, { fitting, price }: RuleSet): AccessWay {
  const top = topMm(asked);
  if (top > price.scaffoldFromMm) return 'scaffold';
  if (top > fitting.secondPersonAboveMm) return 'ladder';
  return top > fitting.ladderAboveMm ? 'step' : 'floor';
}

/** What the house rules say of times, as the model takes it. */
export function timesDefaults({ price: { times } }: Pick<RuleSet, 'price'>): TimesDefaults {
  return {
    perPane: times.perPaneMinutes,
    perM2: times.perM2Minutes,
    perEdgeM: times.perEdgeMinutes,
    perSeam: times.perSeamMinutes,
    kind: times.kind,
    access: ACCESS_WAYS.map((way) => times.access[way]),
    spread: times.spread,
  };
}

/** A pane as it is asked about, hung by anybody. */
export function askOf(id: string, toFit: PaneToFit, rules: RuleSet): TimesAsk {
  const { widthMm, heightMm } = toFit.glass;
  return {
    id,
    person: null,
    kind: toFit.asked.film.kind,
    areaM2: (widthMm * heightMm) / 1e6,
    edgeM: (2 * (widthMm + heightMm)) / 1000,
    seams: toFit.asked.piece.panels - 1,
    access: ACCESS_WAYS.indexOf(accessOf(toFit, rules)),
  };
}
