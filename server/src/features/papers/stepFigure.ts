import {
  LABEL_HEIGHT_PX,
  STROKE_LOOKS,
  placedLabels,
  strokeWidthPx,
  type Area,
  type Mark,
  type MarkColour,
  type PaneToFit,
  type Point,
  type StepDrawing,
} from '@neat-sill/core/fitting';
import type { LengthUnit } from '@neat-sill/core/units';
import { describeMark } from '@neat-sill/core/words';
import { BRICK, INK, QUIET } from './pdf.ts';

/** How large a step is drawn before it is scaled to its column, px. */
const STEP_FIGURE = { width: 300, height: 210 } as const;

const COLOURS: Readonly<Record<MarkColour, string>> = {
  edge: '#1E7A5F',
  brick: BRICK,
  ochre: '#C9881F',
  ink: INK,
};
const GLASS = '#E6EFEB';
const FILM = '#C3D2CC';
const TIMBER = '#E9DFC9';

const n = (value: number) => value.toFixed(1);
const path = (points: readonly Point[]) =>
  points.map(({ x, y }, at) => `${at === 0 ? 'M' : 'L'}${n(x)} ${n(y)}`).join('');

function spot({ role }: Extract<Mark, { kind: 'spot' }>, { x, y }: Point): string {
  switch (role) {
    case 'mark':
      return `<path d="M${n(x - 6)} ${n(y - 8)}L${n(x)} ${n(y)}L${n(x + 6)} ${n(y - 8)}" fill="none" stroke="${BRICK}" stroke-width="3"/>`;
    case 'moveStraightEdge':
      return `<path d="M${n(x - 9)} ${n(y)}h18" stroke="${INK}" stroke-width="2"/>`;
    case 'tape':
      return `<rect x="${n(x - 8)}" y="${n(y - 8)}" width="16" height="16" fill="${COLOURS.ochre}" stroke="${INK}"/>`;
    case 'changeHands':
    case 'patternStart':
      return `<circle cx="${n(x)}" cy="${n(y)}" r="6" fill="${COLOURS.ochre}" stroke="${INK}" stroke-width="1.5"/>`;
  }
}

const escaped = (text: string) => text.replaceAll('&', '&amp;').replaceAll('<', '&lt;');

/** The drawing of a step as SVG for paper; null where there is nothing to see but the pane. */
export function stepFigure(drawing: StepDrawing, pane: PaneToFit, unit: LengthUnit): string | null {
  const { glass, outline, film, blocks, marks } = drawing;
  if (marks.length === 0) return null;
  const { width, height } = STEP_FIGURE;
  const px = Math.min((width - 60) / glass.width, (height - 50) / glass.height);
  const left = (width - glass.width * px) / 2;
  const top = (height - glass.height * px) / 2;
  const at = ({ x, y }: Point): Point => ({ x: left + x * px, y: top + y * px });
  const rect = (area: Area, looks: string) => {
    const { x, y } = at({ x: area.left, y: area.top });
    return `<rect x="${n(x)}" y="${n(y)}" width="${n(area.width * px)}" height="${n(area.height * px)}" ${looks}/>`;
  };
  const around = path(outline.map(at));
  const drawn = marks.flatMap((mark) => {
    if (mark.kind === 'spot') return [spot(mark, at(mark.at))];
    if (mark.kind === 'label') return [];
    const { colour, dash, opacity = 1 } = STROKE_LOOKS[mark.role];
    const broad = strokeWidthPx(mark.role, mark.widthMm, px);
    return [
      `<path d="${path(mark.path.map(at))}" fill="none" stroke="${COLOURS[colour]}" stroke-width="${n(broad)}" stroke-opacity="${opacity}" stroke-linejoin="round"${dash ? ` stroke-dasharray="${dash}"` : ' stroke-linecap="round"'}/>`,
    ];
  });
  const labels = placedLabels(marks, at, STEP_FIGURE, (says) => describeMark(says, unit)).map(
    ({ text, x, y, widthPx }) =>
      `<rect x="${n(x - widthPx / 2)}" y="${n(y - LABEL_HEIGHT_PX / 2)}" width="${n(widthPx)}" height="${LABEL_HEIGHT_PX}" fill="#fff" fill-opacity="0.9"/><text x="${n(x)}" y="${n(y + 4.5)}" text-anchor="middle" font-family="Atkinson" font-weight="bold" font-size="13" fill="${INK}">${escaped(text)}</text>`,
  );
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}" width="${width}" height="${height}">`,
    `<path d="${around}Z" fill="${TIMBER}" stroke="${INK}" stroke-width="19"/>`,
    `<path d="${around}Z" fill="${GLASS}" stroke="${TIMBER}" stroke-width="16"/>`,
    `<path d="${around}Z" fill="${GLASS}"/>`,
    ...film.map((area) =>
      rect(area, `fill="${FILM}" fill-opacity="0.8" stroke="${QUIET}" stroke-dasharray="4 3"`),
    ),
    ...blocks.map((area) => rect(area, `fill="${GLASS}" stroke="${QUIET}"`)),
    ...drawn,
    ...labels,
    '</svg>',
  ].join('');
}
