import { RECTANGLE, SHAPE_KINDS, paneOutline, type PaneShape, type ShapeKind } from '@neat-sill/core/survey';
import { formatArea } from '@neat-sill/core/units';
import { SHAPE_NAMES, describeShapeProblem } from '@neat-sill/core/words';
import { ShapeDrawing } from '../../drawing/ShapeDrawing.tsx';
import { Choice } from '../../ui/Field.tsx';
import { NumberField } from '../../ui/NumberField.tsx';
import { LengthField } from '../../ui/LengthField.tsx';
import { Note } from '../../ui/Note.tsx';
import { useJob, useUnit } from '../job/index.ts';
import { patchAll, type PaneWithId } from './GlassAndFrame.tsx';

/** What a shape is before more is known of it. */
function newShape(kind: ShapeKind): PaneShape {
  switch (kind) {
    case 'rectangle':
      return RECTANGLE;
    case 'trapezium':
      return { kind, parallel: 'upright', offsetMm: 0 };
    case 'triangle':
      return { kind, apexMm: null };
    case 'arch':
      return { kind, riseMm: null };
    case 'blocks':
      return {
        kind,
        columns: 6,
        rows: 6,
        block: { widthMm: 190, heightMm: 190 },
        jointMm: 10,
        cornerRadiusMm: 10,
      };
    case 'quadrilateral':
    case 'circle':
      return { kind };
  }
}

interface MeasuresProps {
  readonly pane: PaneWithId;
  readonly onChange: (shape: PaneShape) => void;
}

/** What a shape has beside its readings. */
function Measures({ pane, onChange }: MeasuresProps) {
  const { jobId } = useJob();
  const unit = useUnit();
  const { shape } = pane;
  const length = (
    label: string,
    valueMm: number | null,
    take: (mm: number | null) => void,
    mayBeEmpty = false,
    expects: 'any' | 'glass' = 'any',
  ) => {
    const of = { label, valueMm, unit, expects, draftKey: `${jobId} ${pane.id} ${label}` };
    return mayBeEmpty ? (
      <LengthField {...of} mayBeEmpty onTake={(taken) => take(taken?.mm ?? null)} />
    ) : (
      <LengthField {...of} onTake={({ mm }) => take(mm)} />
    );
  };
  const count = (label: string, value: number, take: (value: number) => void) => (
    <NumberField label={label} value={value} from={1} to={100} whole of="blocks" onTake={take} />
  );
  switch (shape.kind) {
    case 'rectangle':
      return length('Corner radius', shape.cornerRadiusMm, (mm) =>
        onChange({ ...shape, cornerRadiusMm: mm ?? 0 }),
      );
    case 'trapezium':
      return (
        <>
          <Choice
            label="Parallel sides"
            value={shape.parallel}
            options={[
              ['upright', 'Left and right; the top slopes'],
              ['level', 'Top and bottom'],
            ]}
            onChoose={(parallel) => onChange({ ...shape, parallel, offsetMm: 0 })}
          />
          {length(
            shape.parallel === 'upright'
              ? 'Foot of the right side, higher by'
              : 'Top begins right of the bottom by',
            shape.offsetMm,
            (mm) => onChange({ ...shape, offsetMm: mm ?? 0 }),
          )}
        </>
      );
    case 'triangle':
      return length(
        'Point, from the left (empty: the middle)',
        shape.apexMm,
        (apexMm) => onChange({ ...shape, apexMm }),
        true,
      );
    case 'arch':
      return length(
        'Rise (empty: from the heights)',
        shape.riseMm,
        (riseMm) => onChange({ ...shape, riseMm: riseMm === 0 ? null : riseMm }),
        true,
      );
    case 'blocks':
      return (
        <>
          {count('Blocks across', shape.columns, (columns) => onChange({ ...shape, columns }))}
          {count('Blocks up', shape.rows, (rows) => onChange({ ...shape, rows }))}
          {length(
            'Block, width',
            shape.block.widthMm,
            (mm) => onChange({ ...shape, block: { ...shape.block, widthMm: mm ?? shape.block.widthMm } }),
            false,
            'glass',
          )}
          {length(
            'Block, height',
            shape.block.heightMm,
            (mm) => onChange({ ...shape, block: { ...shape.block, heightMm: mm ?? shape.block.heightMm } }),
            false,
            'glass',
          )}
          {length('Joint', shape.jointMm, (mm) => onChange({ ...shape, jointMm: mm ?? 0 }))}
          {length('Corner radius', shape.cornerRadiusMm, (mm) =>
            onChange({ ...shape, cornerRadiusMm: mm ?? 0 }),
          )}
        </>
      );
    case 'quadrilateral':
    case 'circle':
      return null;
  }
}

/** The shape of panes; of one alone also its measures and a drawing with dimensions. */
export function ShapeOfPane({ panes }: { panes: readonly PaneWithId[] }) {
  const job = useJob();
  const unit = useUnit();
  const [pane] = panes;
  if (!pane) return null;
  const alone = panes.length === 1;
  const kind = panes.every(({ shape }) => shape.kind === pane.shape.kind) ? pane.shape.kind : '';
  const set = (shape: PaneShape) =>
    job.edit(
      `Shape of pane${alone ? '' : 's'} ${panes.map(({ label }) => label).join(', ')}`,
      patchAll(job, panes, { shape }),
    );
  const plain = pane.shape.kind === 'rectangle' && pane.shape.cornerRadiusMm === 0;
  const outline = paneOutline(pane.shape, pane.readings);
  const areaM2 = (job.derived.pane(pane.id)?.sizes?.areaMm2 ?? 0) / 1e6;
  return (
    <div className="flex flex-col gap-3">
      <div className="grid grid-cols-2 gap-x-4 gap-y-3">
        <Choice
          label="Shape"
          mixed="They differ"
          value={kind}
          options={SHAPE_KINDS.map((each) => [each, SHAPE_NAMES[each]])}
          onChoose={(chosen) => set(newShape(chosen))}
        />
        {alone && <Measures key={pane.shape.kind} pane={pane} onChange={set} />}
      </div>
      {alone && !plain && (
        <>
          <ShapeDrawing shape={pane.shape} readings={pane.readings} unit={unit} />
          {outline.ok ? (
            <p className="text-sm text-quiet">{formatArea(areaM2, unit)} of glass within its outline.</p>
          ) : (
            <Note tone="doubt">{describeShapeProblem(outline.problem, unit)}</Note>
          )}
        </>
      )}
    </div>
  );
}
