/** @jest-environment <rootDir>/jest-env-dom.js */
import 'fake-indexeddb/auto';
import { readingOf, type Pane } from '@neat-sill/core/survey';
import { recordsForTest } from '@neat-sill/core/testing';
import { act, cleanup, screen } from '@testing-library/react';
import { userEvent } from '@testing-library/user-event';
import { renderInJob } from '../../testing/inJob.tsx';
import { SavedLine, SyncBar } from './SyncBar.tsx';
import { jobActions } from './jobSlice.ts';

afterEach(cleanup);

const before = recordsForTest().pane['p1'] as Pane;
const widthOf = (pane: Pane | undefined) => pane?.readings['widthMiddle']?.mm;
const measured = (mm: number, changes: Partial<Pane> = {}): Pane => ({
  ...before,
  ...changes,
  readings: { ...before.readings, widthMiddle: readingOf(mm, String(mm)) },
});

/** Mine is on its way, theirs was first. */
async function clash(mine: Pane | null, theirs: Pane | null) {
  const job = await renderInJob(
    <>
      <SavedLine />
      <SyncBar />
    </>,
  );
  act(() => {
    job.store.dispatch(
      jobActions.edited({
        id: 'e1',
        label: 'Measured pane 1',
        changes: [{ kind: 'pane', id: 'p1', before, after: mine }],
      }),
    );
    job.store.dispatch(
      jobActions.heldBack({ kind: 'clash', stale: [{ kind: 'pane', id: 'p1', version: 4, theirs }] }),
    );
  });
  return job;
}
const rows = () =>
  screen
    .getAllByRole('row')
    .slice(1)
    .map((row) => [...row.querySelectorAll('td')].map(({ textContent }) => textContent));
const press = (name: string) => userEvent.click(screen.getByRole('button', { name }));

describe('two people changed the same thing', () => {
  test('both lengths are shown side by side under the name of the pane', async () => {
    await clash(measured(700), measured(710));
    expect(screen.getByRole('table').querySelector('caption')?.textContent).toBe('Pane 1');
    expect(rows()).toHaveLength(1);
    expect(rows()[0]?.slice(1)).toEqual(['700 mm', '710 mm']);
  });

  test('mine is kept on top of what stands now, with what only they changed', async () => {
    const { records, store } = await clash(measured(700), measured(710, { sillMm: 555 }));
    await press('Keep mine');
    expect(widthOf(records().pane['p1'])).toBe(700);
    expect(records().pane['p1']?.sillMm).toBe(555);
    const [queued] = store.getState().job.outbox;
    expect(queued?.baseVersions['pane/p1']).toBe(4);
    expect(queued?.edit.id).not.toBe('e1');
    expect(screen.queryByRole('table')).toBeNull();
  });

  test('theirs is taken, with what only I changed', async () => {
    const { records } = await clash(measured(700, { sillMm: 444 }), measured(710));
    await press('Use theirs');
    expect(widthOf(records().pane['p1'])).toBe(710);
    expect(records().pane['p1']?.sillMm).toBe(444);
  });

  test('a pane that somebody took away meanwhile is said to be gone', async () => {
    const { records } = await clash(measured(700), null);
    expect(rows()).toEqual([['All of it', 'kept, changed', 'removed']]);
    await press('Use theirs');
    expect(records().pane['p1']).toBeUndefined();
  });
});

describe('what keeps changes from the server', () => {
  test('without a network it is said how many wait here, and that it is tried again', async () => {
    const { store } = await clash(measured(700), measured(710));
    const away = { kind: 'away', sentence: 'There is no network.', retryAt: 0 } as const;
    act(() => void store.dispatch(jobActions.heldBack(away)));
    expect(screen.getByText('1 waiting on this device')).toBeTruthy();
    expect(screen.getByText(/There is no network\. It is tried again by itself\./)).toBeTruthy();
  });

  test('a change that is refused can be tried again, or given up', async () => {
    const { store } = await clash(measured(700), measured(710));
    const refused = { kind: 'refused', sentence: 'The pane hangs on no wall.' } as const;
    act(() => void store.dispatch(jobActions.heldBack(refused)));
    expect(screen.getByRole('alert').textContent).toMatch(/can’t be saved\. The pane hangs on no wall\./);
    await press('Try again');
    expect(store.getState().job.sync.kind).toBe('idle');
    expect(store.getState().job.outbox).toHaveLength(1);
  });

  test('what the server did beside is read once', async () => {
    const { store } = await clash(measured(700), measured(710));
    act(() => {
      store.dispatch(jobActions.retried());
      store.dispatch(jobActions.noticed('Roll R1 is reserved for another job.'));
    });
    expect(screen.getByRole('alert').textContent).toMatch(/Roll R1 is reserved/);
    await press('All right');
    expect(screen.queryByRole('alert')).toBeNull();
  });
});
