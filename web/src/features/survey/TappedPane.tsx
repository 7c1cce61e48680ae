import type { MouseEvent } from 'react';
import type { Place } from '../../ui/PlacePicker.tsx';
import { useJob, type PaneWithId } from '../job/index.ts';

/** The pane, small, to be tapped where the mark is. */
export function TappedPane({
  pane,
  place,
  onPlace,
}: {
  pane: PaneWithId;
  place: Place | null;
  onPlace: (place: Place) => void;
}) {
  const { derived } = useJob();
  const glass = derived.pane(pane.id)?.sizes?.cutting ?? { widthMm: 3, heightMm: 4 };
  const scale = Math.min(250 / glass.widthMm, 170 / glass.heightMm);
  const [width, height] = [glass.widthMm * scale, glass.heightMm * scale];
  const tap = (event: MouseEvent<SVGSVGElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    const share = (at: number) => Math.min(1, Math.max(0, at));
    onPlace({
      x: share((event.clientX - box.left) / box.width),
      y: share((event.clientY - box.top) / box.height),
    });
  };
  return (
    <svg
      width={width}
      height={height}
      className="mx-auto shrink-0 border-8 border-timber bg-glass"
      onClick={tap}
      aria-hidden
    >
      {place && (
        <circle
          cx={place.x * width}
          cy={place.y * height}
          r="9"
          fill="var(--ochre-tint)"
          stroke="var(--ochre)"
          strokeWidth="3"
        />
      )}
    </svg>
  );
}
