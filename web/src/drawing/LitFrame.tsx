import type { Box } from './wallGeometry.ts';

/** Inside the edge of a pane or its piece while the other is pointed at. */
export function LitFrame({ box }: { box: Box }) {
  return (
    <rect
      x={box.x + 2}
      y={box.y + 2}
      width={box.width - 4}
      height={box.height - 4}
      fill="none"
      stroke="var(--dusk)"
      strokeWidth="4"
    />
  );
}
