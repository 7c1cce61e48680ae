import { glassDoubt } from '@neat-sill/core/glazing';
import { coveredStrips, type Film } from '@neat-sill/core/film';
import { pieceName, rollSideOf, type CutPlan, type Piece, type PlanJob } from '@neat-sill/core/cuts';
import { looksOf, seenFrom } from '@neat-sill/core/advice';
import type { RuleSet } from '@neat-sill/core/rules';
import { cureOf, dayAt } from '@neat-sill/core/fitting';
import { paneVerdict, sizesOf } from '@neat-sill/core/job';
import { paneOutline, type Outline, type Size } from '@neat-sill/core/survey';
import { formatLength, type LengthUnit } from '@neat-sill/core/units';
import { interpolateRgb } from 'd3';
import type { PaneMark, SeamMark } from '../../drawing/paneMark.ts';
import { countOf, showDay } from '../../ui/format.ts';
import type { StageId } from './stages.ts';
import type { OpenJob, PaneWithId } from './useJob.ts';
import type { SeenBy } from './viewSlice.ts';

const ARROWS = { top: '↑', bottom: '↓', left: '←', right: '→' } as const;

function piecesOf(pane: PaneWithId, plan: CutPlan | null): Piece[] {
  const pieces = plan?.pulls.flatMap((pull) => pull.pieces.filter((piece) => piece.paneId === pane.id)) ?? [];
  // Glass blocks have a piece each, all alike: the first stands for them.
  return pieces.filter(({ copy }) => copy === 1).sort((a, b) => a.panel - b.panel);
}

/** Where the film begins on the glass: what is left bare is above and to the left of it. */
type Origin = Readonly<Record<'leftMm' | 'topMm', number>>;

/** Seams in the middle of their overlap, as shares of the pane. */
function seamsOf(pieces: readonly Piece[], glass: Size, from: Origin): SeamMark[] {
  return pieces.slice(1).map(({ cover }, at): SeamMark => {
    const before = pieces[at]?.cover ?? cover;
    return cover.left > before.left
      ? {
          axis: 'vertical',
          at: (from.leftMm + (cover.left + before.left + before.width) / 2) / glass.widthMm,
        }
      : {
          axis: 'horizontal',
          at: (from.topMm + (cover.top + before.top + before.height) / 2) / glass.heightMm,
        };
  });
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

interface StageSays {
  readonly tone: PaneMark['tone'];
  readonly under: string | null;
}

const SILENT: StageSays = { tone: 'plain', under: null };

function surveySays(pane: PaneWithId, { rules, doubts }: OpenJob): StageSays {
  if (doubts.has(pane.id) || glassDoubt(pane)) return { tone: 'doubt', under: 'in doubt' };
  const sizes = sizesOf(pane, rules);
  if (!sizes) return { tone: 'plain', under: 'to measure' };
  return sizes.missing.length > 0
    ? { tone: 'plain', under: `${sizes.missing.length} to read` }
    : { tone: 'good', under: null };
}

function filmSays(pane: PaneWithId, { book, rules }: OpenJob): StageSays {
  const film = book.films.find(({ id }) => id === pane.filmId);
  if (!film) return { tone: 'plain', under: 'no film' };
  const verdict = paneVerdict(pane, film, rules);
  if (verdict.kind === 'refused') return { tone: 'no', under: 'refused' };
  return verdict.kind === 'ask'
    ? { tone: 'doubt', under: `${film.letter}, ask first` }
    : { tone: 'good', under: film.letter };
}

function fittingSays(pane: PaneWithId, { records }: OpenJob): StageSays {
  const fitting = records.fitting[pane.id];
  if (!fitting) return SILENT;
  if (fitting.faults.length > 0) return { tone: 'no', under: countOf(fitting.faults.length, 'fault') };
  return fitting.doneAt ? { tone: 'good', under: 'done' } : { tone: 'doubt', under: 'begun' };
}

function handoverSays(pane: PaneWithId, { records, book, rules, header }: OpenJob): StageSays {
  const film = book.films.find(({ id }) => id === pane.filmId);
  const doneAt = records.fitting[pane.id]?.doneAt;
  if (!film || !doneAt) return { tone: 'plain', under: 'not done' };
  return {
    tone: 'good',
    under: `dry ${showDay(cureOf(film, dayAt(doneAt, header.site.timeZone), rules).on)}`,
  };
}

function stageSays(stage: StageId, pane: PaneWithId, job: OpenJob): StageSays {
  switch (stage) {
    case 'survey':
      return surveySays(pane, job);
    case 'film':
      return filmSays(pane, job);
    case 'fitting':
      return fittingSays(pane, job);
    case 'handover':
      return handoverSays(pane, job);
    case 'cuts':
    case 'price':
    case 'day':
      return SILENT;
  }
}

/** How the wall is looked at while film is chosen: as hatches, or as the eye would meet it, and from which side. */
export interface Look {
  readonly seenBy: SeenBy;
  readonly fromOutside: boolean;
}

const eye = interpolateRgb('#141d1b', '#f4f7ef');
/** What the eye has got used to on either side, cd/m². */
const USED_TO = { day: 1500, night: 30 } as const;

/** The glass of a pane as one would see it: what comes through, and what it throws back, as a tone. */
function glassTint(
  pane: PaneWithId,
  film: Film | null,
  { seenBy, fromOutside }: Look,
  rules: RuleSet['film'],
): string | null {
  if (seenBy === 'drawn') return null;
  const looks = looksOf(pane.glass, pane.glassMm, film);
  const lighting = seenBy === 'day' ? rules.daylight : rules.lamplight;
  const { through, veil } = seenFrom(fromOutside ? 'outdoors' : 'indoors', looks, lighting);
  return eye(Math.min(1, ((through + veil) / USED_TO[seenBy]) ** (1 / 2.2)));
}

/** The outline of a pane that is no plain rectangle, once it can be drawn. */
function shapedOutline({ shape, readings }: PaneWithId): Outline | null {
  if (shape.kind === 'blocks' || (shape.kind === 'rectangle' && shape.cornerRadiusMm === 0)) return null;
  const outline = paneOutline(shape, readings);
  return outline.ok ? outline.value : null;
}

/** What film covers of a pane, where that is not all of it. */
function coverOf(pane: PaneWithId, glass: Size, rules: RuleSet): PaneMark['cover'] {
  const { coverage } = pane;
  const bare = pane.hidden.some((strip) => strip.bare);
  if ((coverage.kind === 'whole' && !bare) || pane.filmId === null) return null;
  if (coverage.kind === 'gradient')
    return { kind: 'gradient', from: coverage.from, reach: Math.min(1, coverage.reachMm / glass.heightMm) };
  const strips = coveredStrips(pane, glass, rules.film);
  return {
    kind: 'strips',
    strips: strips.map(({ topMm, leftMm, widthMm, heightMm }) => ({
      left: leftMm / glass.widthMm,
      width: widthMm / glass.widthMm,
      top: topMm / glass.heightMm,
      height: heightMm / glass.heightMm,
    })),
  };
}

function leadMark({ leading }: PaneWithId, glass: Size): PaneMark['lead'] {
  return (
    leading && {
      pattern: leading.pattern,
      across: leading.acrossMm / glass.widthMm,
      along: leading.alongMm / glass.heightMm,
      strip: leading.stripMm / glass.widthMm,
    }
  );
}

/** What the wall shows over each pane at a stage. */
export function wallMarks(
  job: OpenJob,
  stage: StageId,
  plan: { plan: CutPlan | null; job: PlanJob } | null,
  unit: LengthUnit,
  look: Look,
): ReadonlyMap<string, PaneMark> {
  const showsPieces = stage === 'cuts' || stage === 'price' || stage === 'fitting';
  return new Map(
    job.wallPanes.map((pane): [string, PaneMark] => {
      const sizes = sizesOf(pane, job.rules);
      const film = job.book.films.find(({ id }) => id === pane.filmId);
      const pieces = showsPieces && plan ? piecesOf(pane, plan.plan) : [];
      const glass = sizes?.cutting ?? { widthMm: 1, heightMm: 1 };
      const from = coveredStrips(pane, glass, job.rules.film)[0] ?? { leftMm: 0, topMm: 0 };
      const cover = stage === 'survey' ? null : coverOf(pane, glass, job.rules);
      const says = stageSays(stage, pane, job);
      const size = sizes
        ? `${formatLength(glass.widthMm, { unit })} by ${formatLength(glass.heightMm, { unit })}`
        : 'not measured';
      const mark: PaneMark = {
        id: pane.id,
        label: pane.label,
        spoken: [`Pane ${pane.label}`, size, film?.name ?? 'no film', says.under].filter(Boolean).join(', '),
        film: stage === 'survey' ? undefined : film,
        cover,
        lead: stage === 'survey' ? null : leadMark(pane, glass),
        bareTint: stage === 'film' && cover ? glassTint(pane, null, look, job.rules.film) : null,
        tint: stage === 'film' ? glassTint(pane, film ?? null, look, job.rules.film) : null,
        seams: seamsOf(pieces, glass, from),
        names: stage === 'cuts' && plan ? namesOf(pieces, glass, from, plan.job) : [],
        handle: pane.handle,
        outline: shapedOutline(pane),
        blocks: pane.shape.kind === 'blocks' ? pane.shape : null,
        found: stage === 'survey' ? pane.condition : [],
        hidden: pane.hidden.map(({ side, depthMm }) => ({
          side,
          share: Math.min(
            1,
            depthMm / (side === 'left' || side === 'right' ? glass.widthMm : glass.heightMm),
          ),
        })),
        faults:
          stage === 'fitting' || stage === 'handover' ? (job.records.fitting[pane.id]?.faults ?? []) : [],
        ...says,
      };
      return [pane.id, mark];
    }),
  );
}
