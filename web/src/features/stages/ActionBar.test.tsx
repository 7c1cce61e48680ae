/** @jest-environment <rootDir>/jest-env-dom.js */
import 'fake-indexeddb/auto';
import { readingsForTest, recordsForTest } from '@neat-sill/core/testing';
import { act, cleanup, fireEvent, screen } from '@testing-library/react';
import { userEvent } from '@testing-library/user-event';
import { renderInJob } from '../../testing/inJob.tsx';
import {
  SHOWS_NOTHING,
  SILENT,
  doubtfulFigure,
  figure,
  jobActions,
  useAppDispatch,
  useJob,
  type StageModule,
} from '../job/index.ts';
import { ActionBar } from './ActionBar.tsx';
import { useJobKeys } from './jobKeys.ts';
import { useNextAct } from './useNextAct.ts';

afterEach(cleanup);

const stage = (id: StageModule['id'], changes: Partial<StageModule> = {}): StageModule => ({
  id,
  name: id,
  hint: '',
  rules: { standing: () => 'open' },
  Bench: () => null,
  wallShare: 50,
  ownKeys: 'never',
  shows: SHOWS_NOTHING,
  says: () => SILENT,
  next: () => null,
  figures: () => [],
  ...changes,
});
const survey = stage('survey', {
  figures: ({ job }) => [
    doubtfulFigure('doubts', 'In doubt', '1 reading'),
    figure('panes', 'Panes', String(job.allPanes.length)),
  ],
  next: (job, acts) => {
    const open = job.derived.panes.find(({ sizes }) => sizes === null);
    return open
      ? { name: `Measure ${open.record.label}`, detail: 'nothing read yet', run: () => acts.measure(open.id) }
      : { name: 'Choose film', detail: 'all is measured', run: () => acts.goTo('film') };
  },
});
const cuts = stage('cuts', { figures: () => [figure('film', 'Film', '4.2 m')] });
const STAGES = [survey, cuts];

/** A stage as it is worked at: the bar below, and the keys. */
function Bench() {
  const next = useNextAct(survey);
  useJobKeys(STAGES, next);
  const job = useJob();
  const dispatch = useAppDispatch();
  const rename = (name: string) =>
    dispatch(
      jobActions.edited({
        id: crypto.randomUUID(),
        label: `Called it ${name}`,
        changes: [{ kind: 'job', id: 'job', before: job.header, after: { ...job.header, name } }],
      }),
    );
  return (
    <>
      <button type="button" onClick={() => rename('Other name')}>
        Rename
      </button>
      <input aria-label="Note" defaultValue="" />
      <p>{job.header.name}</p>
      <ActionBar stages={STAGES} act={next} />
    </>
  );
}
const figures = () =>
  screen.getAllByRole('listitem').map((item) => [...item.querySelectorAll('span')].map((s) => s.textContent));
const key = (init: KeyboardEventInit & { key: string; code: string }, target: Element = document.body) =>
  act(() => fireEvent.keyDown(target, init));
const Z = { key: 'z', code: 'KeyZ', ctrlKey: true };

describe('the bar below the wall', () => {
  test('shows the figures of all stages, those in doubt last, each a way to where it comes from', async () => {
    const { address } = await renderInJob(<Bench />);
    expect(figures()).toEqual([
      ['Panes', '3'],
      ['Film', '4.2 m'],
      ['In doubt', '1 reading'],
    ]);
    await userEvent.click(screen.getByRole('button', { name: /Film/ }));
    expect(address()).toBe('/jobs/job-1/cuts');
  });

  test('the next thing to do shows the pane it is about and asks for its reading', async () => {
    const records = recordsForTest({ panes: { p3: { readings: readingsForTest([]) } } });
    const { store } = await renderInJob(<Bench />, { records });
    await userEvent.click(screen.getByRole('button', { name: /Measure 3/ }));
    expect(store.getState().view.selected).toEqual(['p3']);
  });

  test('or leads on to the next stage', async () => {
    const { address } = await renderInJob(<Bench />);
    await userEvent.click(screen.getByRole('button', { name: /Choose film/ }));
    expect(address()).toBe('/jobs/job-1/film');
  });
});

describe('the keys of a job', () => {
  test('Alt and a figure goes to that stage, Ctrl+Enter does the next thing', async () => {
    const { address } = await renderInJob(<Bench />);
    key({ key: '2', code: 'Digit2', altKey: true });
    expect(address()).toBe('/jobs/job-1/cuts');
    key({ key: '1', code: 'Digit1', altKey: true });
    expect(address()).toBe('/jobs/job-1/survey');
    key({ key: '3', code: 'Digit3', altKey: true });
    expect(address()).toBe('/jobs/job-1/survey');
    key({ key: 'Enter', code: 'Enter', ctrlKey: true });
    expect(address()).toBe('/jobs/job-1/film');
  });

  test('Ctrl+Z takes back one change, Ctrl+Shift+Z and Ctrl+Y bring one back', async () => {
    const { records } = await renderInJob(<Bench />);
    const name = () => Object.values(records().job)[0]?.name;
    await userEvent.click(screen.getByRole('button', { name: 'Rename' }));
    expect(name()).toBe('Other name');
    key(Z);
    expect(name()).toBe('Reading room');
    key({ ...Z, key: 'Z', shiftKey: true });
    expect(name()).toBe('Other name');
    key(Z);
    key({ key: 'y', code: 'KeyY', ctrlKey: true });
    expect(name()).toBe('Other name');
  });

  test('one press takes back one change only', async () => {
    const { records, done } = await renderInJob(<Bench />);
    await userEvent.click(screen.getByRole('button', { name: 'Rename' }));
    await userEvent.click(screen.getByRole('button', { name: 'Rename' }));
    const before = done().length;
    key(Z);
    expect(done()).toHaveLength(before - 1);
    expect(Object.values(records().job)).toHaveLength(1);
  });

  test('a field that was typed in keeps its own undo', async () => {
    const { done } = await renderInJob(<Bench />);
    await userEvent.click(screen.getByRole('button', { name: 'Rename' }));
    const before = done().length;
    const field = screen.getByLabelText('Note');
    await userEvent.type(field, 'abc');
    key(Z, field);
    expect(done()).toHaveLength(before);
    await userEvent.clear(field);
    key(Z, field);
    expect(done()).toHaveLength(before - 1);
  });
});
