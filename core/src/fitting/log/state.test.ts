import { seededRandom } from '../../units/index.ts';
import {
  NOTHING_FITTED,
  entriesByPane,
  entriesInForce,
  fittingState,
  logEntrySchema,
  minutesBySteps,
  tickOf,
  workedMinutes,
  type FittingLog,
  type LogEntry,
  type LogSays,
} from '../index.ts';

const TOVE = { id: 'tove', name: 'Tove Lind' };
const at = (minutes: number) => new Date(Date.UTC(2027, 2, 1, 9, 0) + minutes * 60_000).toISOString();
const entry = (minutes: number, says: LogSays, paneId: string | null = 'p1'): LogEntry =>
  logEntrySchema.parse({ paneId, at: at(minutes), by: TOVE, says });
const steps = (minutes: number, ...keys: string[]) => entry(minutes, { kind: 'steps', steps: keys });
const fault = (minutes: number, faultId: string) =>
  entry(minutes, {
    ...{ kind: 'fault', faultId, fault: 'speck', x: 0.2, y: 0.8, sizeMm: 3, pictureId: null, note: 'hair' },
  });
const becomes = (
  minutes: number,
  faultId: string,
  standing: 'open' | 'watched' | 'mended' | 'accepted' | 'replaced',
) => entry(minutes, { kind: 'faultIs', faultId, standing, how: 'flushed', by: 'Ada Brook', until: null });
const back = (minutes: number, entryId: string) => entry(minutes, { kind: 'takenBack', entryId });
const stateOf = (log: FittingLog) => fittingState(null, entriesByPane(log).get('p1') ?? []);

test('a step is done when it was first ticked, by whoever ticked it', () => {
  const state = stateOf({ a: steps(0, 'protect', 'mix'), b: steps(4, 'mix', 'scrub') });
  expect(state.ticks).toEqual({
    protect: { at: at(0), by: TOVE, entryId: 'a' },
    mix: { at: at(0), by: TOVE, entryId: 'a' },
    scrub: { at: at(4), by: TOVE, entryId: 'b' },
  });
  expect(stateOf({})).toBe(NOTHING_FITTED);
});

test('a panel’s step stands for itself; a step that was not told by panel stands for all', () => {
  const state = stateOf({ a: steps(0, 'hang.1', 'trim') });
  expect(tickOf(state, 'hang.1')?.entryId).toBe('a');
  expect(tickOf(state, 'hang.2')).toBeNull();
  expect(tickOf(state, 'trim.2')?.entryId).toBe('a');
});

test('what was taken back counts no more, until that is taken back itself', () => {
  const log: FittingLog = { a: steps(0, 'mix'), b: back(1, 'a') };
  expect(stateOf(log).ticks).toEqual({});
  const again = { ...log, c: back(2, 'b') };
  expect(Object.keys(stateOf(again).ticks)).toEqual(['mix']);
  expect(stateOf({ ...again, d: back(3, 'c') }).ticks).toEqual({});
  // Two who both took it back: one of them changing their mind is not enough.
  expect(stateOf({ ...again, e: back(4, 'a') }).ticks).toEqual({});
  expect(entriesInForce({ a: back(0, 'b'), b: back(0, 'a') })).toEqual([]);
});

test('a fault keeps its history, and is open until it is mended, replaced or accepted', () => {
  const log = { a: fault(0, 'f'), b: becomes(5, 'f', 'watched'), c: fault(6, 'g') };
  const watched = stateOf(log);
  expect(watched.openFaults.map(({ id, standing }) => [id, standing])).toEqual([
    ['f', 'watched'],
    ['g', 'open'],
  ]);
  for (const standing of ['mended', 'replaced', 'accepted'] as const) {
    const state = stateOf({ ...log, d: becomes(9, 'f', standing) });
    expect(state.openFaults.map(({ id }) => id)).toEqual(['g']);
    const [first] = state.faults;
    expect(first?.history.map((turn) => [turn.standing, turn.at, turn.by])).toEqual([
      ['open', at(0), 'Tove Lind'],
      ['watched', at(5), 'Ada Brook'],
      [standing, at(9), 'Ada Brook'],
    ]);
  }
  const reopened = stateOf({ ...log, d: becomes(9, 'f', 'mended'), e: becomes(12, 'f', 'open') });
  expect(reopened.openFaults).toHaveLength(2);
  expect(stateOf({ a: fault(0, 'f'), b: fault(1, 'f') }).faults).toHaveLength(1);
});

test('a pane is done by name where faults are open, and no more once that is taken back', () => {
  const done = entry(30, { kind: 'done', timesCount: false, openFaults: ['f'], takenBy: 'Ada Brook' });
  const log = { a: fault(0, 'f'), b: done };
  expect(stateOf(log)).toMatchObject({
    doneAt: at(30),
    doneBy: TOVE,
    takenBy: 'Ada Brook',
    timesCount: false,
  });
  expect(stateOf({ ...log, c: back(31, 'b') })).toMatchObject({
    doneAt: null,
    takenBy: null,
    timesCount: true,
  });
});

test('what was said last of conditions, way, anchor, lot and listening holds; looks and pictures gather', () => {
  const picture = '11111111-1111-4111-8111-111111111111';
  const state = stateOf({
    a: entry(0, { kind: 'conditions', glassC: 12, airC: 19, directSun: true }),
    b: entry(1, { kind: 'conditions', glassC: 16, airC: 20, directSun: false }),
    c: entry(2, { kind: 'way', hang: 'tapeToTable' }),
    d: entry(3, { kind: 'listened', fusedParticles: true }),
    e: entry(4, { kind: 'anchor', anchor: { bead: 'full', sides: ['left', 'top'] } }),
    f: entry(5, { kind: 'lot', lot: 'L7' }),
    g: entry(6, { kind: 'look', found: 'fault' }),
    h: entry(7, { kind: 'look', found: 'clean' }),
    i: entry(8, { kind: 'block', number: 3 }),
    j: entry(8, { kind: 'block', number: 3 }),
    k: entry(9, { kind: 'takenOn', refusals: ['glassTooCold'], by: 'Ada Brook' }),
    l: entry(9, { kind: 'meter', when: 'before', light: 0.8, heat: 0.7, uv: 0.5 }),
    m: entry(9, { kind: 'picture', when: 'after', pictureId: picture }),
    o: entry(9, { kind: 'triedDry', panel: null, bindsAt: ['left'] }),
    p: entry(10, { kind: 'triedDry', panel: 2, bindsAt: [] }),
    q: entry(11, { kind: 'triedDry', panel: null, bindsAt: ['top', 'left'] }),
    n: entry(9, { kind: 'loaded', item: 'cloths', loaded: true }),
  });
  expect(state).toMatchObject({
    conditions: { glassC: 16, roomC: 20, directSun: false },
    hang: 'tapeToTable',
    fusedParticles: true,
    anchor: { bead: 'full', sides: ['left', 'top'] },
    lot: 'L7',
    triedDry: [
      { panel: 2, bindsAt: [] },
      { panel: null, bindsAt: ['top', 'left'] },
    ],
    takenOn: [{ refusal: 'glassTooCold', by: 'Ada Brook' }],
    meter: { before: { light: 0.8 } },
    pictures: [{ when: 'after', pictureId: picture }],
  });
  expect(state.looks.map(({ found }) => found)).toEqual(['fault', 'clean']);
  expect([...state.blocks]).toEqual([3]);
});

test('minutes are those worked: without pauses, and by when a step was really done', () => {
  const log = {
    a: steps(0, 'mix'),
    b: entry(10, { kind: 'paused' }),
    c: entry(11, { kind: 'paused' }),
    d: entry(40, { kind: 'resumed' }),
    e: steps(50, 'scrub'),
    f: steps(90, 'hang'),
    g: entry(91, { kind: 'doneAt', step: 'hang', doneAt: at(65) }),
    h: entry(92, { kind: 'doneAt', step: 'never', doneAt: at(65) }),
  };
  const state = stateOf(log);
  expect(state.pauses).toEqual([{ from: at(10), to: at(40) }]);
  expect(minutesBySteps(state)).toEqual([
    { step: 'scrub', minutes: 20 },
    { step: 'hang', minutes: 15 },
  ]);
  const running = stateOf({ a: steps(0, 'mix'), b: entry(10, { kind: 'paused' }) });
  expect(workedMinutes(running, at(0), at(60))).toBe(10);
  expect(workedMinutes(running, at(20), at(10))).toBe(0);
});

test('what was noted before there was a log is its beginning', () => {
  const state = fittingState(
    {
      ticks: { prepare: at(-60), trim: at(-30) },
      faults: [{ id: 'f', kind: 'crease', x: 0, y: 1, note: '', notedAt: at(-20) }],
      doneAt: at(-10),
    },
    entriesByPane({ a: becomes(0, 'f', 'replaced') }).get('p1') ?? [],
  );
  expect(tickOf(state, 'mix')).toEqual({ at: at(-60), by: null, entryId: null });
  expect(tickOf(state, 'trim.2')?.at).toBe(at(-30));
  expect(tickOf(state, 'wick')).toBeNull();
  expect(state).toMatchObject({ doneAt: at(-10), openFaults: [], faults: [{ standing: 'replaced' }] });
});

test('entries of two phones come to the same state in whatever order they arrive', () => {
  const all: readonly (readonly [string, LogEntry])[] = [
    ['a1', steps(0, 'mix')],
    ['b1', steps(1, 'mix', 'scrub')],
    ['a2', fault(2, 'f')],
    ['b2', becomes(3, 'f', 'mended')],
    ['a3', back(4, 'b1')],
    ['b3', entry(5, { kind: 'block', number: 1 })],
    ['a4', entry(5, { kind: 'block', number: 2 })],
    ['b4', entry(6, { kind: 'done', timesCount: true, openFaults: [], takenBy: null })],
  ];
  const random = seededRandom(3);
  const [first] = [stateOf(Object.fromEntries(all))];
  for (let round = 0; round < 30; round += 1) {
    const shuffled = [...all].sort(() => random() - 0.5);
    expect(stateOf(Object.fromEntries(shuffled))).toEqual(first);
  }
  expect(first?.blocks.size).toBe(2);
});

test('an entry of a signature has strokes, and a step is named by its code', () => {
  const ok = (says: unknown) => logEntrySchema.safeParse({ paneId: null, at: at(0), by: null, says }).success;
  expect(
    ok({
      kind: 'signed',
      sheet: 'handover',
      name: 'Ada Brook',
      strokes: [
        [
          [0, 0.1],
          [1, 0.2],
        ],
      ],
    }),
  ).toBe(true);
  expect(ok({ kind: 'signed', sheet: 'handover', name: 'Ada Brook', strokes: [] })).toBe(false);
  expect(ok({ kind: 'signed', sheet: 'handover', name: ' ', strokes: [[[0, 0]]] })).toBe(false);
  expect(ok({ kind: 'steps', steps: ['hang.12'] })).toBe(true);
  expect(ok({ kind: 'steps', steps: ['hang 1'] })).toBe(false);
});
