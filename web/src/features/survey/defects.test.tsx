/** @jest-environment <rootDir>/jest-env-dom.js */
import 'fake-indexeddb/auto';
import { recordsForTest } from '@neat-sill/core/testing';
import { cleanup, screen } from '@testing-library/react';
import { userEvent } from '@testing-library/user-event';
import { renderInJob } from '../../testing/inJob.tsx';
import { useJob } from '../job/index.ts';
import { Condition } from './Condition.tsx';
import { Strengths } from './Strengths.tsx';
import { usePaneWriter } from './usePaneWriter.ts';

afterEach(() => {
  cleanup();
  sessionStorage.clear();
});

const found = {
  id: 'm1',
  kind: 'oldFilm',
  x: 0.5,
  y: 0.5,
  note: '',
  pictureId: null,
  notedAt: '2027-03-01T15:00:00Z',
  notedBy: null,
  remedy: null,
} as const;

function Found() {
  const [pane] = useJob().selected;
  return pane ? <Condition pane={pane} /> : null;
}

test('a defect is to be fixed in so many minutes, is done, or is accepted by name', async () => {
  const { records } = await renderInJob(<Found />, {
    records: recordsForTest({ panes: { p1: { condition: [found] } } }),
    selected: ['p1'],
  });
  const remedy = () => records().pane['p1']?.condition[0]?.remedy;
  await userEvent.click(screen.getByRole('button', { name: 'Fix before film (20 min)' }));
  expect(remedy()).toEqual({ kind: 'fix', minutes: 20, doneAt: null, doneBy: null });
  const minutes = screen.getByLabelText(/Minutes for the old film/);
  await userEvent.clear(minutes);
  await userEvent.type(minutes, '35');
  await userEvent.tab();
  expect(remedy()).toMatchObject({ minutes: 35 });
  await userEvent.click(screen.getByRole('button', { name: 'Done' }));
  expect(remedy()).toMatchObject({ minutes: 35, doneBy: 'Marit Brindle' });
  await userEvent.click(screen.getByRole('button', { name: 'Decide again' }));
  await userEvent.click(screen.getByRole('button', { name: 'Accepted as it is' }));
  const by = screen.getByLabelText('Accepted as it is by');
  await userEvent.clear(by);
  expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Accept' }).disabled).toBe(true);
  await userEvent.type(by, 'Anna Quay');
  await userEvent.click(screen.getByRole('button', { name: 'Accept' }));
  expect(remedy()).toMatchObject({ kind: 'accepted', by: 'Anna Quay' });
});

function Strong() {
  const [pane] = useJob().selected;
  return pane ? <StrongPane pane={pane} /> : null;
}
function StrongPane({ pane }: Parameters<typeof Condition>[0]) {
  const write = usePaneWriter(pane);
  return <Strengths panes={[pane]} onTake={write} />;
}

test('each pane of a unit has its own strength, and tempered glass wants its stamp', async () => {
  const { records } = await renderInJob(<Strong />, {
    records: recordsForTest({ panes: { p1: { glass: 'double' } } }),
    selected: ['p1'],
  });
  await userEvent.selectOptions(screen.getByLabelText('Inner pane'), 'tempered');
  expect(records().pane['p1']?.strengths).toEqual(['annealed', 'tempered']);
  expect(document.body.textContent).toMatch(/reckoned as annealed/);
  await userEvent.click(screen.getByLabelText('Stamp seen'));
  expect(records().pane['p1']?.stampSeen).toBe(true);
  expect(document.body.textContent).not.toMatch(/reckoned as annealed/);
});
