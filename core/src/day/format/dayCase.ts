import { z } from 'zod';
import type { FormatReader } from '../../units/index.ts';

/** The file format `neat-sill/day-case` 1 (docs/formats): who can do which tasks where and when. Whole minutes from a start. */

const id = z.string().min(1, 'An id must not be empty').max(200);
const moment = z.int('A moment is a whole number of minutes from the start').min(-1e6).max(1e7);
const minutes = z.int('Minutes are a whole number').min(0, 'Minutes must be 0 or more').max(1e6);
const money = z.number('Money is a number').min(0, 'Money must be 0 or more').max(1e9);

const stretchSchema = z.strictObject({ from: moment, to: moment });
/** Half open: from its first minute, up to its last. */
export type Stretch = z.infer<typeof stretchSchema>;

const personSchema = z.strictObject({
  id,
  costPerMin: money,
  /** How long somebody takes against the minutes of a task; three decimals at the most. */
  pace: z
    .number('A pace is a number')
    .positive('A pace must be above 0')
    .max(100)
    .refine(
      (pace) => Math.abs(pace * 1000 - Math.round(pace * 1000)) < 1e-9,
      'A pace has three decimals at the most',
    ),
  can: z.array(z.string().max(200)).max(200).readonly(),
  shifts: z
    .array(stretchSchema.extend({ breaks: z.array(stretchSchema).max(50).readonly().default([]) }))
    .max(1000)
    .readonly(),
});
export type Person = z.infer<typeof personSchema>;

const taskSchema = z.strictObject({
  id,
  placeId: id,
  minutes: minutes.min(1, 'A task takes at least a minute'),
  hands: z.int('Hands are counted').min(1, 'A task takes at least one pair of hands').max(50),
  needs: z.string().max(200),
  /** When it must not go on: sun on the glass, or the glass too cold. */
  avoid: z.array(stretchSchema).max(5000).readonly().default([]),
  after: z
    .array(z.strictObject({ taskId: id, minGap: minutes, maxGap: minutes.nullable().default(null) }))
    .max(200)
    .readonly()
    .default([]),
});
export type DayTask = z.infer<typeof taskSchema>;

/** A skill that everybody has: a task that needs nothing in particular. */
export const NO_SKILL = '';

/** Minutes from place to place: row from, column to, in the order of the places. */
const travelSchema = z.array(z.array(minutes).readonly()).max(2000).readonly();

export const dayCaseSchema = z
  .strictObject({
    format: z.literal('neat-sill/day-case'),
    version: z.literal(1),
    id,
    start: z.iso.datetime({ offset: true }),
    people: z.array(personSchema).max(200).readonly(),
    /** The first is the depot. */
    places: z
      .array(z.strictObject({ id, open: z.array(stretchSchema).max(2000).readonly().nullable() }))
      .min(1, 'There is at least the depot')
      .max(2000)
      .readonly(),
    travelMin: travelSchema,
    /** Other minutes for ways that are begun in a stretch: at the hours at which roads are full. */
    travelAt: z
      .array(stretchSchema.extend({ travelMin: travelSchema }))
      .max(5000)
      .readonly()
      .optional(),
    tasks: z.array(taskSchema).max(5000).readonly(),
    lateCostPerMin: money.default(0),
  })
  .check((context) => {
    const { people, places, travelMin, travelAt = [], tasks } = context.value;
    const wrong = (path: PropertyKey[], code: string, message: string) =>
      context.issues.push({ code: 'custom', input: context.value, path, params: { code }, message });
    const ids = (list: readonly { readonly id: string }[], name: string) => {
      const seen = new Set<string>();
      list.forEach((entry, at) => {
        if (seen.has(entry.id))
          wrong(
            [name, at, 'id'],
            'id.twice',
            `The id "${entry.id}" is used twice in ${name}; give each its own`,
          );
        seen.add(entry.id);
      });
      return seen;
    };
    ids(people, 'people');
    const knownPlaces = ids(places, 'places');
    const knownTasks = ids(tasks, 'tasks');
    const forwards = (stretch: Stretch, path: PropertyKey[], what: string) => {
      if (stretch.to <= stretch.from)
        wrong(path, 'stretch.backwards', `${what} ends at ${stretch.to}, which is not after ${stretch.from}`);
    };
    people.forEach(({ shifts }, at) =>
      shifts.forEach((shift, number) => {
        forwards(shift, ['people', at, 'shifts', number], 'A shift');
        shift.breaks.forEach((each, which) =>
          forwards(each, ['people', at, 'shifts', number, 'breaks', which], 'A break'),
        );
        const clash = shifts.findIndex(
          (other, otherAt) => otherAt < number && other.from < shift.to && shift.from < other.to,
        );
        if (clash >= 0)
          wrong(
            ['people', at, 'shifts', number],
            'shift.overlaps',
            `This shift overlaps shift ${clash + 1} of the same person; nobody works two at once`,
          );
      }),
    );
    places.forEach(({ open }, at) =>
      open?.forEach((each, number) => forwards(each, ['places', at, 'open', number], 'An opening')),
    );
    const isWhole = (table: typeof travelMin, path: PropertyKey[]) => {
      if (table.length === places.length && table.every((row) => row.length === places.length)) return;
      wrong(
        [...path, 'travelMin'],
        'travel.size',
        `There are ${places.length} places, so travelMin has ${places.length} rows of ${places.length} minutes`,
      );
    };
    isWhole(travelMin, []);
    let last: { readonly to: number; readonly at: number } | null = null;
    for (const { at } of travelAt.map(({ from }, at) => ({ from, at })).sort((a, b) => a.from - b.from)) {
      const each = travelAt[at];
      if (!each) continue;
      forwards(each, ['travelAt', at], 'A stretch of other ways');
      isWhole(each.travelMin, ['travelAt', at]);
      if (last && each.from < last.to)
        wrong(
          ['travelAt', at],
          'travel.overlaps',
          `This stretch begins before stretch ${last.at + 1} ends; a way can't take two times at once`,
        );
      last = { to: each.to, at };
    }
    tasks.forEach((task, at) => {
      if (!knownPlaces.has(task.placeId))
        wrong(['tasks', at, 'placeId'], 'place.unknown', `There is no place "${task.placeId}"`);
      task.avoid.forEach((each, number) =>
        forwards(each, ['tasks', at, 'avoid', number], 'What is to be avoided'),
      );
      task.after.forEach(({ taskId, minGap, maxGap }, number) => {
        if (!knownTasks.has(taskId))
          wrong(['tasks', at, 'after', number, 'taskId'], 'task.unknown', `There is no task "${taskId}"`);
        if (maxGap !== null && maxGap < minGap)
          wrong(
            ['tasks', at, 'after', number, 'maxGap'],
            'gap.none',
            `The gap is at least ${minGap} and at most ${maxGap} minutes: there is none`,
          );
      });
    });
  });
export type DayCase = z.infer<typeof dayCaseSchema>;

export const dayCaseFormat: FormatReader<DayCase> = {
  format: 'neat-sill/day-case',
  version: 1,
  schema: dayCaseSchema,
};

/** How long a task takes whoever does it: by the slowest of them, whole minutes, reckoned in thousandths. */
export const durationFor = (taskMinutes: number, paces: readonly number[]): number =>
  Math.ceil((taskMinutes * Math.round(Math.max(...paces) * 1000)) / 1000);
