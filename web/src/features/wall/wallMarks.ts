import { drawnLight, looksOf, seenFrom } from '@neat-sill/core/advice';
import {
  middleOf,
  pieceName,
  piecesOfPane,
  rollSideOf,
  seamsBetween,
  type CutPlan,
  type Piece,
  type PlanJob,
} from '@neat-sill/core/cuts';
import { paneProgress, type Whereabouts } from '@neat-sill/core/fitting';
import type { Film } from '@neat-sill/core/film';
import type { DerivedPane } from '@neat-sill/core/job';
import type { RuleSet } from '@neat-sill/core/rules';
import { paneOutline, type Outline, type Pane, type Size } from '@neat-sill/core/survey';
import { formatLength, type LengthUnit } from '@neat-sill/core/units';
import { FIXTURE_NAMES } from '@neat-sill/core/words';
import { interpolateRgb } from 'd3';
import type { PaneMark, SeamMark } from '../../drawing/paneMark.ts';
import type { PaneSays, SeenBy, WallShows } from '../job/index.ts';

const ARROWS = { top: '↑', bottom: '↓', left: '←', right: '→' } as const;

/** Where the film begins on the glass: what is left bare is above and to the left of it. */
type Origin = DerivedPane['filmOrigin'];

/** Seams in the middle of their overlap, as shares of the pane. */
function seamShares(pieces: readonly Piece[], glass: Size, from: Origin): SeamMark[] {
  return seamsBetween(pieces.map(({ cover }) => cover)).map((seam) => ({
    axis: seam.axis,
    atShare:
      seam.axis === 'vertical'
        ? (from.leftMm + middleOf(seam)) / glass.widthMm
        : (from.topMm + middleOf(seam)) / glass.heightMm,
  }));
}

function namesOf(pieces: readonly Piece[], glass: Size, from: Origin, job: PlanJob): PaneMark['names'] {
  return pieces.map((piece) => {
    const { cover } = piece;
    const freeEnd =
      (['top', 'right', 'bottom', 'left'] as const).find(
        (side) => rollSideOf(side, piece.turn) === 'start',
      ) ?? 'top';
    const at = {
      x: (from.leftMm + cover.left + cover.width / 2) / glass.widthMm,
      y: (from.topMm + cover.top + cover.height / 2) / glass.heightMm,
    };
    return { at, text: pieceName(piece, job), arrow: ARROWS[freeEnd] };
  });
}

/** How the wall is looked at while film is chosen: as hatches, or as the eye would meet it, and from which side. */
export interface Look {
  readonly seenBy: SeenBy;
  readonly fromOutside: boolean;
}

const eye = interpolateRgb('#141d1b', '#f4f7ef');

/** The glass of a pane as one would see it: what comes through, and what it throws back, as a tone. */
function glassTint(
  { glass, glassMm }: Pick<Pane, 'glass' | 'glassMm'>,
  film: Film | null,
  { seenBy, fromOutside }: Look,
  rules: RuleSet['film'],
): string | null {
  if (seenBy === 'drawn') return null;
  const looks = looksOf(glass, glassMm, film);
  const lighting = seenBy === 'day' ? rules.daylight : rules.lamplight;
  return eye(drawnLight(seenFrom(fromOutside ? 'outdoors' : 'indoors', looks, lighting), seenBy));
}

/** The outline of a pane that is no plain rectangle, once it can be drawn. */
function shapedOutline({ shape, readings }: Pane): Outline | null {
  if (shape.kind === 'blocks' || (shape.kind === 'rectangle' && shape.cornerRadiusMm === 0)) return null;
  const outline = paneOutline(shape, readings);
  return outline.ok ? outline.value : null;
}

/** What film covers of a pane, where that is not all of it. */
function coverOf({ record, covered }: DerivedPane, glass: Size): PaneMark['cover'] {
  const { coverage } = record;
  const bare = record.hidden.some((strip) => strip.bare);
  if ((coverage.kind === 'whole' && !bare) || record.filmId === null) return null;
  if (coverage.kind === 'gradient')
    return { kind: 'gradient', from: coverage.from, reach: Math.min(1, coverage.reachMm / glass.heightMm) };
  return {
    kind: 'parts',
    parts: covered.map(({ topMm, leftMm, widthMm, heightMm }) => ({
      left: leftMm / glass.widthMm,
      width: widthMm / glass.widthMm,
      top: topMm / glass.heightMm,
      height: heightMm / glass.heightMm,
    })),
  };
}

function leadMark({ leading }: Pane, glass: Size): PaneMark['lead'] {
  return (
    leading && {
      pattern: leading.pattern,
      across: leading.acrossMm / glass.widthMm,
      along: leading.alongMm / glass.heightMm,
      leadShare: leading.stripMm / glass.widthMm,
    }
  );
}

/** What the marks of a wall are worked out from. */
export interface MarkSource {
  readonly shows: WallShows;
  readonly look: Look;
  readonly rules: RuleSet['film'];
  readonly unit: LengthUnit;
  /** The pane each person wrote of last. */
  readonly whereabouts: readonly Whereabouts[];
  /** The plan that is shown, with the job it is of. */
  readonly plan: { readonly plan: CutPlan | null; readonly job: PlanJob } | null;
}

/** What is drawn for a pane nobody has measured: shares of it mean nothing yet. */
const UNMEASURED: Size = { widthMm: 1, heightMm: 1 };

/** What the wall shows over one pane, with what its stage says of it. */
export function paneMark(pane: DerivedPane, says: PaneSays, source: MarkSource): PaneMark {
  const { shows, look, rules, unit, plan, whereabouts } = source;
  const { record, film, sizes, filmOrigin } = pane;
  const pieces = shows.pieces !== 'none' && plan?.plan ? piecesOfPane(plan.plan, pane.id) : [];
  const glass = sizes?.cutting ?? UNMEASURED;
  const cover = shows.film ? coverOf(pane, glass) : null;
  const size = sizes
    ? `${formatLength(glass.widthMm, { unit })} by ${formatLength(glass.heightMm, { unit })}`
    : 'not measured';
  return {
    id: pane.id,
    label: record.label,
    spoken: [`Pane ${record.label}`, size, film?.name ?? 'no film', says.under].filter(Boolean).join(', '),
    film: shows.film ? (film ?? undefined) : undefined,
    cover,
    lead: shows.film ? leadMark(record, glass) : null,
    bareTint: shows.looks && cover ? glassTint(record, null, look, rules) : null,
    tint: shows.looks ? glassTint(record, film, look, rules) : null,
    seams: seamShares(pieces, glass, filmOrigin),
    names: shows.pieces === 'named' && plan ? namesOf(pieces, glass, filmOrigin, plan.job) : [],
    handle: record.handle,
    outline: shapedOutline(record),
    blocks: record.shape.kind === 'blocks' ? record.shape : null,
    found: shows.condition ? record.condition : [],
    fixtures: shows.condition
      ? record.fixtures.map(({ x, y, kind }) => ({ x, y, name: FIXTURE_NAMES[kind] }))
      : [],
    hidden: record.hidden.map(({ side, depthMm }) => ({
      side,
      share: Math.min(1, depthMm / (side === 'left' || side === 'right' ? glass.widthMm : glass.heightMm)),
    })),
    work: shows.work
      ? {
          progress: pane.fittingPlan && paneProgress(pane.fittingPlan, pane.fitting),
          people: whereabouts.filter(({ paneId }) => paneId === pane.id),
        }
      : null,
    faults: shows.faults ? pane.fitting.openFaults : [],
    ...says,
  };
}

/** What the wall shows over each of its panes. */
export function wallMarks(
  panes: readonly DerivedPane[],
  says: (pane: DerivedPane) => PaneSays,
  source: MarkSource,
): ReadonlyMap<string, PaneMark> {
  return new Map(panes.map((pane) => [pane.id, paneMark(pane, says(pane), source)]));
}
