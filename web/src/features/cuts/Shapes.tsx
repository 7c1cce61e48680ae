import type { ShapeOnBench } from '@neat-sill/core/cuts';
import { benchShapeOf } from '@neat-sill/core/job';
import { svgPath } from '@neat-sill/core/survey';
import { formatLength, MM_PER_INCH, roundLength, RULE_MARK_MM } from '@neat-sill/core/units';
import { SHAPE_NAMES } from '@neat-sill/core/words';
import { useMemo } from 'react';
import { useJob, useUnit, type OpenJob, type PaneWithId } from '../job/index.ts';
import { Paper } from '../papers/index.ts';
import { DataTable } from '../../ui/DataTable.tsx';

const HIGHEST = 220;
const WIDEST = 260;
/** Offsets stand this far apart along the straight edge; on an inch rule every 4 inches. */
const EVERY_MM = { mm: 100, in: 4 * MM_PER_INCH } as const;

interface BenchShape {
  readonly pane: PaneWithId;
  readonly shape: ShapeOnBench;
}

/** The panes of a job that are cut to size on the bench and are no rectangles. */
function shapesOf({ allPanes, derived }: OpenJob, everyMm: number): BenchShape[] {
  return allPanes.flatMap((pane) => {
    const own = derived.pane(pane.id);
    const shape = own && benchShapeOf(own, everyMm);
    return shape ? [{ pane, shape }] : [];
  });
}

export function useShapesOnBench(): readonly BenchShape[] {
  const job = useJob();
  const unit = useUnit();
  return useMemo(() => shapesOf(job, EVERY_MM[unit]), [job, unit]);
}

function ShapeSheet({ pane, shape }: BenchShape) {
  const unit = useUnit();
  // Net: down to a mark of the rule.
  const show = (mm: number) => formatLength(roundLength(mm, RULE_MARK_MM[unit], 'down'), { unit });
  const scale = Math.min(WIDEST / shape.widthMm, HIGHEST / shape.heightMm);
  const [w, h] = [shape.widthMm * scale, shape.heightMm * scale];
  const risen = shape.offsets.some(({ fromMm }) => fromMm > 0.5);
  return (
    <section aria-label={`Pane ${pane.label}`} className="flex flex-col gap-2">
      <h4 className="font-bold">
        Pane {pane.label}, {SHAPE_NAMES[pane.shape.kind].toLowerCase()}: {show(shape.widthMm)} ×{' '}
        {show(shape.heightMm)}
      </h4>
      <div className="flex flex-wrap gap-5">
        <svg
          viewBox={`-4 -4 ${w + 8} ${h + 8}`}
          width={w + 8}
          height={h + 8}
          aria-hidden
          className="shrink-0"
        >
          <path
            d={svgPath(shape.corners, ({ x, y }) => ({ x: x * scale, y: y * scale }), scale)}
            fill="var(--edge-tint)"
            stroke="var(--ink)"
            strokeWidth="1.4"
          />
          {shape.offsets.map(({ atMm, fromMm, toMm }) => (
            <path
              key={atMm}
              d={`M${atMm * scale} ${h - fromMm * scale}V${h - toMm * scale}`}
              stroke="var(--dusk)"
              strokeDasharray="2 3"
            />
          ))}
          <path d={`M0 ${h}H${w}`} stroke="var(--brick)" strokeWidth="2" />
        </svg>
        <div className="min-w-48 flex-1">
          <DataTable
            label={`Offsets of pane ${pane.label}`}
            maxHeight=""
            items={shape.offsets}
            keyOf={({ atMm }) => String(atMm)}
            columns={[
              { key: 'at', title: 'Along the edge', align: 'right', cell: ({ atMm }) => show(atMm) },
              ...(risen
                ? [
                    {
                      key: 'from',
                      title: 'From',
                      align: 'right' as const,
                      cell: ({ fromMm }: { fromMm: number }) => show(fromMm),
                    },
                  ]
                : []),
              {
                key: 'to',
                title: risen ? 'To, over the edge' : 'Over the edge',
                align: 'right',
                cell: ({ toMm }) => show(toMm),
              },
            ]}
          />
        </div>
      </div>
      {shape.arcs.map(({ radiusMm, fromLeftMm, overEdgeMm }) => (
        <p key={`${fromLeftMm} ${overEdgeMm}`} className="text-sm">
          Strike an arc of {show(radiusMm)} from a centre {show(fromLeftMm)} from the left and{' '}
          {show(Math.abs(overEdgeMm))} {overEdgeMm < 0 ? 'below' : 'above'} the edge.
        </p>
      ))}
    </section>
  );
}

/** How pieces that are no rectangles are laid out on the bench from a straight edge, and their templates in full size. */
export function Shapes({ shapes }: { shapes: readonly BenchShape[] }) {
  return (
    <div className="flex flex-col gap-4">
      <p className="text-sm text-quiet">
        From the lower edge, the red line; net, with the clearance taken off. With the film face up it hangs
        as drawn.
      </p>
      {shapes.map((each) => (
        <ShapeSheet key={each.pane.id} {...each} />
      ))}
      <Paper kind="templates" disabledBecause={null} />
    </div>
  );
}
