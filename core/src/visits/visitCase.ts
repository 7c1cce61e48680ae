import { TZDate } from '@date-fns/tz';
import { addDays, format, formatISO, getISODay, parseISO } from 'date-fns';
import type { DayCase, DayTask, Stretch } from '../day/index.ts';
import type { DerivedJob, DerivedPane, RoomSplit } from '../job/index.ts';
import { askOf } from '../quote/index.ts';
import { durationOf, type FittedTimes } from '../times/index.ts';

/* The work of a job as a day case: what has to be done pane by pane, by whom of those who come, and when the sun is there. */

/** Somebody who comes. */
export interface Worker {
  readonly id: string;
  readonly name: string;
}

/** What a task of a visit is. */
export type VisitTask =
  | { readonly kind: 'setUp' | 'lookAgain'; readonly roomId: string }
  /** Panes that are cleaned one after the other, before the first of them gets its film. */
  | { readonly kind: 'clean'; readonly paneIds: readonly string[] }
  | { readonly kind: 'film'; readonly paneId: string }
  /** The visit of a pane with this number, from 1 on: a bead, a seam's coat, a lead look. */
  | { readonly kind: 'later'; readonly paneId: string; readonly visit: number };

export interface VisitAsked {
  readonly job: DerivedJob;
  readonly times: FittedTimes;
  readonly workers: readonly Worker[];
  /** The first day, `YYYY-MM-DD` at the site, and how many there are. */
  readonly from: string;
  readonly days: number;
  /** When those who come are elsewhere: other jobs, their own calendars. ISO moments. */
  readonly busy?: readonly { readonly personId: string; readonly from: string; readonly to: string }[];
  /** When the glass of a pane is too cold or too hot for its film, in minutes of the clock of these days. */
  readonly glassNotFit?: ReadonlyMap<string, readonly Stretch[]>;
  /** Rooms that are worked in two parts. */
  readonly splits?: readonly RoomSplit[];
  /** When a plan of these days was kept: what was done since belongs to it. Null: what is done is left out. */
  readonly keptAt?: string | null;
}

export interface VisitCase {
  readonly day: DayCase;
  readonly tasks: ReadonlyMap<string, VisitTask>;
  /** Later visits that fall behind these days, with the day from which they can be. */
  readonly afterwards: readonly { readonly paneId: string; readonly from: string }[];
}

const MINUTE_MS = 60_000;
const DAY_MINUTES = 1440;
export const SITE = 'site';
/** Behind the id of a room: the second part of it. */
export const SECOND_PART = '/2';

/** The days of a visit and the minutes of its clock, also where clocks are changed in between. */
export function visitClock(timeZone: string, from: string) {
  const [year = 1970, month = 1, date = 1] = from.split('-').map(Number);
  const start = new TZDate(year, month - 1, date, 0, 0, 0, timeZone);
  return {
    start: formatISO(start),
    /** Minutes from the start to a minute of a local day, which is counted from 0. */
    at: (day: number, minuteOfDay: number): number =>
      Math.round(
        (new TZDate(year, month - 1, date + day, 0, minuteOfDay, 0, timeZone).getTime() - start.getTime()) /
          MINUTE_MS,
      ),
    dayOf: (day: number): string => format(addDays(parseISO(from), day), 'yyyy-MM-dd'),
    /** The local day, from 0, and minute of the day of a moment. */
    local: (moment: number): { readonly day: number; readonly minute: number } => {
      const then = new TZDate(start.getTime() + moment * MINUTE_MS, timeZone);
      const day = Math.round(
        (Date.UTC(then.getFullYear(), then.getMonth(), then.getDate()) - Date.UTC(year, month - 1, date)) /
          (DAY_MINUTES * MINUTE_MS),
      );
      return { day, minute: then.getHours() * 60 + then.getMinutes() };
    },
  };
}

/** Between the ids of panes that are cleaned together. */
const BETWEEN_PANES = '+';

/** What a task of a visit is, by its id; null for one of no visit. */
export function visitTaskOf(taskId: string): VisitTask | null {
  const [, what = '', number = '', id = ''] =
    /^(set up|clean|film|look|later (\d+)) (.+)$/.exec(taskId) ?? [];
  switch (what.split(' ')[0]) {
    case 'set':
      return { kind: 'setUp', roomId: id };
    case 'look':
      return { kind: 'lookAgain', roomId: id };
    case 'clean':
      return { kind: 'clean', paneIds: id.split(BETWEEN_PANES) };
    case 'film':
      return { kind: 'film', paneId: id };
    case 'later':
      return { kind: 'later', paneId: id, visit: Number(number) };
    default:
      return null;
  }
}

/** Panes that get their film on these days: measured, with a film, not done before; with `keptAt` also those done since. */
export const panesToFilm = ({ job, keptAt = null }: Pick<VisitAsked, 'job' | 'keptAt'>) =>
  job.panes.filter(
    ({ toFit, fittingPlan, fitting: { doneAt } }) =>
      toFit !== null &&
      fittingPlan !== null &&
      (doneAt === null || (keptAt !== null && Date.parse(doneAt) > Date.parse(keptAt))),
  );

/** Minutes of cleaning a pane, and of all about its film after that. */
type MinutesOfPane = (pane: DerivedPane) => { readonly clean: number; readonly film: number };

/** Those of each pane, reckoned once. */
function minutesOfPanes({ job, times }: VisitAsked, panes: readonly DerivedPane[]): MinutesOfPane {
  const known = new Map(
    panes.map(({ id, toFit, rules }) => {
      const all = toFit ? durationOf(times, askOf(id, toFit, rules)).minutes : 0;
      const clean = Math.max(1, Math.round(all * job.rules.day.cleanShare));
      return [id, { clean, film: Math.max(1, Math.round(all - clean)) }] as const;
    }),
  );
  return ({ id }) => known.get(id) ?? { clean: 1, film: 1 };
}

/**
 * Small panes that are cleaned together: beside each other on one wall and in one part of its room, no more than the house
 * rules let be, and so that the last of them gets its film while its glass is clean. Others are cleaned each for itself.
 */
function cleanedTogether(
  asked: VisitAsked,
  panes: readonly DerivedPane[],
  minutes: MinutesOfPane,
): DerivedPane[][] {
  const { cleanTogether, cleanStaysMinutes, smallPaneMinutes } = asked.job.rules.day;
  return panes.reduce<DerivedPane[][]>((batches, pane) => {
    const last = batches.at(-1);
    const [first] = last ?? [];
    const waits = (last ?? []).reduce((sum, each) => sum + minutes(each).film, 0);
    const isSmall = (each: DerivedPane) => minutes(each).film <= smallPaneMinutes;
    const joins =
      last !== undefined &&
      first?.wallId === pane.wallId &&
      roomOf(asked, first) === roomOf(asked, pane) &&
      [...last, pane].every(isSmall) &&
      last.length < cleanTogether &&
      waits <= cleanStaysMinutes;
    return joins ? [...batches.slice(0, -1), [...last, pane]] : [...batches, [pane]];
  }, []);
}

type AddTask = (id: string, task: Omit<DayTask, 'id' | 'placeId' | 'needs'>, is: VisitTask) => void;

/** Cleans some panes at once; gives the id of it. */
function cleanTask(
  asked: VisitAsked,
  batch: readonly DerivedPane[],
  minutes: MinutesOfPane,
  add: AddTask,
): string {
  const paneIds = batch.map(({ id }) => id);
  const [first] = batch;
  const clean = `clean ${paneIds.join(BETWEEN_PANES)}`;
  add(
    clean,
    {
      minutes: batch.reduce((sum, pane) => sum + minutes(pane).clean, 0),
      hands: 1,
      avoid: [],
      after: first ? [{ taskId: `set up ${roomOf(asked, first)}`, minGap: 0, maxGap: null }] : [],
    },
    { kind: 'clean', paneIds },
  );
  return clean;
}

function filmTasks(
  pane: DerivedPane,
  asked: VisitAsked,
  clean: string,
  minutes: MinutesOfPane,
  sun: readonly Stretch[],
  add: AddTask,
): { readonly film: string; readonly afterwards: number | null } {
  const { job, days } = asked;
  const { id, toFit, fittingPlan, rules } = pane;
  const film = `film ${id}`;
  if (!toFit || !fittingPlan) return { film, afterwards: null };
  add(
    film,
    {
      minutes: minutes(pane).film,
      hands: fittingPlan.hands,
      avoid: [...sun, ...(asked.glassNotFit?.get(id) ?? [])],
      after: [{ taskId: clean, minGap: 0, maxGap: job.rules.day.cleanStaysMinutes }],
    },
    { kind: 'film', paneId: id },
  );
  let afterwards: number | null = null;
  fittingPlan.visits.forEach(({ afterDays }, visit) => {
    if (afterDays === 0) return;
    if (afterDays >= days) {
      afterwards ??= afterDays;
      return;
    }
    add(
      `later ${visit} ${id}`,
      {
        minutes: Math.max(
          1,
          Math.round(rules.price.laterVisitMinutes / Math.max(1, panesToFilm(asked).length)),
        ),
        ...{ hands: 1, avoid: [] },
        after: [{ taskId: film, minGap: afterDays * DAY_MINUTES, maxGap: null }],
      },
      { kind: 'later', paneId: id, visit },
    );
  });
  return { film, afterwards };
}

/** The room of a pane, or the second part of it. */
function roomOf({ job, splits = [] }: Pick<VisitAsked, 'job' | 'splits'>, pane: DerivedPane): string {
  const roomId = job.wall(pane.wallId)?.record.roomId ?? '';
  const isSecond = splits.some((split) => split.roomId === roomId && split.paneIds.includes(pane.id));
  return isSecond ? `${roomId}${SECOND_PART}` : roomId;
}

/**
 * What is to be done on some days, by whom, and when not: nothing is filmed while the sun is on its wall. Every room is set
 * up first and looked at again last. Money in the shop's currency; null where nothing is left to film.
 */
export function visitCase(asked: VisitAsked): VisitCase | null {
  const { job, workers, from, days } = asked;
  const { header, rules } = job;
  const panes = panesToFilm(asked);
  if (!header || panes.length === 0 || workers.length === 0 || days < 1) return null;
  const clock = visitClock(header.site.timeZone, from);
  const everyDay = Array.from({ length: days }, (_, day) => day);
  const sunOn = new Map<string, Stretch[]>();
  const sunOf = (wallId: string) => {
    const known =
      sunOn.get(wallId) ??
      everyDay.flatMap((day) =>
        job
          .sunOf(wallId, clock.dayOf(day))
          .map(({ fromMinute, toMinute }) => ({
            from: clock.at(day, Math.floor(fromMinute)),
            to: clock.at(day, Math.ceil(toMinute)),
          }))
          .filter((stretch) => stretch.to > stretch.from),
      );
    sunOn.set(wallId, known);
    return known;
  };
  const tasks: DayTask[] = [];
  const is = new Map<string, VisitTask>();
  const add: AddTask = (id, task, what) => {
    tasks.push({ ...task, id, placeId: SITE, needs: '' });
    is.set(id, what);
  };
  const { day: dayRules, price } = rules;
  for (const roomId of new Set(panes.map((pane) => roomOf(asked, pane))))
    add(
      `set up ${roomId}`,
      { minutes: Math.max(1, price.setUpMinutes), hands: 1, avoid: [], after: [] },
      { kind: 'setUp', roomId },
    );
  const films = new Map<string, string[]>();
  const minutes = minutesOfPanes(asked, panes);
  const afterwards = cleanedTogether(asked, panes, minutes).flatMap((batch) => {
    const clean = cleanTask(asked, batch, minutes, add);
    return batch.flatMap((pane) => {
      const made = filmTasks(pane, asked, clean, minutes, sunOf(pane.wallId), add);
      const room = roomOf(asked, pane);
      films.set(room, [...(films.get(room) ?? []), made.film]);
      return made.afterwards === null ? [] : [{ paneId: pane.id, from: clock.dayOf(made.afterwards) }];
    });
  });
  for (const [roomId, own] of films)
    add(
      `look ${roomId}`,
      {
        minutes: Math.max(1, dayRules.lookMinutes * own.length),
        ...{ hands: 1, avoid: [] },
        after: own.map((taskId) => ({ taskId, minGap: dayRules.lookAfterMinutes, maxGap: null })),
      },
      { kind: 'lookAgain', roomId },
    );
  const way = Math.round(header.pricing.minutes / 2);
  const costPerMin = price.hourlyCost / 60;
  // Somebody who asks for one day means it, whichever it is.
  const workDays =
    days === 1
      ? everyDay
      : everyDay.filter((day) => getISODay(parseISO(clock.dayOf(day))) <= dayRules.workDays);
  const momentOf = (iso: string) => Math.round((Date.parse(iso) - Date.parse(clock.start)) / MINUTE_MS);
  const busyIn = (personId: string, begins: number, ends: number): Stretch[] =>
    (asked.busy ?? []).flatMap((each) => {
      const [since, until] = [Math.max(begins, momentOf(each.from)), Math.min(ends, momentOf(each.to))];
      return each.personId === personId && until > since ? [{ from: since, to: until }] : [];
    });
  const pause = { from: dayRules.breakHour * 60, to: dayRules.breakHour * 60 + dayRules.breakMinutes };
  return {
    day: {
      ...{ format: 'neat-sill/day-case', version: 1, id: 'job', start: clock.start },
      people: workers.map(({ id }) => ({
        ...{ id, costPerMin, pace: 1, can: [] },
        shifts: workDays.map((day) => ({
          from: clock.at(day, dayRules.beginHour * 60),
          to: clock.at(day, dayRules.endHour * 60),
          breaks: [
            ...(dayRules.breakMinutes > 0
              ? [{ from: clock.at(day, pause.from), to: clock.at(day, pause.to) }]
              : []),
            ...busyIn(id, clock.at(day, dayRules.beginHour * 60), clock.at(day, dayRules.endHour * 60)),
          ],
        })),
      })),
      places: [
        { id: 'depot', open: null },
        { id: SITE, open: null },
      ],
      travelMin: [
        [0, way],
        [way, 0],
      ],
      tasks,
      lateCostPerMin: costPerMin * dayRules.lateShare,
    },
    tasks: is,
    afterwards,
  };
}
