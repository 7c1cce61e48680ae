import { fail, succeed, type Result } from '../units/index.ts';
import { outlineOf, type Outline, type OutlineCorner } from './outline.ts';
import { READING_PLACES, axisOf, lengthsAt, type ReadingPlace, type Readings, type Size } from './pane.ts';
import { fitPane } from './squareness.ts';

/**
 * What a pane is like beside its readings, as seen from inside. Which readings it takes follows from its kind
 * (`placesOfShape`); the rest of its measure stands here.
 */
export type PaneShape =
  | { readonly kind: 'rectangle'; readonly cornerRadiusMm: number }
  /** Four sides and diagonals, none of them said to be square. */
  | { readonly kind: 'quadrilateral' }
  /**
   * Two parallel sides. Upright ones: the top slopes, `offsetMm` is by how much the foot of the right one lies higher
   * (0 for a level sill). Level ones: `offsetMm` is how far right of the bottom's left end the top's begins.
   */
  | { readonly kind: 'trapezium'; readonly parallel: 'upright' | 'level'; readonly offsetMm: number }
  /** A level base and a point above it, `apexMm` right of the base's left end; null for the middle. */
  | { readonly kind: 'triangle'; readonly apexMm: number | null }
  /** An arc of a circle over upright sides; null takes its rise from crown and springing heights. */
  | { readonly kind: 'arch'; readonly riseMm: number | null }
  | { readonly kind: 'circle' }
  /** Glass blocks in rows, each filmed for itself. */
  | {
      readonly kind: 'blocks';
      readonly columns: number;
      readonly rows: number;
      readonly block: Size;
      readonly jointMm: number;
      readonly cornerRadiusMm: number;
    };
export type ShapeKind = PaneShape['kind'];

export const SHAPE_KINDS = [
  'rectangle',
  'quadrilateral',
  'trapezium',
  'triangle',
  'arch',
  'circle',
  'blocks',
] as const satisfies readonly ShapeKind[];

export const RECTANGLE: PaneShape = { kind: 'rectangle', cornerRadiusMm: 0 };

/** What keeps an outline from being drawn. Lengths mm. */
export type ShapeProblem =
  | { readonly code: 'shape.notMeasured'; readonly places: readonly ReadingPlace[] }
  | { readonly code: 'shape.radiusTooLarge'; readonly radiusMm: number; readonly mostMm: number }
  | { readonly code: 'shape.apexOutside'; readonly apexMm: number; readonly baseMm: number }
  | { readonly code: 'shape.noRise' }
  | { readonly code: 'shape.riseTooHigh'; readonly riseMm: number; readonly mostMm: number }
  | { readonly code: 'shape.notRound'; readonly widthMm: number; readonly heightMm: number }
  | { readonly code: 'shape.doesNotClose'; readonly apartMm: number };

/** Readings of a circle further apart than this share of its size are of no circle. */
const ROUND_WITHIN = 0.02;
/** Sides and diagonals further apart than this from any four-sided figure belong to none. */
const CLOSES_WITHIN_MM = 10;

/** The places of a shape where the tape is laid, in its order. */
export function placesOfShape({ kind, ...shape }: PaneShape): readonly ReadingPlace[] {
  switch (kind) {
    case 'rectangle':
      return READING_PLACES;
    case 'quadrilateral':
      return ['widthTop', 'widthBottom', 'heightLeft', 'heightRight'];
    case 'trapezium':
      return 'parallel' in shape && shape.parallel === 'level'
        ? ['widthTop', 'widthBottom', 'heightMiddle']
        : ['widthBottom', 'heightLeft', 'heightRight'];
    case 'triangle':
      return ['widthBottom', 'heightMiddle'];
    case 'arch':
      return ['widthBottom', 'heightLeft', 'heightMiddle', 'heightRight'];
    case 'circle':
      return ['widthMiddle', 'heightMiddle'];
    case 'blocks':
      return ['widthTop', 'heightLeft'];
  }
}

/** The readings that a shape takes; others that were made are kept with the pane but do not count. */
export function readingsOfShape(shape: PaneShape, readings: Readings): Readings {
  const taken = placesOfShape(shape);
  if (taken.length === READING_PLACES.length) return readings;
  const idle = READING_PLACES.filter((place) => !taken.includes(place) && readings[place] !== null);
  return idle.reduce<Readings>((kept, place) => ({ ...kept, [place]: null }), readings);
}

/** Without these a shape has no outline; a rectangle takes any width and any height. */
function neededPlaces(shape: PaneShape): readonly ReadingPlace[] {
  switch (shape.kind) {
    case 'rectangle':
    case 'blocks':
      return [];
    case 'arch':
      return ['widthBottom', 'heightMiddle'];
    case 'circle':
      return ['widthMiddle'];
    case 'quadrilateral':
    case 'trapezium':
    case 'triangle':
      return placesOfShape(shape);
  }
}

type Read = (place: ReadingPlace) => number;
type Drawn = Result<readonly OutlineCorner[], ShapeProblem>;

const corner = (x: number, y: number, bulge = 0): OutlineCorner => ({ x, y, bulge });

/** The longest length that was read, since film must cover it. */
const largest = (readings: Readings, places: readonly ReadingPlace[]) =>
  Math.max(...places.flatMap((place) => lengthsAt(readings[place])));

/** A quarter circle: tan(90°/4). */
const QUARTER = Math.tan(Math.PI / 8);

/** A rectangle with all corners rounded, clockwise. */
export function roundedRectangle(
  { widthMm: w, heightMm: h }: Size,
  radiusMm: number,
): readonly OutlineCorner[] {
  if (radiusMm === 0) return [corner(0, 0), corner(w, 0), corner(w, h), corner(0, h)];
  const r = radiusMm;
  return [
    corner(0, r, QUARTER),
    corner(r, 0),
    corner(w - r, 0, QUARTER),
    corner(w, r),
    corner(w, h - r, QUARTER),
    corner(w - r, h),
    corner(r, h, QUARTER),
    corner(0, h - r),
  ];
}

function rectangle(size: Size, radiusMm: number): Drawn {
  const mostMm = Math.min(size.widthMm, size.heightMm) / 2;
  if (radiusMm > mostMm) return fail({ code: 'shape.radiusTooLarge', radiusMm, mostMm });
  return succeed(roundedRectangle(size, radiusMm));
}

function quadrilateral(readings: Readings): Drawn {
  const fitted = fitPane(readings, CLOSES_WITHIN_MM);
  if (!fitted) return fail({ code: 'shape.notMeasured', places: placesOfShape({ kind: 'quadrilateral' }) });
  const apartMm = Math.max(...Object.values(fitted.residualsMm).map(Math.abs));
  if (apartMm > CLOSES_WITHIN_MM) return fail({ code: 'shape.doesNotClose', apartMm });
  const { topLeft, topRight, bottomRight, bottomLeft } = fitted;
  return succeed([topLeft, topRight, bottomRight, bottomLeft].map(({ x, y }) => corner(x, y)));
}

function trapezium({ parallel, offsetMm }: PaneShape & { kind: 'trapezium' }, read: Read): Drawn {
  if (parallel === 'level') {
    const [top, bottom, height] = [read('widthTop'), read('widthBottom'), read('heightMiddle')];
    return succeed([
      corner(offsetMm, 0),
      corner(offsetMm + top, 0),
      corner(bottom, height),
      corner(0, height),
    ]);
  }
  const [width, left, right] = [read('widthBottom'), read('heightLeft'), read('heightRight')];
  return succeed([
    corner(0, -left),
    corner(width, -offsetMm - right),
    corner(width, -offsetMm),
    corner(0, 0),
  ]);
}

function triangle(apexMm: number | null, read: Read): Drawn {
  const [baseMm, height] = [read('widthBottom'), read('heightMiddle')];
  const at = apexMm ?? baseMm / 2;
  if (at < 0 || at > baseMm) return fail({ code: 'shape.apexOutside', apexMm: at, baseMm });
  return succeed([corner(at, 0), corner(baseMm, height), corner(0, height)]);
}

/** The rise of an arch: as said, or its crown over its springing. */
function riseOf(riseMm: number | null, readings: Readings, crownMm: number): number | null {
  if (riseMm !== null) return riseMm;
  const springing = [...lengthsAt(readings.heightLeft), ...lengthsAt(readings.heightRight)];
  return springing.length > 0 ? crownMm - Math.max(...springing) : null;
}

function arch(shape: PaneShape & { kind: 'arch' }, readings: Readings, read: Read): Drawn {
  const [width, crown] = [read('widthBottom'), read('heightMiddle')];
  const riseMm = riseOf(shape.riseMm, readings, crown);
  if (riseMm === null || riseMm <= 0) return fail({ code: 'shape.noRise' });
  const mostMm = Math.min(width / 2, crown);
  if (riseMm > mostMm + 0.5) return fail({ code: 'shape.riseTooHigh', riseMm, mostMm });
  const bulge = Math.min(1, riseMm / (width / 2));
  const foot = crown > riseMm + 0.5 ? [corner(width, crown), corner(0, crown)] : [];
  const springing = foot.length > 0 ? riseMm : crown;
  return succeed([corner(0, springing, bulge), corner(width, springing), ...foot]);
}

function circle(readings: Readings): Drawn {
  const lengths = READING_PLACES.flatMap((place) => lengthsAt(readings[place]));
  const across = Math.max(...lengths);
  if (across - Math.min(...lengths) > across * ROUND_WITHIN) {
    const along = (axis: 'width' | 'height') =>
      largest(
        readings,
        READING_PLACES.filter((place) => axisOf(place) === axis),
      );
    return fail({ code: 'shape.notRound', widthMm: along('width'), heightMm: along('height') });
  }
  return succeed([corner(0, across / 2, 1), corner(across, across / 2, 1)]);
}

/** The size of a glass-block wall over all its blocks and joints; mm. */
export function sizeOfBlocks({ columns, rows, block, jointMm }: PaneShape & { kind: 'blocks' }): Size {
  return {
    widthMm: columns * block.widthMm + (columns - 1) * jointMm,
    heightMm: rows * block.heightMm + (rows - 1) * jointMm,
  };
}

/** The faces of a glass-block wall, each mm from the left and from the top. */
export function blockFaces(shape: PaneShape & { kind: 'blocks' }): { leftMm: number; topMm: number }[] {
  const { columns, rows, block, jointMm } = shape;
  return Array.from({ length: columns * rows }, (_, at) => ({
    leftMm: (at % columns) * (block.widthMm + jointMm),
    topMm: Math.floor(at / columns) * (block.heightMm + jointMm),
  }));
}

/**
 * The true outline of a pane from its shape and its readings, or what stands against it. Four-sided panes by least
 * squares over sides and diagonals; without a diagonal they are taken as leaning nowhere. For a glass-block wall the
 * outline is the wall's and the area that of the blocks' faces.
 */
export function paneOutline(shape: PaneShape, readings: Readings): Result<Outline, ShapeProblem> {
  const places = neededPlaces(shape).filter((place) => readings[place] === null);
  if (places.length > 0) return fail({ code: 'shape.notMeasured', places });
  const read: Read = (place) => Math.max(...lengthsAt(readings[place]));
  const draw = (): Drawn => {
    switch (shape.kind) {
      case 'rectangle': {
        const along = (axis: 'width' | 'height') => READING_PLACES.filter((place) => axisOf(place) === axis);
        const missing = [along('width'), along('height')].filter((of) =>
          of.every((place) => !readings[place]),
        );
        if (missing.length > 0) return fail({ code: 'shape.notMeasured', places: missing.flat() });
        const size = {
          widthMm: largest(readings, along('width')),
          heightMm: largest(readings, along('height')),
        };
        return rectangle(size, shape.cornerRadiusMm);
      }
      case 'quadrilateral':
        return quadrilateral(readings);
      case 'trapezium':
        return trapezium(shape, read);
      case 'triangle':
        return triangle(shape.apexMm, read);
      case 'arch':
        return arch(shape, readings, read);
      case 'circle':
        return circle(readings);
      case 'blocks': {
        const face = rectangle(shape.block, shape.cornerRadiusMm);
        return face.ok ? rectangle(sizeOfBlocks(shape), 0) : face;
      }
    }
  };
  const drawn = draw();
  if (!drawn.ok) return drawn;
  const outline = outlineOf(drawn.value);
  if (shape.kind !== 'blocks') return succeed(outline);
  const face = outlineOf(roundedRectangle(shape.block, shape.cornerRadiusMm));
  return succeed({ ...outline, areaMm2: face.areaMm2 * shape.columns * shape.rows });
}
