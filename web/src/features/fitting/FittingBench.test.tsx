/** @jest-environment <rootDir>/jest-env-dom.js */
import 'fake-indexeddb/auto';
import { deriveJob, type JobRecords } from '@neat-sill/core/job';
import type { LogEntry, LogSays } from '@neat-sill/core/fitting';
import { bookForTest, readingsForTest, recordsForTest } from '@neat-sill/core/testing';
import { cleanup, screen, within } from '@testing-library/react';
import { userEvent } from '@testing-library/user-event';
import { renderInJob } from '../../testing/inJob.tsx';
import { keepingItsPlan } from '../../testing/keptPlan.ts';
import { FittingBench } from './FittingBench.tsx';

beforeEach(() => localStorage.clear());
afterEach(cleanup);

const WIDE = readingsForTest([2300, 2300, 2300, 2000, 2000, 2000]);
const step = () => screen.getByRole('heading', { level: 3 }).textContent;
const press = (name: string | RegExp) => userEvent.click(screen.getByRole('button', { name }));
const allCut = (records: JobRecords) => keepingItsPlan(records, (ids) => ids);
const ready = () => allCut(recordsForTest());
const at = (records: JobRecords, id = 'p1') => deriveJob(records, bookForTest).pane(id)?.fitting;
const logged = (records: JobRecords, ...says: LogSays[]): JobRecords => ({
  ...records,
  fittingEntry: Object.fromEntries(
    says.map((each, number): [string, LogEntry] => [
      `e${number}`,
      { paneId: 'p1', at: `2026-05-04T15:0${number}:00Z`, by: { id: 'tove', name: 'Tove Lind' }, says: each },
    ]),
  ),
});
const FAULT: LogSays = {
  ...{ kind: 'fault', faultId: 'f', fault: 'speck', x: 0.5, y: 0.5, sizeMm: 3 },
  ...{ pictureId: null, note: 'lower left' },
};

describe('fitting a pane', () => {
  test('an old hand does it in four taps; times that can’t be are asked about and not counted', async () => {
    const { records, store } = await renderInJob(<FittingBench />, { records: ready(), selected: ['p1'] });
    for (const key of ['Prepared', 'Hung', 'Trimmed', 'Looked at']) await press(key);
    expect(screen.getByRole('dialog').textContent).toMatch(/ticked in less than 3 minutes/);
    expect(at(records())?.doneAt).toBeNull();
    await press('Done');
    const state = at(records());
    expect(state).toMatchObject({ timesCount: false, takenBy: null });
    expect(state?.doneAt).not.toBeNull();
    expect(Object.keys(state?.ticks ?? {})).toEqual(
      expect.arrayContaining(['mix', 'hang', 'trim', 'wick', 'brief']),
    );
    expect(state?.ticks).not.toHaveProperty('lookAgain');
    expect(store.getState().view.selected).toEqual(['p2']);
  });

  test('a learner walks step by step, and Back takes the last one back', async () => {
    const { records } = await renderInJob(<FittingBench />, { records: ready(), selected: ['p1'] });
    await press('Step by step');
    const first = step();
    await press('Done, next');
    expect(step()).not.toBe(first);
    expect(Object.keys(at(records())?.ticks ?? {})).toEqual(['protect']);
    await press('Back');
    expect(step()).toBe(first);
    expect(at(records())?.ticks).toEqual({});
    // Both stand in the log.
    expect(Object.values(records().fittingEntry).map(({ says }) => says.kind)).toEqual([
      'steps',
      'takenBack',
    ]);
  });

  test('panels of a spliced pane are hung and trimmed each in its turn', async () => {
    const records = allCut(recordsForTest({ panes: { p1: { readings: WIDE } } }));
    await renderInJob(<FittingBench />, { records, selected: ['p1'] });
    for (const key of ['Prepared', 'Hung', 'Trimmed', 'Hung', 'Trimmed']) await press(key);
    expect(screen.getByRole('button', { name: 'Looked at' })).toBeTruthy();
  });

  test('a pane without size or film says what it needs, and where', async () => {
    const records = recordsForTest({
      panes: { p1: { filmId: null }, p2: { readings: readingsForTest([]) } },
    });
    await renderInJob(<FittingBench />, { records, selected: ['p1'] });
    expect(screen.getByRole('heading').textContent).toBe('Pane 1 is not ready');
    expect(screen.getByRole('link').getAttribute('href')).toBe('/jobs/job-1/film');
    cleanup();
    await renderInJob(<FittingBench />, { records, selected: ['p2'] });
    expect(screen.getByRole('link').getAttribute('href')).toBe('/jobs/job-1/survey');
  });

  test('several chosen panes are marked together', async () => {
    const { records } = await renderInJob(<FittingBench />, { records: ready(), selected: ['p1', 'p2'] });
    await press('Trimmed');
    for (const id of ['p1', 'p2']) {
      expect(at(records(), id)?.ticks).toHaveProperty('trim');
      expect(at(records(), id)?.ticks).not.toHaveProperty('wick');
    }
    expect(at(records(), 'p3')?.ticks).toEqual({});
  });
});

describe('what stands against it', () => {
  test('without a plan there are no steps, and one goes on by name, once for the job', async () => {
    const { records } = await renderInJob(<FittingBench />, { records: recordsForTest(), selected: ['p1'] });
    expect(screen.getByText(/No plan is kept/)).toBeTruthy();
    expect(screen.getByRole<HTMLButtonElement>('button', { name: /^(Prepared|Done)/ }).disabled).toBe(true);
    await userEvent.clear(screen.getByLabelText(/takes a name/));
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Go on' }).disabled).toBe(true);
    await userEvent.type(screen.getByLabelText(/takes a name/), 'Ada Brook');
    await press('Go on');
    expect(screen.getByText(/Ada Brook goes on/)).toBeTruthy();
    expect(Object.values(records().fittingEntry)).toMatchObject([
      { paneId: null, says: { kind: 'takenOn', refusals: ['noPlan'], by: 'Ada Brook' } },
    ]);
  });

  test('a piece that is not cut, and glass that is too cold, are said for this pane', async () => {
    const records = logged(
      keepingItsPlan(recordsForTest(), (ids) => ids.slice(1)),
      { kind: 'conditions', glassC: 1, airC: 10, directSun: false },
    );
    await renderInJob(<FittingBench />, { records, selected: ['p1'] });
    expect(screen.getByText(/The glass has 1 °C, too cold below 4 °C/)).toBeTruthy();
  });
});

test('a learner does not fit in the sun; an installer does', async () => {
  const records = logged(ready(), { kind: 'conditions', glassC: 18, airC: 20, directSun: true });
  await renderInJob(<FittingBench />, { records, selected: ['p1'], role: 'apprentice' });
  expect(screen.getByText(/In direct sun the film grabs before a learner/)).toBeTruthy();
  cleanup();
  await renderInJob(<FittingBench />, { records, selected: ['p1'] });
  expect(screen.queryByText(/In direct sun/)).toBeNull();
});

describe('faults', () => {
  test('one is mended by name and keeps its history', async () => {
    const job = await renderInJob(<FittingBench />, { records: logged(ready(), FAULT), selected: ['p1'] });
    expect(screen.getByRole('list', { name: 'Faults' }).textContent).toMatch(
      /Speck or hair at the middle, 3 mm, lower left/,
    );
    await press('Mended');
    const dialog = within(screen.getByRole('dialog'));
    await userEvent.clear(dialog.getByLabelText('Who mended it'));
    await userEvent.type(dialog.getByLabelText('Who mended it'), 'Ada Brook');
    await userEvent.type(dialog.getByLabelText('How'), 'flushed');
    await userEvent.click(dialog.getByRole('button', { name: 'Mended' }));
    const [fault] = at(job.records())?.faults ?? [];
    expect(fault).toMatchObject({ standing: 'mended' });
    expect(fault?.history.map(({ standing, by, how }) => [standing, by, how])).toEqual([
      ['open', 'Tove Lind', ''],
      ['mended', 'Ada Brook', 'flushed'],
    ]);
  });

  test('a pane with an open fault is done only by name', async () => {
    const job = await renderInJob(<FittingBench />, { records: logged(ready(), FAULT), selected: ['p1'] });
    for (const key of ['Prepared', 'Hung', 'Trimmed', 'Looked at']) await press(key);
    const dialog = within(screen.getByRole('dialog'));
    expect(screen.getByRole('dialog').textContent).toMatch(/1 open fault: speck or hair/);
    await userEvent.clear(dialog.getByLabelText('Who calls it done'));
    expect(dialog.getByRole<HTMLButtonElement>('button', { name: 'Done' }).disabled).toBe(true);
    await userEvent.type(dialog.getByLabelText('Who calls it done'), 'Ada Brook');
    await userEvent.click(dialog.getByRole('button', { name: 'Done' }));
    expect(at(job.records())).toMatchObject({ takenBy: 'Ada Brook' });
  });

  test('questions lead from what is seen to its cause, and that is noted', async () => {
    const job = await renderInJob(<FittingBench />, { records: ready(), selected: ['p1'] });
    await press('Fault');
    await press(/Not sure/);
    await press('On the face');
    await press('A bubble or pocket');
    await press('Back');
    await press('A speck, hair or lint');
    await press('No');
    expect(screen.getByText(/the film has set/)).toBeTruthy();
    await press('That is it');
    await userEvent.click(screen.getByRole('radio', { name: 'top left' }));
    await press('Save fault');
    expect(at(job.records())?.openFaults).toMatchObject([{ kind: 'speck', x: 0.12, y: 0.12 }]);
  });
});

test('once more panes hang, the first is asked for, and what was found is kept', async () => {
  const hung = (paneId: string, minute: number): LogEntry => ({
    paneId,
    at: `2026-05-04T15:${minute}:00Z`,
    by: null,
    says: { kind: 'steps', steps: ['hang'] },
  });
  const records: JobRecords = {
    ...ready(),
    fittingEntry: { a: hung('p1', 10), b: hung('p2', 20), c: hung('p3', 30) },
  };
  const job = await renderInJob(<FittingBench />, { records, selected: ['p3'] });
  const asked = within(screen.getByRole('group', { name: 'Look again' }));
  expect(asked.getByText(/Look at pane 1 again/)).toBeTruthy();
  await userEvent.click(asked.getByRole('button', { name: 'Clean' }));
  expect(at(job.records())?.looks).toMatchObject([{ found: 'clean' }]);
  expect(screen.getByText(/Look at pane 2 again/)).toBeTruthy();
});

test('a piece that is to be replaced says what it is cut from again', async () => {
  await renderInJob(<FittingBench />, { records: logged(ready(), FAULT), selected: ['p1'] });
  await press('Replaced');
  expect(screen.getByRole('dialog').textContent).toMatch(
    /870 mm × 1376 mm, out of a roll that is to be bought: 2.10 m².*about \d+ min at the bench/,
  );
});

test('a bench-cut piece that binds says where, and what was done stands in the log', async () => {
  const records = allCut(recordsForTest({ ruleSetId: 'bench-cut' }));
  const job = await renderInJob(<FittingBench />, { records, selected: ['p1'] });
  await userEvent.click(screen.getByRole('radio', { name: 'Try the piece dry' }));
  const dry = within(screen.getByRole('group', { name: 'Dry fit' }));
  await userEvent.click(dry.getByRole('button', { name: 'Binds left' }));
  await userEvent.click(dry.getByRole('button', { name: 'Binds top' }));
  await userEvent.click(dry.getByRole('button', { name: 'Binds left' }));
  expect(at(job.records())?.triedDry).toEqual([{ panel: null, bindsAt: ['top'] }]);
  await press('What was done');
  expect(screen.getByRole('dialog').textContent).toMatch(/Tried dry: it binds at the top/);
  await userEvent.type(screen.getByLabelText('Lot of the film'), 'G-118');
  await press('Save lot');
  expect(at(job.records())?.lot).toBe('G-118');
});

test('glass, readings and way are said for this pane; another way changes the hands', async () => {
  const job = await renderInJob(<FittingBench />, { records: ready(), selected: ['p1'] });
  await press(/Glass 18 °C, not measured/);
  const dialog = within(screen.getByRole('dialog'));
  await userEvent.clear(dialog.getByLabelText('Glass, °C'));
  await userEvent.type(dialog.getByLabelText('Glass, °C'), '30');
  await userEvent.click(dialog.getByLabelText('The sun is on the glass'));
  await userEvent.click(dialog.getByRole('button', { name: 'Save' }));
  expect(at(job.records())?.conditions).toEqual({ glassC: 30, roomC: 20, directSun: true });
  await userEvent.click(screen.getByText(/Reverse roll: one installer/));
  await press(/Tape to the table: two people/);
  expect(at(job.records())?.hang).toBe('tapeToTable');
  expect(screen.getByText(/two on the pane/)).toBeTruthy();
  await press('As planned');
  expect(at(job.records())?.hang).toBeNull();
});

describe('the marks of a seam', () => {
  const records = allCut(recordsForTest({ panes: { p1: { readings: WIDE } } }));

  test('come from the kept plan while it holds', async () => {
    await renderInJob(<FittingBench />, { records, selected: ['p1'] });
    await press('Step by step');
    await press(/Hang the film, panel 1$/);
    expect(document.body.textContent).toMatch(/Mark the frame 1160 mm from the left/);
  });

  test('are left out once the pane was measured again, and that is said', async () => {
    const small = readingsForTest([1000, 1000, 1000, 2000, 2000, 2000]);
    const pane = { ...records.pane['p1'], readings: small } as JobRecords['pane'][string];
    await renderInJob(<FittingBench />, {
      records: { ...records, pane: { ...records.pane, p1: pane } },
      selected: ['p1'],
    });
    expect(document.body.textContent).toMatch(/has changed since the plan was kept/);
    await press('Go on');
    expect(document.body.textContent).not.toMatch(/Mark the frame/);
  });
});
