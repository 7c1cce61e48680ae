/** @jest-environment <rootDir>/jest-env-dom.js */
import 'fake-indexeddb/auto';
import { cleanup, screen } from '@testing-library/react';
import { userEvent } from '@testing-library/user-event';
import { renderInJob } from '../../testing/inJob.tsx';
import { OpeningLineField } from './OpeningLineField.tsx';

afterEach(() => {
  cleanup();
  sessionStorage.clear();
});

test('a line that may be in several units is asked about once, then understood alike', async () => {
  const { records } = await renderInJob(<OpeningLineField />);
  const before = Object.keys(records().pane).length;
  const added = () =>
    Object.values(records().pane)
      .slice(before)
      .map(({ readings }) =>
        [readings.widthMiddle ?? readings.widthTop, readings.heightMiddle ?? readings.heightLeft].map(
          (reading) => reading?.mm,
        ),
      );
  const line = screen.getByRole('textbox', { name: /Quick entry/ });
  await userEvent.type(line, '40 x 60{Enter}');
  expect(added()).toEqual([]);
  await userEvent.click(screen.getByRole('button', { name: /inches/ }));
  expect(added()).toEqual([[1016, 1524]]);
  expect(document.activeElement).toBe(line);
  await userEvent.type(line, '30 x 50{Enter}');
  expect(added()).toHaveLength(2);
  expect(added()[1]).toEqual([762, 1270]);
  expect(screen.queryByRole('group', { name: 'Which unit' })).toBeNull();
});
