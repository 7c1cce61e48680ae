import { DEFAULT_RULE_SETS } from '../../rules/index.ts';
import {
  NOTHING_FITTED,
  USUAL_SITE,
  doneSays,
  fittingPlan,
  groupsToDo,
  isForNow,
  paneToLookAt,
  stepsToDo,
  tickedAfterwards,
  type Asked,
  type FittingState,
} from '../index.ts';

const [rules] = DEFAULT_RULE_SETS;
const asked = (panels = 1): Asked => ({
  pane: {
    ...{ widthMm: 900 * panels, heightMm: 1400, cornerRadiusMm: 0, sillOverFloorMm: 900, recessMm: 12 },
    ...{ glass: 'sealedUnit', strength: 'annealed', surface: 'smooth', fusedParticles: null },
    ...{ frame: 'timber', joint: 'putty', handle: null, side: 'inside', wetRoom: false, oldFilm: false },
    blocks: null,
  },
  film: {
    ...{ kind: 'solar', hold: 'pressureSensitive', thicknessUm: 50, dry: false, liner: true },
    ...{ pattern: false, leadStrips: true },
  },
  piece: { school: 'margin', factoryEdge: null, panels, seamWay: 'doubleCut' },
  anchor: null,
  site: USUAL_SITE,
});
const at = (minutes: number) => new Date(Date.UTC(2027, 2, 1, 9, 0) + minutes * 60_000).toISOString();
const ticked = (ticks: Readonly<Record<string, number>>, more: Partial<FittingState> = {}): FittingState => ({
  ...NOTHING_FITTED,
  ticks: Object.fromEntries(
    Object.entries(ticks).map(([key, minutes]) => [key, { at: at(minutes), by: null, entryId: null }]),
  ),
  ...more,
});

test('an old hand does a plain pane in four taps, and what comes on a later visit stands apart', () => {
  const groups = groupsToDo(stepsToDo(fittingPlan(asked(), rules), NOTHING_FITTED));
  expect(groups.map(({ group, afterDays, panel }) => [group, afterDays > 0, panel])).toEqual([
    ['prepared', false, null],
    ['hung', false, null],
    ['trimmed', false, null],
    ['lookedAt', false, null],
    ['later', true, null],
  ]);
  expect(groups[0]?.steps[0]?.key).toBe('protect');
  expect(groups[1]?.steps[0]?.key).toBe('wetGlass');
  expect(groups[2]?.steps[0]?.key).toBe('reliefCut');
  expect(groups[3]?.steps[0]?.key).toBe('squeegeeSecond');
});

test('looking again is no part of the first visit as it goes, and is asked for in no group', () => {
  const steps = stepsToDo(fittingPlan(asked(), rules), NOTHING_FITTED);
  const notNow = steps.filter((step) => !isForNow(step)).map(({ key, group }) => [key, group]);
  expect(notNow).toEqual([
    ['lookAgain', 'lookedAt'],
    ['leadStrips', 'later'],
  ]);
  const grouped = groupsToDo(steps).flatMap((group) => group.steps.map(({ key }) => key));
  expect(grouped).not.toContain('lookAgain');
  expect(grouped).toHaveLength(steps.length - 1);
});

test('later visits stand apart by their day, and pieces tried dry are no panels in hand yet', () => {
  const anchored: Asked = { ...asked(), anchor: { bead: 'full', sides: ['left'] } };
  const later = groupsToDo(stepsToDo(fittingPlan(anchored, rules), NOTHING_FITTED)).slice(4);
  expect(later.map(({ afterDays, steps }) => [afterDays, steps.map(({ key }) => key)])).toEqual([
    [1, ['dryEdge', 'maskFrame', 'bead']],
    [8, ['beadCheck']],
    [30, ['leadStrips']],
  ]);
  const bench: Asked = { ...asked(2), piece: { ...asked(2).piece, school: 'bench' } };
  const [first] = groupsToDo(stepsToDo(fittingPlan(bench, rules), NOTHING_FITTED));
  expect(first?.steps.map(({ key }) => key)).toEqual(expect.arrayContaining(['testFit.1', 'testFit.2']));
  expect(first?.panel).toBeNull();
});

test('panels are hung and trimmed each in its turn', () => {
  const groups = groupsToDo(stepsToDo(fittingPlan(asked(2), rules), NOTHING_FITTED));
  expect(groups.map(({ group, panel }) => [group, panel])).toEqual([
    ['prepared', null],
    ['hung', 1],
    ['trimmed', 1],
    ['hung', 2],
    ['trimmed', 2],
    ['lookedAt', null],
    ['later', null],
  ]);
  expect(groups[4]?.steps.map(({ key }) => key)).toEqual([
    'reliefCut.2',
    'trim.2',
    'seamCut.2',
    'seamClose.2',
  ]);
});

test('a group is done when each of its steps is', () => {
  const plan = fittingPlan(asked(), rules);
  const half = groupsToDo(stepsToDo(plan, ticked({ reliefCut: 1 })));
  expect(half.map(({ isDone }) => isDone)).toEqual([false, false, false, false, false]);
  const whole = groupsToDo(stepsToDo(plan, ticked({ reliefCut: 1, trim: 2 })));
  expect(whole.map(({ isDone }) => isDone)).toEqual([false, false, true, false, false]);
});

test('a pane ticked in less than the house’s least was ticked afterwards', () => {
  const state = ticked({ protect: 0, hang: 0.05 });
  expect(tickedAfterwards(state, at(2.9), rules.fitting)).toBe(true);
  expect(tickedAfterwards(state, at(3), rules.fitting)).toBe(false);
  expect(tickedAfterwards(NOTHING_FITTED, at(30), rules.fitting)).toBe(true);
  // From the first tick, in whatever order they stand.
  const later = ticked({ hang: 2, protect: 0 });
  expect(tickedAfterwards(later, at(3), rules.fitting)).toBe(false);
  const paused = ticked({ protect: 0 }, { pauses: [{ from: at(1), to: at(29) }] });
  expect(tickedAfterwards(paused, at(30), rules.fitting)).toBe(true);
});

test('done names the faults that were open', () => {
  const open = [{ id: 'f' }] as unknown as FittingState['openFaults'];
  expect(doneSays({ ...NOTHING_FITTED, openFaults: open }, false, 'Ada Brook')).toEqual({
    kind: 'done',
    timesCount: false,
    openFaults: ['f'],
    takenBy: 'Ada Brook',
  });
});

test('when two more panes hang, the one before them is asked for, until somebody has looked', () => {
  const hung = (id: string, minutes: number, looks: FittingState['looks'] = []) => ({
    id,
    fitting: ticked({ [id === 'c' ? 'hang.1' : 'hang']: minutes }, { looks }),
  });
  const look = (minutes: number) => [{ at: at(minutes), by: null, found: 'clean' as const }];
  const toDo = { id: 'y', fitting: NOTHING_FITTED };
  const due = (...panes: ReturnType<typeof hung>[]) => paneToLookAt([...panes, toDo], rules.fitting);
  expect(due(hung('a', 0), hung('b', 10))).toBeNull();
  expect(due(hung('c', 20), hung('a', 0), hung('b', 10))).toBe('a');
  expect(due(hung('a', 0, look(15)), hung('b', 10), hung('c', 20))).toBeNull();
  expect(due(hung('a', 0, look(15)), hung('b', 10), hung('c', 20), hung('d', 30))).toBe('b');
  // A look before the film was hung again says nothing of it.
  expect(due(hung('a', 5, look(1)), hung('b', 10), hung('c', 20))).toBe('a');
  expect(paneToLookAt([toDo], rules.fitting)).toBeNull();
  // When the last one hangs all are looked at once more.
  const last = paneToLookAt([hung('a', 0, look(15)), hung('b', 10)], rules.fitting);
  expect(last).toBe('b');
  // By its last panel; what was ticked before or after says nothing; looked at in the same moment is looked at.
  const panels = {
    id: 'p',
    fitting: ticked({ trim: 90, 'hang.2': 40, 'hang.1': 5, scrub: 1 }, { looks: look(40) }),
  };
  expect(due(panels, hung('b', 50), hung('d', 60))).toBeNull();
  expect(
    due({ ...panels, fitting: { ...panels.fitting, looks: look(39) } }, hung('b', 50), hung('d', 60)),
  ).toBe('p');
  expect(due(panels, hung('b', 10), hung('d', 60))).toBe('b');
});
