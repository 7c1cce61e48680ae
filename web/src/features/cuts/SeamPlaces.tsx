import { moveSeam, seamsNow, snapSeam, type SeamPlaces } from '@neat-sill/core/cuts';
import { patchRecord } from '@neat-sill/core/record';
import { formatLength } from '@neat-sill/core/units';
import { describeSeamOption, describeSeamProblem } from '@neat-sill/core/words';
import { useMemo, useRef, useState } from 'react';
import { useDrag } from '../../drawing/useDrag.ts';
import { PanelPictures } from './PanelPictures.tsx';
import { useJob, useLivePlan, useUnit, type PaneWithId } from '../job/index.ts';
import { Button } from '../../ui/Button.tsx';
import { Note } from '../../ui/Note.tsx';

const WIDTH = 190;
const STEP_MM = 10;

type Axis = 'vertical' | 'horizontal';

interface SeamInHandProps {
  readonly splice: SeamPlaces;
  readonly label: string;
  readonly axis: Axis;
  readonly places: readonly number[];
  readonly index: number;
  readonly scale: number;
  readonly size: { readonly w: number; readonly h: number };
  readonly onMove: (places: readonly number[]) => void;
}

/** One seam: dragged, or moved by arrow keys; it snaps to lines and hidden strips. */
function SeamInHand({ splice, label, axis, places, index, scale, size: { w, h }, onMove }: SeamInHandProps) {
  const unit = useUnit();
  const node = useRef<SVGGElement>(null);
  const [dragged, setDragged] = useState<number | null>(null);
  const span = axis === 'vertical' ? splice.pane.width : splice.pane.height;
  const atMm = places[index] ?? 0;
  const moveTo = (mm: number) => onMove(moveSeam(splice, axis, places, index, mm));
  useDrag(node, {
    onMove: ({ x, y }) => setDragged(snapSeam(splice, axis, (axis === 'vertical' ? x : y) / scale)),
    onDrop: () => {
      if (dragged !== null) moveTo(dragged);
      setDragged(null);
    },
  });
  const at = dragged ?? atMm;
  const place = at * scale;
  const line = axis === 'vertical' ? `M${place} -6V${h + 6}` : `M-6 ${place}H${w + 6}`;
  return (
    <g
      ref={node}
      tabIndex={0}
      role="slider"
      aria-label={`Seam ${places.length > 1 ? `${index + 1} ` : ''}of pane ${label}; move it by arrow keys`}
      aria-valuemin={0}
      aria-valuemax={Math.round(span)}
      aria-valuenow={Math.round(at)}
      aria-valuetext={`${formatLength(at, { unit })} from the ${axis === 'vertical' ? 'left' : 'top'}`}
      className="cursor-grab"
      onKeyDown={(event) => {
        const step = { ArrowLeft: -1, ArrowUp: -1, ArrowRight: 1, ArrowDown: 1 }[event.key];
        if (step === undefined) return;
        event.preventDefault();
        moveTo(Math.round(Math.min(span - 1, Math.max(1, atMm + step * STEP_MM))));
      }}
    >
      <path d={line} stroke="transparent" strokeWidth="24" />
      <path d={line} stroke="var(--brick)" strokeWidth="2" strokeDasharray="7 4" />
    </g>
  );
}

/** The pane with what is about it, and its seams. */
function SeamDrawing({
  splice,
  label,
  axis,
  places,
  onMove,
}: {
  splice: SeamPlaces;
  label: string;
  axis: Axis;
  places: readonly number[];
  onMove: (places: readonly number[]) => void;
}) {
  const { width, height } = splice.pane;
  const scale = WIDTH / Math.max(width, height * 0.8);
  const [w, h] = [width * scale, height * scale];
  return (
    <svg viewBox={`-8 -8 ${w + 16} ${h + 16}`} width={w + 16} height={h + 16} className="shrink-0">
      <rect width={w} height={h} fill="var(--glass)" stroke="var(--ink)" strokeWidth="1.4" />
      {splice.around.hidden.map(({ axis: along, fromMm, toMm }) => (
        <rect
          key={`${along} ${fromMm}`}
          x={along === 'vertical' ? fromMm * scale : 0}
          y={along === 'vertical' ? 0 : fromMm * scale}
          width={along === 'vertical' ? (toMm - fromMm) * scale : w}
          height={along === 'vertical' ? h : (toMm - fromMm) * scale}
          fill="var(--hairline)"
        />
      ))}
      {splice.around.lines
        .filter((line) => line.axis === axis)
        .map((line) => (
          <path
            key={line.atMm}
            d={axis === 'vertical' ? `M${line.atMm * scale} 0V${h}` : `M0 ${line.atMm * scale}H${w}`}
            stroke="var(--dusk)"
            strokeDasharray="2 4"
          />
        ))}
      {places.map((_, index) => (
        <SeamInHand
          key={index}
          splice={splice}
          label={label}
          axis={axis}
          places={places}
          index={index}
          scale={scale}
          size={{ w, h }}
          onMove={onMove}
        />
      ))}
    </svg>
  );
}

/** Where the seams of one divided pane go: the best few with their reasons, or where somebody puts them. */
function SeamsOfPane({ pane, splice }: { pane: PaneWithId; splice: SeamPlaces }) {
  const job = useJob();
  const unit = useUnit();
  const [problem, setProblem] = useState<string | null>(null);
  const { atMm } = pane.seams;
  const put = (axis: Axis, places: readonly number[]) => {
    const why = splice.problemAt(axis, places);
    setProblem(why && describeSeamProblem(why, unit));
    if (why) return;
    job.edit(`Seam of pane ${pane.label}`, [
      patchRecord(job.records, 'pane', pane.id, { seams: { allowed: true, axis, atMm: places } }),
    ]);
  };
  const { plan } = useLivePlan();
  const { axis, atMm: shown } = seamsNow(splice, pane.seams, plan);
  const same = (places: readonly number[]) =>
    shown.length === places.length && places.every((mm, at) => Math.abs(mm - (shown[at] ?? 0)) < 2);
  return (
    <div className="flex flex-col gap-3 border-b border-hairline-soft pb-3 last:border-none">
      <div className="flex gap-4">
        <SeamDrawing
          splice={splice}
          label={pane.label}
          axis={axis}
          places={shown}
          onMove={(places) => put(axis, places)}
        />
        <div className="flex min-w-0 flex-1 flex-col items-start gap-2">
          <h4 className="font-bold">Pane {pane.label}</h4>
          {splice.options.map((option) => (
            <button
              key={`${option.axis} ${option.atMm.join()}`}
              type="button"
              aria-pressed={option.axis === axis && same(option.atMm)}
              className="min-h-10 w-full rounded-sm border border-hairline px-3 py-1.5 text-left text-sm aria-pressed:border-2 aria-pressed:border-edge aria-pressed:bg-edge-tint"
              onClick={() => put(option.axis, option.atMm)}
            >
              {describeSeamOption(option, unit)}
            </button>
          ))}
          {problem && (
            <Note tone="no" role="alert">
              {problem}
            </Note>
          )}
          {atMm && (
            <Button
              size="low"
              onClick={() => {
                setProblem(null);
                job.edit(`Seam of pane ${pane.label} where it is usual`, [
                  patchRecord(job.records, 'pane', pane.id, { seams: { ...pane.seams, atMm: null } }),
                ]);
              }}
            >
              Reset to default
            </Button>
          )}
        </div>
      </div>
      <PanelPictures pane={pane} />
    </div>
  );
}

/** The panes of the wall that are made of panels, with the best places for their seams. */
export function useDividedPanes() {
  const job = useJob();
  const { derived, wallPanes } = job;
  return useMemo(
    () =>
      wallPanes.flatMap((pane) => {
        const splice = derived.seamPlacesOf(pane.id);
        return splice ? [{ pane, splice }] : [];
      }),
    [derived, wallPanes],
  );
}

/** Where the seams of divided panes go. */
export function SeamPlaces({ divided }: { divided: ReturnType<typeof useDividedPanes> }) {
  return (
    <div className="flex flex-col gap-3">
      {divided.map(({ pane, splice }) => (
        <SeamsOfPane key={pane.id} pane={pane} splice={splice} />
      ))}
    </div>
  );
}
