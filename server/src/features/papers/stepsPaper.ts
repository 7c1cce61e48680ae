import {
  NOTHING_FITTED,
  stepDrawing,
  stepsToDo,
  type FittingPlan,
  type PaneToFit,
  type StepToDo,
} from '@neat-sill/core/fitting';
import type { DerivedPane } from '@neat-sill/core/job';
import { countOf, formatLength, listOf } from '@neat-sill/core/units';
import { CAUTION_TEXTS, STEP_NAMES, describeHanging, describeMixing, stepWords } from '@neat-sill/core/words';
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces.js';
import { letterhead } from './letterhead.ts';
import { HAIRLINE, QUIET } from './pdf.ts';
import { PaperProblem, headerFor, showDay, type PaperInput } from './paperInput.ts';
import { stepFigure } from './stepFigure.ts';

/** Steps beside each other, and the room between them, pt. */
const COLUMNS = 3;
const GAP_PT = 14;
const COLUMN_PT = (499 - (COLUMNS - 1) * GAP_PT) / COLUMNS;

/** A pane whose steps are known. */
interface Planned {
  readonly pane: DerivedPane;
  readonly toFit: PaneToFit;
  readonly plan: FittingPlan;
}

/** A step in words, below its drawing where it has one. */
function stepBlock(
  { step, afterDays }: StepToDo,
  number: number,
  { pane: { rules }, toFit, plan }: Planned,
  { unit }: PaperInput,
): Content {
  const { text, more } = stepWords({ step, pane: toFit, plan, rules, unit });
  const figure = stepFigure(stepDrawing({ step, pane: toFit, plan, rules }), toFit, unit);
  const { panel } = step.figures;
  const name = `${number}  ${STEP_NAMES[step.code]}${typeof panel === 'number' ? `, panel ${panel}` : ''}`;
  const after = [
    step.waitMin > 0 ? `Wait ${countOf(step.waitMin, 'minute')} first.` : '',
    afterDays > 0 ? `Not before ${countOf(afterDays, 'day')} later.` : '',
  ].filter(Boolean);
  const words: Content[] = [
    { text: name, bold: true },
    ...after.map((said) => ({ text: said, bold: true, color: QUIET })),
    { text, fontSize: 9.5 },
    ...[more, ...step.cautions.map((caution) => CAUTION_TEXTS[caution])].flatMap((said) =>
      said ? [{ text: said, fontSize: 8, color: QUIET }] : [],
    ),
  ];
  return {
    width: COLUMN_PT,
    stack: [
      ...(figure ? [{ svg: figure, width: COLUMN_PT, margin: [0, 0, 0, 4] }] : []),
      ...words,
    ] as Content[],
  } as Content;
}

/** Blocks in rows, each row kept on one page. */
function inRows(blocks: readonly Content[]): Content[] {
  return Array.from({ length: Math.ceil(blocks.length / COLUMNS) }, (_, row) => ({
    columns: blocks.slice(row * COLUMNS, (row + 1) * COLUMNS),
    columnGap: GAP_PT,
    margin: [0, 8, 0, 6],
    unbreakable: true,
  })) as Content[];
}

/** Panes that are done alike, by all that their steps and drawings are made from; in their order. */
function alike(panes: readonly Planned[]): readonly (readonly Planned[])[] {
  const groups = new Map<string, Planned[]>();
  for (const each of panes) {
    const { toFit, plan } = each;
    const key = JSON.stringify([plan, { ...toFit, label: '', film: toFit.film.id }]);
    groups.set(key, [...(groups.get(key) ?? []), each]);
  }
  return [...groups.values()];
}

function panesBlock(panes: readonly Planned[], isFirst: boolean, input: PaperInput): Content[] {
  const [first] = panes;
  if (!first) return [];
  const { toFit, plan } = first;
  const show = (mm: number) => formatLength(mm, { unit: input.unit });
  const labels = panes.map(({ pane }) => pane.record.label);
  return [
    {
      text: `${labels.length > 1 ? 'Panes' : 'Pane'} ${listOf(labels)}`,
      style: 'heading',
      ...(isFirst ? {} : { pageBreak: 'before' as const }),
    },
    {
      text: [
        `${toFit.film.name}, ${show(toFit.glass.widthMm)} × ${show(toFit.glass.heightMm)}`,
        describeHanging({ hang: plan.ways.hang, hands: plan.hands, because: plan.handsBecause }),
        `Mix ${describeMixing(plan.solution, input.unit)}.`,
      ].join('. '),
      color: QUIET,
      margin: [0, 0, 0, 4],
    },
    { canvas: [{ type: 'line', x1: 0, y1: 0, x2: 499, y2: 0, lineColor: HAIRLINE, lineWidth: 0.7 }] },
    ...inRows(stepsToDo(plan, NOTHING_FITTED).map((step, at) => stepBlock(step, at + 1, first, input))),
  ];
}

/** The steps of each pane that is still to be fitted, in words and drawn; panes that are done alike stand together. */
export function stepsPaper(input: PaperInput): Omit<TDocumentDefinitions, 'defaultStyle' | 'styles'> {
  const { job, shop, today } = input;
  const header = headerFor(input);
  const planned = job.panes.flatMap((pane): Planned[] =>
    pane.toFit && pane.fittingPlan ? [{ pane, toFit: pane.toFit, plan: pane.fittingPlan }] : [],
  );
  const panes = planned.filter(({ pane }) => pane.fitting.doneAt === null);
  if (panes.length === 0)
    throw new PaperProblem(
      planned.length > 0
        ? 'Every pane is done: there are no steps left to print.'
        : 'No pane has a size and a film yet: measure one and choose its film, then print the steps.',
    );
  return {
    info: { title: `Steps, ${header.name}` },
    content: [
      letterhead(shop),
      { text: 'Steps at each pane', style: 'title' },
      {
        text: `${header.name}, ${header.site.address || header.site.town}. ${showDay(today)}. ${countOf(panes.length, 'pane')} to fit.`,
        style: 'quiet',
      },
      ...alike(panes).flatMap((group, at) => panesBlock(group, at === 0, input)),
    ],
  };
}
