import type { DayCase, DayPlan, DayTask, Person } from '../day/index.ts';

/* Days that are reckoned in the head: whole shifts, one site a quarter of an hour away. */

/** What a plan leaves out: minutes times hands. */
export const leftOutMinutes = (day: DayCase, { unplaced }: Pick<DayPlan, 'unplaced'>): number =>
  unplaced.reduce((sum, { taskId }) => {
    const task = day.tasks.find(({ id }) => id === taskId);
    return sum + (task ? task.minutes * task.hands : 0);
  }, 0);

/** Half an hour of film at the site, by one. */
export const taskForTest = (id: string, more: Partial<DayTask> = {}): DayTask => ({
  ...{ id, placeId: 'site', minutes: 30, hands: 1, needs: 'film', avoid: [], after: [] },
  ...more,
});

/** Somebody who can film, from eight to four, for 70 a minute. */
export const personForTest = (id: string, more: Partial<Person> = {}): Person => ({
  ...{ id, costPerMin: 70, pace: 1, can: ['film'], shifts: [{ from: 480, to: 960, breaks: [] }] },
  ...more,
});

/** A day of some tasks for one, where nothing else is said. */
export const dayForTest = (tasks: readonly DayTask[], more: Partial<DayCase> = {}): DayCase => ({
  ...{ format: 'neat-sill/day-case', version: 1, id: 'D', start: '2027-06-21T00:00:00-05:00' },
  people: [personForTest('o')],
  places: [
    { id: 'depot', open: null },
    { id: 'site', open: null },
  ],
  travelMin: [
    [0, 15],
    [15, 0],
  ],
  tasks,
  lateCostPerMin: 0,
  ...more,
});
