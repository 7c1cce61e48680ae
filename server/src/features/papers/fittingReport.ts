import { groupsToDo, minutesBySteps, stepsToDo, tickOf, type FittingState } from '@neat-sill/core/fitting';
import type { DerivedJob, DerivedPane } from '@neat-sill/core/job';
import { meterVerdict, throughPane } from '@neat-sill/core/advice';
import { countOf, formatLength, formatShare, formatTemperature, listOf } from '@neat-sill/core/units';
import {
  FAULT_NAMES,
  FAULT_STANDING_NAMES,
  GROUP_NAMES,
  describeAnchoring,
  describePlaceOnPane,
} from '@neat-sill/core/words';
import { TZDate } from '@date-fns/tz';
import { format, parseISO } from 'date-fns';
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces.js';
import { letterhead } from './letterhead.ts';
import { PaperProblem, headerFor, showDay, type PaperInput } from './paperInput.ts';
import { signatureOf } from './signature.ts';

const METER_SAYS = {
  asComputed: 'as computed for this film on this glass',
  film: 'not as computed: another film may hang there',
  glass: 'not as computed: the glass may be another than was entered',
  meter: 'off by the same share before and after: the meter is out',
} as const;

/** What light, heat and UV came through before and after, and whether that is what was computed. */
function meterLine({ fitting, record, film }: DerivedPane, tolerance: number): string | null {
  const { before, after } = fitting.meter;
  if (!before || !after || !film) return null;
  const share = (value: number | null) => (value === null ? '–' : formatShare(value));
  const shown = `Light ${share(before.light)} before, ${share(after.light)} after; heat ${share(before.heat)}, ${share(after.heat)}; UV ${share(before.uv)}, ${share(after.uv)}`;
  if (before.heat === null || before.uv === null || after.heat === null || after.uv === null)
    return `${shown}.`;
  const read = {
    before: { light: before.light, solar: before.heat, uv: before.uv },
    after: { light: after.light, solar: after.heat, uv: after.uv },
  };
  const computed = { before: throughPane(record, null), after: throughPane(record, film) };
  return `${shown}: ${METER_SAYS[meterVerdict(read, computed, tolerance)]}.`;
}

/** When each stretch of the work was done and by whom, by the clock of the site. */
function stretches(pane: DerivedPane, timeZone: string): string[] {
  if (!pane.fittingPlan) return [];
  const clock = (at: string) => format(new TZDate(parseISO(at).getTime(), timeZone), 'd MMM HH:mm');
  return groupsToDo(stepsToDo(pane.fittingPlan, pane.fitting)).flatMap(({ group, panel, steps }) => {
    const ticks = steps.flatMap(({ key }) => tickOf(pane.fitting, key) ?? []);
    const last = ticks.sort((a, b) => Date.parse(b.at) - Date.parse(a.at))[0];
    const who = [...new Set(ticks.flatMap(({ by }) => by?.name ?? []))];
    return last
      ? [
          `${GROUP_NAMES[group]}${panel === null ? '' : `, panel ${panel}`}: ${clock(last.at)}${who.length > 0 ? `, ${listOf(who)}` : ''}`,
        ]
      : [];
  });
}

function faultLines({ faults }: FittingState): string[] {
  return faults.map(({ kind, x, y, note, standing, history }) => {
    const last = history.at(-1);
    const became =
      standing === 'open'
        ? 'open'
        : `${FAULT_STANDING_NAMES[standing]}${last?.by ? ` by ${last.by}` : ''}${last?.how ? `, ${last.how}` : ''}${last?.until ? ` until ${showDay(last.until)}` : ''}`;
    return `${FAULT_NAMES[kind]} at the ${describePlaceOnPane({ x, y })}${note && `, ${note}`}: ${became}`;
  });
}

function paneBlock(pane: DerivedPane, job: DerivedJob, { unit }: PaperInput): Content {
  const { record, fitting, film, fittingPlan } = pane;
  const wall = job.wall(pane.wallId)?.record;
  const room = job.records.room[wall?.roomId ?? '']?.name ?? '';
  const show = (mm: number) => formatLength(mm, { unit });
  const size = pane.toFit && `${show(pane.toFit.glass.widthMm)} × ${show(pane.toFit.glass.heightMm)}`;
  const minutes = minutesBySteps(fitting).reduce((sum, each) => sum + each.minutes, 0);
  const lot = fitting.lot ?? film?.lots[0] ?? null;
  const facts = [
    [film?.name, size, lot && `lot ${lot}`].filter(Boolean).join(', '),
    fitting.conditions
      ? `Glass ${formatTemperature(fitting.conditions.glassC, unit)}, room ${formatTemperature(fitting.conditions.roomC, unit)}${fitting.conditions.directSun ? ', sun on it' : ''}`
      : '',
    minutes > 0 && fitting.timesCount ? `${Math.round(minutes)} min from the first step to the last` : '',
    fittingPlan?.anchor ? describeAnchoring(fittingPlan.anchor, job.rules, unit) : '',
    fitting.takenBy ? `Called done by ${fitting.takenBy} with an open fault` : '',
    ...fitting.takenOn.map(({ by }) => `${by} went on although the plan advised against it`),
    meterLine(pane, job.rules.fitting.meterTolerance) ?? '',
  ].filter(Boolean);
  return {
    stack: [
      { text: `Pane ${record.label}, ${[room, wall?.name].filter(Boolean).join(', ')}`, style: 'heading' },
      {
        columns: [
          { stack: facts.map((text) => ({ text })), width: '*' },
          { ul: stretches(pane, job.header?.site.timeZone ?? 'UTC'), width: 'auto' },
        ],
        columnGap: 16,
      },
      ...(fitting.faults.length > 0
        ? [{ text: 'Faults', bold: true, margin: [0, 4, 0, 0] }, { ul: faultLines(fitting) }]
        : []),
    ] as Content[],
    unbreakable: true,
  };
}

/** Who did what at each pane and when, with glass, air, lots, faults and what became of them; signed by the customer. */
export function fittingReport(input: PaperInput): Omit<TDocumentDefinitions, 'defaultStyle' | 'styles'> {
  const { job, shop, today } = input;
  const header = headerFor(input);
  const begun = job.panes.filter(
    ({ fitting }) =>
      Object.keys(fitting.ticks).length > 0 || fitting.doneAt !== null || fitting.faults.length > 0,
  );
  if (begun.length === 0)
    throw new PaperProblem('Nothing is fitted yet: tick the first steps in Fitting, then make the report.');
  const done = begun.filter(({ fitting }) => fitting.doneAt !== null).length;
  const signature = signatureOf(job, 'handover');
  return {
    info: { title: `Fitting report, ${header.customer}` },
    content: [
      letterhead(shop),
      { text: 'Fitting report', style: 'title' },
      {
        text: `${header.customer}, ${header.site.address || header.site.town}. ${showDay(today)}. ${done} of ${countOf(job.panes.length, 'pane')} done.`,
        style: 'quiet',
      },
      ...begun.map((pane) => paneBlock(pane, job, input)),
      signature
        ? {
            stack: [{ text: `For ${header.customer}`, margin: [0, 24, 0, 2] }, signature] as Content[],
            unbreakable: true,
          }
        : ({ text: `For ${header.customer}\n\n\n____________________`, margin: [0, 30, 0, 0] } as Content),
    ],
  };
}
