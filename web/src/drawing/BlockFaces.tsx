import { blockFaces, type PaneShape } from '@neat-sill/core/survey';
import type { Box } from './wallGeometry.ts';

/** The blocks of a glass-block wall in their joints. */
export function BlockFaces({
  shape,
  box,
  fill,
}: {
  shape: PaneShape & { kind: 'blocks' };
  box: Box;
  fill: string;
}) {
  const { columns, block, jointMm, cornerRadiusMm } = shape;
  const scale = box.width / (columns * block.widthMm + (columns - 1) * jointMm);
  return (
    <>
      <rect {...box} fill="var(--hairline-soft)" />
      {blockFaces(shape).map(({ leftMm, topMm }) => (
        <rect
          key={`${leftMm} ${topMm}`}
          x={box.x + leftMm * scale}
          y={box.y + topMm * scale}
          width={block.widthMm * scale}
          height={block.heightMm * scale}
          rx={cornerRadiusMm * scale}
          fill={fill}
          stroke="var(--quiet)"
          strokeWidth="0.7"
        />
      ))}
    </>
  );
}
