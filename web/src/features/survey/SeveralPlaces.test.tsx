/** @jest-environment <rootDir>/jest-env-dom.js */
import 'fake-indexeddb/auto';
import { recordsForTest } from '@neat-sill/core/testing';
import { cleanup, screen } from '@testing-library/react';
import { userEvent } from '@testing-library/user-event';
import { renderInJob } from '../../testing/inJob.tsx';
import { useJob } from '../job/index.ts';
import { GlassAndFrame } from './GlassAndFrame.tsx';
import { SeveralPlaces } from './SeveralPlaces.tsx';

afterEach(cleanup);

function Selected() {
  const { selected } = useJob();
  return (
    <>
      <GlassAndFrame panes={selected} />
      <SeveralPlaces panes={selected} />
    </>
  );
}
const onPanes = (records = recordsForTest()) =>
  renderInJob(<Selected />, { records, selected: ['p1', 'p3'] });
const sillField = () => screen.getByRole<HTMLInputElement>('textbox', { name: 'Sill over floor' });

test('several panes get one sill, as one edit; what differs shows nothing', async () => {
  const { records, done } = await onPanes(recordsForTest({ panes: { p3: { sillMm: 700 } } }));
  expect(sillField().value).toBe('');
  await userEvent.type(sillField(), '850{Enter}');
  expect(['p1', 'p2', 'p3'].map((id) => records().pane[id]?.sillMm)).toEqual([850, 900, 850]);
  expect(done()).toHaveLength(1);
});

test('several panes are removed together, as one edit', async () => {
  const { records, done } = await onPanes();
  await userEvent.click(screen.getByRole('button', { name: 'Remove 2 panes' }));
  expect(Object.keys(records().pane)).toEqual(['p2']);
  expect(done()).toHaveLength(1);
});

test('panes that become doors stand on the floor, unless somebody has said where they stand', async () => {
  const { records } = await onPanes(recordsForTest({ panes: { p3: { sillMm: 120 } } }));
  await userEvent.selectOptions(screen.getByRole('combobox', { name: 'Opening' }), 'slider');
  expect(['p1', 'p3'].map((id) => [records().pane[id]?.opening, records().pane[id]?.sillMm])).toEqual([
    ['slider', 0],
    ['slider', 120],
  ]);
});
