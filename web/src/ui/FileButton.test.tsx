/** @jest-environment <rootDir>/jest-env-dom.js */
import { cleanup, render, screen, waitFor } from '@testing-library/react';
import { userEvent } from '@testing-library/user-event';
import { UnreadableFile } from '../files/unreadable.ts';
import { FileButton } from './FileButton.tsx';

afterEach(cleanup);

const file = (name: string) => new File(['x'], name, { type: 'text/csv' });

test('a file that can’t be read says why; the same one is asked for again, and the words go', async () => {
  const taken: string[] = [];
  render(
    <FileButton
      asks="Sheet"
      accept=".csv"
      onFile={async ({ name }) => {
        await Promise.resolve();
        taken.push(name);
        if (taken.length === 1) throw new UnreadableFile('Line 3 has an open quotation mark.');
      }}
    >
      Choose
    </FileButton>,
  );
  const input = screen.getByLabelText<HTMLInputElement>('Sheet');
  await userEvent.upload(input, file('a.csv'));
  expect((await screen.findByRole('alert')).textContent).toBe('Line 3 has an open quotation mark.');
  expect(input.value).toBe('');
  await userEvent.upload(input, file('a.csv'));
  expect(taken).toEqual(['a.csv', 'a.csv']);
  expect(screen.queryByRole('alert')).toBeNull();
});

test('while one is read no other is asked for', async () => {
  let read = () => {};
  render(
    <FileButton asks="Sheet" accept=".csv" onFile={() => new Promise<void>((done) => (read = done))}>
      Choose
    </FileButton>,
  );
  const button = screen.getByRole('button', { name: 'Choose' });
  await userEvent.upload(screen.getByLabelText('Sheet'), file('a.csv'));
  expect(button.hasAttribute('disabled')).toBe(true);
  read();
  await waitFor(() => expect(button.hasAttribute('disabled')).toBe(false));
});
