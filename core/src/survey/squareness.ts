import { levenbergMarquardt } from 'ml-levenberg-marquardt';
import { ALL_PLACES, lengthsAt, type AnyPlace, type Readings } from './pane.ts';

export interface Corner {
  readonly x: number;
  readonly y: number;
}

/** The corners of a pane that agree best with all its readings; mm, x to the right and y down from the top left. */
export interface FittedPane {
  readonly topLeft: Corner;
  readonly topRight: Corner;
  readonly bottomRight: Corner;
  readonly bottomLeft: Corner;
  /** Reading less fitted length, mm, by place. */
  readonly residualsMm: Readonly<Partial<Record<AnyPlace, number>>>;
  /** How long the fitted pane is at each place, mm. */
  readonly lengthsMm: Readonly<Record<AnyPlace, number>>;
  readonly rmsMm: number;
  /** Whether a diagonal was read: without one the lean of the pane is not known and taken as none. */
  readonly leanKnown: boolean;
  /** The reading that does not fit the others: without it they agree. Null where all agree or more than one is off. */
  readonly oddPlace: AnyPlace | null;
}

interface Corners {
  readonly tl: Corner;
  readonly tr: Corner;
  readonly br: Corner;
  readonly bl: Corner;
}

/** Corners from the five numbers that are free once the top left is the origin and the top edge is level. */
function cornersOf([topMm = 0, blX = 0, blY = 0, brX = 0, brY = 0]: readonly number[]): Corners {
  return { tl: { x: 0, y: 0 }, tr: { x: topMm, y: 0 }, bl: { x: blX, y: blY }, br: { x: brX, y: brY } };
}

const middle = (a: Corner, b: Corner): Corner => ({ x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 });
const apart = (a: Corner, b: Corner) => Math.hypot(a.x - b.x, a.y - b.y);

function lengthAt(place: AnyPlace, { tl, tr, br, bl }: Corners): number {
  switch (place) {
    case 'widthTop':
      return apart(tl, tr);
    case 'widthMiddle':
      return apart(middle(tl, bl), middle(tr, br));
    case 'widthBottom':
      return apart(bl, br);
    case 'heightLeft':
      return apart(tl, bl);
    case 'heightMiddle':
      return apart(middle(tl, tr), middle(bl, br));
    case 'heightRight':
      return apart(tr, br);
    case 'diagonalDown':
      return apart(tl, br);
    case 'diagonalUp':
      return apart(bl, tr);
  }
}

interface Observation {
  readonly place: AnyPlace;
  readonly mm: number;
}

function fit(
  observed: readonly Observation[],
): { corners: Corners; residuals: number[]; rmsMm: number } | null {
  const mean = (places: readonly AnyPlace[]) => {
    const lengths = observed.filter(({ place }) => places.includes(place)).map(({ mm }) => mm);
    return lengths.length > 0 ? lengths.reduce((sum, mm) => sum + mm, 0) / lengths.length : null;
  };
  const width = mean(['widthTop', 'widthMiddle', 'widthBottom']);
  const height = mean(['heightLeft', 'heightMiddle', 'heightRight']);
  if (width === null || height === null) return null;
  const { parameterValues } = levenbergMarquardt(
    { x: observed.map((_, at) => at), y: observed.map(({ mm }) => mm) },
    (parameters) => {
      const corners = cornersOf(parameters);
      return (at) => lengthAt(observed[Math.round(at)]?.place ?? 'widthTop', corners);
    },
    {
      initialValues: [width, 0, height, width, height],
      gradientDifference: 1e-3,
      damping: 1e-3,
      maxIterations: 60,
      errorTolerance: 1e-9,
      centralDifference: true,
    },
  );
  const corners = cornersOf(parameterValues);
  const residuals = observed.map(({ place, mm }) => mm - lengthAt(place, corners));
  const squares = residuals.reduce((sum, off) => sum + off * off, 0);
  return { corners, residuals, rmsMm: Math.sqrt(squares / residuals.length) };
}

/**
 * Finds where the corners of a pane are, by least squares over all readings (Levenberg-Marquardt), and which single
 * reading keeps the others from agreeing within `toleranceMm`. Null until there is a width and a height.
 */
export function fitPane(readings: Readings, toleranceMm: number): FittedPane | null {
  const observed = ALL_PLACES.flatMap((place) => lengthsAt(readings[place]).map((mm) => ({ place, mm })));
  const all = fit(observed);
  if (!all) return null;
  const residualsMm: Partial<Record<AnyPlace, number>> = {};
  observed.forEach(({ place }, at) => {
    const off = all.residuals[at] ?? 0;
    if (Math.abs(off) >= Math.abs(residualsMm[place] ?? 0)) residualsMm[place] = off;
  });
  const { tl, tr, br, bl } = all.corners;
  return {
    topLeft: tl,
    topRight: tr,
    bottomRight: br,
    bottomLeft: bl,
    residualsMm,
    lengthsMm: Object.fromEntries(ALL_PLACES.map((place) => [place, lengthAt(place, all.corners)])) as Record<
      AnyPlace,
      number
    >,
    rmsMm: all.rmsMm,
    leanKnown: observed.some(({ place }) => place.startsWith('diagonal')),
    oddPlace: all.residuals.every((off) => Math.abs(off) <= toleranceMm)
      ? null
      : oddOne(observed, toleranceMm),
  };
}

/** The place without which all others agree, if there is exactly one that brings them clearly nearest. */
function oddOne(observed: readonly Observation[], toleranceMm: number): AnyPlace | null {
  const without = [...new Set(observed.map(({ place }) => place))].flatMap((place) => {
    const rest = fit(observed.filter((other) => other.place !== place));
    return rest ? [{ place, worstMm: Math.max(...rest.residuals.map(Math.abs)) }] : [];
  });
  const [best, second] = without.sort((a, b) => a.worstMm - b.worstMm);
  if (!best || best.worstMm > toleranceMm) return null;
  return second && second.worstMm <= toleranceMm ? null : best.place;
}
