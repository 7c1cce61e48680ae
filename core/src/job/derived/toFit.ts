import { wishedPatternStart, type PatternStart, type Piece, type SeamMarks } from '../../cuts/index.ts';
import { pieceSize, type CoveredPart, type Film, type FilmKind } from '../../film/index.ts';
import {
  USUAL_SITE,
  type Asked,
  type FittingState,
  type FreeSide,
  type MoreAtHand,
  type PaneToFit,
} from '../../fitting/index.ts';
import type { CuttingSchool, RuleSet } from '../../rules/index.ts';
import { paneOutline, type GlassKind, type Pane, type Size } from '../../survey/index.ts';
import type { PaneByItself } from './pane.ts';

/* A pane of a job as whoever fits it meets it: what the planner of fitting asks for, from its record and the kept plan. */

const GLASS: Readonly<Record<GlassKind, Asked['pane']['glass']>> = {
  single: 'single',
  double: 'sealedUnit',
  triple: 'sealedUnit',
  tintedSingle: 'single',
  tintedDouble: 'sealedUnit',
  lowEDouble: 'sealedUnit',
  hardLowEDouble: 'sealedUnit',
  laminated: 'laminated',
  wired: 'single',
  patterned: 'single',
  tempered: 'single',
  plastic: 'single',
  block: 'glassBlock',
};

const FILM: Readonly<Record<FilmKind, Asked['film']['kind']>> = {
  silverSolar: 'solar',
  neutralSolar: 'solar',
  selective: 'solar',
  dualReflective: 'solar',
  dyed: 'solar',
  ceramic: 'solar',
  lowE: 'lowE',
  outsideSilver: 'solar',
  outsideNeutral: 'solar',
  frosted: 'frosted',
  whiteout: 'frosted',
  blackout: 'frosted',
  patterned: 'patterned',
  stainedLook: 'patterned',
  printed: 'printed',
  vinyl: 'printed',
  perforated: 'perforated',
  clearUv: 'clear',
  clearSecurity: 'security',
  solarSecurity: 'security',
  antiGraffiti: 'clear',
};

const SCHOOL: Readonly<Record<CuttingSchool, Asked['piece']['school']>> = {
  marginAllRound: 'margin',
  factoryEdgeFirst: 'factoryEdge',
  benchCut: 'bench',
  roundedUp: 'tight',
  twoEdgesKept: 'factoryEdge',
};

/** How strong the pane is that the film goes on: the outmost is named first. */
function strengthOf({ glass, strengths }: Pane, side: Film['mount']): Asked['pane']['strength'] {
  const said = side === 'outside' ? strengths[0] : strengths.at(-1);
  if (glass === 'wired' || said === 'wired') return 'wired';
  if (glass === 'tempered' || said === 'tempered') return 'tempered';
  return said === 'heatStrengthened' ? 'heatStrengthened' : 'annealed';
}

/** Where the film ends on bare glass. */
function freeSidesOf({ record, sizes, covered }: PaneByItself, glass: Size): FreeSide[] {
  const [first] = covered;
  if (!first || !sizes) return [];
  const { widthMm, heightMm } = sizes.cutting;
  const right = widthMm - first.leftMm - first.widthMm;
  const bottom = heightMm - first.topMm - glass.heightMm;
  const over = (fromTopMm: number) => record.sillMm + heightMm - fromTopMm;
  const sides: readonly FreeSide[] = [
    { side: 'left', fromEdgeMm: first.leftMm, overFloorMm: null },
    { side: 'top', fromEdgeMm: first.topMm, overFloorMm: over(first.topMm) },
    { side: 'right', fromEdgeMm: right, overFloorMm: null },
    { side: 'bottom', fromEdgeMm: bottom, overFloorMm: over(first.topMm + glass.heightMm) },
  ];
  // What is less than a light gap from the edge ends at the frame.
  return sides.filter(({ fromEdgeMm }) => fromEdgeMm > 5);
}

function bladeForbidden({ glass }: Pane, side: Film['mount']): MoreAtHand['bladeForbidden'] {
  if (glass === 'plastic') return 'plastic';
  return glass === 'hardLowEDouble' && side === 'inside' ? 'coated' : null;
}

const FIXED: ReadonlySet<Pane['opening']> = new Set([
  'fixed',
  'sidelight',
  'shopfront',
  'partition',
  'blockWall',
]);

interface Kept {
  readonly pieces: readonly Piece[];
  readonly seams: readonly SeamMarks[];
  /** Where the pattern starts on its panels in the kept plan. */
  readonly patternStart: PatternStart | null;
}

/** Where the pattern starts on the glass: as somebody wants it, else as the panels are planned. */
function patternStartOf(
  { pattern }: Film,
  { patternStart }: Pane,
  planned: PatternStart | null,
): MoreAtHand['patternStart'] {
  if (!pattern) return null;
  const start = patternStart ? wishedPatternStart(patternStart, pattern) : planned;
  return start && { acrossMm: start.fromLeftMm, alongMm: start.fromTopMm };
}

/** Panels in the order in which they hang: from the left, or from the top. */
function panelsOf(pieces: readonly Piece[], seams: readonly SeamMarks[]): readonly Piece[] {
  const level = seams.some(({ axis }) => axis === 'horizontal');
  return [...pieces].sort((one, other) =>
    level ? one.cover.top - other.cover.top : one.cover.left - other.cover.left,
  );
}

/** A pane as the fitter meets it; null until it has a size and a film. Panels and edges are those of the kept plan while it holds. */
export function toFitOf(
  pane: PaneByItself,
  { pieces, seams, patternStart: planned }: Kept,
  state: FittingState,
  rules: RuleSet,
): PaneToFit | null {
  const { record, film, sizes, covered, division } = pane;
  if (!film || !sizes) return null;
  const glass = pieceSize(covered);
  if (glass.widthMm <= 0 || glass.heightMm <= 0) return null;
  const needed = division?.kind === 'panels' ? Math.min(...division.ways.map(({ panels }) => panels)) : 1;
  const panels = panelsOf(pieces, seams);
  const [first] = covered as readonly [CoveredPart, ...CoveredPart[]];
  const { shape } = record;
  const side = film.mount;
  const factoryEdge = panels.find((piece) => piece.factoryEdge !== null)?.factoryEdge ?? null;
  const whole = record.coverage.kind === 'whole' && record.hidden.every(({ bare }) => !bare);
  const drawn = whole && shape.kind !== 'blocks' ? paneOutline(shape, record.readings) : null;
  const school =
    record.glass === 'block'
      ? 'plotted'
      : factoryEdge === null && SCHOOL[rules.cutting.school] === 'factoryEdge'
        ? 'margin'
        : SCHOOL[rules.cutting.school];
  return {
    label: record.label,
    film,
    glass,
    asked: {
      pane: {
        ...glass,
        cornerRadiusMm: shape.kind === 'rectangle' && whole ? shape.cornerRadiusMm : 0,
        sillOverFloorMm: record.sillMm + sizes.cutting.heightMm - first.topMm - glass.heightMm,
        recessMm: record.recessMm ?? 0,
        glass:
          shape.kind === 'blocks'
            ? 'glassBlock'
            : GLASS[record.glass] === 'glassBlock'
              ? 'single'
              : GLASS[record.glass],
        strength: strengthOf(record, side),
        surface: record.glass === 'patterned' ? 'textured' : 'smooth',
        fusedParticles: state.fusedParticles,
        frame: record.frame === 'none' ? 'timber' : record.frame,
        joint: record.joint ?? 'gasket',
        handle: record.handle,
        side,
        wetRoom: record.circumstances.includes('wetRoom'),
        oldFilm: record.condition.some(({ kind, remedy }) => kind === 'oldFilm' && remedy?.kind === 'fix'),
        blocks:
          shape.kind === 'blocks'
            ? {
                across: shape.columns,
                down: shape.rows,
                faceMm: Math.min(shape.block.widthMm, shape.block.heightMm),
                jointMm: shape.jointMm,
                cornerRadiusMm: shape.cornerRadiusMm,
              }
            : null,
      },
      film: {
        kind: FILM[film.kind],
        hold: film.hold,
        thicknessUm: film.thicknessUm,
        dry: false,
        liner: true,
        pattern: film.pattern !== null,
        leadStrips: record.leading !== null,
      },
      piece: {
        school,
        factoryEdge: school === 'factoryEdge' ? factoryEdge : null,
        panels: shape.kind === 'blocks' ? 1 : panels.length > 0 ? seams.length + 1 : needed,
        seamWay:
          rules.cutting.seam === 'butt' || seams.some(({ overlapMm }) => overlapMm <= 0)
            ? 'butt'
            : 'doubleCut',
      },
      anchor: state.anchor,
      site: { ...USUAL_SITE, ...state.conditions },
    },
    more: {
      freeSides: freeSidesOf(pane, glass),
      seams,
      factoryEdges: panels.map((piece) => piece.factoryEdge),
      keptSides: rules.cutting.school === 'twoEdgesKept' ? ['left', 'right'] : [],
      bladeForbidden: bladeForbidden(record, side),
      opens: !FIXED.has(record.opening),
      patternStart: patternStartOf(film, record, planned),
      leading: record.leading,
      outline: drawn?.ok ? drawn.value : null,
      makerCureDays: film.cureDays,
      hang: state.hang,
    },
  };
}
