/** @jest-environment <rootDir>/jest-env-dom.js */
import 'fake-indexeddb/auto';
import { readingsForTest, recordsForTest } from '@neat-sill/core/testing';
import { cleanup, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { STAGE_MODULES } from '../../app/stages.ts';
import { renderInJob } from '../../testing/inJob.tsx';
import { WallStrip } from './WallStrip.tsx';

afterEach(cleanup);

const survey = STAGE_MODULES[0];

test('the strip says how far each pane is; a pane is chosen by one tap and let go by the next', async () => {
  const user = userEvent.setup();
  const records = recordsForTest({ panes: { p3: { readings: readingsForTest([700]) } } });
  const { store } = await renderInJob(<WallStrip stage={survey} />, { records });
  await screen.findByRole('group', { name: 'Panes of this wall' });
  // Doubts come from a worker, which is silent here: nothing is in doubt yet.
  const names = screen
    .getAllByRole('button', { name: /^Pane/ })
    .map((each) => each.getAttribute('aria-label'));
  expect(names).toEqual(['Pane 1, done', 'Pane 2, done', 'Pane 3, to do']);
  const third = screen.getByRole('button', { name: /^Pane 3/ });
  await user.click(third);
  expect(store.getState().view.selected).toEqual(['p3']);
  await user.click(third);
  expect(store.getState().view.selected).toEqual([]);
});

test('it goes to another wall, and shows the wall drawn and folds it again', async () => {
  const user = userEvent.setup();
  const records = recordsForTest();
  const [first] = Object.values(records.wall);
  const second = { ...records, wall: { ...records.wall, w9: { ...first, name: 'Yard wall', order: 9 } } };
  const { store } = await renderInJob(<WallStrip stage={survey} />, { records: second as typeof records });
  const choice = await screen.findByRole('combobox', { name: 'Wall' });
  await user.selectOptions(choice, 'w9');
  expect(store.getState().view.wallId).toBe('w9');
  const open = screen.getByRole('button', { name: 'Show wall' });
  await user.click(open);
  expect([store.getState().view.wallOpenAt, open.getAttribute('aria-expanded')]).toEqual(['survey', 'true']);
  await user.click(open);
  expect(store.getState().view.wallOpenAt).toBeNull();
});
