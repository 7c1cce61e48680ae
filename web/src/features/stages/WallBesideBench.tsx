import type { ReactNode } from 'react';
import { useLayoutEffect } from 'react';
import { Group, Panel, Separator, useGroupRef } from 'react-resizable-panels';

const keyOf = (stageId: string) => `wall share ${stageId}`;

/** What somebody has set for a stage on this device, per cent; null where nobody has, or what is kept is no such thing. */
function keptShare(stageId: string): number | null {
  const share = Number(localStorage.getItem(keyOf(stageId)) ?? Number.NaN);
  return share > 0 && share < 100 ? share : null;
}

interface WallBesideBenchProps {
  readonly stageId: string;
  /** How much of the width the wall has until somebody moves the line, per cent. */
  readonly wallShare: number;
  readonly wall: ReactNode;
  readonly bench: ReactNode;
}

/** The wall and the bench with a line between them that can be moved; where it stands is remembered by stage. */
export function WallBesideBench({ stageId, wallShare, wall, bench }: WallBesideBenchProps) {
  const group = useGroupRef();
  const share = keptShare(stageId) ?? wallShare;
  const layout = { wall: share, bench: 100 - share };
  // The same wall and bench go on from stage to stage: only the line moves.
  useLayoutEffect(() => {
    group.current?.setLayout({ wall: share, bench: 100 - share });
  }, [group, share]);
  return (
    <Group
      groupRef={group}
      orientation="horizontal"
      className="min-h-0 flex-1"
      defaultLayout={layout}
      onLayoutChanged={({ wall: now }, { isUserInteraction }) => {
        if (isUserInteraction && now !== undefined) localStorage.setItem(keyOf(stageId), now.toFixed(1));
      }}
    >
      <Panel id="wall" minSize={260} className="flex min-h-0 flex-col">
        {wall}
      </Panel>
      <Separator
        aria-label="Line between wall and bench"
        className="group flex w-1.5 items-center justify-center bg-hairline outline-none hover:bg-edge focus-visible:bg-edge data-[separator=active]:bg-edge"
      >
        <span className="h-10 w-0.5 bg-quiet group-hover:bg-on-edge" />
      </Separator>
      <Panel id="bench" minSize={340} className="flex min-h-0 flex-col">
        {bench}
      </Panel>
    </Group>
  );
}
