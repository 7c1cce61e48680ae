import type { Film } from './film.ts';
import type { Pane, PlacedOpening, Side, Size } from '../survey/index.ts';

/** A strip of a pane's glass that film covers, from side to side of what is not left bare; mm from its top and left. */
export interface CoveredPart {
  readonly topMm: number;
  readonly leftMm: number;
  readonly widthMm: number;
  readonly heightMm: number;
}

/** A band on glass doors so that people see them, mm over the floor. */
export interface DoorMarking {
  readonly fromFloorMm: number;
  readonly heightMm: number;
}

type PaneToCover = Pick<Pane, 'coverage' | 'sillMm' | 'hidden'>;

/** Less glass than this is not filmed, mm. */
const FILM_FROM_MM = 0.5;

/** How far in from each side the glass is left bare, since an outside frame or the like hides it. */
function bareSides({ hidden }: Pick<Pane, 'hidden'>): Readonly<Record<Side, number>> {
  const deepest = (side: Side) =>
    Math.max(0, ...hidden.flatMap((strip) => (strip.bare && strip.side === side ? [strip.depthMm] : [])));
  return { top: deepest('top'), right: deepest('right'), bottom: deepest('bottom'), left: deepest('left') };
}

/**
 * What film covers of a pane whose glass has this size, from the top down. Heights over the floor that do not lie on
 * the glass are cut off at its edges; nothing is left where they miss it.
 */
export function coveredParts(
  { coverage, sillMm, hidden }: PaneToCover,
  { widthMm, heightMm }: Size,
  { markings }: { readonly markings: readonly DoorMarking[] },
): CoveredPart[] {
  const bare = bareSides({ hidden });
  const across = { leftMm: bare.left, widthMm: widthMm - bare.left - bare.right };
  if (across.widthMm <= FILM_FROM_MM) return [];
  const strip = (fromFloorMm: number, toFloorMm: number): CoveredPart[] => {
    const top = Math.max(bare.top, sillMm + heightMm - toFloorMm);
    const bottom = Math.min(heightMm - bare.bottom, sillMm + heightMm - fromFloorMm);
    return bottom - top > FILM_FROM_MM ? [{ ...across, topMm: top, heightMm: bottom - top }] : [];
  };
  switch (coverage.kind) {
    case 'whole':
    case 'gradient':
      return heightMm - bare.top - bare.bottom > FILM_FROM_MM
        ? [{ ...across, topMm: bare.top, heightMm: heightMm - bare.top - bare.bottom }]
        : [];
    case 'band':
      return strip(coverage.fromFloorMm, coverage.toFloorMm);
    case 'lower':
      return strip(0, coverage.toFloorMm);
    case 'markings':
      return markings
        .flatMap((mark) => strip(mark.fromFloorMm, mark.fromFloorMm + mark.heightMm))
        .sort((a, b) => a.topMm - b.topMm);
  }
}

/** What one piece of film has to cover: the strips of a pane are cut alike, to the tallest. */
export function pieceSize(strips: readonly CoveredPart[]): Size {
  return {
    widthMm: Math.max(0, ...strips.map(({ widthMm }) => widthMm)),
    heightMm: Math.max(0, ...strips.map(({ heightMm }) => heightMm)),
  };
}

const into = (mm: number, repeatMm: number) => ((mm % repeatMm) + repeatMm) % repeatMm;

/** Where the pattern must start on each pane so that it runs on over the wall from the top left corner of the first. */
export function patternOverWall(
  placed: readonly Pick<PlacedOpening<string>, 'id' | 'leftMm' | 'sillMm' | 'size'>[],
  pattern: NonNullable<Film['pattern']>,
): ReadonlyMap<string, NonNullable<Pane['patternStart']>> {
  const [first] = placed;
  if (!first) return new Map();
  const topOf = ({ sillMm, size }: (typeof placed)[number]) => sillMm + size.heightMm;
  return new Map(
    placed.map((each) => [
      each.id,
      {
        acrossMm: into(each.leftMm - first.leftMm, pattern.acrossMm),
        alongMm: into(topOf(first) - topOf(each), pattern.alongMm),
      },
    ]),
  );
}

/** Lead strip on a pane, and the dots at its crossings; strip in mm with nothing for waste. */
export interface LeadNeeded {
  readonly stripMm: number;
  readonly dots: number;
}

/** What leaded lines on a pane take: squares, or diamonds standing on their points. */
export function leadOn({ leading }: Pick<Pane, 'leading'>, glass: Size): LeadNeeded {
  if (!leading) return { stripMm: 0, dots: 0 };
  const { widthMm, heightMm } = glass;
  const { acrossMm, alongMm } = leading;
  if (leading.pattern === 'squares') {
    const upright = Math.max(0, Math.ceil(widthMm / acrossMm) - 1);
    const level = Math.max(0, Math.ceil(heightMm / alongMm) - 1);
    return { stripMm: upright * heightMm + level * widthMm, dots: upright * level };
  }
  // Lines of both slants, half a diamond apart along the top edge; each is clipped to the glass.
  const slope = alongMm / acrossMm;
  const reach = heightMm / slope;
  const lines = (from: number) => {
    const starts: number[] = [];
    for (let x = from - Math.ceil((reach + from) / acrossMm) * acrossMm; x < widthMm; x += acrossMm)
      starts.push(x);
    return starts.map((x) => {
      const [left, right] = [Math.max(0, x), Math.min(widthMm, x + reach)];
      return Math.max(0, right - left) * Math.hypot(1, slope);
    });
  };
  const oneWay = lines(acrossMm / 2);
  const crossings = Math.floor((widthMm / acrossMm) * (heightMm / alongMm) * 2);
  return { stripMm: 2 * oneWay.reduce((sum, each) => sum + each, 0), dots: crossings };
}
