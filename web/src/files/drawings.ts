import type { PlotOutline, PlotRect } from '@neat-sill/core/cuts';
import type { DrawnOpening, OutlineCorner } from '@neat-sill/core/survey';
import type { DrawnLayers } from './parseDrawing.ts';
import { readApart } from './readApart.ts';
import { UnreadableFile } from './unreadable.ts';

/** Elevations as DXF: closed outlines by layer, read and written by the standard packages. */

const LARGEST_DRAWING_MB = 20;

export async function readDrawing(file: File): Promise<DrawnLayers> {
  if (file.size > LARGEST_DRAWING_MB * 2 ** 20)
    throw new UnreadableFile(
      `“${file.name}” has more than ${LARGEST_DRAWING_MB} MB; save only the elevation.`,
    );
  return readApart({ kind: 'drawing', name: file.name, text: await file.text() });
}

/** An elevation: the glass of each opening as closed outlines, arcs as arcs, on one layer, its number beside it, in millimetres. */
export async function drawingOf(
  openings: readonly (Pick<DrawnOpening, 'leftMm' | 'sillMm' | 'widthMm' | 'heightMm'> & {
    readonly label: string;
    /** Its true outlines, mm from its top left corner and downwards: one, or one for each glass block. */
    readonly outlines: readonly (readonly OutlineCorner[])[];
  })[],
): Promise<Blob> {
  const { DxfWriter, LWPolylineFlags, Units, point2d, point3d } = await import('@tarikjabiri/dxf');
  const drawing = new DxfWriter();
  drawing.setUnits(Units.Millimeters);
  drawing.addLayer('GLASS', 3, 'CONTINUOUS');
  drawing.addLayer('NUMBERS', 8, 'CONTINUOUS');
  for (const { leftMm, sillMm, widthMm, heightMm, label, outlines } of openings) {
    drawing.setCurrentLayerName('GLASS');
    for (const corners of outlines)
      drawing.addLWPolyline(
        corners.map(({ x, y, bulge }) => ({
          point: point2d(leftMm + x, sillMm + heightMm - y),
          // Bulges of the format turn against the clock, ours with it.
          bulge: -bulge,
        })),
        { flags: LWPolylineFlags.Closed },
      );
    drawing.setCurrentLayerName('NUMBERS');
    drawing.addText(point3d(leftMm + widthMm / 2, sillMm + heightMm / 2, 0), 60, label);
  }
  return new Blob([drawing.stringify()], { type: 'application/dxf' });
}

/**
 * A plot as DXF: what is cut on the layer CUT (the pieces, or outlines with their arcs), pulls on FILM, names beside them;
 * millimetres, y upwards.
 */
export async function plotDxf(
  rects: readonly PlotRect[],
  outlines: readonly PlotOutline[] | null = null,
): Promise<Blob> {
  const { DxfWriter, LWPolylineFlags, Units, point2d, point3d } = await import('@tarikjabiri/dxf');
  const drawing = new DxfWriter();
  drawing.setUnits(Units.Millimeters);
  drawing.addLayer('FILM', 8, 'CONTINUOUS');
  drawing.addLayer('CUT', 1, 'CONTINUOUS');
  drawing.addLayer('NUMBERS', 8, 'CONTINUOUS');
  drawing.setCurrentLayerName('CUT');
  for (const { corners } of outlines ?? [])
    drawing.addLWPolyline(
      corners.map(({ x, y, bulge }) => ({ point: point2d(x, -y), bulge: -bulge })),
      { flags: LWPolylineFlags.Closed },
    );
  for (const { name, x, y, w, l, kind } of rects) {
    drawing.setCurrentLayerName(kind === 'piece' && outlines === null ? 'CUT' : 'FILM');
    const corners = [
      [x, y],
      [x + w, y],
      [x + w, y + l],
      [x, y + l],
    ] as const;
    drawing.addLWPolyline(
      corners.map(([at, down]) => ({ point: point2d(at, -down) })),
      { flags: LWPolylineFlags.Closed },
    );
    drawing.setCurrentLayerName('NUMBERS');
    if (kind === 'piece') drawing.addText(point3d(x + w / 2, -(y + l / 2), 0), 40, name);
  }
  return new Blob([drawing.stringify()], { type: 'application/dxf' });
}
