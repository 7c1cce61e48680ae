import type { Planning } from '@neat-sill/core/contract';
import { goneSeconds, isOpen, toldPlanning } from './serverPlan.ts';

const START = Date.parse('2026-05-04T15:00:00Z');
const at = (seconds: number) => START + seconds * 1000;
const planning = (changes: Partial<Planning> = {}): Planning => ({
  id: 'a',
  workKey: 'k',
  state: 'working',
  seconds: 60,
  found: 0,
  afterSeconds: 0,
  problem: null,
  askedAt: new Date(START).toISOString(),
  startedAt: new Date(at(10)).toISOString(),
  plan: null,
  ...changes,
});

test('time counts from the start, and not while it waits', () => {
  expect(goneSeconds(planning(), at(25))).toBe(15);
  expect(goneSeconds(planning({ startedAt: null }), at(25))).toBe(0);
});

test.each<[string, Partial<Planning>, number, boolean]>([
  ['works', {}, 30, true],
  ['works a little past its time', {}, 10 + 60 + 119, true],
  ['works long past its time', {}, 10 + 60 + 121, false],
  ['waits to be begun', { state: 'waiting', startedAt: null }, 100, true],
  ['has waited longer than it would take', { state: 'waiting', startedAt: null }, 60 + 121, false],
  ['is ready', { state: 'ready' }, 30, false],
  ['was stopped', { state: 'stopped' }, 30, false],
])('a planning that %s: something may still come of it?', (_what, changes, seconds, open) => {
  expect(isOpen(planning(changes), at(seconds))).toBe(open);
});

test('one that is lost with its worker is told as failed, with what to do; others as they are', () => {
  expect(toldPlanning(planning(), at(30))).toEqual(planning());
  expect(toldPlanning(planning(), at(500))).toMatchObject({
    state: 'failed',
    problem: expect.stringMatching(/lost this planning; its best plan is kept/),
  });
  const ready = planning({ state: 'ready' });
  expect(toldPlanning(ready, at(5000))).toBe(ready);
  const failed = planning({ state: 'failed', problem: 'as it was' });
  expect(toldPlanning(failed, at(5000))).toBe(failed);
});
