import { cutList, handRulesOf, type CutPiece, type CutStep } from '@neat-sill/core/cuts';
import { filmWantedBy } from '@neat-sill/core/buying';
import { checkPlan } from '@neat-sill/core/check';
import {
  formatBareLength,
  formatLength,
  formatRollWidth,
  formatRun,
  formatShare,
  listOf,
  type LengthUnit,
} from '@neat-sill/core/units';
import { SIDE_NAMES, describeSheet, describeTrimOff, describeUnplaced } from '@neat-sill/core/words';
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces.js';
import { BRICK, HAIRLINE, INK, QUIET } from './pdf.ts';
import { letterhead } from './letterhead.ts';
import { headerFor, heldPlan, showDay, type PaperInput } from './paperInput.ts';
import { lotOf, pieceFacts } from './pieceFacts.ts';

const ROLL_DRAWING_WIDTH = 150;

/** A box to tick beside what is to be done; made anew each time, since the writer of PDF keeps its place in it. */
const tickBox = (): Content =>
  ({
    canvas: [{ type: 'rect', x: 0, y: 2, w: 9, h: 9, lineWidth: 0.8, lineColor: INK }],
    width: 15,
  }) as Content;

function pieceLine(input: PaperInput, piece: CutPiece, show: (mm: number) => string): Content {
  const { where, glass, shape, pattern } = pieceFacts(input, piece, show);
  const onGlass = [where, glass && `glass ${glass}`, shape, pattern].filter(Boolean).join(', ');
  const cut =
    piece.crossCutAtMm === null ? 'to the end of the pull' : `cut across at ${show(piece.crossCutAtMm)}`;
  const stays = piece.cutWidthMm - piece.piece.w;
  const trim =
    piece.trimToMm !== null
      ? `, trim to ${show(piece.trimToMm)} wide`
      : stays > 0.5
        ? `, ${show(stays)} stay on it across`
        : '';
  const edge = piece.factoryEdge
    ? ` Factory edge (${piece.factoryEdge.rollEdge} of roll) goes to the ${SIDE_NAMES[piece.factoryEdge.side]}.`
    : '';
  const seam = piece.seams
    .map(
      ({ side, rollEdge }) =>
        ` Seam at its ${SIDE_NAMES[side]}${rollEdge ? `, ${rollEdge} edge of the roll` : ''}.`,
    )
    .join('');
  return {
    columns: [
      tickBox(),
      {
        stack: [
          {
            text: [
              { text: piece.name, bold: true },
              `  ${show(piece.piece.w)} × ${show(piece.piece.l)}, ${cut}${trim}. Free end is the ${SIDE_NAMES[piece.freeEndIs]}.${edge}${seam}`,
            ],
          },
          { text: onGlass, color: QUIET, fontSize: 9 },
        ],
      },
    ],
  };
}

/** The pull to scale, as it comes out of the box: free end at the bottom. */
function pullDrawing({ pull, source, sheet, strips, keep, knifeAtMm }: CutStep, unit: LengthUnit): Content {
  const scale = ROLL_DRAWING_WIDTH / source.width;
  const height = Math.min(220, Math.max(24, pull.length * scale));
  const down = height / pull.length;
  const rect = (r: { x: number; y: number; w: number; l: number }, fill: string, dash: string) =>
    `<rect x="${r.x * scale}" y="${(pull.length - r.y - r.l) * down}" width="${r.w * scale}" height="${r.l * down}" fill="${fill}" stroke="${INK}" stroke-width="0.7" ${dash}/>`;
  const pieces = strips.flatMap((strip) => strip.pieces);
  const label = (r: { x: number; y: number; w: number; l: number }, text: string) =>
    `<text x="${(r.x + r.w / 2) * scale}" y="${(pull.length - r.y - r.l / 2) * down + 3}" font-size="9" text-anchor="middle" fill="${INK}">${text}</text>`;
  const escape = (text: string) => text.replaceAll('&', '&amp;').replaceAll('<', '&lt;');
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${ROLL_DRAWING_WIDTH}" height="${height}">
    <rect width="${ROLL_DRAWING_WIDTH}" height="${height}" fill="#F3EFE6" stroke="${HAIRLINE}" stroke-width="0.7"/>
    ${keep.map((offcut) => rect(offcut, '#F1EADF', 'stroke-dasharray="3 2"') + label(offcut, 'keep')).join('')}
    ${pieces.map(({ piece, name }) => rect(piece, '#DCEBE4', '') + label(piece, escape(name))).join('')}
    ${knifeAtMm.map((at) => `<path d="M${at * scale} 0V${height}" stroke="${BRICK}" stroke-width="0.8"/>`).join('')}
  </svg>`;
  return {
    stack: [
      { svg, width: ROLL_DRAWING_WIDTH },
      {
        text: `${sheet ? 'sheet' : 'roll'} ${formatRollWidth(source.width, unit)} wide`,
        color: QUIET,
        fontSize: 8,
      },
    ],
  };
}

function pullBlock(input: PaperInput, step: CutStep, filmName: string): Content {
  const { unit } = input;
  const lot = lotOf(input, step.source);
  const show = (mm: number) => formatBareLength(mm, { unit, denominator: 32 });
  const knife =
    step.knifeAtMm.length === 0
      ? 'no knife, full width'
      : step.knifeAtMm.map(show).join(', ') + ' from the left edge';
  return {
    unbreakable: true,
    margin: [0, 6, 0, 8],
    columns: [
      { width: ROLL_DRAWING_WIDTH + 16, stack: [pullDrawing(step, unit)] },
      {
        stack: [
          { text: `Pull ${step.pull.id}`, bold: true, fontSize: 12 },
          {
            text: [
              filmName,
              step.sheet
                ? describeSheet(step.sheet, unit)
                : step.source.kind === 'new'
                  ? 'new roll'
                  : step.source.id,
              lot && `lot ${lot}`,
            ]
              .filter(Boolean)
              .join(', '),
            color: QUIET,
          },
          ...(step.source.kind === 'new' && !step.sheet && lot === null
            ? [{ text: 'Lot of the new roll: ________________', color: QUIET }]
            : []),
          ...(step.squaring
            ? [
                {
                  text: `First cut ${show(step.squaring.mm)} off square: the end is ${show(step.squaring.outMm)} out over its width.`,
                  bold: true,
                },
              ]
            : []),
          ...(step.sheet && describeTrimOff(step.sheet, unit) !== null
            ? [{ text: describeTrimOff(step.sheet, unit) ?? '', bold: true }]
            : []),
          {
            text: [
              { text: 'Knife at  ', color: QUIET },
              { text: knife, bold: true },
            ],
          },
          {
            text: [
              { text: step.sheet ? 'Length  ' : 'Pull out  ', color: QUIET },
              { text: formatLength(step.pullOutMm, { unit }), bold: true },
            ],
          },
          { text: 'Then, from the free end:', color: QUIET, margin: [0, 3, 0, 0] },
          ...step.strips.flatMap((strip) => strip.pieces.map((piece) => pieceLine(input, piece, show))),
          ...step.keep.map((offcut): Content => ({
            text: `Keep ${show(offcut.w)} × ${show(offcut.l)}${offcut.factoryEdges.length > 0 ? ` (factory edge ${listOf(offcut.factoryEdges)})` : ''}.`,
            color: QUIET,
          })),
        ],
      },
    ],
  };
}

/** The cut list in the order of the hands, from the plan that was kept; proved once more before it is printed. */
export function cutListPaper(input: PaperInput): Omit<TDocumentDefinitions, 'defaultStyle' | 'styles'> {
  const { unit } = input;
  const header = headerFor(input);
  const { plan, job, cutPullIds } = heldPlan(input, 'cut list');
  const faults = checkPlan(job, plan);
  if (faults.length > 0)
    throw new Error(`A kept plan does not pass its check: ${faults.map(({ code }) => code).join(', ')}`);
  const filmName = (id: string) => job.films.find((film) => film.id === id)?.name ?? id;
  const { rules, plan: now } = input.job;
  const steps = cutList(plan, job, handRulesOf(rules, unit, now.job.stock));
  const totals = plan.summary.byFilm.map(
    ({ filmId, usedLength, usedArea, netArea }) =>
      `${filmName(filmId)}: ${formatRun(usedLength, unit)} of roll, ${formatShare(netArea / usedArea)} of it on the glass.`,
  );
  const toBuy = filmWantedBy({ jobId: '', jobName: header.name }, plan, cutPullIds).map(
    ({ filmId, widthMm, rollMm }) =>
      `To buy: ${filmName(filmId)}, ${formatRollWidth(widthMm, unit)} wide, a roll of ${formatRun(rollMm, unit)}.`,
  );
  return {
    info: { title: `Cut list, ${header.customer}` },
    content: [
      letterhead(input.shop),
      { text: 'Cut list', style: 'title' },
      {
        text: `${header.customer}, ${header.name}. ${showDay(input.today)}. ${unit === 'mm' ? 'Millimetres' : 'Inches'}, film face up, roll’s left edge left.`,
        style: 'quiet',
      },
      { ul: [...totals, ...toBuy], margin: [0, 6, 0, 4] },
      ...steps.map((step) => pullBlock(input, step, filmName(step.source.filmId))),
      ...(plan.unplaced.length > 0
        ? [
            { text: 'Not laid', style: 'heading' },
            {
              ul: plan.unplaced.map(({ paneId, reason }) => {
                const label = job.panes.find((pane) => pane.id === paneId)?.label ?? paneId;
                return `${label}: ${describeUnplaced(reason)}`;
              }),
            },
          ]
        : []),
    ],
  };
}
