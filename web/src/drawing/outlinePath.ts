import type { Outline } from '@neat-sill/core/survey';
import type { Box } from './wallGeometry.ts';

/** The path of an outline drawn into a box of the sheet, px; arcs stay arcs. Boxes keep the outline's proportions. */
export function outlinePath({ corners, bounding }: Outline, box: Box): string {
  const scale = box.width / bounding.widthMm;
  const at = ({ x, y }: { x: number; y: number }) => `${box.x + x * scale} ${box.y + y * scale}`;
  const [first] = corners;
  if (!first) return '';
  const sides = corners.map((corner, index) => {
    const next = corners[(index + 1) % corners.length] ?? corner;
    if (corner.bulge === 0) return `L${at(next)}`;
    const sweep = 4 * Math.atan(corner.bulge);
    const radius = (Math.hypot(next.x - corner.x, next.y - corner.y) / (2 * Math.sin(sweep / 2))) * scale;
    return `A${radius} ${radius} 0 ${sweep > Math.PI ? 1 : 0} 1 ${at(next)}`;
  });
  return `M${at(first)}${sides.join('')}Z`;
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
