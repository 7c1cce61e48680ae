import { DEFAULT_RULE_SETS } from '../../rules/index.ts';
import { paneToFitForTest } from '../../testing/fitting.ts';
import {
  NOTHING_FITTED,
  clockOfStep,
  fittingPlan,
  paneProgress,
  stepsToDo,
  whereabouts,
  type FittingState,
  type KnownEntry,
} from '../index.ts';

const [rules] = DEFAULT_RULE_SETS;
const asked = (panels: number) =>
  paneToFitForTest({ pane: { widthMm: 900 * panels }, piece: { panels } }).asked;
const moment = (minutes: number) => new Date(Date.UTC(2027, 2, 1, 9, 0) + minutes * 60_000).toISOString();

/** Everything up to a step is done, a minute each. */
function upTo(panels: number, key: string) {
  const plan = fittingPlan(asked(panels), rules);
  const todo = stepsToDo(plan, NOTHING_FITTED);
  const place = todo.findIndex((each) => each.key === key);
  if (place < 0) throw new Error(`no step ${key} among ${todo.map((each) => each.key).join(' ')}`);
  const state: FittingState = {
    ...NOTHING_FITTED,
    ticks: Object.fromEntries(
      todo.slice(0, place).map((each, at) => [each.key, { at: moment(at), by: null, entryId: null }]),
    ),
  };
  const now = stepsToDo(plan, state);
  const at = now[place];
  if (!at) throw new Error('no step');
  return { plan, state, place, todo: now, at };
}

test('from laying on until it grabs, for each panel from its own', () => {
  const { plan, state, todo, at } = upTo(2, 'squeegeeFirst.2');
  const hungSecond = todo.findIndex(({ key }) => key === 'wetAdhesive.2');
  expect(clockOfStep(todo, at, plan, state)).toEqual({
    kind: 'grabs',
    from: moment(hungSecond),
    lengthMin: plan.graceMin,
  });
  const [first] = todo;
  expect(first && clockOfStep(todo, { ...first, isDone: false }, plan, state)).toBeNull();
  expect(clockOfStep(todo, { ...at, isDone: true }, plan, state)).toBeNull();
});

test('a wait counts from the step before, and not before that is done', () => {
  const { plan, state, todo, at } = upTo(1, 'squeegeeSecond');
  const waiting = { key: 'x', step: { ...at.step, waitMin: 5 }, afterDays: 0 } as const;
  const step = { ...waiting, group: 'trimmed', isDone: false } as const;
  const trim = todo.findIndex(({ key }) => key === 'trim');
  const list = [...todo.slice(0, trim + 1), step];
  expect(clockOfStep(list, step, plan, state)).toEqual({ kind: 'wait', from: moment(trim), lengthMin: 5 });
  expect(clockOfStep(list, step, plan, { ...state, ticks: {} })).toBeNull();
});

test('film that does not grab has no clock', () => {
  const { plan, state, todo, at } = upTo(1, 'squeegeeFirst');
  expect(clockOfStep(todo, at, plan, state)?.kind).toBe('grabs');
  expect(clockOfStep(todo, at, { ...plan, graceMin: 0 }, state)).toBeNull();
});

test('how far a pane is, with the clock of the step that comes', () => {
  const { plan, state, place } = upTo(1, 'squeegeeFirst');
  const all = stepsToDo(plan, NOTHING_FITTED);
  expect(paneProgress(plan, NOTHING_FITTED)).toBeNull();
  expect(paneProgress(plan, state)).toMatchObject({
    done: place,
    of: all.length,
    clock: { kind: 'grabs' },
  });
  expect(paneProgress(plan, { ...NOTHING_FITTED, doneAt: moment(60) })).toEqual({
    done: all.length,
    of: all.length,
    clock: null,
  });
});

test('everybody is where they wrote last', () => {
  const wrote = (id: string, name: string | null, minutes: number): KnownEntry => ({
    ...{ id: `${id} ${minutes}`, paneId: null, at: moment(minutes) },
    ...{ by: name === null ? null : { id, name }, says: { kind: 'paused' } },
  });
  const log = new Map([
    [null, [wrote('a', 'Ada', 50)]],
    ['p1', [wrote('b', 'Ben', 1), wrote('a', 'Ada', 9), wrote('x', null, 10)]],
    ['p2', [wrote('a', 'Ada', 4), wrote('b', 'Ben', 12)]],
  ]);
  expect(whereabouts(log)).toEqual([
    { personId: 'a', name: 'Ada', paneId: 'p1', at: moment(9) },
    { personId: 'b', name: 'Ben', paneId: 'p2', at: moment(12) },
  ]);
});
