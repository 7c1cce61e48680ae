import { useRef, useState, type PointerEvent } from 'react';

export type Strokes = readonly (readonly (readonly [number, number])[])[];

const WIDTH = 360;
const HEIGHT = 130;
/** Points nearer than this to the one before are left out, in shares of the width. */
const APART = 0.004;

/** A field to sign in by finger, pen or mouse; gives the strokes, points in shares of its width. */
export function SignaturePad({
  label,
  strokes,
  onStrokes,
}: {
  label: string;
  strokes: Strokes;
  onStrokes: (strokes: Strokes) => void;
}) {
  const drawing = useRef(false);
  const field = useRef<SVGSVGElement>(null);
  const [now, setNow] = useState<readonly (readonly [number, number])[]>([]);
  const pointOf = (event: PointerEvent): readonly [number, number] => {
    const box = field.current?.getBoundingClientRect();
    if (!box || box.width === 0) return [0, 0];
    const share = (value: number) => Math.round(Math.min(1, Math.max(0, value)) * 10_000) / 10_000;
    return [share((event.clientX - box.left) / box.width), share((event.clientY - box.top) / box.width)];
  };
  const path = (points: readonly (readonly [number, number])[]) =>
    points
      .map(([x, y], at) => `${at === 0 ? 'M' : 'L'}${(x * WIDTH).toFixed(1)} ${(y * WIDTH).toFixed(1)}`)
      .join('') + (points.length === 1 ? 'l0.1 0' : '');
  const end = () => {
    if (!drawing.current) return;
    drawing.current = false;
    if (now.length > 0) onStrokes([...strokes, now]);
    setNow([]);
  };
  return (
    <svg
      ref={field}
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="img"
      aria-label={label}
      className="w-full touch-none border border-ink bg-sheet"
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        drawing.current = true;
        setNow([pointOf(event)]);
      }}
      onPointerMove={(event) => {
        if (!drawing.current) return;
        const point = pointOf(event);
        setNow((points) => {
          const last = points.at(-1);
          return last && Math.hypot(point[0] - last[0], point[1] - last[1]) < APART
            ? points
            : [...points, point];
        });
      }}
      onPointerUp={end}
      onPointerCancel={end}
    >
      <path d={`M14 ${HEIGHT - 26}H${WIDTH - 14}`} stroke="var(--hairline)" />
      {[...strokes, ...(now.length > 0 ? [now] : [])].map((stroke, at) => (
        <path
          key={at}
          d={path(stroke)}
          fill="none"
          stroke="var(--ink)"
          strokeWidth="2.2"
          strokeLinecap="round"
          strokeLinejoin="round"
        />
      ))}
    </svg>
  );
}
