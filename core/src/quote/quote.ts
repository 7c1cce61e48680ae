import { addDays, format, parseISO } from 'date-fns';
import type { CutPlan } from '../cuts/index.ts';
import type { DerivedJob, Quote } from '../job/index.ts';
import type { CostOfJob } from './costOfJob.ts';

export interface QuoteAsked {
  readonly job: DerivedJob;
  readonly plan: CutPlan;
  readonly cost: CostOfJob;
  readonly madeAt: string;
  /** The day it is made, `YYYY-MM-DD` where the shop is. */
  readonly today: string;
  readonly madeBy: string | null;
  readonly terms: string;
}

/** The quotes of a job, the newest first. */
export function quotesOf({
  records,
}: Pick<DerivedJob, 'records'>): readonly (Quote & { readonly id: string })[] {
  return Object.entries(records.quote)
    .map(([id, quote]) => ({ ...quote, id }))
    .sort((one, other) => other.version - one.version || other.madeAt.localeCompare(one.madeAt));
}

/** What is offered now, as it will stay: panes with their sizes and seams, films with their figures, and the price. */
export function makeQuote({ job, plan, cost, madeAt, today, madeBy, terms }: QuoteAsked): Quote {
  const { result, asked } = cost;
  const filmIds = new Set(cost.panes.map(({ toFit }) => toFit.film.id));
  const until = addDays(parseISO(today), job.rules.price.validDays);
  return {
    version: (quotesOf(job)[0]?.version ?? 0) + 1,
    ...{ madeAt, madeBy, terms },
    validUntil: format(until, 'yyyy-MM-dd'),
    currency: asked.currency,
    panes: cost.panes.map(({ pane, toFit }) => {
      const wall = job.wall(pane.wallId)?.record;
      const room = job.records.room[wall?.roomId ?? '']?.name ?? '';
      const pieces = plan.pulls.flatMap((pull) => pull.pieces.filter(({ paneId }) => paneId === pane.id));
      return {
        paneId: pane.id,
        label: pane.record.label,
        where: [room, wall?.name].filter(Boolean).join(', '),
        widthMm: toFit.glass.widthMm,
        heightMm: toFit.glass.heightMm,
        filmId: toFit.film.id,
        seams: pieces.filter(({ panel }) => panel > 1).length,
      };
    }),
    films: job.shop.films.filter(({ id }) => filmIds.has(id)),
    price: {
      price: result.price,
      discount: result.discount,
      because: asked.discount?.because ?? '',
      net: result.net,
      tax: result.tax,
      taxShare: asked.tax?.share ?? 0,
      taxShown: asked.tax?.shown ?? 'added',
      gross: result.gross,
      deposit: result.deposit,
    },
  };
}

/** What has changed since a quote: panes that are other, and what the price would be now. */
export interface SinceQuote {
  readonly added: readonly string[];
  readonly gone: readonly string[];
  /** Other in size, film or seams. */
  readonly other: readonly string[];
  readonly priceNow: number;
}

/** Holds a quote against what would be offered now; null where that is the same. */
export function sinceQuote(quote: Quote, now: Quote): SinceQuote | null {
  const before = new Map(quote.panes.map((pane) => [pane.paneId, pane]));
  const after = new Set(now.panes.map(({ paneId }) => paneId));
  const other = now.panes.flatMap((pane) => {
    const was = before.get(pane.paneId);
    return was &&
      (was.widthMm !== pane.widthMm ||
        was.heightMm !== pane.heightMm ||
        was.filmId !== pane.filmId ||
        was.seams !== pane.seams)
      ? [pane.label]
      : [];
  });
  const added = now.panes.filter(({ paneId }) => !before.has(paneId)).map(({ label }) => label);
  const gone = quote.panes.filter(({ paneId }) => !after.has(paneId)).map(({ label }) => label);
  const priceNow = now.price.gross;
  return added.length + gone.length + other.length === 0 && priceNow === quote.price.gross
    ? null
    : { added, gone, other, priceNow };
}
