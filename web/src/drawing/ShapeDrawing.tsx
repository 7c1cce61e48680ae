import { paneOutline, type PaneShape, type Readings } from '@neat-sill/core/survey';
import { formatLength, type LengthUnit } from '@neat-sill/core/units';
import { SHAPE_NAMES } from '@neat-sill/core/words';
import { BlockFaces } from './BlockFaces.tsx';
import { DimensionLine } from './DimensionLine.tsx';
import { outlinePath } from './outlinePath.ts';
import type { Box } from './wallGeometry.ts';

const SHEET = { width: 400, height: 250 };
const MARGIN = { x: 64, top: 34, bottom: 34 };

interface ShapeDrawingProps {
  readonly shape: PaneShape;
  readonly readings: Readings;
  readonly unit: LengthUnit;
}

/** Dimensions beyond the box around a shape, each with where it is drawn. */
function Further({ shape, readings, unit, box, scale }: ShapeDrawingProps & { box: Box; scale: number }) {
  const right = box.x + box.width + 24;
  const top = box.y - 16;
  const foot = box.y + box.height;
  const across = (fromMm: number, toMm: number, at = top) => (
    <DimensionLine
      along="x"
      from={box.x + fromMm * scale}
      to={box.x + toMm * scale}
      atPx={at}
      mm={toMm - fromMm}
      unit={unit}
    />
  );
  const up = (fromPx: number, toPx: number) => (
    <DimensionLine along="y" from={fromPx} to={toPx} atPx={right} mm={(toPx - fromPx) / scale} unit={unit} />
  );
  const text = (x: number, y: number, content: string) => (
    <text x={x} y={y} textAnchor="middle" fontSize="13" fontWeight="600" fill="var(--ink)">
      {content}
    </text>
  );
  switch (shape.kind) {
    case 'rectangle':
      return text(box.x + box.width - 34, box.y + 24, `R ${formatLength(shape.cornerRadiusMm, { unit })}`);
    case 'trapezium': {
      const topMm = readings.widthTop?.mm ?? 0;
      if (shape.parallel === 'level')
        return across(Math.max(0, shape.offsetMm), Math.max(0, shape.offsetMm) + topMm);
      const side = (place: 'heightLeft' | 'heightRight', higherMm: number, at: number) => {
        const lengthMm = readings[place]?.mm ?? 0;
        const low = foot - Math.max(0, higherMm) * scale;
        return (
          <DimensionLine
            along="y"
            from={low - lengthMm * scale}
            to={low}
            atPx={at}
            mm={lengthMm}
            unit={unit}
          />
        );
      };
      return (
        <>
          {side('heightLeft', -shape.offsetMm, box.x - 20)}
          {side('heightRight', shape.offsetMm, right)}
        </>
      );
    }
    case 'triangle':
      return across(0, shape.apexMm ?? (readings.widthBottom?.mm ?? 0) / 2);
    case 'arch': {
      const springing = readings.heightLeft?.mm ?? readings.heightRight?.mm;
      const crown = readings.heightMiddle?.mm ?? 0;
      const riseMm = shape.riseMm ?? crown - (springing ?? crown);
      return up(box.y, box.y + riseMm * scale);
    }
    case 'quadrilateral': {
      const { widthTop, heightRight, diagonalDown } = readings;
      return (
        <>
          {widthTop && text(box.x + box.width / 2, box.y - 8, formatLength(widthTop.mm, { unit }))}
          {heightRight && (
            <text
              x={right}
              y={box.y + box.height / 2}
              textAnchor="middle"
              fontSize="13"
              fontWeight="600"
              fill="var(--ink)"
              transform={`rotate(90 ${right} ${box.y + box.height / 2})`}
            >
              {formatLength(heightRight.mm, { unit })}
            </text>
          )}
          {diagonalDown &&
            text(
              box.x + box.width / 2,
              box.y + box.height / 2,
              `⟍ ${formatLength(diagonalDown.mm, { unit })}`,
            )}
        </>
      );
    }
    case 'blocks':
      return across(0, shape.block.widthMm);
    case 'circle':
      return null;
  }
}

/** A pane that is no plain rectangle, to scale and with its dimensions, as on a building drawing. */
export function ShapeDrawing({ shape, readings, unit }: ShapeDrawingProps) {
  const drawn = paneOutline(shape, readings);
  if (!drawn.ok) return null;
  const { widthMm, heightMm } = drawn.value.bounding;
  const scale = Math.min(
    (SHEET.width - 2 * MARGIN.x) / widthMm,
    (SHEET.height - MARGIN.top - MARGIN.bottom) / heightMm,
  );
  const box: Box = {
    width: widthMm * scale,
    height: heightMm * scale,
    x: (SHEET.width - widthMm * scale) / 2,
    y: MARGIN.top + (SHEET.height - MARGIN.top - MARGIN.bottom - heightMm * scale) / 2,
  };
  const raked = shape.kind === 'trapezium' && shape.parallel === 'upright';
  const size = `${formatLength(widthMm, { unit })} by ${formatLength(heightMm, { unit })}`;
  return (
    <svg
      viewBox={`0 0 ${SHEET.width} ${SHEET.height}`}
      className="block w-full max-w-md border border-hairline-soft bg-sheet"
      role="img"
      aria-label={`${SHAPE_NAMES[shape.kind]}, ${size} over all`}
    >
      {shape.kind === 'blocks' ? (
        <BlockFaces shape={shape} box={box} fill="var(--glass)" />
      ) : (
        <path d={outlinePath(drawn.value, box)} fill="var(--glass)" stroke="var(--ink)" strokeWidth="1.4" />
      )}
      <DimensionLine
        along="x"
        from={box.x}
        to={box.x + box.width}
        atPx={box.y + box.height + 18}
        mm={widthMm}
        unit={unit}
      />
      {shape.kind !== 'circle' && !raked && (
        <DimensionLine
          along="y"
          from={box.y}
          to={box.y + box.height}
          atPx={box.x - 20}
          mm={heightMm}
          unit={unit}
        />
      )}
      <Further {...{ shape, readings, unit, box, scale }} />
    </svg>
  );
}
