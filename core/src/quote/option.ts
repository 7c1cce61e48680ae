import { drawnLight, looksOf, seenFrom } from '../advice/index.ts';
import { middleOf, piecesOfPane, seamsBetween, type CutPlan } from '../cuts/index.ts';
import type { DerivedJob, DerivedWall, QuoteOption, QuotedPane, QuotedWall } from '../job/index.ts';
import type { CostOfJob, PaneWork } from './costOfJob.ts';

/** What a customer reads of an option beside figures. */
export type OptionTexts = Pick<QuoteOption, 'said' | 'cautions' | 'afterwards'>;

export interface OptionAsked {
  readonly id: string;
  readonly name: string;
  readonly job: DerivedJob;
  readonly plan: CutPlan;
  readonly cost: CostOfJob;
  readonly texts: OptionTexts;
}

/** Where a pane is, as the customer knows it: room and wall. */
function whereOf(job: DerivedJob, wallId: string): string {
  const wall = job.wall(wallId)?.record;
  const room = job.records.room[wall?.roomId ?? '']?.name ?? '';
  return [room, wall?.name].filter(Boolean).join(', ');
}

const seamsOf = (plan: CutPlan, paneId: string) =>
  seamsBetween(piecesOfPane(plan, paneId).map(({ cover }) => cover));

function quotedPane(job: DerivedJob, plan: CutPlan, { pane, toFit }: PaneWork): QuotedPane {
  return {
    paneId: pane.id,
    label: pane.record.label,
    where: whereOf(job, pane.wallId),
    widthMm: toFit.glass.widthMm,
    heightMm: toFit.glass.heightMm,
    filmId: toFit.film.id,
    seams: piecesOfPane(plan, pane.id).filter(({ panel }) => panel > 1).length,
  };
}

/** A wall with all its panes, also those that get no film, as they look from inside by day and from outside by lamplight. */
function quotedWall(job: DerivedJob, plan: CutPlan, { record, placed, panes }: DerivedWall): QuotedWall {
  const { daylight, lamplight } = job.rules.film;
  const room = job.records.room[record.roomId]?.name ?? '';
  const planned = new Set(plan.pulls.flatMap(({ pieces }) => pieces.map(({ paneId }) => paneId)));
  return {
    name: [room, record.name].filter(Boolean).join(', '),
    widthMm: placed.widthMm,
    heightMm: placed.heightMm,
    openings: placed.openings.flatMap(({ id, leftMm, sillMm, size: { widthMm, heightMm } }) => {
      const pane = panes.find((each) => each.id === id);
      if (!pane) return [];
      const { glass, glassMm, label } = pane.record;
      const looks = looksOf(glass, glassMm, planned.has(id) ? pane.film : null);
      return {
        ...{ label, leftMm, sillMm, widthMm, heightMm },
        lightByDay: drawnLight(seenFrom('indoors', looks, daylight), 'day'),
        lightByNight: drawnLight(seenFrom('outdoors', looks, lamplight), 'night'),
        seams: seamsOf(plan, id).map((seam) => ({
          axis: seam.axis,
          at: Math.min(1, Math.max(0, middleOf(seam) / (seam.axis === 'vertical' ? widthMm : heightMm))),
        })),
      };
    }),
  };
}

/** One way to do the job as it is offered: its panes, films, drawn walls, texts and price, all as they are now. */
export function quoteOption({ id, name, job, plan, cost, texts }: OptionAsked): QuoteOption {
  const { result, asked } = cost;
  const filmIds = new Set(cost.panes.map(({ toFit }) => toFit.film.id));
  const paneIds = new Set(cost.panes.map(({ pane }) => pane.id));
  const walls = job.walls.filter(({ panes }) => panes.some((pane) => paneIds.has(pane.id)));
  return {
    ...{ id, name },
    panes: cost.panes.map((each) => quotedPane(job, plan, each)),
    films: job.shop.films.filter((film) => filmIds.has(film.id)),
    walls: walls.map((wall) => quotedWall(job, plan, wall)),
    ...texts,
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
    cost: result.cost,
  };
}
