import {
  arcsOf,
  crossingsAt,
  outlineInside,
  paneOutline,
  type OutlineCorner,
  type Pane,
  type StruckArc,
} from '../../survey/index.ts';

/** How far a shape reaches over its straight edge at a place along it; mm. */
export interface Offset {
  readonly atMm: number;
  /** Where it begins over the edge: 0 where the edge itself is its side. */
  readonly fromMm: number;
  readonly toMm: number;
}

/** A piece that is no rectangle, as it is laid out on the bench from a straight edge: its lower side, or the line below it. */
export interface ShapeOnBench {
  /** The outline to cut, clockwise, from its top left. */
  readonly corners: readonly OutlineCorner[];
  readonly widthMm: number;
  readonly heightMm: number;
  readonly offsets: readonly Offset[];
  /** Arcs to strike: centre from the left and over the edge, negative below it. */
  readonly arcs: readonly {
    readonly radiusMm: number;
    readonly fromLeftMm: number;
    readonly overEdgeMm: number;
  }[];
}

/**
 * The net outline of a pane that is no rectangle, `clearanceMm` less in each dimension, with offsets from its lower edge every
 * `everyMm` and at its end, and the centres of its arcs. Null for rectangles and blocks, and for a shape that its readings don't
 * allow.
 */
export function shapeOnBench(
  { shape, readings }: Pick<Pane, 'shape' | 'readings'>,
  clearanceMm: number,
  everyMm: number,
): ShapeOnBench | null {
  if (shape.kind === 'blocks' || (shape.kind === 'rectangle' && shape.cornerRadiusMm === 0)) return null;
  const outline = paneOutline(shape, readings);
  if (!outline.ok) return null;
  const inset = outlineInside(outline.value.corners, () => clearanceMm / 2);
  const { widthMm: fullWidth, heightMm: fullHeight } = outline.value.bounding;
  const corners = inset.map(({ x, y, bulge }) => ({ x: x - clearanceMm / 2, y: y - clearanceMm / 2, bulge }));
  const [widthMm, heightMm] = [fullWidth - clearanceMm, fullHeight - clearanceMm];
  const places = Array.from({ length: Math.ceil(widthMm / everyMm) }, (_, at) => at * everyMm);
  const offsets = [...places, widthMm].flatMap((atMm): Offset[] => {
    const crossed = crossingsAt(corners, atMm);
    const [top, bottom] = [crossed[0], crossed.at(-1)];
    return top === undefined || bottom === undefined
      ? []
      : [{ atMm, fromMm: heightMm - bottom, toMm: heightMm - top }];
  });
  const arcs = arcsOf(corners).map(({ centre, radiusMm }: StruckArc) => ({
    radiusMm,
    fromLeftMm: centre.x,
    overEdgeMm: heightMm - centre.y,
  }));
  return { corners, widthMm, heightMm, offsets, arcs };
}
