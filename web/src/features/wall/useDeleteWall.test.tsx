/** @jest-environment <rootDir>/jest-env-dom.js */
import 'fake-indexeddb/auto';
import { recordsForTest } from '@neat-sill/core/testing';
import { screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { renderInJob } from '../../testing/inJob.tsx';
import { useJob } from '../job/index.ts';
import { useDeleteWall } from './useDeleteWall.tsx';

function OfFirstWall() {
  const job = useJob();
  const { ask, question } = useDeleteWall(job, job.wall);
  return (
    <>
      <button type="button" onClick={ask}>
        Delete
      </button>
      {question}
    </>
  );
}

test('a wall with panes goes only after a question, with all its panes', async () => {
  const user = userEvent.setup();
  const { records } = await renderInJob(<OfFirstWall />, {});
  const before = Object.keys(records().pane).length;
  expect(before).toBeGreaterThan(0);
  await user.click(await screen.findByRole('button', { name: 'Delete' }));
  expect(await screen.findByText(/go with it. Undo brings all of it back/)).toBeTruthy();
  await user.click(screen.getByRole('button', { name: 'Cancel' }));
  expect(Object.keys(records().pane)).toHaveLength(before);
  await user.click(screen.getByRole('button', { name: 'Delete' }));
  const sheet = within(await screen.findByRole('dialog'));
  await user.click(sheet.getByRole('button', { name: 'Delete wall' }));
  expect(Object.keys(records().wall)).toHaveLength(Object.keys(recordsForTest().wall).length - 1);
});
