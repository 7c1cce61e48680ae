import { svgPath, type Outline } from '@neat-sill/core/survey';
import type { Box } from './wallGeometry.ts';

/** The path of an outline drawn into a box of the sheet, px; arcs stay arcs. Boxes keep the outline's proportions. */
export function outlinePath({ corners, bounding }: Outline, box: Box): string {
  const scale = box.width / bounding.widthMm;
  return svgPath(corners, ({ x, y }) => ({ x: box.x + x * scale, y: box.y + y * scale }), scale);
}

/** The same outline seen from the other side of the glass. */
export function mirroredOutline({ corners, ...outline }: Outline): Outline {
  const width = outline.bounding.widthMm;
  const turned = corners.map(({ x, y }, index) => ({
    x: width - x,
    y,
    // Going round the other way, the arc that led to a corner now leads on from it.
    bulge: corners[(index + corners.length - 1) % corners.length]?.bulge ?? 0,
  }));
  return { ...outline, corners: turned.reverse() };
}
