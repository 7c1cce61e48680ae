import { endsIn, type DayPlan } from '@neat-sill/core/day';
import { kitFor } from '@neat-sill/core/fitting';
import { VISIT_ID, type DerivedJob, type VisitPlan } from '@neat-sill/core/job';
import { countOf, formatNumber, formatVolume, listOf } from '@neat-sill/core/units';
import { visitClock, visitTaskOf } from '@neat-sill/core/visits';
import { KIT_NAMES, describeTask, nameOfRoom } from '@neat-sill/core/words';
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces.js';
import { letterhead } from './letterhead.ts';
import { HAIRLINE } from './pdf.ts';
import { PaperProblem, headerFor, showDay, type PaperInput } from './paperInput.ts';

const two = (value: number) => String(value).padStart(2, '0');
const clockText = (minute: number) => `${Math.floor(minute / 60)}:${two(minute % 60)}`;

/** What each of those who come does on one day, in the order of the clock. */
function ofDay(
  visit: VisitPlan,
  job: DerivedJob,
  clock: ReturnType<typeof visitClock>,
  day: number,
): Content[] {
  const labelOf = (paneId: string) => job.pane(paneId)?.record.label ?? '?';
  const roomOf = (roomId: string) => nameOfRoom(roomId, job.records.room);
  const said = (taskId: string) => {
    const task = visitTaskOf(taskId);
    return task ? describeTask(task, labelOf, roomOf) : taskId;
  };
  const on = (each: DayPlan['assignments'][number]) => clock.local(each.start).day === day;
  const all = visit.plan.assignments.filter(on);
  if (all.length === 0) return [];
  const endOf = endsIn(visit.day);
  const nameOf = (id: string) => visit.workers.find((worker) => worker.id === id)?.name ?? '?';
  return [
    { text: showDay(clock.dayOf(day)), style: 'heading' },
    ...visit.workers.flatMap(({ id, name }): Content[] => {
      const own = all.filter(({ people }) => people.includes(id));
      if (own.length === 0) return [];
      return [
        { text: name, bold: true, margin: [0, 6, 0, 2] },
        {
          fontSize: 9.5,
          table: {
            widths: [74, '*', 'auto'],
            body: own.map((each) => [
              `${clockText(clock.local(each.start).minute)} to ${clockText(clock.local(endOf(each) ?? each.start).minute)}`,
              said(each.taskId),
              each.people.length > 1
                ? `with ${listOf(each.people.filter((other) => other !== id).map(nameOf))}`
                : '',
            ]),
          },
          layout: { hLineColor: () => HAIRLINE, vLineWidth: () => 0, hLineWidth: () => 0.6 },
        },
      ];
    }),
    {
      text: job.walls
        .map(({ id, record }) => {
          const sun = job
            .sunOf(id, clock.dayOf(day))
            .map(
              ({ fromMinute, toMinute }) =>
                `${clockText(Math.floor(fromMinute))} to ${clockText(Math.ceil(toMinute))}`,
            );
          return `${record.name}: ${sun.length > 0 ? `sun ${listOf(sun)}` : 'no sun'}`;
        })
        .join('. '),
      style: 'quiet',
      margin: [0, 6, 0, 0],
    },
  ];
}

/** What has to be loaded: film, solution, what is used up, tools. */
function toLoad({ job, unit }: PaperInput): string[] {
  const panes = job.panes.flatMap(({ toFit, fittingPlan, fitting }) =>
    toFit && fittingPlan && fitting.doneAt === null ? [{ toFit, plan: fittingPlan }] : [],
  );
  const { lines, solution } = kitFor(panes, job.rules);
  const rolls =
    job.kept.kind === 'holds'
      ? job.kept.kept.plan.sources.map(({ id, filmId }) => {
          const name = job.shop.films.find((film) => film.id === filmId)?.name ?? filmId;
          return `${name}, ${id}`;
        })
      : [];
  return [
    ...rolls,
    ...(solution.ml > 0 ? [`${formatVolume(solution.ml, unit)} of mounting solution`] : []),
    ...lines.map(({ kind, item, amount }) =>
      kind === 'usedUp' ? `${KIT_NAMES[item]}: ${formatNumber(Math.ceil(amount))}` : KIT_NAMES[item],
    ),
  ];
}

/** The day sheet of a kept plan: where to go, who does what when, the sun, what to load, and what to mind. */
export function daySheet(input: PaperInput): Omit<TDocumentDefinitions, 'defaultStyle' | 'styles'> {
  const { job, shop } = input;
  const header = headerFor(input);
  const visit = job.records.visit[VISIT_ID];
  if (!visit) throw new PaperProblem('No plan of the days is kept yet: open Day, plan, and keep it.');
  const clock = visitClock(header.site.timeZone, visit.from);
  const { access, floorProtection, workingHours, hazards } = header.visit;
  const mind = [
    access && `Access: ${access}`,
    workingHours && `Hours: ${workingHours}`,
    floorProtection && `Floor: ${floorProtection}`,
    hazards && `Mind: ${hazards}`,
  ].filter((line) => typeof line === 'string' && line !== '');
  const left = visit.plan.unplaced.length;
  return {
    info: { title: `Day sheet, ${header.customer}` },
    content: [
      letterhead(shop),
      { text: `Day sheet: ${header.name}`, style: 'title' },
      {
        text: `${[header.customer, header.site.address, header.site.town].filter(Boolean).join(', ')}. ${listOf(visit.workers.map(({ name }) => name))}.`,
        style: 'quiet',
      },
      ...(mind.length > 0 ? [{ ul: mind, margin: [0, 6, 0, 0] } as Content] : []),
      ...Array.from({ length: visit.days }, (_, day) => ofDay(visit, job, clock, day)).flat(),
      ...(left > 0
        ? [
            {
              text: `${countOf(left, 'task')} did not fit and ${left === 1 ? 'is' : 'are'} not on this sheet.`,
            },
          ]
        : []),
      { text: 'To load', style: 'heading' },
      { ul: toLoad(input) },
    ],
  };
}
